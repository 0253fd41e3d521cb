import { expect } from "chai";
import { looseParts, pluggable } from "../device/ask.ts";
import { routesOf } from "../device/routes.ts";
import type { Scene } from "../device/scene.ts";
import { sceneAtStart } from "../device/start.ts";
import { judge } from "../job/judge.ts";
import { planProcedure } from "../job/plan.ts";
import { applyMove, moveNamed } from "../job/replay.ts";
import { deviceRules } from "../moves.ts";
import { screwCells } from "../open/screw-ledger.ts";
import { exampleFamilies } from "../stack/examples.ts";
import type { Family } from "../stack/family.ts";
import { adhesiveNow } from "../bond/adhesive-now.ts";

const startMs = Date.parse("2026-01-05T08:00:00Z");

function told(scene: Scene, kind: string, data: unknown, seq: number): Scene {
  const move = moveNamed(deviceRules, kind);
  const stamp = { id: `${kind}-${seq}`, seq, atMs: scene.nowMs, who: "noor" };
  return { ...scene, state: applyMove(move, scene, move.data.parse(data), stamp) };
}

function opened(family: Family, route = family.routes[0]!): Scene {
  const films = route === "film" ? ["front"] : [];
  return told(
    sceneAtStart(family, startMs),
    "job-opened",
    { complaint: "Broken", route, films, bondMethod: "liquid" },
    1,
  );
}

const faultOf = (scene: Scene, kind: string, data: unknown) =>
  judge(deviceRules, scene, moveNamed(deviceRules, kind), data).fault?.id ?? null;

describe("what is read and noted in between", () => {
  const at = "2026-01-05T08:30:00.000Z";
  const read = (value: number) => ({ quantity: "viscosity", source: "hand", values: [{ at, value }] });

  it("keeps what stood there when a reading is corrected, and works on with what is right", () => {
    const wrong = told(opened(exampleFamilies.back), "reading-taken", read(50), 2);
    expect(adhesiveNow(wrong).nowPaS).to.equal(50);
    const data = { reading: "reading-taken-2", index: 0, value: 5, reason: "Comma slipped" };
    expect(faultOf(wrong, "reading-corrected", data)).to.equal(null);
    const right = told(wrong, "reading-corrected", data, 3);
    expect(adhesiveNow(right)).to.include({ nowPaS: 5, assumed: null });
    expect(right.state.records.readings[0]).to.deep.include({
      value: 5,
      corrected: { was: 50, reason: "Comma slipped", who: "noor" },
    });
    // Corrected twice: what was read first is still told.
    const again = told(right, "reading-corrected", { ...data, value: 5.1 }, 4);
    expect(again.state.records.readings[0]!.corrected!.was).to.equal(50);
  });

  it("refuses a correction of a reading that is not there, or that no bench can meet", () => {
    const scene = told(opened(exampleFamilies.back), "reading-taken", read(5), 2);
    const data = { reading: "reading-taken-2", index: 0, value: 5, reason: "Looked again" };
    expect(faultOf(scene, "reading-corrected", { ...data, index: 1 })).to.equal("fault.no-such-reading");
    expect(faultOf(scene, "reading-corrected", { ...data, reading: "x" })).to.equal("fault.no-such-reading");
    expect(faultOf(scene, "reading-corrected", { ...data, value: -4 })).to.equal(
      "fault.reading-out-of-bounds",
    );
    const schema = moveNamed(deviceRules, "reading-taken").data;
    expect(schema.safeParse(read(-1)).success).to.equal(false);
  });

  it("stays with the stage that the work is at, and moves the plan by nothing", () => {
    const scene = opened(exampleFamilies.back);
    const before = planProcedure(deviceRules, scene, 2);
    const noted = told(scene, "noted", { text: "Clip worn" }, 2);
    const photo = told(noted, "photo-added", { widthPx: 800, heightPx: 600, caption: "" }, 3);
    expect(photo.state.records.notes[0]).to.include({ stage: "intake", text: "Clip worn" });
    expect(photo.state.records.photos[0]).to.include({ stage: "intake", id: "photo-added-3" });
    const after = planProcedure(deviceRules, photo, 4);
    expect(after.steps.map(({ move }) => move.kind)).to.deep.equal(before.steps.map(({ move }) => move.kind));
  });

  it("settles a bubble and clears a patch that were marked, and no others", () => {
    const marked = told(
      opened(exampleFamilies.back),
      "bubble-marked",
      { xMm: 4, yMm: 5, diameterMm: 0.2 },
      2,
    );
    const gone = { bubble: "bubble-marked-2", as: "gone" };
    expect(faultOf(marked, "bubble-settled", { ...gone, bubble: "other" })).to.equal("fault.no-such-bubble");
    expect(told(marked, "bubble-settled", gone, 3).state.bond.bubbles[0]!.settled).to.equal("gone");
    const points = [
      { xMm: 1, yMm: 1 },
      { xMm: 9, yMm: 4 },
    ];
    const patch = told(marked, "residue-marked", { points }, 3);
    const cleared = told(patch, "residue-cleared", { patch: "residue-marked-3" }, 4);
    expect(cleared.state.bond.residue[0]!.gone).to.equal(true);
    expect(faultOf(cleared, "residue-cleared", { patch: "residue-marked-3" })).to.equal(
      "fault.no-such-patch",
    );
  });
});

