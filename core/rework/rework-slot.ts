import type { ProbeReading } from "./contact-check.ts";

export interface ReworkSlot {
  sheetsPhotographed: boolean;
  alloy: { alloy: string; before: string } | null;
  shielded: boolean;
  oldOff: boolean;
  pinsHome: boolean;
  soldered: boolean;
  fluxOff: boolean;
  probes: readonly { a: number; b: number; reading: ProbeReading }[];
}
