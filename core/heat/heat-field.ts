import { z } from "zod";
import { usual } from "../usual.ts";
import { usualAirFilm } from "./usual-air-film.ts";
import { defineCalculation, type OnProgress } from "../calculation.ts";
import { edges } from "../stack/panel-geometry.ts";
import { bounded, durationS, sideMm, temperatureC, umToM, words, oneOf } from "../units.ts";
import { fastHeatSheet } from "./fast-heat-sheet.ts";
import { type HeatSheet, type SheetSize, type SheetStep } from "./heat-sheet.ts";
import { heatContacts, heatLayers, refineStack } from "./heat-soak.ts";
import { t } from "../../words/heat.ts";

const conductance = () => bounded(0.1, 1_000_000);
const place = z.strictObject({ xMm: bounded(-5_000, 10_000), yMm: bounded(-5_000, 10_000) });

const heatSource = z.discriminatedUnion("kind", [
  /** A jet that travels along a path, again and again, on the viewer's side. */
  z.strictObject({
    kind: z.literal("spot"),
    pathMm: z.array(place).min(1).max(500),
    isClosed: usual(z.boolean(), true, "a path of hot air is closed: from its end it begins anew"),
    speedMmS: bounded(0, 1_000),
    /** Where its exchange has fallen to 1/e. */
    radiusMm: bounded(0.5, 500),
    airC: temperatureC(),
    filmWm2K: conductance(),
  }),
  /** A plate under a part of the back. */
  z.strictObject({
    kind: z.literal("plate"),
    xMm: bounded(-5_000, 10_000),
    yMm: bounded(-5_000, 10_000),
    widthMm: sideMm(),
    heightMm: sideMm(),
    plateC: temperatureC(),
    contactWm2K: conductance(),
  }),
  /** A heated strip under one edge. */
  z.strictObject({
    kind: z.literal("edge"),
    edge: oneOf(edges),
    widthMm: sideMm(),
    plateC: temperatureC(),
    contactWm2K: conductance(),
  }),
]);
export type HeatSource = z.output<typeof heatSource>;

const MOST_CELLS = 100_000;
/** Longest step, s. */
const LONGEST_STEP_S = 4;
const LEAST_STEPS = 20;
/** Heat may go so many cells along the panel in a step, by the square: beyond that the factoring by directions shows. */
const MOST_SPREAD = 15;
/** Cells longer than this are worked out in halves: a plate's edge bends the temperatures within few millimetres. */
const FINE_MM = 1;
/** The first step is taken in so many, each without regard to what went before: what comes on at once dies out in them. */
const FIRST_PARTS = 4;
/** Cells times steps, and places that spots are looked at: about 16 ns each as compiled, some seconds of work. */
const MOST_UPDATES = 3e8;
/** A spot is looked at this often on its way, in its radii, and so far out, in its radii. */
const LOOK_RADII = 0.5;
const SPOT_REACH = 2.7;

const heatFieldShape = z.strictObject({
  panel: z.strictObject({ widthMm: sideMm(), heightMm: sideMm() }),
  layers: heatLayers(),
  contacts: heatContacts(),
  startC: temperatureC(),
  airC: temperatureC(),
  filmWm2K: usual(conductance(), ...usualAirFilm),
  sources: z.array(heatSource).min(1).max(20),
  durationS: durationS(),
  /** Which layer is looked at, and the band that it wants. */
  target: z.strictObject({ layer: words(80), minC: temperatureC(), maxC: temperatureC().optional() }),
  /** The glue lies within so much of the edges; all over where it is not named. */
  glueWidthMm: bounded(0.5, 5_000).optional(),
  gridMm: bounded(0.5, 200),
});
type Field = z.output<typeof heatFieldShape>;

/** Cells along and across the panel, and the size of one, mm. */
function cellsOf({ panel, gridMm }: Pick<Field, "panel" | "gridMm">) {
  const columns = Math.max(1, Math.ceil(panel.widthMm / gridMm));
  const rows = Math.max(1, Math.ceil(panel.heightMm / gridMm));
  return { columns, rows, widthMm: panel.widthMm / columns, heightMm: panel.heightMm / rows };
}

