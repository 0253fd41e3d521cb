import type { APIRoute } from "astro";
import { codePage, htmlAnswer } from "../../../server/panel-test/page.ts";
import { plainCode } from "../../../server/store/panel-tests.ts";

/** Where a code is typed on the panel under test; a typed one goes on to its page. */
export const GET: APIRoute = ({ url }) => {
  const code = plainCode(url.searchParams.get("code") ?? "");
  return code
    ? new Response(null, { status: 303, headers: { location: `/p/${code}` } })
    : htmlAnswer(codePage());
};
