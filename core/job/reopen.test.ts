import { expect } from "chai";
import { BenchHand } from "../../test/bench-hand.ts";
import { hasLaid } from "../clean/freshness.ts";
import type { EventDraft } from "./event.ts";
import { stagesToReopen } from "./reopen.ts";
import type { StageName } from "./route.ts";

const back = (stage: StageName, to: StageName): EventDraft => ({
  stage,
  kind: "sent-back",
  data: { to, reason: "a speck under the glass" },
});
const speck = { kind: "speck", xMm: 100, yMm: 60, areaMm2: 0.4, lengthMm: 0.7, strength: 30 } as const;
const photo = (isOverruled: boolean): EventDraft => ({
  stage: "prove",
  kind: "photo-inspected",
  data: { lighting: "dark", source: "photo", defects: [{ ...speck, overruled: isOverruled }] },
});

describe("work that is sent back", () => {
  it("opens that stage and all after it again, and what was spent stays spent", () => {
    const hand = new BenchHand("PH-10", "layer").workTo("prove");
    const spent = hand.state.parts.length;
    expect(hand.try(back("prove", "clean"))).to.equal(null);
    const { state } = hand;
    expect(state.upcoming).to.equal("clean");
    expect(Object.keys(state.endedStages)).to.deep.equal(["intake", "open", "lift"]);
    expect(state.before.parts).to.have.length(spent);
    expect(state.parts).to.deep.equal([]);
    expect(hasLaid(state)).to.equal(false);
    expect(state.sentBack.map(({ from, to }) => `${from} to ${to}`)).to.deep.equal(["prove to clean"]);
    hand.workTo();
    expect(hand.state.ended!.outcome).to.equal("repaired");
    expect(hand.state.parts).to.have.length(spent);
    expect(hand.state.timers.filter(({ timer }) => timer === "main")).to.have.length(1);
  });

  it("may go only to a stage before the one at hand, and back as if nothing had been when that is taken back", () => {
    const hand = new BenchHand("AQ-8", "glass-sensor").workTo("clean");
    expect(stagesToReopen(hand.state)).to.deep.equal(["open", "lift"]);
    expect(hand.try(back("clean", "bond"))!.sentence).to.equal("It can go back to open, lift.");
    expect(hand.try(back("clean", "rework"))!.path).to.equal("to");
    const before = hand.state;
    hand.try(back("clean", "lift"));
    expect(hand.state.stretches).to.deep.equal([]);
    hand.try({ stage: "clean", kind: "undone", data: { event: hand.events.at(-1)!.id } });
    expect(hand.state).to.deep.equal(before);
  });

  it("asks for the part again, or the same one", () => {
    const hand = new BenchHand("BX-24", "layer").workTo("prove");
    hand.try(back("prove", "fit"));
    hand.workTo("fit");
    while (hand.next()!.key !== "spend") hand.press();
    const same = hand.next()!.alternatives.find(({ label }) => label === "The same one again")!;
    expect(hand.try(same.draft())).to.equal(null);
    hand.workTo();
    expect(hand.state.parts.filter(({ unit }) => unit === "piece")).to.deep.equal([]);
    expect(hand.state.before.parts.filter(({ unit }) => unit === "piece")).to.have.length(1);
  });

  it("opens a device that is being shut from the beginning: power, connectors and screws are asked for again", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("close");
    expect(stagesToReopen(hand.state)).to.include("clean");
    while (hand.state.connectorsClosed.length === 0) hand.press();
    expect(stagesToReopen(hand.state)).to.deep.equal(["open"]);
    while (!hand.state.screwMoves.some(({ kind }) => kind === "returned")) hand.press();
    hand.try({ stage: "close", kind: "undone", data: { event: hand.events.at(-1)!.id } });
    const [one] = hand.state.screwMoves.flatMap((move) => (move.kind === "taken" ? move.cells : []));
    hand.try({
      stage: "close",
      kind: "screws-returned",
      data: { screws: [{ cell: one!, hole: one! }] },
    });
    expect(hand.try(back("close", "open"))!.sentence).to.match(/^1 of 10 screws are back/);
    while (hand.next()!.key !== "end") hand.press();
    expect(hand.try(back("close", "open"))).to.equal(null);
    expect(hand.state.powerIsolated).to.equal(null);
    expect(hand.state.screwMoves).to.deep.equal([]);
    expect(hand.state.connectorsOpen).to.deep.equal([]);
    hand.workTo();
    expect(hand.state.ended!.outcome).to.equal("repaired");
  });

  it("is offered where the last photo does not pass; what is overruled does not count", () => {
    const hand = new BenchHand("PH-10", "layer").workTo("prove");
    hand.try(photo(false));
    while (hand.state.upcoming !== "close") hand.press();
    const hold = hand.next()!.hold!;
    expect(hold.name).to.equal("clear-before-close");
    expect(hold.sentence).to.include("specks and bubbles at the centre (1 of 0)");
    expect(hold.lifts.map(({ label }) => label)).to.deep.equal(["Back to clean", "Back to lift"]);
    hand.try(photo(true));
    expect(hand.next()!.hold).to.equal(undefined);
    hand.try(photo(false));
    hand.press();
    expect(hand.state.upcoming).to.equal("clean");
    expect(hand.state.before.inspections).to.have.length(3);
    hand.workTo("close");
    expect(hand.state.inspections).to.deep.equal([]);
  });
});