/** The same as it is worked out: each cell in so many parts each way. */
function finerCells(input: Pick<Field, "panel" | "gridMm">) {
  const { columns, rows, widthMm, heightMm } = cellsOf(input);
  const parts = Math.max(widthMm, heightMm) > FINE_MM ? 2 : 1;
  return {
    parts,
    columns: columns * parts,
    rows: rows * parts,
    widthMm: widthMm / parts,
    heightMm: heightMm / parts,
  };
}

/** In how many steps, and of what length, the heat is followed: what conducts well along the panel wants short ones. */
function stepsOf(input: Field) {
  const { widthMm, heightMm } = finerCells(input);
  const quickest = Math.max(
    ...input.layers.map((l) => l.conductivityWmK / (l.densityKgM3 * l.specificHeatJkgK)),
  );
  const acrossM2 = 1 / (1 / (widthMm / 1_000) ** 2 + 1 / (heightMm / 1_000) ** 2);
  const wishedS = Math.min(LONGEST_STEP_S, (MOST_SPREAD * acrossM2) / quickest);
  const steps = Math.max(LEAST_STEPS, Math.ceil(input.durationS / wishedS));
  return { steps, stepS: input.durationS / steps };
}

type Spot = Extract<HeatSource, { kind: "spot" }>;

/** How often a spot is looked at on its way through one step. */
const looksOf = ({ speedMmS, radiusMm }: Spot, stepS: number): number =>
  Math.max(1, Math.ceil((speedMmS * stepS) / (LOOK_RADII * radiusMm)));

/** What one step does: cells, places under each look at a spot, corners of its way. */
function updatesPerStep(input: Field, stepS: number): number {
  const { columns, rows, widthMm, heightMm } = finerCells(input);
  const underSpots = input.sources.map((source) => {
    if (source.kind !== "spot") return 0;
    const acrossMm = 2 * SPOT_REACH * source.radiusMm;
    const under = Math.min(columns, acrossMm / widthMm + 1) * Math.min(rows, acrossMm / heightMm + 1);
    return looksOf(source, stepS) * (under + source.pathMm.length);
  });
  return columns * rows * input.layers.length + underSpots.reduce((a, b) => a + b, 0);
}

export const heatFieldInput = heatFieldShape.superRefine((input, context) => {
  refineStack(input, context);
  const { gridMm, layers } = input;
  const { columns, rows } = cellsOf(input);
  const cells = columns * rows * layers.length;
  const { steps, stepS } = stepsOf(input);
  const updates = steps * updatesPerStep(input, stepS);
  if (updates > MOST_UPDATES) {
    const mostS = Number(((MOST_UPDATES / updates) * input.durationS).toPrecision(3));
    context.addIssue({
      code: "custom",
      path: ["durationS"],
      message: t("s-in-steps-on-cells-is-too", { durationS: input.durationS, steps, cells, mostS }),
    });
  }
  if (cells > MOST_CELLS) {
    context.addIssue({
      code: "custom",
      path: ["gridMm"],
      message: t("gives-cells-must-be-so-large-that", { gridMm, cells, MOST_CELLS }),
    });
  }
});
export type HeatFieldInput = z.input<typeof heatFieldInput>;

const point = z.strictObject({ xMm: z.number(), yMm: z.number(), temperatureC: z.number() });

export const heatFieldResult = z.strictObject({
  columns: z.number(),
  rows: z.number(),
  cellMm: z.strictObject({ widthMm: z.number(), heightMm: z.number() }),
  /** Middle of the looked-at layer at the end, row by row from the top left, C. */
  mapC: z.array(z.number()),
  coldest: point,
  hottest: point,
  /** Highest that any place of any layer has been. */
  peakC: z.number(),
  /** Share of the glue line inside its band at the end, %. */
  inBandPct: z.number(),
  energy: z.strictObject({ inJ: z.number(), storedJ: z.number() }),
});
export type HeatField = z.output<typeof heatFieldResult>;

