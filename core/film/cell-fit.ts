import { z } from "zod";
import { usual } from "../usual.ts";
import { levenbergMarquardt } from "ml-levenberg-marquardt";
import { defineCalculation, type OnProgress } from "../calculation.ts";
import { bounded } from "../units.ts";
import { dispersion, dispersionNm2, filmExtinction, transmittance } from "./cell-optics.ts";
import { chromaticity, tristimulus } from "./colour.ts";
import { axesApartDeg, foldDeg } from "./axis-angle.ts";
import { lightOfHex } from "./srgb.ts";
import { t } from "../../words/film.ts";

const srgb = z.string().regex(/^#[0-9a-f]{6}$/i, { error: () => t("must-be-a-colour-such-as-ddfdaf") });

export const cellFitInput = z.strictObject({
  /** What the ground looked like, not driven, at known angles of the front film from the entrance director. */
  looks: z
    .array(z.strictObject({ frontDeg: bounded(-360, 360), srgb }))
    .min(2, { error: () => t("must-be-at-least-2-colours") })
    .max(20),
  /** Twists that are thought possible, deg. */
  twistsDeg: usual(
    z.array(bounded(-360, 360)).min(1).max(6),
    [90, 180, 240, 260],
    "twists of 90, 180, 240 and 260 degrees are tried: those that are met, from memory",
  ),
  /** The rear film's angle where it is known; fitted where it is not. */
  rearDeg: bounded(-360, 360).optional(),
  dispersion: usual(
    dispersion(),
    "usual",
    "birefringence 7 % more at 450 than at 550 nm: usual for such liquid crystals, not measured",
  ),
  filmExtinction: filmExtinction(),
});
export type CellFitInput = z.input<typeof cellFitInput>;

const candidate = z.strictObject({
  twistDeg: z.number(),
  retardanceNm: z.number(),
  rearDeg: z.number(),
  /** How far colours are off, root mean square, in x and y. */
  rms: z.number(),
});

export const cellFitResult = z.strictObject({
  ...candidate.shape,
  /** Whether no other cell explains the colours nearly as well. */
  isClear: z.boolean(),
  others: z.array(candidate),
});
export type CellFit = z.output<typeof cellFitResult>;
type Candidate = z.output<typeof candidate>;

const RETARDANCE_NM = { from: 250, to: 1_500, step: 25 };
const REAR_STEP_DEG = 7.5;
/** Where grids end and the fit begins: so many of the best starts. */
const STARTS = 6;
/** Two answers are one where they lie closer than this. */
const SAME = { retardanceNm: 40, rearDeg: 8 };
/** A colour is told apart from another by about so much in x and y, by a camera. Assumed. */
const SEEN = 0.006;

/** Red, green and blue of a screen to X, Y, Z: the inverse of IEC 61966-2-1, D65. */
function chromaticityOf(colour: string): [number, number] {
  const [r, g, b] = lightOfHex(colour);
  const X = 0.4124 * r + 0.3576 * g + 0.1805 * b;
  const Y = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  const Z = 0.0193 * r + 0.1192 * g + 0.9505 * b;
  const { x, y } = chromaticity([X, Y, Z]);
  return [x, y];
}

/**
 * Which cell it is, from the colours of its ground at two or more angles of the front film: twist, retardance and rear film.
 *
 * Each twist that is thought possible is searched on a grid, the best starts are fitted by Levenberg-Marquardt in chromaticity
 * (brightness depends on the exposure and is left out). Photos must be in a white balance in which the bare lamp is white. Colours in
 * sRGB, angles in degrees from the entrance director. `isClear` is false where another cell explains the colours nearly as well: read
 * one angle more. Sources: as cell-optics; Levenberg 1944, Marquardt 1963.
 */
export function calculateCellFit(input: CellFitInput, onProgress: OnProgress = () => undefined): CellFit {
  const {
    looks,
    twistsDeg,
    rearDeg,
    filmExtinction: extinction,
    dispersion: given,
  } = cellFitInput.parse(input);
  const nm2 = dispersionNm2(given);
  const wanted = looks.flatMap(({ srgb: colour }) => chromaticityOf(colour));
  const predicted = (twistDeg: number, retardanceNm: number, rear: number) =>
    looks.flatMap(({ frontDeg }) => {
      const t = transmittance({
        twistDeg,
        retardanceNm,
        rearDeg: rear,
        frontDeg,
        filmExtinction: extinction,
        dispersion: nm2,
      });
      const { x, y } = chromaticity(tristimulus(t, "D65"));
      return [x, y];
    });
  const rmsOf = (found: readonly number[]) =>
    Math.sqrt(found.reduce((sum, v, i) => sum + (v - wanted[i]!) ** 2, 0) / wanted.length);
  const rears =
    rearDeg === undefined
      ? Array.from({ length: 180 / REAR_STEP_DEG }, (_, i) => i * REAR_STEP_DEG)
      : [foldDeg(rearDeg)];
  const starts: Candidate[] = [];
  twistsDeg.forEach((twistDeg, i) => {
    for (let nm = RETARDANCE_NM.from; nm <= RETARDANCE_NM.to; nm += RETARDANCE_NM.step) {
      for (const rear of rears) {
        const rms = rmsOf(predicted(twistDeg, nm, rear));
        if (starts.length < STARTS || rms < starts.at(-1)!.rms) {
          starts.push({ twistDeg, retardanceNm: nm, rearDeg: rear, rms });
          starts.sort((a, b) => a.rms - b.rms);
          // Neighbours on the grid lead to the same place: only the best of them is kept.
          const kept = starts.filter(
            (one, n) =>
              !starts
                .slice(0, n)
                .some(
                  (better) =>
                    better.twistDeg === one.twistDeg &&
                    Math.abs(better.retardanceNm - one.retardanceNm) <= 2 * RETARDANCE_NM.step &&
                    axesApartDeg(better.rearDeg, one.rearDeg) <= 2 * REAR_STEP_DEG,
                ),
          );
          starts.splice(0, starts.length, ...kept.slice(0, STARTS));
        }
      }
    }
    onProgress((i + 1) / (twistsDeg.length + 1));
  });
  const places = wanted.map((_, i) => i);
  const fitted = starts
    .map(({ twistDeg, retardanceNm, rearDeg: rear }): Candidate => {
      const isFree = rearDeg === undefined;
      const { parameterValues } = levenbergMarquardt(
        { x: places, y: wanted },
        ([nm, deg]) => {
          const values = predicted(twistDeg, nm!, isFree ? deg! : rear);
          return (i: number) => values[i]!;
        },
        {
          initialValues: isFree ? [retardanceNm, rear] : [retardanceNm],
          minValues: isFree ? [100, rear - 20] : [100],
          maxValues: isFree ? [2_000, rear + 20] : [2_000],
          gradientDifference: isFree ? [0.5, 0.05] : [0.5],
          centralDifference: true,
          damping: 0.01,
          maxIterations: 40,
          errorTolerance: 1e-12,
        },
      );
      const [nm, deg] = parameterValues as [number, number?];
      const foundRear = foldDeg(deg ?? rear);
      return {
        twistDeg,
        retardanceNm: nm,
        rearDeg: foundRear,
        rms: rmsOf(predicted(twistDeg, nm, foundRear)),
      };
    })
    .sort((a, b) => a.rms - b.rms);
  const distinct = fitted.filter(
    (one, n) =>
      !fitted
        .slice(0, n)
        .some(
          (better) =>
            better.twistDeg === one.twistDeg &&
            Math.abs(better.retardanceNm - one.retardanceNm) < SAME.retardanceNm &&
            axesApartDeg(better.rearDeg, one.rearDeg) < SAME.rearDeg,
        ),
  );
  const [best, ...others] = distinct as [Candidate, ...Candidate[]];
  onProgress(1);
  return { ...best, others, isClear: !others.some(({ rms }) => rms < best.rms + SEEN) };
}

export const cellFit = defineCalculation({
  name: "cell-fit",
  purpose: "Which cell it is, twist, retardance and rear film, from the colours in two or three photos.",
  input: cellFitInput,
  result: cellFitResult,
  calculate: calculateCellFit,
});
