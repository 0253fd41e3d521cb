import { t } from "../words/trade.ts";
/** With a capital letter at its beginning. */
export const capitalised = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;

/** Words in a row as they are said: "a", "a and b", "a, b and c". */
export const listed = (words: readonly string[]): string =>
  words.length > 1 ? t("and", { words: words.slice(0, -1).join(", "), last: words.at(-1)! }) : words.join();
