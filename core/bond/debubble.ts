import { z } from "zod";
import { usual } from "../usual.ts";
import { defineCalculation } from "../calculation.ts";
import { bounded, oneOf } from "../units.ts";
import { t } from "../../words/bond.ts";

const BAR_PA = 100_000;
/** Standard atmosphere, Pa. */
const ATMOSPHERE_PA = 101_325;

export const debubbleInput = z
  .strictObject({
    /** Of the bubble as it lies there now, at one atmosphere. */
    radiusUm: bounded(0.1, 50_000),
    holdBarAbs: bounded(0.1, 100),
    holdMin: bounded(0.01, 100_000),
    /** Of air in the glue. */
    diffusivityM2S: bounded(1e-16, 1e-6),
    /** Volume of air that a volume of glue takes up (Ostwald). */
    ostwald: bounded(0.0001, 10),
    /** Air in the glue already: 1 is in balance with one atmosphere. */
    saturation: bounded(0, 10),
    surfaceTensionMnM: bounded(0, 1_000),
    /** A ball within the glue, or a disc from face to face. */
    shape: oneOf(["round", "spanning"]),
    gapUm: bounded(5, 5_000).optional(),
    /** Whether the diffusion that is only building up counts; without it the closed form holds. */
    transient: usual(z.boolean(), true, "the diffusion that is only building up counts"),
  })
  .superRefine(({ shape, gapUm, radiusUm }, context) => {
    if (shape !== "spanning") return;
    if (gapUm === undefined) {
      context.addIssue({
        code: "custom",
        path: ["gapUm"],
        message: t("must-be-given-for-a-spanning-bubble"),
      });
    } else if (2 * radiusUm < gapUm) {
      context.addIssue({
        code: "custom",
        path: ["radiusUm"],
        message: t("does-not-reach-from-face-to-face", { radiusUm, gapUm: gapUm / 2 }),
      });
    }
  });
export type DebubbleInput = z.input<typeof debubbleInput>;

export const debubbleVerdicts = ["goes", "shrinks", "stays", "grows"] as const;

export const debubbleResult = z.strictObject({
  /** Pressed together as the pressure comes on. */
  compressedRadiusUm: z.number(),
  /** Under this pressure for as long as it takes, min; null where it never goes. */
  vanishMin: z.number().nullable(),
  radiusAfterHoldUm: z.number(),
  /** What comes back when the pressure is let off. */
  radiusAfterReleaseUm: z.number(),
  /** The largest bubble that this hold takes away, as it lies there now; null where it takes none. */
  largestVanishingUm: z.number().nullable(),
  /** goes: gone at the end of the hold. shrinks: comes back smaller by a tenth or more. stays: hardly changed. grows: larger. */
  verdict: z.enum(debubbleVerdicts),
  curve: z.array(z.strictObject({ timeMin: z.number(), radiusUm: z.number() })),
});
export type Debubble = z.output<typeof debubbleResult>;

interface Bubble {
  pressurePa: number;
  /** How gas leaves: diffusivity times solubility, and the steepening of the first moments. */
  rateM2S: number;
  perRootS: number;
  gasPa: number;
  tensionNM: number;
  isRound: boolean;
  /** What the faces' own curvature adds, Pa. */
  facesPa: number;
}

const LONGEST_S = 60 * 86_400;
const STEP_SHARE = 0.01;
const CURVE_POINTS = 80;

/** d(R²)/dτ with τ = √t: smooth where the bubble is new and where it goes. */
function slope(
  { pressurePa, rateM2S, perRootS, gasPa, tensionNM, isRound, facesPa }: Bubble,
  tau: number,
  y: number,
) {
  const radius = Math.sqrt(Math.max(y, 0));
  const curved = radius > 0 ? tensionNM / radius : 0;
  const inside = pressurePa + facesPa + (isRound ? 2 : 1) * curved;
  const stiff = inside - (isRound ? (2 / 3) * curved : curved / 2);
  return 4 * rateM2S * ((gasPa - inside) / stiff) * ((isRound ? 1 : 0.5) * tau + radius * perRootS);
}

