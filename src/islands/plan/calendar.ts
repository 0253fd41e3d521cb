import ical from "ical-generator";
import type { BenchPlan } from "../../../core/plan/bench-plan.ts";
import type { PlanAsked } from "../../../server/plan.ts";
import { t } from "../../../words/plan.ts";
import { fromEndOf } from "./plan-question.ts";
import { term } from "../../../words/speaker.ts";

/**
 * The plan as a calendar file: of one person what they do, of everybody (null) all that is planned. An entry keeps its name from one file to the
 * next, so that a calendar takes a later plan in its place.
 */
export function calendarOf(asked: PlanAsked, plan: BenchPlan, who: string | null): string {
  const { fromMs, jobs, people } = asked;
  const calendar = ical({ name: t("plan"), prodId: { company: "half-lift", product: "plan" } });
  for (const { code, index, station, technician, startMin, endMin } of plan.steps) {
    if (who !== null && technician !== who) continue;
    calendar.createEvent({
      id: `${code}-${fromEndOf(asked, { code, index })}@half-lift`,
      start: new Date(fromMs + 60_000 * startMin),
      end: new Date(fromMs + 60_000 * endMin),
      summary: t("calendar-entry", { code, station: term(station) }),
      description: [
        jobs.find((job) => job.code === code)?.family,
        people.find(({ key }) => key === technician)?.name ?? t("by-itself"),
      ].join(", "),
    });
  }
  return calendar.toString();
}
