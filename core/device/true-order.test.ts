import { expect } from "chai";
import { followPlan } from "../job/follow.ts";
import { factKey } from "../job/fact.ts";
import { judge } from "../job/judge.ts";
import { planProcedure } from "../job/plan.ts";
import { applyMove, moveNamed } from "../job/replay.ts";
import { piecesOf } from "../lift/pieces.ts";
import { deviceRules } from "../moves.ts";
import { certificateOf } from "../records/job-certificate.ts";
import { exampleFamilies } from "../stack/examples.ts";
import type { Family } from "../stack/family.ts";
import type { RepairRoute } from "./routes.ts";
import type { Scene } from "./scene.ts";
import { sceneAtStart } from "./start.ts";

/** Each of these passed once, and the record said it: pictures in the dark, screws after the shutting, a dose that nobody measured. */

const { back, front, frame, bare, backlight } = exampleFamilies;

/** A job that is opened. */
function opened(family: Family, route: RepairRoute, bondMethod: "liquid" | "sheet" = "liquid"): Scene {
  const scene = sceneAtStart(family, Date.parse("2026-01-05T08:00:00Z"));
  const films = route === "film" ? ["front", "rear"] : [];
  return after(scene, "job-opened", { complaint: "Broken", route, films, bondMethod }, 1);
}

/** The scene once something is recorded, whether or not it might be. */
function after(scene: Scene, kind: string, data: unknown, seq: number, laterS = 0): Scene {
  const nowMs = scene.nowMs + laterS * 1_000;
  const at = { ...scene, nowMs };
  const state = applyMove(moveNamed(deviceRules, kind), at, data, {
    id: `${kind}-${seq}`,
    seq,
    atMs: nowMs,
    who: "noor",
  });
  return { ...at, state };
}

/** Keys of the facts that are missing before something may be recorded. */
const missing = (scene: Scene, kind: string, data: unknown): string[] =>
  judge(deviceRules, scene, moveNamed(deviceRules, kind), data).missing.map(factKey);

const fault = (scene: Scene, kind: string, data: unknown): string | null =>
  judge(deviceRules, scene, moveNamed(deviceRules, kind), data).fault?.id ?? null;

/** The scene just before the plan asks for a kind, with the sequence number that it would have. */
function upTo(scene: Scene, kind: string, matches: (data: unknown) => boolean = () => true, firstSeq = 2) {
  const reached = followPlan(
    deviceRules,
    scene,
    ({ move, data }) => move.kind === kind && matches(data),
    firstSeq,
  );
  expect(reached.step, `the plan asks for ${kind}`).to.not.equal(null);
  return reached;
}

/** Kinds of a whole procedure in their order. */
const procedure = (scene: Scene): { kind: string; data: Record<string, unknown>; stage: string }[] => {
  const { steps, stuck } = planProcedure(deviceRules, scene, 2);
  expect(stuck).to.equal(null);
  return steps.map(({ move, data }) => ({
    kind: move.kind,
    data: data as Record<string, unknown>,
    stage: move.stage(scene, data),
  }));
};
const at = (steps: { kind: string }[], kind: string) => steps.findIndex((step) => step.kind === kind);
const lastAt = (steps: { kind: string }[], kind: string) => steps.map((step) => step.kind).lastIndexOf(kind);

const passed = (fn: string) => ({ fn, result: "pass", note: null });

