import { z } from "zod";
import { usual, usualFrom } from "../usual.ts";
import { defineCalculation } from "../calculation.ts";
import { bounded, oneOf } from "../units.ts";
import { acceptanceTable, zones } from "./acceptance.ts";
import { bytesOfBase64 } from "./base64.ts";
import { hiddenPart } from "./cannot-see.ts";
import { defect, lightings } from "./defects.ts";
import { wholeLook, type BegunLook } from "./begun-look.ts";
import { beginLook, type Looked } from "./find-defects.ts";
import { lookAssumes, lookVerdicts, verdictOf } from "./look.ts";
import { panelPicture, wrongBytes } from "./panel-picture.ts";
import type { PhotoPart } from "./picture.ts";

export const photoInspectInput = z
  .strictObject({
    ...panelPicture.shape,
    lighting: oneOf(lightings),
    /** Boxes that are not looked at: windows, labels. */
    ignore: usual(
      z
        .array(
          z.strictObject({
            xMm: bounded(-5_000, 5_000),
            yMm: bounded(-5_000, 5_000),
            widthMm: bounded(0, 5_000),
            heightMm: bounded(0, 5_000),
          }),
        )
        .max(100),
      [],
      "no part of the picture is left out",
    ),
    borderMm: usual(bounded(0, 1_000), 0, "the glass has no printed border"),
    acceptance: usualFrom(acceptanceTable, "what passes follows the usual table, not this shop's: no source"),
  })
  .superRefine((input, context) => {
    const message = wrongBytes(input);
    if (message) context.addIssue({ code: "custom", path: ["rgbaBase64"], message });
  });
export type PhotoInspectInput = z.input<typeof photoInspectInput>;

export const photoInspectResult = z.strictObject({
  defects: z.array(defect),
  /** Where a lamp's image or lit text hides the panel: nothing is told there. */
  cannotSee: z.array(hiddenPart),
  counts: z.array(
    z.strictObject({ name: z.string(), zone: z.enum(zones), found: z.int(), allowed: z.int() }),
  ),
  /** The worst count as a share of what is allowed: above 1 it fails. */
  score: z.number(),
  /** The smallest of each kind that the picture shows nearly always, mm. */
  smallestMm: z.strictObject({
    speck: z.number(),
    fibre: z.number(),
    bubble: z.number(),
    scratch: z.number(),
    patch: z.number(),
  }),
  /** `cannot tell`: nothing is refused, but the picture could not have shown all that is. */
  verdict: z.enum(lookVerdicts),
  assumed: z.array(z.string()),
});
export type PhotoInspect = z.output<typeof photoInspectResult>;

type Inspected = Omit<z.output<typeof photoInspectInput>, "rgbaBase64">;

/**
 * Begins to look through a picture whose bytes are at hand already, but for the boxes that are not looked at, and what lies `outside` the
 * panel's shape, 1 for each such pixel.
 */
export function beginDefects(
  picture: PhotoPart,
  { scalePxPerMm, lighting, ignore }: Pick<Inspected, "scalePxPerMm" | "lighting" | "ignore">,
  outside: Uint8Array | null = null,
): BegunLook<Looked> {
  const { width, height } = picture;
  let mask = outside;
  if (ignore.length > 0) {
    mask ??= new Uint8Array(width * height);
    for (const box of ignore) {
      const clamp = (px: number, most: number) => Math.min(most, Math.max(0, Math.round(px)));
      const [left, right] = [
        clamp(box.xMm * scalePxPerMm, width),
        clamp((box.xMm + box.widthMm) * scalePxPerMm, width),
      ];
      const bottom = clamp((box.yMm + box.heightMm) * scalePxPerMm, height);
      for (let y = clamp(box.yMm * scalePxPerMm, height); y < bottom; y += 1) {
        mask.fill(1, y * width + left, y * width + right);
      }
    }
  }
  return beginLook(picture, scalePxPerMm, lighting, mask);
}

/**
 * What lies under the glass, by a picture that is squared up: specks, fibres, scratches, bubbles and patches with place (mm from the left
 * and the top), size and strength, and whether that passes. Uneven light does not count. See `findDefects` for the method and its sources.
 */
export const calculatePhotoInspect = (input: PhotoInspectInput): PhotoInspect => {
  const { rgbaBase64, borderMm, acceptance, ...asked } = photoInspectInput.parse(input);
  const { width, height, scalePxPerMm } = asked;
  const picture = { rgba: bytesOfBase64(rgbaBase64), width, height };
  const { defects, cannotSee } = wholeLook(beginDefects(picture, asked));
  const panel = { widthMm: width / scalePxPerMm, heightMm: height / scalePxPerMm };
  const { counts, score, verdict, smallestMm } = verdictOf({
    defects,
    cannotSee,
    pxPerMm: scalePxPerMm,
    isWhite: asked.lighting === "white",
    panel,
    borderMm,
    acceptance,
  });
  return { defects, cannotSee, counts, score, smallestMm, verdict, assumed: lookAssumes() };
};

export const photoInspect = defineCalculation({
  name: "photo-inspect",
  purpose:
    "What lies under the glass by a photo: dust, fibres, scratches, bubbles, patches, and whether it passes.",
  input: photoInspectInput,
  result: photoInspectResult,
  calculate: calculatePhotoInspect,
});
