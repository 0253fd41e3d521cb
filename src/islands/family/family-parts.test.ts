import { expect } from "chai";
import { firstSelections, partOf, parts, placeOfFault } from "./family-parts.ts";
import { outlineHandles, pulledOutline } from "./outline-handles.ts";

const family = {
  seams: [{ route: "film", layer: "rear", method: "peel", bandSource: "read", newPart: "film" }],
  costs: [{ route: "assembly", partsMinor: 1, hours: 1 }],
} as const;
const at = (path: string) => placeOfFault(path, { seams: [...family.seams], costs: [...family.costs] });

describe("the drawing board of a family", () => {
  it("leads from a fault to its sheet and to the thing that is wrong", () => {
    expect(at("stack[2].thicknessUm")).to.deep.equal({
      part: "stack",
      selection: { list: "stack", index: 2 },
    });
    expect(at("outline.widthMm").selection.list).to.equal("outline");
    expect(at("borderMm")).to.deep.equal({ part: "panel", selection: { list: "outline", index: 0 } });
    expect(at("screws[1].places[3].xMm")).to.deep.equal({
      part: "back",
      selection: { list: "screws", index: 1, place: 3 },
    });
    expect(at("joint.nets[0][1]").part).to.equal("inside");
    expect(at("dischargeS").part).to.equal("device");
    expect(at("").part).to.equal("device");
  });
  it("finds the route that a line or a price belongs to", () => {
    const film = at("seams[0].layer").selection.index;
    const assembly = at("costs[0].hours").selection.index;
    expect(film).to.not.equal(assembly);
    expect(at("seams[7].layer")).to.deep.equal({ part: "routes", selection: firstSelections.routes });
  });
  it("begins on each sheet with something of that sheet", () => {
    for (const part of parts) expect(partOf(firstSelections[part])).to.equal(part);
  });
});

describe("an outline pulled by its points", () => {
  const outline = { widthMm: 100, heightMm: 60, cornerRadiusMm: 8 };
  it("grows and shrinks where it is pulled, in whole millimetres", () => {
    expect(pulledOutline(outline, "right", { xMm: 120.4, yMm: 3 })).to.deep.equal({
      ...outline,
      widthMm: 120,
    });
    expect(pulledOutline(outline, "bottom", { xMm: 3, yMm: 75.6 })).to.deep.equal({
      ...outline,
      heightMm: 76,
    });
    expect(pulledOutline(outline, "corner", { xMm: 90, yMm: 50 })).to.include({ widthMm: 90, heightMm: 50 });
  });
  it("keeps to what an outline can be", () => {
    expect(pulledOutline(outline, "right", { xMm: -40, yMm: 0 })).to.include({
      widthMm: 10,
      cornerRadiusMm: 5,
    });
    expect(pulledOutline(outline, "radius", { xMm: 99, yMm: 0 }).cornerRadiusMm).to.equal(30);
    expect(pulledOutline(outline, "radius", { xMm: -5, yMm: 0 }).cornerRadiusMm).to.equal(0);
    expect(pulledOutline({ widthMm: 50, heightMm: 40 }, "right", { xMm: 60, yMm: 0 })).to.not.have.property(
      "cornerRadiusMm",
    );
  });
  it("has its points outside its sides", () => {
    expect(outlineHandles.right(outline, 2)).to.deep.equal({ xMm: 102, yMm: 30 });
    expect(outlineHandles.radius(outline, 2)).to.deep.equal({ xMm: 8, yMm: -2 });
  });
});
