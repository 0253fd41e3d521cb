import { bondPractice } from "../materials/adhesives.ts";
import type { Family } from "../stack/family.ts";
import type { AdhesiveInUse } from "./adhesive-in-use.ts";
import { panelAreaMm2 } from "../stack/panel-geometry.ts";
import type { DryWindow, FillFrontInput } from "./fill-front.ts";
import { loweringOf } from "./lowering.ts";

/** A family's windows as places that must stay dry. */
export const dryWindows = ({ windows }: Pick<Family, "windows">): DryWindow[] =>
  windows.map((w) =>
    "radiusMm" in w
      ? { xMm: w.xMm, yMm: w.yMm, radiusMm: w.radiusMm }
      : { xMm: w.xMm, yMm: w.yMm, widthMm: w.widthMm, heightMm: w.heightMm },
  );

/** Cells that a filling on the screen is followed on: fine enough for a window, a second or so of work. */
const SCREEN_CELLS = 6_000;

export const waysDown = ["pressed level", "lowered on a wedge"] as const;
export type WayDown = (typeof waysDown)[number];

/** What a family's panel is filled with and how, without the pattern. */
export function panelFill(
  family: Family,
  gapUm: number,
  adhesive: AdhesiveInUse,
  way: WayDown,
): Omit<FillFrontInput, "pattern"> {
  const lowering = loweringOf(family, adhesive);
  return {
    outline: family.outline,
    windows: dryWindows(family),
    gapUm,
    viscosityPaS: adhesive.nowPaS,
    surfaceTensionMnM: adhesive.surfaceTensionMnM.value,
    ...(way === "pressed level"
      ? { forceN: bondPractice.pressingN.value }
      : { lowering: { from: lowering.first, wedgeMm: bondPractice.wedgeMm.value, timeS: lowering.lowerS } }),
    gridMm: Math.sqrt(panelAreaMm2(family.outline) / SCREEN_CELLS),
  };
}
