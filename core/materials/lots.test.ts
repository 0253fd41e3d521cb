import { expect } from "chai";
import { BenchHand } from "../../test/bench-hand.ts";
import { isOutOfDate, lotTold, usableUntilMs } from "./lots.ts";

const told = lotTold.parse({
  kind: "adhesive",
  lot: "LA-1",
  material: "UV-curing liquid optical adhesive",
  expiresOn: "2026-06-30",
  openedOn: null,
  openDays: 90,
});

describe("a lot", () => {
  it("is good to the end of its day, or for its days once open, whichever is earlier", () => {
    expect(usableUntilMs(told)).to.equal(Date.UTC(2026, 6, 1));
    expect(isOutOfDate(told, Date.UTC(2026, 5, 30, 23, 59))).to.equal(false);
    expect(isOutOfDate(told, Date.UTC(2026, 6, 1))).to.equal(true);
    // Opened on the first of March: 90 days are over with the 30th of May.
    expect(usableUntilMs({ ...told, openedOn: "2026-03-01" })).to.equal(Date.UTC(2026, 4, 31));
    expect(usableUntilMs({ ...told, expiresOn: null })).to.equal(null);
    expect(usableUntilMs({ ...told, openedOn: "2026-03-01", openDays: null })).to.equal(Date.UTC(2026, 6, 1));
  });

  it("that is out of date holds the laying until another is taken or somebody signs", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("bond");
    const old = { ...told, expiresOn: "2026-01-31" };
    expect(hand.try({ stage: "bond", kind: "lot-chosen", data: old })).to.equal(null);
    while (hand.next()!.key !== "hold") hand.press();
    expect(hand.next()!.hold!.name).to.equal("lot-in-date");
    expect(hand.next()!.ask).to.include("LA-1");
    expect(hand.next()!.ask).to.include("2026-01-31");
    // Another lot lifts it.
    const good = { ...told, lot: "LA-2", expiresOn: "2027-01-31" };
    expect(hand.try({ stage: "bond", kind: "lot-chosen", data: good })).to.equal(null);
    expect(hand.next()!.key).to.equal("lay");
    // So does a signature on the old one, and what was used of it stands on the job.
    hand.try({ stage: "bond", kind: "lot-chosen", data: old });
    expect(hand.next()!.key).to.equal("hold");
    expect(
      hand.try({
        stage: "bond",
        kind: "hold-overridden",
        data: { hold: "lot-in-date", reason: "tested on a scrap panel, cures well" },
      }),
    ).to.equal(null);
    hand.press();
    expect(hand.state.parts.at(-1)).to.include({ lot: "LA-1", unit: "ml" });
  });

  it("spends what the scale said was laid, not what was aimed at", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("bond");
    while (hand.next()!.key !== "lay") hand.press();
    hand.try({
      stage: "bond",
      kind: "reading-taken",
      data: {
        quantity: "mass",
        source: "hand",
        values: [{ at: new Date(hand.nowMs).toISOString(), value: 1.284 }],
      },
    });
    hand.press();
    expect(hand.state.parts.at(-1)!.quantity).to.equal(1.2);
  });
});
