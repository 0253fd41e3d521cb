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

const isLive = (response: ServerResponse): boolean =>
  String(response.getHeader("content-type") ?? "").startsWith("text/event-stream");

/** Live messages go out one by one: what is packed waits for more. */
const isPacked = (request: IncomingMessage, response: ServerResponse): boolean =>
  !isLive(response) && compression.filter(request as Packing[0], response as Packing[1]);

/** What is on its way has so long to be answered once the server is to stop, ms. */
const GRACE_MS = 8_000;

/**
 * Serves the built application in this process, with HOST, PORT and DATABASE_URL from the environment. What it returns stops it: nothing new
 * is taken, what is being answered is answered, live lines are hung up (they come back by themselves).
 */
export async function serveBuilt(): Promise<() => Promise<void>> {
  // React's development half is several times slower, and is what it takes where nobody says otherwise.
  process.env.NODE_ENV = "production";
  process.env.ASTRO_NODE_AUTOSTART = "disabled";
  const { handler } = (await import(pathToFileURL(path.resolve("dist/server/entry.mjs")).href)) as Entry;
  const pack = compression({ filter: isPacked });
  const open = new Set<ServerResponse>();
  const server = createHttpServer((request, response) => {
    open.add(response);
    response.once("close", () => open.delete(response));
    pack(request as Packing[0], response as Packing[1], () => handler(request, response));
  });
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(Number(process.env.PORT), process.env.HOST, resolve);
  });
  return async () => {
    const closed = new Promise((resolve) => server.close(resolve));
    for (const response of open) if (isLive(response)) response.destroy();
    // A line that has had its answer is kept open for the next by the other side: there is none.
    const idle = setInterval(() => server.closeIdleConnections(), 50);
    const timer = setTimeout(() => server.closeAllConnections(), GRACE_MS);
    await closed;
    clearInterval(idle);
    clearTimeout(timer);
  };
}
