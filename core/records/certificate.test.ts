import { expect } from "chai";
import { customerWords } from "../close/customer-words.ts";
import type { Scene } from "../device/scene.ts";
import { applyMove, moveNamed } from "../job/replay.ts";
import { deviceRules } from "../moves.ts";
import { chooseHeat } from "../lift/choose-heat.ts";
import { exampleFamilies } from "../stack/examples.ts";
import { hopedPlay } from "../twin/hoped.ts";
import { playJob, type Play } from "../twin/play.ts";
import { kindTruth } from "../twin/truth.ts";
import { certificateOf, jobCertificate } from "./job-certificate.ts";

/** A bonded job on the twin, as far as it is wanted. */
function worked(until: (scene: Scene) => boolean, more: Partial<Play> = {}): Scene {
  const startMs = Date.parse("2026-01-05T08:00:00Z");
  const game = playJob(
    deviceRules,
    hopedPlay({ family: exampleFamilies.back, route: "layer", startMs, ...more }),
  );
  for (let step = game.next(); ; step = game.next()) {
    if (step.done) return step.value.scene;
    if (until(step.value.scene)) return step.value.scene;
  }
}

const toEnd = () => false;

function told(scene: Scene, kind: string, data: unknown, laterS = 0): Scene {
  const at = { ...scene, nowMs: scene.nowMs + laterS * 1_000 };
  const stamp = { id: `${kind} ${at.nowMs}`, seq: 900, atMs: at.nowMs, who: "tove" };
  return { ...at, state: applyMove(moveNamed(deviceRules, kind), at, data, stamp) };
}

const named = (scene: Scene, what: string) =>
  certificateOf(scene).measurements.find((entry) => entry.what === what);

describe("the certificate", () => {
  it("is a draft until the job is over, says who signed it, and is what its schema says", () => {
    const half = certificateOf(worked(({ state }) => state.cure.lit !== null));
    expect(half).to.include({ outcome: null, endedAt: null, signedBy: null, told: null });
    const whole = certificateOf(worked(toEnd), {
      code: "GW-1",
      openedAt: "2026-01-05T08:00:00.000Z",
      nameOf: (who) => who.toUpperCase(),
    });
    expect(whole).to.include({ code: "GW-1", outcome: "repaired", signedBy: "NOOR" });
    expect(jobCertificate.parse(JSON.parse(JSON.stringify(whole)))).to.deep.equal(whole);
    expect(whole.functions.every(({ result }) => result === "works")).to.equal(true);
  });

  it("holds each zone's light against what it needs, by how long the lamp was really on", () => {
    const lit = worked(({ state }) => state.cure.lit?.zone === "face 1");
    const early = told(lit, "lamp-off", { early: true }, 5);
    expect(named(early, "Light, face 1")).to.include({ passes: false, value: 5 });
    const late = told(lit, "lamp-off", { early: false }, lit.state.cure.exposure!.faceS);
    expect(named(late, "Light, face 1")).to.include({ passes: true });
  });

  it("holds a border against half a millimetre", () => {
    const laid = worked(({ state }) => state.lines.glass?.on === true && state.bond.settledFromMs !== null);
    const read = (leftMm: number) => {
      const { borderMm: w } = laid.family;
      return told(laid, "aligned", { topMm: w, rightMm: w, bottomMm: w, leftMm: w + leftMm, from: "hand" });
    };
    expect(named(read(0.4), "Border off equal")!.passes).to.equal(true);
    expect(named(read(1.4), "Border off equal")!.passes).to.equal(false);
  });

  it("says where a figure comes from a stand-in, and nothing of one where none does", () => {
    const plain = worked(({ state }) => state.lines.glass?.on === true);
    expect(certificateOf(plain).remarks.join(" ")).not.to.include("stand-in");
    const at = "2026-01-05T09:00:00.000Z";
    const read = { quantity: "glue line", source: "simulated", values: [{ at, value: 81 }] };
    const simulated = certificateOf(told(plain, "reading-taken", read));
    expect(simulated.remarks.join(" ")).to.include("stand-in");
    expect(simulated.measurements.find(({ what }) => what === "Hottest glue line")!.value).to.equal(81);
  });

  it("says what the heat and the pattern rest on that nobody measured, and nothing of what was measured", () => {
    const done = worked(({ state }) => state.lines.glass?.on === true && state.bond.settledFromMs !== null);
    const workedBy = (settings: Readonly<Record<string, number>>) => {
      const lift = { ...done.state.lift, heat: { ...done.state.lift.heat!, settings } };
      return certificateOf({ ...done, state: { ...done.state, lift } }).remarks.join("\n");
    };
    const { settings } = chooseHeat(done, "plate");
    const remarks = workedBy(settings);
    expect(remarks).to.match(/Heat, assumed: .*70 W\/m²K of contact.*10 W\/m²K to the air/);
    expect(remarks).to.match(/Pattern, assumed: .*eight bond lines high/);
    const fitted = workedBy({ ...settings, contactWm2K: 96.3, airFilmWm2K: 8.8 });
    expect(fitted).not.to.include("of contact").and.not.to.include("to the air");
  });

  it("tells what broke, what was used up for nothing, and what somebody answers for", () => {
    const scene = worked(toEnd, { truth: { ...kindTruth, diesIn: "lift" } });
    const certificate = certificateOf(scene);
    expect(certificate.route).to.equal("assembly");
    expect(certificate.broke[0]!.what).to.equal("picture");
    expect(certificate.agreed).to.have.length(2);
    const fact = { is: "liners-counted" };
    const signed = told(scene, "signed-for", { fact, reason: "Two went into the bin unseen" });
    expect(certificateOf(signed).notShown[0]).to.deep.include({
      fact: "liners-counted",
      by: "tove",
      reason: "Two went into the bin unseen",
    });
  });
});

describe("what the customer is told", () => {
  it("names what is new and how to treat it, and nothing that was not seen", () => {
    const scene = worked(toEnd);
    const words = customerWords(scene);
    expect(words).to.match(/^New: .*do not press on the glass/s);
    const unseen = { ...scene, state: { ...scene.state, prove: { ...scene.state.prove, look: null } } };
    expect(customerWords(unseen)).not.to.include("under the glass");
  });

  it("says what was left, what was dead before, and what broke", () => {
    const marked = told(worked(toEnd), "bubble-marked", { xMm: 9, yMm: 9, diameterMm: 0.1 });
    const [bubble] = marked.state.bond.bubbles;
    const left = told(marked, "bubble-settled", { bubble: bubble!.id, as: "left" });
    expect(customerWords(left)).to.include("1 small bubble is left");
    const deadBefore = worked(toEnd, { truth: { ...kindTruth, deadAtFirst: ["buttons"] } });
    expect(customerWords(deadBefore)).to.match(/Dead when it came in, and still so: buttons/);
    const died = worked(toEnd, { truth: { ...kindTruth, diesIn: "lift" } });
    expect(customerWords(died)).to.include("Broken in the work: picture.");
  });

  it("is short where nothing was done: a loose connector, a customer who declines", () => {
    expect(customerWords(worked(toEnd, { truth: { ...kindTruth, looseFlex: true } }))).to.include(
      "Nothing was replaced",
    );
    const declined = worked(toEnd, { truth: { ...kindTruth, diesIn: "lift" }, declines: true });
    expect(customerWords(declined)).to.match(/^The repair was not done, as agreed\..*Not put back: /);
  });
});
