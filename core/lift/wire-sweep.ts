import { z } from "zod";
import { defineCalculation } from "../calculation.ts";
import { checkFeatures, edgeFeature, outline } from "../stack/outline.ts";
import { panelPoint } from "../stack/panel-point.ts";
import { bounded } from "../units.ts";
import { usual } from "../usual.ts";
import { strengthHere, strengthInput } from "./strength-here.ts";
import { resistanceNm, USUAL_TENSILE_MPA, usualWire, wirePull } from "./wire-force.ts";
import { wireBounds } from "./wire-bounds.ts";
import { USUAL_DEPTH_MM, wireSweep as sweepOf } from "./wire-sweep-plan.ts";

/** How fast the middle of a wire goes on, mm/s. Assumed, until a bench has timed its own. */
export const WIRE_MM_S = 1;
export const wireSweepInput = z
  .strictObject({
    outline,
    features: z.array(edgeFeature).max(100),
    maxDepthMm: usual(
      bounded(0.1, 100),
      USUAL_DEPTH_MM,
      "what is delicate reaches 5 mm inward: common practice, no source",
    ),
    glue: strengthInput,
    wireUm: usual(wireBounds.wireUm, usualWire.wireUm, "a wire of 100 µm"),
    flowStressMpa: usual(
      wireBounds.flowStressMpa,
      usualWire.flowStressMpa,
      "hot glue flows round the wire at 0.05 MPa",
    ),
    friction: usual(wireBounds.friction, usualWire.friction, "a friction of 0.3 on the wire"),
    angleDeg: usual(wireBounds.angleDeg, usualWire.angleDeg, "each hand pulls at 45° to the front"),
    tensileMpa: usual(
      bounded(10, 10_000),
      USUAL_TENSILE_MPA,
      "hard-drawn steel wire bears 2,000 MPa, from memory",
    ),
    speedMmS: usual(bounded(0.01, 100), WIRE_MM_S, "the wire's middle goes on at 1 mm/s"),
  })
  .superRefine((input, context) => checkFeatures(input.outline, input.features, "features", context));
export type WireSweepInput = z.output<typeof wireSweepInput>;

const wireSweepResult = z.strictObject({
  passes: z.array(
    z.strictObject({
      start: panelPoint,
      longestMm: z.number(),
      pathMm: z.number(),
      timeS: z.number(),
      newPct: z.number(),
    }),
  ),
  sweptPct: z.number(),
  timeS: z.number(),
  /** What the glue pulls with at each metre of front, N/m. */
  resistanceNm: z.number(),
  /** What each hand pulls with where the front is longest, and between which values, N. */
  forceN: z.number(),
  forceLowN: z.number(),
  forceHighN: z.number(),
  breaksAtN: z.number(),
  margin: z.number(),
  verdict: z.enum(["safe", "close", "stop"]),
  stopsBefore: z.array(z.string()),
  assumed: z.array(z.string()),
});

/** Below this margin it is close. Assumed. */
const CLOSE_MARGIN = 1.5;
/**
 * A wire drawn through the glue line: which way, how much of the face, how long, how hard.
 *
 * Each metre of front takes R = G + (1 + μ) σ d: the energy of parting, and what flows round the wire of diameter d. Two hands that pull at
 * an angle θ to the chord hold a front of length L at 2 F sin θ = R L (equilibrium). The wire bears σ_t π d² / 4. Units: mm, µm, N, J/m2
 * (= N/m), MPa, s.
 * Sources: Kamyab, Chakrabarti and Williams 1998 (wire cutting of soft solids), from memory; the way round: common practice, no source.
 */
export function calculateWireSweep(input: WireSweepInput): z.output<typeof wireSweepResult> {
  const { tensileMpa, speedMmS } = input;
  const { passes, sweptPct, stopsBefore } = sweepOf(input, input.maxDepthMm);
  const strength = strengthHere(input.glue);
  const longestMm = Math.max(0, ...passes.map((pass) => pass.longestMm));
  const pullAt = (jm2: number) => wirePull(longestMm, jm2, input, tensileMpa);
  const { forceN, breaksAtN } = pullAt(strength.jm2);
  const margin = breaksAtN / Math.max(forceN, 1e-9);
  const timed = passes.map(({ start, longestMm: longest, pathMm, newPct }) => ({
    start,
    longestMm: longest,
    pathMm,
    newPct,
    timeS: pathMm / speedMmS,
  }));
  return {
    passes: timed,
    sweptPct,
    timeS: timed.reduce((sum, { timeS }) => sum + timeS, 0),
    resistanceNm: resistanceNm(strength.jm2, input),
    forceN,
    forceLowN: pullAt(strength.lowJm2).forceN,
    forceHighN: pullAt(strength.highJm2).forceN,
    breaksAtN,
    margin,
    verdict: margin < 1 ? "stop" : margin < CLOSE_MARGIN ? "close" : "safe",
    stopsBefore,
    assumed: strength.assumed,
  };
}

export const wireSweep = defineCalculation({
  name: "wire-sweep",
  purpose:
    "How a wire frees the face: from where, how much of it, how long it takes and how hard each hand pulls.",
  input: wireSweepInput,
  result: wireSweepResult,
  calculate: calculateWireSweep,
});
