import type { ChamberProgram } from "../../core/bond/bubbles.ts";
import { noise } from "../../core/random.ts";
import { standInTicks } from "./stand-in-clock.ts";
import type { PressureChamber } from "./pressure-chamber.ts";

/** How fast it fills, vents and warms up: time constants, s. Assumed. */
const FILLS_S = 12;
const VENTS_S = 8;
const WARMS_S = 150;
const ROOM_C = 23;
const NOISE_BAR = 0.01;
const NOISE_K = 0.1;

/** What the chamber has so many seconds after it was switched on. */
export function chamberAt(program: ChamberProgram, s: number): { barAbs: number; chamberC: number } {
  const holdS = program.holdMin * 60;
  const filled = (t: number) => 1 - Math.exp(-Math.max(0, t) / FILLS_S);
  const share = s <= holdS ? filled(s) : filled(holdS) * Math.exp(-(s - holdS) / VENTS_S);
  return {
    barAbs: 1 + (program.holdBar - 1) * share,
    chamberC: ROOM_C + (program.chamberC - ROOM_C) * (1 - Math.exp(-Math.max(0, s) / WARMS_S)),
  };
}

/** A stand-in for a heated pressure chamber that was switched on at a moment. Time and chance come in, so that a test can hold both. */
export function simulatedChamber(
  program: ChamberProgram,
  startedMs: number,
  now: () => number = Date.now,
  random: () => number = Math.random,
  speed = 1,
): PressureChamber {
  const ticks = standInTicks(speed);
  return {
    name: "Simulated pressure chamber",
    isSimulated: true,
    everyMs: ticks.everyMs,
    start: (onReading) =>
      ticks.run(() => {
        const atMs = now();
        const { barAbs, chamberC } = chamberAt(program, (atMs - startedMs) / 1_000);
        onReading({
          atMs,
          barAbs: Number((barAbs + NOISE_BAR * noise(random)).toFixed(2)),
          chamberC: Number((chamberC + NOISE_K * noise(random)).toFixed(1)),
        });
      }),
  };
}
