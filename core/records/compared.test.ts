import { expect } from "chai";
import type { Scene } from "../device/scene.ts";
import { applyMove, moveNamed } from "../job/replay.ts";
import { deviceRules } from "../moves.ts";
import { glueOf, strengthAt } from "../materials/glues.ts";
import { asksFor, familyNamed, workedTo } from "../../test/bench-hand.ts";
import { chooseHeat } from "../lift/choose-heat.ts";
import { piecesOf } from "../lift/pieces.ts";
import { ownSpeed } from "../lift/bench-parting.ts";
import { calculateLiftStress } from "../lift/lift-stress.ts";
import { type ComparedKind } from "./compared-kinds.ts";
import { comparedOf, comparedSums, type Compared } from "./compared.ts";

/** How long a strip is planned to take, s. */
const cutS = (scene: Scene, nth: number) => piecesOf(scene, "glass")[nth]!.timeS;

let seq = 10_000;
/** Something is told so many seconds later. */
function told(scene: Scene, kind: string, data: unknown, laterS = 1): Scene {
  const move = moveNamed(deviceRules, kind);
  seq += 1;
  const nowMs = scene.nowMs + laterS * 1_000;
  const stamp = { id: `m-${seq}`, seq, atMs: nowMs, who: "noor" };
  return { ...scene, nowMs, state: applyMove(move, { ...scene, nowMs }, move.data.parse(data), stamp) };
}
const of = (scene: Scene, what: ComparedKind) => comparedOf(scene).filter((row) => row.what === what);

const family = familyNamed("TK-5");

/** The glue line of a run, read every 5 s: up to its band after `readyS`, and out of it so long after it comes off the heat. */
function run(readyS: number, soakS: number, windowS: number) {
  const { scene } = workedTo(family, "layer", asksFor("heat-chosen"));
  const heat = { ...chooseHeat(scene, "plate", { soakS }), readyS: 60, windowS: 40 };
  const on = told(told(scene, "heat-chosen", heat), "soak-started", { forS: soakS });
  const { minC } = family.seams.find(({ route }) => route === "layer") as { minC: number };
  const startedMs = on.nowMs;
  const at = (s: number) => new Date(startedMs + s * 1_000).toISOString();
  const values = Array.from({ length: Math.floor((soakS + windowS + 40) / 5) }, (_, i) => 5 * i).map((s) => ({
    at: at(s),
    value: s <= soakS ? minC + (s - readyS) * 0.1 : minC + ((soakS + windowS - s) / windowS) * 5,
  }));
  const off = told(on, "soak-ended", { early: false }, soakS);
  return told(off, "reading-taken", { quantity: "glue line", source: "logger", values }, windowS + 60);
}

