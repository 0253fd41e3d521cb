import { expect } from "chai";
import { families } from "../../demo/families.ts";
import { describeFaults } from "../faults.ts";
import { family, materialOf, type Family } from "./family.ts";

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

  it("has a band that begins below its end, in every seam", () => {
    const [seam] = plotter.seams;
    const parsed = family.safeParse({ ...plotter, seams: [{ ...seam, minC: 96, maxC: 95 }] });
    expect(parsed.error?.issues[0]).to.deep.include({
      path: ["seams", 0, "minC"],
      message: "96 must be below maxC, which is 95",
    });
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

  it("knows materials of its own, and does not let them hide the library's", () => {
    const own = {
      name: "ceramic lens",
      drawnAs: "glass",
      conductivityWmK: 20,
      densityKgM3: 3_900,
      specificHeatJkgK: 880,
      source: "maker's sheet",
    } as const;
    const stack = [{ ...plotter.stack[0]!, material: own.name }, ...plotter.stack.slice(1)];
    const made = family.parse({ ...plotter, stack, ownMaterials: [own] });
    const { conductivityWmK, drawnAs } = materialOf(made, own.name);
    expect(conductivityWmK).to.deep.include({ value: 20, low: 20, high: 20 });
    expect(conductivityWmK.source.text).to.include("maker's sheet");
    expect(drawnAs).to.equal("glass");
    expect(materialOf(made, "air").conductivityWmK.value).to.equal(0.027);
    expect(faultsOf({ ownMaterials: [{ ...own, name: "air" }] })).to.deep.equal(["ownMaterials[0].name"]);
  });

  it("keeps its screws on its back and its windows on its panel", () => {
    const [first, ...others] = plotter.screws;
    const off = { ...first!, places: [{ xMm: 263, yMm: 5 }] };
    expect(faultsOf({ screws: [off, ...others] })).to.deep.equal(["screws[0].places[0]"]);
    // Without a back of its own, the back is as large as the panel.
    const edge = { ...first!, places: [{ xMm: 250, yMm: 5 }] };
    expect(faultsOf({ screws: [edge, ...others] })).to.deep.equal([]);
    expect(faultsOf({ screws: [edge, { ...others[0]!, places: [] }], back: undefined })).to.deep.equal([
      "screws[0].places[0]",
    ]);
    const many = { ...first!, count: 1 };
    expect(faultsOf({ screws: [many, ...others] })).to.deep.equal(["screws[0].places"]);
    const round = { kind: "camera", label: "camera", xMm: 1, yMm: 20, radiusMm: 2 };
    expect(faultsOf({ windows: [round] })).to.deep.equal(["windows[0]"]);
    const square = { kind: "sensor", label: "sensor", xMm: 230, yMm: 20, widthMm: 12, heightMm: 3 };
    expect(faultsOf({ windows: [square] })).to.deep.equal([]);
    expect(faultsOf({ windows: [{ ...square, widthMm: 13 }] })).to.deep.equal(["windows[0]"]);
  });

  it("is not parted where it does not survive it", () => {
    expect(faultsOf({ survivesParting: false })).to.deep.equal(["routes[0]"]);
    expect(faultsOf({ survivesParting: false, routes: ["assembly"], seams: [] })).to.deep.equal([]);
  });

  it("written before screws had places and parts had ways is still read, with the usual for what is missing", () => {
    const { windows, ownMaterials, survivesParting, costs, back, ...before } = plotter;
    expect([windows.length, ownMaterials.length, survivesParting, costs.length, back?.widthMm]).to.deep.equal(
      [1, 0, true, 2, 262],
    );
    const old = {
      ...before,
      screws: before.screws.map(({ places, ...size }) => (places.length > 0 ? size : size)),
      connectors: before.connectors.map(({ key, name, kind, opens }) => ({ key, name, kind, opens })),
      parts: [{ key: "gasket", name: "the gasket", irreplaceable: false }],
    };
    const read = family.parse(old);
    expect(read.parts[0]).to.deep.include({ kind: "part", goes: "to the new layer", count: 1 });
    expect(read.connectors[0]).to.deep.include({ way: "straight up", tape: "none" });
    expect(read.screws[0]!.places).to.deep.equal([]);
    expect(read.windows).to.deep.equal([]);
  });
});
