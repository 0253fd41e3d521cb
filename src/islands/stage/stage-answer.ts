import type { CheckResult } from "../../../core/job/event.ts";
import type { StageName } from "../../../core/job/route.ts";
import { stages } from "../../../core/job/stages.ts";
import type { PanelProps } from "./panel.ts";

const word: Record<CheckResult, string> = { pass: "good", fail: "failed", "not-fitted": "not fitted" };

/** How far the steps of a stage are, in words. */
export function stepsAnswer(stage: StageName, { state, family, nowMs }: PanelProps): string {
  const steps = stages[stage].steps({ state, family, nowMs }).filter((step) => !step.skipped);
  const done = steps.filter((step) => step.done).length;
  return done === steps.length ? "All done" : `${done} of ${steps.length} steps done`;
}

const sum = (counts: Record<string, number>) => Object.values(counts).reduce((a, b) => a + b, 0);

/** The answer to a stage's question, from what is recorded. Lift, bond and cure reckon theirs. */
export function stageAnswer(stage: StageName, props: PanelProps): string {
  const { state, family } = props;
  const total = family.screws.reduce((n, size) => n + size.count, 0);
  switch (stage) {
    case "intake": {
      const checks = state.checks.intake ?? {};
      const known = family.functions.filter((f) => checks[f.key]);
      return known.length === 0
        ? "Not known yet"
        : known.map((f) => `${f.name} ${word[checks[f.key]!.result]}`).join(", ");
    }
    case "open":
      return `${sum(state.screwsTaken)} of ${total} screws out, power ${state.powerIsolated ? "isolated" : "not isolated yet"}`;
    case "prove": {
      const checks = Object.values(state.checks.prove ?? {});
      const failed = checks.filter((check) => check.result === "fail").length;
      return `${checks.length} of ${family.functions.length} checked${failed ? `, ${failed} failed` : ""}`;
    }
    case "close": {
      const out = sum(state.screwsTaken) - sum(state.screwsReturned);
      if (out === 0) return `All ${sum(state.screwsTaken)} screws back`;
      const screws = `${Math.abs(out)} ${Math.abs(out) === 1 ? "screw" : "screws"}`;
      return out > 0 ? `${screws} still out` : `${screws} too many`;
    }
    default:
      return stepsAnswer(stage, props);
  }
}
