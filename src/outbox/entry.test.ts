import { expect } from "chai";
import { readEntry, type Entry } from "./entry.ts";

const id = "018f2c1e-9a4b-7c3d-8e5f-0123456789ab";
const move: Entry = {
  id,
  code: "GW-1",
  refused: null,
  missing: [{ is: "off", what: "lamp" }],
  kind: "move",
  move: {
    id,
    kind: "noted",
    version: 1,
    data: { text: "x" },
    who: "tove",
    toldAt: "2026-11-27T10:00:00Z",
    device: "bench",
  },
};
const photo: Entry = {
  id,
  code: "GW-1",
  refused: "too large",
  missing: [],
  kind: "photo",
  who: "tove",
  at: "2026-11-27T10:00:00Z",
  name: "a.jpg",
  picture: new Blob(["x"]),
};

describe("what a browser kept", () => {
  it("is read as it was written", () => {
    expect(readEntry(move)).to.deep.equal(move);
    expect(readEntry(photo)).to.deep.equal(photo);
    // Before what was lacking was kept beside it.
    expect(readEntry({ ...move, missing: undefined })).to.deep.equal({ ...move, missing: [] });
  });

  it("is left out where any part of it is missing or is something else", () => {
    for (const whole of [move, photo]) {
      for (const name of Object.keys(whole).filter((key) => key !== "missing")) {
        expect(readEntry({ ...whole, [name]: undefined }), name).to.equal(null);
        expect(readEntry({ ...whole, [name]: 7 }), name).to.equal(null);
      }
      expect(readEntry({ ...whole, missing: [{}] })).to.equal(null);
      expect(readEntry({ ...whole, id: "x" })).to.equal(null);
      expect(readEntry({ ...whole, code: "" })).to.equal(null);
    }
    for (const name of Object.keys(move.move).filter((key) => key !== "data")) {
      expect(readEntry({ ...move, move: { ...move.move, [name]: undefined } }), name).to.equal(null);
    }
    for (const nothing of [null, undefined, "move", 7, []]) expect(readEntry(nothing)).to.equal(null);
  });
});
