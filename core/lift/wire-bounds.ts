import { bounded } from "../units.ts";

/** A wire and how it is pulled: its diameter, the stress at which the glue flows round it, friction, the angle of each hand to the front. */
export const wireBounds = {
  wireUm: bounded(10, 2_000),
  flowStressMpa: bounded(0, 100),
  friction: bounded(0, 2),
  angleDeg: bounded(5, 90),
};
