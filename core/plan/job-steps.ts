import type { StageName } from "../stage.ts";
import type { BenchPlanInput, Station } from "./bench-plan-input.ts";
import type { StagePaces } from "./stage-paces.ts";

/** The stations of a bench as it usually is. Common practice, no source. */
export const usualStations = [
  { name: "bench", places: 3, kind: "places" },
  { name: "plate", places: 1, kind: "places" },
  { name: "lay-up", places: 1, kind: "places" },
  { name: "lamp", places: 1, kind: "places" },
  { name: "laminator", places: 1, kind: "places" },
  { name: "chamber", places: 4, kind: "batch" },
] as const satisfies Station[];
export type StationName = (typeof usualStations)[number]["name"];

/** Where a kind of move is made; at the bench where it is not here. */
const stationByKind: Readonly<Record<string, StationName>> = {
  "soak-started": "plate",
  "soak-ended": "plate",
  "strip-cut": "plate",
  "wire-drawn": "plate",
  "wire-read": "plate",
  "wedge-read": "plate",
  "old-off": "plate",
  "liquid-laid": "lay-up",
  "glass-set": "lay-up",
  "lowering-started": "lay-up",
  lowered: "lay-up",
  aligned: "lay-up",
  "tape-laid": "lay-up",
  "film-on-glass": "lay-up",
  "film-laid": "lay-up",
  "film-rubbed": "lay-up",
  "in-mould": "lay-up",
  "lamp-on": "lamp",
  "lamp-off": "lamp",
  "laminator-on": "laminator",
  "laminator-off": "laminator",
  "chamber-on": "chamber",
  "chamber-off": "chamber",
};

/** Where nothing is known of anybody's pace. */
const USUAL = { pace: 1 };
/** Whoever waits for less stays beside it, min. */
const BESIDE_MIN = 4;
/** What is done elsewhere in less, between two stretches at one station, is done in passing, min. */
const IN_PASSING_MIN = 4;
/** How soon the next stretch follows, min: off the heat, after the last wipe, with glue laid. Common practice, no source. */
const SOON_MIN = { heat: 2, wipe: 10, glue: 20 } as const;

/** A move of a procedure and when, ms: as the plan of a job gives it. */
export interface TimedMove {
  move: { kind: string };
  data?: unknown;
  stage?: StageName;
  fromMs: number;
  startMs: number;
  endMs: number;
}

/** A stretch of a job at one station; without hands it is a wait. */
export type JobStep = BenchPlanInput["jobs"][number]["steps"][number] & { station: StationName };
/** How long a step took in the middle half of the jobs that its minutes are read off, and how many they were at the least. */
export interface StepSpan {
  lowMin: number;
  highMin: number;
  jobs: number;
}
/** What a job still asks of the bench, and the parts that it takes from the shelf, each for one of its steps. */
export interface JobSteps {
  steps: JobStep[];
  /** Of each step; null where it goes by the usual minutes, or runs by itself. */
  spans: (StepSpan | null)[];
  takes: { index: number; part: string }[];
}

/** A wait or hands, at one station, with the kinds of moves that it is made of. */
interface Stretch {
  station: StationName;
  hands: 0 | 1;
  min: number;
  lowMin: number;
  highMin: number;
  /** How many jobs its minutes are read off at the least; Infinity where none of it is. */
  jobs: number;
  /** How long it takes each of those whose own pace is known. */
  minBy: number[];
  kinds: string[];
  takes: string[];
}

/** The part that a move takes from the shelf, if it takes one. */
const takenBy = ({ move, data }: TimedMove): string[] =>
  move.kind === "part-taken" ? [(data as { part: string }).part] : [];

const join = (into: Stretch[], next: Stretch): void => {
  const last = into.at(-1);
  if (last && last.station === next.station && last.hands === next.hands) {
    last.min += next.min;
    last.lowMin += next.lowMin;
    last.highMin += next.highMin;
    last.jobs = Math.min(last.jobs, next.jobs);
    last.minBy = last.minBy.map((min, k) => min + next.minBy[k]!);
    last.kinds.push(...next.kinds);
    last.takes.push(...next.takes);
  } else if (next.min > 0 || next.kinds.length > 0)
    into.push({ ...next, kinds: [...next.kinds], takes: [...next.takes] });
};

