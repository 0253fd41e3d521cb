export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** A label's box where it would stand best, and which way it may give way, a step at a time. */
export interface Label {
  box: Box;
  step: { dx: number; dy: number };
}

/** Steps after which a label stays where it is, however crowded. */
const MOST_STEPS = 12;

const overlap = (a: Box, b: Box): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/**
 * Boxes of labels, none on another nor on what is `taken`: each in turn gives way to those before it.
 *
 * @example
 * labelsApart([
 *   { box: { x: 0, y: 0, width: 10, height: 4 }, step: { dx: 0, dy: 4 } },
 *   { box: { x: 5, y: 0, width: 10, height: 4 }, step: { dx: 0, dy: 4 } },
 * ])[1] // { x: 5, y: 4, width: 10, height: 4 }
 */
export function labelsApart(labels: readonly Label[], taken: readonly Box[] = []): Box[] {
  const placed: Box[] = [];
  for (const { box, step } of labels) {
    const candidates = Array.from({ length: MOST_STEPS + 1 }, (_, n) => ({
      ...box,
      x: box.x + n * step.dx,
      y: box.y + n * step.dy,
    }));
    placed.push(candidates.find((one) => ![...taken, ...placed].some((other) => overlap(one, other))) ?? box);
  }
  return placed;
}
