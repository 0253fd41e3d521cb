import type { Device, Scene } from "../device/scene.ts";
import { sceneAtStart } from "../device/start.ts";
import { routeNow } from "../device/ask.ts";
import { methodOf } from "../heat/heat-methods.ts";
import type { Recorded } from "../job/move.ts";
import { afterWaits } from "../job/plan.ts";
import { applyMove, moveNamed, standing } from "../job/replay.ts";
import { deviceRules } from "../moves.ts";
import { comparedOf, type Compared } from "../records/compared.ts";
import type { Family } from "../stack/family.ts";
import { LOT_OF } from "./setting-effects.ts";
import type { Setting, YieldInput } from "./yield-input.ts";

/** What a finished job tells of the shop, as `yield` takes it. */
export type JobRecord = YieldInput["jobs"][number];

/** After a longer pause nobody was at it, min. Common practice, no source. */
const PAUSE_MIN = 240;

/** How a job that was opened up ended; null of one that never was. */
function outcomeOf({ intake, marks }: Device, route: string): JobRecord["outcome"] | null {
  if (!intake.ended || marks.opened === undefined) return null;
  const { outcome } = intake.ended;
  if (outcome === "connection seated") return null;
  const first = intake.agreements.find(({ answer }) => answer === "yes")?.route;
  if (outcome !== "repaired") return "lost";
  return route === "assembly" && first !== "assembly" ? "assembly" : "repaired";
}

/** Under which settings a job was worked, by names that stay. */
function settingsOf({ intake, bond, cure }: Device, lift: Device["lift"]): Record<string, Setting> {
  const { heat, soaks, cuts } = lift;
  const settings: Record<string, Setting | undefined> = {};
  if (heat && soaks.length > 0) {
    const { field } = methodOf(heat.method).setting;
    settings[field] = heat.settings[field];
    settings.method = heat.method;
    settings.soakMin = heat.soakS / 60;
    settings.soaks = soaks.length;
    settings.cutWith = cuts.some(({ tool }) => tool === "wire") ? "wire" : "cards";
  }
  if (bond.laidMl !== null || bond.laminated) settings.bondMethod = intake.bondMethod;
  if (bond.laidMl !== null) {
    settings.gapUm = bond.dose?.gapUm;
    settings.loweredS = bond.loweredS ?? undefined;
  }
  if (cure.exposure && Object.keys(cure.hadS).length > 0)
    settings.irradianceMwCm2 = cure.exposure.irradianceMwCm2;
  // Which lot of what: one of several is told first.
  for (const { what, lot } of bond.spent) if (lot !== null) settings[`${LOT_OF} ${what}`] ??= lot;
  return Object.fromEntries(
    Object.entries(settings).flatMap(([name, value]) =>
      value === undefined ? [] : [[name, typeof value === "number" ? Number(value.toPrecision(4)) : value]],
    ),
  );
}

/** Who told most of it. */
function mostly(moves: readonly Recorded[]): string | undefined {
  const counts = new Map<string, number>();
  for (const { who } of moves) counts.set(who, (counts.get(who) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0];
}

/** One prediction of each kind: the means of what was predicted and of what was measured, so that a job of many strips counts once. */
function meansOf(compared: readonly Compared[]): NonNullable<JobRecord["predictions"]> {
  return [...new Set(compared.map(({ what }) => what))].map((what) => {
    const own = compared.filter((one) => one.what === what);
    const mean = (of: "predicted" | "measured") => own.reduce((sum, one) => sum + one[of], 0) / own.length;
    return { what, predicted: mean("predicted"), measured: mean("measured") };
  });
}

/**
 * What a finished job tells of the shop: its outcome, method, settings and lots, its minutes by stage, what went wrong at the first try, where it
 * was lost and why, and what was predicted of it beside what was measured. A stage's minutes are those between one press and the next, pauses of
 * over four hours left out; hands were at it but for what a press had to wait for. Its code stands with the job. Null where the job is not over, or was never opened up.
 */
export function jobRecord(family: Family, moves: readonly Recorded[]): JobRecord | null {
  const stood = standing(moves);
  let scene: Scene = sceneAtStart(family, 0);
  const stages = new Map<string, { minutes: number; handsMin: number; passedFirst: boolean }>();
  let lostAt: string | undefined;
  // What is laid out anew is forgotten by the device, not by its record.
  let worked = scene.state;
  let lift = scene.state.lift;
  let beforeMs: number | null = null;
  let troubleAt: string | null = null;
  for (const { kind, version, data, ...stamp } of stood) {
    const before = scene.state;
    const move = moveNamed(deviceRules, kind, version);
    // Since the press before: what it had to wait for ran by itself.
    const since = beforeMs === null ? null : deviceRules.at(scene, before, beforeMs);
    const waited = since && afterWaits(deviceRules, move, data, since);
    const waitedMin = since && waited ? (waited.then.nowMs - since.nowMs) / 60_000 : 0;
    const state = applyMove(move, deviceRules.at(scene, before, stamp.atMs), data, stamp);
    scene = deviceRules.at(scene, state, stamp.atMs);
    const stage = stages.get(stamp.stage) ?? { minutes: 0, handsMin: 0, passedFirst: true };
    const tookMin = beforeMs === null ? 0 : (stamp.atMs - beforeMs) / 60_000;
    if (tookMin <= PAUSE_MIN) {
      stage.minutes += tookMin;
      stage.handsMin += Math.max(0, tookMin - waitedMin);
    }
    if (state.intake.trouble && state.intake.trouble !== before.intake.trouble) {
      troubleAt = stamp.stage;
      stage.passedFirst = false;
    }
    if (state.intake.broke.length > before.intake.broke.length) lostAt = troubleAt ?? stamp.stage;
    if (state.lift.heat && state.lift.soaks.length > 0) lift = state.lift;
    if (state.bond.laidMl !== null || state.bond.laminated || worked.bond.laidMl === null) worked = state;
    stages.set(stamp.stage, stage);
    beforeMs = stamp.atMs;
  }
  const { state } = scene;
  const outcome = outcomeOf(state, routeNow(scene));
  if (outcome === null) return null;
  const first = state.intake.agreements.find(({ answer }) => answer === "yes");
  const broke = state.intake.broke.at(-1);
  return {
    endedAt: new Date(state.intake.ended!.atMs).toISOString(),
    family: family.code,
    route: first?.route ?? state.intake.wanted,
    method: lift.heat ? lift.heat.method : undefined,
    technician: mostly(stood),
    lots: [...new Set(state.bond.spent.flatMap(({ lot }) => lot ?? []))],
    settings: settingsOf({ ...worked, bond: { ...worked.bond, spent: state.bond.spent } }, lift),
    stages: [...stages].map(([name, own]) => ({ name, ...own })),
    outcome,
    lostAt: outcome === "repaired" ? undefined : lostAt,
    cause: outcome === "repaired" ? undefined : (broke?.what ?? undefined),
    predictions: meansOf(comparedOf(scene)),
  };
}
