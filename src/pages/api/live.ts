import type { APIRoute } from "astro";
import { eventStream } from "../../../server/event-stream.ts";
import { watchJobs } from "../../../server/live.ts";

/** Server-sent events: the code of each job that changes, as it changes. */
export const GET: APIRoute = ({ request }) => eventStream(request, (send) => watchJobs((code) => send(code)));
