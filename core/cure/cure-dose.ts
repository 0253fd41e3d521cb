import { z } from "zod";
import { usual } from "../usual.ts";
import { defineCalculation } from "../calculation.ts";
import { outline } from "../stack/outline.ts";
import { isOnPanel, rimOfPanel, type Outline } from "../stack/panel-geometry.ts";
import { bounded } from "../units.ts";
import { t } from "../../words/cure.ts";

export const lamp = z
  .strictObject({
    /** Where its middle stands. */
    xMm: bounded(-5_000, 10_000),
    yMm: bounded(-5_000, 10_000),
    /** Height over the panel. */
    zMm: bounded(1, 5_000),
    powerMw: bounded(0.001, 10_000_000),
    /** n of the cosine law; 1 is Lambertian. */
    order: bounded(0, 200),
    /** A face that shines evenly all over, this large; a point where neither is given. */
    widthMm: bounded(0.1, 5_000).optional(),
    heightMm: bounded(0.1, 5_000).optional(),
    /** How wide the face is of a lamp that is taken as a point: where it stands too near for that, it is said. */
    faceMm: bounded(0.1, 5_000).optional(),
  })
  .superRefine(({ widthMm, heightMm, faceMm }, context) => {
    if ((widthMm === undefined) !== (heightMm === undefined)) {
      const path = [widthMm === undefined ? "widthMm" : "heightMm"];
      context.addIssue({ code: "custom", path, message: t("a-face-that-shines-has-both-sides") });
    }
    if (widthMm !== undefined && faceMm !== undefined) {
      context.addIssue({
        code: "custom",
        path: ["faceMm"],
        message: t("belongs-to-a-lamp-taken-as-a-point"),
      });
    }
  });
type Lamp = z.output<typeof lamp>;

/** A point lamp shines like its face from so many times the face's width on. */
const POINT_FROM_WIDTHS = 5;

/** Abscissas and weights of Gauss and Legendre with four points, over 0 to 1. */
const GAUSS = [0.8611363115940526, 0.3399810435848563].flatMap((x, i) => {
  const weight = [0.34785484513745385, 0.6521451548625461][i]! / 2;
  return [
    { at: (1 - x) / 2, weight },
    { at: (1 + x) / 2, weight },
  ];
});

/** Into how many parts a side of a face is cut so that four points in each follow the beam's shape from this near. */
const partsOf = ({ zMm, order }: Lamp, sideMm = 0): number =>
  Math.max(1, Math.ceil((sideMm * Math.sqrt(order + 3)) / (2.5 * zMm)));

/** How many points stand for a lamp. */
const pointsOf = (of: Lamp): number =>
  of.widthMm === undefined ? 1 : 16 * partsOf(of, of.widthMm) * partsOf(of, of.heightMm);

/** The points that stand for a lamp, with their share of its power. */
function pointsFor(of: Lamp): { xMm: number; yMm: number; share: number }[] {
  const { xMm, yMm, widthMm, heightMm } = of;
  if (widthMm === undefined || heightMm === undefined) return [{ xMm, yMm, share: 1 }];
  const along = (middle: number, side: number) => {
    const parts = partsOf(of, side);
    return Array.from({ length: parts }, (_, part) =>
      GAUSS.map(({ at, weight }) => ({
        at: middle + side * ((part + at) / parts - 0.5),
        share: weight / parts,
      })),
    ).flat();
  };
  const across = along(xMm, widthMm);
  return along(yMm, heightMm).flatMap((down) =>
    across.map((right) => ({ xMm: right.at, yMm: down.at, share: right.share * down.share })),
  );
}

/** More grid points than this would freeze a bench tablet. */
const MOST_POINTS = 250_000;
/** Points times lamps, about 0.2 µs each. */
const MOST_LIT = 2e7;
/** More points than this no single lamp is made of. */
const MOST_LAMP_POINTS = 20_000;

