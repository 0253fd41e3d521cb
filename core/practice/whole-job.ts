import { routesOf, type RepairRoute } from "../device/routes.ts";
import { sceneAt, type Scene } from "../device/scene.ts";
import { sceneAtStart } from "../device/start.ts";
import type { Recorded } from "../job/move.ts";
import { applyMove, moveNamed, standing } from "../job/replay.ts";
import { piecesOf } from "../lift/pieces.ts";
import { deviceRules } from "../moves.ts";
import { randomStream } from "../random.ts";
import type { QuestionKey } from "../route/decision-tree.ts";
import type { FAR_END } from "../rework/contact-check.ts";
import type { Family } from "../stack/family.ts";
import type { StageName } from "../stage.ts";
import { between } from "./exercise.ts";
import { handsDo, whatIsAnswered, whatIsSeen, type Owner } from "../twin/seen.ts";
import { truthOf, type Truth } from "../twin/truth.ts";
import { Twin } from "../twin/twin.ts";

/** A device with something hidden, and the customer whose it is. */
export interface WholeJob extends Owner {
  family: Family;
  truth: Truth;
  /** What the shop's lamp gives at the glass, mW/cm². */
  lampMwCm2: number;
  /** How wide the border is once the glass lies, mm. */
  border: Border;
}

interface Border {
  topMm: number;
  rightMm: number;
  bottomMm: number;
  leftMm: number;
}

/** What can be hidden in a device, beside what its seed draws anyway. */
const hiddenFaults = [
  "dead function",
  "stays alive",
  "glue left",
  "bubbles",
  "specks",
  "loose contact",
  "joint",
  "misfit",
  "dies",
] as const;

/** A truth where one fault at least is sure to come up. */
function withHidden(
  truth: Truth,
  { family, route }: Pick<WholeJob, "family" | "route">,
  seed: number,
): Truth {
  const next = randomStream(seed * 6_151 + 41);
  const others = family.functions.filter(({ key }) => key !== "picture");
  const isBonded = route === "layer" || route === "add-on-touch";
  const can: Record<(typeof hiddenFaults)[number], boolean> = {
    "dead function": others.length > 0,
    "stays alive": family.power !== "supply",
    "glue left": isBonded || route === "glass-sensor",
    bubbles: isBonded,
    specks: isBonded,
    "loose contact": true,
    joint: route === "backlight",
    misfit: isBonded || route === "glass-sensor",
    dies: isBonded,
  };
  const possible = hiddenFaults.filter((fault) => can[fault]);
  switch (possible[Math.floor(next() * possible.length)]!) {
    case "dead function":
      return { ...truth, deadAtFirst: [others[Math.floor(next() * others.length)]!.key] };
    case "stays alive":
      return { ...truth, staysAlive: true };
    case "glue left":
      return { ...truth, glueLeft: 1 };
    case "bubbles":
      return { ...truth, bubbles: 1 };
    case "specks":
      return { ...truth, specks: 1 };
    case "loose contact":
      return { ...truth, looseContacts: 1 };
    case "joint":
      return next() < 0.5 ? { ...truth, shorts: 1 } : { ...truth, opens: 1 };
    case "misfit":
      return { ...truth, misfits: 1 };
    case "dies":
      return { ...truth, diesIn: "lift" };
  }
}

/** A glass that was set down with care lies so far off, mm; it passes. Assumed, like what a lamp gives. */
const MOST_OFF_MM = 0.2;
/** A number that is read off counts as read where it is so near. */
const READ_WITHIN = { mm: 0.15, share: 0.02 } as const;

const inTenths = (value: number): number => Math.round(10 * value) / 10;

/** Routes that can be practised as a whole: a piece of film is cut from the shop's own shelf, and that is real. */
const practisedRoutes = (family: Family): RepairRoute[] =>
  routesOf(family).filter((route) => route !== "film");

/**
 * A device of one of the shop's families, and what is hidden in it, by a seed; null where there is no family to practise on.
 *
 * @example
 * wholeJobOf(7, []) // null
 */
export function wholeJobOf(seed: number, families: readonly Family[]): WholeJob | null {
  const ways = [...families]
    .sort((a, b) => (a.code < b.code ? -1 : 1))
    .flatMap((family) => practisedRoutes(family).map((route) => ({ family, route })));
  const next = randomStream(seed * 3_571 + 29);
  const way = ways[Math.floor(next() * ways.length)];
  if (!way) return null;
  const { borderMm } = way.family;
  const declines = next() < 0.3;
  const [across, down] = [
    inTenths(between(next, -MOST_OFF_MM, MOST_OFF_MM)),
    inTenths(between(next, -MOST_OFF_MM, MOST_OFF_MM)),
  ];
  return {
    ...way,
    declines,
    truth: withHidden(truthOf(seed, way.family), way, seed),
    lampMwCm2: inTenths(between(next, 28, 60)),
    border: {
      topMm: inTenths(borderMm + down),
      rightMm: inTenths(borderMm - across),
      bottomMm: inTenths(borderMm - down),
      leftMm: inTenths(borderMm + across),
    },
  };
}

