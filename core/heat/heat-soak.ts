import { z } from "zod";
import { usual } from "../usual.ts";
import { defineCalculation } from "../calculation.ts";
import { bounded, durationS, temperatureC, thicknessUm, umToM, words } from "../units.ts";
import {
  boundaryTemperatures,
  buildGrid,
  layerRange,
  PhaseStepper,
  storedJm2,
  type ConductionLayer,
  type FaceExchange,
} from "./conduction.ts";
import { t } from "../../words/heat.ts";

export const heatLayer = z.strictObject({
  name: words(80),
  thicknessUm: thicknessUm(),
  conductivityWmK: bounded(0.001, 1_000),
  densityKgM3: bounded(0.1, 25_000),
  specificHeatJkgK: bounded(10, 20_000),
});

export const heatFace = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("air"), airC: temperatureC(), filmWm2K: bounded(0, 1_000_000) }),
  z.strictObject({ kind: z.literal("plate"), plateC: temperatureC(), contactWm2K: bounded(0, 10_000_000) }),
  z.strictObject({ kind: z.literal("held"), faceC: temperatureC() }),
  z.strictObject({ kind: z.literal("insulated") }),
]);

export const heatBand = z.strictObject({
  layer: words(80),
  minC: temperatureC().optional(),
  maxC: temperatureC().optional(),
});

export const heatLayers = () => z.array(heatLayer).min(1).max(40);
export const heatContacts = () =>
  z
    .array(z.strictObject({ afterLayer: words(80), conductanceWm2K: bounded(0.01, 10_000_000) }))
    .max(40)
    .optional();

interface StackInput {
  layers: { name: string }[];
  contacts?: { afterLayer: string }[];
  target?: z.output<typeof heatBand>;
  limits?: z.output<typeof heatBand>[];
}

/** Layers by names that differ, contacts and bands that name one of them. */
export function refineStack(input: StackInput, context: z.core.$RefinementCtx): void {
  const names = input.layers.map((layer) => layer.name);
  const fault = (path: (string | number)[], message: string) =>
    context.addIssue({ code: "custom", path, message });
  const known = (name: string, path: (string | number)[]) => {
    if (!names.includes(name)) fault(path, t("is-not-one-of-the-layers", { name, names: names.join(", ") }));
  };
  names.forEach((name, i) => {
    if (names.indexOf(name) !== i)
      fault(["layers", i, "name"], t("stands-twice-names-must-differ", { name }));
  });
  input.contacts?.forEach((contact, i) => {
    known(contact.afterLayer, ["contacts", i, "afterLayer"]);
    if (contact.afterLayer === names.at(-1)) {
      fault(
        ["contacts", i, "afterLayer"],
        t("is-the-last-layer-nothing-lies-under", { afterLayer: contact.afterLayer }),
      );
    }
    if (input.contacts!.findIndex((other) => other.afterLayer === contact.afterLayer) !== i) {
      fault(["contacts", i, "afterLayer"], t("has-two-contacts", { afterLayer: contact.afterLayer }));
    }
  });
  const bands = [
    ...(input.target ? [{ band: input.target, path: ["target"] as (string | number)[] }] : []),
    ...(input.limits ?? []).map((limit, i) => ({ band: limit, path: ["limits", i] as (string | number)[] })),
  ];
  for (const { band: checked, path } of bands) {
    known(checked.layer, [...path, "layer"]);
    if (checked.minC !== undefined && checked.maxC !== undefined && checked.minC >= checked.maxC) {
      fault([...path, "minC"], t("must-be-below-maxc-which-is", { minC: checked.minC, maxC: checked.maxC }));
    }
  }
}

/** More output points than this would be a mistake, not a wish. */
const MOST_OUTPUTS = 20_000;

