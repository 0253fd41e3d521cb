import type { BenchPlan } from "../../../core/plan/bench-plan.ts";
import type { PlanAsked } from "../../../server/plan.ts";

/** A part that is not there for a job when the plan comes to it. */
export interface Lacking {
  code: string;
  part: string;
  /** When it is wanted, min. */
  atMin: number;
}

/**
 * What the shelf lacks for a plan: jobs take their parts in the order in which the plan comes to them. Of parts that are not kept on the shelf
 * nothing is known, so nothing is said.
 */
export function lackingFor(
  { parts, jobs }: Pick<PlanAsked, "parts" | "jobs">,
  { steps }: Pick<BenchPlan, "steps">,
): Lacking[] {
  const left = new Map(parts.map((part) => [part.name, part.left]));
  return steps.flatMap(({ code, index, startMin }) =>
    (jobs.find((job) => job.code === code)?.takes ?? [])
      .filter((take) => take.index === index && left.has(take.part))
      .flatMap(({ part }) => {
        const after = left.get(part)! - 1;
        left.set(part, after);
        return after < 0 ? [{ code, part, atMin: startMin }] : [];
      }),
  );
}
