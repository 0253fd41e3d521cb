import { z } from "zod";
import { boundedWhole, oneOf } from "../units.ts";
import { t } from "../../words/prove.ts";

export const pixelFaultKinds = ["bright", "dark", "subpixel bright", "subpixel dark"] as const;
export type PixelFaultKind = (typeof pixelFaultKinds)[number];

const pixel = z.strictObject({
  kind: oneOf(pixelFaultKinds),
  xPx: boundedWhole(0, 100_000),
  yPx: boundedWhole(0, 100_000),
});

/** Whether a fault lies off a screen of this size. */
const isOffScreen = (
  { widthPx, heightPx }: { widthPx: number; heightPx: number },
  { xPx, yPx }: { xPx: number; yPx: number },
): boolean => xPx >= widthPx || yPx >= heightPx;

const marked = z.strictObject({
  widthPx: boundedWhole(1, 100_000),
  heightPx: boundedWhole(1, 100_000),
  faults: z.array(pixel).max(2_000),
});

/** Every fault lies on the screen. */
export function onScreen(
  { widthPx, heightPx, faults }: z.output<typeof marked>,
  context: { addIssue: (issue: { code: "custom"; path: (string | number)[]; message: string }) => void },
): void {
  faults.forEach((fault, i) => {
    if (!isOffScreen({ widthPx, heightPx }, fault)) return;
    context.addIssue({
      code: "custom",
      path: ["faults", i],
      message: t("must-lie-on-the-screen-which-is", { xPx: fault.xPx, yPx: fault.yPx, widthPx, heightPx }),
    });
  });
}

export const pixelFaultsInput = marked.superRefine(onScreen);
export type PixelFaultsInput = z.input<typeof pixelFaultsInput>;
