import { z } from "zod";
import { defineCalculation, type OnProgress } from "../calculation.ts";
import { surroundings } from "../materials/materials.ts";
import { edges } from "../stack/outline.ts";
import { bounded, durationS, sideMm, temperatureC, umToM, words } from "../units.ts";
import { heatContacts, heatLayers, refineStack } from "./heat-soak.ts";

const conductance = () => bounded(0.1, 1_000_000);
const place = z.strictObject({ xMm: bounded(-5_000, 10_000), yMm: bounded(-5_000, 10_000) });

const heatSource = z.discriminatedUnion("kind", [
  /** A jet that travels along a path, again and again, on the viewer's side. */
  z.strictObject({
    kind: z.literal("spot"),
    pathMm: z.array(place).min(1).max(500),
    isClosed: z.boolean().default(true),
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
    edge: z.enum(edges, { error: `must be one of ${edges.join(", ")}` }),
    widthMm: sideMm(),
    plateC: temperatureC(),
    contactWm2K: conductance(),
  }),
]);
export type HeatSource = z.output<typeof heatSource>;

const MOST_CELLS = 40_000;
/** Longest step, s: first order in time, so that uniform heating agrees with heat-soak to a few tenths of a degree. */
const LONGEST_STEP_S = 0.25;
/** Cells times steps: some seconds of work. */
const MOST_UPDATES = 2e8;

