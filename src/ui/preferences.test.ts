import { expect } from "chai";
import { readPreferences } from "./preferences.ts";

const usual = { ground: "system", temperature: "C", length: "mm", who: "" };

describe("preferences", () => {
  it("are read from the cookies", () => {
    expect(readPreferences("ground=dark; temperature=F; length=inch; who=ase-lind")).to.deep.equal({
      ground: "dark",
      temperature: "F",
      length: "inch",
      who: "ase-lind",
    });
  });

  it("are as usual where a cookie is missing, foreign or nonsense", () => {
    expect(readPreferences(null)).to.deep.equal(usual);
    expect(readPreferences("")).to.deep.equal(usual);
    expect(readPreferences("ground=pink; temperature=K; length; who=<script>; other=1")).to.deep.equal(usual);
    expect(readPreferences("__proto__=x; constructor=y")).to.deep.equal(usual);
  });
});
