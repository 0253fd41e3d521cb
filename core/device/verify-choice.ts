import { calculateAdhesiveDose, adhesiveDoseInput } from "../bond/adhesive-dose.ts";
import { asRead } from "../bond/choose-dose.ts";
import { chooseExposure } from "../cure/choose-exposure.ts";
import type { Exposure } from "../cure/cure-slot.ts";
import { chooseAxis } from "../film/choose-axis.ts";
import type { FilmSide } from "../film/films.ts";
import { axesApartDeg } from "../film/film-axis.ts";
import { message, type Message } from "../job/message.ts";
import type { Calculated } from "./calculated.ts";
import { inputHash } from "./input-hash.ts";
import type { Scene } from "./scene.ts";

const differs = (what: string) => message("fault.not-what-was-calculated", { what });

/** Whether a stamp is of this calculation and belongs to its own input. */
const isStamped = ({ calculation, input, inputHash: hash }: Calculated, by: string): boolean =>
  calculation === by && inputHash(input) === hash;

function doseFault(data: { gapUm: number; volumeMl: number; calculated: Calculated }): Message | null {
  const { calculated } = data;
  const parsed = adhesiveDoseInput.safeParse(calculated.input);
  if (!isStamped(calculated, "adhesive-dose") || !parsed.success) return differs("adhesive-dose");
  const again = asRead(calculateAdhesiveDose(parsed.data).volumeMl);
  return parsed.data.gapUm === data.gapUm && Math.abs(again - data.volumeMl) < 1e-9
    ? null
    : differs("adhesive-dose");
}

/**
 * Works a chosen setting out again, and says where what was sent is not what comes out: a dose from its own input, an exposure from
 * the lamp as it was read, an axis from the readings. A pattern's stamp must belong to its input; its fill is not run again here.
 */
export function verifyChoice(scene: Scene, kind: string, data: unknown): Message | null {
  switch (kind) {
    case "dose-chosen":
      return doseFault(data as Parameters<typeof doseFault>[0]);
    case "pattern-chosen": {
      const { calculated } = data as { calculated: Calculated };
      const { input } = calculated;
      const isOfDose = (input as { gapUm?: number }).gapUm === scene.state.bond.dose?.gapUm;
      return isStamped(calculated, "fill-front") && isOfDose ? null : differs("fill-front");
    }
    case "exposure-chosen": {
      const sent = data as Exposure;
      const again = chooseExposure(scene, sent.places);
      const keys = ["tackS", "sideTackS", "faceS", "edgeS", "requiredMjCm2"] as const;
      // Longer is safe; shorter than what comes out is not cured.
      return again && keys.every((key) => sent[key] >= again[key] - 1e-6) ? null : differs("cure-dose");
    }
    case "axis-chosen": {
      const sent = data as { film: FilmSide; axisDeg: number; from: string };
      if (sent.from !== "measured") return null;
      const again = chooseAxis(scene, sent.film);
      return again && axesApartDeg(again.axisDeg, sent.axisDeg) < 0.01 ? null : differs("film-axis");
    }
    default:
      return null;
  }
}
