import { expect } from "chai";
import { deviceRules, moves } from "../moves.ts";
import { facts } from "../device/facts.ts";
import { sceneAtStart } from "../device/start.ts";
import { exampleFamilies } from "../stack/examples.ts";
import { hopedPlay } from "../twin/hoped.ts";
import { playJob } from "../twin/play.ts";
import { factKey, sameFact } from "./fact.ts";
import { judge, restsOn } from "./judge.ts";
import type { Recorded } from "./move.ts";
import { planProcedure } from "./plan.ts";
import { moveNamed, replay, standing, TAKEN_BACK, UnknownMove } from "./replay.ts";

const family = exampleFamilies.back;
const start = sceneAtStart(family, Date.parse("2026-01-05T08:00:00Z"));

/** A whole job as it was recorded. */
function job(): Recorded[] {
  const game = playJob(deviceRules, hopedPlay({ family, route: "layer", seed: 3, startMs: start.nowMs }));
  for (let step = game.next(); ; step = game.next()) if (step.done) return step.value.events;
}
const events = job();

const takenBack = (event: string, seq: number): Recorded => ({
  id: `back-${seq}`,
  seq,
  kind: TAKEN_BACK,
  version: 1,
  data: { event },
  stage: "close",
  who: "noor",
  atMs: start.nowMs + seq,
});

describe("facts", () => {
  it("have one name each, and are the same by what they are about", () => {
    expect(factKey({ is: "off" })).to.equal("off");
    const panel = { is: "connector-open", connector: "panel" } as const;
    expect(factKey(panel)).to.equal("connector-open panel");
    expect(sameFact(panel, { ...panel })).to.equal(true);
    expect(sameFact(panel, { is: "connector-open", connector: "touch" } as never)).to.equal(false);
  });
});

describe("moves", () => {
  it("carry an example that their own schema takes, and a kind of their own", () => {
    expect(new Set(moves.map(({ kind }) => kind)).size).to.equal(moves.length);
    for (const move of moves) {
      expect(move.data.safeParse(move.example).success, move.kind).to.equal(true);
      expect(move.data.safeParse({ ...(move.example as object), unheardOf: 1 }).success, move.kind).to.equal(
        false,
      );
    }
  });

  it("between them bring about every fact that is not only waited for or signed", () => {
    const met = new Set(moves.flatMap(({ meets }) => meets));
    const unmet = Object.keys(facts).filter((is) => !met.has(is as never));
    expect(unmet).to.have.members([
      // By nothing but time, by a name, by the shop's shelf, or by the job itself.
      "dry",
      "settled",
      "screw-fits",
      "lot-on-shelf",
      "lot-enough",
      "pattern-clear",
      "still-open",
      "going-ahead",
      "renewed",
    ]);
  });

  it("of a kind or version that is not known are refused, never passed over", () => {
    expect(() => moveNamed(deviceRules, "glass-dropped")).to.throw(UnknownMove);
    const [first] = events;
    expect(() => replay(deviceRules, start, [{ ...first!, version: 99 }])).to.throw("version 99");
  });
});

describe("the record", () => {
  it("is folded to the same state whatever was refused in between", () => {
    const state = replay(deviceRules, start, events);
    expect(state.intake.ended?.outcome).to.equal("repaired");
    expect(replay(deviceRules, start, structuredClone(events))).to.deep.equal(state);
  });

  it("forgets what is taken back, and remembers it when that is taken back too", () => {
    const some = events.slice(0, 20);
    const last = some.at(-1)!;
    const without = [...some, takenBack(last.id, 21)];
    expect(standing(without)).to.deep.equal(some.slice(0, -1));
    expect(standing([...without, takenBack("back-21", 22)])).to.deep.equal(some);
  });

  it("lets a press be taken back only while nothing that came after rests on it", () => {
    const opened = events.find(({ kind }) => kind === "casing-opened")!;
    const upTo = events.slice(0, events.indexOf(opened) + 6);
    const rests = restsOn(deviceRules, start, upTo, opened.id);
    expect(rests?.missing.map(({ is }) => is)).to.include("casing-open");
    const last = upTo.at(-1)!;
    expect(restsOn(deviceRules, start, upTo, last.id)).to.equal(null);
    const damage = events.find(({ kind }) => kind === "damage-drawn")!;
    expect(restsOn(deviceRules, start, events.slice(0, 6), damage.id)).to.equal(null);
  });
});

describe("the plan", () => {
  it("is the same for the same scene, ends, and every step of it may be done when it is due", () => {
    let scene = { ...start, state: replay(deviceRules, start, events.slice(0, 1)) };
    const first = planProcedure(deviceRules, scene, 2);
    expect(first.stuck).to.equal(null);
    expect(
      planProcedure(deviceRules, scene, 2).steps.map(({ move, data }) => [move.kind, data]),
    ).to.deep.equal(first.steps.map(({ move, data }) => [move.kind, data]));
    for (const [i, { move, data, notBeforeMs }] of first.steps.entries()) {
      scene = { ...scene, nowMs: Math.max(scene.nowMs, notBeforeMs ?? 0) };
      expect(judge(deviceRules, scene, move, data).missing, move.kind).to.deep.equal([]);
      const nowMs = scene.nowMs + move.minutes(scene, data) * 60_000;
      const at = { ...scene, nowMs };
      scene = { ...at, state: move.does(at, data, { id: `p${i}`, seq: i + 2, atMs: nowMs, who: "" }) };
    }
  });

  it("makes use of a wait: what does not need it comes first", () => {
    const mains = sceneAtStart(exampleFamilies.bare, 0);
    const opening = { complaint: "Pale", route: "film", films: ["front"], bondMethod: "liquid" };
    const scene = { ...mains, state: replay(deviceRules, mains, [{ ...events[0]!, data: opening }]) };
    const { steps } = planProcedure(deviceRules, scene, 2);
    const licence = steps.find(({ move }) => move.kind === "licence-confirmed");
    expect(licence?.notBeforeMs).to.equal(null);
    const waits = steps.filter(({ notBeforeMs }) => notBeforeMs !== null).map(({ move }) => move.kind);
    expect(waits[0]).to.equal("screws-taken");
  });

  it("says where it finds no way", () => {
    const none = { ...deviceRules, moves: moves.filter(({ kind }) => kind !== "isolated") };
    const scene = { ...start, state: replay(deviceRules, start, events.slice(0, 1)) };
    const { stuck } = planProcedure(none, scene, 2);
    expect(stuck?.goal.is).to.equal("seated-tried");
    expect(stuck?.at.is).to.equal("safe");
  });
});
