import { adhesiveNow } from "../bond/adhesive-now.ts";
import { inChamber, programOf } from "../bond/bubbles.ts";
import { seamNow } from "../device/ask.ts";
import type { Scene } from "../device/scene.ts";
import { signedApartDeg } from "../film/axis-angle.ts";
import { chooseAxis } from "../film/choose-axis.ts";
import { filmSides } from "../film/films.ts";
import { methodOf } from "../heat/heat-methods.ts";
import { calculateLiftStress } from "../lift/lift-stress.ts";
import { glueOf, strengthAt } from "../materials/glues.ts";
import { median } from "../median.ts";
import { quantile } from "../statistics/quantile.ts";
import type { KeptReading } from "./records-slot.ts";
import { comparedKinds, comparedNames, type ComparedKind } from "./compared-kinds.ts";

/** One prediction of a job beside what was measured of it. */
export interface Compared {
  what: ComparedKind;
  predicted: number;
  measured: number;
  atMs: number;
  /** A stand-in measured it, not the world. */
  isSimulated: boolean;
}

type Course = readonly Pick<KeptReading, "atMs" | "value" | "source">[];

/** When a course of readings first goes over a level (or under it), between two readings in a straight line, ms; null where it does not. */
function crossingMs(course: Course, level: number, isRising: boolean): number | null {
  for (const [i, { atMs, value }] of course.entries()) {
    const before = course[i - 1];
    if (!before) continue;
    const goes = isRising ? before.value < level && value >= level : before.value >= level && value < level;
    if (goes) return before.atMs + ((level - before.value) / (value - before.value)) * (atMs - before.atMs);
  }
  return null;
}

const isSimulatedIn = (course: Course): boolean => course.some(({ source }) => source === "simulated");

/** A reading so near to the end of a soak tells of it, ms. */
const AT_END_MS = 10_000;

/** When the glue line was soft, and for how long off the heat, where a thermocouple lay in it. */
function heatCompared(scene: Scene): Compared[] {
  const { heat, soaks } = scene.state.lift;
  const minC = seamNow(scene)?.minC;
  if (!heat || minC === undefined || methodOf(heat.method).isCold) return [];
  const course = scene.state.records.readings
    .filter(({ quantity }) => quantity === "glue line")
    .sort((a, b) => a.atMs - b.atMs);
  const windowS = heat.likelyWindowS ?? heat.windowS;
  return soaks.flatMap(({ startedMs, endedMs }, i): Compared[] => {
    const nextMs = soaks[i + 1]?.startedMs ?? Infinity;
    const on = course.filter(({ atMs }) => atMs >= startedMs && atMs <= (endedMs ?? Infinity));
    const off = course.filter(({ atMs }) => endedMs !== null && atMs >= endedMs && atMs < nextMs);
    const readyMs = i === 0 && heat.readyS ? crossingMs(on, minC, true) : null;
    const atEnd =
      i === 0 && heat.endC !== undefined && endedMs !== null
        ? course
            .filter(({ atMs }) => Math.abs(atMs - endedMs) <= AT_END_MS)
            .sort((a, b) => Math.abs(a.atMs - endedMs) - Math.abs(b.atMs - endedMs))[0]
        : undefined;
    const coldMs = endedMs !== null && windowS ? crossingMs(off, minC, false) : null;
    return [
      ...(atEnd === undefined
        ? []
        : [
            {
              what: "glue line" as const,
              predicted: heat.endC!,
              measured: atEnd.value,
              atMs: atEnd.atMs,
              isSimulated: atEnd.source === "simulated",
            },
          ]),
      ...(readyMs === null
        ? []
        : [
            {
              what: "ready" as const,
              predicted: heat.readyS!,
              measured: (readyMs - startedMs) / 1_000,
              atMs: readyMs,
              isSimulated: isSimulatedIn(on),
            },
          ]),
      ...(coldMs === null
        ? []
        : [
            {
              what: "window" as const,
              predicted: windowS!,
              measured: (coldMs - endedMs!) / 1_000,
              atMs: coldMs,
              isSimulated: isSimulatedIn(off),
            },
          ]),
    ];
  });
}

/** How far the front ran before each wedge beside the assumed curve of its glue, and how fast the hands went. */
function liftCompared({ state }: Scene): Compared[] {
  const { wedges, cuts } = state.lift;
  return [
    ...wedges.flatMap(({ glue, glueC, atMs, input: { frontMm, ...input } }): Compared[] =>
      frontMm === undefined
        ? []
        : [
            {
              what: "front",
              predicted: calculateLiftStress({
                ...input,
                fractureEnergyJm2: strengthAt(glueOf(glue), glueC),
              }).frontMm,
              measured: frontMm,
              atMs,
              isSimulated: false,
            },
          ],
    ),
    ...cuts.map(({ tool, mm, s, atMs, plannedMmS }): Compared => ({
      what: tool === "card" ? "card speed" : "wire speed",
      predicted: plannedMmS,
      measured: mm / s,
      atMs,
      isSimulated: false,
    })),
  ];
}

const last = ({ state }: Scene, quantity: KeptReading["quantity"]): KeptReading | undefined =>
  state.records.readings.filter((reading) => reading.quantity === quantity).at(-1);