/** What a press that the device gives the lie to was about. */
export interface WholeJobLoss {
  reason: "untrue" | "broke" | "given up";
  seq: number;
  kind: string;
  stage: StageName;
  /** What the device shows; null where it is no answer that was wrong. */
  shows: Shown | null;
}

/** What hands, eyes or a meter find at a step. */
export type Shown =
  | { sign: "works" | "dead"; fn: string }
  | { sign: "beep" | "silence"; a: number; b: number | typeof FAR_END }
  | { sign: "liners"; count: number }
  | { sign: "lamp"; mwCm2: number }
  | ({ sign: "border" } & Border)
  | { sign: "answer"; question: QuestionKey; answer: string }
  | {
      sign:
        | "crack"
        | "no crack"
        | "fault gone"
        | "fault still"
        | "volts"
        | "no volts"
        | "even light"
        | "no light"
        | "dry"
        | "wet"
        | "clean"
        | "glue left"
        | "fits"
        | "does not fit"
        | "bubbles"
        | "no bubbles"
        | "specks"
        | "no specks"
        | "it is lost"
        | "under the layer"
        | "try again"
        | "customer says yes"
        | "customer says no";
    };

/** The field of an answer that says what was found. */
const ANSWERS: Readonly<Record<string, string>> = {
  "function-tried": "result",
  "seated-tried": "fault",
  "found-dead": "result",
  "function-tested": "result",
  "lit-bare": "result",
  "edge-seen-dry": "result",
  "looked-clean": "result",
  "dry-fitted": "result",
  "looked-under": "result",
  "contact-probed": "reading",
  "liners-counted": "count",
};

type Told = Readonly<Record<string, unknown>>;

/** Where a job on the twin stands: as it is recorded, and as the device is. */
export interface WholeJobNow {
  scene: Scene;
  twin: Twin;
  lost: WholeJobLoss | null;
}

function seenAt(
  { scene, twin }: Pick<WholeJobNow, "scene" | "twin">,
  job: WholeJob,
  kind: string,
  told: Told,
): Told {
  switch (kind) {
    case "agreed":
    case "trouble-settled":
      return whatIsAnswered(scene, twin, job, kind, told);
    case "lamp-read":
      return { ...told, irradianceMwCm2: job.lampMwCm2 };
    case "aligned":
      return { ...told, ...job.border };
    default:
      return whatIsSeen(scene, twin, job, kind, told);
  }
}

const edges = ["topMm", "rightMm", "bottomMm", "leftMm"] as const;
const isOff = (told: unknown, seen: unknown, within: number): boolean =>
  Math.abs(Number(told) - Number(seen)) > within + 1e-9;

/** Whether an answer says other than what is so. Who cannot tell says nothing untrue. */
function isUntrue(kind: string, told: Told, seen: Told): boolean {
  if (kind === "agreed") return told.answer !== seen.answer;
  if (kind === "trouble-settled") return told.as === "broke" && seen.as !== "broke";
  if (kind === "looked-for-bubbles") return Number(told.bubbles) > 0 !== Number(seen.bubbles) > 0;
  // What an instrument of the bench sends is its own reading.
  if (kind === "lamp-read")
    return (
      told.from === "hand" &&
      isOff(told.irradianceMwCm2, seen.irradianceMwCm2, READ_WITHIN.share * Number(seen.irradianceMwCm2))
    );
  if (kind === "aligned")
    return told.from === "hand" && edges.some((edge) => isOff(told[edge], seen[edge], READ_WITHIN.mm));
  const field = ANSWERS[kind];
  return field !== undefined && told[field] !== seen[field] && told[field] !== "cannot-tell";
}

