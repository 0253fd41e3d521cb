import { routeNow } from "../device/ask.ts";
import type { RepairRoute } from "../device/routes.ts";
import type { Scene } from "../device/scene.ts";
import { FAR_END } from "../rework/contact-check.ts";
import { jointNow } from "../rework/rework-facts.ts";
import type { PlayedMove } from "./play.ts";
import type { Reaction, Twin } from "./twin.ts";

/** Whose device it is, and by which route it came in. */
export interface Owner {
  route: RepairRoute;
  /** The customer says no to the price that is asked after a loss. */
  declines: boolean;
}

/** What somebody who looks, measures or asks would really say, in the shape of what is offered. */
export function whatIsSeen(
  scene: Scene,
  twin: Twin,
  { route }: Pick<Owner, "route">,
  kind: string,
  offered: Readonly<Record<string, unknown>>,
): Record<string, unknown> {
  const { truth } = twin;
  switch (kind) {
    case "function-tried": {
      const fn = String(offered.fn);
      const unlit = route === "backlight" && (fn === "brightness" || fn === "picture");
      return { fn, result: truth.deadAtFirst.includes(fn) || unlit ? "dead" : "works" };
    }
    case "question-answered":
      return offered;
    case "seated-tried":
      return { fault: truth.looseFlex ? "gone" : "still" };
    case "found-dead":
      return { result: twin.alive ? "alive" : "dead" };
    case "function-tested": {
      const fn = String(offered.fn);
      const works = twin.works(fn) && twin.loose === 0;
      return { fn, result: works ? "pass" : "fail", note: null };
    }
    case "lit-bare":
      return { result: twin.panelAlive ? "even" : "dark" };
    case "edge-seen-dry":
      return { result: twin.driverEdgeWet ? "wet" : "dry" };
    case "looked-clean":
      return { ...offered, result: twin.lines[offered.line as "glass"].dirty ? "glue left" : "clean" };
    case "dry-fitted":
      return { ...offered, result: twin.misfits > 0 ? "does not fit" : "fits" };
    case "looked-for-bubbles":
      return { bubbles: twin.bubbles > 0 ? 2 : 0 };
    case "looked-under":
      return { result: twin.specks > 0 ? "specks" : "clear", with: "eye" };
    case "axis-read": {
      const film = String(offered.film);
      const angleDeg = Number(offered.angleDeg);
      const apart = ((angleDeg - (truth.axisDeg[film] ?? 45)) * Math.PI) / 180;
      return { ...offered, level: 0.02 + 0.9 * Math.cos(apart) ** 2, source: "simulated" };
    }
    case "contact-probed": {
      const { a, b } = offered as { a: number; b: number | typeof FAR_END };
      if (b === FAR_END) return { a, b, reading: twin.opens > 0 && a === 2 ? "silence" : "beep" };
      const { nets } = jointNow(scene);
      const joins = nets.some((net) => net.includes(a) && net.includes(b));
      const isShort = twin.shorts > 0 && a === 1 && !joins;
      return { a, b, reading: joins || isShort ? "beep" : "silence" };
    }
    case "liners-counted":
      return { count: twin.linersOff };
    default:
      return offered;
  }
}

/** What is said by whoever answers for it. */
export function whatIsAnswered(
  scene: Scene,
  twin: Twin,
  { declines }: Pick<Owner, "declines">,
  kind: string,
  offered: Readonly<Record<string, unknown>>,
): Record<string, unknown> {
  if (kind === "trouble-settled") {
    const { trouble } = scene.state.intake;
    const isLost =
      trouble?.fn !== null && trouble?.fn !== undefined && !twin.panelAlive && !twin.lines.display.fresh;
    if (trouble?.kind === "specks") {
      const canComeOff =
        scene.state.lines.glass?.on || scene.state.lines.front?.on || scene.state.lines.rear?.on;
      return { ...offered, as: canComeOff ? "take it off again" : "try again" };
    }
    if (isLost) return { as: "broke", what: trouble?.fn ?? "panel", reason: "The panel died in the work" };
    return { ...offered, as: "try again" };
  }
  if (kind === "agreed" && scene.state.intake.broke.length > 0 && declines)
    return { ...offered, answer: "no" };
  return offered;
}

/** Hands do what is recorded. What they do before the panel dies is done: it shows at the next test. */
export function handsDo(twin: Twin, scene: Scene, move: PlayedMove, data: unknown): Reaction {
  const isThere =
    twin.truth.diesIn === move.stage(scene, data) &&
    (twin.truth.diesIn !== "lift" ||
      scene.state.lines.glass?.partedPct === 100 ||
      routeNow(scene) === "film");
  if (twin.panelAlive && isThere && move.told === "press") twin.lose();
  return twin.perform(move.kind, data as Record<string, unknown>, scene.nowMs);
}
