import { expect } from "chai";
import { keptBy } from "./kept-by.ts";

describe("what is kept by an object", () => {
  it("is worked out once for each, also where it comes to nothing", () => {
    const asked: object[] = [];
    const nothing = keptBy((key: object) => void asked.push(key));
    const [one, other] = [{}, {}];
    for (const key of [one, one, other, one]) expect(nothing(key)).to.equal(undefined);
    expect(asked).to.have.ordered.members([one, other]);
  });
});