describe("what is tried", () => {
  it("is tried only with its cable joined, the supply joined and the device on", () => {
    const { scene } = upTo(opened(back, "layer"), "soak-started");
    expect(missing(scene, "function-tested", passed("picture"))).to.include.members([
      "connector-joined panel",
      "supply-joined",
      "running",
    ]);
  });

  it("is not passed while the contact strips that it needs are out", () => {
    const { scene } = upTo(opened(bare, "film"), "corner-started");
    expect(missing(scene, "function-tested", passed("contrast"))).to.include("part-back strips");
  });

  it("is nothing that is not on the device: a touch sensor that went with its glass", () => {
    const { scene } = upTo(opened(front, "glass-sensor"), "glue-cleared");
    expect(fault(scene, "function-tested", { fn: "touch", result: "fail", note: null })).to.equal(
      "fault.function-absent",
    );
  });

  it("goes stale when something that it rests on is touched, and is asked for again as it leaves", () => {
    const done = followPlan(
      deviceRules,
      opened(back, "layer"),
      ({ move }) => move.kind === "customer-told",
      2,
    );
    const proved = done.scene;
    expect(deviceRules.holds(proved, { is: "still-shown", fn: "picture", since: "shut" })).to.equal(true);
    const touched = after(proved, "isolated", {}, done.seq);
    expect(deviceRules.holds(touched, { is: "still-shown", fn: "picture", since: "shut" })).to.equal(false);
    expect(missing(touched, "ended", { outcome: "repaired" })).to.include("still-shown picture shut");
  });

  it("is dead before and after where it was dead at intake and this repair does not mend it", () => {
    const tried = after(opened(back, "layer"), "function-tried", { fn: "buttons", result: "dead" }, 2);
    const { scene } = followPlan(deviceRules, tried, () => false, 3);
    expect(scene.state.intake.ended?.outcome).to.equal("repaired");
    const buttons = certificateOf(scene).functions.find(({ name }) => name === "Buttons");
    expect(buttons).to.include({ atIntake: "dead", result: "was dead at intake" });
  });
});

describe("the true order", () => {
  it("knows the liners of the part that lies there: one that does not fit takes its own with it, peeled or not", () => {
    const { scene, seq } = upTo(opened(exampleFamilies.bare, "assembly"), "dry-fitted");
    expect(scene.state.close.linersOn).to.deep.equal({ "film-liner": 2 });
    const peeled = after(scene, "liner-peeled", { liner: "film-liner" }, seq);
    const aside = after(peeled, "dry-fitted", { line: "display", result: "does not fit" }, seq + 1);
    expect(aside.state.close.linersOn).to.deep.equal({ "film-liner": 0 });
    const next = upTo(aside, "dry-fitted", () => true, seq + 2).scene;
    expect(next.state.close.linersOn).to.deep.equal({ "film-liner": 2 });
  });

  it("puts inner screws back and counts the liners of the rim tape before it is shut", () => {
    const steps = procedure(opened(back, "layer"));
    const shut = at(steps, "casing-shut");
    const inner = steps.findIndex(
      ({ kind, data }) => kind === "screws-returned" && (data.screws as { hole: number }[])[0]!.hole === 4,
    );
    const rim = steps.findIndex(({ kind, data }) => kind === "part-put-back" && data.part === "rim");
    expect(inner).to.be.within(0, shut);
    expect(at(steps, "liners-counted")).to.be.within(rim, shut);
    const outer = lastAt(steps, "screws-returned");
    expect(outer).to.be.above(shut);
  });

  it("does not take inner screws back after it is shut", () => {
    const { scene } = upTo(opened(back, "layer"), "squeeze-started");
    expect(fault(scene, "screws-returned", { screws: [{ cell: 4, hole: 4 }] })).to.equal("fault.screws");
    const before = upTo(opened(back, "layer"), "casing-shut").scene;
    expect(missing(before, "screws-returned", { screws: [{ cell: 1, hole: 1 }] })).to.include("shut");
  });

  it("works a device from the front glass first: lifted before it is opened, proved before anything is stuck", () => {
    const steps = procedure(opened(front, "glass-sensor"));
    expect(at(steps, "strip-cut")).to.be.below(at(steps, "casing-opened"));
    expect(at(steps, "casing-opened")).to.be.below(at(steps, "seated-tried"));
    const stages = [...new Set(steps.map(({ stage }) => stage))];
    expect(stages.indexOf("lift")).to.be.below(stages.lastIndexOf("fit"));
    const shut = at(steps, "casing-shut");
    expect(at(steps, "function-tested")).to.be.below(at(steps, "liner-peeled"));
    expect(lastAt(steps, "liner-peeled")).to.be.below(shut);
    expect(at(steps, "squeeze-started")).to.equal(shut + 1);
    expect(steps.filter(({ kind }) => kind === "casing-shut")).to.have.length(1);
    expect(steps.slice(shut).some(({ kind }) => kind === "liner-peeled" || kind === "inside-wiped")).to.equal(
      false,
    );
  });

  it("tries every flex only once it is open, and as the first thing there", () => {
    const steps = procedure(opened(back, "layer"));
    expect(at(steps, "seated-tried")).to.be.within(at(steps, "casing-opened"), at(steps, "connector-opened"));
  });

  it("sets glass on a frame before the module goes back, the module's screws before its cables, and tries it before the casing", () => {
    const steps = procedure(opened(frame, "glass-sensor"));
    const moduleBack = steps.findIndex(
      ({ kind, data }) => kind === "part-put-back" && data.part === "module",
    );
    const moduleScrews = at(steps, "screws-returned");
    expect(at(steps, "glass-set")).to.be.below(moduleBack);
    expect(moduleScrews).to.be.within(moduleBack, at(steps, "connector-joined"));
    expect(at(steps, "function-tested")).to.be.within(moduleScrews, lastAt(steps, "screws-returned"));
  });

  it("reads axis and upper edge of each old film while it is on, and lights the panel bare before a film is laid", () => {
    const steps = procedure(opened(bare, "film"));
    for (const film of ["front", "rear"]) {
      const off = steps.findIndex(({ kind, data }) => kind === "old-off" && data.line === film);
      const reads = steps.flatMap(({ kind, data }, i) =>
        kind === "axis-read" && data.film === film ? [i] : [],
      );
      expect(reads.length).to.be.at.least(4);
      expect(Math.max(...reads)).to.be.below(off);
      expect(
        steps.findIndex(({ kind, data }) => kind === "up-edge-marked" && data.film === film),
      ).to.be.below(off);
      const laid = steps.findIndex(({ kind, data }) => kind === "film-laid" && data.film === film);
      expect(at(steps, "lit-bare")).to.be.within(off, laid);
    }
  });

  it("lights a layered backlight before its sheets are stacked", () => {
    const steps = procedure(opened(backlight, "backlight"));
    const stacked = steps.findIndex(({ kind, data }) => kind === "part-put-back" && data.part === "tray");
    expect(at(steps, "function-tested")).to.be.within(lastAt(steps, "contact-probed"), stacked);
    expect(at(steps, "sheets-photographed")).to.be.below(at(steps, "part-taken-out"));
  });
});

