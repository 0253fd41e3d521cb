import { calculateAdhesiveDose, adhesiveDoseInput } from "../bond/adhesive-dose.ts";
import type { FillOutcome } from "../bond/bond-slot.ts";
import { asRead } from "../bond/choose-dose.ts";
import { fillAgain } from "../bond/choose-pattern.ts";
import { chooseExposure } from "../cure/choose-exposure.ts";
import type { Exposure } from "../cure/cure-slot.ts";
import { chooseAxis } from "../film/choose-axis.ts";
import type { FilmSide } from "../film/films.ts";
import { axesApartDeg } from "../film/axis-angle.ts";
import { message, type Message } from "../job/message.ts";
import { heatAgain } from "../lift/choose-heat.ts";
import type { HeatChoice, WirePlan } from "../lift/lift-slot.ts";
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

/** Whether what was sent beside it, where it was, is what comes out. */
const isNear = (sent: number | null | undefined, again: number | null | undefined, within: number): boolean =>
  sent === undefined ||
  (sent === null || again === null || again === undefined
    ? sent === again
    : Math.abs(sent - again) <= within);

const sweptPct = (wire: WirePlan): number => wire.passes.reduce((sum, { newPct }) => sum + newPct, 0);

/** Whether a wire is said to free no more of the face, and to leave no fewer strips, than it does. */
const freesNoMore = (sent: WirePlan | undefined, again: WirePlan | undefined): boolean =>
  sent === undefined || again === undefined
    ? sent === again
    : sent.passes.length === again.passes.length &&
      sweptPct(sent) <= sweptPct(again) + 0.5 &&
      sent.behind.length >= again.behind.length;

/** Whether a heat promises no longer a window, no wider a strip and no shorter a thaw than its own settings give. */
const promisesNoMore = (sent: HeatChoice, again: HeatChoice): boolean =>
  (sent.windowS ?? 0) <= (again.windowS ?? 0) + 0.5 &&
  (sent.windowS === null) === (again.windowS === null) &&
  (sent.likelyWindowS ?? 0) <= (again.likelyWindowS ?? 0) + 0.5 &&
  sent.stripMm <= again.stripMm + 0.1 &&
  freesNoMore(sent.wire, again.wire) &&
  isNear(sent.readyS, again.readyS, 1) &&
  isNear(sent.endC, again.endC, 0.5) &&
  (sent.thawS ?? 0) >= (again.thawS ?? 0) - 1;

/** Settings that take a while to work out again: not on the thread that answers everybody. */
const heavy: ReadonlySet<string> = new Set(["heat-chosen", "pattern-chosen"]);
export const isHeavyChoice = (kind: string): boolean => heavy.has(kind);

/**
 * Works a chosen setting out again, and says where what was sent is not what comes out: a dose from its own input, an exposure from
 * the lamp as it was read, an axis from the readings, a heat from its own settings, a pattern by running its fill.
 */
export function verifyChoice(scene: Scene, kind: string, data: unknown): Message | null {
  switch (kind) {
    case "dose-chosen":
      return doseFault(data as Parameters<typeof doseFault>[0]);
    case "heat-chosen": {
      const sent = data as HeatChoice;
      const again = heatAgain(scene, sent);
      return again && promisesNoMore(sent, again) ? null : differs("heat-soak");
    }
    case "pattern-chosen": {
      const { fill, calculated } = data as { fill: FillOutcome; calculated: Calculated };
      const again = isStamped(calculated, "fill-front") ? fillAgain(scene, calculated.input) : null;
      const keys = ["wetPct", "trappedMm2", "windowsWetPct"] as const;
      return again && keys.every((key) => Math.abs(again[key] - fill[key]) < 0.051)
        ? null
        : differs("fill-front");
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
