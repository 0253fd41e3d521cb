import type { DeviceFact } from "../device/facts.ts";
import type { DeviceRules } from "../device/define-move.ts";
import type { Scene } from "../device/scene.ts";
import { sceneAtStart } from "../device/start.ts";
import type { FilmSide } from "../film/films.ts";
import type { HeatMethodKind } from "../heat/heat-methods.ts";
import type { StageName } from "../stage.ts";
import { isAllowed, judge } from "../job/judge.ts";
import { nextMove } from "../job/plan.ts";
import { applyMove, moveNamed } from "../job/replay.ts";
import type { AnyMove, Recorded } from "../job/move.ts";
import type { Device } from "../device/scene.ts";
import type { CautionName } from "../cautions.ts";
import { piecesOf } from "../lift/pieces.ts";
import { randomStream } from "../random.ts";
import type { Family } from "../stack/family.ts";
import type { Truth } from "./truth.ts";
import { handsDo, whatIsAnswered, whatIsSeen, type Owner } from "./seen.ts";
import { Twin } from "./twin.ts";

export type PlayedMove = AnyMove<Scene, Device, DeviceFact, StageName, CautionName>;

/** What is played: a device of a family, by a route and a method, with a truth of its own. */
export interface Play extends Owner {
  family: Family;
  films: readonly FilmSide[];
  method: HeatMethodKind;
  bondMethod: "liquid" | "sheet";
  truth: Truth;
  /** For what is chosen at random. */
  seed: number;
  /** How often something that the plan did not ask for is pressed, where the record lets it, 0 to 1. */
  stray: number;
  /** Settings for moves that a calculation fills in; null where the offered ones do. */
  choose: (scene: Scene, kind: string, offered: unknown) => unknown;
  startMs: number;
  /** What it came in for, and when it is promised for. */
  complaint?: string;
  dueAt?: string | null;
  /** Who works it, and under which ids it is recorded. */
  who?: string;
  idOf?: (seq: number) => string;
  /** What somebody says or reads in their own words and figures, in place of what is hoped for. */
  says?: (scene: Scene, kind: string, told: Record<string, unknown>) => unknown;
  /** What is read, marked or noted in between, before a move is recorded. */
  between?: (scene: Scene, kind: string) => readonly { kind: string; data: unknown }[];
}

export interface Played {
  event: Recorded;
  move: PlayedMove;
  scene: Scene;
  /** The scene before it. */
  before: Scene;
  /** Pressed though the plan did not ask for it. */
  isStray: boolean;
}

/** Something that the record let pass and that the device did not. */
export class Untrue extends Error {
  readonly kind: string;
  constructor(kind: string, what: string, data: unknown) {
    super(`${kind} ${JSON.stringify(data)}: ${what}`);
    this.name = "Untrue";
    this.kind = kind;
  }
}

const MOST_MOVES = 900;

/**
 * Plays a job on the twin by the product's own plan, a move at a time, until it ends. Now and then it presses something else that the
 * record allows. Throws `Untrue` where the record lets pass what the device does not.
 */
