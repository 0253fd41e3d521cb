import type { AxisReading } from "./film-slot.ts";

/** Whether a reading is a camera's, whose light is a share of the bare panel's. */
export const isSwept = (source: AxisReading["source"]): boolean =>
  source === "camera" || source === "simulated camera";

/** Half a turn is read in steps of so many degrees, each by the mean of its frames. */
export const SWEEP_STEP_DEG = 6;
/** The light is read within so much of the panel's shorter side about its middle. */
export const SWEEP_DISC_SHARE = 0.08;
