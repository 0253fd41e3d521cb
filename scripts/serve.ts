import { createServer as createHttpServer, type IncomingMessage, type ServerResponse } from "node:http";
import { createServer } from "node:net";
import path from "node:path";
import { pathToFileURL } from "node:url";
import compression from "compression";

const isFree = (port: number) =>
  new Promise<boolean>((resolve) => {
    const probe = createServer();
    probe.once("error", () => resolve(false));
    probe.listen(port, "127.0.0.1", () => probe.close(() => resolve(true)));
  });

/** The first free port from here upwards. */
export async function freePortFrom(port: number): Promise<number> {
  for (let candidate = port; candidate < port + 200; candidate += 1) {
    if (await isFree(candidate)) return candidate;
  }
  throw new Error(`No free port from ${port} to ${port + 199}.`);
}

type Packing = Parameters<ReturnType<typeof compression>>;

interface Entry {
  handler: (request: IncomingMessage, response: ServerResponse) => void;
}

/** Live messages go out one by one: what is packed waits for more. */
const isPacked = (request: IncomingMessage, response: ServerResponse): boolean =>
  !String(response.getHeader("content-type") ?? "").startsWith("text/event-stream") &&
  compression.filter(request as Packing[0], response as Packing[1]);

/** Serves the built application in this process, with HOST, PORT and DATABASE_URL from the environment. */
export async function serveBuilt(): Promise<void> {
  // React's development half is several times slower, and is what it takes where nobody says otherwise.
  process.env.NODE_ENV = "production";
  process.env.ASTRO_NODE_AUTOSTART = "disabled";
  const { handler } = (await import(pathToFileURL(path.resolve("dist/server/entry.mjs")).href)) as Entry;
  const pack = compression({ filter: isPacked });
  const server = createHttpServer((request, response) =>
    pack(request as Packing[0], response as Packing[1], () => handler(request, response)),
  );
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(Number(process.env.PORT), process.env.HOST, resolve);
  });
}