/** How soon what follows a stretch has to begin; null where it may wait. */
function soonAfter({ station, hands, kinds }: Stretch, next: Stretch | undefined): number | null {
  if (!next) return null;
  if (station === "plate" && next.station === "plate") return SOON_MIN.heat;
  if (kinds.at(-1) === "wiped" || kinds.at(-1) === "looked-clean")
    return next.station === "lay-up" ? SOON_MIN.wipe : null;
  return station === "lay-up" && (hands === 0 || next.station === "lamp") ? SOON_MIN.glue : null;
}

/**
 * What a job still asks of the bench, as steps to be planned: its moves one after the other, those at one station together, what runs by
 * itself apart. A short wait is spent beside it, and what is done elsewhere in passing counts where hands come from. `paces` say how
 * long hands take here, beside the usual minutes, and `pacesBy` how long those of each person do, by name.
 *
 * @example
 * const moves = [{ move: { kind: "strip-cut" }, fromMs: 0, startMs: 600_000, endMs: 660_000 }];
 * jobSteps(moves).steps.map(({ station, durationMin, hands }) => [station, durationMin, hands]) // [["plate", 10, 0], ["plate", 1, 1]]
 */
export function jobSteps(
  moves: readonly TimedMove[],
  paces: StagePaces = {},
  pacesBy: Readonly<Record<string, StagePaces>> = {},
): JobSteps {
  const stretches: Stretch[] = [];
  const people = Object.keys(pacesBy);
  for (const timed of moves) {
    const { move, stage, fromMs, startMs, endMs } = timed;
    const own = stationByKind[move.kind] ?? "bench";
    const waitMin = (startMs - fromMs) / 60_000;
    // What waits lies where it was put.
    const before = stretches.at(-1)?.station ?? own;
    if (waitMin > 0)
      join(stretches, {
        station: before,
        hands: waitMin < BESIDE_MIN ? 1 : 0,
        min: waitMin,
        lowMin: waitMin,
        highMin: waitMin,
        jobs: Infinity,
        minBy: people.map(() => waitMin),
        kinds: [],
        takes: [],
      });
    const usualMin = (endMs - startMs) / 60_000;
    const here = stage && paces[stage];
    join(stretches, {
      station: own,
      hands: 1,
      min: usualMin * (here?.pace ?? 1),
      lowMin: usualMin * (here?.low ?? 1),
      highMin: usualMin * (here?.high ?? 1),
      jobs: here?.jobs ?? Infinity,
      minBy: people.map((name) => usualMin * ((stage && pacesBy[name]![stage]) ?? here ?? USUAL).pace),
      kinds: [move.kind],
      takes: takenBy(timed),
    });
  }
  const together: Stretch[] = [];
  stretches.forEach((stretch, k) => {
    const [before, after] = [together.at(-1), stretches[k + 1]];
    const isInPassing =
      before &&
      after &&
      stretch.hands === 1 &&
      stretch.station !== before.station &&
      after.station === before.station &&
      stretch.min < IN_PASSING_MIN;
    join(together, isInPassing ? { ...stretch, station: before.station } : stretch);
  });
  const steps = together.map((stretch, k): JobStep => {
    const { station, hands, min, minBy } = stretch;
    const soon = soonAfter(stretch, together[k + 1]);
    return {
      station,
      hands,
      durationMin: min,
      ...(hands === 1 && minBy.some((own) => own !== min)
        ? { minutesBy: Object.fromEntries(people.map((name, k) => [name, minBy[k]!])) }
        : {}),
      // What runs in the chamber is held there alike, whatever it is.
      ...(station === "chamber" ? { program: "hold" } : {}),
      ...(soon === null ? {} : { maxWaitAfterMin: soon }),
    };
  });
  const spans = together.map(({ lowMin, highMin, jobs }) =>
    jobs === Infinity ? null : { lowMin, highMin, jobs },
  );
  return {
    steps,
    spans,
    takes: together.flatMap(({ takes }, index) => takes.map((part) => ({ index, part }))),
  };
}
