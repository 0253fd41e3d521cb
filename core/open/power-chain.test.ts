import { expect } from "chai";
import { asksFor, familyNamed, workedTo } from "../../test/bench-hand.ts";
import { powerChain } from "./power-chain.ts";

const before = (code: string, route: "layer" | "film", kind: string) =>
  powerChain(workedTo(familyNamed(code), route, asksFor(kind)).scene);

describe("the way of the power", () => {
  it("is live until the battery is parted, isolated until it is proved dead", () => {
    expect(before("PH-10", "layer", "isolated")).to.deep.include({ board: "live" });
    const parted = before("PH-10", "layer", "found-dead");
    expect(parted.board).to.equal("isolated");
    expect(parted.supply.map(({ isJoined }) => isJoined)).to.include(false);
    expect(before("PH-10", "layer", "connector-opened").board).to.equal("dead");
  });
  it("has a plug where it is fed by the mains, and none where a cell feeds it", () => {
    expect(before("KB-15", "film", "unplugged").supply[0]).to.deep.equal({
      key: "plug",
      name: "plug",
      isJoined: true,
    });
    expect(before("TK-5", "layer", "isolated").supply).to.deep.equal([
      { key: "supply", name: "battery", isJoined: true },
    ]);
  });
  it("follows every connector of the panel", () => {
    const open = before("TK-5", "layer", "soak-started").panel;
    expect(open.length).to.equal(2);
    expect(open.map(({ isJoined }) => isJoined)).to.deep.equal([false, false]);
    expect(before("TK-5", "layer", "found-dead").panel.every(({ isJoined }) => isJoined)).to.equal(true);
  });
});