function bondCompared(scene: Scene): Compared[] {
  const { bond, cure } = scene.state;
  const beside = (
    what: ComparedKind,
    predicted: number | null,
    read: KeptReading | undefined,
    measured: number,
  ) =>
    predicted === null || !read
      ? []
      : [{ what, predicted, measured, atMs: read.atMs, isSimulated: read.source === "simulated" }];
  const mass = last(scene, "mass");
  const settled = last(scene, "settling");
  const light = last(scene, "light dose");
  const loweredMs =
    bond.loweringSinceMs === null || bond.loweredS === null
      ? null
      : bond.loweringSinceMs + 1_000 * bond.loweredS;
  const settleMin =
    loweredMs === null || bond.settledFromMs === null ? null : (bond.settledFromMs - loweredMs) / 60_000;
  return [
    ...beside(
      "laid",
      bond.dose?.volumeMl ?? null,
      mass,
      (mass?.value ?? 0) / adhesiveNow(scene).densityGcm3.value,
    ),
    ...beside("settling", settleMin, settled, settled?.value ?? 0),
    ...beside("light dose", cure.exposure?.requiredMjCm2 ?? null, light, light?.value ?? 0),
  ];
}

/** Films whose axis was told by readings, and which were then turned on the lit panel until the picture was right. */
function axisCompared(scene: Scene): Compared[] {
  const { film } = scene.state;
  return filmSides.flatMap((side): Compared[] => {
    const chosen = film.chosen[side];
    if (chosen?.from !== "turned") return [];
    const told = chooseAxis(scene, side);
    return told === null
      ? []
      : [
          {
            what: "axis",
            predicted: told.axisDeg,
            measured: told.axisDeg + signedApartDeg(told.axisDeg, chosen.axisDeg),
            atMs: chosen.atMs,
            isSimulated: (film.readings[side] ?? []).some(({ source }) => source.startsWith("simulated")),
          },
        ];
  });
}

/** Bubbles that a run of the chamber was to take away, and those that it took. */
function bubblesCompared(scene: Scene): Compared[] {
  const { bubbles, chamberRuns, dose } = scene.state.bond;
  const seen = bubbles.filter(({ settled }) => settled !== null);
  if (chamberRuns === 0 || seen.length === 0) return [];
  const adhesive = adhesiveNow(scene);
  const goes = seen.filter(
    ({ diameterMm }) => inChamber(diameterMm, dose?.gapUm ?? 150, programOf(), adhesive).verdict === "goes",
  );
  return [
    {
      what: "bubbles",
      predicted: goes.length,
      measured: seen.filter(({ settled }) => settled === "gone").length,
      atMs: Math.max(...seen.map(({ settledMs }) => settledMs ?? 0)),
      isSimulated: false,
    },
  ];
}

const looksCompared = ({ state }: Scene): Compared[] =>
  state.prove.photos.map(({ defects, source, atMs }) => ({
    what: "defects",
    predicted: defects.length,
    measured: defects.filter(({ overruled }) => !overruled).length,
    atMs,
    isSimulated: source === "simulated",
  }));

/** Every prediction of a job that was measured as well, in the order of the calculations. */
export const comparedOf = (scene: Scene): Compared[] => [
  ...heatCompared(scene),
  ...liftCompared(scene),
  ...bondCompared(scene),
  ...axisCompared(scene),
  ...bubblesCompared(scene),
  ...looksCompared(scene),
];

/** Predictions of one kind over many jobs. */
export interface ComparedSum {
  what: ComparedKind;
  /** How often both were known, and how often of these by a stand-in. */
  n: number;
  simulated: number;
  /** The middle of measured over predicted, or of their difference; of counts the one over the other. */
  middle: number;
  /** Nine in ten lie within; null where there are fewer than five. */
  low: number | null;
  high: number | null;
}

const LEAST_FOR_RANGE = 5;

/**
 * What many jobs have measured beside what was predicted, by kind: the middle of measured over predicted (of their difference for an axis,
 * of the sums for counts), and the range that nine in ten lie in.
 *
 * @example
 * comparedSums([{ what: "laid", predicted: 2, measured: 2.2, atMs: 0, isSimulated: false }])[0].middle // 1.1
 */
export function comparedSums(rows: readonly Compared[]): ComparedSum[] {
  return comparedNames.flatMap((what): ComparedSum[] => {
    const own = rows.filter((row) => row.what === what);
    if (own.length === 0) return [];
    const { as } = comparedKinds[what];
    const sum = (of: "predicted" | "measured") => own.reduce((total, row) => total + row[of], 0);
    const values = own
      .flatMap(({ predicted, measured }) =>
        as === "difference" ? [measured - predicted] : predicted === 0 ? [] : [measured / predicted],
      )
      .sort((a, b) => a - b);
    const middle = as === "count" ? sum("measured") / sum("predicted") : median(values);
    if (!Number.isFinite(middle)) return [];
    const hasRange = as !== "count" && values.length >= LEAST_FOR_RANGE;
    return [
      {
        what,
        n: own.length,
        simulated: own.filter(({ isSimulated }) => isSimulated).length,
        middle,
        low: hasRange ? quantile(values, 0.05) : null,
        high: hasRange ? quantile(values, 0.95) : null,
      },
    ];
  });
}
