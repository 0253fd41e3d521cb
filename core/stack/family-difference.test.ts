import { expect } from "chai";
import { families } from "../../demo/families.ts";
import { familyNamed } from "../../test/bench-hand.ts";
import { familyDifference } from "./family-difference.ts";

const plotter = familyNamed("PH-10");

describe("the difference between two versions of a family", () => {
  it("is nothing where nothing differs", () => {
    for (const family of families) {
      expect(familyDifference(family, structuredClone(family))).to.deep.equal([]);
    }
  });

  it("names a layer that is thicker, one that is new and one that is gone", () => {
    const [glass, ...rest] = plotter.stack;
    const after = {
      ...plotter,
      stack: [
        { ...glass!, thicknessUm: 1_300 },
        { ...glass!, name: "lens" },
        ...rest.filter((layer) => layer.name !== "rear polarizer"),
      ],
    };
    expect(familyDifference(plotter, after)).to.deep.equal([
      "Layer rear polarizer: gone",
      "Layer cover glass: thickness, µm from 1100 to 1300",
      "Layer lens: new",
    ]);
  });

  it("is never nothing where something was left out, came twice or changed places, even under one name", () => {
    const namesakes = plotter.features.map((feature) => ({ ...feature, label: "keep out" }));
    const family = { ...plotter, features: namesakes };
    const lists = Object.entries(family).filter(([, value]) => Array.isArray(value)) as [string, unknown[]][];
    for (const [list, members] of lists) {
      members.forEach((member, i) => {
        const without = members.filter((_, n) => n !== i);
        for (const other of [without, [...members, member], [...without, member]]) {
          const isSame = JSON.stringify(other) === JSON.stringify(members);
          expect(familyDifference(family, { ...family, [list]: other }).length > 0, `${list} ${i}`).to.equal(
            !isSame,
          );
        }
      });
    }
  });

  it("tells another order from another content", () => {
    const after = { ...plotter, connectors: [...plotter.connectors].reverse() };
    expect(familyDifference(plotter, after)).to.deep.equal(["Connector: another order"]);
  });

  it("says what plain fields were and are, in their units, and what stood nowhere before", () => {
    const after = {
      ...plotter,
      borderMm: 9,
      power: "mains" as const,
      dischargeS: 120,
      outline: { ...plotter.outline, cornerRadiusMm: 8 },
    };
    const lines = familyDifference(plotter, after);
    expect(lines).to.include("Border, mm: from 11 to 9");
    expect(lines).to.include("Power: from supply to mains");
    expect(lines).to.include("Discharge, s: from nothing to 120");
    expect(lines.find((line) => line.startsWith("Outline"))).to.include("corner radius, mm 8");
  });
});