describe("predicted beside measured", () => {
  it("tells from a thermocouple when the glue was soft and for how long", () => {
    const scene = run(72, 100, 33);
    expect(of(scene, "ready")[0]).to.deep.include({ predicted: 60, isSimulated: false });
    expect(of(scene, "ready")[0]!.measured).to.be.closeTo(72, 0.01);
    expect(of(scene, "window")[0]!.predicted).to.equal(40);
    expect(of(scene, "window")[0]!.measured).to.be.closeTo(33, 0.01);
  });

  it("says nothing where nothing was read, or the readings never cross the band", () => {
    const { scene } = workedTo(family, "layer", asksFor("strip-cut"));
    expect(comparedOf(scene)).to.deep.equal([]);
    expect(of(run(500, 100, 33), "ready")).to.deep.equal([]);
  });

  it("holds a front that was read against the assumed curve of its glue", () => {
    const { scene } = workedTo(family, "layer", asksFor("strip-cut"));
    const glue = family.stack.find(({ name }) => name === "optical adhesive")!.material;
    const input = {
      lifted: { modulusGpa: 70, thicknessMm: 0.7 },
      base: { support: "held" },
      wedgeMm: 0.5,
    } as const;
    const after = told(scene, "wedge-read", { glue, glueC: 60, input: { ...input, frontMm: 12 } });
    const fractureEnergyJm2 = strengthAt(glueOf(glue), 60);
    const predicted = calculateLiftStress({ ...input, fractureEnergyJm2 }).frontMm;
    expect(of(after, "front")).to.have.length(1);
    expect(of(after, "front")[0]).to.deep.include({ predicted, measured: 12 });
  });

  it("times each strip from the one before, or from the bench, and leaves a pause out", () => {
    const { scene } = workedTo(family, "layer", asksFor("strip-cut"));
    const handling = 5;
    const next = (from: Scene, n: number, s: number) =>
      told(from, "strip-cut", { line: "glass", piece: `glass ${n}` }, s);
    const begun = { ...scene, nowMs: scene.state.lift.soaks.at(-1)!.endedMs! + handling * 1_000 };
    const first = next(begun, 1, 8);
    const second = next(first, 2, 4);
    const paused = next(second, 3, 3_600);
    // Pressed afterwards, one right after the other: that was not cut so fast.
    const pressed = next(next(paused, 4, 0.4), 5, 0.4);
    const cuts = of(pressed, "card speed");
    expect(cuts).to.have.length(2);
    expect(cuts[0]!.measured).to.be.closeTo(scene.state.lift.heat!.speedMmS * (cutS(scene, 0) / 8), 1e-6);
    expect(cuts[1]!.measured).to.be.closeTo(scene.state.lift.heat!.speedMmS * (cutS(scene, 1) / 4), 1e-6);
  });

  it("holds what the scale said against the dose, and what was seen of settling and light against theirs", () => {
    const { scene } = workedTo(family, "layer", asksFor("looked-for-bubbles"));
    const at = new Date(scene.nowMs).toISOString();
    const read = (from: Scene, quantity: string, value: number, source = "hand") =>
      told(from, "reading-taken", { quantity, source, values: [{ at, value }] });
    const all = read(read(scene, "settling", 9), "mass", 3.1, "simulated");
    const { settledFromMs, loweringSinceMs, loweredS, dose } = scene.state.bond;
    const settleMin = (settledFromMs! - loweringSinceMs! - 1_000 * loweredS!) / 60_000;
    expect(of(all, "settling")[0]).to.deep.include({ measured: 9, predicted: settleMin });
    expect(settleMin).to.be.above(0);
    expect(of(all, "laid")[0]).to.deep.include({ predicted: dose!.volumeMl, isSimulated: true });
    const cured = workedTo(family, "layer", ({ state }) => state.cure.exposure !== null).scene;
    expect(of(read(cured, "light dose", 2_800), "light dose")[0]).to.deep.include({
      predicted: cured.state.cure.exposure!.requiredMjCm2,
      measured: 2_800,
    });
  });

  it("holds bubbles that a run was to take away against those that it took, and defects against what stood", () => {
    const { scene } = workedTo(family, "layer", asksFor("looked-for-bubbles"));
    const marked = [0.2, 3].reduce(
      (from, diameterMm) => told(from, "bubble-marked", { xMm: 20, yMm: 30, diameterMm }),
      scene,
    );
    const ids = marked.state.bond.bubbles.map(({ id }) => id);
    const ran = told(told(marked, "chamber-on", {}), "chamber-off", {}, 900);
    const settled = told(told(ran, "bubble-settled", { bubble: ids[0], as: "gone" }), "bubble-settled", {
      bubble: ids[1],
      as: "left",
    });
    // A small one goes into the glue under 5 bar; one of 3 mm does not in a quarter of an hour.
    expect(of(settled, "bubbles")[0]).to.deep.include({ predicted: 1, measured: 1 });
    const defect = { kind: "speck", xMm: 5, yMm: 5, areaMm2: 0.1, lengthMm: 0.3, strength: 9 };
    const look = {
      lighting: "dark",
      source: "photo",
      defects: [
        { ...defect, overruled: true },
        { ...defect, xMm: 40, overruled: false },
      ],
    };
    expect(of(told(scene, "photo-inspected", look), "defects")[0]).to.deep.include({
      predicted: 2,
      measured: 1,
    });
  });

  it("sums up over jobs: the middle and the range of nine in ten, of counts one over the other", () => {
    const row = (what: ComparedKind, predicted: number, measured: number, isSimulated = false): Compared => ({
      what,
      predicted,
      measured,
      atMs: 0,
      isSimulated,
    });
    const doses = [0.9, 1, 1.1, 1.2, 1.3].map((share) => row("laid", 2, 2 * share, share > 1.25));
    const sums = comparedSums([
      ...doses,
      row("axis", 44, 45),
      row("axis", 30, 29),
      row("axis", 1, -1),
      row("defects", 4, 3),
      row("defects", 6, 5),
    ]);
    const sum = (what: ComparedKind) => sums.find((one) => one.what === what)!;
    expect(sum("laid")).to.deep.include({ n: 5, simulated: 1, middle: 1.1 });
    expect(sum("laid").low).to.be.closeTo(0.92, 1e-9);
    expect(sum("laid").high).to.be.closeTo(1.28, 1e-9);
    expect(sum("axis")).to.deep.include({ n: 3, middle: -1, low: null });
    expect(sum("defects")).to.deep.include({ n: 2, middle: 0.8, low: null });
    expect(comparedSums([])).to.deep.equal([]);
    // Nothing was found and nothing stood: that says nothing of how often it is right.
    expect(comparedSums([row("defects", 0, 0)])).to.deep.equal([]);
  });

  it("makes the next choice go by what was read: a stickier glue gives narrower strips, a slower hand is planned slower", () => {
    const { scene } = workedTo(family, "layer", asksFor("heat-chosen"));
    const seam = family.seams.find(({ route }) => route === "layer")!;
    const { material } = family.stack.find(({ name }) => name === seam.layer)!;
    const usual = chooseHeat(scene, "plate");
    const readings = [60, 70, 80].map((glueC) => ({
      id: `${glueC}`,
      glueC,
      fractureEnergyJm2: 30 * strengthAt(glueOf(material), glueC),
    }));
    const parting = { material, readings, cardMmS: ownSpeed([2, 2.5, 3, 2.2, 2.6]), wireMmS: null };
    const own = chooseHeat(scene, "plate", { parting });
    expect(own.stripMm).to.be.below(usual.stripMm);
    expect(own.speedMmS).to.equal(2.5);
    expect(chooseHeat(scene, "plate", { parting: { ...parting, material: "another" } }).stripMm).to.equal(
      usual.stripMm,
    );
    expect(chooseHeat(scene, "plate", { parting, cardMm: 0.25 }).stripMm).to.be.below(own.stripMm);
    expect(ownSpeed([1, 2, 3, 4])).to.equal(null);
  });
});
