import { z } from "zod";
import { t } from "../../words/prove.ts";

export const defectKinds = ["speck", "fibre", "bubble", "scratch", "patch"] as const;
export type DefectKind = (typeof defectKinds)[number];

export const lightings = ["dark", "white", "side"] as const;
/** The picture shown, or the light: on black and in side light a defect shines, on white it is dark. */
export type Lighting = (typeof lightings)[number];

export const lightingWords: Record<Lighting, string> = {
  get dark() {
    return t("on-black");
  },
  get white() {
    return t("on-white");
  },
  get side() {
    return t("in-side-light");
  },
};

export const defect = z.strictObject({
  kind: z.enum(defectKinds),
  xMm: z.number(),
  yMm: z.number(),
  areaMm2: z.number(),
  lengthMm: z.number(),
  /** How far it stands out of the noise around it: its greatest contrast in standard deviations. */
  strength: z.number(),
});
export type Defect = z.output<typeof defect>;
