import { z } from "zod";
import { usual } from "../usual.ts";
import { BORDER_PASS_MM } from "./border-pass.ts";
import { defineCalculation } from "../calculation.ts";
import { bytesOfBase64 } from "../prove/base64.ts";
import { panelPicture, wrongBytes, type PanelPicture } from "../prove/panel-picture.ts";
import { photoBorder } from "../prove/photo-border.ts";
import { bounded, sideMm } from "../units.ts";
import { t } from "../../words/bond.ts";

const width = () => bounded(0, 200);
/** One width in the middle of an edge, or two near its ends: from the left, or from the top. */
const edgeWidth = () =>
  z.union([width(), z.tuple([width(), width()])], { error: () => t("must-be-a-width-from-0-to") });

const widths = z.strictObject({
  top: edgeWidth(),
  right: edgeWidth(),
  bottom: edgeWidth(),
  left: edgeWidth(),
});

export const borderCheckInput = z
  .strictObject({
    panel: z.strictObject({ widthMm: sideMm(), heightMm: sideMm() }),
    /** Measured by hand, or in a picture below. */
    widthsMm: widths.optional(),
    /** A picture on white, squared up to the glass; its border should be so wide. */
    picture: z.strictObject({ ...panelPicture.shape, borderMm: bounded(0.5, 200) }).optional(),
    passMm: usual(
      bounded(0.01, 10),
      BORDER_PASS_MM,
      "0.5 mm off the middle still passes: common practice, no source",
    ),
  })
  .superRefine(({ widthsMm, picture }, context) => {
    const fault = (path: (string | number)[], message: string) =>
      context.addIssue({ code: "custom", path, message });
    if ((widthsMm === undefined) === (picture === undefined)) {
      fault(["widthsMm"], t("must-be-given-or-a-picture-and"));
    }
    const wrong = picture && wrongBytes(picture);
    if (wrong) fault(["picture", "rgbaBase64"], wrong);
    if (picture && !wrong && widthsOf(picture) === null) {
      fault(["picture", "rgbaBase64"], t("shows-no-step-from-ink-to-picture"));
    }
  });

/** Widths by a picture, or null where an edge shows no border. */
function widthsOf(picture: PanelPicture & { borderMm: number }) {
  const { width, height, rgbaBase64, scalePxPerMm, borderMm } = picture;
  return photoBorder({ rgba: bytesOfBase64(rgbaBase64), width, height }, scalePxPerMm, borderMm);
}
export type BorderCheckInput = z.input<typeof borderCheckInput>;

const edgeNames = ["top", "right", "bottom", "left"] as const;

export const borderCheckResult = z.strictObject({
  /** Where the glass lies against its right place: to the right and downwards are positive, seen from the viewer's side. */
  offsetXMm: z.number(),
  offsetYMm: z.number(),
  /** How far it is turned, clockwise positive; null where no edge was read at both ends. */
  turnDeg: z.number().nullable(),
  worst: z.enum(edgeNames),
  /** How far the worst width is from its opposite's mean. */
  worstMm: z.number(),
  pass: z.boolean(),
  /** What to do, in words. */
  nudge: z.string(),
});
export type BorderCheck = z.output<typeof borderCheckResult>;

const ends = (value: number | [number, number]): [number, number] =>
  typeof value === "number" ? [value, value] : value;
const mean = (value: number | [number, number]) => (ends(value)[0] + ends(value)[1]) / 2;

/**
 * Whether a border is equal all round, from its widths: half the difference of opposite widths is how far the glass lies aside; two
 * widths at one edge tell how far it is turned. Equal within 0.5 mm passes (common practice, no source). A width counts from the glass's
 * edge to the picture. Lengths in mm, angles in degrees. Source: plane geometry, small angles.
 */
export function calculateBorderCheck(input: BorderCheckInput): BorderCheck {
  const { panel, passMm, ...parsed } = borderCheckInput.parse(input);
  const widthsMm = parsed.widthsMm ?? widthsOf(parsed.picture!)!;
  const { top, right, bottom, left } = widthsMm;
  // The picture stays where it is: more border at the right means that the glass lies to the right.
  const offsetXMm = (mean(right) - mean(left)) / 2;
  const offsetYMm = (mean(bottom) - mean(top)) / 2;
  // Clockwise the top's border grows towards the left end, where the glass rises against the picture.
  const slopes = [
    ...(Array.isArray(top) ? [(top[0] - top[1]) / panel.widthMm] : []),
    ...(Array.isArray(bottom) ? [(bottom[1] - bottom[0]) / panel.widthMm] : []),
    ...(Array.isArray(right) ? [(right[0] - right[1]) / panel.heightMm] : []),
    ...(Array.isArray(left) ? [(left[1] - left[0]) / panel.heightMm] : []),
  ];
  const turnDeg = slopes.length
    ? (Math.atan(slopes.reduce((a, b) => a + b, 0) / slopes.length) * 180) / Math.PI
    : null;
  const middle = {
    top: (mean(top) + mean(bottom)) / 2,
    bottom: (mean(top) + mean(bottom)) / 2,
    left: (mean(left) + mean(right)) / 2,
    right: (mean(left) + mean(right)) / 2,
  };
  const off = edgeNames.map((edge) => ({
    edge,
    mm: Math.max(...ends(widthsMm[edge]).map((w) => Math.abs(w - middle[edge]))),
  }));
  const worst = off.reduce((a, b) => (b.mm > a.mm + 1e-12 ? b : a));
  const part = (mm: number, less: string, more: string) =>
    Math.abs(mm) < passMm / 2 ? [] : [t("mm", { mm: Math.abs(mm).toFixed(1), value: mm > 0 ? more : less })];
  const moves = [
    ...part(-offsetXMm, t("to-the-left"), t("to-the-right")),
    ...part(-offsetYMm, t("upwards"), t("downwards")),
    ...(turnDeg !== null && Math.abs(turnDeg) >= 0.1
      ? [
          turnDeg > 0
            ? t("turned-counter-clockwise", { turn: turnDeg.toFixed(1) })
            : t("turned-clockwise", { turn: (-turnDeg).toFixed(1) }),
        ]
      : []),
  ];
  const pass = worst.mm <= passMm;
  return {
    offsetXMm,
    offsetYMm,
    turnDeg,
    worst: worst.edge,
    worstMm: worst.mm,
    pass,
    nudge:
      pass && moves.length === 0
        ? t("leave-it-as-it-lies")
        : t("nudge-the-glass", { moves: moves.join(", ") || t("a-little") }),
  };
}

export const borderCheck = defineCalculation({
  name: "border-check",
  purpose: "Whether the border is equal all round, and which way to nudge the glass.",
  input: borderCheckInput,
  result: borderCheckResult,
  calculate: calculateBorderCheck,
});