describe("a panel that dies in the work", () => {
  const dead = () => {
    const { scene, seq } = upTo(opened(back, "layer"), "function-tested", () => true);
    const lifted = followPlan(
      deviceRules,
      scene,
      ({ move }, at) => move.kind === "function-tested" && at.state.marks["glass off"] !== undefined,
      seq,
    );
    return {
      scene: after(
        lifted.scene,
        "function-tested",
        { fn: "picture", result: "fail", note: null },
        lifted.seq,
      ),
      seq: lifted.seq + 1,
    };
  };

  it("stops the work at once: nothing is cleaned, wiped or spent before somebody says what follows", () => {
    const { scene, seq } = dead();
    for (const [kind, data] of [
      ["glue-cleared", { line: "glass" }],
      ["wiped", { line: "glass" }],
      ["part-taken", { line: "glass", part: "x", lot: null }],
    ] as const) {
      expect(missing(scene, kind, data), kind).to.include("trouble-settled");
    }
    const next = followPlan(deviceRules, scene, () => true, seq);
    expect(next.step?.move.kind).to.equal("trouble-settled");
    // Neither the pedal nor the plan says who and what.
    expect(next.step?.move.told).to.equal("word");
  });

  const broke = { as: "broke", what: "Panel", reason: "A card went too deep" };

  it("asks the customer anew, with another sum, before anything goes on by another route", () => {
    const { scene, seq } = dead();
    const told = after(scene, "trouble-settled", broke, seq);
    expect(missing(told, "old-off", { line: "display" })).to.include("agreed");
    const next = followPlan(deviceRules, told, () => true, seq + 1);
    expect(next.step?.move.kind).to.equal("agreed");
    expect((next.step?.data as { route: string }).route).to.equal("assembly");
    expect(fault(told, "agreed", { ...(next.step?.data as object), route: "layer" })).to.equal(
      "fault.route-ruled-out",
    );
  });

  it("is handed back as it is where the customer declines, with what is out and what broke on the paper", () => {
    const { scene, seq } = dead();
    const told = after(scene, "trouble-settled", broke, seq);
    const { step } = followPlan(deviceRules, told, () => true, seq + 1);
    const no = after(told, "agreed", { ...(step?.data as object), answer: "no" }, seq + 1);
    expect(missing(no, "part-taken", { line: "display", part: "x", lot: null })).to.include("going-ahead");
    const end = followPlan(deviceRules, no, () => false, seq + 2).scene;
    expect(end.state.intake.ended?.outcome).to.equal("declined");
    const certificate = certificateOf(end);
    expect(certificate.broke).to.have.length(1);
    expect(certificate.stillOut).to.not.have.length(0);
    expect(certificate.functions).to.deep.equal([]);
  });

  it("ends as an assembly whose certificate tells of no lift, no dose and no wipe, and of who and what broke", () => {
    const { scene, seq } = dead();
    const told = after(scene, "trouble-settled", broke, seq);
    const end = followPlan(deviceRules, told, () => false, seq + 1).scene;
    const certificate = certificateOf(end);
    expect(certificate.outcome).to.equal("repaired");
    expect(certificate.route).to.equal("assembly");
    expect(certificate.broke[0]).to.include({ what: "Panel", by: "noor" });
    expect(certificate.measurements.map(({ what }) => what)).to.have.members([
      "Screws back",
      "Liners counted",
    ]);
    expect(certificate.agreed).to.have.length(2);
  });
});

