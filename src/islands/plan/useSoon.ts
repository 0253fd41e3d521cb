import { dequal } from "dequal/lite";
import { useEffect } from "react";
import type { BenchPlan } from "../../../core/plan/bench-plan.ts";
import type { PlanAsked } from "../../../server/plan.ts";
import { soonOf } from "./plan-question.ts";

/**
 * Lets what begins within the next half hour stand from one plan to the next: what this one has is told to the server, for whoever plans next.
 *
 * @param plan once it is no longer searched for
 * @param setBySoon told no where the plan does not come out: round what an earlier one had begin soon nothing may fit any more
 */
export function useSoon(
  asked: PlanAsked | null,
  plan: BenchPlan | null,
  isTold: boolean,
  setBySoon: (goesBySoon: boolean) => void,
): void {
  useEffect(() => {
    if (!asked || !plan) return;
    if (plan.infeasible) {
      setBySoon(false);
      return;
    }
    const steps = soonOf(asked, plan);
    if (!isTold || dequal(steps, asked.soon)) return;
    void fetch("/api/plan/soon", {
      method: "PUT",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ steps }),
      // The next plan tells it again.
    }).catch(() => undefined);
  }, [asked, plan, isTold, setBySoon]);
}