export const heatSoakInput = z
  .strictObject({
    layers: heatLayers(),
    contacts: heatContacts(),
    startC: temperatureC(),
    phases: z
      .array(z.strictObject({ name: words(80), durationS: durationS(), top: heatFace, bottom: heatFace }))
      .min(1)
      .max(60),
    target: heatBand.optional(),
    limits: z.array(heatBand).max(80).optional(),
    outputEveryS: usual(bounded(0.001, 86_400), 1, "a temperature for every second: a setting"),
  })
  .superRefine((input, context) => {
    refineStack(input, context);
    const totalS = input.phases.reduce((sum, phase) => sum + phase.durationS, 0);
    if (totalS / input.outputEveryS > MOST_OUTPUTS) {
      context.addIssue({
        code: "custom",
        path: ["outputEveryS"],
        message: t("gives-more-than-outputs-over-s-must", {
          outputEveryS: input.outputEveryS,
          MOST_OUTPUTS,
          totalS,
          totalS2: totalS / MOST_OUTPUTS,
        }),
      });
    }
  });

export type HeatSoakInput = z.input<typeof heatSoakInput>;
export type HeatFace = z.output<typeof heatFace>;

const nullableSeconds = z.number().nullable();

export const heatSoakResult = z.strictObject({
  timesS: z.array(z.number()),
  interfaces: z.array(
    z.strictObject({
      name: z.string(),
      temperatureC: z.array(z.number()),
      /** The other side of a poor contact; only where there is one. */
      belowC: z.array(z.number()).optional(),
    }),
  ),
  target: z
    .strictObject({
      intervals: z.array(z.strictObject({ fromS: z.number(), toS: z.number() })),
      readyAtS: nullableSeconds,
      windowS: nullableSeconds,
      /** True where the last phase ends before the layer leaves the band: the window is at least this long. */
      windowCutShort: z.boolean(),
    })
    .nullable(),
  limits: z.array(
    z.strictObject({
      layer: z.string(),
      peakC: z.number(),
      lowC: z.number(),
      firstBrokenS: nullableSeconds,
    }),
  ),
  energy: z.strictObject({ inJm2: z.number(), storedJm2: z.number() }),
});
export type HeatSoakResult = z.output<typeof heatSoakResult>;

/** A face's condition as conduction takes it. */
export function exchangeOf(face: HeatFace): FaceExchange {
  switch (face.kind) {
    case "air":
      return { conductanceWm2K: face.filmWm2K, ambientC: face.airC };
    case "plate":
      return { conductanceWm2K: face.contactWm2K, ambientC: face.plateC };
    case "held":
      return { conductanceWm2K: Infinity, ambientC: face.faceC };
    case "insulated":
      return { conductanceWm2K: 0, ambientC: 0 };
  }
}

/** Layers as conduction takes them, in SI units. */
export function conductionLayers(input: Pick<HeatSoakInput, "layers" | "contacts">): ConductionLayer[] {
  return input.layers.map((layer) => ({
    thicknessM: umToM(layer.thicknessUm),
    conductivityWmK: layer.conductivityWmK,
    volumetricHeatJm3K: layer.densityKgM3 * layer.specificHeatJkgK,
    contactBelowWm2K:
      input.contacts?.find((contact) => contact.afterLayer === layer.name)?.conductanceWm2K ?? Infinity,
  }));
}

/** Follows whether one layer stands inside its band, with the moments of crossing found between steps. */
class BandWatch {
  readonly intervals: { fromS: number; toS: number }[] = [];
  peakC = -Infinity;
  lowC = Infinity;
  firstBrokenS: number | null = null;
  private last: { timeS: number; marginC: number } | null = null;
  private since: number | null = null;
  readonly layer: number;
  private readonly minC: number;
  private readonly maxC: number;

  constructor(layer: number, minC = -Infinity, maxC = Infinity) {
    this.layer = layer;
    this.minC = minC;
    this.maxC = maxC;
  }