describe("the cure", () => {
  it("gives each edge and each side an exposure of its own", () => {
    const steps = procedure(opened(back, "layer"));
    const zones = steps.filter(({ kind }) => kind === "lamp-on").map(({ data }) => data.zone);
    expect(zones).to.deep.equal([
      "tack",
      ...["top", "right", "bottom", "left"].map((edge) => `side ${edge}`),
      "face 1",
      ...["top", "right", "bottom", "left"].map((edge) => `edge ${edge}`),
    ]);
  });

  it("takes no lamp that was not read for this job, and no exposure for another lamp", () => {
    const { scene } = upTo(opened(back, "layer"), "lamp-read");
    const exposure = {
      tackS: 5,
      sideTackS: 10,
      faceS: 50,
      edgeS: 100,
      places: 1,
      irradianceMwCm2: 60,
      requiredMjCm2: 3_000,
    };
    expect(missing(scene, "exposure-chosen", exposure)).to.deep.equal(["lamp-read"]);
    const read = after(scene, "lamp-read", { irradianceMwCm2: 38.8, from: "hand" }, 900);
    expect(fault(read, "exposure-chosen", exposure)).to.equal("fault.not-the-lamp-read");
  });

  it("counts the seconds that the lamp was really on: an early end leaves the rest to be lit", () => {
    const { scene, seq } = upTo(opened(back, "layer"), "lamp-off", () => true);
    const zone = scene.state.cure.lit!.zone;
    const early = after(
      { ...scene, nowMs: scene.state.cure.lit!.sinceMs },
      "lamp-off",
      { early: true },
      seq,
      3,
    );
    expect(early.state.cure.hadS[zone]).to.be.closeTo(3, 0.01);
    expect(deviceRules.holds(early, { is: "lit", zone })).to.equal(false);
    const next = followPlan(deviceRules, early, () => true, seq + 1);
    expect(next.step?.move.kind).to.equal("lamp-on");
  });
});

describe("a pattern", () => {
  const laying = () => upTo(opened(back, "layer"), "liquid-laid").scene;

  it("that was never run, or that floods a window, is not laid, and the pedal chooses none", () => {
    const { scene } = upTo(opened(back, "layer"), "pattern-chosen");
    expect(moveNamed(deviceRules, "pattern-chosen").told).to.equal("choice");
    expect(missing(scene, "liquid-laid", { volumeMl: 1, by: "syringe" })).to.include("pattern-run");
    const data = moveNamed(deviceRules, "pattern-chosen").example as { fill: object };
    const flooded = after(
      laying(),
      "pattern-chosen",
      { ...data, fill: { ...data.fill, windowsWetPct: 60 } },
      900,
    );
    expect(missing(flooded, "liquid-laid", { volumeMl: 1, by: "syringe" })).to.include("pattern-clear");
  });

  it("settles under the glass by the clock before it is aligned", () => {
    const { scene, seq } = upTo(opened(back, "layer"), "lowered");
    const down = after(scene, "lowered", { settleS: 480 }, seq);
    const border = { topMm: 3, rightMm: 3, bottomMm: 3, leftMm: 3, from: "hand" };
    expect(missing(down, "aligned", border)).to.deep.equal(["settled"]);
    expect(missing({ ...down, nowMs: down.nowMs + 479_000 }, "aligned", border)).to.deep.equal(["settled"]);
    expect(missing({ ...down, nowMs: down.nowMs + 480_000 }, "aligned", border)).to.deep.equal([]);
  });
});