/** A place that travels along a path at a speed; beyond its end it begins anew, or turns back where it is open. */
function traveller({ pathMm, isClosed, speedMmS }: Extract<HeatSource, { kind: "spot" }>) {
  const points = isClosed ? [...pathMm, pathMm[0]!] : [...pathMm, ...pathMm.slice(0, -1).reverse()];
  const lengths = points.slice(1).map((p, i) => Math.hypot(p.xMm - points[i]!.xMm, p.yMm - points[i]!.yMm));
  const roundMm = lengths.reduce((a, b) => a + b, 0);
  return (timeS: number) => {
    let left = roundMm > 0 ? (speedMmS * timeS) % roundMm : 0;
    for (const [i, length] of lengths.entries()) {
      if (left <= length && length > 0) {
        const share = left / length;
        const [from, to] = [points[i]!, points[i + 1]!];
        return {
          xMm: from.xMm + share * (to.xMm - from.xMm),
          yMm: from.yMm + share * (to.yMm - from.yMm),
        };
      }
      left -= length;
    }
    return points[0]!;
  };
}

/** How much of the way from `from` to `to` lies within a stretch. */
const covered = (from: number, to: number, begin: number, end: number): number =>
  Math.max(0, Math.min(to, end) - Math.max(from, begin)) / (to - from);

/**
 * A plate or a strip takes the air's turn under what it covers; a place that it covers in part by that share of its area. Where two
 * overlap, the later one lies next to the panel. `halfWm2K` is half the last layer, through which all of it goes.
 */
function fillBack({ back: film, backHeat: heat, stride }: HeatSheet, input: Field, halfWm2K: number): void {
  const { panel, sources, airC, filmWm2K } = input;
  const { columns, rows, widthMm, heightMm } = finerCells(input);
  const through = (film: number) => 1 / (1 / film + 1 / halfWm2K);
  film.fill(through(filmWm2K));
  heat.fill(through(filmWm2K) * airC);
  for (const source of sources) {
    if (source.kind === "spot") continue;
    const { left, right, top, bottom } =
      source.kind === "plate"
        ? {
            left: source.xMm,
            right: source.xMm + source.widthMm,
            top: source.yMm,
            bottom: source.yMm + source.heightMm,
          }
        : {
            left: source.edge === "right" ? panel.widthMm - source.widthMm : 0,
            right: source.edge === "left" ? source.widthMm : panel.widthMm,
            top: source.edge === "bottom" ? panel.heightMm - source.widthMm : 0,
            bottom: source.edge === "top" ? source.widthMm : panel.heightMm,
          };
    const contact = through(source.contactWm2K);
    for (let r = 0; r < rows; r += 1) {
      const down = covered(r * heightMm, (r + 1) * heightMm, top, bottom);
      for (let c = 0; down > 0 && c < columns; c += 1) {
        const share = down * covered(c * widthMm, (c + 1) * widthMm, left, right);
        const i = r * stride + c;
        film[i] = (1 - share) * film[i]! + share * contact;
        heat[i] = (1 - share) * heat[i]! + share * contact * source.plateC;
      }
    }
  }
}

/**
 * How evenly heat lies over a panel: a hot-air spot that travels, a plate smaller than the panel, a heated edge.
 *
 * Finite volumes, one cell through each layer. Three levels in time, all of it implicit (the second backward difference), factored by
 * direction in the change of a step: one system through the stack and one along each side of the panel. What is left by factoring goes with
 * the change and so dies out; the first step is taken in four of backward Euler. A spot that moves counts by its mean over the step; a
 * source's edge inside a cell by the share that it covers. Everything else is air at `airC` on both faces; the rim is insulated. What leaves
 * one cell enters another, so energy is kept to rounding. Coarser through the thickness than heat-soak: good to a few tenths of a degree
 * where heating is uniform. Lengths in mm, times in s, temperatures in C, energy in J.
 * Source: as heat-soak; Patankar 1980, *Numerical Heat Transfer and Fluid Flow*, for the volumes; Douglas & Gunn 1964 and Beam & Warming 1978
 * for the factors (from memory).
 */