  see(timeS: number, range: { lowC: number; highC: number }): void {
    this.peakC = Math.max(this.peakC, range.highC);
    this.lowC = Math.min(this.lowC, range.lowC);
    // Without a bound the margin is infinite: inside for ever, and no crossing to interpolate.
    const marginC = Math.min(range.lowC - this.minC, this.maxC - range.highC);
    const inside = marginC >= 0;
    const wasInside = this.since !== null;
    const crossingS =
      this.last === null || this.last.marginC === marginC || !Number.isFinite(marginC - this.last.marginC)
        ? timeS
        : this.last.timeS + ((timeS - this.last.timeS) * this.last.marginC) / (this.last.marginC - marginC);
    if (inside && !wasInside) this.since = this.last === null ? timeS : crossingS;
    if (!inside && wasInside) {
      this.intervals.push({ fromS: this.since!, toS: crossingS });
      this.since = null;
    }
    if (!inside && this.firstBrokenS === null) this.firstBrokenS = this.last === null ? timeS : crossingS;
    this.last = { timeS, marginC };
  }

  get insideSince(): number | null {
    return this.since;
  }
}

/** For searches that run a stack again and again: coarser than the eye could tell on a curve. */
export const SEARCH_GRID = { cells: 24, longestStepS: 10 };

/** The faces of a stack in their order, by the names that results carry. */
export const interfaceNames = (layers: readonly { name: string }[]): string[] => [
  "top face",
  ...layers.slice(1).map(({ name }, i) => `${layers[i]!.name} / ${name}`),
  "bottom face",
];

/** Largest error that one step may add, K. The check values hold to 0.01 C with it. */
const STEP_TOLERANCE_K = 5e-4;

/** How the march is cut: found by itself within `STEP_TOLERANCE_K`, or fixed, to study its order. */
export interface MarchOptions {
  fixedStepS?: number;
  /** Longest step of its own choice, s; crossings are found between steps, so they blur with it. */
  longestStepS?: number;
  cells?: number;
}

/**
 * Temperatures through a stack of layers over time, from the viewer's side down.
 *
 * rho c dT/dt = d/dz (k dT/dz), with exchange h (ambient - face) at each outer face. 1-D: good where the panel's sides are
 * much longer than the stack is thick, so not within a few stack thicknesses of an edge.
 * Times in s, temperatures in C, energy in J per m2 of panel.
 * Sources: Carslaw & Jaeger, *Conduction of Heat in Solids*; Incropera & DeWitt, *Fundamentals of Heat and Mass Transfer*.
 */