describe("a device that comes in opened", () => {
  const allOut = (family: Family, layersOff: string[] = []) => ({
    casing: "open",
    supply: "isolated",
    plugged: false,
    connectorsOpen: pluggable(family).map(({ key }) => key),
    partsOut: looseParts(family).map(({ key }) => key),
    screwsOut: screwCells(family).map(({ cell }) => cell),
    layersOff,
  });

  for (const [name, family] of Object.entries(exampleFamilies)) {
    for (const route of routesOf(family)) {
      it(`is worked on from where it stands: ${name}, ${route}`, () => {
        const found = told(opened(family, route as never), "surveyed", allOut(family), 2);
        // Sheets that came out before anybody photographed them: their order is somebody's word.
        const fact = { is: "sheets-photographed" };
        const reason = "The customer had marked the sheets";
        const scene = route === "backlight" ? told(found, "signed-for", { fact, reason }, 3) : found;
        const { steps, stuck } = planProcedure(deviceRules, scene, 4);
        expect(stuck, JSON.stringify(stuck)).to.equal(null);
        const kinds = steps.map(({ move }) => move.kind);
        // What is open is not opened again before it was put back.
        expect(kinds, "ends").to.include("ended");
        const firstShut = kinds.indexOf("casing-shut");
        expect(kinds.slice(0, firstShut)).to.not.include("casing-opened");
      });
    }
  }

  it("goes on behind the glass where that is off already", () => {
    const family = exampleFamilies.back;
    const scene = told(opened(family, "layer"), "surveyed", allOut(family, ["glass"]), 2);
    const { steps, stuck } = planProcedure(deviceRules, scene, 3);
    expect(stuck).to.equal(null);
    const kinds = steps.map(({ move }) => move.kind);
    expect(kinds).to.not.include("strip-cut");
    expect(kinds).to.include.members(["glue-cleared", "wiped", "liquid-laid"]);
  });

  it("does not believe that it is dead because its supply is out", () => {
    const family = exampleFamilies.back;
    const scene = told(opened(family, "layer"), "surveyed", allOut(family), 2);
    expect(scene.state.open.provedDead).to.equal(false);
    const { steps } = planProcedure(deviceRules, scene, 3);
    expect(steps.map(({ move }) => move.kind)).to.include("found-dead");
  });

  it("is surveyed before anything is done to it, and cannot be shut with its inside out", () => {
    const family = exampleFamilies.back;
    const scene = opened(family, "layer");
    expect(faultOf(scene, "surveyed", { ...allOut(family), casing: "shut" })).to.equal("fault.survey-shut");
    expect(faultOf(scene, "surveyed", { ...allOut(family), partsOut: ["wing"] })).to.equal(
      "fault.survey-unknown",
    );
    const off = told(scene, "switched-off", {}, 2);
    expect(faultOf(off, "surveyed", allOut(family))).to.equal("fault.survey-too-late");
  });
});
