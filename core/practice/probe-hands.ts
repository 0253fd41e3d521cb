import { FAR_END } from "../rework/contact-check.ts";
import { everyNth, held, type Exercise } from "./exercise.ts";
import {
  inOrder,
  probeAtRest,
  probeBegun,
  probeHand,
  probeOf,
  probeStep,
  probeVerdict,
  type ProbeHand,
  type ProbeState,
  type ProbeTruth,
} from "./probe.ts";

type Pair = readonly [a: number, b: number];

const probing = (pairs: readonly Pair[], times: number): ProbeHand[] =>
  everyNth(
    pairs.flatMap(([a, b], k) => held({ a, b, probes: k + 1 })),
    times,
  );

const numberOf = (b: number | typeof FAR_END): number => (b === FAR_END ? 0 : b);

/** A good hand: ends first, then neighbours, and nothing that follows from what was read. */
export const fewestPairs = (truth: ProbeTruth, times = 1): ProbeHand[] =>
  probing(
    inOrder(truth).map(({ a, b }) => [a, numberOf(b)] as const),
    times,
  );

/** Every contact against every other. */
export const allPairs = ({ contacts }: ProbeTruth, times = 1): ProbeHand[] => {
  const all = Array.from({ length: contacts }, (_, i) => i + 1);
  const pairs = all.flatMap((a) => [
    [a, 0] as const,
    ...all.filter((b) => b > a).map((b) => [a, b] as const),
  ]);
  return probing(pairs, times);
};

/** Neighbours alone: no end is looked at. */
export const neighboursAlone = ({ contacts }: ProbeTruth, times = 1): ProbeHand[] =>
  probing(
    Array.from({ length: contacts - 1 }, (_, i) => [i + 1, i + 2] as const),
    times,
  );

export const probe: Exercise<ProbeTruth, ProbeHand, ProbeState> = {
  hand: probeHand,
  drawn: probeOf,
  atRest: probeAtRest,
  begun: probeBegun,
  step: probeStep,
  verdict: probeVerdict,
  goodHand: fewestPairs,
};
