import { expect } from "chai";
import { family as familySchema } from "../../../core/stack/family.ts";
import { families } from "../../../demo/families.ts";
import { familyNamed } from "../../../test/bench-hand.ts";
import {
  emptyFamily,
  finished,
  layerRenamed,
  materialRenamed,
  opensSeam,
  usualSeam,
} from "./family-draft.ts";

const OWN = {
  name: "",
  drawnAs: "film",
  conductivityWmK: 0.2,
  densityKgM3: 1_000,
  specificHeatJkgK: 1_800,
  source: "data sheet",
} as const;

describe("a family that is being drawn", () => {
  it("gives keys to what has none, and leaves those that events may speak of", () => {
    const plotter = familyNamed("PH-10");
    const blank = {
      key: "",
      name: "Panel cable",
      kind: "press",
      opens: "up",
      way: "straight up",
      tape: "none",
    } as const;
    const { connectors } = finished({
      ...plotter,
      connectors: [...plotter.connectors, blank, { ...blank, name: "Panel" }],
    });
    expect(connectors.map(({ key }) => key)).to.deep.equal(["panel", "touch", "panel-cable", "panel-2"]);
  });

  it("keeps what speaks of a layer or of a material by its name, whatever it is called next", () => {
    const ticket = familyNamed("TK-5");
    const cut = ticket.stack.findIndex(({ name }) => name === ticket.seams[0]!.layer);
    const anew = { ...ticket, ...layerRenamed(ticket, cut, "clear glue") };
    expect(anew.stack[cut]!.name).to.equal("clear glue");
    expect(anew.seams[0]!.layer).to.equal("clear glue");
    expect(familySchema.safeParse(anew).success).to.equal(true);

    const own = { ...ticket, ownMaterials: [{ ...OWN, name: "gel" }] };
    own.stack = own.stack.map((layer, i) => (i === cut ? { ...layer, material: "gel" } : layer));
    const soft = { ...own, ...materialRenamed(own, 0, "soft gel") };
    expect(soft.stack[cut]!.material).to.equal("soft gel");
    expect(familySchema.safeParse(soft).success).to.equal(true);

    // What has no name yet is spoken of by nobody.
    const blank = { ...ticket, stack: [{ ...ticket.stack[0]!, name: "" }] };
    blank.seams = [{ ...ticket.seams[0]!, layer: "" }];
    expect(layerRenamed(blank, 0, "glass").seams[0]!.layer).to.equal("");
  });

  it("is sent as it was read where nothing was changed", () => {
    for (const family of families) expect(finished(family)).to.deep.equal(family);
  });

  it("drops the seam and the price of a route that is not offered, and the heat of one that is peeled", () => {
    const ticket = familyNamed("TK-5");
    const less = finished({ ...ticket, routes: ["assembly"] });
    expect(less.seams).to.deep.equal([]);
    expect(less.costs.map(({ route }) => route)).to.deep.equal(["assembly"]);
    const peeled = finished({
      ...ticket,
      seams: ticket.seams.map((seam) => ({ ...seam, method: "peel" as const })),
    });
    expect(peeled.seams[0]).to.not.have.any.keys("minC", "plateC", "speedMmS");
  });

  it("begins with what only lacks its name, size and stack", () => {
    const parsed = familySchema.safeParse(finished(emptyFamily()));
    const paths = parsed.success ? [] : parsed.error.issues.map(({ path }) => String(path[0]));
    expect([...new Set(paths)]).to.have.members(["code", "name", "kind", "diagonalIn", "stack"]);
  });

  it("proposes a seam for every route that opens one", () => {
    const ticket = familyNamed("TK-5");
    expect(usualSeam(ticket, "layer").layer).to.equal("optical adhesive");
    expect(usualSeam(ticket, "film")).to.deep.include({ layer: "polarizer", method: "peel" });
    expect(
      ["layer", "glass-sensor", "film", "backlight", "assembly"].map((r) => opensSeam(r as never)),
    ).to.deep.equal([true, true, true, false, false]);
  });
});
