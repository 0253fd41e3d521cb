import { comparedKinds, comparedNames, type ComparedKind } from "../../../core/records/compared-kinds.ts";
import type { JobRecord } from "../../../core/yield/job-record.ts";
import { ANY_OTHER, LOT_OF, type Effect } from "../../../core/yield/setting-effects.ts";
import type { Yield } from "../../../core/yield/yield.ts";
import { t } from "../../../words/yield.ts";
import { term } from "../../../words/speaker.ts";
import { dayText } from "../../ui/time-text.ts";

/** Something that stands out, in a sentence, and the jobs that it was seen in: the first one first. */
export interface Finding {
  key: string;
  text: string;
  codes: string[];
  /** The lot that it is about. */
  lot?: string | undefined;
}

const whole = (value: number) => Math.round(value);
const onDay = (at: string) => dayText(Date.parse(at));

/** A setting in words, with its unit. */
export const settingText = (setting: string): string =>
  setting.startsWith(LOT_OF)
    ? t("lot-of", { what: term(setting.slice(LOT_OF.length + 1)) })
    : t("setting-name", { setting });

/** A value of a setting in words. */
export const valueText = (value: Effect["from"]): string =>
  value === ANY_OTHER ? t("any-other") : typeof value === "string" ? term(value) : String(value);

/** What is predicted and measured, in words. */
export const predictedText = (what: string): string =>
  (comparedNames as readonly string[]).includes(what) ? comparedKinds[what as ComparedKind].label : what;

/** Whether a job was worked under a value as an effect tells it: a bound, or the value itself. */
function isUnder({ settings }: JobRecord, { setting, to }: Pick<Effect, "setting" | "to">): boolean {
  const value = settings?.[setting];
  if (value === undefined) return false;
  return typeof to === "string" && to.startsWith("≥ ") ? Number(value) >= Number(to.slice(2)) : value === to;
}

const inTime = (jobs: readonly JobRecord[]) =>
  [...jobs].sort((a, b) => Date.parse(a.endedAt) - Date.parse(b.endedAt));
const codesOf = (jobs: readonly JobRecord[]) => inTime(jobs).map(({ code = "" }) => code);

/** The lot that an effect is about; nothing where it is about another setting. */
export const lotOf = ({ setting, to }: Pick<Effect, "setting" | "to">): string | undefined =>
  setting.startsWith(LOT_OF) ? String(to) : undefined;

/** Jobs of a setting's value, in the order in which they ended. */
export const codesUnder = (jobs: readonly JobRecord[], effect: Pick<Effect, "setting" | "to">): string[] =>
  codesOf(jobs.filter((job) => isUnder(job, effect)));

/** What stands out over time. */
function signalsIn({ chart }: Yield, jobs: readonly JobRecord[], whose: "all" | "own"): Finding[] {
  const ordered = inTime(jobs);
  return chart.signals.map(({ rule, point, from, beforePct, afterPct }): Finding => {
    const own = chart.points[point]!;
    const until = rule === "change" ? Infinity : Date.parse(own.to);
    const [day, before, after] = [onDay(from), whole(beforePct), whole(afterPct)];
    return {
      key: `${whose} ${rule} ${point}`,
      text:
        whose === "all"
          ? t("success-signal", { rule, day, before, after })
          : t("own-signal", { rule, day, before, after }),
      codes: codesOf(
        ordered.filter(
          ({ endedAt }) => Date.parse(endedAt) >= Date.parse(from) && Date.parse(endedAt) <= until,
        ),
      ),
    };
  });
}

/** All that stands out in what the records say, what is likeliest to be acted on first; each with the jobs behind it. */
export function findingsOf(all: Yield, jobs: readonly JobRecord[], own: Yield | null): Finding[] {
  const effects = all.effects
    .filter(({ verdict, oddsRatio }) => verdict === "matters" && (oddsRatio === null || oddsRatio !== 1))
    .map((effect): Finding => {
      const { setting, from, to, counts } = effect;
      return {
        key: `${setting} ${String(to)}`,
        text: t("effect-matters", {
          setting: settingText(setting),
          to: valueText(to),
          from: valueText(from),
          toWins: counts.toWins,
          toTries: counts.toTries,
          fromWins: counts.fromWins,
          fromTries: counts.fromTries,
        }),
        codes: codesUnder(jobs, effect),
        lot: lotOf(effect),
      };
    });
  const drifts = all.predicted.flatMap(({ what, drift }): Finding[] =>
    drift
      ? [
          {
            key: `drift ${what}`,
            text: t("drift", {
              what: predictedText(what),
              day: onDay(drift.from),
              after: whole(Math.abs(drift.afterPct)),
              way: drift.afterPct < 0 ? "below" : "above",
              before: whole(Math.abs(drift.beforePct)),
              wayBefore: drift.beforePct < 0 ? "below" : "above",
            }),
            codes: codesOf(
              jobs.filter(
                ({ endedAt, predictions = [] }) =>
                  Date.parse(endedAt) >= Date.parse(drift.from) &&
                  predictions.some((one) => one.what === what),
              ),
            ),
          },
        ]
      : [],
  );
  return [
    ...drifts,
    ...effects,
    ...signalsIn(all, jobs, "all"),
    ...(own
      ? signalsIn(
          own,
          jobs.filter(({ technician }) => technician !== undefined),
          "own",
        )
      : []),
  ];
}