export const cureDoseInput = z
  .strictObject({
    panel: outline,
    lamps: z.array(lamp).min(1).max(200).optional(),
    irradianceMwCm2: bounded(0, 100_000).optional(),
    coverTransmittancePct: bounded(0, 100),
    border: z.strictObject({ widthMm: bounded(0, 1_000), transmittancePct: bounded(0, 100) }).optional(),
    requiredMjCm2: bounded(0.1, 1_000_000),
    gridMm: usual(bounded(0.1, 500), 5, "light is worked out every 5 mm: a setting"),
  })
  .superRefine((input, context) => {
    if ((input.lamps === undefined) === (input.irradianceMwCm2 === undefined)) {
      context.addIssue({
        code: "custom",
        path: ["irradianceMwCm2"],
        message: t("give-either-lamps-or-irradiancemwcm2"),
      });
    }
    const { widthMm, heightMm } = input.panel;
    const deepestMm = rimOfPanel(input.panel)?.deepestMm ?? Math.min(widthMm, heightMm) / 2;
    if (input.border && input.border.widthMm >= deepestMm) {
      context.addIssue({
        code: "custom",
        path: ["border", "widthMm"],
        message: t("leaves-no-open-area-must-be-below", {
          widthMm: input.border.widthMm,
          widthMm2: deepestMm,
        }),
      });
    }
    const lit = (input.lamps ?? []).map(pointsOf);
    const tooNear = lit.findIndex((points) => points > MOST_LAMP_POINTS);
    if (tooNear >= 0) {
      context.addIssue({
        code: "custom",
        path: ["lamps", tooNear, "zMm"],
        message: t("is-too-near-for-so-large-a-face", { zMm: input.lamps![tooNear]!.zMm }),
      });
      return;
    }
    const mostPoints = Math.min(
      MOST_POINTS,
      MOST_LIT /
        Math.max(
          1,
          lit.reduce((a, b) => a + b, 0),
        ),
    );
    if ((widthMm / input.gridMm) * (heightMm / input.gridMm) > mostPoints) {
      const leastMm = Math.sqrt((widthMm * heightMm) / mostPoints);
      context.addIssue({
        code: "custom",
        path: ["gridMm"],
        message: t("gives-too-many-points-for-this-panel", {
          gridMm: input.gridMm,
          leastMm: leastMm.toFixed(2),
        }),
      });
    }
  });
export type CureDoseInput = Omit<z.input<typeof cureDoseInput>, "panel"> & { panel: Outline };

export const cureDoseResult = z.strictObject({
  minMwCm2: z.number(),
  maxMwCm2: z.number(),
  uniformityPct: z.number().nullable(),
  exposureS: z.number().nullable(),
  borderExposureS: z.number().nullable(),
  worst: z.strictObject({ xMm: z.number(), yMm: z.number() }),
  warnings: z.array(z.string()),
  map: z.strictObject({
    xMm: z.array(z.number()),
    yMm: z.array(z.number()),
    /** Rows by y, columns by x; at the glue line, the border's shadow included. */
    mwCm2: z.array(z.array(z.number())),
  }),
});

/** Positions from 0 to `length`, border and open area divided apart, an even number of parts in the open area. */
function axisMm(length: number, border: number, grid: number): number[] {
  const divide = (from: number, to: number, parts: number) =>
    Array.from({ length: parts }, (_, i) => from + ((to - from) * i) / parts);
  const open = 2 * Math.max(1, Math.ceil((length - 2 * border) / (2 * grid)));
  const side = border > 0 ? Math.max(1, Math.ceil(border / grid)) : 0;
  return [
    ...(side ? divide(0, border, side) : []),
    ...divide(border, length - border, open),
    ...(side ? divide(length - border, length, side) : []),
    length,
  ];
}

/**
 * Irradiance at the glue line and how long the lamp must stand over it.
 *
 * A lamp that points down gives E = P (n + 1) / (2 pi r^2) cos^n(theta) cos(theta); n = 1 is Lambertian. Lamps add. A face with sides is
 * summed over its area (Gauss and Legendre, cells as small as the beam's shape at its height asks for).
 * minimum, maximum and uniformity speak of the open area behind the cover; the border has its own exposure.
 * mW, cm and s: exposure = required dose / irradiance. `null` where no light arrives: it never cures.
 * On a panel of any shape the light over all of its box is mapped, and only what lies on the panel counts.
 * No reflections, cover at normal incidence. A point lamp nearer than five times its face is warned of (the usual rule of photometry, from
 * memory). Source: inverse square and cosine laws of photometry.
 */
