import { heatMethod } from "../core/heat/heat-method-input.ts";
import type { HeatSoakInput } from "../core/heat/heat-soak.ts";
import { liftHeatInput, seamOf, usualSettings } from "../core/heat/lift-heat.ts";
import { familyNamed } from "./bench-hand.ts";

/** A handheld on a hot plate, whose glue line is read. */
export const handheld = familyNamed("TK-5");
export const handheldSeam = seamOf(handheld, "layer")!;
export const READ_AT = "optical adhesive / polarizer";

/** Its soak and its cooling, with these conductances. */
export function onThePlate(plateContactWm2K: number, airFilmWm2K: number): HeatSoakInput {
  const { layers, startC, phases } = liftHeatInput(handheld, handheldSeam, {
    ...usualSettings(handheldSeam),
    method: heatMethod.parse({ kind: "plate", plateC: 97, contactWm2K: plateContactWm2K }),
    soakS: 150,
    airFilmWm2K,
  });
  return { layers, startC, phases };
}
