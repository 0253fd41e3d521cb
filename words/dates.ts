import { locale } from "./language.ts";

const made = new Map<string, Intl.DateTimeFormat>();

/** A formatter of dates and times in the language that is spoken, made once for each. */
export function dateFormat(options: Intl.DateTimeFormatOptions, as = locale()): Intl.DateTimeFormat {
  const key = `${as} ${JSON.stringify(options)}`;
  const there = made.get(key) ?? new Intl.DateTimeFormat(as, options);
  made.set(key, there);
  return there;
}

/** "27 November 2026", in this machine's time zone. */
export const longDay = (at: Date): string => dateFormat({ dateStyle: "long" }).format(at);
