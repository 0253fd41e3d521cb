import { z } from "zod";
import { t } from "../words/trade.ts";

/**
 * A number with the bounds that a bench could meet. The message carries both bounds, whichever is broken,
 * and also answers a missing value, a text, NaN or an infinity (which Zod refuses as "not a number").
 */
export function bounded(min: number, max: number) {
  const error = () => t("must-be-a-number-from-to", { min, max });
  return z.number({ error }).min(min, { error }).max(max, { error });
}

/** A whole number with bounds. */
export function boundedWhole(min: number, max: number) {
  const error = () => t("must-be-a-whole-number-from-to", { min, max });
  return z.number({ error }).int({ error }).min(min, { error }).max(max, { error });
}

/** One of a few words. */
export const oneOf = <const Word extends string>(allowed: readonly Word[]) =>
  z.enum(allowed as readonly [Word, ...Word[]], {
    error: () => t("must-be-one-of", { allowed: allowed.join(", ") }),
  });

/** A key that whoever sends something has made, so that it is the same when it is sent again. */
export const uuid = () => z.uuid({ error: () => t("must-be-a-uuid") });

/** A day such as "2026-11-30". */
export const isoDate = () => z.iso.date({ error: () => t("must-be-a-date-such-as") });

/** A moment such as "2026-03-01T08:30:00Z". */
export const utcTime = () => z.iso.datetime({ error: () => t("must-be-a-time-in-utc-such-as") });

/** A text that says something: trimmed, not empty, not a book. */
export function words(maxLength = 200) {
  const error = () => t("must-be-a-text-of-1-to", { maxLength });
  return z.string({ error }).trim().min(1, { error }).max(maxLength, { error });
}

/** Thickness of one layer, micrometres: from a coating (0.1) to a machine's window (100 mm). */
export const thicknessUm = () => bounded(0.1, 100_000);
/** A temperature that a refurbishing bench can meet, degrees Celsius: cryogenic spray to hot air. */
export const temperatureC = () => bounded(-100, 600);
/** A panel's side, millimetres. */
export const sideMm = () => bounded(1, 5_000);
/** A duration, seconds: up to a day. */
export const durationS = () => bounded(0.01, 86_400);

export const celsiusToKelvin = (celsius: number) => celsius + 273.15;
export const celsiusToFahrenheit = (celsius: number) => (celsius * 9) / 5 + 32;
export const fahrenheitToCelsius = (fahrenheit: number) => ((fahrenheit - 32) * 5) / 9;
/** The inch is 25.4 mm exactly (international yard and pound agreement, 1959). */
export const MM_PER_INCH = 25.4;
export const mmToInch = (mm: number) => mm / MM_PER_INCH;
export const inchToMm = (inch: number) => inch * MM_PER_INCH;
export const umToM = (um: number) => um * 1e-6;
