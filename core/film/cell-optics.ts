import { z } from "zod";
import { usual } from "../usual.ts";
import { defineCalculation } from "../calculation.ts";
import { bounded, oneOf } from "../units.ts";
import {
  chromaticity,
  illuminants,
  screenColour,
  tintName,
  tristimulus,
  wavelengthsNm,
  type Illuminant,
} from "./colour.ts";
import { t } from "../../words/film.ts";

const MOST_STEPS = 721;
/** Birefringence 7 % more at 450 than at 550 nm. Assumed: between what mixtures of cyanobiphenyls and of fluorinated rings show. */
const USUAL_NM2 = 50_000;
export const dispersion = () =>
  z.union([bounded(0, 500_000), z.literal("usual")], { error: () => t("must-be-nm2-or-usual") });
/** In nm², whichever way it was given. */
export const dispersionNm2 = (given: z.output<ReturnType<typeof dispersion>>): number =>
  given === "usual" ? USUAL_NM2 : given;

/** How much better a film passes light along its axis than across. */
export const filmExtinction = () =>
  usual(bounded(1, 1e6), 1_000, "each film passes a thousandth across its axis: usual, from memory");

export const cellOpticsInput = z.strictObject({
  twistDeg: bounded(-360, 360),
  /** At 550 nm. */
  retardanceNm: bounded(0, 5_000),
  /** How it grows towards blue, nm²: as 1 + this / λ² (two terms of Cauchy); or as is usual for such liquid crystals. */
  dispersion: usual(dispersion(), 0, "the same birefringence at every wavelength"),
  rearDeg: bounded(-360, 360),
  frontDeg: bounded(-360, 360),
  onRetardanceShare: usual(
    bounded(0, 1),
    0.1,
    "a driven pixel keeps a tenth of its birefringence: not measured",
  ),
  illuminant: usual(oneOf(illuminants), "E", "light of equal energy at every wavelength"),
  /** Light that a film passes along its axis over what it passes across it. */
  filmExtinction: filmExtinction(),
  sweep: z
    .strictObject({
      fromDeg: bounded(-360, 360),
      toDeg: bounded(-360, 360),
      stepDeg: bounded(0.25, 90),
    })
    .superRefine(({ fromDeg, toDeg, stepDeg }, context) => {
      if (toDeg <= fromDeg) {
        context.addIssue({
          code: "custom",
          path: ["toDeg"],
          message: t("must-be-above-fromdeg", { toDeg, fromDeg }),
        });
      } else if ((toDeg - fromDeg) / stepDeg > MOST_STEPS) {
        context.addIssue({
          code: "custom",
          path: ["stepDeg"],
          message: t("gives-more-than-steps", { stepDeg, MOST_STEPS }),
        });
      }
    })
    .optional(),
});
export type CellOpticsInput = z.input<typeof cellOpticsInput>;

const look = z.strictObject({
  transmittance: z.array(z.strictObject({ nm: z.number(), t: z.number() })),
  X: z.number(),
  Y: z.number(),
  Z: z.number(),
  x: z.number(),
  y: z.number(),
  srgb: z.templateLiteral(["#", z.string()]),
  tint: z.string(),
});
const senses = z.enum(["positive", "negative"]);
const swatch = z.strictObject({
  x: z.number(),
  y: z.number(),
  Y: z.number(),
  srgb: z.templateLiteral(["#", z.string()]),
  tint: z.string(),
});

export const cellOpticsResult = z.strictObject({
  /** Not driven, and driven. */
  off: look,
  on: look,
  /** The lighter over the darker. */
  contrast: z.number(),
  /** Positive: dark signs on a light ground, where the ground is not driven. */
  sense: senses,
  sweep: z
    .array(
      z.strictObject({ frontDeg: z.number(), off: swatch, on: swatch, contrast: z.number(), sense: senses }),
    )
    .optional(),
});
export type CellOptics = z.output<typeof cellOpticsResult>;
export type Look = CellOptics["off"];

/** A complex number, and a field of light across two directions. */
type Complex = readonly [number, number];
type Field = readonly [Complex, Complex];

const rotated = ([a, b]: Field, deg: number): Field => {
  const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  return [
    [c * a[0] - s * b[0], c * a[1] - s * b[1]],
    [s * a[0] + c * b[0], s * a[1] + c * b[1]],
  ];
};

/**
 * What a uniformly twisted layer makes of linear light at `inDeg`, deg from its entrance director; in the room's frame.
 * In the frame that turns with the director: [[cos X - i g sin X, f sin X], [-f sin X, cos X + i g sin X]] with f = twist / X,
 * g = half the phase / X, X the root of the sum of their squares. Yariv & Yeh, *Optical Waves in Crystals*, chapter 5.
 */
