import { useMemo, useRef, useState } from "react";
import type { BenchPlan } from "../../../core/plan/bench-plan.ts";
import type { PlanAsked } from "../../../server/plan.ts";
import type { PlanPin, PinnedStep } from "../../../server/store/plan-pins.ts";
import { askServer } from "../../ui/ask-server.ts";
import { useCalculations } from "../../workers/useCalculations.ts";
import { useSoon } from "./useSoon.ts";
import { frozenIn, questionWith, withoutPin, withPin, type Frozen, type WhatIf } from "./plan-question.ts";

/** The plan of a question with what is held, and beside it the plan if something came; holding and letting go plan anew and are kept. What begins soon is told to whoever plans next, where `isTold`. */
export function usePlan(asked: PlanAsked, whatIf: WhatIf | null, isTold: boolean) {
  const [pins, setPins] = useState<readonly PlanPin[]>(asked.pins);
  const [frozen, setFrozen] = useState<Frozen | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [bySoon, setBySoon] = useState(true);
  const isEmpty = asked.jobs.length === 0 || asked.people.length === 0;
  const inputs = useMemo(
    () =>
      isEmpty
        ? null
        : [
            questionWith(asked, pins, { frozen, bySoon }),
            ...(whatIf ? [questionWith(asked, pins, { frozen, whatIf, bySoon })] : []),
          ],
    [asked, pins, frozen, whatIf, bySoon, isEmpty],
  );
  const [run, then] = useCalculations<BenchPlan>("bench-plan", inputs, { atOnce: true });
  const found = run?.result ?? (run?.soFar as BenchPlan | undefined) ?? null;
  useSoon(asked, run?.result ?? null, isTold, setBySoon);
  // Until there is another, the last one stands.
  const last = useRef(found);
  if (found) last.current = found;
  const plan = last.current;

  const change = async (next: PlanPin[], method: "PUT" | "DELETE", body: PlanPin | PinnedStep) => {
    const before = { pins, frozen };
    if (plan) setFrozen(frozenIn(plan, (Date.now() - asked.fromMs) / 60_000));
    setPins(next);
    setSaid(null);
    const answer = await askServer("/api/plan/pins", method, body);
    if (!("said" in answer)) return;
    setPins(before.pins);
    setFrozen(before.frozen);
    setSaid(answer.said);
  };
  return {
    isEmpty,
    plan,
    isBroken: Boolean(run?.faults),
    /** A better plan may still come. */
    isSearching: !isEmpty && !run?.result && !run?.faults,
    then: then?.result ?? (then?.soFar as BenchPlan | undefined) ?? null,
    pins,
    said,
    hold: (pin: PlanPin) => void change(withPin(pins, pin), "PUT", pin),
    letGo: ({ code, fromEnd }: PinnedStep) =>
      void change(withoutPin(pins, { code, fromEnd }), "DELETE", { code, fromEnd }),
  };
}