export function calculateCureDose(input: CureDoseInput): z.output<typeof cureDoseResult> {
  const { widthMm, heightMm } = input.panel;
  const borderMm = input.border?.widthMm ?? 0;
  const cover = input.coverTransmittancePct / 100;
  const borderShare = (input.border?.transmittancePct ?? 100) / 100;

  // E = P (n + 1) / (2 pi z^2) (z / r)^(n + 3); mm2 to cm2 by the 100.
  const lights = (input.lamps ?? []).flatMap((one) => {
    const { zMm, powerMw, order } = one;
    return pointsFor(one).map(({ xMm: x, yMm: y, share }) => ({
      x,
      y,
      z2: zMm * zMm,
      strength: (100 * share * powerMw * (order + 1)) / (2 * Math.PI * zMm * zMm),
      halfPower: (order + 3) / 2,
    }));
  });
  const onCover = (xMm: number, yMm: number): number => {
    if (input.lamps === undefined) return input.irradianceMwCm2!;
    let sum = 0;
    for (const { x, y, z2, strength, halfPower } of lights) {
      const r2 = (xMm - x) * (xMm - x) + (yMm - y) * (yMm - y) + z2;
      sum += strength * (z2 / r2) ** halfPower;
    }
    return sum;
  };

  const xMm = axisMm(widthMm, borderMm, input.gridMm ?? 5);
  const yMm = axisMm(heightMm, borderMm, input.gridMm ?? 5);
  const rim = rimOfPanel(input.panel);
  const onPanel = (x: number, y: number) => rim === null || isOnPanel(input.panel, x, y);
  const inOpen = (x: number, y: number) =>
    rim
      ? onPanel(x, y) && rim.nearest({ xMm: x, yMm: y }).inMm >= borderMm
      : x >= borderMm && x <= widthMm - borderMm && y >= borderMm && y <= heightMm - borderMm;
  const inBorder = (x: number, y: number) =>
    rim
      ? onPanel(x, y) && !inOpen(x, y)
      : x <= borderMm || x >= widthMm - borderMm || y <= borderMm || y >= heightMm - borderMm;

  let minMwCm2 = Infinity;
  let maxMwCm2 = 0;
  let borderMinMwCm2 = Infinity;
  let worst = { xMm: 0, yMm: 0 };
  const mwCm2 = yMm.map((y) =>
    xMm.map((x) => {
      const open = onCover(x, y) * cover;
      const shaded = open * borderShare;
      if (borderMm > 0 && inBorder(x, y)) borderMinMwCm2 = Math.min(borderMinMwCm2, shaded);
      if (!inOpen(x, y)) return shaded;
      maxMwCm2 = Math.max(maxMwCm2, open);
      if (open < minMwCm2) {
        minMwCm2 = open;
        worst = { xMm: x, yMm: y };
      }
      return open;
    }),
  );
  // The brightest point may lie between grid points: right below a lamp.
  for (const { xMm: x, yMm: y } of input.lamps ?? []) {
    if (inOpen(x, y)) maxMwCm2 = Math.max(maxMwCm2, onCover(x, y) * cover);
  }
  const secondsAt = (irradiance: number) => (irradiance > 0 ? input.requiredMjCm2 / irradiance : null);
  return {
    minMwCm2,
    maxMwCm2,
    uniformityPct: maxMwCm2 > 0 ? (100 * minMwCm2) / maxMwCm2 : null,
    exposureS: secondsAt(minMwCm2),
    borderExposureS: borderMm > 0 ? secondsAt(borderMinMwCm2) : null,
    worst,
    warnings: (input.lamps ?? []).flatMap(({ zMm, faceMm }, i) =>
      faceMm !== undefined && zMm < POINT_FROM_WIDTHS * faceMm
        ? [t("lamp-stands-too-near-to-be-a-point", { number: i + 1, zMm, faceMm, times: POINT_FROM_WIDTHS })]
        : [],
    ),
    map: { xMm, yMm, mwCm2 },
  };
}

export const cureDose = defineCalculation({
  name: "cure-dose",
  purpose: "How evenly the light lies over the glue line and how long the lamp must stand over it.",
  input: cureDoseInput,
  result: cureDoseResult,
  calculate: calculateCureDose,
});
