import { programOf } from "../../core/bond/bubbles.ts";
import { seamNow } from "../../core/device/ask.ts";
import { workedStage } from "../../core/device/phase.ts";
import type { Scene } from "../../core/device/scene.ts";
import type { FilmSide } from "../../core/film/films.ts";
import { isHeated } from "../../core/heat/lift-heat.ts";
import type { AlloyName } from "../../core/materials/alloy-names.ts";
import type { LightMeter } from "./light-meter.ts";
import type { PressureChamber } from "./pressure-chamber.ts";
import type { Radiometer } from "./radiometer.ts";
import type { Scale } from "./scale.ts";
import { simulatedChamber } from "./simulated-chamber.ts";
import { simulatedGlueLine } from "./simulated-glue-line.ts";
import { simulatedJoint } from "./simulated-joint.ts";
import { simulatedAxisDeg } from "../../core/film/simulated-axis.ts";
import { simulatedLightMeter } from "./simulated-light-meter.ts";
import { simulatedRadiometer } from "./simulated-radiometer.ts";
import { simulatedScale } from "./simulated-scale.ts";
import { simulatedThermocouple } from "./simulated-thermocouple.ts";
import { standInClock, type StandInTime } from "./stand-in-clock.ts";
import type { Thermometer } from "./thermometer.ts";

/**
 * One driver for each kind of device. What a driver is given is what the bench knows when it asks: a real one takes of it what it needs,
 * a stand-in makes its values from it. Another device is another driver in `drivers`; no route is edited.
 */
export interface Drivers {
  /** In the glue line, or at the joint while that is soldered; null where this job heats nothing. */
  thermometer: (at: { scene: Scene; time: StandInTime }) => Thermometer | null;
  lightMeter: (at: { code: string; film: FilmSide }) => LightMeter;
  /** Under the panel: what a hand aims at, g, and how often it has topped up. */
  scale: (at: { code: string; aimG: number; topUps: number }) => Scale;
  chamber: (at: { sinceMs: number; time: StandInTime }) => PressureChamber;
  /** Under the shop's lamp, which gives about so much, mW/cm². */
  radiometer: (at: { lampMwCm2: number }) => Radiometer;
}

function thermometer({ scene, time }: { scene: Scene; time: StandInTime }): Thermometer | null {
  const clock = standInClock(time);
  const touching = (touchedC: (nowMs: number) => number) =>
    simulatedThermocouple(touchedC, clock, Math.random, time.speed);
  if (workedStage(scene) === "rework") {
    const alloy = (scene.state.rework.alloy?.alloy as AlloyName | undefined) ?? "SAC305";
    return touching(simulatedJoint(alloy, clock()));
  }
  const seam = seamNow(scene);
  return seam && isHeated(seam) ? touching(simulatedGlueLine(scene, seam)) : null;
}

/** The stand-ins that ship with the product. */
export const drivers: Drivers = {
  thermometer,
  lightMeter: ({ code, film }) => simulatedLightMeter(simulatedAxisDeg(code, film)),
  scale: ({ code, aimG, topUps }) => simulatedScale(code, aimG, topUps),
  chamber: ({ sinceMs, time }) =>
    simulatedChamber(programOf({}), sinceMs, standInClock(time), Math.random, time.speed),
  radiometer: ({ lampMwCm2 }) => simulatedRadiometer(lampMwCm2),
};
