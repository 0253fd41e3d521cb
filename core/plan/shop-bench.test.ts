import { expect } from "chai";
import { describeFaults } from "../faults.ts";
import { hoursText, readHours, shopBench, usualBench } from "./shop-bench.ts";

const faultsOf = (change: object) => {
  const entered = { ...usualBench, ...change };
  const parsed = shopBench.safeParse(entered);
  return parsed.success ? [] : describeFaults(parsed.error, entered).map(({ path }) => path);
};

describe("what a shop has and when it works", () => {
  it("is as usual until somebody says otherwise, and takes what a bench could be", () => {
    expect(faultsOf({})).to.deep.equal([]);
    expect(
      faultsOf({ places: { ...usualBench.places, plate: 2 }, cannot: { linus: ["lamp"] } }),
    ).to.deep.equal([]);
  });

  it("names what cannot be: no place, a day without hours, hours that overlap or end before they begin, an eighth day", () => {
    expect(faultsOf({ places: { ...usualBench.places, plate: 0 } })).to.deep.equal(["places.plate"]);
    expect(faultsOf({ hours: [] })).to.deep.equal(["hours"]);
    expect(faultsOf({ hours: [{ from: 12, to: 8 }] })).to.deep.equal(["hours[0]"]);
    expect(
      faultsOf({
        hours: [
          { from: 8, to: 13 },
          { from: 12, to: 17 },
        ],
      }),
    ).to.deep.equal(["hours[1]"]);
    expect(faultsOf({ weekdays: [7] })).to.deep.equal(["weekdays[0]"]);
    expect(faultsOf({ cannot: { linus: ["sauna"] } })).to.deep.equal(["cannot.linus[0]"]);
  });

  it("reads hours as they are typed, and writes them as it reads them", () => {
    expect(readHours(hoursText(usualBench.hours))).to.deep.equal(usualBench.hours);
    expect(readHours("22:15–23:45")).to.deep.equal([{ from: 22.25, to: 23.75 }]);
    for (const text of ["", "8", "8-", "from 8 to 5", "8:75-17:00", "8-12,,13-17"])
      expect(readHours(text), text).to.equal(null);
  });
});
