import type pg from "pg";
import { z } from "zod";
import { describeFaults } from "../core/faults.ts";
import { key } from "../core/stack/family.ts";
import { asker, personAsking } from "./access/asker.ts";
import { database } from "./db/pool.ts";
import { faulty, problem, readBody } from "./problem.ts";
import { t } from "../words/server.ts";

const asked = z.strictObject({ who: key() });

/** The answer that somebody has to come back and sign in, by key, or show anew who they are; what they sent is kept where it is until then. */
export const signInAnswer = (who: string | null, { sign = false } = {}): Response =>
  problem(
    401,
    t("sign-in-first"),
    sign ? t("show-who-signs") : who === null ? t("say-who-you-are") : t("only-they-may-send-it", { who }),
    { signIn: { who, sign } },
  );

/** Takes something back that is known by its id: the answer that it is done, or that it is not there. */
export async function takenBackAnswer(
  id: string | undefined,
  takeBack: (pool: pg.Pool, id: string) => Promise<boolean>,
): Promise<Response> {
  const isThere = z.uuid().safeParse(id).success && (await takeBack(database(), id!));
  return isThere ? new Response(null, { status: 204 }) : problem(404, t("not-there"), t("that-is-not-there"));
}

/** The answer that too many tries were wrong from there, and how long to wait, s. */
export function slowAnswer(title: string, waitS: number): Response {
  const answer = problem(429, title, t("too-many-tries", { waitS }));
  answer.headers.set("retry-after", String(waitS));
  return answer;
}

/** The answer that what is sent in somebody's name is not sent by them; null where it is. A machine reads for whoever stands at the bench. */
export function wrongAuthor(...authors: string[]): Response | null {
  const { who, role } = asker();
  const other = authors.find((author) => author !== who);
  return other === undefined || role === "machine" ? null : signInAnswer(other);
}

/** Who asks for something, where the body tells that and nothing else: whoever is signed in, or the answer that they are not. */
export async function askedBy(request: Request): Promise<{ who: string } | { answer: Response }> {
  const read = await readBody(request);
  if ("answer" in read) return read;
  const parsed = asked.safeParse(read.body);
  if (!parsed.success) return { answer: faulty(describeFaults(parsed.error, read.body)) };
  const answer = wrongAuthor(parsed.data.who);
  return answer ? { answer } : { who: personAsking() };
}
