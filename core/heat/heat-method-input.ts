import { z } from "zod";
import { surroundings, type MaterialValue } from "../materials/materials.ts";
import { bounded, oneOf, temperatureC } from "../units.ts";
import { known, usual } from "../usual.ts";
import { capitalised } from "../words.ts";
import { heatMethodKinds, methodOf, type HeatMethodKind } from "./heat-methods.ts";
import type { HeatFace } from "./heat-soak.ts";

const assumed = (value: number, low: number, high: number, text: string): MaterialValue => ({
  value,
  low,
  high,
  source: { kind: "assumed", text },
});

/** What is assumed of the methods unless a bench has measured its own. */
const methodValues = {
  plateContactWm2K: surroundings.plateContactWm2K,
  matContactWm2K: assumed(45, 15, 90, "a soft mat through the back of a device"),
  gunReach: assumed(0.45, 0.2, 0.8, "share of the nozzle's excess that arrives at 5 to 10 cm"),
  gunJetWm2K: assumed(100, 50, 200, "a round jet on a plate"),
  gunShare: assumed(0.2, 0.05, 0.5, "share of the time that the spot stands over one place of the edge"),
  dryerReach: assumed(0.8, 0.4, 0.9, "share of the nozzle's excess that arrives at 3 to 5 cm"),
  dryerJetWm2K: assumed(55, 25, 90, "a wide, slow jet"),
  dryerShare: assumed(0.45, 0.2, 0.8, "a wide spot stands over much of the edge"),
  sunAbsorbedShare: assumed(0.9, 0.7, 0.95, "a dark display behind clear glass"),
  sunUndersideWm2K: assumed(3, 1, 8, "lying on a cloth"),
  freezerFilmWm2K: assumed(10, 6, 20, "still air and a grid under it"),
} as const;

const assumptionWords: Record<string, readonly [words: string, unit: string]> = {
  contactWm2K: ["of contact", "W/m²K"],
  reach: ["of the nozzle's excess that arrives", ""],
  jetWm2K: ["under the jet", "W/m²K"],
  share: ["of the time over one place", ""],
  absorbedShare: ["of the sun absorbed", ""],
  undersideWm2K: ["to the cloth", "W/m²K"],
  filmWm2K: ["to the cold air", "W/m²K"],
};

/** A method's own number as it stands until it is measured, with its words. */
const standing = (name: keyof typeof methodValues): [value: number, source: string] => {
  const field = Object.keys(assumptionWords).find((one) =>
    heatMethodKinds.some((kind) => name === `${kind}${capitalised(one)}`),
  )!;
  const [words, unit] = assumptionWords[field]!;
  return known(methodValues[name], `${unit} ${words}`.trim());
};

const share = () => bounded(0.01, 1);
const film = () => bounded(0.1, 1_000_000);

const onPlate = {
  plateC: temperatureC(),
  contactWm2K: usual(bounded(0.1, 10_000_000), ...standing("plateContactWm2K")),
  /** Which face lies on it. */
  side: usual(oneOf(["back", "glass"]), "back", "it lies on its back"),
};

export const heatMethod = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("plate"), ...onPlate }),
  z.strictObject({
    kind: z.literal("mat"),
    matC: temperatureC(),
    contactWm2K: usual(bounded(0.1, 10_000_000), ...standing("matContactWm2K")),
    side: onPlate.side,
  }),
  z.strictObject({
    kind: z.literal("gun"),
    gunC: temperatureC(),
    reach: usual(share(), ...standing("gunReach")),
    jetWm2K: usual(film(), ...standing("gunJetWm2K")),
    share: usual(share(), ...standing("gunShare")),
  }),
  z.strictObject({
    kind: z.literal("dryer"),
    dryerC: temperatureC(),
    reach: usual(share(), ...standing("dryerReach")),
    jetWm2K: usual(film(), ...standing("dryerJetWm2K")),
    share: usual(share(), ...standing("dryerShare")),
  }),
  z.strictObject({
    kind: z.literal("sun"),
    irradianceWm2: bounded(50, 1_500),
    absorbedShare: usual(share(), ...standing("sunAbsorbedShare")),
    undersideWm2K: usual(film(), ...standing("sunUndersideWm2K")),
  }),
  z.strictObject({
    kind: z.literal("freezer"),
    freezerC: bounded(-100, 10),
    filmWm2K: usual(film(), ...standing("freezerFilmWm2K")),
  }),
  z.strictObject({ kind: z.literal("wire"), ...onPlate }),
]);
export type HeatMethod = z.output<typeof heatMethod>;

