/** How times are written on screen: by the browser's own knowledge of languages, in the reader's time zone. */
const LANGUAGE = "en-GB";

const toTheMinute = {
  day: "numeric",
  month: "short",
  hour: "2-digit",
  minute: "2-digit",
  hourCycle: "h23",
} as const;
const dayAndTime = new Intl.DateTimeFormat(LANGUAGE, toTheMinute);
const dayAndSecond = new Intl.DateTimeFormat(LANGUAGE, { ...toTheMinute, second: "2-digit" });
const second = new Intl.DateTimeFormat(LANGUAGE, { timeStyle: "medium", hourCycle: "h23" });
const minute = new Intl.DateTimeFormat(LANGUAGE, { timeStyle: "short", hourCycle: "h23" });
const day = new Intl.DateTimeFormat("sv-SE", { dateStyle: "short" });

/** "27 Nov 14:05" */
export const dayAndTimeText = (at: Date | number): string => dayAndTime.format(at).replace(",", "");
/** "27 Nov 14:05:09" */
export const dayAndSecondText = (at: Date | number): string => dayAndSecond.format(at).replace(",", "");
/** "14:05:09" */
export const secondText = (at: Date | number): string => second.format(at);
/** "14:05" */
export const minuteText = (at: Date | number): string => minute.format(at);
/** "2026-11-27" */
export const dayText = (at: Date | number): string => day.format(at);

/** Made once: lists write distances twice a second. */
const steps = (
  [
    ["day", 86_400_000],
    ["hour", 3_600_000],
    ["minute", 60_000],
  ] as const
).map(([unit, ms]) => ({
  ms,
  text: new Intl.NumberFormat(LANGUAGE, { style: "unit", unit, unitDisplay: "long" }),
}));

/**
 * How far off something is, to the nearest unit that says enough: 47 h are 2 days, 80 min are 1 hour.
 *
 * @param ms how long, before or after, ms
 * @example
 * distanceText(-172_800_000) // "2 days"
 */
export function distanceText(ms: number): string {
  const far = Math.abs(ms);
  const step = steps.find((one) => Math.round(far / one.ms) >= 1) ?? steps.at(-1)!;
  return step.text.format(Math.max(1, Math.round(far / step.ms)));
}
