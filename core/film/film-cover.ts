import type { Family } from "../stack/family.ts";

/** How far a piece reaches over what the family lets be seen, on each side, mm: the border, as far as the film goes under it. */
export const coverMm = (family: Pick<Family, "borderMm">): number => Math.max(0.5, 0.5 * family.borderMm);

/** How wide a rim of the panel a film leaves bare, mm. */
export const bareMm = (family: Pick<Family, "borderMm">): number =>
  Math.max(0, family.borderMm - coverMm(family));
