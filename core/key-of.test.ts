import { expect } from "chai";
import { keyOf } from "./key-of.ts";

describe("a key", () => {
  it("makes a key of any name", () => {
    expect(keyOf("The Été flex, 2nd")).to.equal("the-ete-flex-2nd");
    expect(keyOf("  ---  ")).to.equal("");
  });
});
