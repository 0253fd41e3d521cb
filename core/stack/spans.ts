/** A stretch from one place to another, mm. */
export type Span = readonly [number, number];

/**
 * A stretch in so many parts of one length.
 *
 * @example
 * divided([0, 100], 2) // [[0, 50], [50, 100]]
 */
export const divided = ([from, to]: Span, parts: number): Span[] =>
  Array.from({ length: parts }, (_, i): Span => [
    from + ((to - from) * i) / parts,
    from + ((to - from) * (i + 1)) / parts,
  ]);

/** Shorter than this a stretch is not worth a piece of its own, mm. */
const LEAST_MM = 2;

/**
 * What is left of a stretch once others are taken out of it, in order.
 *
 * @example
 * without([0, 100], [[20, 30], [25, 50]]) // [[0, 20], [50, 100]]
 */
export function without(span: Span, taken: readonly Span[]): Span[] {
  let left: Span[] = [span];
  for (const [from, to] of taken) {
    left = left.flatMap(([a, b]): Span[] =>
      to <= a || from >= b
        ? [[a, b]]
        : [
            [a, Math.max(a, from)],
            [Math.min(b, to), b],
          ],
    );
  }
  return left.filter(([a, b]) => b - a >= LEAST_MM);
}
