import { expect } from "chai";
import { isOutOfDate, lotTold, usableOf, usableUntilMs } from "./lots.ts";

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

  it("counts for what may be used unless it is blocked, out of date, overdrawn, or sheets to be cut", () => {
    const shelved = (leftQuantity: number, more: object = {}) => ({
      ...told,
      isBlocked: false,
      leftQuantity,
      ...more,
    });
    const shelf = [
      shelved(20),
      shelved(5.5),
      shelved(40, { isBlocked: true }),
      shelved(60, { expiresOn: "2026-01-01" }),
      shelved(-3),
      shelved(7, { kind: "solvent" }),
      shelved(4, { kind: "film", material: "polarizer film, clear" }),
      shelved(2, { kind: "film", material: "optical adhesive film" }),
    ];
    const nowMs = Date.UTC(2026, 2, 1);
    expect(usableOf("adhesive", shelf, nowMs)).to.equal(25.5);
    expect(usableOf("film", shelf, nowMs)).to.equal(2);
    expect(usableOf("tape", shelf, nowMs)).to.equal(0);
  });
});
