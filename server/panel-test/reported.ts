import { describeFaults, type Fault } from "../../core/faults.ts";
import { framePacing } from "../../core/prove/frame-pacing.ts";
import type { PanelReport, PanelTested } from "../../core/prove/panel-test.ts";
import { calculateTouchCover, touchCoverInput } from "../../core/prove/touch-cover.ts";
import { TOUCH_GRID } from "./page.ts";

/** What a job keeps of a report: strokes and frame times are brought down to what they mean. */
export function reportedTest(report: PanelReport): { data: PanelTested } | { faults: Fault[] } {
  switch (report.part) {
    case "patterns":
    case "pixels":
      return { data: report };
    case "pacing":
      return { data: { part: "pacing", ...framePacing(report.intervalsMs) } };
    case "touch": {
      const input = { strokes: report.strokes, grid: { ...report.screen, ...TOUCH_GRID } };
      const parsed = touchCoverInput.safeParse(input);
      if (!parsed.success) return { faults: describeFaults(parsed.error, input) };
      return { data: { part: "touch", ...input.grid, ...calculateTouchCover(parsed.data) } };
    }
  }
}
