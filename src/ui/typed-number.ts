/** A number as it was typed, with a point or a comma; undefined where nothing was. */
export const typedNumber = (typed: string): number | undefined =>
  typed.trim() === "" ? undefined : Number(typed.trim().replace(",", "."));

/** The same within bounds; null where it is none. */
export function typedWithin(typed: string, [low, high]: readonly [number, number]): number | null {
  const value = typedNumber(typed);
  return value !== undefined && value >= low && value <= high ? value : null;
}

/** What was typed, as a fault names it: a dash where that is nothing, in any language. */
export const asTyped = (text: string): string => text.trim() || "–";
