import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../core/faults.ts";
import { key } from "../../../core/stack/family.ts";
import { readBadge } from "../../../core/labels/badge.ts";
import { words } from "../../../core/units.ts";
import { asker } from "../../../server/access/asker.ts";
import { note } from "../../../server/access/audit.ts";
import { closedCookies, openedCookies, withCookies } from "../../../server/access/cookies.ts";
import { endSession, isDemo, signIn } from "../../../server/access/sign-in.ts";
import { signInPlace } from "../../../server/access/sign-in-place.ts";
import { slowAnswer } from "../../../server/asked-by.ts";
import { database } from "../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../server/problem.ts";
import { t } from "../../../words/server.ts";

const posted = z.union([
  z.strictObject({ who: key(), digits: z.string().min(1).max(12) }),
  z.strictObject({
    name: words(60),
    passphrase: z.string().min(1).max(200),
    totp: z.string().max(12).nullable().default(null),
  }),
  z.strictObject({ badge: z.string().max(200) }),
  z.strictObject({ who: key(), demo: z.literal(true) }),
]);

/** Who is here, and by what somebody can come in. */
export const GET: APIRoute = async () => json(await signInPlace(database(), asker()));

/** Comes in by a proof: four to six digits or a badge at a tablet, a passphrase anywhere, one press in the demo. */
export const POST: APIRoute = async ({ request, url }) => {
  const read = await readBody(request, 4 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = posted.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const asked = parsed.data;
  const at = asker();
  if ("demo" in asked && !(await isDemo(database())))
    return problem(403, t("not-signed-in"), t("this-is-not-the-demo"));
  const named = "name" in asked ? asked.name : "who" in asked ? asked.who : t("a-badge");
  const proof = "badge" in asked ? { badge: readBadge(asked.badge) ?? "" } : asked;
  const became = await signIn(database(), named, proof, at);
  switch (became.is) {
    case "in": {
      const { who, name, role, secret } = became;
      await note(database(), { ...at, who }, "signed in", role);
      return withCookies(json({ who, name, role }), openedCookies(secret, who, url));
    }
    case "wrong":
      await note(database(), at, "wrong proof", named);
      return problem(401, t("not-signed-in"), t("that-does-not-fit"));
    case "second factor":
      return problem(401, t("not-signed-in"), t("the-authenticators-digits-too"), { wants: "totp" });
    case "slow":
      await note(database(), at, "too many tries", named);
      return slowAnswer(t("not-signed-in"), became.waitS);
  }
};

/** Leaves: the tablet stays enrolled, and nobody is signed in at it. */
export const DELETE: APIRoute = async ({ url }) => {
  const at = asker();
  await endSession(database(), at.session);
  if (at.who) await note(database(), at, "signed out");
  return withCookies(new Response(null, { status: 204 }), closedCookies(url));
};
