import { z } from "zod";
import { defineCalculation, type OnProgress } from "../calculation.ts";
import { surroundings } from "../materials/materials.ts";
import { edges } from "../stack/outline.ts";
import { bounded, durationS, sideMm, temperatureC, umToM, words, oneOf } from "../units.ts";
import { heatContacts, heatLayers, refineStack } from "./heat-soak.ts";
import { t } from "../../words/heat.ts";

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
/** Heat may go so many cells along the panel in a step, by the square: beyond that the splitting of directions shows. */
const MOST_SPREAD = 5;
/** Cells times steps, and places that spots are looked at: about 60 ns each, some seconds of work. */
const MOST_UPDATES = 1e8;
/** A spot is looked at this often on its way, in its radii, and so far out, in its radii. */
const LOOK_RADII = 0.5;
const SPOT_REACH = 2.7;

const heatFieldShape = z.strictObject({
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
});
type Field = z.output<typeof heatFieldShape>;

/** Cells along and across the panel, and the size of one, mm. */
function cellsOf({ panel, gridMm }: Pick<Field, "panel" | "gridMm">) {
  const columns = Math.max(1, Math.ceil(panel.widthMm / gridMm));
  const rows = Math.max(1, Math.ceil(panel.heightMm / gridMm));
  return { columns, rows, widthMm: panel.widthMm / columns, heightMm: panel.heightMm / rows };
}

