import { TYPE, type MessageFormatElement } from "@formatjs/icu-messageformat-parser";
import { IntlMessageFormat } from "intl-messageformat";
import { hasChoices } from "./in-browsers.js";
import { language, locale, wordsOf, type Language, type Text } from "./language.ts";

export type Values = Readonly<Record<string, string | number>>;

const numbers = new Map<string, Intl.NumberFormat>();

/** A number as ICU writes it: `digits` says how many after the point, "00" always and "##" where there are any. */
function numberText(value: number, digits: string | undefined, spoken: Language): string {
  const key = `${spoken} ${digits}`;
  const made =
    numbers.get(key) ??
    new Intl.NumberFormat(locale(spoken), {
      minimumFractionDigits: digits?.replaceAll("#", "").length ?? 0,
      maximumFractionDigits: digits?.length ?? 3,
    });
  numbers.set(key, made);
  return made.format(value);
}

/** Words of the trade that stand as values in what is stored, as they are said in another language. */
const termOf = (value: string | number, spoken: Language): string | number => {
  const terms = typeof value === "string" ? wordsOf(spoken, "terms") : undefined;
  if (terms === undefined) return value;
  const text = String(value);
  const term = terms[text];
  if (typeof term === "string") return term;
  const small = terms[text.charAt(0).toLowerCase() + text.slice(1)];
  return typeof small === "string" ? small.charAt(0).toUpperCase() + small.slice(1) : value;
};

/**
 * A word of the trade as it stands in what is stored ("top", "cover glass"), said in the language that is spoken; any other text as it is.
 *
 * @example
 * term("top") // "top"
 */
export const term = (value: string): string => String(termOf(value, language()));

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

interface Format {
  format: IntlMessageFormat;
  chosenBy: ReadonlySet<string>;
}
/** By language and name: a browser has the parsed text anew each time that it is said. */
const formats = new Map<string, Format>();

function formatOf(text: Text, spoken: Language, name: string): Format {
  const key = `${spoken} ${name}`;
  const there = formats.get(key);
  if (there) return there;
  const format = new IntlMessageFormat(text, locale(spoken), undefined, { ignoreTag: true });
  const made = { format, chosenBy: new Set(choosers(format.getAst())) };
  formats.set(key, made);
  return made;
}

/**
 * A message in a language with its values in their places; `name` is its own among all messages. Throws where a value is missing.
 */
export function put(text: Text, values: Values, spoken: Language, name: string): string {
  if (typeof text === "string" && !hasChoices(text)) {
    return text.replace(
      /\{(\w+)(, number(?:, ::\.([0#]+))?)?\}/g,
      (_, of: string, asNumber: string | undefined, digits: string | undefined) => {
        const value = values[of];
        if (value === undefined) throw new Error(`"${text}" lacks ${of}.`);
        return asNumber === undefined
          ? String(termOf(value, spoken))
          : numberText(Number(value), digits, spoken);
      },
    );
  }
  const { format, chosenBy } = formatOf(text, spoken, name);
  const named = Object.fromEntries(
    Object.entries(values).map(([of, value]) => [
      of,
      // What ICU chooses by is one word, as it stands in the record.
      typeof value === "string" && chosenBy.has(of) ? value.replaceAll(" ", "_") : termOf(value, spoken),
    ]),
  );
  return String(format.format(named));
}

/** A message by its id; as it is built for browsers, by its place in the catalogue, with its English text beside it. */
type Id<Area> = (keyof Area & string) | readonly [place: number, english: Text];

/**
 * What says the messages of an area in the language that is spoken.
 *
 * @example
 * speakerOf("bench", { left: "{time} left" })("left", { time: "2 min" }) // "2 min left"
 */
export const speakerOf =
  <Area extends Readonly<Record<string, Text>>>(name: string, english: Area) =>
  (id: Id<Area>, values: Values = {}): string => {
    const spoken = language();
    const [key, own] = typeof id === "string" ? [id, english[id]] : id;
    const text = wordsOf(spoken, name)?.[key] ?? own;
    if (text === undefined) throw new Error(`"${name}" has no message "${key}".`);
    return put(text, values, spoken, `${name} ${key}`);
  };
