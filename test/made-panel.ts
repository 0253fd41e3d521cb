import type { DefectKind } from "../core/prove/defects.ts";
import type { LitPanel, PanelDefect } from "../core/prove/lit-panel.ts";
import { lyingOnBench, photographPanel, usualMake, type CameraView } from "../core/prove/shoot-panel.ts";

/** A defect as most of its kind are: plain to see, a line at a slant. */
export const planted = (kind: DefectKind, xMm: number, yMm: number, sizeMm: number): PanelDefect => ({
  kind,
  xMm,
  yMm,
  sizeMm,
  strength: kind === "scratch" ? 0.3 : 0.7,
  angle: 0.6,
});

/** A panel on the bench, askew, before a camera as people have one. */
export const viewOf = (
  panel: Pick<LitPanel, "widthMm" | "heightMm" | "lighting" | "seed"> & Partial<LitPanel>,
  pxPerMm: number,
  lies: number,
  more: Partial<CameraView> = {},
): CameraView => ({
  panel: { pitchMm: 0.12, defects: [], disturbed: [], ...panel },
  make: usualMake(panel.seed),
  borderMm: 4,
  ...lyingOnBench(lies, panel, pxPerMm),
  ...more,
});

export const photoOf = (...view: Parameters<typeof viewOf>) => photographPanel(viewOf(...view));
