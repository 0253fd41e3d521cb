import type { AxisReading } from "./film-slot.ts";

/** Whether a reading is a camera's, whose light is a share of the bare panel's. */
export const isSwept = (source: AxisReading["source"]): boolean =>
  source === "camera" || source === "simulated camera";