/** What is assumed of a method that nobody has measured: those of its numbers that stand as assumed. */
export function methodAssumptions(
  method: Readonly<{ kind: HeatMethodKind }>,
): { field: string; value: number; unit: string; words: string; source: string }[] {
  const school = method.kind === "wire" ? "plate" : method.kind;
  return Object.entries<unknown>(method).flatMap(([field, value]) => {
    const name = `${school}${capitalised(field)}`;
    const known: MaterialValue | undefined = methodValues[name as keyof typeof methodValues];
    if (!known || known.value !== value) return [];
    const [words, unit] = assumptionWords[field]!;
    return [{ field, value: known.value, unit, words, source: known.source.text }];
  });
}

/** The same in words. */
export const methodAssumed = (method: Readonly<{ kind: HeatMethodKind }>): string[] =>
  methodAssumptions(method).map(
    ({ value, unit, words, source }) => `${[value, unit, words].filter(Boolean).join(" ")}: ${source}`,
  );

/** A method with its usual values at a setting. */
export const methodAt = (kind: HeatMethodKind, setting: number): HeatMethod =>
  heatMethod.parse({ kind, [methodOf(kind).setting.field]: setting });

/**
 * A jet that stands over a place for a share of the time, as one exchange: conductances add up by their shares, and so does the
 * heat that they bring.
 */
function jetFace(
  { reach, jetWm2K, share: over }: { reach: number; jetWm2K: number; share: number },
  nozzleC: number,
  airC: number,
  filmWm2K: number,
): HeatFace {
  const jet = over * jetWm2K;
  const still = (1 - over) * filmWm2K;
  const arrivesC = airC + reach * (nozzleC - airC);
  return { kind: "air", airC: (jet * arrivesC + still * airC) / (jet + still), filmWm2K: jet + still };
}

/**
 * What a method puts on both faces of a stack while it works. A jet by its mean over time; sun as the air that would bring as
 * much heat through the same film (sol-air temperature, ASHRAE Handbook of Fundamentals, from memory).
 */
export function facesOf(
  method: HeatMethod,
  airC: number,
  filmWm2K: number,
): { top: HeatFace; bottom: HeatFace } {
  const air: HeatFace = { kind: "air", airC, filmWm2K };
  const plate = (plateC: number, contactWm2K: number, side: "back" | "glass") => {
    const face: HeatFace = { kind: "plate", plateC, contactWm2K };
    return side === "glass" ? { top: face, bottom: air } : { top: air, bottom: face };
  };
  switch (method.kind) {
    case "plate":
    case "wire":
      return plate(method.plateC, method.contactWm2K, method.side);
    case "mat":
      return plate(method.matC, method.contactWm2K, method.side);
    case "gun":
      return { top: jetFace(method, method.gunC, airC, filmWm2K), bottom: air };
    case "dryer":
      return { top: jetFace(method, method.dryerC, airC, filmWm2K), bottom: air };
    case "sun":
      return {
        top: {
          kind: "air",
          airC: airC + (method.absorbedShare * method.irradianceWm2) / filmWm2K,
          filmWm2K,
        },
        bottom: { kind: "air", airC, filmWm2K: method.undersideWm2K },
      };
    case "freezer": {
      const cold: HeatFace = { kind: "air", airC: method.freezerC, filmWm2K: method.filmWm2K };
      return { top: cold, bottom: cold };
    }
  }
}
