import { z } from "zod";
import { bounded } from "../units.ts";

/** A place on the panel: mm from the left and from the top, seen from the viewer's side. */
export const panelPoint = z.strictObject({ xMm: bounded(0, 5_000), yMm: bounded(0, 5_000) });
export type PanelPoint = z.output<typeof panelPoint>;
