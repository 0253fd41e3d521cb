import { AsyncLocalStorage } from "node:async_hooks";
import Negotiator from "negotiator";
import { addCatalogue, hearFrom, languages, type Language } from "../words/language.ts";
import { spanish } from "../words/spanish.ts";

const speaking = new AsyncLocalStorage<Language>();
hearFrom(() => speaking.getStore() ?? "en");
addCatalogue("es", spanish);

/** Does something in a language: whatever is said meanwhile is said in it. */
export const inLanguage = <Result>(spoken: Language, work: () => Result): Result =>
  speaking.run(spoken, work);

const isSpoken = (name: string | undefined): name is Language =>
  (languages as readonly (string | undefined)[]).includes(name);

/**
 * The language that somebody asks in: the one they chose, or else the first of their browser's that is spoken here.
 *
 * @example
 * languageOf(new Headers({ "accept-language": "fr, es-MX;q=0.8" })) // "es"
 */
export function languageOf(headers: Headers): Language {
  const chosen = /(?:^|;\s*)language=(\w\w)/.exec(headers.get("cookie") ?? "")?.[1];
  if (isSpoken(chosen)) return chosen;
  const preferred = new Negotiator({
    headers: { "accept-language": headers.get("accept-language") ?? "" },
  }).languages();
  return preferred.map((tag) => tag.slice(0, 2).toLowerCase()).find(isSpoken) ?? "en";
}
