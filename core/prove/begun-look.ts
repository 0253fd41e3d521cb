import { findLines, type FoundLine, type LinesAsked } from "./find-lines.ts";

/** A look that has begun: its lines can be found on another thread while the rest of it goes on here. */
export interface BegunLook<Found> {
  /** Null where the picture is too small for any. */
  lines: LinesAsked | null;
  /** Does all but the lines, and gives what joins them to it. */
  rest: () => (lines: FoundLine[]) => Found;
}

/** The whole look on this thread. */
export const wholeLook = <Found>({ lines, rest }: BegunLook<Found>): Found =>
  rest()(lines ? findLines(lines) : []);

/**
 * The whole look, its lines found elsewhere meanwhile: `find` is given a copy, since what they lie in is many times as large, and may send
 * that on. Where it answers null they are found here.
 */
export async function sharedLook<Found>(
  { lines, rest }: BegunLook<Found>,
  find: (asked: LinesAsked) => Promise<FoundLine[] | null>,
): Promise<Found> {
  if (!lines) return rest()([]);
  const found = find({ ...lines, values: lines.values.slice() });
  const join = rest();
  return join((await found) ?? findLines(lines));
}
