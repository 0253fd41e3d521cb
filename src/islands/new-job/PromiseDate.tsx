import { useEffect, useMemo, useState } from "react";
import type { RepairRoute } from "../../../core/device/routes.ts";
import type { BenchPlan } from "../../../core/plan/bench-plan.ts";
import type { PromiseAsked } from "../../../server/plan.ts";
import { t } from "../../../words/plan.ts";
import { dayAndTimeText, dayText } from "../../ui/time-text.ts";
import { useCalculations } from "../../workers/useCalculations.ts";
import { HELD_OF_TEN, promiseQuestions, readyMin } from "./promise.ts";

const DAY_MS = 86_400_000;
/** A device that is due on a day is promised for this hour. */
const DUE_HOUR = 17;

/** When jobs of this kind could be ready beside all that is planned, how sure that is, and one press to promise it. */
export function PromiseDate({
  family,
  route,
  many,
  onPromise,
}: {
  family: string;
  route: RepairRoute;
  /** How many of it there are. */
  many: number;
  /** A day such as "2026-12-03". */
  onPromise: (day: string) => void;
}) {
  const of = `${family} ${route}`;
  const [known, setKnown] = useState<{ of: string; asked: PromiseAsked | null } | null>(null);
  useEffect(() => {
    const stopped = new AbortController();
    fetch(`/api/plan/promise?${new URLSearchParams({ family, route }).toString()}`, {
      signal: stopped.signal,
    })
      .then(async (answer) =>
        setKnown({ of, asked: answer.ok ? ((await answer.json()) as PromiseAsked | null) : null }),
      )
      // A day can be promised without it.
      .catch(() => !stopped.signal.aborted && setKnown({ of, asked: null }));
    return () => stopped.abort();
  }, [family, route, of]);
  const asked = known?.of === of ? known.asked : null;
  const isNobody = asked?.asked.people.length === 0;
  const inputs = useMemo(
    () => (asked && !isNobody ? promiseQuestions(asked, many) : null),
    [asked, isNobody, many],
  );
  const runs = useCalculations<BenchPlan>("bench-plan", inputs, { atOnce: true });
  const plans = runs.flatMap(({ result }) => result ?? []);
  const isBroken = runs.some(({ faults }) => faults !== null);
  if (known?.of === of && (asked === null || isNobody || isBroken)) return null;
  if (!asked || !inputs || plans.length < inputs.length)
    return <p className="text-soft">{t("looking-for-a-day")}</p>;
  const ready = readyMin(asked, plans);
  if (ready === null) return <p className="text-soft">{t("no-day-found")}</p>;
  const atMs = asked.asked.fromMs + ready * 60_000;
  const isBefore = new Date(atMs).getHours() < DUE_HOUR;
  const { paces, tries, wins } = asked;
  return (
    <div className="flex flex-wrap items-center gap-x-3">
      <p className="min-w-0 grow basis-40 leading-tight">
        {t("could-be-ready", { at: dayAndTimeText(atMs) })}
        <span className="block text-sm text-soft">
          {paces.length > 0 ? t("of-ten", { held: HELD_OF_TEN }) : t("by-usual-minutes")}
          {tries > 0 && ` ${t("if-it-goes-well", { wins, tries })}`}
        </span>
      </p>
      <button
        type="button"
        className="control px-3"
        onClick={() => onPromise(dayText(isBefore ? atMs : atMs + DAY_MS))}
      >
        {t("promise-it")}
      </button>
    </div>
  );
}
