import { expect } from "chai";
import { hasWords } from "./has-words.ts";

describe("the words that narrow a list", () => {
  it("are all parts of the texts together, whatever their case and order", () => {
    expect(hasWords("tick 5", "TK-5", "Ticket handheld")).to.equal(true);
    expect(hasWords("HANDHELD tk", "TK-5", "Ticket handheld")).to.equal(true);
    expect(hasWords("handheld 6", "TK-5", "Ticket handheld")).to.equal(false);
  });

  it("leave everything where nothing, or only blanks, were typed", () => {
    expect(hasWords("", "TK-5")).to.equal(true);
    expect(hasWords("   ", "TK-5")).to.equal(true);
  });
});
