import { z } from "zod";
import {
  calculateContactCheck,
  FAR_END,
  type ContactCheck,
  type ContactCheckInput,
} from "../rework/contact-check.ts";
import { randomStream } from "../random.ts";
import { boundedWhole } from "../units.ts";
import { between, type Loss, type Moment } from "./exercise.ts";

/** A joint whose shorts and opens are found with a meter that beeps. */
export interface ProbeTask {
  contacts: number;
}

/** What nobody is told: which neighbours touch, and which contacts do not reach the end of their line. */
export interface ProbeTruth extends ProbeTask {
  /** The lower of two neighbours that touch. */
  shorts: readonly number[];
  opens: readonly number[];
  /** With the fewest pairs all of it is known. */
  fewest: number;
}

const MOST = 12;
/** No hand probes more often. */
const MOST_PROBES = 200;

export const probeHand = z.strictObject({
  /** A contact. */
  a: boundedWhole(1, MOST),
  /** Another, or 0 for the far end of its line. */
  b: boundedWhole(0, MOST),
  /** How often the tips were set down. */
  probes: boundedWhole(0, MOST_PROBES),
});
export type ProbeHand = z.output<typeof probeHand>;

export type ProbeReason = "untested" | "too many";

type Far = number | typeof FAR_END;
type Readings = { a: number; b: Far; reading: "beep" | "silence" }[];

export interface ProbeState extends Moment<ProbeReason> {
  readings: Readings;
  /** How often the tips were set down: what reads nothing counts as well. */
  probes: number;
  check: Pick<ContactCheck, "faults" | "untested" | "next">;
}

/** What contact-check is asked after these readings. */
export const probeInput = ({ contacts }: ProbeTask, readings: Readings): ContactCheckInput => ({
  contacts,
  mode: ["ends", "neighbours"],
  readings,
});

function checkOf(task: ProbeTask, readings: Readings): ProbeState["check"] {
  const { faults, untested, next } = calculateContactCheck(probeInput(task, readings));
  return { faults, untested, next };
}

/** Which contacts are one, by the shorts: the lowest of them. */
const rootOf = ({ shorts }: Pick<ProbeTruth, "shorts">, contact: number): number =>
  shorts.includes(contact - 1) ? rootOf({ shorts }, contact - 1) : contact;

/** What the meter says between two places. A line's far end is reached through whatever touches it at the joint. */
export function meterSays(
  truth: Pick<ProbeTruth, "shorts" | "opens">,
  a: number,
  b: Far,
): "beep" | "silence" {
  if (b === FAR_END) return truth.opens.includes(a) ? "silence" : "beep";
  return rootOf(truth, a) === rootOf(truth, b) ? "beep" : "silence";
}

/** The readings of somebody who always probes what is asked for next. */
export function inOrder(truth: Omit<ProbeTruth, "fewest">): Readings {
  const readings: Readings = [];
  for (let next = checkOf(truth, readings).next; next; next = checkOf(truth, readings).next) {
    readings.push({ a: next.a, b: next.b, reading: meterSays(truth, next.a, next.b) });
  }
  return readings;
}

/**
 * A joint to probe as a seed has it: as many contacts, with a short or two and perhaps an open.
 *
 * @example
 * probeOf(1).contacts === probeOf(1).contacts // true
 */
export function probeOf(seed: number): ProbeTruth {
  const next = randomStream(seed * 1_873 + 71);
  const contacts = Math.round(between(next, 5, 9));
  const any = (below: number) => 1 + Math.floor(next() * below);
  const shorts = [...new Set(Array.from({ length: any(2) }, () => any(contacts - 1)))].sort((a, b) => a - b);
  // What touches a neighbour is not open as well.
  const alone = Array.from({ length: contacts }, (_, i) => i + 1).filter(
    (contact) => !shorts.includes(contact) && !shorts.includes(contact - 1),
  );
  const opens = alone.length > 0 && next() < 0.6 ? [alone[Math.floor(next() * alone.length)]!] : [];
  const truth = { contacts, shorts, opens };
  return { ...truth, fewest: inOrder(truth).length };
}

export const probeAtRest = (): ProbeHand => ({ a: 1, b: 0, probes: 0 });

export const probeBegun = (task: ProbeTask): ProbeState => ({
  tS: 0,
  lost: null,
  readings: [],
  probes: 0,
  check: checkOf(task, []),
});

export function probeStep(truth: ProbeTruth, state: ProbeState, hand: ProbeHand, dtS: number): ProbeState {
  const tS = state.tS + dtS;
  if (hand.probes <= state.probes) return { ...state, tS };
  const { a, probes } = hand;
  const isOff = a === hand.b || Math.max(a, hand.b) > truth.contacts;
  if (isOff) return { ...state, tS, probes };
  const b: Far = hand.b === 0 ? FAR_END : hand.b;
  const readings = [...state.readings, { a, b, reading: meterSays(truth, a, b) }];
  return { ...state, tS, probes, readings, check: checkOf(truth, readings) };
}

/** All of it known, by no more pairs than it takes. */
export function probeVerdict(
  { fewest }: ProbeTruth,
  { check, probes }: ProbeState,
): Loss<ProbeReason> | null {
  const left = check.untested.length;
  if (left > 0) return { reason: "untested", at: null, had: left, limit: 0 };
  return probes > fewest ? { reason: "too many", at: null, had: probes, limit: fewest } : null;
}
