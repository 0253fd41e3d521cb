import type { APIRoute } from "astro";
import { watchJobs } from "../../../server/live.ts";

/** Server-sent events: the code of each job that changes, as it changes. */
export const GET: APIRoute = ({ request }) => {
  const encoder = new TextEncoder();
  let end = () => {};
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          end();
        }
      };
      const stopWatching = watchJobs((code) => send(`data: ${JSON.stringify(code)}\n\n`));
      const heartbeat = setInterval(() => send(": still here\n\n"), 20_000);
      end = () => {
        clearInterval(heartbeat);
        stopWatching();
      };
      request.signal.addEventListener("abort", end);
      send("retry: 2000\n\n");
    },
    cancel() {
      end();
    },
  });
  return new Response(stream, {
    headers: { "content-type": "text/event-stream", "cache-control": "no-cache" },
  });
};
