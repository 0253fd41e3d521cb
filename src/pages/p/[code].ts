import type { APIRoute } from "astro";
import { faceOf } from "../../../core/prove/panel-face.ts";
import { database } from "../../../server/db/pool.ts";
import { beginPage, codePage, htmlAnswer, testPage } from "../../../server/panel-test/page.ts";
import { findJob } from "../../../server/store/jobs.ts";
import {
  openPanelTest,
  plainCode,
  SESSION_MIN,
  tryCode,
  type CodeState,
} from "../../../server/store/panel-tests.ts";
import { t } from "../../../words/server.ts";

const refusals: Record<Exclude<CodeState, "good">, readonly [status: number, said: () => string]> = {
  unknown: [404, () => t("no-such-code")],
  expired: [410, () => t("that-code-is-too-old")],
  used: [410, () => t("that-code-has-been-used")],
  "too many tries": [429, () => t("too-many-wrong-codes")],
};

const COOKIE = "panel-test";
const sessionOf = (request: Request): string | undefined =>
  new RegExp(`(?:^|;\\s*)${COOKIE}=([\\w-]+)`).exec(request.headers.get("cookie") ?? "")?.[1];

/** Looking at a code does not use it up; the device that opened it may load it again. */
export const GET: APIRoute = async ({ params, request, clientAddress }) => {
  const code = plainCode(params.code!);
  const { state, job, session } = await tryCode(database(), code, clientAddress);
  if (state === "good") return htmlAnswer(beginPage(code));
  const tested =
    state === "used" && session && session === sessionOf(request) ? await findJob(database(), job!) : null;
  if (tested) return htmlAnswer(testPage(tested.code, session!, faceOf(tested.family.family)));
  const [status, said] = refusals[state];
  return htmlAnswer(codePage(said()), status);
};

/** Opens the test, once. */
export const POST: APIRoute = async ({ params, clientAddress }) => {
  const code = plainCode(params.code!);
  const { state } = await tryCode(database(), code, clientAddress);
  const session = state === "good" ? await openPanelTest(database(), code) : null;
  if (session) {
    // On to its page, so that loading that again does not try to use the code up once more.
    return new Response(null, {
      status: 303,
      headers: {
        location: `/p/${code}`,
        "set-cookie": `${COOKIE}=${session}; Path=/p; Max-Age=${SESSION_MIN * 60}; HttpOnly; SameSite=Strict`,
      },
    });
  }
  const [status, said] = refusals[state === "good" ? "used" : state];
  return htmlAnswer(codePage(said()), status);
};
