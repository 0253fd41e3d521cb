import { expect } from "chai";
import { familyNamed } from "../../test/bench-hand.ts";
import { liquidAdhesive } from "../materials/adhesives.ts";
import { coverLight, lampChoices, lampFault } from "./cover-light.ts";
import { eyeLimitS } from "./cure-exposure.ts";

const family = familyNamed("BX-24");
const [glass, ...below] = family.stack;
const coated = { ...family, stack: [{ ...glass!, blocksBelowNm: 380 }, ...below] };

describe("light through a cover", () => {
  it("is what every layer over the new bond leaves of it", () => {
    const { transmittancePct, layers } = coverLight(family, "layer", 395);
    expect(layers.map(({ name }) => name)).to.deep.equal([glass!.name]);
    expect(transmittancePct).to.be.closeTo(layers[0]!.pct, 1e-12);
    const twice = { ...family, stack: [glass!, { ...glass!, name: "second glass" }, ...below] };
    expect(coverLight(twice, "layer", 395).transmittancePct).to.be.closeTo(transmittancePct ** 2 / 100, 1e-9);
  });

  it("stops below a filter's edge, and then says at which lamps to cure instead", () => {
    expect(coverLight(coated, "layer", 365).transmittancePct).to.equal(0);
    const choices = lampChoices(coated, "layer", liquidAdhesive);
    expect(choices.map(({ cures }) => cures)).to.deep.equal([false, true, true, true]);
    expect(lampFault(choices, 365)).to.equal("The cover stops 365 nm: cure at 385, 395 or 405 nm.");
    expect(lampFault(choices, 395)).to.equal(null);
    const deep = { ...family, stack: [{ ...glass!, blocksBelowNm: 420 }, ...below] };
    expect(lampFault(lampChoices(deep, "layer", liquidAdhesive), 405)).to.match(/from the side only/);
  });

  it("takes what nobody has described as dark", () => {
    const odd = { ...family, stack: [{ ...glass!, material: "graphite sheet on copper foil" }, ...below] };
    expect(coverLight(odd, "layer", 395).transmittancePct).to.equal(0);
  });
});

describe("the limit for bare eyes", () => {
  it("is 10 kJ/m² of UV-A: 100 s in 10 mW/cm² (ICNIRP 2004, from memory)", () => {
    expect(eyeLimitS(10)).to.be.closeTo(100, 1e-9);
  });
});
