import { dateFormat } from "../../words/dates.ts";
import { locale } from "../../words/language.ts";

const toTheMinute = {
  day: "numeric",
  month: "short",
  hour: "2-digit",
  minute: "2-digit",
  hourCycle: "h23",
} as const;
/** "27 Nov 14:05" */
export const dayAndTimeText = (at: Date | number): string =>
  dateFormat(toTheMinute).format(at).replace(",", "");
/** "27 Nov 14:05:09" */
export const dayAndSecondText = (at: Date | number): string =>
  dateFormat({ ...toTheMinute, second: "2-digit" })
    .format(at)
    .replace(",", "");
/** "14:05:09" */
export const secondText = (at: Date | number): string =>
  dateFormat({ timeStyle: "medium", hourCycle: "h23" }).format(at);
/** "14:05" */
export const minuteText = (at: Date | number): string =>
  dateFormat({ timeStyle: "short", hourCycle: "h23" }).format(at);
/** "2026-11-27" */
export const dayText = (at: Date | number): string => dateFormat({ dateStyle: "short" }, "sv-SE").format(at);

const steps = [
  ["day", 86_400_000],
  ["hour", 3_600_000],
  ["minute", 60_000],
] as const;

/** Made once: lists write distances twice a second. */
const units = new Map<string, Intl.NumberFormat>();
function unitText(unit: string, count: number): string {
  const key = `${locale()} ${unit}`;
  const made =
    units.get(key) ?? new Intl.NumberFormat(locale(), { style: "unit", unit, unitDisplay: "long" });
  units.set(key, made);
  return made.format(count);
}

/**
 * How far off something is, to the nearest unit that says enough: 47 h are 2 days, 80 min are 1 hour.
 *
 * @param distanceMs how long, before or after, ms
 * @example
 * distanceText(-172_800_000) // "2 days"
 */
export function distanceText(distanceMs: number): string {
  const far = Math.abs(distanceMs);
  const [unit, ms] = steps.find(([, one]) => Math.round(far / one) >= 1) ?? steps.at(-1)!;
  return unitText(unit, Math.max(1, Math.round(far / ms)));
}
