import loadIslands from "astro/runtime/client/load.prebuilt.js";
import loadIslandsHereOnly from "astro/runtime/client/only.prebuilt.js";
import island from "astro/runtime/server/astro-island.prebuilt.js";
import { createHash } from "node:crypto";
import type { IncomingMessage, ServerResponse } from "node:http";
import { isIP } from "node:net";
import { hostname } from "node:os";

/** By which names this server may be asked, and whose word is taken for who asks. */
export interface EdgeSettings {
  ALLOWED_HOSTS?: readonly string[] | undefined;
  TRUSTED_PROXIES?: readonly string[] | undefined;
  PUBLIC_URL?: string | undefined;
}

/** What only a proxy may say of a request. */
const FORWARDED = [
  "forwarded",
  "x-forwarded-for",
  "x-forwarded-host",
  "x-forwarded-port",
  "x-forwarded-proto",
  "x-real-ip",
];

/** A script that stands in a page itself, as a policy names it. */
const named = (script: string) => `'sha256-${createHash("sha256").update(script).digest("base64")}'`;

/**
 * What a page may load and run: what this server has in files, and the scripts that wake what stands in a page. Nothing else that comes to
 * stand in one is run, whoever wrote it.
 */
const CONTENT_POLICY = [
  "default-src 'self'",
  // What was compiled ahead to WebAssembly may be compiled; text may not be.
  `script-src 'self' 'wasm-unsafe-eval' ${[island, loadIslands, loadIslandsHereOnly].map(named).join(" ")}`,
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' blob: data:",
  "media-src 'self' blob:",
  "frame-ancestors 'none'",
  "base-uri 'self'",
  "form-action 'self'",
  "object-src 'none'",
].join("; ");

/** What pages may do in a browser: nobody else shows them in a frame, and what a bench does not need is off. */
const HEADERS = {
  "x-content-type-options": "nosniff",
  "x-frame-options": "DENY",
  "referrer-policy": "same-origin",
  "cross-origin-opener-policy": "same-origin",
  "content-security-policy": CONTENT_POLICY,
  "permissions-policy":
    "camera=(self), serial=(self), fullscreen=(self), microphone=(), geolocation=(), usb=(), payment=(), display-capture=()",
};

/** The name in a Host header, in small letters, without port and brackets; null where it is none. */
export function hostName(host: string | undefined): string | null {
  const [, bracketed, plain] = /^(?:\[([0-9a-f:.]+)\]|([a-z0-9._-]+))(?::\d{1,5})?$/i.exec(host ?? "") ?? [];
  return (bracketed ?? plain)?.toLowerCase() ?? null;
}

/**
 * Whether this server answers to a name. A page of another site can make a browser ask under its own name, which it lets lead here: such a name is
 * none of these. An address in figures cannot be led anywhere else.
 *
 * @example
 * isAllowedHost("bench.example:4321", { ALLOWED_HOSTS: ["bench.example"] }) // true
 */
export function isAllowedHost(
  host: string | undefined,
  { ALLOWED_HOSTS = [], PUBLIC_URL }: EdgeSettings,
): boolean {
  const name = hostName(host);
  if (name === null) return false;
  if (isIP(name) !== 0 || name === "localhost" || name.endsWith(".localhost")) return true;
  const machine = hostname().toLowerCase();
  const own = [machine, `${machine}.local`, ...ALLOWED_HOSTS];
  if (PUBLIC_URL !== undefined && URL.canParse(PUBLIC_URL)) own.push(new URL(PUBLIC_URL).hostname);
  return own.includes(name);
}

/** Of those that a request came through the last one is who asked the proxy: what stands before it may be made up. */
function believeProxy(headers: IncomingMessage["headers"]): void {
  const through = headers["x-forwarded-for"];
  if (through === undefined) return;
  headers["x-forwarded-for"] = String(through).split(",").at(-1)!.trim();
}

/** Looks at each request before anything else does: false where it has been refused. */
export function atEdge(
  request: IncomingMessage,
  response: ServerResponse,
  settings: EdgeSettings,
  { panelOnly = false } = {},
): boolean {
  const { headers, socket } = request;
  const from = socket.remoteAddress?.replace(/^::ffff:/, "") ?? "";
  if (settings.TRUSTED_PROXIES?.includes(from)) believeProxy(headers);
  else for (const name of FORWARDED) delete headers[name];
  for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
  // For a year the name that serves by HTTPS is asked by nothing else; panels come by a plain port of their own.
  if ("encrypted" in socket && !panelOnly)
    response.setHeader("strict-transport-security", "max-age=31536000");
  if (isAllowedHost(headers.host, settings)) return true;
  response.writeHead(421, { "content-type": "text/plain; charset=utf-8" });
  response.end(
    `This server is not known as ${JSON.stringify(headers.host ?? "")}. Ask it by its address, or name it in ALLOWED_HOSTS.\n`,
  );
  return false;
}
