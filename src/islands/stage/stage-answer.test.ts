import { expect } from "chai";
import { BenchHand } from "../../../test/bench-hand.ts";
import type { StageName } from "../../../core/job/route.ts";
import { stageAnswer } from "./stage-answer.ts";

const answer = (hand: BenchHand, stage: StageName) =>
  stageAnswer(stage, {
    code: "GW-1",
    state: hand.state,
    family: hand.family,
    nowMs: hand.nowMs,
    live: true,
    mayEnter: true,
    atHand: "intake",
    send: () => true,
    offer: () => undefined,
  });

describe("the answer of a stage", () => {
  it("at intake is what is still possible, and why nothing is", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("intake");
    expect(answer(hand, "intake")).to.equal("Layer only or whole assembly, as far as known");
    hand.try({ stage: "intake", kind: "question-answered", data: { question: "picture", answer: "broken" } });
    expect(answer(hand, "intake")).to.equal("Whole assembly, as far as known");
    hand.try({ stage: "intake", kind: "question-answered", data: { question: "flex", answer: "gone" } });
    expect(answer(hand, "intake")).to.include("The connection was the fault");
  });

  it("while opening counts the screws and speaks of the power", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("open");
    expect(answer(hand, "open")).to.equal("0 of 10 screws out, power not isolated yet");
    hand.try({ stage: "open", kind: "screws-taken", data: { size: "rear", count: 1 } });
    hand.try({ stage: "open", kind: "power-isolated", data: {} });
    expect(answer(hand, "open")).to.equal("1 of 10 screws out, power isolated");
  });

  it("while proving says how many are checked and how many failed", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("prove");
    hand.press();
    hand.press();
    hand.try(hand.next()!.alternatives[0]!.draft());
    expect(answer(hand, "prove")).to.equal("2 of 7 checked, 1 failed");
  });

  it("while closing says which way the screws do not add up", () => {
    const hand = new BenchHand("BX-24", "layer").workTo("close");
    expect(answer(hand, "close")).to.equal("4 screws still out");
    hand.try({ stage: "close", kind: "screws-returned", data: { size: "shell", count: 5 } });
    expect(answer(hand, "close")).to.equal("1 screw too many");
    hand.try({ stage: "close", kind: "undone", data: { event: hand.events.at(-1)!.id } });
    hand.try({ stage: "close", kind: "screws-returned", data: { size: "shell", count: 4 } });
    expect(answer(hand, "close")).to.equal("All 4 screws back");
  });

  it("elsewhere counts the steps that are done", () => {
    const hand = new BenchHand("WS-240", "film").workTo("bond");
    expect(answer(hand, "bond")).to.equal("0 of 5 steps done");
    hand.press();
    expect(answer(hand, "bond")).to.equal("1 of 5 steps done");
    for (let steps = 0; steps < 4; steps += 1) hand.press();
    expect(answer(hand, "bond")).to.equal("All done");
  });
});
