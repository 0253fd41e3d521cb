import { expect } from "chai";
import { BenchHand } from "../../test/bench-hand.ts";
import { families } from "../../demo/families.ts";
import { FRESH_S } from "../clean/fresh.ts";
import { certificateOf } from "../records/certificate.ts";
import { customerWords } from "./customer-words.ts";
import { stillOut } from "./still-out.ts";

const outOf = (hand: BenchHand) => stillOut(hand.family, hand.state);
const shut = { stage: "close", kind: "step-done", data: { step: "shut" } } as const;

describe("what is still out", () => {
  for (const family of families) {
    it(`of ${family.code} is what came out, less at every press of the close, and nothing at its end`, () => {
      const hand = new BenchHand(family.code, family.routes[0]!).workTo("close");
      const began = outOf(hand);
      const screws = began.filter(({ kind }) => kind === "screw").reduce((sum, { count }) => sum + count, 0);
      expect(screws).to.equal(family.screws.reduce((sum, { count }) => sum + count, 0));
      expect(began.filter(({ kind }) => kind === "connector")).to.have.length(family.connectors.length);
      expect(began.filter(({ kind }) => kind === "part" || kind === "tape").length).to.be.at.least(
        family.parts.filter(({ kind }) => kind !== "liner").length,
      );
      let before = began.length;
      while (hand.next()!.key !== "end") {
        hand.press();
        const left = outOf(hand);
        expect(left.length).to.be.at.most(before);
        before = left.length;
        if ("close:shut" in hand.state.stepsDone)
          expect(left.every(({ isInside }) => !isInside)).to.equal(true);
      }
      expect(outOf(hand)).to.deep.equal([]);
    });
  }

  it("holds the shutting, names what is missing, and may be signed for", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("close");
    hand.press();
    const { hold } = hand.try(shut)!;
    expect(hold!.name).to.equal("nothing-left-out");
    for (const { name } of outOf(hand).filter(({ isInside }) => isInside))
      expect(hold!.sentence).to.include(name);
    hand.try({
      stage: "close",
      kind: "hold-overridden",
      data: { hold: "nothing-left-out", reason: "the gasket comes with the next post" },
    });
    expect(hand.try(shut)).to.equal(null);
  });

  it("holds the shutting too where the last wipe inside was too long ago, and the bar asks for another", () => {
    const hand = new BenchHand("AQ-8", "glass-sensor").workTo("close");
    while (hand.next()!.key !== "shut") hand.press();
    hand.nowMs += (FRESH_S + 60) * 1_000;
    expect(hand.try(shut)!.hold!.name).to.equal("freshly-wiped");
    expect(hand.next()!.key).to.equal("wipe-inside");
    hand.press();
    expect(hand.try(shut)).to.equal(null);
    expect(hand.state.timers.filter(({ stoppedAt }) => stoppedAt === null)).to.deep.equal([]);
  });
});

describe("a device that fails once it is shut", () => {
  it("does not go out: it is opened again", () => {
    const hand = new BenchHand("BX-24", "layer").workTo("close");
    while (hand.next()!.key !== "check-picture") hand.press();
    hand.try(
      hand
        .next()!
        .alternatives.find(({ label }) => label === "Fail")!
        .draft(),
    );
    while (!hand.next()!.hold) hand.press();
    expect(hand.next()!.hold!.name).to.equal("proved-shut");
    hand.press();
    expect(hand.state.upcoming).to.equal("open");
    hand.workTo();
    expect(hand.state.sentBack[0]!.reason).to.include("picture");
    expect(hand.state.checks.close!.picture!.result).to.equal("pass");
  });
});

describe("what the customer is told", () => {
  it("names what is new, what was left, and how to treat it", () => {
    const hand = new BenchHand("PH-10", "layer").workTo("prove");
    expect(customerWords(hand.family, hand.state)).to.match(/^New: .*glass.*do not press/s);
    hand.try({
      stage: "prove",
      kind: "photo-inspected",
      data: {
        lighting: "dark",
        source: "photo",
        defects: [
          { kind: "speck", xMm: 9, yMm: 9, areaMm2: 0.01, lengthMm: 0.1, strength: 9, overruled: false },
          { kind: "speck", xMm: 99, yMm: 9, areaMm2: 9, lengthMm: 3, strength: 9, overruled: true },
        ],
      },
    });
    expect(customerWords(hand.family, hand.state)).to.include("1 small mark is left");
    hand.try({ stage: "prove", kind: "sent-back", data: { to: "clean", reason: "a hair" } });
    expect(customerWords(hand.family, hand.state)).to.include("sent back once before it passed: a hair");
  });
});

