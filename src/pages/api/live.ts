import type { APIRoute } from "astro";
import { eventStream } from "../../../server/event-stream.ts";
import { watchJobs } from "../../../server/live.ts";

/** Server-sent events: each job that changes, as it changes; of the one named by `?job=` with what was added. */
export const GET: APIRoute = ({ request, url }) =>
  eventStream(request, (send) => watchJobs(url.searchParams.get("job"), send));