/** What is found, as a sign; null where there is nothing to find. */
function signOf({ route }: Pick<WholeJob, "route">, kind: string, seen: Told): Shown | null {
  switch (kind) {
    case "damage-drawn":
      return { sign: route === "backlight" || route === "assembly" ? "no crack" : "crack" };
    case "question-answered":
      return { sign: "answer", question: seen.question as QuestionKey, answer: String(seen.answer) };
    case "lamp-read":
      return { sign: "lamp", mwCm2: Number(seen.irradianceMwCm2) };
    case "aligned": {
      const [topMm, rightMm, bottomMm, leftMm] = edges.map((edge) => Number(seen[edge])) as [
        number,
        number,
        number,
        number,
      ];
      return { sign: "border", topMm, rightMm, bottomMm, leftMm };
    }
    case "function-tried":
    case "function-tested":
      return {
        sign: seen.result === "works" || seen.result === "pass" ? "works" : "dead",
        fn: String(seen.fn),
      };
    case "seated-tried":
      return { sign: seen.fault === "gone" ? "fault gone" : "fault still" };
    case "found-dead":
      return { sign: seen.result === "alive" ? "volts" : "no volts" };
    case "lit-bare":
      return { sign: seen.result === "even" ? "even light" : "no light" };
    case "edge-seen-dry":
      return { sign: seen.result === "wet" ? "wet" : "dry" };
    case "looked-clean":
      return { sign: seen.result === "clean" ? "clean" : "glue left" };
    case "dry-fitted":
      return { sign: seen.result === "fits" ? "fits" : "does not fit" };
    case "looked-for-bubbles":
      return { sign: Number(seen.bubbles) > 0 ? "bubbles" : "no bubbles" };
    case "looked-under":
      return { sign: seen.result === "specks" ? "specks" : "no specks" };
    case "contact-probed":
      return {
        sign: seen.reading === "beep" ? "beep" : "silence",
        a: Number(seen.a),
        b: seen.b as number | typeof FAR_END,
      };
    case "liners-counted":
      return { sign: "liners", count: Number(seen.count) };
    case "trouble-settled":
      return {
        sign: seen.as === "broke" ? "it is lost" : seen.as === "try again" ? "try again" : "under the layer",
      };
    case "agreed":
      return { sign: seen.answer === "no" ? "customer says no" : "customer says yes" };
    default:
      return null;
  }
}

/** Of what is read off or drawn nothing is hoped for. */
const HOPES_NOTHING: ReadonlySet<string> = new Set([
  "damage-drawn",
  "question-answered",
  "lamp-read",
  "aligned",
  "trouble-settled",
  "contact-probed",
]);

/** What is found at a step, and whether it is what is hoped for there, where something is; null where there is nothing to find. */
export function shownAt(
  now: Pick<WholeJobNow, "scene" | "twin">,
  job: WholeJob,
  kind: string,
  offered: Told,
): { shown: Shown; isHoped: boolean | null } | null {
  const seen = seenAt(now, job, kind, offered);
  const shown = signOf(job, kind, seen);
  if (!shown) return null;
  return { shown, isHoped: HOPES_NOTHING.has(kind) ? null : !isUntrue(kind, offered, seen) };
}

/** Ways to record what the device shows without having looked at it, or how it came in half open: it comes in whole. */
const UNSEEN: ReadonlySet<string> = new Set(["panel-tested", "photo-inspected", "photo-added", "surveyed"]);

/**
 * Whether something can be practised on a twin: what is recorded without a look cannot, nor a word that stands in for one. Of a lot that the
 * shop's shelf does not have somebody's word may.
 *
 * @example
 * isPractised("signed-for", { fact: { is: "shown" } }) // false
 */
export function isPractised(kind: string, data: unknown): boolean {
  if (kind !== "signed-for") return !UNSEEN.has(kind);
  const { fact } = (data ?? {}) as { fact?: { is?: string } };
  return fact?.is?.startsWith("lot-") === true;
}

/** A step of a job that is looked back at: the scene before it, what was recorded, and what there was to find. */
export interface WholeJobStep {
  scene: Scene;
  move: Recorded<StageName>;
  shows: Shown | null;
}

/**
 * Plays what was recorded on a device with a hidden truth, from nothing. Where an answer is untrue, or hands break something, it is lost there,
 * and what comes after counts no more. What was taken back was not done.
 */
export function wholeJobAt(
  job: WholeJob,
  moves: readonly Recorded<StageName>[],
  /** Looks at each step, the one that lost it included. */
  look: (step: WholeJobStep) => void = () => undefined,
): WholeJobNow {
  const { family, truth } = job;
  const twin = new Twin(family, truth);
  const start = sceneAtStart(family, 0);
  let scene = start;
  twin.piecesOf = (line) => piecesOf(scene, line).map(({ key }) => key);
  for (const recorded of standing(moves) as Recorded<StageName>[]) {
    const { id, seq, kind, stage, data, who, atMs } = recorded;
    scene = sceneAt(start, scene.state, atMs);
    const told = data as Told;
    const seen = seenAt({ scene, twin }, job, kind, told);
    const shows = signOf(job, kind, seen);
    look({ scene, move: recorded, shows });
    const lostBy = (reason: WholeJobLoss["reason"]): WholeJobNow => ({
      scene,
      twin,
      lost: {
        reason,
        seq,
        kind,
        stage,
        shows: reason === "untrue" ? shows : null,
      },
    });
    if (isUntrue(kind, told, seen)) return lostBy("untrue");
    if (kind === "ended" && told.outcome === "given up") return lostBy("given up");
    const move = moveNamed(deviceRules, kind);
    const { harm, impossible } = handsDo(twin, scene, move, data);
    if (harm !== null || impossible !== null) return lostBy("broke");
    scene = sceneAt(start, applyMove(move, scene, data, { id, seq, who, atMs }), atMs);
  }
  return { scene, twin, lost: null };
}
