import { IntlMessageFormat } from "intl-messageformat";
import { language, wordsOf, type Language, type Text } from "./language.ts";

export type Values = Readonly<Record<string, string | number>>;

const formats = new Map<Text, IntlMessageFormat>();

/** Most messages only hold values: those need no parser. */
export const hasChoices = (text: string): boolean => /\{\w+,|'\{/.test(text);

/** Words of the trade that stand as values in what is stored, as they are said in another language. */
export const termOf = (value: string | number, spoken: Language): string | number => {
  const term = typeof value === "string" ? wordsOf(spoken, "terms")?.[value] : undefined;
  return typeof term === "string" ? term : value;
};

/**
 * A word of the trade as it stands in what is stored ("top", "cover glass"), said in the language that is spoken; any other text as it is.
 *
 * @example
 * term("top") // "top"
 */
export const term = (value: string): string => String(termOf(value, language()));

/** A message in a language with its values in their places. Throws where a value is missing. */
export function put(text: Text, values: Values, spoken: Language): string {
  if (typeof text === "string" && !hasChoices(text)) {
    return text.replace(/\{(\w+)\}/g, (_, name: string) => {
      const value = values[name];
      if (value === undefined) throw new Error(`"${text}" lacks ${name}.`);
      return String(termOf(value, spoken));
    });
  }
  const made = formats.get(text) ?? new IntlMessageFormat(text, spoken, undefined, { ignoreTag: true });
  formats.set(text, made);
  return String(made.format(values));
}

/** A message by its id; as it is built for browsers, with its English text beside it. */
type Id<Area> = (keyof Area & string) | readonly [keyof Area & string, Text];

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
    return put(text, values, spoken);
  };