describe("parting by the face", () => {
  it("lays the whole of what can be reached in pieces, ring by ring, the edge of the hinge last", () => {
    const { scene } = upTo(opened(back, "layer"), "soak-started");
    const pieces = piecesOf(scene, "glass");
    expect(pieces.reduce((sum, { sharePct }) => sum + sharePct, 0)).to.be.closeTo(100, 1e-9);
    expect(pieces.at(-1)).to.include({ edge: "bottom", outerMm: 0 });
    // The hinge's own stretch is in no piece.
    expect(
      pieces.some(
        ({ edge, outerMm, fromMm, toMm }) => edge === "bottom" && outerMm === 0 && fromMm < 50 && toMm > 10,
      ),
    ).to.equal(false);
    const depths = pieces.slice(0, -2).map(({ outerMm }) => outerMm);
    expect(depths).to.deep.equal([...depths].sort((a, b) => a - b));
  });

  it("does not lift the glass before every piece is free, and goes back on the heat as often as it wants", () => {
    const { scene, seq } = upTo(opened(back, "layer"), "strip-cut");
    expect(missing(scene, "old-off", { line: "glass" })).to.include("parted glass");
    let again = after(scene, "strip-cut", { line: "glass", piece: "glass 1" }, seq);
    for (let n = 1; n <= 5; n += 1) {
      expect(fault(again, "soak-started", { forS: 90 })).to.equal(null);
      again = after(again, "soak-started", { forS: 90 }, seq + 2 * n);
      again = after(again, "soak-ended", { early: false }, seq + 2 * n + 1, 90);
      expect(missing(again, "strip-cut", { line: "glass", piece: "glass 2" })).to.deep.equal([]);
    }
    const cold = { ...again, nowMs: again.nowMs + 31_000 };
    expect(missing(cold, "strip-cut", { line: "glass", piece: "glass 2" })).to.deep.equal(["workable"]);
  });

  it("has no window while a wire's plate stays hot, and asks for few passes with both hands", () => {
    const { scene, seq } = upTo(opened(back, "layer"), "heat-chosen");
    const wire = after(
      scene,
      "heat-chosen",
      { ...(moveNamed(deviceRules, "heat-chosen").example as object), method: "wire", windowS: null },
      seq,
    );
    const { scene: hot, step } = upTo(wire, "wire-drawn", () => true, seq + 1);
    expect(step?.move.hands).to.equal(2);
    const later = { ...hot, nowMs: hot.nowMs + 3_600_000 };
    expect(missing(later, "wire-drawn", { line: "glass", piece: "glass 1" })).to.deep.equal([]);
    expect(piecesOf(hot, "glass").filter(({ tool }) => tool === "wire").length).to.be.at.most(4);
    expect(piecesOf(hot, "glass").reduce((sum, { sharePct }) => sum + sharePct, 0)).to.be.closeTo(100, 1e-9);
  });
});

