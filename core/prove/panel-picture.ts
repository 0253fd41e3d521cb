import { z } from "zod";
import { bounded, boundedWhole } from "../units.ts";
import { t } from "../../words/prove.ts";

const MOST_SIDE_PX = 8_000;

/** A picture that the panel fills, as a calculation takes it. */
export const panelPicture = z.strictObject({
  width: boundedWhole(16, MOST_SIDE_PX),
  height: boundedWhole(16, MOST_SIDE_PX),
  /** Four bytes a pixel (red, green, blue, alpha), rows from the top, the panel filling the picture. */
  rgbaBase64: z.string({ error: () => t("must-be-the-pictures-bytes-as-base64") }),
  scalePxPerMm: bounded(1, 400),
});
export type PanelPicture = z.output<typeof panelPicture>;

/** What is wrong with how many bytes a picture holds; null where nothing is. */
export function wrongBytes({ width, height, rgbaBase64 }: PanelPicture): string | null {
  const bytes = Math.floor((rgbaBase64.replace(/=+$/, "").length * 3) / 4);
  const wanted = 4 * width * height;
  return bytes === wanted ? null : t("holds-bytes-must-hold-for-pixels", { bytes, wanted, width, height });
}
