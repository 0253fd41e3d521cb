import { z } from "zod";
import { usual } from "../usual.ts";
import { usualAirFilm } from "./usual-air-film.ts";
import { defineCalculation } from "../calculation.ts";
import { surroundings } from "../materials/materials.ts";
import { bounded } from "../units.ts";
import { dewPointC } from "./dew-point.ts";
import { calculateHeatSoak, heatContacts, heatLayers, refineStack } from "./heat-soak.ts";

/** Air that a bench stands in. */
const benchAirC = () => bounded(-30, 60);

export const thawInput = z
  .strictObject({
    layers: heatLayers(),
    contacts: heatContacts(),
    startC: bounded(-100, 60),
    airC: benchAirC(),
    relativeHumidityPct: bounded(1, 100),
    filmWm2K: usual(bounded(0.1, 1_000), ...usualAirFilm),
  })
  .superRefine(refineStack);
export type ThawInput = z.input<typeof thawInput>;

export const thawResult = z.strictObject({
  dewPointC: z.number(),
  /** When the coldest face has passed the dew point by a degree; null where it never does, 0 where it is so already. */
  dryAfterS: z.number().nullable(),
  /** Whether what settles on the faces freezes there. */
  frost: z.boolean(),
  /** The coldest face against time. */
  timesS: z.array(z.number()),
  coldestC: z.array(z.number()),
});
export type Thaw = z.output<typeof thawResult>;

/** How far above the dew point a face must be to count as dry, K. */
const DRY_MARGIN_K = 1;
const LONGEST_S = 86_400;
const POINTS = 240;

/**
 * When a frozen panel may be powered: its coldest face is a degree above the dew point of the room.
 *
 * The stack warms from both faces in still air as in heat-soak. It says when water stops settling; what has settled by then
 * must be wiped or must have gone as well. Temperatures in C, times in s. Dew point by the Magnus form.
 * Sources: as heat-soak; Alduchov & Eskridge 1996 for the dew point.
 */
export function calculateThaw(input: ThawInput): Thaw {
  const {
    layers,
    contacts,
    startC,
    airC,
    relativeHumidityPct,
    filmWm2K = surroundings.airFilmWm2K.value,
  } = input;
  const dew = dewPointC(airC, relativeHumidityPct);
  const frost = startC < 0 && startC < dew;
  const wantedC = dew + DRY_MARGIN_K;
  if (startC >= wantedC) return { dewPointC: dew, dryAfterS: 0, frost, timesS: [0], coldestC: [startC] };
  // Long enough for the slowest of it: ten time constants of the whole stack, lumped.
  const heatJm2K = layers.reduce(
    (sum, layer) => sum + layer.thicknessUm * 1e-6 * layer.densityKgM3 * layer.specificHeatJkgK,
    0,
  );
  const durationS = Math.min(LONGEST_S, Math.max(60, (10 * heatJm2K) / (2 * filmWm2K)));
  const air = { kind: "air", airC, filmWm2K } as const;
  const { timesS, interfaces } = calculateHeatSoak({
    layers,
    contacts,
    startC,
    phases: [{ name: "thaw", durationS, top: air, bottom: air }],
    outputEveryS: durationS / (4 * POINTS),
  });
  const [top, bottom] = [interfaces[0]!.temperatureC, interfaces.at(-1)!.temperatureC];
  const coldest = top.map((c, i) => Math.min(c, bottom[i]!));
  const after = coldest.findIndex((c) => c >= wantedC);
  const dryAfterS =
    after < 0
      ? null
      : timesS[after - 1]! +
        ((timesS[after]! - timesS[after - 1]!) * (wantedC - coldest[after - 1]!)) /
          (coldest[after]! - coldest[after - 1]!);
  // Drawn a little past the moment that matters.
  const endS = dryAfterS === null ? durationS : Math.min(durationS, 1.5 * dryAfterS);
  const shown = timesS.map((_, i) => i).filter((i) => timesS[i]! <= endS);
  const every = Math.max(1, Math.floor(shown.length / POINTS));
  const kept = shown.filter((i) => i % every === 0);
  return {
    dewPointC: dew,
    dryAfterS,
    frost,
    timesS: kept.map((i) => timesS[i]!),
    coldestC: kept.map((i) => coldest[i]!),
  };
}

export const thaw = defineCalculation({
  name: "thaw",
  purpose: "When a frozen panel is dry enough to be powered: dew point, time, and whether frost settles.",
  input: thawInput,
  result: thawResult,
  calculate: calculateThaw,
});
