import type { wireBounds } from "./wire-bounds.ts";

export const WIRE_UM = 100;

export const toRad = (degrees: number) => (degrees * Math.PI) / 180;

export type Wire = { [Field in keyof typeof wireBounds]: number };

/** What the flow round a wire adds to the glue's own hold, N/m: (1 + μ) σ d. */
export const flowNm = ({ wireUm, flowStressMpa, friction }: Wire): number =>
  (1 + friction) * flowStressMpa * wireUm;

/**
 * What a glue holds with, J/m2, from the force of each hand on a wire that is drawn through it: the other way round of `wire-sweep`.
 * Null where the
 * force is no more than what the flow round the wire takes.
 *
 * @example
 * strengthFromWire(1, 100, { wireUm: 100, flowStressMpa: 0, friction: 0, angleDeg: 90 }) // 20
 */
export function strengthFromWire(forceN: number, frontMm: number, wire: Wire): number | null {
  const pulledNm = (2 * forceN * Math.sin(toRad(wire.angleDeg))) / (frontMm / 1_000);
  const jm2 = pulledNm - flowNm(wire);
  return jm2 > 0 ? jm2 : null;
}
