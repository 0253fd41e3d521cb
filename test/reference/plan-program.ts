import type { BenchPlanAsked } from "../../core/plan/bench-plan-input.ts";

type Term = [factor: number, variable: string];

const sum = (terms: readonly Term[]): string =>
  terms.map(([factor, variable]) => `${factor < 0 ? "-" : "+"} ${Math.abs(factor)} ${variable}`).join("\n  ");

/**
 * A small plan as an integer program in the usual text form: for each step and each whole minute, whether it begins then. People who can all
 * do everything and keep the same shifts, nothing pinned. Minutes late are the objective, or when all is done. Source: the time-indexed form (Pritsker,
 * Watters & Wolfe 1969, from memory).
 */
export function planProgram(asked: BenchPlanAsked, horizon: number): string {
  const lines: string[] = [];
  const binaries: string[] = [];
  let many = 0;
  const must = (terms: readonly Term[], relation: "=" | "<=" | ">=", value: number) => {
    if (terms.length > 0) lines.push(` c${many++}: ${sum(terms)} ${relation} ${value}`);
  };
  const steps = asked.jobs.flatMap((job, j) =>
    job.steps.map((step, i) => ({ ...step, job, i, id: `${j}_${i}` })),
  );
  type Step = (typeof steps)[number];
  const begins = ({ id }: Step, at: number) => `x${id}_${at}`;
  const isManned = ({ hands, durationMin }: Step, at: number) =>
    hands === 0 ||
    !asked.shifts ||
    asked.shifts.some(({ fromMin, toMin }) => at >= fromMin && at + durationMin <= toMin);
  const startsOf = (step: Step) =>
    Array.from({ length: horizon - step.durationMin + 1 }, (_, at) => at).filter(
      (at) => at >= Math.max(step.job.releaseMin, asked.frozenUntilMin) && isManned(step, at),
    );
  const start = (step: Step, factor: number): Term[] =>
    startsOf(step)
      .filter((at) => at > 0)
      .map((at) => [factor * at, begins(step, at)]);
  /** The beginnings at which a step runs at a minute. */
  const running = (step: Step, minute: number): Term[] =>
    startsOf(step)
      .filter((at) => at <= minute && minute < at + step.durationMin)
      .map((at) => [1, begins(step, at)]);

  for (const step of steps) {
    must(
      startsOf(step).map((at) => [1, begins(step, at)]),
      "=",
      1,
    );
    binaries.push(...startsOf(step).map((at) => begins(step, at)));
    const next = steps.find((other) => other.job === step.job && other.i === step.i + 1);
    if (!next) continue;
    const between = [...start(next, 1), ...start(step, -1)];
    must(between, ">=", step.durationMin);
    if (step.maxWaitAfterMin !== undefined) must(between, "<=", step.durationMin + step.maxWaitAfterMin);
  }
  for (let minute = 0; minute < horizon; minute += 1) {
    const hands = steps.filter((step) => step.hands === 1);
    must(
      hands.flatMap((step) => running(step, minute)),
      "<=",
      typeof asked.technicians === "number" ? asked.technicians : asked.technicians.length,
    );
    for (const { name, places, kind } of asked.stations) {
      const own = steps.filter(({ station }) => station === name);
      if (kind === "places")
        must(
          own.flatMap((step) => running(step, minute)),
          "<=",
          places,
        );
      else {
        // A batch of a program begins, and is the only one that runs; its steps begin with it.
        const programs = [...new Set(own.map(({ program = "" }) => program))];
        const lengthOf = (program: string) =>
          own.find((step) => (step.program ?? "") === program)!.durationMin;
        const batch = (program: string, at: number) => `y${name}${program}_${at}`;
        must(
          programs.flatMap((program) =>
            Array.from({ length: lengthOf(program) }, (_, back) => minute - back)
              .filter((at) => at >= 0)
              .map((at): Term => [1, batch(program, at)]),
          ),
          "<=",
          1,
        );
        for (const program of programs) {
          binaries.push(batch(program, minute));
          const ofProgram = own.filter((step) => (step.program ?? "") === program);
          must(
            [
              ...ofProgram
                .filter((step) => startsOf(step).includes(minute))
                .map((step): Term => [1, begins(step, minute)]),
              [-places, batch(program, minute)],
            ],
            "<=",
            0,
          );
        }
      }
    }
  }
  const objective: Term[] = [];
  asked.jobs.forEach((job, j) => {
    const last = steps.filter((step) => step.job === job).at(-1)!;
    if (asked.objective === "makespan") must([[1, "whole"], ...start(last, -1)], ">=", last.durationMin);
    else if (job.dueMin !== undefined) {
      objective.push([job.weight, `late${j}`]);
      must([[1, `late${j}`], ...start(last, -1)], ">=", last.durationMin - job.dueMin);
    }
  });
  if (asked.objective === "makespan") objective.push([1, "whole"]);
  return [
    "Minimize",
    ` goal: ${sum(objective)}`,
    "Subject To",
    ...lines,
    "Binary",
    ...binaries.map((name) => ` ${name}`),
    "End",
  ].join("\n");
}
