import { benchPlanInput, peopleOf, type BenchPlanInput } from "../core/plan/bench-plan-input.ts";
import type { BenchPlan, PlannedStep } from "../core/plan/bench-plan.ts";

const CLOSE = 1e-6;

const overlaps = (a: PlannedStep, b: PlannedStep): boolean =>
  a.startMin < b.endMin - CLOSE && b.startMin < a.endMin - CLOSE;

const pairs = (steps: readonly PlannedStep[]): [PlannedStep, PlannedStep][] =>
  steps.flatMap((a, i) => steps.slice(i + 1).map((b): [PlannedStep, PlannedStep] => [a, b]));

/** What a plan does that its question does not allow, told without anything of how plans are made. */
export function planFaults(input: BenchPlanInput, plan: BenchPlan): string[] {
  const asked = benchPlanInput.parse(input);
  const people = peopleOf(asked.technicians);
  const faults: string[] = [];
  const named = ({ code, index }: { code: string; index: number }) => `${code} ${index}`;
  const planned = new Map(plan.steps.map((step) => [named(step), step]));
  const stepOf = ({ code, index }: PlannedStep) => asked.jobs.find((job) => job.code === code)!.steps[index]!;

  for (const { code, releaseMin, steps } of asked.jobs)
    steps.forEach((step, index) => {
      const name = named({ code, index });
      const own = planned.get(name);
      if (!own) return faults.push(`${name} is not planned`);
      // What is held for nobody is so long as it is told.
      const isBy = own.technician !== null && (!step.fixed || step.fixed.technician !== undefined);
      const durationMin = (isBy && step.minutesBy?.[own.technician!]) || step.durationMin;
      if (Math.abs(own.endMin - own.startMin - durationMin) > CLOSE)
        faults.push(`${name} has another length`);
      if (own.station !== (step.fixed?.station ?? step.station)) faults.push(`${name} is at another station`);
      if (step.fixed) {
        if (Math.abs(own.startMin - step.fixed.startMin) > CLOSE) faults.push(`${name} is pinned elsewhere`);
        if (step.fixed.place && own.place !== step.fixed.place) faults.push(`${name} has another place`);
        if (step.fixed.technician && own.technician !== step.fixed.technician)
          faults.push(`${name} is by somebody else`);
      } else if (own.startMin < Math.max(releaseMin, asked.frozenUntilMin) - CLOSE)
        faults.push(`${name} begins before it may`);
      const before = planned.get(named({ code, index: index - 1 }));
      if (before && own.startMin < before.endMin - CLOSE)
        faults.push(`${name} begins before the one before ends`);
      const wait = steps[index - 1]?.maxWaitAfterMin ?? Infinity;
      if (before && own.startMin > before.endMin + wait + CLOSE) faults.push(`${name} waits too long`);
      if ((own.technician !== null) !== (step.hands === 1)) faults.push(`${name} has hands or lacks them`);
      if (own.technician === null || step.fixed) return undefined;
      const person = people.find((one) => one.name === own.technician);
      if (!person) return faults.push(`${name} is by nobody known`);
      if (person.can && !person.can.includes(own.station)) faults.push(`${name} is by somebody who cannot`);
      for (const shifts of [asked.shifts, person.shifts])
        if (
          shifts &&
          !shifts.some((shift) => own.startMin >= shift.fromMin - CLOSE && own.endMin <= shift.toMin + CLOSE)
        )
          faults.push(`${name} lies in no shift`);
      return undefined;
    });

  for (const [a, b] of pairs(plan.steps)) {
    if (!overlaps(a, b)) continue;
    const both = `${named(a)} and ${named(b)}`;
    if (a.technician !== null && a.technician === b.technician)
      faults.push(`${both} are by ${a.technician} at once`);
    if (a.station !== b.station) continue;
    const station = asked.stations.find(({ name }) => name === a.station)!;
    if (station.kind === "places") {
      if (a.place === b.place) faults.push(`${both} have one place`);
    } else {
      const program = stepOf(a).program;
      if (Math.abs(a.startMin - b.startMin) > CLOSE)
        faults.push(`${both} are in one chamber and do not begin together`);
      else if (program === undefined || program !== stepOf(b).program)
        faults.push(`${both} share no program`);
      else if (a.place === b.place) faults.push(`${both} have one place`);
    }
  }
  for (const own of plan.steps)
    if (own.place < 1 || own.place > asked.stations.find(({ name }) => name === own.station)!.places)
      faults.push(`${named(own)} has place ${own.place}`);

  // What is said of the whole.
  const ends = new Map<string, number>();
  for (const { code, endMin } of plan.steps) ends.set(code, Math.max(ends.get(code) ?? 0, endMin));
  const lateBy = ({ code, dueMin = Infinity }: { code: string; dueMin?: number }) =>
    Math.max(0, (ends.get(code) ?? 0) - dueMin);
  const tardiness = asked.jobs.reduce((sum, job) => sum + job.weight * lateBy(job), 0);
  if (Math.abs(tardiness - plan.tardinessMin) > CLOSE) faults.push("its minutes late are others");
  if (Math.abs(Math.max(...ends.values()) - plan.makespanMin) > CLOSE) faults.push("its end is another");
  const late = asked.jobs.filter((job) => lateBy(job) > CLOSE).map(({ code }) => code);
  if (late.join() !== plan.late.map(({ code }) => code).join()) faults.push("other jobs are late");
  const value = asked.objective === "makespan" ? plan.makespanMin : plan.tardinessMin;
  if (plan.lowerBoundMin > value + CLOSE) faults.push("it is better than its bound");
  return faults;
}
