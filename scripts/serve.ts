import { readFileSync, unwatchFile, watchFile } from "node:fs";
import {
  createServer as createHttpServer,
  type IncomingMessage,
  type Server,
  type ServerResponse,
} from "node:http";
import { createServer as createHttpsServer } from "node:https";
import { createServer } from "node:net";
import path from "node:path";
import { pathToFileURL } from "node:url";
import compression from "compression";
import { atEdge, type EdgeSettings } from "../server/edge.ts";
import { readEnvironment, type Environment } from "../server/environment.ts";

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

type Handler = (request: IncomingMessage, response: ServerResponse) => void;

const isLive = (response: ServerResponse): boolean =>
  String(response.getHeader("content-type") ?? "").startsWith("text/event-stream");

/** Live messages go out one by one: what is packed waits for more. */
const isPacked = (request: IncomingMessage, response: ServerResponse): boolean =>
  !isLive(response) && compression.filter(request as Packing[0], response as Packing[1]);

/** What is on its way has so long to be answered once the server is to stop, ms. */
const GRACE_MS = 8_000;
const RENEWAL_LOOK_MS = 60_000;

function readPem(name: "TLS_CERT" | "TLS_KEY", file: string): Buffer {
  try {
    return readFileSync(file);
  } catch (error) {
    throw new Error(`${name} cannot be read: ${(error as Error).message}`, { cause: error });
  }
}

type Settings = Pick<Environment, "HOST" | "PORT" | "TLS_CERT" | "TLS_KEY" | "PANEL_PORT"> & EdgeSettings;

/** A server by HTTPS with the shop's certificate, taken anew when its file is renewed, or by HTTP where there is none. */
function serverFor(handler: Handler, { TLS_CERT, TLS_KEY }: Settings, renewalLookMs: number): Server {
  if (!TLS_CERT || !TLS_KEY) return createHttpServer(handler);
  const read = () => ({ cert: readPem("TLS_CERT", TLS_CERT), key: readPem("TLS_KEY", TLS_KEY) });
  const server = createHttpsServer(read(), handler);
  const renew = () => {
    try {
      server.setSecureContext(read());
    } catch (error) {
      // Half of it may be written: the one before serves on, and the next look tells.
      console.error(`The renewed certificate is not taken: ${(error as Error).message}`);
    }
  };
  const files = [TLS_CERT, TLS_KEY];
  for (const file of files) watchFile(file, { interval: renewalLookMs, persistent: false }, renew);
  server.once("close", () => files.forEach((file) => unwatchFile(file, renew)));
  return server;
}

/** What a panel under test may ask for on the plain port. */
const isPanelPage = (url = ""): boolean => /^\/p(?:[/?]|$)/.test(url);

/** On the plain port a panel finds its test, and nobody anything else. */
const panelOnly =
  (handler: Handler): Handler =>
  (request, response) => {
    if (isPanelPage(request.url)) return handler(request, response);
    response.writeHead(404, { "content-type": "text/plain; charset=utf-8" });
    response.end("On this port there is only the panel test, at /p\n");
  };

const listening = (server: Server, port: number, host: string): Promise<void> =>
  new Promise((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, host, resolve);
  });

/** Takes nothing new, answers what is asked already, hangs up what waits for more. */
async function close(server: Server, open: ReadonlySet<ServerResponse>): Promise<void> {
  const closed = new Promise((resolve) => server.close(resolve));
  for (const response of open) if (isLive(response)) response.destroy();
  // A line that has had its answer is kept open for the next by the other side: there is none.
  const idle = setInterval(() => server.closeIdleConnections(), 50);
  const timer = setTimeout(() => server.closeAllConnections(), GRACE_MS);
  await closed;
  clearInterval(idle);
  clearTimeout(timer);
}

/**
 * Serves with a handler as the shop has set it. What it returns stops it: nothing new is taken, what is being answered is answered, live
 * lines are hung up (they come back by themselves).
 */
export async function serve(
  handler: Handler,
  settings: Settings,
  /** How often it is looked whether the certificate has been renewed. */
  { renewalLookMs = RENEWAL_LOOK_MS } = {},
): Promise<() => Promise<void>> {
  const pack = compression({ filter: isPacked });
  const open = new Set<ServerResponse>();
  const packed: Handler = (request, response) => {
    open.add(response);
    response.once("close", () => open.delete(response));
    pack(request as Packing[0], response as Packing[1], () => handler(request, response));
  };
  const { HOST, PORT, PANEL_PORT } = settings;
  const edged =
    (handler: Handler, options: { panelOnly?: boolean } = {}): Handler =>
    (request, response) => {
      if (atEdge(request, response, settings, options)) handler(request, response);
    };
  const servers = [{ server: serverFor(edged(packed), settings, renewalLookMs), port: PORT }];
  if (PANEL_PORT !== undefined)
    servers.push({
      server: createHttpServer(edged(panelOnly(packed), { panelOnly: true })),
      port: PANEL_PORT,
    });
  for (const { server, port } of servers) await listening(server, port, HOST);
  return async () => {
    await Promise.all(servers.map(({ server }) => close(server, open)));
  };
}

/** Serves the built application in this process, as the environment says. */
export async function serveBuilt(): Promise<() => Promise<void>> {
  // React's development half is several times slower, and is what it takes where nobody says otherwise.
  process.env.NODE_ENV = "production";
  process.env.ASTRO_NODE_AUTOSTART = "disabled";
  const { handler } = (await import(pathToFileURL(path.resolve("dist/server/entry.mjs")).href)) as {
    handler: Handler;
  };
  return serve(handler, readEnvironment(process.env));
}