/** In how many steps, and of what length, the heat is followed: what conducts well along the panel wants short ones. */
function stepsOf(input: Field) {
  const { widthMm, heightMm } = cellsOf(input);
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
  const { columns, rows, widthMm, heightMm } = cellsOf(input);
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

/** Stage weight of Alexander's rule. */
const STAGE = 1 - Math.SQRT1_2;

/** What lies under a place: one of the few that a panel has, W/(m2 K) and C. */
interface Back {
  filmWm2K: number;
  ambientC: number;
}

/** One step of heat through the stack at every place. Everything lies layer after layer in memory: `t[l * places + i]`. */
class ThroughStack {
  private readonly places: number;
  private readonly depth: number;
  private readonly stepS: number;
  private readonly weight: readonly number[];
  private readonly down: readonly number[];
  private readonly halfTop: number;
  /** One over the pivots of the elimination from the back up, and the first layer's pivot without its face. */
  private readonly pivot: Float64Array;
  private readonly first: Float64Array;
  /** By place: what a face exchanges, W/(m2 K), and that times its ambient. */
  private readonly back: Float64Array;
  private readonly backHeat: Float64Array;
  private readonly top: Float64Array;
  private readonly topHeat: Float64Array;
  private readonly right: Float64Array;
  private readonly found: Float64Array;

  /** `capacity` J/(m2 K) and `half`, half a layer's conductance, by layer; `down` between layers; `backOf` by place. */
  constructor(
    capacity: readonly number[],
    down: readonly number[],
    half: readonly number[],
    backs: readonly Back[],
    backOf: Uint8Array,
    stepS: number,
  ) {
    const places = backOf.length;
    const depth = capacity.length;
    this.places = places;
    this.depth = depth;
    this.stepS = stepS;
    this.weight = capacity.map((c) => c / (STAGE * stepS));
    this.down = down;
    this.halfTop = half[0]!;
    this.pivot = new Float64Array(places * depth);
    this.right = new Float64Array(places * depth);
    this.found = new Float64Array(places * depth);
    this.first = new Float64Array(places);
    this.top = new Float64Array(places);
    this.topHeat = new Float64Array(places);
    this.back = Float64Array.from(backOf, (kind) => 1 / (1 / backs[kind]!.filmWm2K + 1 / half.at(-1)!));
    this.backHeat = this.back.map((film, i) => film * backs[backOf[i]!]!.ambientC);
    for (let i = 0; i < places; i += 1) {
      let below = this.back[i]!;
      for (let l = depth - 1; l > 0; l -= 1) {
        const own = 1 / (this.weight[l]! + below + down[l - 1]!);
        this.pivot[l * places + i] = own;
        below = down[l - 1]! - down[l - 1]! ** 2 * own;
      }
      this.first[i] = this.weight[0]! + below;
    }
  }

  /** What lies on the viewer's side from now on: film W/(m2 K) and film times ambient W/m2, by place. */
  face(film: Float64Array, heat: Float64Array): void {
    for (let i = 0; i < this.places; i += 1) {
      const outside = 1 / (1 / film[i]! + 1 / this.halfTop);
      this.top[i] = outside;
      this.topHeat[i] = (outside * heat[i]!) / film[i]!;
      this.pivot[i] = 1 / (this.first[i]! + outside);
    }
  }

  /** Takes a step in place; gives the heat that came in through both faces, J/m2 summed over the places. */
  step(t: Float64Array): number {
    const early = this.stage(t, 0);
    const late = this.stage(t, (1 - STAGE) / STAGE);
    t.set(this.found);
    return this.stepS * ((1 - STAGE) * early + STAGE * late);
  }

  /** One stage from `t`, led on by so much of the stage before; gives what flows in at its end, W/m2 summed over the places. */
  private stage(t: Float64Array, ahead: number): number {
    const { places, depth, weight, down, pivot, right, found, top, topHeat, back, backHeat } = this;
    const last = (depth - 1) * places;
    for (let l = depth - 1; l >= 0; l -= 1) {
      const [own, capacity] = [l * places, weight[l]!];
      for (let i = own; i < own + places; i += 1) right[i] = capacity * (t[i]! + ahead * (found[i]! - t[i]!));
      if (l === 0) for (let i = 0; i < places; i += 1) right[i]! += topHeat[i]!;
      if (l === depth - 1) for (let i = 0; i < places; i += 1) right[last + i]! += backHeat[i]!;
      else {
        const link = down[l]!;
        for (let i = own; i < own + places; i += 1)
          right[i]! += link * pivot[i + places]! * right[i + places]!;
      }
    }
    for (let i = 0; i < places; i += 1) found[i] = right[i]! * pivot[i]!;
    for (let l = 1; l < depth; l += 1) {
      const [own, link] = [l * places, down[l - 1]!];
      for (let i = own; i < own + places; i += 1) {
        found[i] = (right[i]! + link * found[i - places]!) * pivot[i]!;
      }
    }
    let inflow = 0;
    for (let i = 0; i < places; i += 1) {
      inflow += topHeat[i]! - top[i]! * found[i]! + backHeat[i]! - back[i]! * found[last + i]!;
    }
    return inflow;
  }
}

/** One backward-Euler step of heat along lines of so many cells, insulated at both ends; `share` is step x diffusivity / cell^2. */
function spread(count: number, share: number) {
  const lower = new Float64Array(count);
  const inverse = new Float64Array(count);
  for (let c = 0; c < count; c += 1) {
    const neighbours = Number(c > 0) + Number(c < count - 1);
    lower[c] = c > 0 ? share * inverse[c - 1]! : 0;
    inverse[c] = 1 / (1 + neighbours * share - lower[c]! * share);
  }
  return {
    /** Lines that follow one another in memory. */
    alongRows(t: Float64Array, lines: number): void {
      if (count === 1) return;
      for (let r = 0; r < lines; r += 1) {
        const from = r * count;
        for (let c = 1; c < count; c += 1) t[from + c]! += lower[c]! * t[from + c - 1]!;
        t[from + count - 1]! *= inverse[count - 1]!;
        for (let c = count - 2; c >= 0; c -= 1) {
          t[from + c] = (t[from + c]! + share * t[from + c + 1]!) * inverse[c]!;
        }
      }
    },
    /** Lines whose cells lie `lines` apart in memory: all of them at once. */
    alongColumns(t: Float64Array, lines: number): void {
      if (count === 1) return;
      for (let r = 1; r < count; r += 1) {
        const [own, above, factor] = [r * lines, (r - 1) * lines, lower[r]!];
        for (let c = 0; c < lines; c += 1) t[own + c]! += factor * t[above + c]!;
      }
      for (let c = 0; c < lines; c += 1) t[(count - 1) * lines + c]! *= inverse[count - 1]!;
      for (let r = count - 2; r >= 0; r -= 1) {
        const [own, below, pivot] = [r * lines, (r + 1) * lines, inverse[r]!];
        for (let c = 0; c < lines; c += 1) t[own + c] = (t[own + c]! + share * t[below + c]!) * pivot;
      }
    },
  };
}

function highest(values: Float64Array): number {
  let found = -Infinity;
  for (let i = 0; i < values.length; i += 1) if (values[i]! > found) found = values[i]!;
  return found;
}

/**
 * How evenly heat lies over a panel: a hot-air spot that travels, a plate smaller than the panel, a heated edge.
 *
 * Finite volumes, one cell through each layer. Each step goes through the stack, then along the panel in both directions (a locally
 * one-dimensional scheme), all of it implicit: through the stack by the two-stage, L-stable rule of Alexander 1977, along it by
 * backward Euler. A spot that moves counts by its mean over the step. Everything else is air at `airC` on both faces; the rim is
 * insulated. What leaves one cell enters another, so energy is kept to rounding. Coarser through the thickness than
 * heat-soak: good to a few tenths of a degree where heating is uniform. Lengths in mm, times in s, temperatures in C, energy in J.
 * Source: as heat-soak; Patankar 1980, *Numerical Heat Transfer and Fluid Flow*, and Yanenko 1971, *The Method of Fractional
 * Steps*, for the scheme (from memory).
 */
export function calculateHeatField(input: HeatFieldInput): HeatField {
  return heatFieldOf(heatFieldInput.parse(input));
}

function heatFieldOf(
  input: z.output<typeof heatFieldInput>,
  onProgress: OnProgress = () => undefined,
): HeatField {
  const { panel, layers, sources, target, airC, filmWm2K } = input;
  const { columns, rows, widthMm, heightMm } = cellsOf(input);
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

  const centreX = (c: number) => (c + 0.5) * widthMm;
  const centreY = (r: number) => (r + 0.5) * heightMm;
  // The back: where a plate or a strip lies under a place, it takes the air's turn there.
  const backs: Back[] = [{ filmWm2K, ambientC: airC }];
  const backOf = new Uint8Array(places);
  for (const source of sources) {
    if (source.kind === "spot") continue;
    const kind = backs.push({ filmWm2K: source.contactWm2K, ambientC: source.plateC }) - 1;
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
        if (covers) backOf[r * columns + c] = kind;
      }
    }
  }
  const spots = sources.flatMap((source) =>
    source.kind === "spot" ? [{ ...source, at: traveller(source) }] : [],
  );

  const { steps, stepS } = stepsOf(input);
  const through = new ThroughStack(capacity, down, half, backs, backOf, stepS);
  const along = sheet.map((conductanceWK, l) => {
    const share = (stepS * conductanceWK) / capacity[l]!;
    return {
      x: spread(columns, share / (widthMm / 1_000) ** 2),
      y: spread(rows, share / (heightMm / 1_000) ** 2),
    };
  });

  const t = new Float64Array(places * depth).fill(input.startC);
  const byLayer = layers.map((_, l) => t.subarray(l * places, (l + 1) * places));
  const topFilm = new Float64Array(places).fill(filmWm2K);
  const topHeat = new Float64Array(places).fill(filmWm2K * airC);
  const acrossX = new Float64Array(columns);
  const areaM2 = (widthMm * heightMm) / 1e6;
  let inJ = 0;
  let peakC = input.startC;

  for (let step = 0; step < steps; step += 1) {
    if (spots.length > 0) {
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
          for (let c = from; c < to; c += 1) acrossX[c] = bell(centreX(c) - at.xMm) / looks;
          for (let r = Math.max(0, Math.floor(upper)); r < Math.min(rows, Math.ceil(lower)); r += 1) {
            const acrossY = bell(centreY(r) - at.yMm);
            for (let c = from; c < to; c += 1) {
              const share = acrossX[c]! * acrossY;
              topFilm[r * columns + c]! += share * (spot.filmWm2K - filmWm2K);
              topHeat[r * columns + c]! += share * (spot.filmWm2K * spot.airC - filmWm2K * airC);
            }
          }
        }
      }
    }
    if (step === 0 || spots.length > 0) through.face(topFilm, topHeat);
    inJ += areaM2 * through.step(t);
    for (const [l, layer] of byLayer.entries()) {
      along[l]!.x.alongRows(layer, rows);
      along[l]!.y.alongColumns(layer, columns);
      peakC = Math.max(peakC, highest(layer));
    }
    if (step % 8 === 0) onProgress(step / steps);
  }

  let storedJ = 0;
  for (let i = 0; i < places; i += 1) {
    for (let l = 0; l < depth; l += 1) storedJ += areaM2 * capacity[l]! * (byLayer[l]![i]! - input.startC);
  }
  const layer = layers.findIndex((l) => l.name === target.layer);
  const mapC = Array.from(byLayer[layer]!);
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
