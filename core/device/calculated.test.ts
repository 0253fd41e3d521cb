import { expect } from "chai";
import { calculated, notCalculated } from "./calculated.ts";
import { calculatedBy } from "./calculated-by.ts";
import { inputHash } from "./input-hash.ts";

/** By sha256sum of GNU coreutils. */
const sha256 = {
  '{"a":{"c":null,"d":[2]},"b":1}': "dd9cb8cf46b8c41d0cbba015251ae6c7840923b87af2a6b1f601a776bfb41aa6",
  '{"a":2,"b":1}': "d3626ac30a87e6f7a6428233b3c68299976865fa5508e4267c5415c76af7a772",
  "{}": "44136fa355b3678a1146ad16f7e8649e94fb4fc21fe77e8310c060f61caaff8a",
};

describe("the stamp of a setting that was calculated", () => {
  it("holds the SHA-256 of its input with sorted keys, whatever order they came in", () => {
    expect(inputHash({ b: 1, a: { d: [2], c: null } })).to.equal(sha256['{"a":{"c":null,"d":[2]},"b":1}']);
    expect(calculatedBy("adhesive-dose", { b: 1, a: 2 }).inputHash).to.equal(sha256['{"a":2,"b":1}']);
    expect(calculated.parse(calculatedBy("adhesive-dose", { a: undefined, b: 1 })).input).to.deep.equal({
      b: 1,
    });
  });

  it("is that of an empty input where the setting is still to be worked out", () => {
    expect(notCalculated("adhesive-dose")).to.deep.equal(calculatedBy("adhesive-dose", {}));
    expect(notCalculated("adhesive-dose").inputHash).to.equal(sha256["{}"]);
  });
});
