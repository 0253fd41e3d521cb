import { expect } from "chai";
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
});
