import { defineMiddleware } from "astro:middleware";
import { problem } from "../server/problem.ts";

const isOwn = (request: Request, url: URL): boolean => {
  const origin = request.headers.get("origin");
  if (origin === null) return true;
  const host = request.headers.get("host") ?? url.host;
  return URL.canParse(origin) && new URL(origin).host === host;
};

/**
 * Other sites may not write through a visitor's browser; loggers and scripts, which send no origin, may. What goes wrong
 * in an endpoint is answered as a problem document, so that the screen can keep the entry and send it again.
 */
export const onRequest = defineMiddleware(async ({ request, url }, next) => {
  if (!["GET", "HEAD"].includes(request.method) && !isOwn(request, url)) {
    return problem(403, "Another site", `Writing from ${request.headers.get("origin")} is not allowed.`);
  }
  if (!url.pathname.startsWith("/api/")) return next();
  try {
    return await next();
  } catch (error) {
    console.error(`${request.method} ${url.pathname}: ${(error as Error).message}`);
    return problem(
      503,
      "Out of order",
      "The server could not answer; most likely the database is away. Try again.",
    );
  }
});
