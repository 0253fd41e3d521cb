import type { APIContext, MiddlewareNext } from "astro";
import { defineMiddleware } from "astro:middleware";
import { randomUUID } from "node:crypto";
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
 * Other sites may not write through a visitor's browser; loggers and scripts, which send no origin, may. What goes wrong
 * in an endpoint is answered as a problem document, so that the screen can keep the entry and send it again.
 */
export const onRequest = defineMiddleware(async (context, next) => {
  wakeThread();
  const token = /^\/c\/(?:offer\/)?([^/]+)/.exec(context.url.pathname)?.[1];
  // What a customer opens speaks the customer's language.
  const theirs = token === undefined ? null : await languageOfLink(database(), token).catch(() => null);
  return inLanguage(theirs ?? languageOf(context.request.headers), () => answered(context, next));
});

async function answered({ request, url }: APIContext, next: MiddlewareNext): Promise<Response> {
  if (!["GET", "HEAD"].includes(request.method) && !isOwn(request, url)) {
    return problem(
      403,
      t("another-site"),
      t("writing-from-is-not-allowed", { origin: request.headers.get("origin") ?? "" }),
    );
  }
  try {
    return await forAsker(request.signal, () => next());
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
