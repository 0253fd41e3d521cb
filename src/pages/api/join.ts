import type { APIRoute } from "astro";
import { describeFaults } from "../../../core/faults.ts";
import { asker } from "../../../server/access/asker.ts";
import { note } from "../../../server/access/audit.ts";
import { tabletCookie, withCookies } from "../../../server/access/cookies.ts";
import { join, joining, openInvitation } from "../../../server/access/join.ts";
import { countTry, forgetTries } from "../../../server/access/sign-in.ts";
import { slowAnswer } from "../../../server/asked-by.ts";
import { database } from "../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../server/problem.ts";
import { t } from "../../../words/server.ts";

/** Codes are tried by nobody in particular. */
const SOMEBODY = "one-time code";
const noSuchCode = () => problem(404, t("no-such-one-time-code"), t("that-code-is-not-one-that-stands"));

/** The answer that too many codes were tried from an address; null where another may be. */
async function tooMany(address: string): Promise<Response | null> {
  const waitS = await countTry(database(), SOMEBODY, address);
  return waitS === null ? null : slowAnswer(t("no-such-one-time-code"), waitS);
}

/** What a one-time code is for (`?code=`), and what has to be chosen for it. */
export const GET: APIRoute = async ({ url }) => {
  const { address } = asker();
  const slow = await tooMany(address);
  if (slow) return slow;
  const invitation = await openInvitation(database(), url.searchParams.get("code") ?? "");
  if (!invitation) return noSuchCode();
  await forgetTries(database(), SOMEBODY, address);
  return json(invitation);
};

/** Takes the code: proofs are chosen, or a tablet is enrolled. */
export const POST: APIRoute = async ({ request, url }) => {
  const read = await readBody(request, 4 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = joining.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const at = asker();
  const slow = await tooMany(at.address);
  if (slow) return slow;
  const became = await join(database(), parsed.data, at);
  if (became.is === "no such code") return noSuchCode();
  await forgetTries(database(), SOMEBODY, at.address);
  switch (became.is) {
    case "faulty":
      return faulty(became.faults);
    case "person":
      await note(database(), { ...at, who: became.who }, "chose proofs");
      return json({ who: became.who }, 201);
    case "tablet":
      await note(database(), at, "tablet enrolled", became.name);
      return withCookies(json({ tablet: became.name }, 201), [tabletCookie(became.secret, url)]);
  }
};
