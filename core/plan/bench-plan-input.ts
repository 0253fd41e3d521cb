import { z } from "zod";
import { bounded, boundedWhole, oneOf, words } from "../units.ts";
import { usual } from "../usual.ts";
import { t } from "../../words/plan.ts";

/** A moment or a length of the plan, minutes: moments count from the plan's own beginning. Up to some ten weeks. */
const minutes = () => bounded(0, 100_000);

const shift = z
  .strictObject({ fromMin: minutes(), toMin: minutes() })
  .refine(({ fromMin, toMin }) => toMin > fromMin, {
    error: () => t("a-shift-ends-after-it-begins"),
    path: ["toMin"],
  });
export type Shift = z.output<typeof shift>;
/** So many jobs are planned at once. */
export const MOST_JOBS = 300;

const shifts = z.array(shift).max(400);

const stationKinds = ["places", "batch"] as const;
const station = z.strictObject({
  name: words(80),
  places: usual(boundedWhole(1, 50), 1, "a station has one place"),
  kind: usual(
    oneOf(stationKinds),
    "places",
    "each place of a station is taken by itself, not all in one batch",
  ),
});
export type Station = z.output<typeof station>;

const technician = z.strictObject({
  name: words(80),
  /** The stations that this person works at; all of them where none is said. */
  can: z.array(words(80)).max(50).optional(),
  shifts: shifts.optional(),
});

/** Pinned by hand, running or done: where and when is not asked again. */
const fixed = z.strictObject({
  startMin: minutes(),
  station: words(80).optional(),
  place: boundedWhole(1, 50).optional(),
  technician: words(80).optional(),
});

const step = z.strictObject({
  key: words(80).optional(),
  station: words(80),
  durationMin: minutes(),
  /** How long it takes some of those who may do it, where that is known: everybody else takes `durationMin`. */
  minutesBy: z.record(words(80), minutes()).optional(),
  /** 1 where somebody works on it throughout, 0 where it runs by itself. */
  hands: boundedWhole(0, 1),
  /** The next step begins so long after this one ends at the latest. */
  maxWaitAfterMin: minutes().optional(),
  /** Steps of one batch share it. */
  program: words(80).optional(),
  fixed: fixed.optional(),
});

const job = z.strictObject({
  code: words(40),
  releaseMin: usual(minutes(), 0, "the device is there when the plan begins"),
  dueMin: minutes().optional(),
  weight: usual(bounded(0, 1_000), 1, "no job weighs more than another"),
  steps: z.array(step).min(1).max(60),
});

/** No plan has more steps than this. */
const MOST_STEPS = 2_000;

const objectives = ["tardiness", "makespan"] as const;

/** Everybody by name: where only so many are said, by number. */
export const peopleOf = (technicians: number | z.output<typeof technician>[]) =>
  typeof technicians === "number"
    ? Array.from({ length: technicians }, (_, k): z.output<typeof technician> => ({ name: String(k + 1) }))
    : technicians;

export const benchPlanInput = z
  .strictObject({
    stations: z.array(station).min(1).max(50),
    technicians: z.union([boundedWhole(0, 100), z.array(technician).max(100)]),
    jobs: z.array(job).min(1).max(MOST_JOBS),
    objective: usual(oneOf(objectives), "tardiness", "minutes late count first, then when all is done"),
    /** When anybody works; by day and night where none is said. */
    shifts: shifts.optional(),
    frozenUntilMin: usual(minutes(), 0, "nothing is frozen: steps may begin at once"),
    timeLimitS: usual(bounded(0.05, 20), 2, "2 s of search"),
    seed: usual(
      boundedWhole(0, 2 ** 31 - 1),
      1,
      "a fixed seed, so that the same question gives the same plan",
    ),
  })
  .superRefine(({ stations, technicians, jobs }, context) => {
    const wrong = (path: (string | number)[], message: string) =>
      context.addIssue({ code: "custom", path, message });
    const names = new Map(stations.map((one) => [one.name, one]));
    const twice = (all: readonly string[]) => all.findIndex((name, i) => all.indexOf(name) !== i);
    const people = peopleOf(technicians).map(({ name }) => name);
    for (const [path, key, all] of [
      ["stations", "name", stations.map(({ name }) => name)],
      ["technicians", "name", people],
      ["jobs", "code", jobs.map(({ code }) => code)],
    ] as const) {
      const at = twice(all);
      if (at >= 0) wrong([path, at, key], t("is-there-twice", { name: all[at]! }));
    }
    if (jobs.reduce((sum, { steps }) => sum + steps.length, 0) > MOST_STEPS)
      wrong(["jobs"], t("has-more-steps-than", { most: MOST_STEPS }));
    jobs.forEach(({ steps }, j) =>
      steps.forEach((one, i) => {
        const path = ["jobs", j, "steps", i];
        const unknown = (name: string) => t("there-is-no-station", { name });
        if (!names.has(one.station)) wrong([...path, "station"], unknown(one.station));
        if (!one.fixed) return;
        const own = names.get(one.fixed.station ?? one.station);
        if (!own) wrong([...path, "fixed", "station"], unknown(one.fixed.station!));
        else if ((one.fixed.place ?? 1) > own.places)
          wrong([...path, "fixed", "place"], t("has-so-many-places", { name: own.name, many: own.places }));
        const who = one.fixed.technician;
        if (who !== undefined && !people.includes(who))
          wrong([...path, "fixed", "technician"], t("there-is-nobody-named", { name: who }));
      }),
    );
    jobs.forEach(({ steps }, j) =>
      steps.forEach(({ minutesBy = {} }, i) => {
        for (const name of Object.keys(minutesBy))
          if (!people.includes(name))
            wrong(["jobs", j, "steps", i, "minutesBy", name], t("there-is-nobody-named", { name }));
      }),
    );
    if (Array.isArray(technicians))
      technicians.forEach(({ can = [] }, k) =>
        can.forEach((name, i) => {
          if (!names.has(name)) wrong(["technicians", k, "can", i], t("there-is-no-station", { name }));
        }),
      );
  });
export type BenchPlanInput = z.input<typeof benchPlanInput>;
export type BenchPlanAsked = z.output<typeof benchPlanInput>;
