import { useEffect, useMemo, useState } from "react";
import type { BenchPlan } from "../../../core/plan/bench-plan.ts";
import type { PlanAsked } from "../../../server/plan.ts";
import { t } from "../../../words/plan.ts";
import { term } from "../../../words/speaker.ts";
import { minuteText } from "../../ui/time-text.ts";
import { useNow } from "../../ui/useNow.ts";
import { useCalculations } from "../../workers/useCalculations.ts";
import { useSoon } from "./useSoon.ts";
import { nextFor, questionWith } from "./plan-question.ts";

const MINUTE_MS = 60_000;
/** So often the plan is made anew, ms. */
const ANEW_MS = 10 * MINUTE_MS;
/** The page itself comes first, ms. */
const SETTLED_MS = 1_500;
/** What is next needs no long search, s. */
const SEARCH_S = 0.3;

/** What the plan of the day has next for whoever is at the bench; nothing where it has nothing, or nobody answers. */
export function NextForYou({ who }: { who: string }) {
  const [asked, setAsked] = useState<PlanAsked | null>(null);
  const [bySoon, setBySoon] = useState(true);
  const nowMs = useNow(asked?.fromMs ?? 0, MINUTE_MS / 4);
  useEffect(() => {
    const read = () =>
      void fetch("/api/plan")
        .then(async (answer) => {
          if (!answer.ok) return;
          setAsked((await answer.json()) as PlanAsked);
          setBySoon(true);
        })
        // The list below says what there is.
        .catch(() => undefined);
    const first = setTimeout(read, SETTLED_MS);
    const timer = setInterval(read, ANEW_MS);
    return () => {
      clearTimeout(first);
      clearInterval(timer);
    };
  }, []);
  const inputs = useMemo(
    () =>
      asked && asked.jobs.length > 0 && asked.people.length > 0
        ? [{ ...questionWith(asked, asked.pins, { bySoon }), timeLimitS: SEARCH_S }]
        : null,
    [asked, bySoon],
  );
  const [run] = useCalculations<BenchPlan>("bench-plan", inputs);
  useSoon(asked, run?.result ?? null, true, setBySoon);
  if (!asked || !run?.result) return null;
  const clock = (minute: number) => asked.fromMs + minute * MINUTE_MS;
  const next = nextFor(run.result, who, (nowMs - asked.fromMs) / MINUTE_MS);
  const name = asked.people.find(({ key }) => key === who)?.name;
  if (!next || name === undefined) return null;
  return (
    <a href={`/jobs/${next.code}`} className="underline underline-offset-4">
      {t("next-for", {
        name,
        code: next.code,
        station: term(next.station),
        at: minuteText(clock(next.startMin)),
      })}
    </a>
  );
}
