import { routes, type StageName } from "../../../core/job/route.ts";
import { decisionOf } from "../../../core/job/stages/intake.ts";
import { screwLedger } from "../../../core/open/screw-ledger.ts";
import { stages } from "../../../core/job/stages.ts";
import type { PanelProps } from "./panel.ts";

/** How far the steps of a stage are, in words. */
export function stepsAnswer(stage: StageName, { state, family, nowMs }: PanelProps): string {
  const steps = stages[stage].steps({ state, family, nowMs }).filter((step) => !step.skipped);
  const done = steps.filter((step) => step.done).length;
  return done === steps.length ? "All done" : `${done} of ${steps.length} steps done`;
}

/** The answer to a stage's question, from what is recorded. Lift, bond and cure reckon theirs. */
export function stageAnswer(stage: StageName, props: PanelProps): string {
  const { state, family } = props;
  switch (stage) {
    case "intake": {
      const { possible, next, verdict } = decisionOf(props);
      if (verdict) return verdict;
      const names = possible.map((route) => routes[route].short);
      return `${names.length > 1 ? `${names.slice(0, -1).join(", ")} or ${names.at(-1)!.toLowerCase()}` : names[0]}${next ? ", as far as known" : ""}`;
    }
    case "open": {
      const { taken, cells } = screwLedger(family, state.screwMoves);
      return `${taken} of ${cells.length} screws out, power ${state.powerIsolated ? "isolated" : "not isolated yet"}`;
    }
    case "prove": {
      const checks = Object.values(state.checks.prove ?? {});
      const failed = checks.filter((check) => check.result === "fail").length;
      return `${checks.length} of ${family.functions.length} checked${failed ? `, ${failed} failed` : ""}`;
    }
    case "close": {
      const { taken, returned, leftOver, balanced } = screwLedger(family, state.screwMoves);
      if (balanced) return `All ${taken} screws back`;
      const out = taken - returned;
      const screws = (n: number) => `${n} ${n === 1 ? "screw" : "screws"}`;
      if (out > 0) return `${screws(out)} still out`;
      return `${screws(Math.max(leftOver, -out))} too many`;
    }
    default:
      return stepsAnswer(stage, props);
  }
}
