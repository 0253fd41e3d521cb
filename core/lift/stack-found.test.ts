import { expect } from "chai";
import { sceneAtStart } from "../device/start.ts";
import { followPlan } from "../job/follow.ts";
import { judge } from "../job/judge.ts";
import type { Recorded } from "../job/move.ts";
import { planProcedure } from "../job/plan.ts";
import { applyMove, moveNamed, replay, TAKEN_BACK } from "../job/replay.ts";
import type { Scene } from "../device/scene.ts";
import { deviceRules } from "../moves.ts";
import { exampleFamilies } from "../stack/examples.ts";
import type { Layer } from "../stack/family.ts";
import { familyAsDrawn, familyAsFound } from "../stack/own-stack.ts";
import { chooseHeat } from "./choose-heat.ts";

const drawn = exampleFamilies.back;
const startMs = Date.parse("2026-01-05T08:00:00Z");
/** An earlier repair: its liquid adhesive, three times as thick as the maker's film, and a film more. */
const found: Layer[] = drawn.stack.flatMap((layer): Layer[] =>
  layer.role === "adhesive"
    ? [
        { ...layer, material: "liquid optical adhesive, cured", thicknessUm: 450 },
        { name: "privacy film", role: "polarizer", material: "polarizer film", thicknessUm: 200 },
      ]
    : [layer],
);
const move = moveNamed(deviceRules, "stack-found");
const stamp = { id: "found", seq: 2, atMs: startMs, who: "noor" };
const opening: Recorded = {
  id: "opening",
  seq: 1,
  kind: "job-opened",
  version: 1,
  data: { complaint: "cracked", route: "layer", films: [], bondMethod: "liquid" },
  who: "noor",
  atMs: startMs,
  stage: "intake",
};
const start = sceneAtStart(drawn, startMs);
const opened = (): Scene => deviceRules.at(start, replay(deviceRules, start, [opening]), startMs);
const after = (scene: Scene, data: unknown): Scene =>
  deviceRules.at(scene, applyMove(move, scene, move.data.parse(data), stamp), scene.nowMs);
const faultOf = (data: unknown) => judge(deviceRules, opened(), move, data).fault;

describe("what one device turns out to hold", () => {
  it("is what its settings are worked out from: more glue and a film more take longer to warm", () => {
    const before = opened();
    const scene = after(before, { stack: found, band: null });
    expect(scene.family.stack.map(({ name }) => name)).to.include("privacy film");
    expect(chooseHeat(scene, "plate").soakS).to.be.greaterThan(chooseHeat(before, "plate").soakS + 5);
    const hotter = after(before, { stack: found, band: { minC: 85, maxC: 95 } });
    expect(hotter.family.seams[0]).to.include({ minC: 85, maxC: 95, bandSource: "as found on this device" });
    expect(chooseHeat(hotter, "plate").soakS).to.be.greaterThan(chooseHeat(scene, "plate").soakS + 5);
  });

  it("leaves the family as it was drawn, and is gone when it is taken back", () => {
    const scene = after(opened(), { stack: found, band: null });
    expect(familyAsDrawn(scene.family)).to.equal(drawn);
    expect(drawn.stack).to.have.length(4);
    const recorded: Recorded[] = [
      opening,
      { ...opening, id: "found", seq: 2, kind: "stack-found", data: { stack: found, band: null } },
      { ...opening, id: "back", seq: 3, kind: TAKEN_BACK, data: { event: "found" } },
    ];
    const stands = deviceRules.at(start, replay(deviceRules, start, recorded.slice(0, 2)), startMs);
    expect(stands.family.stack).to.have.length(5);
    expect(deviceRules.at(stands, replay(deviceRules, start, recorded), startMs).family).to.equal(drawn);
  });

  it("is one object as long as it is one finding", () => {
    const own = { stack: found, band: null };
    expect(familyAsFound(drawn, own)).to.equal(familyAsFound(familyAsFound(drawn, own), own));
  });

  it("has what was chosen for another stack chosen anew, unless it has begun", () => {
    const chosen = (kind: string) =>
      followPlan(deviceRules, opened(), ({ move: { kind: k } }) => k === kind, 2).scene;
    const heated = chosen("soak-started");
    expect(heated.state.lift.heat).to.not.equal(null);
    const again = after(heated, { stack: found, band: null });
    expect(again.state.lift.heat).to.equal(null);
    const next = planProcedure(deviceRules, again, 50).steps[0]!;
    expect(next.move.kind).to.equal("heat-chosen");
    const laid = after(chosen("lowering-started"), { stack: found, band: null });
    expect(laid.state.bond.dose).to.not.equal(null);
    expect(laid.state.lift.heat).to.not.equal(null);
  });

  it("still leads to the end", () => {
    const plan = planProcedure(deviceRules, after(opened(), { stack: found, band: null }), 3);
    expect(plan.stuck).to.equal(null);
    expect(plan.steps.at(-1)!.move.kind).to.equal("ended");
  });

  it("is refused where the work could not go on with it, with what is wrong", () => {
    const without = found.filter(({ role }) => role !== "adhesive");
    expect(faultOf({ stack: without, band: null })?.values?.what).to.match(
      /"adhesive" is not one of the layers/,
    );
    const twice = [...found, found[0]!];
    expect(faultOf({ stack: twice, band: null })?.values?.what).to.match(/stands twice/);
    const unknown = found.map((layer, i) => (i === 0 ? { ...layer, material: "butter" } : layer));
    expect(faultOf({ stack: unknown, band: null })?.values?.what).to.match(/"butter" must be one of/);
    expect(move.data.safeParse({ stack: found, band: { minC: 90, maxC: 80 } }).success).to.equal(false);
  });
});
