import { expect } from "chai";
import { createHash } from "node:crypto";
import { calculated, notCalculated } from "./calculated.ts";
import { calculatedBy } from "./calculated-by.ts";
import { inputHash } from "./input-hash.ts";

const sha256 = (text: string) => createHash("sha256").update(text).digest("hex");

describe("the stamp of a setting that was calculated", () => {
  it("holds the SHA-256 of its input with sorted keys, whatever order they came in", () => {
    expect(inputHash({ b: 1, a: { d: [2], c: null } })).to.equal(sha256('{"a":{"c":null,"d":[2]},"b":1}'));
    expect(calculatedBy("adhesive-dose", { b: 1, a: 2 }).inputHash).to.equal(sha256('{"a":2,"b":1}'));
    expect(calculated.parse(calculatedBy("adhesive-dose", { a: undefined, b: 1 })).input).to.deep.equal({
      b: 1,
    });
  });

  it("is that of an empty input where the setting is still to be worked out", () => {
    expect(notCalculated("adhesive-dose")).to.deep.equal(calculatedBy("adhesive-dose", {}));
    expect(notCalculated("adhesive-dose").inputHash).to.equal(sha256("{}"));
  });
});
