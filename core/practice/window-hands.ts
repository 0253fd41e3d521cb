import { interpolate } from "../interpolate.ts";
import { CARD_MM_S } from "../lift/handling.ts";
import { everyNth, FRAMES_PER_S, held, type Exercise } from "./exercise.ts";
import {
  RATE,
  SLOW_HAND_MM_S,
  windowAtRest,
  windowBegun,
  windowCooling,
  windowHand,
  windowOf,
  windowStep,
  windowStress,
  windowVerdict,
  type WindowHand,
  type WindowState,
  type WindowTask,
  type WindowTruth,
} from "./window.ts";

/** A plate may touch so much better or worse than usual, and a glue hold so much more: a plan that allows for it holds. */
const CONTACT_SPARE = 1.25;
const POOR_CONTACT = 0.75;
const MARGIN_SPARE = 1.4;
const DEPTH_MM = 4;
/** So far before and behind a cable the card is out. */
const CLEAR_MM = 1.5;
/** No edge takes more soaks than this. */
const MOST_SOAKS = 12;

type Heat = Pick<WindowHand, "plateC" | "soakMin">;

/** The hottest of usual plates and soaks that keeps every layer below its limit, also where the plate touches well. */
function plannedHeat(task: WindowTask): Heat {
  const all = [85, 90, 95, 100, 105].flatMap((plateC) => [3, 5, 8].map((soakMin) => ({ plateC, soakMin })));
  const sound = all
    .filter((heat) => windowCooling(task, heat, { contactShare: CONTACT_SPARE }).hottest === null)
    .map((heat) => ({ heat, glueC: windowCooling(task, heat).glueC[0]! }));
  return sound.reduce((best, one) => (one.glueC > best.glueC ? one : best)).heat;
}

/** How fast a card may go at a temperature, by what is known. */
const speedAt = (task: WindowTask, glueC: number): number => {
  const { margin } = windowStress(task, { glueC, speedMmS: CARD_MM_S });
  return Math.min(CARD_MM_S, CARD_MM_S * (margin / MARGIN_SPARE) ** (2 / RATE));
};

/**
 * A hand with a plan: heats, goes along the edge as fast as the glue line allows by the plan's own curve, back on the plate when that is
 * slower than a hand is steady. `as` changes what it does.
 */
function plannedHand(
  task: WindowTask,
  as: { heat?: Heat; speed?: (plannedMmS: number) => number; depthMm?: number; overCable?: boolean } = {},
): WindowHand[] {
  const heat = as.heat ?? plannedHeat(task);
  const depthMm = as.depthMm ?? DEPTH_MM;
  const dtS = 1 / FRAMES_PER_S;
  const hands: WindowHand[] = [];
  const out: WindowHand = { ...windowAtRest(), ...heat };
  let xMm = 0;
  let startC: number | undefined;
  for (let soak = 0; soak < MOST_SOAKS && xMm < task.panel.widthMm; soak += 1) {
    hands.push(...held({ ...out, xMm }));
    const { timesS, glueC } = windowCooling(task, heat, {
      contactShare: POOR_CONTACT,
      ...(startC === undefined ? {} : { startC }),
    });
    for (let tS = 0; xMm < task.panel.widthMm; tS += dtS) {
      const hereC = interpolate(timesS, glueC, tS);
      startC = hereC;
      const planned = speedAt(task, hereC);
      if (planned < SLOW_HAND_MM_S && as.speed === undefined) break;
      if (tS > timesS.at(-1)!) break;
      const isOut = !as.overCable && xMm > task.cable.fromMm - CLEAR_MM && xMm < task.cable.toMm + CLEAR_MM;
      const yMm = isOut ? -DEPTH_MM : depthMm;
      hands.push({ ...out, lifted: true, on: !isOut, xMm, yMm });
      xMm += (as.speed ?? ((mmS: number) => mmS))(isOut ? CARD_MM_S : planned) * dtS;
    }
  }
  return hands;
}

/** A good hand: hot enough, no faster than the glue line allows, out at the cable. */
export const plannedCard = (task: WindowTask, times = 1): WindowHand[] => everyNth(plannedHand(task), times);

/** The same at fifteen times a usual speed. */
export const fastCard = (task: WindowTask, times = 1): WindowHand[] =>
  everyNth(plannedHand(task, { speed: () => 15 * CARD_MM_S }), times);

/** The same from a plate that is only warm. */
export const coldCard = (task: WindowTask, times = 1): WindowHand[] =>
  everyNth(plannedHand(task, { heat: { plateC: 60, soakMin: 5 }, speed: () => SLOW_HAND_MM_S }), times);

/** The same, too far in. */
export const deepCard = (task: WindowTask, times = 1): WindowHand[] =>
  everyNth(plannedHand(task, { depthMm: task.deepestMm + 2 }), times);

/** The same, straight on where the cable leaves. */
export const cableCard = (task: WindowTask, times = 1): WindowHand[] =>
  everyNth(plannedHand(task, { overCable: true }), times);

/** The same from a plate on which the cell gets too hot. */
export const hotCard = (task: WindowTask, times = 1): WindowHand[] =>
  everyNth(plannedHand(task, { heat: { plateC: 115, soakMin: 10 } }), times);

export const window: Exercise<WindowTruth, WindowHand, WindowState> = {
  hand: windowHand,
  drawn: windowOf,
  atRest: windowAtRest,
  begun: windowBegun,
  step: windowStep,
  verdict: windowVerdict,
  goodHand: plannedCard,
};
