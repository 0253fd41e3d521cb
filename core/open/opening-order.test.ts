import { expect } from "chai";
import fc from "fast-check";
import { families } from "../../demo/families.ts";
import { BenchHand, familyNamed } from "../../test/bench-hand.ts";
import { closingOrder, linersOf, openingOrder } from "./opening-order.ts";

describe("the way back", () => {
  it("is the way in reversed, for every family and whatever order its connectors were opened in", () => {
    fc.assert(
      fc.property(fc.constantFrom(...families), fc.infiniteStream(fc.nat()), (family, dice) => {
        const roll = dice[Symbol.iterator]();
        const opened = family.connectors
          .map(({ key }) => ({ key, at: roll.next().value as number }))
          .sort((a, b) => a.at - b.at)
          .map(({ key }) => key);
        const back = closingOrder(family, opened);
        const keys = (items: { key: string }[]) => items.map(({ key }) => key);
        expect(keys(back)).to.have.members(keys(openingOrder(family)));
        const connectors = back.flatMap((item) => (item.kind === "connector" ? [item.connector.key] : []));
        expect(connectors).to.deep.equal([...opened].reverse());
        const others = (items: { kind: string; key: string }[]) =>
          keys(items.filter(({ kind }) => kind !== "connector"));
        expect(others(back)).to.deep.equal(others(openingOrder(family)).reverse());
        // Power was the first thing apart after the screws, so it is the last joined before them.
        const power = back.findIndex(({ kind }) => kind === "power");
        expect(back.slice(0, power).every(({ kind }) => kind === "part" || kind === "connector")).to.equal(
          true,
        );
        expect(back.slice(power + 1).every(({ kind }) => kind === "screws")).to.equal(true);
      }),
    );
  });

  it("leaves out a connector that was never opened, and keeps liners for the count", () => {
    const ticket = familyNamed("TK-5");
    const keys = closingOrder(ticket, ["panel"]).map(({ key }) => key);
    expect(keys).to.include("connector-panel").and.not.include("connector-buttons");
    expect(keys).to.not.include("part-liner");
    expect(linersOf(ticket).map((l) => l.count)).to.deep.equal([3]);
  });

  it("asks at the close for every part, with what is new, and for every liner", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("close");
    const asks: string[] = [];
    while (hand.next() && hand.state.present === "close") {
      asks.push(hand.next()!.ask);
      hand.press();
    }
    const all = asks.join("\n");
    for (const part of hand.family.parts) expect(all).to.include(part.name.replace(/^the /, ""));
    expect(all)
      .to.match(/New: the rim tape/)
      .and.match(/on the new layer and in place/);
    expect(all.indexOf("rim tape, in place")).to.be.below(all.indexOf("Join the battery"));
    expect(all.indexOf("Join the battery")).to.be.below(all.indexOf("rear shell"));
  });

  it("does not go on where a liner is short of the count", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("close");
    while (hand.next()!.key !== "liners") hand.press();
    const short = hand.next()!.alternatives.find(({ label }) => label === "One short")!;
    hand.try(short.draft());
    expect(hand.next()!.ask).to.include("2 of 3 liners counted");
    expect(
      hand.try({ stage: "close", kind: "job-ended", data: { outcome: "repaired" } })!.hold!.name,
    ).to.equal("screws-reconciled");
    hand.press();
    expect(hand.state.linersCounted).to.equal(3);
    expect(hand.next()!.key).to.not.equal("liners");
  });
});
