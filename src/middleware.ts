import type { APIContext, MiddlewareNext } from "astro";
import { defineMiddleware } from "astro:middleware";
import { randomUUID } from "node:crypto";
import { asAsker, mayAskOnceMore, nobodyAt, noteSeen, whoAsks, type Asker } from "../server/access/asker.ts";
import { noteAsked } from "../server/access/audit.ts";
import { access, mayAsk, type Method } from "../server/access/roles.ts";
import { signInAnswer } from "../server/asked-by.ts";
import { database, forAsker } from "../server/db/pool.ts";
import { answerFault, faultKind } from "../server/fault-answer.ts";
import { languageOfLink } from "../server/store/certificate-links.ts";
import { wakeThread } from "../server/off-thread/off-thread.ts";
import { problem } from "../server/problem.ts";
import { inLanguage, languageOf } from "../server/spoken.ts";
import { t } from "../words/server.ts";

/** Whether a write comes from a page of this server, or from no page at all. */
const isOwn = (request: Request, url: URL): boolean => {
  // A browser says itself whose page asks.
  const site = request.headers.get("sec-fetch-site");
  if (site !== null && site !== "same-origin" && site !== "none") return false;
  const origin = request.headers.get("origin");
  if (origin === null) return true;
  const host = request.headers.get("host") ?? url.host;
  return URL.canParse(origin) && new URL(origin).host === host;
};

/**
 * Who asks is found out first, and what they may ask for stands in one table. Other sites may not write through a visitor's browser; machines,
 * which send no origin, may by their token. What goes wrong in an endpoint is answered as a problem document, so that the screen can keep the
 * entry and send it again.
 */
export const onRequest = defineMiddleware(async (context, next) => {
  // What is written when the product is built nobody asks for.
  if (context.isPrerendered) return next();
  wakeThread();
  const token = /^\/c\/(?:offer\/)?([^/]+)/.exec(context.url.pathname)?.[1];
  // What a customer opens speaks the customer's language.
  const theirs = token === undefined ? null : await languageOfLink(database(), token).catch(() => null);
  return inLanguage(theirs ?? languageOf(context.request.headers), () => answered(context, next));
});

/** Where people come in: they may be somebody already. */
const COMES_IN = /^(\/api)?\/(sign-in|join)$/;

const reads = (method: string): boolean => ["GET", "HEAD"].includes(method);

/** Why somebody is not let in here; null where they are. */
function refusedHere({ url, request, routePattern }: APIContext, asker: Asker): Response | null {
  const { method } = request;
  if (mayAsk(asker.role, routePattern, method)) return null;
  const isPage = !routePattern.startsWith("/api/") && reads(method);
  const isSomebody = asker.who !== null || asker.machine !== null;
  if (isPage) {
    const more = new URLSearchParams({ next: `${url.pathname}${url.search}` });
    if (isSomebody) more.set("for", (access[routePattern]?.GET ?? []).join(" "));
    return new Response(null, { status: 303, headers: { location: `/sign-in?${more.toString()}` } });
  }
  if (!isSomebody) return signInAnswer(asker.away);
  const may = access[routePattern]?.[method as Method] ?? [];
  return problem(403, t("not-for-you"), t("that-is-for", { roles: may.join(", ") }));
}

async function answered(context: APIContext, next: MiddlewareNext): Promise<Response> {
  const { request, url, routePattern, clientAddress } = context;
  if (!reads(request.method) && !isOwn(request, url)) {
    return problem(
      403,
      t("another-site"),
      t("writing-from-is-not-allowed", { origin: request.headers.get("origin") ?? "" }),
    );
  }
  try {
    // What anybody may ask for is answered where the database is not, and the same whoever asks.
    const isForAnybody = mayAsk("anybody", routePattern, request.method) && !COMES_IN.test(routePattern);
    const asker = isForAnybody
      ? nobodyAt(clientAddress)
      : await whoAsks(database(), request.headers, clientAddress);
    if (asker.machine !== null && !mayAskOnceMore(asker.machine.id))
      return problem(429, t("too-often"), t("a-machine-asks-at-most"));
    const refused = refusedHere(context, asker);
    if (refused) return refused;
    if (!reads(request.method) || !routePattern.startsWith("/api/")) await noteSeen(database(), asker);
    const answer = await asAsker(asker, () => forAsker(request.signal, () => next()));
    await noteAsked(database(), asker, { method: request.method, routePattern, url, status: answer.status });
    return answer;
  } catch (error) {
    // Nobody is there to hear it: what was being worked out for them has been ended.
    if (request.signal.aborted) return new Response(null, { status: 499 });
    const id = randomUUID().slice(0, 8);
    if (!url.pathname.startsWith("/api/")) throw error;
    const kind = faultKind(error);
    const what = error instanceof Error ? error : new Error(String(error));
    // Where a call came from tells of the program; an outage is told once a call, and says enough in a line.
    const said = kind === "program" ? (what.stack ?? what.message) : what.message;
    console.error(JSON.stringify({ id, method: request.method, path: url.pathname, kind, what: said }));
    return answerFault(error, id);
  }
}
