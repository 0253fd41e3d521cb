import type { Probed, ProbeReading } from "./contact-check.ts";

/** A soldering profile as it was logged. */
export interface LoggedProfile {
  source: "logger" | "simulated";
  readings: readonly { timeS: number; temperatureC: number }[];
}

export interface ReworkSlot {
  sheetsPhotographed: boolean;
  alloy: { alloy: string; before: string } | null;
  shielded: boolean;
  oldOff: boolean;
  pinsHome: boolean;
  soldered: boolean;
  fluxOff: boolean;
  profile: LoggedProfile | null;
  probes: readonly (Probed & { reading: ProbeReading })[];
}