describe("film", () => {
  it("keeps a driver edge up through peel, clean and last wipe, and seen dry before any power", () => {
    const { scene } = upTo(opened(bare, "film"), "edge-held-up");
    for (const [kind, data] of [
      ["film-peeled", { line: "front", piece: "front 1" }],
      ["glue-cleared", { line: "front" }],
      ["wiped", { line: "front" }],
    ] as const) {
      expect(missing(scene, kind, data), kind).to.include("edge-held-up");
    }
    const wet = upTo(opened(bare, "film"), "edge-seen-dry").scene;
    for (const kind of ["supply-joined", "switched-on"])
      expect(missing(wet, kind, {}), kind).to.include("edge-dry");
  });

  it("takes no axis that was not read, from the pedal least of all, and no piece that is off it", () => {
    expect(moveNamed(deviceRules, "axis-chosen").told).to.equal("choice");
    const agreed = upTo(opened(bare, "film"), "axis-read").scene;
    const chosen = { film: "rear", axisDeg: 45, halfWidthDeg: 1, from: "measured" };
    expect(missing(agreed, "axis-chosen", chosen)).to.include.members(["axis-read rear", "lit-bare"]);
    const { scene } = upTo(opened(bare, "film"), "film-cut-out");
    expect(
      fault(scene, "film-cut-out", {
        film: "front",
        sheet: "S",
        lot: "L",
        axisDeg: 50,
        adhesive: "down",
        byHand: true,
      }),
    ).to.equal("fault.film-off-axis");
  });

  it("lays no rear film whose old one was not peeled and whose face was not cleaned", () => {
    const { scene } = upTo(opened(bare, "film"), "film-laid");
    const rear = missing(scene, "film-laid", { film: "rear" });
    expect(rear).to.include("film-cut rear");
    const early = upTo(
      opened(bare, "film"),
      "corner-started",
      (data) => (data as { film: string }).film === "rear",
    ).scene;
    expect(missing(early, "film-laid", { film: "rear" })).to.include.members(["old-off rear", "clean rear"]);
    expect(fault(early, "axis-read", { film: "front", angleDeg: 0, level: 1, source: "hand" })).to.equal(
      "fault.old-film-gone",
    );
  });

  it("keeps a sweep before the camera apart from single readings: their light has another scale", () => {
    const { scene } = upTo(opened(bare, "film"), "axis-read");
    const single = { film: "front", angleDeg: 10, level: 700, source: "hand" };
    const readings = Array.from({ length: 30 }, (_, k) => ({ angleDeg: 6 * k, level: 0.5 }));
    const sweep = { film: "front", source: "camera", readings };
    expect(missing(scene, "axis-swept", sweep)).to.deep.equal([]);
    const swept = after(after(scene, "axis-read", single, 90), "axis-swept", sweep, 91);
    expect(swept.state.film.readings.front).to.have.length(30);
    expect(missing(swept, "axis-chosen", { ...sweep, axisDeg: 45 })).to.not.include("axis-read front");
    expect(after(swept, "axis-read", single, 92).state.film.readings.front).to.have.length(1);
    const little = { ...sweep, readings: readings.slice(0, 11) };
    expect(fault(scene, "axis-swept", little)).to.equal("fault.swept-too-little");
  });

  it("opens no soldered connector by one press", () => {
    const { scene } = upTo(opened(backlight, "backlight"), "connector-opened");
    expect(fault(scene, "connector-opened", { connector: "light" })).to.equal("fault.soldered");
  });
});