describe("the certificate", () => {
  const of = (hand: BenchHand) => certificateOf("GW-1", hand.family, hand.state, (who) => who.toUpperCase());
  const named = (hand: BenchHand, what: string) => of(hand).measurements.find((entry) => entry.what === what);

  it("is a draft until the job is over, and says who signed it", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("prove");
    expect(of(hand)).to.include({ outcome: null, endedAt: null, signed: null, told: null });
    hand.workTo();
    expect(of(hand)).to.include({ outcome: "repaired" });
    expect(of(hand).signed!.by).to.equal("TOVE");
    expect(of(hand).functions.map(({ name }) => name)).to.deep.equal(
      hand.family.functions.map(({ name }) => name),
    );
  });

  it("holds the dose that the glue got against what it needs, by how long the lamp was really on", () => {
    const dose = (early: boolean) => {
      const hand = new BenchHand("TK-5", "layer").workTo("cure");
      while (hand.next()!.key !== "main") hand.press();
      hand.press();
      if (early) {
        hand.nowMs += 10_000;
        hand.try({ stage: "cure", kind: "timer-stopped", data: { timer: "main" } });
      }
      hand.workTo("prove");
      return named(hand, "Dose at the worst point")!;
    };
    expect(dose(false)).to.include({ passes: true, source: "reckoned" });
    expect(dose(true).passes).to.equal(false);
    expect(dose(true).value).to.be.lessThan(dose(false).value);
  });

  it("holds a border against half a millimetre, and says where a figure is simulated", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("bond");
    const at = new Date(hand.nowMs).toISOString();
    const read = (source: "hand" | "simulated", value: number) =>
      hand.try({
        stage: "bond",
        kind: "reading-taken",
        data: { quantity: "border offset", source, values: [{ at, value }] },
      });
    read("hand", 0.4);
    expect(named(hand, "Border off equal")).to.include({ value: 0.4, passes: true });
    expect(of(hand).remarks.join(" ")).not.to.include("stand-in");
    read("simulated", 0.62);
    expect(named(hand, "Border off equal")).to.include({ value: 0.62, passes: false });
    expect(of(hand).remarks.join(" ")).to.include("stand-in");
  });

  it("takes the border that was noted last, also where that was by photo at the proof", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("bond");
    const read = (stage: "bond" | "prove", source: "hand" | "photo", value: number) =>
      hand.try({
        stage,
        kind: "reading-taken",
        data: {
          quantity: "border offset",
          source,
          values: [{ at: new Date(hand.nowMs).toISOString(), value }],
        },
      });
    read("bond", "hand", 0.2);
    hand.workTo("prove");
    read("prove", "photo", 0.7);
    expect(named(hand, "Border off equal")).to.include({
      stage: "prove",
      source: "photo",
      value: 0.7,
      passes: false,
    });
  });

  it("tells what an earlier try used up, why it was sent back, and every reason that was signed", () => {
    const hand = new BenchHand("PH-10", "layer").workTo("prove");
    hand.try({
      stage: "prove",
      kind: "hold-overridden",
      data: { hold: "lot-in-date", reason: "measured its viscosity first" },
    });
    hand.try({ stage: "prove", kind: "sent-back", data: { to: "clean", reason: "a hair" } });
    hand.workTo();
    const certificate = of(hand);
    expect(certificate.usedBefore.map(({ part }) => part)).to.deep.equal(
      certificate.replaced.map(({ part }) => part),
    );
    expect(certificate.sentBack[0]).to.include({ from: "prove", to: "clean", reason: "a hair", by: "TOVE" });
    expect(certificate.signedFor[0]).to.include({ hold: "lot-in-date" });
  });
});
