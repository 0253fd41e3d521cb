import { everyNth, held, type Exercise } from "./exercise.ts";
import { holes, isShut, type Act, type Hole, type PutBackState, type PutBackTruth } from "./put-back-acts.ts";
import {
  putBackAtRest,
  putBackBegun,
  putBackHand,
  putBackOf,
  putBackStep,
  putBackVerdict,
  type PutBackHand,
} from "./put-back.ts";

const of = (part: "shell" | "bracket"): Hole[] => holes.filter((hole) => hole.startsWith(part));

/** In their order, each once. */
const doing = (all: readonly Act[], times: number): PutBackHand[] =>
  everyNth([...held(putBackAtRest()), ...all.flatMap((act, k) => held({ act, done: k + 1 }))], times);

const apart: readonly Act[] = [
  ...of("shell").map((hole) => `out ${hole}` as const),
  "take shell",
  "take gasket",
  ...of("bracket").map((hole) => `out ${hole}` as const),
  "take bracket",
  "open battery",
  "open flex",
  "lift panel",
];

const screwsIn = ({ takes }: PutBackTruth, part: "shell" | "bracket"): Act[] =>
  of(part).map((hole) => `in ${hole} ${takes[hole]}` as const);

/** The way back, as the device wants it. */
const together = (truth: PutBackTruth): Act[] => [
  "peel liner",
  "lay panel",
  `close flex ${truth.closes.flex}`,
  `close battery ${truth.closes.battery}`,
  "lay bracket",
  ...screwsIn(truth, "bracket"),
  "lay gasket",
  "lay shell",
  ...screwsIn(truth, "shell"),
];

/** A good hand: apart in order, and back the other way round. */
export const inItsOrder = (truth: PutBackTruth, times = 1): PutBackHand[] =>
  doing([...apart, ...together(truth)], times);

/** The same with some acts left out, or others in their place. */
const changed = (truth: PutBackTruth, change: (act: Act) => Act | null, times: number): PutBackHand[] =>
  doing([...apart, ...together(truth).flatMap((act) => change(act) ?? [])], times);

/** The long screw where a short one belongs. */
export const longScrew = (truth: PutBackTruth, times = 1): PutBackHand[] => {
  const short = of("shell").find((hole) => truth.takes[hole] === 4)!;
  const upToScrews = together(truth).filter((act) => !act.startsWith("in shell"));
  return doing([...apart, ...upToScrews, `in ${short} 6`], times);
};

/** A flap pressed the wrong way. */
export const wrongFlap = (truth: PutBackTruth, times = 1): PutBackHand[] =>
  changed(
    truth,
    (act) =>
      act.startsWith("close flex") ? `close flex ${truth.closes.flex === "up" ? "down" : "up"}` : act,
    times,
  );

/** The liner left on the new tape. */
export const linerLeft = (truth: PutBackTruth, times = 1): PutBackHand[] =>
  changed(truth, (act) => (act === "peel liner" ? null : act), times);

/** The gasket left on the tray. */
export const gasketLeft = (truth: PutBackTruth, times = 1): PutBackHand[] =>
  changed(truth, (act) => (act === "lay gasket" ? null : act), times);

/** The battery joined before the flex. */
export const batteryFirst = (truth: PutBackTruth, times = 1): PutBackHand[] => {
  const { flex, battery } = truth.closes;
  const swap: Partial<Record<Act, Act>> = {
    [`close flex ${flex}`]: `close battery ${battery}`,
    [`close battery ${battery}`]: `close flex ${flex}`,
  };
  return changed(truth, (act) => swap[act] ?? act, times);
};

/** The bracket on before anything is joined. */
export const bracketFirst = (truth: PutBackTruth, times = 1): PutBackHand[] =>
  changed(truth, (act) => (act.startsWith("close") ? null : act), times);

export const putBack: Exercise<PutBackTruth, PutBackHand, PutBackState> = {
  hand: putBackHand,
  drawn: putBackOf,
  atRest: putBackAtRest,
  begun: putBackBegun,
  step: putBackStep,
  isOver: isShut,
  verdict: putBackVerdict,
  goodHand: inItsOrder,
};