export function calculateHeatSoak(input: HeatSoakInput, options: MarchOptions = {}): HeatSoakResult {
  const outputEveryS = input.outputEveryS ?? 1;
  const names = input.layers.map((layer) => layer.name);
  const grid = buildGrid(conductionLayers(input), options.cells);
  const temperatures = new Float64Array(grid.capacity.length).fill(input.startC);
  const startJm2 = storedJm2(grid, temperatures);
  const totalS = input.phases.reduce((sum, phase) => sum + phase.durationS, 0);

  const target = input.target
    ? new BandWatch(names.indexOf(input.target.layer), input.target.minC, input.target.maxC)
    : null;
  const limits = (input.limits ?? []).map(
    (limit) => new BandWatch(names.indexOf(limit.layer), limit.minC, limit.maxC),
  );
  const watches = target ? [target, ...limits] : limits;

  const timesS: number[] = [];
  const interfaces = interfaceNames(input.layers).map((name, i): HeatSoakResult["interfaces"][number] => ({
    name,
    temperatureC: [],
    // Between the outer faces, the one under layer i - 1.
    ...(i > 0 && i < names.length && Number.isFinite(grid.layers[i - 1]!.contactBelowWm2K)
      ? { belowC: [] }
      : {}),
  }));
  const record = (timeS: number, stepper: PhaseStepper) => {
    timesS.push(timeS);
    interfaces[0]!.temperatureC.push(stepper.topFaceC());
    for (let l = 0; l < names.length - 1; l += 1) {
      const { aboveC, belowC } = boundaryTemperatures(grid, stepper.temperatures, l);
      interfaces[l + 1]!.temperatureC.push(aboveC);
      interfaces[l + 1]!.belowC?.push(belowC);
    }
    interfaces[names.length]!.temperatureC.push(stepper.bottomFaceC());
  };

  let timeS = 0;
  let energyInJm2 = 0;
  let outputs = 0;
  const isLastOutput = (t: number) => t >= totalS * (1 - 1e-12);
  const longestStepS = options.longestStepS ?? Math.max(1, totalS / 4_000);
  const smallestCellS = grid.capacity.reduce((least, c, i) => Math.min(least, c / grid.toFace[i]!), Infinity);

  for (const phase of input.phases) {
    const endS = timeS + phase.durationS;
    const [top, bottom] = [exchangeOf(phase.top), exchangeOf(phase.bottom)];
    const stepper = new PhaseStepper(grid, temperatures, top, bottom);
    let stepS = options.fixedStepS ?? Math.min(longestStepS, smallestCellS);
    for (const watch of watches) watch.see(timeS, layerRange(grid, temperatures, watch.layer, top, bottom));
    if (outputs === 0) {
      record(0, stepper);
      outputs = 1;
    }
    while (timeS < endS) {
      const nextStopS = Math.min(outputs * outputEveryS, endS);
      const remainingS = nextStopS - timeS;
      // Whole steps up to the next stop, all alike, so that the factored matrix serves again.
      const takenS = remainingS / Math.max(1, Math.ceil(remainingS / stepS - 1e-9));
      const errorK = stepper.attempt(takenS);
      const change = errorK > 0 ? 0.9 * Math.cbrt(STEP_TOLERANCE_K / errorK) : 4;
      if (options.fixedStepS === undefined && errorK > STEP_TOLERANCE_K && takenS > 1e-7) {
        stepS = takenS * Math.max(0.2, change);
        continue;
      }
      stepper.accept();
      timeS = remainingS - takenS < 1e-9 * Math.max(1, takenS) ? nextStopS : timeS + takenS;
      if (options.fixedStepS === undefined && change > 1.3) {
        stepS = Math.min(longestStepS, takenS * Math.min(4, change));
      }
      for (const watch of watches) watch.see(timeS, layerRange(grid, temperatures, watch.layer, top, bottom));
      if (timeS >= outputs * outputEveryS * (1 - 1e-12)) {
        record(timeS, stepper);
        outputs += 1;
      } else if (isLastOutput(timeS)) {
        record(timeS, stepper);
      }
    }
    energyInJm2 += stepper.energyInJm2;
  }

  return {
    timesS,
    interfaces,
    target: target && targetOf(target, totalS - input.phases.at(-1)!.durationS, totalS),
    limits: limits.map((watch, i) => ({
      layer: input.limits![i]!.layer,
      peakC: watch.peakC,
      lowC: watch.lowC,
      firstBrokenS: watch.firstBrokenS,
    })),
    energy: { inJm2: energyInJm2, storedJm2: storedJm2(grid, temperatures) - startJm2 },
  };
}

function targetOf(watch: BandWatch, lastPhaseS: number, totalS: number): HeatSoakResult["target"] {
  const cutShort = watch.insideSince !== null;
  const intervals = [
    ...watch.intervals,
    ...(cutShort ? [{ fromS: watch.insideSince!, toS: totalS }] : []),
  ].filter((interval) => interval.toS > interval.fromS);
  const standing = intervals.find(
    (interval) => interval.fromS <= lastPhaseS + 1e-9 && interval.toS > lastPhaseS + 1e-9,
  );
  return {
    intervals,
    readyAtS: intervals[0]?.fromS ?? null,
    windowS: standing ? standing.toS - lastPhaseS : null,
    windowCutShort: standing !== undefined && cutShort && standing === intervals.at(-1),
  };
}

export const heatSoak = defineCalculation({
  name: "heat-soak",
  purpose: "Temperatures through the stack over time: when the glue line is ready and how long it stays so.",
  input: heatSoakInput,
  result: heatSoakResult,
  calculate: (input) => calculateHeatSoak(input),
});
