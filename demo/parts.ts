import type { Part } from "../core/materials/parts.ts";

/** What lies on the shelf of parts: one glass too few for the jobs that are open. */
export const demoParts: readonly Part[] = [
  { name: "TK-5 cover glass", counted: 1, reorderAt: 3, costMinor: 1900 },
  { name: "TK-5 display assembly", counted: 2, reorderAt: 0, costMinor: 16800 },
  { name: "PH-10 cover glass", counted: 3, reorderAt: 1, costMinor: 6800 },
  { name: "BX-24 cover glass", counted: 4, reorderAt: 1, costMinor: 1200 },
  { name: "PC-3 glass with sensor", counted: 3, reorderAt: 1, costMinor: 5200 },
  { name: "AQ-8 glass with sensor", counted: 2, reorderAt: 1, costMinor: 3900 },
  { name: "TW-42 cover glass", counted: 2, reorderAt: 0, costMinor: 2400 },
];
