import type { MessageFormatElement } from "@formatjs/icu-messageformat-parser";

/** Languages that the product speaks. */
export const languages = ["en", "es"] as const;
export type Language = (typeof languages)[number];
/** Each by its own name. */
export const languageNames: Readonly<Record<Language, string>> = { en: "English", es: "Español" };

/** A message, or what parsing made of it: browsers are spared the parser. */
export type Text = string | MessageFormatElement[];
/** Words of a language, by area and message. */
export type Catalogue = Readonly<Record<string, Readonly<Record<string | number, Text>>>>;

/** Every message of an area in another language. */
export type Words<English> = Readonly<Record<keyof English, string>>;

/** Where a page in another language than English has left its words before anything else runs. */
const page = globalThis as { halfLiftWords?: { language: Language; words: Catalogue } };

let heard: () => Language = () => page.halfLiftWords?.language ?? "en";
const catalogues = new Map<Language, Catalogue>();

/** The language that is spoken: a page's own, or that of the request which is being answered. */
export const language = (): Language => heard();

/** How dates and numbers are written in a language: Spanish as in Mexico, with a decimal point as on the instruments. */
export const locale = (name: Language = language()): string => ({ en: "en-GB", es: "es-MX" })[name];

/** Says where the language is heard from; a server hears it from each request. Returns where it was heard from before. */
export function hearFrom(hear: () => Language): () => Language {
  const before = heard;
  heard = hear;
  return before;
}

/** Gives the words of a language where they are all at hand. */
export function addCatalogue(name: Language, words: Catalogue): void {
  catalogues.set(name, words);
}

/** The words of an area in a language; undefined for English, whose words stand with what says them. */
export const wordsOf = (name: Language, area: string): Readonly<Record<string | number, Text>> | undefined =>
  name === "en" ? undefined : (catalogues.get(name) ?? page.halfLiftWords?.words)?.[area];
