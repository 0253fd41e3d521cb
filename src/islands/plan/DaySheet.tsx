import type { BenchPlan } from "../../../core/plan/bench-plan.ts";
import type { PlanAsked } from "../../../server/plan.ts";
import { t } from "../../../words/plan.ts";
import { term } from "../../../words/speaker.ts";
import { minuteText } from "../../ui/time-text.ts";

/** The day on paper: what each of us does when, and what runs by itself. Seen only where it is printed. */
export function DaySheet({
  asked: { people, jobs },
  plan,
  day,
  clock,
  title,
}: {
  asked: PlanAsked;
  plan: BenchPlan;
  day: { fromMs: number; toMs: number };
  clock: (minute: number) => number;
  title: string;
}) {
  const familyOf = new Map(jobs.map(({ code, family }) => [code, family]));
  const own = plan.steps.filter(
    ({ startMin, endMin }) => clock(endMin) > day.fromMs && clock(startMin) < day.toMs,
  );
  return (
    <div className="hidden print:block">
      <h2>{title}</h2>
      {[...people, { key: null, name: t("by-itself") }].map(({ key, name }) => {
        const steps = own.filter(({ technician }) => technician === key);
        return steps.length === 0 ? null : (
          <section key={key} className="break-inside-avoid">
            <h3 className="font-semibold first-letter:uppercase">{name}</h3>
            <table>
              <tbody>
                {steps.map(({ code, index, station, startMin, endMin }) => (
                  <tr key={`${code} ${index}`}>
                    <td className="pr-4 tabular-nums">
                      {minuteText(clock(startMin))}–{minuteText(clock(endMin))}
                    </td>
                    <td className="pr-4 font-semibold">{code}</td>
                    <td className="pr-4">{familyOf.get(code)}</td>
                    <td>{term(station)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        );
      })}
    </div>
  );
}
