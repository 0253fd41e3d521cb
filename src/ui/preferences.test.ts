import { expect } from "chai";
import { readPreferences, stationOf } from "./preferences.ts";

const usual = {
  language: "",
  ground: "system",
  temperature: "C",
  length: "mm",
  station: "",
  who: "",
  voice: "",
  seen: "",
};

describe("preferences", () => {
  it("are read from the cookies", () => {
    expect(readPreferences("ground=dark; temperature=F; length=inch; who=ase-lind; station=3")).to.deep.equal(
      {
        language: "",
        ground: "dark",
        temperature: "F",
        length: "inch",
        station: "3",
        who: "ase-lind",
        voice: "",
        seen: "",
      },
    );
  });

  it("are as usual where a cookie is missing, foreign or nonsense", () => {
    expect(readPreferences(null)).to.deep.equal(usual);
    expect(readPreferences("")).to.deep.equal(usual);
    expect(
      readPreferences("ground=pink; temperature=K; length; who=<script>; station=0; other=1"),
    ).to.deep.equal(usual);
    expect(readPreferences("seen=yes").seen).to.equal("yes");
    expect(readPreferences("voice=on").voice).to.equal("on");
    expect(readPreferences("voice=loud").voice).to.equal("");
    expect(readPreferences("seen=no").seen).to.equal("");
    expect(stationOf(readPreferences("station=12"))).to.equal(12);
    expect(stationOf(readPreferences("station=123"))).to.equal(null);
    expect(readPreferences("__proto__=x; constructor=y")).to.deep.equal(usual);
  });
});
