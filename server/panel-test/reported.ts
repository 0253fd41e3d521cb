import { describeFaults, type Fault } from "../../core/faults.ts";
import { framePacing } from "../../core/prove/frame-pacing.ts";
import type { PanelReport, PanelTested } from "../../core/prove/panel-test.ts";
import { touchCoverInput } from "../../core/prove/touch-cover-input.ts";
import { calculateTouchCover } from "../../core/prove/touch-cover.ts";
import { touchCells } from "../../core/prove/touch-proof.js";
import type { Face } from "../../core/prove/panel-face.ts";

/** What a job keeps of what a panel of this size reported: strokes and frame times are brought down to what they mean. */
export function reportedTest(report: PanelReport, face: Face): { data: PanelTested } | { faults: Fault[] } {
  switch (report.part) {
    case "patterns":
    case "pixels":
      return { data: report };
    case "pacing":
      return { data: { part: "pacing", ...framePacing(report.intervalsMs) } };
    case "touch": {
      const { widthPx, heightPx } = report.screen;
      const cells = touchCells(widthPx, heightPx, face.longMm, face.shortMm);
      const input = { strokes: report.strokes, grid: { widthPx, heightPx, ...cells } };
      const parsed = touchCoverInput.safeParse(input);
      if (!parsed.success) return { faults: describeFaults(parsed.error, input) };
      return { data: { part: "touch", ...input.grid, ...calculateTouchCover(parsed.data) } };
    }
  }
}
