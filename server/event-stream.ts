import { asker, isStillIn } from "./access/asker.ts";
import { database, forAll } from "./db/pool.ts";

/** So often it is said that the line still stands, and looked whether whoever listens may still, ms. */
const BEAT_MS = 20_000;

/**
 * Answers with server-sent events. `open` is given a function that sends one (its data as JSON, its name where it has one) and
 * gives back what ends it; that is called once, when the other side hangs up or may not listen any more.
 */
export function eventStream(
  request: Request,
  open: (send: (data: unknown, name?: string) => void) => () => void,
  beatMs = BEAT_MS,
): Response {
  const by = asker();
  const encoder = new TextEncoder();
  let end = () => {};
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const write = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          end();
        }
      };
      write("retry: 2000\n\n");
      const stop = open((data, name) =>
        write(`${name ? `event: ${name}\n` : ""}data: ${JSON.stringify(data)}\n\n`),
      );
      const heartbeat = setInterval(() => {
        write(": still here\n\n");
        // Who has been shut out hears nothing more; where the database does not answer, nothing is told anyway.
        void forAll(() => isStillIn(database(), by)).then(
          (isIn) => {
            if (isIn) return;
            end();
            controller.close();
          },
          () => undefined,
        );
      }, beatMs);
      end = () => {
        end = () => {};
        clearInterval(heartbeat);
        stop();
      };
      request.signal.addEventListener("abort", () => end());
    },
    cancel() {
      end();
    },
  });
  return new Response(stream, {
    headers: { "content-type": "text/event-stream", "cache-control": "no-cache" },
  });
}

/** A device that tells again and again, under its own words for what it tells. */
interface TellingDevice {
  name: string;
  isSimulated: boolean;
  everyMs: number;
  start(onReading: (reading: object) => void, onLost: (why: string) => void): () => void;
}

/** Answers with what a device tells for as long as somebody listens: `device` first, then `reading`s, and `lost`. */
export const deviceStream = (request: Request, device: TellingDevice): Response =>
  eventStream(request, (send) => {
    const { name, isSimulated, everyMs } = device;
    send({ name, isSimulated, everyMs }, "device");
    return device.start(
      (reading) => send(reading, "reading"),
      (why) => send({ why }, "lost"),
    );
  });