function throughTwist(inDeg: number, twistDeg: number, phase: number): Field {
  const twist = (twistDeg * Math.PI) / 180;
  const whole = Math.hypot(twist, phase / 2);
  const sinc = whole === 0 ? 1 : Math.sin(whole) / whole;
  const cos = Math.cos(whole);
  const [f, g] = [twist * sinc, (phase / 2) * sinc];
  const [p, q] = [Math.cos((inDeg * Math.PI) / 180), Math.sin((inDeg * Math.PI) / 180)];
  return rotated(
    [
      [cos * p + f * q, -g * p],
      [-f * p + cos * q, g * q],
    ],
    twistDeg,
  );
}

/** Share of linear light at `rearDeg` that a perfect film at `frontDeg` lets through. */
function passed(rearDeg: number, frontDeg: number, twistDeg: number, phase: number): number {
  const [along] = rotated(throughTwist(rearDeg, twistDeg, phase), -frontDeg);
  return along[0] ** 2 + along[1] ** 2;
}

interface Cell {
  twistDeg: number;
  retardanceNm: number;
  rearDeg: number;
  frontDeg: number;
  filmExtinction: number;
  /** nm²; none where it is left out. */
  dispersion?: number;
}

/** Retardance over that at 550 nm. */
const dispersed = (nm: number, nm2: number): number => (1 + nm2 / nm ** 2) / (1 + nm2 / 550 ** 2);

/**
 * Transmittance by wavelength between two films, 1 where both axes and the light between are one. A film of contrast C also passes 1/C
 * of the light across its axis; the four ways through add up without interference, so that crossed and parallel still sum to 1.
 */
export function transmittance(cell: Cell, share = 1): number[] {
  const leak = 1 / cell.filmExtinction;
  return wavelengthsNm.map((nm) => {
    const phase = (2 * Math.PI * share * cell.retardanceNm * dispersed(nm, cell.dispersion ?? 0)) / nm;
    const through = passed(cell.rearDeg, cell.frontDeg, cell.twistDeg, phase);
    return ((1 + leak ** 2) * through + 2 * leak * (1 - through)) / (1 + leak) ** 2;
  });
}

function lookOf(t: readonly number[], illuminant: Illuminant): Look {
  const xyz = tristimulus(t, illuminant);
  const [X, Y, Z] = xyz;
  return {
    transmittance: wavelengthsNm.map((nm, i) => ({ nm, t: t[i]! })),
    X,
    Y,
    Z,
    ...chromaticity(xyz),
    srgb: screenColour(xyz, illuminant),
    tint: tintName(xyz, illuminant),
  };
}

/**
 * What the picture looks like between two films: colours of pixels that are driven and that are not, contrast, sense.
 *
 * Jones calculus of a uniformly twisted layer; a driven pixel keeps `onRetardanceShare` of its birefringence and all of its twist.
 * Angles in degrees from the entrance director, counter-clockwise from the viewer's side, the twist towards the viewer; retardance in
 * nm at 550 nm, its dispersion by two terms of Cauchy. Straight through, no reflection, no colour filter, no tilt of the molecules at the faces: good for
 * sense and tint, not for a data sheet's contrast.
 * Sources: Yariv & Yeh, *Optical Waves in Crystals*; Cauchy for the dispersion; Gooch & Tarry 1975; observer of Wyman, Sloan & Shirley 2013; D65 of CIE 15;
 * sRGB of IEC 61966-2-1 (from memory).
 */
export function calculateCellOptics(input: CellOpticsInput): CellOptics {
  const { illuminant, onRetardanceShare, sweep, dispersion: given, ...rest } = cellOpticsInput.parse(input);
  const cell = { ...rest, dispersion: dispersionNm2(given) };
  const at = (frontDeg: number) => {
    const turned = { ...cell, frontDeg };
    const [off, on] = [1, onRetardanceShare].map((share) => lookOf(transmittance(turned, share), illuminant));
    const sense = off!.Y >= on!.Y ? ("positive" as const) : ("negative" as const);
    return {
      off: off!,
      on: on!,
      contrast: Math.max(off!.Y, on!.Y) / Math.max(1e-9, Math.min(off!.Y, on!.Y)),
      sense,
    };
  };
  const small = ({ x, y, Y, srgb, tint }: Look) => ({ x, y, Y, srgb, tint });
  const swept =
    sweep &&
    Array.from({ length: Math.floor((sweep.toDeg - sweep.fromDeg) / sweep.stepDeg + 1e-9) + 1 }, (_, i) => {
      const frontDeg = sweep.fromDeg + i * sweep.stepDeg;
      const { off, on, contrast, sense } = at(frontDeg);
      return { frontDeg, off: small(off), on: small(on), contrast, sense };
    });
  return { ...at(cell.frontDeg), ...(swept ? { sweep: swept } : {}) };
}

export const cellOptics = defineCalculation({
  name: "cell-optics",
  purpose:
    "How the picture looks at each film angle: colours, contrast, positive or negative, tint in words.",
  input: cellOpticsInput,
  result: cellOpticsResult,
  calculate: calculateCellOptics,
});
