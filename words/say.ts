import { TYPE, type MessageFormatElement } from "@formatjs/icu-messageformat-parser";
import { IntlMessageFormat } from "intl-messageformat";
import type { Message } from "../core/job/message.ts";
import { en } from "./en.ts";

/** Languages that the product speaks, each with its catalogue. In a browser messages with values come parsed already. */
const catalogues: Readonly<Record<string, Readonly<Record<string, string | MessageFormatElement[]>>>> = {
  en,
};

/**
 * A move as it is asked for, before anybody has told how it went: by its question where the catalogue has one. A press is its own
 * instruction.
 */
export function askFor(told: Message, language = "en"): string {
  const id = told.id.replace(/^move\./, "ask.");
  return say(catalogues[language]?.[id] === undefined ? told : { ...told, id }, language);
}

/**
 * A move as it stands in a plan or a list, before its settings are worked out: without figures where those would only be hoped for.
 *
 * @example
 * planFor({ id: "move.dose-chosen", values: { volumeMl: 1, gapUm: 150 } }) // "Work out the dose."
 */
export function planFor(planned: Message, language = "en"): string {
  const id = planned.id.replace(/^move\./, "plan.");
  return catalogues[language]?.[id] === undefined
    ? askFor(planned, language)
    : say({ ...planned, id }, language);
}

/** The names of the values by which a message chooses its words, however deep. */
const choosers = (elements: readonly MessageFormatElement[]): string[] =>
  elements.flatMap((element) =>
    element.type === TYPE.select || element.type === TYPE.plural
      ? [
          ...(element.type === TYPE.select ? [element.value] : []),
          ...Object.values(element.options).flatMap(({ value }) => choosers(value)),
        ]
      : [],
  );

const parsed = new Map<string, { format: IntlMessageFormat; chosenBy: ReadonlySet<string> }>();

function parsedMessage(text: string | MessageFormatElement[], name: string, language: string) {
  const there = parsed.get(name);
  if (there) return there;
  const format = new IntlMessageFormat(text, language, undefined, { ignoreTag: true });
  const made = { format, chosenBy: new Set(choosers(format.getAst())) };
  parsed.set(name, made);
  return made;
}

/**
 * A message as it is said. Throws where the catalogue lacks it or a value is missing, so that a test finds it.
 *
 * @example
 * say({ id: "need.off" }) // "It is still on."
 */
export function say({ id, values = {} }: Message, language = "en"): string {
  const text = catalogues[language]?.[id];
  if (text === undefined) throw new Error(`The catalogue "${language}" has no "${id}".`);
  if (typeof text === "string" && !/[{}'<#]/.test(text)) return text;
  const { format, chosenBy } = parsedMessage(text, `${language} ${id}`, language);
  // What ICU chooses by is one word.
  const named = Object.fromEntries(
    Object.entries(values).map(([key, value]) => [
      key,
      typeof value === "string" && chosenBy.has(key) ? value.replaceAll(" ", "_") : value,
    ]),
  );
  return String(format.format(named))
    .replace(/\s+/g, " ")
    .replace(/ ([.,:])/g, "$1")
    .trim();
}