/** Follows a bubble of this radius, m, until it is gone or the time is over: when, and what is left. */
function follow(
  bubble: Bubble,
  radiusM: number,
  untilS: number,
  keep?: (timeS: number, radiusM: number) => void,
): { goneS: number | null; radiusM: number } {
  const first = radiusM ** 2;
  const end = Math.sqrt(untilS);
  let [tau, y] = [0, first];
  keep?.(0, radiusM);
  while (tau < end) {
    const a = slope(bubble, tau, y);
    const step = Math.min(
      end - tau,
      end / CURVE_POINTS,
      (STEP_SHARE * first) / Math.max(Math.abs(a), 1e-300),
    );
    const b = slope(bubble, tau + step / 2, y + (step / 2) * a);
    const c = slope(bubble, tau + step / 2, y + (step / 2) * b);
    const d = slope(bubble, tau + step, y + step * c);
    const next = y + (step / 6) * (a + 2 * b + 2 * c + d);
    if (next <= 0) {
      const goneS = (tau + (step * y) / (y - next)) ** 2;
      keep?.(goneS, 0);
      return { goneS, radiusM: 0 };
    }
    tau += step;
    y = next;
    keep?.(tau ** 2, Math.sqrt(y));
    // What grows by so much grows for good.
    if (y > 1e4 * first) break;
  }
  return { goneS: null, radiusM: Math.sqrt(y) };
}

/**
 * Whether a bubble goes under pressure, and when.
 *
 * Epstein & Plesset 1950 with the pressure of the hold: dR/dt = D L (s P0 - p) / (p - 2γ/3R) (1/R + 1/√(πDt)), p = P + 2γ/R. First it is
 * pressed together at once (Boyle), R by the cube root of P0/P; a disc between two faces by the square root, its flow in the plane
 * (1/2R + 1/√(πDt)), its own pressure P + γ/R + 2γ/h. When the pressure is let off it grows by the same root. Radii in µm, pressures in
 * bar absolute, time in min, diffusivity in m²/s. One bubble alone, glue without end, temperature steady. P0 is one atmosphere.
 */
export function calculateDebubble(input: DebubbleInput): Debubble {
  const {
    radiusUm,
    holdBarAbs,
    holdMin,
    diffusivityM2S,
    ostwald,
    saturation,
    surfaceTensionMnM,
    shape,
    gapUm,
    transient,
  } = debubbleInput.parse(input);
  const isRound = shape === "round";
  const pressurePa = holdBarAbs * BAR_PA;
  const pressed = (ATMOSPHERE_PA / pressurePa) ** (isRound ? 1 / 3 : 1 / 2);
  const tensionNM = surfaceTensionMnM / 1_000;
  const bubble: Bubble = {
    pressurePa,
    rateM2S: diffusivityM2S * ostwald,
    perRootS: transient ? 1 / Math.sqrt(Math.PI * diffusivityM2S) : 0,
    gasPa: saturation * ATMOSPHERE_PA,
    tensionNM,
    isRound,
    facesPa: isRound ? 0 : (2 * tensionNM) / (gapUm! * 1e-6),
  };
  const startM = radiusUm * 1e-6 * pressed;
  const curve: Debubble["curve"] = [];
  const held = follow(bubble, startM, holdMin * 60, (timeS, radiusM) => {
    const timeMin = timeS / 60;
    const last = curve.at(-1);
    if (!last || radiusM === 0 || timeMin - last.timeMin >= holdMin / CURVE_POINTS || timeMin >= holdMin) {
      curve.push({ timeMin, radiusUm: radiusM * 1e6 });
    }
  });
  const goneS = held.goneS ?? follow(bubble, startM, LONGEST_S).goneS;
  const vanishes = (um: number) => follow(bubble, um * 1e-6 * pressed, holdMin * 60).goneS !== null;
  let [low, high] = [0.01, 100_000];
  let largestVanishingUm: number | null = null;
  if (vanishes(low)) {
    for (let k = 0; k < 40 && high / low > 1.0005; k += 1) {
      const middle = Math.sqrt(low * high);
      if (vanishes(middle)) low = middle;
      else high = middle;
    }
    largestVanishingUm = low;
  }
  const radiusAfterHoldUm = held.radiusM * 1e6;
  const radiusAfterReleaseUm = radiusAfterHoldUm / pressed;
  const left = radiusAfterReleaseUm / radiusUm;
  return {
    compressedRadiusUm: startM * 1e6,
    vanishMin: goneS === null ? null : goneS / 60,
    radiusAfterHoldUm,
    radiusAfterReleaseUm,
    largestVanishingUm,
    verdict: left === 0 ? "goes" : left > 1.02 ? "grows" : left > 0.9 ? "stays" : "shrinks",
    curve,
  };
}

export const debubble = defineCalculation({
  name: "debubble",
  purpose: "Whether a bubble goes in the pressure chamber, when, and what comes back.",
  input: debubbleInput,
  result: debubbleResult,
  calculate: calculateDebubble,
});
