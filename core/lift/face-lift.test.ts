import { expect } from "chai";
import fc from "fast-check";
import { resultOf, runCalculation } from "../calculations.ts";
import { glueOf, strengthAt } from "../materials/glues.ts";
import { noise, randomStream } from "../random.ts";
import { panelAreaMm2 } from "../stack/panel-geometry.ts";
import { familyNamed } from "../../test/bench-hand.ts";
import { families } from "../../demo/families.ts";
import { calculateCardStrips, cardStrips, cardStripsInput } from "./card-strips.ts";
import { strengthHere } from "./strength-here.ts";
import { faceStrips } from "./strips.ts";
import { windowsFor } from "./windows-for.ts";
import { strengthFromWire } from "./wire-pull.ts";
import { calculateWireSweep, wireSweep, wireSweepInput } from "./wire-sweep.ts";
import { stripsBehindWire, wireSweep as sweepOf } from "./wire-sweep-plan.ts";

const square = { widthMm: 100, heightMm: 100 };
const lifted = { modulusGpa: 70, thicknessMm: 0.7 };
const strips = (more: object = {}) =>
  cardStripsInput.parse({
    outline: square,
    features: [],
    lifted,
    glue: { fractureEnergyJm2: 40 },
    windowS: 30,
    ...more,
  });
const sweep = (more: object = {}) =>
  wireSweepInput.parse({ outline: square, features: [], glue: { fractureEnergyJm2: 40 }, ...more });

describe("card-strips", () => {
  it("agrees with an example worked by hand: a card of 0.5 mm under 0.7 mm glass of 70 GPa at 40 J/m2", () => {
    // K = 70e9 (0.7e-3)³ = 24.01 N m; a⁴ = 3 (0.5e-3)² 24.01 / (8 · 40) = 5.6273e-8 m⁴; a = 15.402 mm.
    const made = calculateCardStrips(strips());
    expect(made.frontMm).to.be.closeTo(15.402, 1e-3);
    expect(made.stripMm).to.equal(15.4);
    // sigma = sqrt(6 E G / t) = sqrt(6 · 70e9 · 40 / 0.7e-3) = 154.92 MPa: more than glass bears.
    expect(made.liftedMpa).to.be.closeTo(154.92, 0.01);
    expect(made.verdict).to.equal("stop");
  });

  it("runs farther before a thicker card and in hotter glue: with the root of the one and the fourth root of the other", () => {
    const front = (more: object) => calculateCardStrips(strips(more)).frontMm;
    expect(front({ cardMm: 1 }) / front({ cardMm: 0.25 })).to.be.closeTo(2, 1e-9);
    const at = (glueC: number) => ({ glue: { material: "optical adhesive film", glueC } });
    const ratio =
      strengthAt(glueOf("optical adhesive film"), 60) / strengthAt(glueOf("optical adhesive film"), 90);
    expect(front(at(90)) / front(at(60))).to.be.closeTo(ratio ** 0.25, 1e-9);
  });

  it("cuts the whole of a face, of any shape, but where nothing may be cut", () => {
    for (const { outline } of families) {
      const cut = faceStrips({ outline, features: [] }, { stripMm: 6, speedMmS: 4, longestMm: 90 });
      const areaMm2 = cut.reduce((sum, strip) => sum + strip.areaMm2, 0);
      const whole = panelAreaMm2({ ...outline, cornerRadiusMm: 0, holesMm: [] });
      // Rings of a shape that points inward overlap at its corners.
      expect(areaMm2 / whole).to.be.within(0.98, outline.pathMm ? 1.12 : 1.0001);
    }
  });

  it("takes as many windows as its strips need, one after the other, and one where it stays on the heat", () => {
    expect(windowsFor([10, 10, 10], 30, 5)).to.equal(2);
    expect(windowsFor([40], 30, 5)).to.equal(1);
    expect(windowsFor([10, 10, 10], null, 5)).to.equal(1);
    expect(windowsFor([], 30, 5)).to.equal(0);
    const cuts = fc.array(fc.double({ min: 0.1, max: 25, noNaN: true }), { minLength: 1, maxLength: 40 });
    fc.assert(
      fc.property(cuts, (cutsS) => {
        const total = cutsS.reduce((sum, s) => sum + s, 0);
        const windows = windowsFor(cutsS, 30, 5);
        expect(windows).to.be.within(Math.ceil(total / 25 - 1e-9), cutsS.length);
      }),
    );
    expect(calculateCardStrips(strips({ windowS: null })).windows).to.equal(1);
    expect(calculateCardStrips(strips({ windowS: 12 })).windows).to.be.above(
      calculateCardStrips(strips({ windowS: 60 })).windows,
    );
  });

  it("says what it takes as usual, and names what is wrong with an input", () => {
    const asked = {
      outline: square,
      features: [],
      lifted,
      glue: { material: "optical adhesive film", glueC: 70 },
    };
    const ran = runCalculation(cardStrips as never, { ...asked, windowS: 30 });
    expect(ran.faults).to.equal(undefined);
    expect((ran as { assumptions: string[] }).assumptions.join(" ")).to.contain("card of 0.5 mm");
    expect((ran as { assumptions: string[] }).assumptions.join(" ")).to.contain("holds as assumed");
    expect(resultOf(cardStrips as never).safeParse((ran as { result: unknown }).result).success).to.equal(
      true,
    );
    const { faults } = runCalculation(cardStrips as never, { ...asked, windowS: 0 }) as {
      faults: { path: string }[];
    };
    expect(faults[0]!.path).to.equal("windowS");
  });
});

