import { z } from "zod";
import { describeFaults } from "../core/faults.ts";
import { key } from "../core/stack/family.ts";
import { database } from "./db/pool.ts";
import { faulty, readBody } from "./problem.ts";
import { listTechnicians } from "./store/technicians.ts";
import { t } from "../words/server.ts";

const asked = z.strictObject({ who: key() });

/** The answer that nobody of this name works here, or null where somebody does. */
export async function strangerAnswer(who: string): Promise<Response | null> {
  const isKnown = (await listTechnicians(database())).some((person) => person.key === who);
  return isKnown ? null : faulty([{ path: "who", message: t("there-is-no-technician", { who }) }]);
}

/** Who asks for something, where the body tells that and nothing else: a technician of the shop, or the answer that it is none. */
export async function askedBy(request: Request): Promise<{ who: string } | { answer: Response }> {
  const read = await readBody(request);
  if ("answer" in read) return read;
  const parsed = asked.safeParse(read.body);
  if (!parsed.success) return { answer: faulty(describeFaults(parsed.error, read.body)) };
  const { who } = parsed.data;
  const answer = await strangerAnswer(who);
  return answer ? { answer } : { who };
}
