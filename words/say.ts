import type { Message } from "../core/job/message.ts";
import { job } from "./en/job.ts";
import { language, wordsOf, type Language, type Text } from "./language.ts";
import { put } from "./speaker.ts";

const textOf = (id: string, spoken: Language): Text | undefined =>
  wordsOf(spoken, "job")?.[id] ?? (job as Readonly<Record<string, Text>>)[id];

/**
 * A move as it is asked for, before anybody has told how it went: by its question where the catalogue has one. A press is its own
 * instruction.
 */
export function askFor(told: Message, spoken = language()): string {
  const id = told.id.replace(/^move\./, "ask.");
  return say(textOf(id, spoken) === undefined ? told : { ...told, id }, spoken);
}

/**
 * A move as it stands in a plan or a list, before its settings are worked out: without figures where those would only be hoped for.
 *
 * @example
 * planFor({ id: "move.dose-chosen", values: { volumeMl: 1, gapUm: 150 } }) // "Work out the dose."
 */
export function planFor(planned: Message, spoken = language()): string {
  const id = planned.id.replace(/^move\./, "plan.");
  return textOf(id, spoken) === undefined ? askFor(planned, spoken) : say({ ...planned, id }, spoken);
}

/** Without the gaps that what was left out has left. */
const tidied = (said: string): string =>
  said
    .replace(/\s+/g, " ")
    .replace(/ ([.,:])/g, "$1")
    .trim();

/**
 * A message as it is said. Throws where the catalogue lacks it or a value is missing, so that a test finds it.
 *
 * @example
 * say({ id: "need.off" }) // "It is still on."
 */
export function say({ id, values = {} }: Message, spoken = language()): string {
  const text = textOf(id, spoken);
  if (text === undefined) throw new Error(`The catalogue has no "${id}".`);
  return tidied(put(text, values, spoken, `job ${id}`));
}