export const heatFieldInput = z
  .strictObject({
    panel: z.strictObject({ widthMm: sideMm(), heightMm: sideMm() }),
    layers: heatLayers(),
    contacts: heatContacts(),
    startC: temperatureC(),
    airC: temperatureC(),
    filmWm2K: conductance().default(surroundings.airFilmWm2K.value),
    sources: z.array(heatSource).min(1).max(20),
    durationS: durationS(),
    /** Which layer is looked at, and the band that it wants. */
    target: z.strictObject({ layer: words(80), minC: temperatureC(), maxC: temperatureC().optional() }),
    /** The glue lies within so much of the edges; all over where it is not named. */
    glueWidthMm: bounded(0.5, 5_000).optional(),
    gridMm: bounded(0.5, 200),
  })
  .superRefine((input, context) => {
    refineStack(input, context);
    const { panel, gridMm, layers } = input;
    const cells = Math.ceil(panel.widthMm / gridMm) * Math.ceil(panel.heightMm / gridMm) * layers.length;
    const updates = (cells * input.durationS) / LONGEST_STEP_S;
    if (updates > MOST_UPDATES) {
      context.addIssue({
        code: "custom",
        path: ["durationS"],
        message: `${input.durationS} s on ${cells} cells is too much to follow; must be at most ${Math.floor((MOST_UPDATES * LONGEST_STEP_S) / cells)} s, or the grid coarser`,
      });
    }
    if (cells > MOST_CELLS) {
      context.addIssue({
        code: "custom",
        path: ["gridMm"],
        message: `${gridMm} gives ${cells} cells; must be so large that there are at most ${MOST_CELLS}`,
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

/**
 * How evenly heat lies over a panel: a hot-air spot that travels, a plate smaller than the panel, a heated edge.
 *
 * Finite volumes, one cell through each layer. Through the stack each step is implicit (a column of cells at once), along the
 * panel explicit, which the thin layers allow. Everything else is air at `airC` on both faces; the rim is insulated. What
 * leaves one cell enters another, so energy is kept to rounding. Coarser through the thickness than heat-soak: good to a few
 * tenths of a degree where heating is uniform. Lengths in mm, times in s, temperatures in C, energy in J.
 * Source: as heat-soak; Patankar 1980, *Numerical Heat Transfer and Fluid Flow*, for the scheme (from memory).
 */
export function calculateHeatField(input: HeatFieldInput): HeatField {
  return heatFieldOf(heatFieldInput.parse(input));
}

function heatFieldOf(
  input: z.output<typeof heatFieldInput>,
  onProgress: OnProgress = () => undefined,
): HeatField {
  const { panel, layers, sources, target, airC, filmWm2K, durationS: totalS } = input;
  const columns = Math.max(1, Math.ceil(panel.widthMm / input.gridMm));
  const rows = Math.max(1, Math.ceil(panel.heightMm / input.gridMm));
  const [widthMm, heightMm] = [panel.widthMm / columns, panel.heightMm / rows];
  const depth = layers.length;
  const places = columns * rows;
  // All per m2 of panel: capacity J/(m2 K), half a layer's conductance W/(m2 K), sideways sheet conductance W/K.
  const capacity = layers.map((l) => l.densityKgM3 * l.specificHeatJkgK * umToM(l.thicknessUm));
  const half = layers.map((l) => (2 * l.conductivityWmK) / umToM(l.thicknessUm));
  const sheet = layers.map((l) => l.conductivityWmK * umToM(l.thicknessUm));
  const down = layers.slice(0, -1).map((l, i) => {
    const contact = input.contacts?.find((c) => c.afterLayer === l.name)?.conductanceWm2K ?? Infinity;
    return 1 / (1 / half[i]! + 1 / contact + 1 / half[i + 1]!);
  });
  const outside = (film: number, layer: number) => 1 / (1 / film + 1 / half[layer]!);

  const centreX = (c: number) => (c + 0.5) * widthMm;
  const centreY = (r: number) => (r + 0.5) * heightMm;
  // The back: where a plate or a strip lies under a place, it takes the air's turn there.
  const backC = new Float64Array(places).fill(airC);
  const backFilm = new Float64Array(places).fill(filmWm2K);
  for (const source of sources) {
    if (source.kind === "spot") continue;
    for (let r = 0; r < rows; r += 1) {
      for (let c = 0; c < columns; c += 1) {
        const [x, y] = [centreX(c), centreY(r)];
        const covers =
          source.kind === "plate"
            ? x >= source.xMm &&
              x <= source.xMm + source.widthMm &&
              y >= source.yMm &&
              y <= source.yMm + source.heightMm
            : { top: y, bottom: panel.heightMm - y, left: x, right: panel.widthMm - x }[source.edge] <=
              source.widthMm;
        if (!covers) continue;
        backC[r * columns + c] = source.plateC;
        backFilm[r * columns + c] = source.contactWm2K;
      }
    }
  }
  const spots = sources.flatMap((source) =>
    source.kind === "spot" ? [{ ...source, at: traveller(source) }] : [],
  );

  const sideways = Math.max(...sheet.map((s, l) => s / capacity[l]!));
  const acrossM2 = 1 / (1 / (widthMm / 1_000) ** 2 + 1 / (heightMm / 1_000) ** 2);
  const crossingS = Math.min(
    ...spots.map((s) => (s.speedMmS > 0 ? (0.5 * s.radiusMm) / s.speedMmS : Infinity)),
    Infinity,
  );
  const wishedS = Math.min(LONGEST_STEP_S, (0.4 * acrossM2) / sideways, Math.max(0.02, crossingS), totalS);
  const steps = Math.ceil(totalS / wishedS);
  const stepS = totalS / steps;

  const t = new Float64Array(places * depth).fill(input.startC);
  const before = new Float64Array(places * depth);
  const topFilm = new Float64Array(places).fill(filmWm2K);
  const topHeat = new Float64Array(places).fill(filmWm2K * airC);
  const diagonal = new Float64Array(depth);
  const factor = new Float64Array(depth);
  const right = new Float64Array(depth);
  const [alongX, alongY] = [1 / (widthMm / 1_000) ** 2, 1 / (heightMm / 1_000) ** 2];
  const areaM2 = (widthMm * heightMm) / 1e6;
  let inJ = 0;
  let peakC = input.startC;

  for (let step = 0; step < steps; step += 1) {
    if (spots.length > 0) {
      topFilm.fill(filmWm2K);
      topHeat.fill(filmWm2K * airC);
      for (const spot of spots) {
        const at = spot.at((step + 0.5) * stepS);
        for (let r = 0; r < rows; r += 1) {
          const dy2 = (centreY(r) - at.yMm) ** 2;
          for (let c = 0; c < columns; c += 1) {
            const share = Math.exp(-((centreX(c) - at.xMm) ** 2 + dy2) / spot.radiusMm ** 2);
            if (share < 1e-3) continue;
            const i = r * columns + c;
            topFilm[i]! += share * (spot.filmWm2K - filmWm2K);
            topHeat[i]! += share * (spot.filmWm2K * spot.airC - filmWm2K * airC);
          }
        }
      }
    }
    before.set(t);
    for (let r = 0; r < rows; r += 1) {
      for (let c = 0; c < columns; c += 1) {
        const i = r * columns + c;
        const first = i * depth;
        const film = topFilm[i]!;
        const top = outside(film, 0);
        const topC = topHeat[i]! / film;
        const bottom = outside(backFilm[i]!, depth - 1);
        for (let l = 0; l < depth; l += 1) {
          const own = before[first + l]!;
          let flow = 0;
          if (c > 0) flow += alongX * (before[first - depth + l]! - own);
          if (c < columns - 1) flow += alongX * (before[first + depth + l]! - own);
          if (r > 0) flow += alongY * (before[first - columns * depth + l]! - own);
          if (r < rows - 1) flow += alongY * (before[first + columns * depth + l]! - own);
          const above = l === 0 ? top : down[l - 1]!;
          const below = l === depth - 1 ? bottom : down[l]!;
          diagonal[l] = capacity[l]! / stepS + above + below;
          right[l] =
            (capacity[l]! / stepS) * own +
            sheet[l]! * flow +
            (l === 0 ? top * topC : 0) +
            (l === depth - 1 ? bottom * backC[i]! : 0);
        }
        // Thomas algorithm for the column; its off-diagonals are -down.
        for (let l = 1; l < depth; l += 1) {
          factor[l] = down[l - 1]! / diagonal[l - 1]!;
          diagonal[l]! -= factor[l]! * down[l - 1]!;
          right[l]! += factor[l]! * right[l - 1]!;
        }
        t[first + depth - 1] = right[depth - 1]! / diagonal[depth - 1]!;
        for (let l = depth - 2; l >= 0; l -= 1) {
          t[first + l] = (right[l]! + down[l]! * t[first + l + 1]!) / diagonal[l]!;
        }
        inJ += areaM2 * stepS * (top * (topC - t[first]!) + bottom * (backC[i]! - t[first + depth - 1]!));
        for (let l = 0; l < depth; l += 1) peakC = Math.max(peakC, t[first + l]!);
      }
    }
    if (step % 50 === 0) onProgress(step / steps);
  }

  let storedJ = 0;
  for (let i = 0; i < places; i += 1) {
    for (let l = 0; l < depth; l += 1) storedJ += areaM2 * capacity[l]! * (t[i * depth + l]! - input.startC);
  }
  const layer = layers.findIndex((l) => l.name === target.layer);
  const mapC = Array.from({ length: places }, (_, i) => t[i * depth + layer]!);
  const isGlue = (i: number) => {
    const [x, y] = [centreX(i % columns), centreY(Math.floor(i / columns))];
    return (
      input.glueWidthMm === undefined ||
      Math.min(x, y, panel.widthMm - x, panel.heightMm - y) <= input.glueWidthMm
    );
  };
  const glue = mapC.map((_, i) => i).filter(isGlue);
  const spotAt = (i: number) => ({
    xMm: centreX(i % columns),
    yMm: centreY(Math.floor(i / columns)),
    temperatureC: mapC[i]!,
  });
  const coldest = glue.reduce((best, i) => (mapC[i]! < mapC[best]! ? i : best));
  const hottest = glue.reduce((best, i) => (mapC[i]! > mapC[best]! ? i : best));
  const inBand = glue.filter((i) => mapC[i]! >= target.minC && mapC[i]! <= (target.maxC ?? Infinity));
  return {
    columns,
    rows,
    cellMm: { widthMm, heightMm },
    mapC,
    coldest: spotAt(coldest),
    hottest: spotAt(hottest),
    peakC,
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
  calculate: heatFieldOf,
});