describe("screws, waits and signatures", () => {
  it("holds a screw of another thread, head or length for somebody's name", () => {
    const { scene, seq } = upTo(opened(back, "layer"), "screws-returned");
    const swapped = { screws: [{ cell: 1, hole: 4 }] };
    expect(missing(scene, "screws-returned", swapped)).to.include("screw-fits 1 4");
    const signed = after(
      scene,
      "signed-for",
      { fact: { is: "screw-fits", cell: 1, hole: 4 }, reason: "Only this one is left, checked by hand" },
      seq,
    );
    expect(missing(signed, "screws-returned", swapped)).to.not.include("screw-fits 1 4");
    expect(certificateOf(signed).notShown).to.have.length(1);
  });

  it("lets nobody sign for what could hurt somebody", () => {
    const scene = opened(bare, "film");
    for (const is of ["discharged", "safe", "unplugged", "off", "heat-away", "dry"]) {
      const data = { fact: { is }, reason: "I know what I am doing here" };
      expect(fault(scene, "signed-for", data), is).to.equal("fault.not-to-be-signed");
    }
    expect(fault(scene, "signed-for", { fact: { is: "anything" }, reason: "I know what I do" })).to.equal(
      "fault.unknown-fact",
    );
  });

  it("waits for capacitors and for the thaw by the clock between two receipts, and by nothing else", () => {
    const { scene, seq } = upTo(opened(bare, "film"), "unplugged");
    const out = after(scene, "unplugged", {}, seq);
    const cells = { cells: [1] };
    expect(missing({ ...out, nowMs: out.nowMs + 119_000 }, "screws-taken", cells)).to.include("discharged");
    expect(missing({ ...out, nowMs: out.nowMs + 120_000 }, "screws-taken", cells)).to.not.include(
      "discharged",
    );
    const cold = upTo(opened(back, "layer"), "heat-chosen");
    const frozen = after(
      cold.scene,
      "heat-chosen",
      { ...(moveNamed(deviceRules, "heat-chosen").example as object), method: "freezer", thawS: 500 },
      cold.seq,
    );
    const popped = upTo(frozen, "old-off", () => true, cold.seq + 1);
    const off = after(popped.scene, "old-off", { line: "glass" }, popped.seq);
    const join = { connector: "panel" };
    expect(missing({ ...off, nowMs: off.nowMs + 499_000 }, "connector-joined", join)).to.include("dry");
    expect(missing({ ...off, nowMs: off.nowMs + 500_000 }, "connector-joined", join)).to.not.include("dry");
  });

  it("goes nowhere while the job is on hold, before the customer has agreed, or after its end", () => {
    const held = after(opened(back, "layer"), "held", { reason: "Waits for glass" }, 2);
    expect(missing(held, "damage-drawn", {})).to.deep.equal(["released"]);
    expect(fault(held, "released", {})).to.equal(null);
    const { scene } = upTo(opened(back, "layer"), "agreed");
    expect(missing(scene, "switched-off", {})).to.deep.equal([]);
    expect(missing(scene, "back-rim-warmed", { toC: 55 })).to.include("agreed");
    const done = followPlan(deviceRules, opened(back, "layer"), () => false, 2).scene;
    for (const [kind, data] of [
      ["noted", { text: "late" }],
      ["switched-off", {}],
      ["damage-drawn", {}],
    ] as const) {
      expect(missing(done, kind, data), kind).to.include("still-open");
    }
  });

  it("presses flexes home with all of them joined, and lifts no sheet before its photo", () => {
    const { scene, seq } = upTo(opened(back, "layer"), "seated-tried");
    const open = after(scene, "connector-opened", { connector: "buttons" }, seq);
    expect(missing(open, "seated-tried", { fault: "still" })).to.deep.equal(["connector-joined buttons"]);
    const sheets = upTo(opened(backlight, "backlight"), "sheets-photographed").scene;
    expect(missing(sheets, "part-taken-out", { part: "tray" })).to.deep.equal(["sheets-photographed"]);
  });

  it("asks for what a move rests on, however far the job is from it", () => {
    const tested = upTo(opened(back, "layer"), "function-tested", () => true);
    const lifted = followPlan(
      deviceRules,
      tested.scene,
      ({ move }, at) => move.kind === "function-tested" && at.state.marks["glass off"] !== undefined,
      tested.seq,
    ).scene;
    const part = { line: "glass", part: "EB-1 glass", lot: null };
    expect(missing(lifted, "part-taken", part)).to.include.members([
      "shown picture glass off",
      "shown touch glass off",
    ]);
    const film = upTo(opened(bare, "film"), "axis-read").scene;
    expect(missing(film, "film-peeled", { line: "front", piece: "front 1" })).to.include.members([
      "axis-read front",
      "up-edge-marked front",
      "part-out strips",
    ]);
    const out = upTo(opened(bare, "film"), "unplugged");
    const unplugged = after(out.scene, "unplugged", {}, out.seq);
    expect(missing(unplugged, "casing-opened", {})).to.include.members(["discharged", "licence"]);
    expect(missing(out.scene, "screws-taken", { cells: [1] })).to.include("unplugged");
    const hinged = upTo(opened(front, "glass-sensor"), "casing-opened").scene;
    expect(missing(hinged, "old-off", { line: "glass" })).to.include("safe");
    const shut = upTo(opened(front, "glass-sensor"), "squeeze-started").scene;
    expect(missing(shut, "ended", { outcome: "repaired" })).to.include.members(["squeezed", "customer-told"]);
    const early = upTo(opened(backlight, "backlight"), "alloy-chosen").scene;
    expect(missing(early, "old-desoldered", {})).to.include("alloy-chosen");
    const cold = upTo(opened(back, "layer"), "back-rim-warmed").scene;
    expect(missing(cold, "back-rim-cut", {})).to.include("back-rim-warm");
    const add = upTo(opened(back, "add-on-touch"), "alloy-chosen").scene;
    expect(missing(add, "sensor-laminated", {})).to.include.members(["joint-sound", "lot-taken film"]);
  });

  it("asks for it too where nothing has been done, or something was undone that was so before", () => {
    const fresh = opened(back, "layer");
    const bareFresh = opened(bare, "film");
    const unopened = sceneAtStart(back, 0);
    const hot = upTo(fresh, "soak-ended").scene;
    const isolated = upTo(fresh, "connector-opened").scene;
    const renewed = upTo(opened(front, "glass-sensor"), "casing-shut").scene;
    const untaped = {
      ...renewed,
      state: { ...renewed.state, bond: { ...renewed.state.bond, tapeOn: false } },
    };
    const lit = upTo(fresh, "lamp-off", () => true).scene;
    const rests: [scene: Scene, kind: string, data: unknown, needs: string[]][] = [
      [fresh, "liquid-laid", { volumeMl: 1, by: "scale" }, ["fits glass", "dose-chosen", "pattern-run"]],
      [fresh, "lowering-started", {}, ["liquid-laid"]],
      [opened(back, "layer", "sheet"), "in-mould", {}, ["film-on-glass"]],
      [fresh, "looked-clean", { line: "glass", result: "clean" }, ["glue-off glass", "freshly-wiped glass"]],
      [fresh, "inside-wiped", {}, ["casing-open", "off"]],
      [fresh, "found-dead", { result: "dead" }, ["isolated"]],
      [fresh, "seep-wiped", {}, ["lit tack"]],
      [fresh, "chamber-off", {}, ["chamber-running"]],
      [lit, "seep-wiped", {}, ["lamp-off"]],
      [hot, "part-taken-out", { part: "button" }, ["off-heat"]],
      [hot, "wiped", { line: "glass" }, ["heat-away"]],
      [isolated, "looked-under", { result: "clear", with: "eye" }, ["supply-joined"]],
      [isolated, "ended", { outcome: "repaired" }, ["shut", "outside-clean"]],
      [untaped, "casing-shut", {}, ["tape-on"]],
      // No lot at all is none in date either.
      [opened(front, "glass-sensor"), "tape-laid", {}, ["lot-taken tape", "lot-in-date tape "]],
      [bareFresh, "film-peeled", { line: "front", piece: "front 1" }, ["safe"]],
      [unopened, "damage-drawn", {}, ["opened-job"]],
      [unopened, "question-answered", { question: "picture", answer: "whole" }, ["opened-job"]],
    ];
    for (const [scene, kind, data, needs] of rests) {
      expect(missing(scene, kind, data), kind).to.include.members(needs);
    }
    // What lies on the shelf the job does not know: the shelf says it, or somebody signs.
    expect(deviceRules.holds(fresh, { is: "lot-on-shelf", lot: "LA-044" })).to.equal(false);
  });

  it("warms no cell beyond 60 degrees", () => {
    expect(moveNamed(deviceRules, "back-rim-warmed").data.safeParse({ toC: 61 }).success).to.equal(false);
    const { scene } = upTo(
      opened(back, "layer"),
      "part-taken-out",
      (data) => (data as { part: string }).part === "cell",
    );
    expect(missing(scene, "soak-started", { forS: 90 })).to.include("part-out cell");
  });

  it("shows the cautions of its own trade: no cell at the mains, no broken glass over a peel", () => {
    const hazards = new Set<string>();
    let scene = opened(bare, "film");
    for (let seq = 2; seq < 200; seq += 1) {
      const { step } = followPlan(deviceRules, scene, () => true, seq);
      if (!step) break;
      const hazard = step.move.hazard(scene, step.data);
      if (hazard && step.move.kind !== "damage-drawn") hazards.add(hazard);
      scene = after(
        { ...scene, nowMs: Math.max(scene.nowMs, step.notBeforeMs ?? 0) },
        step.move.kind,
        step.data,
        seq,
        30,
      );
    }
    expect([...hazards]).to.include.members(["mains", "film", "solvent"]);
    expect([...hazards]).to.not.include.members(["cell"]);
    expect([...hazards]).to.not.include.members(["glass"]);
    const certificate = certificateOf(followPlan(deviceRules, opened(bare, "film"), () => false, 2).scene);
    expect(certificate.measurements.map(({ what }) => what)).to.include.members([
      "Axis of the front film",
      "Axis of the rear film",
    ]);
    expect(certificate.measurements.some(({ what }) => what.startsWith("L"))).to.equal(true);
    expect(certificate.measurements.some(({ what }) => /Lamp|Light|Lowered/.test(what))).to.equal(false);
  });
});
