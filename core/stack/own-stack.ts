import { isHeatedMethod, type Family, type Layer, type Seam } from "./family.ts";

/** What one device turned out to hold, where it differs from others of its family. */
export interface OwnStack {
  /** All of its layers, viewer's side first. */
  readonly stack: readonly Layer[];
  /** The line that the route opens, and the band in which this one parts; null where the family's stands. */
  readonly band: { readonly layer: string; readonly minC: number; readonly maxC: number } | null;
}

const families = new WeakMap<Family, Family>();
const asFound = new WeakMap<OwnStack, WeakMap<Family, Family>>();

/** The family as it was drawn, without what one device turned out to hold. */
export const familyAsDrawn = (family: Family): Family => families.get(family) ?? family;

const seamAsFound = (seam: Seam, { band }: OwnStack): Seam =>
  band && seam.layer === band.layer && isHeatedMethod(seam.method)
    ? { ...seam, minC: band.minC, maxC: band.maxC, bandSource: "as found on this device" }
    : seam;

/**
 * The family that a device is worked by: as it was drawn, or with the stack that this one turned out to hold. The same
 * finding gives the same object, so what is worked out for a family is kept.
 *
 * @example
 * const drawn = exampleFamilies.back;
 * const stack = drawn.stack.map((l) => (l.role === "adhesive" ? { ...l, thicknessUm: 260 } : l));
 * familyAsFound(drawn, { stack, band: null }).stack[1].thicknessUm; // 260
 */
export function familyAsFound(family: Family, own: OwnStack | null): Family {
  const drawn = familyAsDrawn(family);
  if (!own) return drawn;
  let made = asFound.get(own);
  if (!made) asFound.set(own, (made = new WeakMap()));
  let found = made.get(drawn);
  if (!found) {
    found = { ...drawn, stack: [...own.stack], seams: drawn.seams.map((seam) => seamAsFound(seam, own)) };
    made.set(drawn, found);
    families.set(found, drawn);
  }
  return found;
}
