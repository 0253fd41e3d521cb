import type { PanelPattern } from "../../core/prove/panel-test.ts";

/** Draws a pattern over a canvas of this size in its own pixels; `timeMs` moves what moves. */
export function drawPattern(
  context: CanvasRenderingContext2D,
  name: PanelPattern,
  width: number,
  height: number,
  timeMs: number,
): void;
