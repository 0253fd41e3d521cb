/** With a capital letter at its beginning. */
export const capitalised = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;

/** Words in a row as they are said: "a", "a and b", "a, b and c". */
export const listed = (words: readonly string[]): string =>
  words.length > 1 ? `${words.slice(0, -1).join(", ")} and ${words.at(-1)}` : words.join();
