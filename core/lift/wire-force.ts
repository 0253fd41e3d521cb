import { flowNm, toRad, type Wire } from "./wire-pull.ts";

/** What a wire is taken for where nobody says otherwise. Assumed. */
export const usualWire = { wireUm: 100, flowStressMpa: 0.05, friction: 0.3, angleDeg: 45 };
/** Hard-drawn steel wire, from memory. */
export const USUAL_TENSILE_MPA = 2_000;

/**
 * What each hand pulls with at a front of this length through glue that holds so, and where the wire breaks, N. See `wire-sweep`.
 */
export function wirePull(
  frontMm: number,
  fractureEnergyJm2: number,
  wire: Wire,
  tensileMpa = USUAL_TENSILE_MPA,
) {
  return {
    forceN:
      (resistanceNm(fractureEnergyJm2, wire) * (frontMm / 1_000)) / (2 * Math.sin(toRad(wire.angleDeg))),
    breaksAtN: (tensileMpa * Math.PI * (wire.wireUm / 1_000) ** 2) / 4,
  };
}

/** What each metre of front takes, N/m. */
export const resistanceNm = (fractureEnergyJm2: number, wire: Wire): number =>
  fractureEnergyJm2 + flowNm(wire);
