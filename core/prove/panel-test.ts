import { z } from "zod";
import { bounded, boundedWhole, oneOf } from "../units.ts";
import { onScreen, pixelFaultsInput } from "./pixel-faults-input.ts";
import { touchCoverInput, touchCoverResult } from "./touch-cover-input.ts";
import { t } from "../../words/prove.ts";

/** What is shown on a panel under test, in its order. */
export const panelPatterns = [
  "black",
  "white",
  "red",
  "green",
  "blue",
  "grey ramp",
  "checker",
  "lines down",
  "lines across",
  "moving bar",
] as const;
export type PanelPattern = (typeof panelPatterns)[number];

const screen = z.strictObject({
  widthPx: boundedWhole(1, 100_000),
  heightPx: boundedWhole(1, 100_000),
});

const patternsSeen = z.strictObject({
  part: z.literal("patterns"),
  source: z.enum(["panel", "compared"], { error: () => t("must-be-panel-or-compared") }),
  seen: z
    .array(
      z.strictObject({
        pattern: oneOf(panelPatterns),
        good: z.boolean(),
      }),
    )
    .min(1)
    .max(panelPatterns.length),
});

const pixels = z
  .strictObject({
    part: z.literal("pixels"),
    source: z.enum(["panel", "hand"], { error: () => t("must-be-panel-or-hand") }),
    ...pixelFaultsInput.shape,
  })
  .superRefine(onScreen);

const pacing = z.strictObject({
  part: z.literal("pacing"),
  frames: boundedWhole(3, 100_000),
  medianMs: bounded(0.1, 10_000),
  worstMs: bounded(0.1, 600_000),
  latePct: bounded(0, 100),
});

const { dropOuts, provedToMm, ...told } = touchCoverResult.shape;
const touch = z.strictObject({
  part: z.literal("touch"),
  ...touchCoverInput.shape.grid.shape,
  ...told,
  // Records of before know neither where a contact came back nor how small a spot was proved.
  dropOuts: z.array(dropOuts.element.partial({ to: true, provedAgain: true })),
  provedToMm: provedToMm.optional(),
});

/** What a job keeps of a panel's own test, part by part. */
export const panelTested = z.discriminatedUnion("part", [patternsSeen, pixels, pacing, touch], {
  error: () => t("must-be-one-of-patterns-pixels-pacing"),
});
export type PanelTested = z.output<typeof panelTested>;
export type PanelTestPart = PanelTested["part"];

/** What the page on the panel under test sends: what it was shown and answered, strokes and frame times as they were. */
export const panelReport = z.discriminatedUnion("part", [
  patternsSeen,
  pixels,
  z.strictObject({
    part: z.literal("pacing"),
    intervalsMs: z.array(bounded(0.01, 600_000)).min(2).max(20_000),
  }),
  z.strictObject({
    part: z.literal("touch"),
    screen,
    strokes: touchCoverInput.shape.strokes,
  }),
]);
export type PanelReport = z.output<typeof panelReport>;