describe("what a glue holds with here", () => {
  const material = "optical adhesive film";

  it("is the assumed curve where nothing was read, and the bench's own line between its readings", () => {
    expect(strengthHere({ material, glueC: 72 }).jm2).to.equal(strengthAt(glueOf(material), 72));
    const readings = [50, 60, 70].map((glueC) => ({
      glueC,
      fractureEnergyJm2: 1_000 * Math.exp(-0.05 * glueC),
    }));
    const own = strengthHere({ material, glueC: 65, readings });
    expect(own.jm2).to.be.closeTo(1_000 * Math.exp(-0.05 * 65), 1e-6);
    expect(own.assumed).to.deep.equal([]);
  });

  it("is drawn towards a single reading, and the more the more there are", () => {
    const twice = { glueC: 60, fractureEnergyJm2: 2 * strengthAt(glueOf(material), 60) };
    const shift = (n: number) =>
      strengthHere({ material, glueC: 80, readings: Array.from({ length: n }, () => twice) }).jm2 /
      strengthAt(glueOf(material), 80);
    expect(shift(1)).to.be.within(1.5, 2);
    expect(shift(2)).to.be.within(shift(1), 2);
    expect(shift(20)).to.be.closeTo(2, 0.03);
  });

  it("holds the true strength within its interval on 90 to 98 of 100 benches that are off as is assumed", () => {
    const random = randomStream(11);
    const glue = glueOf(material);
    const tries = 1_000;
    let within = 0;
    for (let bench = 0; bench < tries; bench += 1) {
      const factor = 3 ** noise(random);
      const count = 1 + (bench % 4);
      // Readings at one temperature make no line of their own.
      const readings = Array.from({ length: count }, () => ({
        glueC: 62,
        fractureEnergyJm2: strengthAt(glue, 62) * factor * 1.5 ** noise(random),
      }));
      const { lowJm2, highJm2 } = strengthHere({ material, glueC: 75, readings });
      const trueJm2 = strengthAt(glue, 75) * factor;
      if (trueJm2 >= lowJm2 && trueJm2 <= highJm2) within += 1;
    }
    expect((100 * within) / tries).to.be.within(90, 98);
  });
});