export function calculateHeatField(input: HeatFieldInput): HeatField {
  return heatFieldOf(heatFieldInput.parse(input));
}

/** The same from an input that was checked, on a sheet of the kind that is made for it. */
export function heatFieldOf(
  input: z.output<typeof heatFieldInput>,
  onProgress: OnProgress = () => undefined,
  makeSheet: (size: SheetSize) => HeatSheet = fastHeatSheet,
): HeatField {
  const { panel, layers, sources, target, airC, filmWm2K } = input;
  const asked = cellsOf(input);
  const { parts, columns, rows, widthMm, heightMm } = finerCells(input);
  const depth = layers.length;
  // All per m2 of panel: capacity J/(m2 K), half a layer's conductance W/(m2 K), sideways sheet conductance W/K.
  const capacity = layers.map((l) => l.densityKgM3 * l.specificHeatJkgK * umToM(l.thicknessUm));
  const half = layers.map((l) => (2 * l.conductivityWmK) / umToM(l.thicknessUm));
  const conductance = layers.map((l) => l.conductivityWmK * umToM(l.thicknessUm));
  const down = layers.slice(0, -1).map((l, i) => {
    const contact = input.contacts?.find((c) => c.afterLayer === l.name)?.conductanceWm2K ?? Infinity;
    return 1 / (1 / half[i]! + 1 / contact + 1 / half[i + 1]!);
  });
  const { steps, stepS } = stepsOf(input);
  const ruleOf = (factor: number): SheetStep => ({
    factor,
    capacity,
    down,
    along: conductance.map((own, l) => (factor * own) / (capacity[l]! * (widthMm / 1_000) ** 2)),
    across: conductance.map((own, l) => (factor * own) / (capacity[l]! * (heightMm / 1_000) ** 2)),
  });

  const sheet = makeSheet({ columns, rows, depth });
  const { stride } = sheet;
  const places = stride * rows;
  sheet.t.fill(input.startC);
  fillBack(sheet, input, half.at(-1)!);
  const spots = sources.flatMap((source) =>
    source.kind === "spot" ? [{ ...source, at: traveller(source) }] : [],
  );
  const topFilm = new Float64Array(places).fill(filmWm2K);
  const topHeat = new Float64Array(places).fill(filmWm2K * airC);
  const acrossX = new Float64Array(columns);
  const lookAtSpots = (step: number): void => {
    topFilm.fill(filmWm2K);
    topHeat.fill(filmWm2K * airC);
    for (const spot of spots) {
      const looks = looksOf(spot, stepS);
      const reachMm = SPOT_REACH * spot.radiusMm;
      for (let look = 0; look < looks; look += 1) {
        const at = spot.at((step + (look + 0.5) / looks) * stepS);
        const from = Math.max(0, Math.floor((at.xMm - reachMm) / widthMm));
        const to = Math.min(columns, Math.ceil((at.xMm + reachMm) / widthMm));
        const [upper, lower] = [(at.yMm - reachMm) / heightMm, (at.yMm + reachMm) / heightMm];
        const bell = (offMm: number) => Math.exp(-((offMm / spot.radiusMm) ** 2));
        for (let c = from; c < to; c += 1) acrossX[c] = bell((c + 0.5) * widthMm - at.xMm) / looks;
        for (let r = Math.max(0, Math.floor(upper)); r < Math.min(rows, Math.ceil(lower)); r += 1) {
          const acrossY = bell((r + 0.5) * heightMm - at.yMm);
          for (let c = from; c < to; c += 1) {
            const share = acrossX[c]! * acrossY;
            topFilm[r * stride + c]! += share * (spot.filmWm2K - filmWm2K);
            topHeat[r * stride + c]! += share * (spot.filmWm2K * spot.airC - filmWm2K * airC);
          }
        }
      }
    }
  };
  const layTop = (): void => {
    for (let i = 0; i < places; i += 1) {
      const outside = 1 / (1 / topFilm[i]! + 1 / half[0]!);
      sheet.top[i] = outside;
      sheet.topHeat[i] = (outside * topHeat[i]!) / topFilm[i]!;
    }
    sheet.face();
  };

  const areaM2 = (widthMm * heightMm) / 1e6;
  // What came in over the step before, J: a step of this rule carries a third of it along.
  let steppedJ = 0;
  let inJ = 0;
  sheet.prepare(ruleOf(stepS / FIRST_PARTS));
  if (spots.length > 0) lookAtSpots(0);
  layTop();
  for (let part = 0; part < FIRST_PARTS; part += 1) {
    steppedJ += ((areaM2 * stepS) / FIRST_PARTS) * sheet.step(0);
  }
  inJ += steppedJ;
  for (let i = 0; i < sheet.t.length; i += 1) sheet.change[i] = sheet.t[i]! - input.startC;
  const factor = (2 / 3) * stepS;
  sheet.prepare(ruleOf(factor));
  layTop();
  for (let step = 1; step < steps; step += 1) {
    if (spots.length > 0) {
      lookAtSpots(step);
      layTop();
    }
    steppedJ = steppedJ / 3 + areaM2 * factor * sheet.step(1 / 3);
    inJ += steppedJ;
    if (step % 8 === 0) onProgress(step / steps);
  }

  let storedJ = 0;
  for (let l = 0; l < depth; l += 1) {
    for (let i = l * places; i < (l + 1) * places; i += 1)
      storedJ += areaM2 * capacity[l]! * (sheet.t[i]! - input.startC);
  }
  const layer = layers.findIndex((l) => l.name === target.layer);
  const mapC = Array.from({ length: asked.columns * asked.rows }, (_, i) => {
    const [c, r] = [(i % asked.columns) * parts, Math.floor(i / asked.columns) * parts];
    let sum = 0;
    for (let k = 0; k < parts * parts; k += 1)
      sum += sheet.t[layer * places + (r + Math.floor(k / parts)) * stride + c + (k % parts)]!;
    return sum / parts ** 2;
  });
  const middleOf = (i: number) => ({
    xMm: ((i % asked.columns) + 0.5) * asked.widthMm,
    yMm: (Math.floor(i / asked.columns) + 0.5) * asked.heightMm,
  });
  const isGlue = (i: number) => {
    const { xMm: x, yMm: y } = middleOf(i);
    return (
      input.glueWidthMm === undefined ||
      Math.min(x, y, panel.widthMm - x, panel.heightMm - y) <= input.glueWidthMm
    );
  };
  const glue = mapC.map((_, i) => i).filter(isGlue);
  const spotAt = (i: number) => ({ ...middleOf(i), temperatureC: mapC[i]! });
  const coldest = glue.reduce((best, i) => (mapC[i]! < mapC[best]! ? i : best));
  const hottest = glue.reduce((best, i) => (mapC[i]! > mapC[best]! ? i : best));
  const inBand = glue.filter((i) => mapC[i]! >= target.minC && mapC[i]! <= (target.maxC ?? Infinity));
  return {
    columns: asked.columns,
    rows: asked.rows,
    cellMm: { widthMm: asked.widthMm, heightMm: asked.heightMm },
    mapC,
    coldest: spotAt(coldest),
    hottest: spotAt(hottest),
    peakC: Math.max(input.startC, sheet.peakC),
    inBandPct: (100 * inBand.length) / glue.length,
    energy: { inJ, storedJ },
  };
}

export const heatField = defineCalculation({
  name: "heat-field",
  purpose:
    "How evenly the heat lies over the panel: the glue line's map under a travelling spot, a plate or a strip.",
  input: heatFieldInput,
  result: heatFieldResult,
  calculate: (input, onProgress) => heatFieldOf(input, onProgress),
});
