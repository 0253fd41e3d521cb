import { z } from "zod";
import { bounded, boundedWhole, oneOf, words } from "../units.ts";
import { acceptanceTable } from "./acceptance.ts";
import { hiddenPart } from "./cannot-see.ts";
import { defect, lightings } from "./defects.ts";

/** A photo of the panel that was looked through: what was found, what somebody overruled, by which table it was judged. */
export const photoLook = z.strictObject({
  lighting: oneOf(lightings),
  source: oneOf(["photo", "simulated"]),
  /** Which of the job's own photos it was, where it was kept before it was looked through. */
  photo: words(60).optional(),
  defects: z.array(z.strictObject({ ...defect.shape, overruled: z.boolean() })).max(500),
  /** So much was found that stays with the camera, and is left out. */
  cameraDust: boundedWhole(0, 500).optional(),
  /** How fine the picture was, and where it could not tell; older looks did not say. */
  pxPerMm: bounded(0.5, 400).optional(),
  cannotSee: z.array(hiddenPart).max(100).optional(),
  /** How far it was out of focus, by the panel's edges, mm on the panel; not told where they do not tell. */
  blurMm: bounded(0, 50).optional(),
  /** What a stand-in had planted, and how much of it was found. */
  truth: z.strictObject({ planted: boundedWhole(0, 500), found: boundedWhole(0, 500) }).optional(),
  /** What the shop let pass when it was judged; the usual table where it is not told. */
  acceptance: acceptanceTable.optional(),
});
export type PhotoLook = z.output<typeof photoLook>;