describe("wire-sweep", () => {
  it("frees the whole of a plain square in one pass from a corner, its front no longer than the diagonal", () => {
    const { passes, sweptPct, timeS } = calculateWireSweep(sweep());
    expect(passes).to.have.length(1);
    expect(sweptPct).to.be.closeTo(100, 0.01);
    expect(passes[0]!.longestMm).to.be.closeTo(100 * Math.SQRT2, 1);
    // Each end goes two sides, the middle half of what both go.
    expect(passes[0]!.pathMm).to.be.closeTo(200, 1e-6);
    expect(timeS).to.be.closeTo(200, 1e-6);
  });

  it("pulls as hard as a bow of wire must that carries the glue's resistance all along its front", () => {
    const flow = { flowStressMpa: 0.1, friction: 0.5, wireUm: 80 };
    const { forceN, resistanceNm, passes } = calculateWireSweep(sweep({ ...flow, angleDeg: 40 }));
    // 40 J/m2 and 1.5 · 0.1e6 Pa · 80e-6 m.
    expect(resistanceNm).to.be.closeTo(40 + 12, 1e-9);
    // A wire under an even load is an arc; its pull forward is summed up over a thousand bits.
    const chordM = passes[0]!.longestMm / 1_000;
    const half = (40 * Math.PI) / 180;
    const radiusM = chordM / 2 / Math.sin(half);
    const bits = 1_000;
    const forwardN = Array.from({ length: bits }, (_, i) => -half + (2 * half * (i + 0.5)) / bits).reduce(
      (sum, at) => sum + resistanceNm * Math.cos(at) * ((2 * half * radiusM) / bits),
      0,
    );
    expect(2 * forceN * Math.sin(half)).to.be.closeTo(forwardN, 1e-5 * forwardN);
  });

  it("breaks where hard-drawn steel does: 2,000 MPa over 0.1 mm are 15.7 N", () => {
    const { breaksAtN, margin, verdict } = calculateWireSweep(sweep({ glue: { fractureEnergyJm2: 200 } }));
    expect(breaksAtN).to.be.closeTo(15.708, 1e-3);
    expect(margin).to.be.below(1);
    expect(verdict).to.equal("stop");
    expect(calculateWireSweep(sweep({ glue: { fractureEnergyJm2: 2 } })).verdict).to.equal("safe");
  });

  it("tells the glue's hold from a pull, the other way round", () => {
    const jm2 = fc.double({ min: 1, max: 300, noNaN: true });
    fc.assert(
      fc.property(jm2, fc.double({ min: 20, max: 80, noNaN: true }), (fractureEnergyJm2, angleDeg) => {
        const input = sweep({ glue: { fractureEnergyJm2 }, angleDeg });
        const { forceN, passes } = calculateWireSweep(input);
        const told = strengthFromWire(forceN, passes[0]!.longestMm, input);
        expect(told).to.be.closeTo(fractureEnergyJm2, 1e-6 * fractureEnergyJm2);
      }),
    );
    expect(strengthFromWire(0.01, 200, sweep())).to.equal(null);
  });

  it("never comes over what is delicate, and leaves the hinge and what lies behind to cards", () => {
    for (const family of families) {
      const plan = sweepOf(family);
      expect(plan.sweptPct, family.code).to.be.within(0, 100);
      const cut = faceStrips(family, { stripMm: 8, speedMmS: 4, longestMm: Infinity });
      const left = stripsBehindWire(family.outline, cut, plan);
      expect(left, family.code).to.include.members(cut.filter(({ isAtHinge }) => isAtHinge));
    }
    // A hinge in the middle of the far edge; a flex beside the near corner is gone round from the other one.
    const handheld = familyNamed("TK-5");
    const { stopsBefore, sweptPct } = calculateWireSweep(
      sweep({ outline: handheld.outline, features: handheld.features }),
    );
    expect(stopsBefore.join()).to.contain("panel flex");
    expect(sweptPct).to.be.within(50, 90);
  });

  it("is published with what it takes as usual", () => {
    const ran = runCalculation(wireSweep as never, {
      outline: square,
      features: [],
      glue: { material: "optical adhesive film", glueC: 90 },
    }) as { assumptions: string[] };
    expect(ran.assumptions.join(" ")).to.contain("100 µm").and.to.contain("45°").and.to.contain("1 mm/s");
  });
});
