/**
 * Whether every word that was typed is a part of some of these texts, whatever their case.
 *
 * @example
 * hasWords("tick 5", "TK-5", "Ticket handheld") // true
 */
export function hasWords(typed: string, ...texts: readonly string[]): boolean {
  const text = texts.join(" ").toLowerCase();
  return typed
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}
