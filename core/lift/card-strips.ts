import { z } from "zod";
import { defineCalculation } from "../calculation.ts";
import { checkFeatures, edgeFeature, outline } from "../stack/outline.ts";
import { bounded } from "../units.ts";
import { usual } from "../usual.ts";
import { CARD_MM, CARD_MM_S, HANDLING_S } from "./handling.ts";
import { bendingPlate } from "./lift-stress-input.ts";
import { calculateLiftStress, liftStressResult } from "./lift-stress.ts";
import { strengthHere, strengthInput } from "./strength-here.ts";
import { faceStrips, longestPieceMm } from "./strips.ts";
import { windowsFor } from "./windows-for.ts";
import { t } from "../../words/lift.ts";

/** Narrower than this a strip is not cut, mm; wider than this no card reaches. Common practice, no source. */
const LEAST_STRIP_MM = 3;
const MOST_STRIP_MM = 25;
/** How deep a strip is cut for a front that runs so far, mm. */
export const stripOf = (frontMm: number): number =>
  Math.min(MOST_STRIP_MM, Math.max(LEAST_STRIP_MM, Math.floor(frontMm * 10) / 10));

export const cardStripsInput = z
  .strictObject({
    outline,
    features: z.array(edgeFeature).max(100),
    /** What is lifted off the panel, which lies flat and is held. */
    lifted: z.strictObject(bendingPlate),
    allowableMpa: usual(bounded(0.1, 5_000), 30, "the lifted part bears 30 MPa"),
    cardMm: usual(bounded(0.05, 5), CARD_MM, "a card of 0.5 mm: common practice, no source"),
    glue: strengthInput,
    speedMmS: usual(bounded(0.05, 100), CARD_MM_S, "a card goes on at 4 mm/s"),
    /** How long it can be cut off the heat; null where it stays on it. */
    windowS: bounded(1, 3_600).nullable(),
    handlingS: usual(
      bounded(0, 600),
      HANDLING_S,
      "5 s from the heat to the first cut: common practice, no source",
    ),
  })
  .superRefine((input, context) => checkFeatures(input.outline, input.features, "features", context));
export type CardStripsInput = z.output<typeof cardStripsInput>;

const cardStripsResult = z.strictObject({
  fractureEnergyJm2: z.number(),
  /** How far the front runs inward before the card, and between which values, mm. */
  frontMm: z.number(),
  frontLowMm: z.number(),
  frontHighMm: z.number(),
  /** So deep each strip is cut. */
  stripMm: z.number(),
  liftedMpa: z.number(),
  margin: z.number(),
  verdict: liftStressResult.shape.verdict,
  strips: z.number(),
  cutS: z.number(),
  /** So often it comes off the heat; one where it stays on it. */
  windows: z.number(),
  cautions: z.array(z.string()),
  assumed: z.array(z.string()),
});

/**
 * How far the front runs inward before a card, and what that makes of the whole face: in strips of that depth, ring by ring from the rim,
 * how many, how long the cutting takes and how often it goes back on the heat. The front is that of `lift-stress`, a ∝ √w / G^¼, the panel
 * held flat. Units: mm, J/m2, MPa, s.
 * Sources: Obreimoff 1930 for the front; strips and their order: common practice, no source.
 */
export function calculateCardStrips(input: CardStripsInput): z.output<typeof cardStripsResult> {
  const { lifted, cardMm, speedMmS, windowS, handlingS, allowableMpa } = input;
  const strength = strengthHere(input.glue);
  const at = (fractureEnergyJm2: number) =>
    calculateLiftStress({
      lifted,
      base: { support: "held" },
      wedgeMm: cardMm,
      fractureEnergyJm2,
      allowableMpa: { lifted: allowableMpa },
    });
  const { frontMm, liftedMpa, margin, verdict, cautions } = at(strength.jm2);
  const stripMm = stripOf(frontMm);
  const strips = faceStrips(input, {
    stripMm,
    speedMmS,
    longestMm: longestPieceMm(windowS, speedMmS, handlingS),
  });
  return {
    fractureEnergyJm2: strength.jm2,
    frontMm,
    frontLowMm: at(strength.highJm2).frontMm,
    frontHighMm: at(strength.lowJm2).frontMm,
    stripMm,
    liftedMpa,
    margin,
    verdict,
    strips: strips.length,
    cutS: strips.reduce((sum, { timeS }) => sum + timeS, 0),
    windows: windowsFor(
      strips.map(({ timeS }) => timeS),
      windowS,
      handlingS,
    ),
    cautions: [
      ...cautions,
      ...(frontMm < LEAST_STRIP_MM
        ? [t("the-front-runs-less-than-a-strip", { frontMm, LEAST_STRIP_MM })]
        : []),
    ],
    assumed: strength.assumed,
  };
}

export const cardStrips = defineCalculation({
  name: "card-strips",
  purpose: "How far the front runs in before a card, and in how many strips and windows the face comes off.",
  input: cardStripsInput,
  result: cardStripsResult,
  calculate: calculateCardStrips,
});