export function* playJob(
  rules: DeviceRules,
  play: Play,
  /** Looks at the device before each move, as it is recorded and as it is. */
  look: (scene: Scene, twin: Twin) => void = () => undefined,
): Generator<Played, { scene: Scene; twin: Twin; events: Recorded[] }> {
  const random = randomStream(play.seed * 101 + 7);
  const twin = new Twin(play.family, play.truth);
  const events: Recorded[] = [];
  let scene = sceneAtStart(play.family, play.startMs);
  twin.piecesOf = (line) => piecesOf(scene, line).map(({ key }) => key);

  const record = (move: PlayedMove, data: unknown, isStray: boolean): Played => {
    const before = scene;
    look(before, twin);
    const { missing, fault } = judge(rules, before, move, data);
    if (!isAllowed({ missing, fault })) {
      throw new Untrue(
        move.kind,
        `the plan asked for what the record refuses: ${JSON.stringify(missing[0] ?? fault)}`,
        data,
      );
    }
    const stage = move.stage(before, data);
    const { harm, impossible } = handsDo(twin, before, move, data);
    if (harm !== null || impossible !== null) throw new Untrue(move.kind, harm ?? impossible!, data);
    const seq = events.length + 1;
    const event: Recorded = {
      id: play.idOf?.(seq) ?? `${play.seed}-${seq}`,
      seq,
      kind: move.kind,
      version: move.version,
      data,
      stage,
      who: play.who ?? "noor",
      atMs: before.nowMs,
    };
    events.push(event);
    const { id, who, atMs } = event;
    scene = rules.at(before, applyMove(move, before, data, { id, seq, who, atMs }), atMs);
    return { event, move, scene, before, isStray };
  };

  const opened = moveNamed(rules, "job-opened");
  yield record(
    opened,
    {
      complaint: play.complaint ?? "Played on the twin",
      route: play.route,
      films: [...play.films],
      bondMethod: play.bondMethod,
      dueAt: play.dueAt ?? null,
    },
    false,
  );

  const filled = (move: PlayedMove, offered: unknown): unknown => {
    const as = offered as Record<string, unknown>;
    const inOwnWords = (told: unknown) =>
      play.says ? play.says(scene, move.kind, told as Record<string, unknown>) : told;
    if (move.told === "answer") return inOwnWords(whatIsSeen(scene, twin, play, move.kind, as));
    if (move.told === "word") return inOwnWords(whatIsAnswered(scene, twin, play, move.kind, as));
    return play.choose(scene, move.kind, offered) ?? offered;
  };

  let strays = 0;
  while (events.length < MOST_MOVES) {
    if (random() < play.stray && strays < 60) {
      const stray = strayPress(rules, scene, random);
      if (stray) {
        strays += 1;
        const data = filled(stray.move, stray.data);
        if (isAllowed(judge(rules, scene, stray.move, data))) {
          yield record(stray.move, data, true);
          scene = { ...scene, nowMs: scene.nowMs + stray.move.minutes(scene, data) * 60_000 };
          continue;
        }
      }
    }
    const next = nextMove(rules, scene);
    if (next === null) return { scene, twin, events };
    if ("stuck" in next) {
      throw new Untrue(
        "plan",
        `no way to ${JSON.stringify(next.stuck.goal)}, at ${JSON.stringify(next.stuck.at)}`,
        null,
      );
    }
    const { move, data, notBeforeMs } = next.step;
    scene = { ...scene, nowMs: Math.max(scene.nowMs, notBeforeMs ?? 0) + move.minutes(scene, data) * 60_000 };
    // What took its time may have run out of another's: ask again rather than press what is refused.
    const answer = filled(move, data);
    if (!isAllowed(judge(rules, scene, move, answer)) && notBeforeMs === null && move.told === "press")
      continue;
    for (const noted of play.between?.(scene, move.kind) ?? []) {
      yield record(moveNamed(rules, noted.kind), noted.data, false);
    }
    yield record(move, answer, false);
  }
  throw new Untrue(
    "plan",
    `it does not end: ${events
      .slice(-6)
      .map(({ kind }) => kind)
      .join(", ")}`,
    null,
  );
}

/** Something that could be pressed now, though the plan asks for something else. Ending and holding are left out: they end the play. */
function strayPress(
  rules: DeviceRules,
  scene: Scene,
  random: () => number,
): { move: PlayedMove; data: unknown } | null {
  const untold = new Set([
    "held",
    "ended",
    "agreed",
    "trouble-settled",
    "job-opened",
    "question-answered",
    "function-tried",
    "heat-chosen",
    "customer-told",
    "certificate-signed",
  ]);
  const moves = rules.moves.filter(({ kind }) => !untold.has(kind));
  const move = moves[Math.floor(random() * moves.length)]!;
  const offers = move.offers(scene, null);
  if (offers.length === 0) return null;
  return { move, data: offers[Math.floor(random() * offers.length)] };
}
