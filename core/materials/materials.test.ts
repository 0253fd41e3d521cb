import { expect } from "chai";
import { materialNamed, materials, surroundings } from "./materials.ts";

describe("materials", () => {
  it("lie inside their own ranges and each say where they come from", () => {
    const values = [
      ...materials.flatMap((m) => [m.conductivityWmK, m.densityKgM3, m.specificHeatJkgK]),
      ...Object.values(surroundings),
    ];
    for (const { value, low, high, source } of values) {
      expect(value).to.be.within(low, high);
      expect(source.text).to.not.equal("");
    }
  });

  it("agree with Incropera & DeWitt, table A.4, for air at 300 K (quoted from memory)", () => {
    const air = materialNamed("air");
    expect(air.conductivityWmK.value).to.be.closeTo(0.0263, 0.001);
    expect(air.densityKgM3.value).to.be.closeTo(1.1614, 0.1);
    expect(air.specificHeatJkgK.value).to.equal(1007);
  });

  it("are found by name, and only so", () => {
    expect(() => materialNamed("butter")).to.throw(RangeError);
  });
});
