import { createContext, useContext, useSyncExternalStore } from "react";
import { languages, type Language } from "../../words/language.ts";

/** What a technician sets once: kept in cookies, so that the server writes the page right the first time. */
export interface Preferences {
  ground: "day" | "dark" | "system";
  /** The language that is spoken; "" for the browser's own where it is spoken here. */
  language: "" | Language;
  temperature: "C" | "F";
  length: "mm" | "inch";
  /** Key of the technician at this bench, or "". */
  who: string;
  /** Number of the station at which this screen stands, or "". */
  station: string;
  /** Whether steps and countdowns are said aloud. */
  voice: "" | "on";
  /** Whether it was shown here what this is. */
  seen: "" | "yes";
}

/** The station as a number; null where none is named. */
export const stationOf = ({ station }: Preferences): number | null =>
  station === "" ? null : Number(station);

const allowed: { [Name in keyof Preferences]: (value: string) => boolean } = {
  ground: (value) => ["day", "dark", "system"].includes(value),
  language: (value) => (languages as readonly string[]).includes(value),
  temperature: (value) => ["C", "F"].includes(value),
  length: (value) => ["mm", "inch"].includes(value),
  who: (value) => /^[a-z0-9-]{1,40}$/.test(value),
  station: (value) => /^[1-9][0-9]?$/.test(value),
  voice: (value) => value === "on",
  seen: (value) => value === "yes",
};

const usual: Preferences = {
  ground: "system",
  language: "",
  temperature: "C",
  length: "mm",
  who: "",
  station: "",
  voice: "",
  seen: "",
};

/** Reads preferences from a Cookie header; whatever is not understood is as usual. */
export function readPreferences(cookies: string | null): Preferences {
  const found: Record<string, string> = { ...usual };
  for (const pair of (cookies ?? "").split(";")) {
    const [name, value] = pair.trim().split("=");
    if (name && value && Object.hasOwn(allowed, name) && allowed[name as keyof Preferences](value))
      found[name] = value;
  }
  return found as unknown as Preferences;
}

let current: Preferences | null = null;
const listeners = new Set<() => void>();

function currentPreferences(initial: Preferences): Preferences {
  current ??= initial;
  return current;
}

export function setPreference<Name extends keyof Preferences>(name: Name, value: Preferences[Name]): void {
  current = { ...(current ?? usual), [name]: value };
  document.cookie = `${name}=${value}; path=/; max-age=${value === "" ? 0 : 31536000}; samesite=lax`;
  if (name === "ground") {
    if (value === "system") delete document.documentElement.dataset.ground;
    else document.documentElement.dataset.ground = value;
  }
  for (const listener of listeners) listener();
}

/** The preferences as they stand, for every island on the page alike. */
export function useStoredPreferences(initial: Preferences): Preferences {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => currentPreferences(initial),
    () => initial,
  );
}

export const PreferencesContext = createContext<Preferences>(usual);
export const usePreferences = () => useContext(PreferencesContext);
