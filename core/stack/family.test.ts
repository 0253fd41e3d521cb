import { expect } from "chai";
import { families } from "../../demo/families.ts";
import { describeFaults } from "../faults.ts";
import { family, type Family } from "./family.ts";

const plotter = families.find((entry) => entry.code === "PH-10")!;
const faultsOf = (change: Partial<Record<keyof Family, unknown>>) => {
  const input = { ...plotter, ...change };
  const parsed = family.safeParse(input);
  return parsed.success ? [] : describeFaults(parsed.error, input).map((fault) => fault.path);
};

describe("a family", () => {
  for (const entry of families) {
    it(`${entry.code} of the demo holds to the schema and is not changed by it`, () => {
      expect(family.parse(entry)).to.deep.equal(entry);
    });
  }

  it("names each layer, screw size, connector and function once", () => {
    expect(faultsOf({ stack: [...plotter.stack, plotter.stack[0]] })).to.include("stack[7].name");
    expect(faultsOf({ screws: [plotter.screws[0], plotter.screws[0]] })).to.deep.equal(["screws[1].key"]);
    expect(faultsOf({ connectors: [plotter.connectors[0], plotter.connectors[0]] })).to.deep.equal([
      "connectors[1].key",
    ]);
    expect(faultsOf({ functions: [plotter.functions[0], plotter.functions[0]] })).to.deep.equal([
      "functions[1].key",
    ]);
  });

  it("opens a seam only at a layer that it has", () => {
    expect(faultsOf({ seams: [{ ...plotter.seams[0], layer: "butter" }] })).to.deep.equal(["seams[0].layer"]);
    expect(faultsOf({ seams: [plotter.seams[0], plotter.seams[0]] })).to.deep.equal(["seams[1].route"]);
  });

  it("must be able to show a picture", () => {
    expect(faultsOf({ functions: plotter.functions.filter((f) => f.key !== "picture") })).to.deep.equal([
      "functions",
    ]);
  });

  it("keeps its edge features on its edges and its corners within its sides", () => {
    const beyond = { ...plotter.features[0]!, toMm: 300 };
    expect(faultsOf({ features: [beyond] })).to.deep.equal(["features[0].toMm"]);
    const backwards = { ...plotter.features[0]!, fromMm: 190, toMm: 60 };
    expect(faultsOf({ features: [backwards] })).to.deep.equal(["features[0].fromMm"]);
    expect(faultsOf({ outline: { widthMm: 242, heightMm: 162, cornerRadiusMm: 90 } })).to.include(
      "outline.cornerRadiusMm",
    );
  });

  it("takes only materials of the library and codes of its form", () => {
    const stack = [{ ...plotter.stack[0]!, material: "butter" }, ...plotter.stack.slice(1)];
    expect(faultsOf({ stack })).to.deep.equal(["stack[0].material"]);
    expect(faultsOf({ code: "plotter" })).to.deep.equal(["code"]);
  });
});
