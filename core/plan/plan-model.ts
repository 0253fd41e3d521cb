import { Line } from "./line.ts";
import { peopleOf, type BenchPlanAsked, type Shift, type Station } from "./bench-plan-input.ts";

/** A step as it is planned. Moments and lengths in minutes. */
export interface Step {
  /** Its place among all steps. */
  at: number;
  job: number;
  /** Its place among the steps of its job. */
  index: number;
  station: number;
  /** How long it takes; where that is told by who does it, whoever is quickest. */
  length: number;
  /** How long it takes each of the technicians; null where that is settled. */
  lengths: Float64Array | null;
  /** Who may do it, by their place among the technicians; null where nobody is needed. */
  who: number[] | null;
  /** The next step of the job begins so long after its end at the latest. */
  wait: number;
  /** Steps that share it may be in one batch; null is shared by none. */
  program: string | null;
  fixed: { start: number; place: number | null; technician: number | null } | null;
}

/** Steps of a job that are placed together: one, or several of which each has to begin soon after the one before. */
export interface Unit {
  steps: Step[];
  /** The latest beginning of the first, since a pinned step before it ended; Infinity where none is. */
  latest: number;
  /** The end of the last, since a pinned step begins then: no later than that, and no earlier than `earliestEnd`. */
  until: number;
  earliestEnd: number;
}

/** What is to be planned, ready to be tried in many orders. */
export interface PlanModel {
  steps: Step[];
  /** Each job's steps, in their order. */
  jobs: { code: string; release: number; due: number; weight: number; steps: Step[] }[];
  /** What is not pinned, each job's in order. */
  units: Unit[];
  /** The unit of each step; null for a pinned one. */
  unitOf: (Unit | null)[];
  stations: Station[];
  technicians: { name: string; line: Line; stations: number }[];
  /** Each station's places; of one for batches a single line. */
  places: Line[][];
  frozenUntil: number;
}

/** When somebody is there, of both their own shifts and everybody's: moments and order as given; null for always. */
function presentIn(own: readonly Shift[] | undefined, all: readonly Shift[] | undefined): Shift[] | null {
  if (!own && !all) return null;
  const always = [{ fromMin: 0, toMin: Infinity }];
  return (own ?? always)
    .flatMap((one) =>
      (all ?? always).map((other) => ({
        fromMin: Math.max(one.fromMin, other.fromMin),
        toMin: Math.min(one.toMin, other.toMin),
      })),
    )
    .filter(({ fromMin, toMin }) => toMin > fromMin)
    .sort((a, b) => a.fromMin - b.fromMin);
}

/** Blocks what lies between shifts: a step lies inside one, so that two which touch are still parted. */
function blockOutside(line: Line, present: readonly Shift[]): void {
  let from = -1;
  for (const { fromMin, toMin } of present) {
    if (fromMin >= from) line.add(-1, from, fromMin);
    from = Math.max(from, toMin);
  }
  line.add(-1, from, Infinity);
}

export function planModel(asked: BenchPlanAsked): PlanModel {
  const { stations, frozenUntilMin } = asked;
  const people = peopleOf(asked.technicians);
  const stationAt = new Map(stations.map(({ name }, k) => [name, k]));
  const personAt = new Map(people.map(({ name }, k) => [name, k]));
  const whoAt = stations.map(({ name }) =>
    people.flatMap(({ can }, k) => (!can || can.includes(name) ? [k] : [])),
  );

  let at = 0;
  const jobs = asked.jobs.map(({ code, releaseMin, dueMin = Infinity, weight, steps }, job) => ({
    code,
    release: releaseMin,
    due: dueMin,
    weight,
    steps: steps.map((one, index): Step => {
      const station = stationAt.get(one.fixed?.station ?? one.station)!;
      const who = one.hands ? whoAt[station]! : null;
      const { durationMin, minutesBy = {} } = one;
      const by = (name: string) => minutesBy[name] ?? durationMin;
      // Who is to do what is pinned is not chosen any more.
      const lengths =
        who && who.length > 0 && one.minutesBy && !one.fixed
          ? Float64Array.from(people, ({ name }) => by(name))
          : null;
      return {
        at: at++,
        job,
        index,
        station,
        length: lengths
          ? Math.min(...who!.map((k) => lengths[k]!))
          : who && one.fixed?.technician !== undefined
            ? by(one.fixed.technician)
            : durationMin,
        lengths,
        who,
        wait: one.maxWaitAfterMin ?? Infinity,
        program: one.program ?? null,
        fixed: one.fixed
          ? {
              start: one.fixed.startMin,
              place: one.fixed.place === undefined ? null : one.fixed.place - 1,
              technician: one.fixed.technician === undefined ? null : personAt.get(one.fixed.technician)!,
            }
          : null,
      };
    }),
  }));
  const steps = jobs.flatMap((job) => job.steps);

  const units: Unit[] = [];
  const unitOf: (Unit | null)[] = steps.map(() => null);
  for (const job of jobs)
    job.steps.forEach((step, i) => {
      if (step.fixed) return;
      const before = job.steps[i - 1];
      const after = job.steps[i + 1];
      const isLinked = before && !before.fixed && before.wait < Infinity;
      const unit: Unit = isLinked
        ? unitOf[before.at]!
        : {
            steps: [],
            latest: before?.fixed ? before.fixed.start + before.length + before.wait : Infinity,
            until: Infinity,
            earliestEnd: -Infinity,
          };
      if (!isLinked) units.push(unit);
      unit.steps.push(step);
      unitOf[step.at] = unit;
      if (after?.fixed) {
        unit.until = after.fixed.start;
        unit.earliestEnd = after.fixed.start - step.wait;
      }
    });
  // A pinned step farther on bounds what comes before it as well: what is between takes its time.
  for (const job of jobs) {
    let until = Infinity;
    for (const step of [...job.steps].reverse()) {
      const unit = unitOf[step.at];
      if (unit && step === unit.steps.at(-1)) unit.until = Math.min(unit.until, until);
      until = step.fixed ? step.fixed.start : until - step.length;
    }
  }

  const count = (isOn: (step: Step) => boolean) => steps.filter(isOn).length;
  const handsOn = count(({ who }) => who !== null);
  return {
    steps,
    jobs,
    units,
    unitOf,
    stations,
    technicians: people.map(({ name, can, shifts }) => {
      const present = presentIn(shifts, asked.shifts);
      const line = new Line(handsOn + 2 + (present?.length ?? 0));
      if (present) blockOutside(line, present);
      return { name, line, stations: can?.length ?? stations.length };
    }),
    places: stations.map(({ places, kind }, k) => {
      const most = count(({ station }) => station === k) + 1;
      return Array.from({ length: kind === "batch" ? 1 : places }, () => new Line(most));
    }),
    frozenUntil: frozenUntilMin,
  };
}
