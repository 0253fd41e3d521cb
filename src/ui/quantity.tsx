import { Popover } from "radix-ui";
import type { ReactNode } from "react";
import { celsiusToFahrenheit, fahrenheitToCelsius, inchToMm, mmToInch } from "../../core/units.ts";
import { durationParts } from "../../core/duration-text.ts";
import { NotMeasured } from "./NotMeasured.tsx";
import { usePreferences, type Preferences } from "./preferences.ts";
import { t } from "../../words/frame.ts";
import { term } from "../../words/speaker.ts";

export type QuantityKind = "temperature" | "length";

/** A kept value (C, mm) as this technician reads it. */
export function shown(
  kind: QuantityKind,
  value: number,
  preferences: Preferences,
): { value: number; unit: string } {
  if (kind === "temperature") {
    return preferences.temperature === "F"
      ? { value: celsiusToFahrenheit(value), unit: "°F" }
      : { value, unit: "°C" };
  }
  return preferences.length === "inch" ? { value: mmToInch(value), unit: "in" } : { value, unit: "mm" };
}

/** What a technician typed, as it is kept (C, mm). */
export function kept(kind: QuantityKind, typed: number, preferences: Preferences): number {
  if (kind === "temperature") return preferences.temperature === "F" ? fahrenheitToCelsius(typed) : typed;
  return preferences.length === "inch" ? inchToMm(typed) : typed;
}

/** A number and its unit, the unit small after a thin space. */
export function Figure({ value, unit, digits = 0 }: { value: number; unit: string; digits?: number }) {
  return (
    <span className="whitespace-nowrap">
      {value.toFixed(digits)}
      <span className="unit">{unit}</span>
    </span>
  );
}

export function Temperature({ c, digits = 0 }: { c: number; digits?: number }) {
  return <Figure {...shown("temperature", c, usePreferences())} digits={digits} />;
}

export function Length({ mm, digits = 0 }: { mm: number; digits?: number }) {
  const preferences = usePreferences();
  return (
    <Figure
      {...shown("length", mm, preferences)}
      digits={preferences.length === "inch" ? digits + 2 : digits}
    />
  );
}

/** A length in the reader's unit, as text. */
export function lengthText(mm: number, preferences: Preferences): string {
  const { value, unit } = shown("length", mm, preferences);
  return `${Number(value.toFixed(preferences.length === "inch" ? 2 : mm < 10 ? 1 : 0))} ${unit}`;
}

export function temperatureText(c: number, preferences: Preferences): string {
  const { value, unit } = shown("temperature", c, preferences);
  return `${Number(value.toFixed(1))} ${unit}`;
}

export function Duration({ s }: { s: number }) {
  return (
    <span>
      {durationParts(s).map(({ value, unit }, i) => (
        <span key={unit}>
          {i > 0 ? " " : ""}
          <Figure value={value} unit={unit} />
        </span>
      ))}
    </span>
  );
}

/** A value that nobody has measured: dotted underline, and a tap says where it comes from. */
export function Assumed({
  children,
  source,
  measure,
}: {
  children: ReactNode;
  source: string;
  /** Where on this page it can be measured. */
  measure?: { href: string; words: string };
}) {
  return (
    <NotMeasured className="-my-2" title={t("assumed-where-from")} shown={children}>
      <p className="mt-1">{term(source)}</p>
      {measure && (
        <Popover.Close asChild>
          <a href={measure.href} className="control mt-3 mr-2">
            {measure.words}
          </a>
        </Popover.Close>
      )}
    </NotMeasured>
  );
}
