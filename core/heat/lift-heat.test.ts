import { expect } from "chai";
import { familyNamed } from "../../test/bench-hand.ts";
import type { Family, Seam } from "../stack/family.ts";
import { heatLimits } from "./heat-limits.ts";
import { calculateSoakPlan } from "./soak-plan.ts";
import { heatMethods, withSetting } from "./heat-methods.ts";
import {
  calculateLiftHeat,
  chooseSoakS,
  sureWindowS,
  keptMethod,
  liftHeatInput,
  methodNumbers,
  seamOf,
  usualSettings,
  wayInput,
} from "./lift-heat.ts";

const onPlate = (seam: Seam, plateC?: number) => {
  const usual = usualSettings(seam);
  return plateC === undefined ? usual : { ...usual, method: withSetting(usual.method, plateC) };
};
const heatOf = (code: string, change: { plateC?: number; soakS?: number } = {}) => {
  const family = familyNamed(code);
  const seam = seamOf(family, family.routes[0]!)!;
  const usual = onPlate(seam, change.plateC);
  return calculateLiftHeat(family, seam, {
    ...usual,
    soakS: change.soakS ?? chooseSoakS(family, seam, usual)!,
  });
};

describe("what layers bear", () => {
  const onPlateWith = (stack: Family["stack"]) => {
    const family = { ...familyNamed("TK-5"), stack };
    const seam = seamOf(family, "layer")!;
    return wayInput(family, seam, onPlate(seam, 110), { edgeMm: 300, speedMmS: 4, handlingS: 5 });
  };
  const { stack } = familyNamed("TK-5");

  it("comes from the library by material, unless the family knows better, and says where from", () => {
    const named = heatLimits({ stack });
    expect(named.map(({ layer, maxC }) => [layer, maxC])).to.deep.equal([
      ["polarizer", 95],
      ["panel", 95],
    ]);
    named.forEach(({ source }) => expect(source).to.match(/^assumed: /));
    const own = stack.map((layer) =>
      layer.name === "panel" ? { ...layer, maxC: 85, maxCSource: "its maker" } : layer,
    );
    expect(heatLimits({ stack: own }).at(-1)).to.deep.equal({
      layer: "panel",
      maxC: 85,
      source: "its maker",
    });
  });

  it("stops a plate under a lithium cell, and says which limit and by how much", () => {
    const cell = {
      name: "cell",
      role: "lithium cell",
      material: "lithium cell, pouch",
      thicknessUm: 4_000,
    } as const;
    const { feasible, reason } = calculateSoakPlan(onPlateWith([...stack, cell]));
    expect(feasible).to.equal(false);
    // Common practice, no source: a lithium cell is not heated above 60 C.
    expect(reason).to.match(/^The cell would reach [\d.]+ °C before .* [\d.]+ K past its limit of 60 °C\.$/);
    expect(calculateSoakPlan(onPlateWith(stack)).feasible).to.equal(true);
  });
});

describe("the heat of a lift", () => {
  it("has a bare phone-sized screen on a 97 C plate ready in 1 to 2 min, with about 30 s to cut (common practice, no source)", () => {
    const heat = heatOf("TK-5", { plateC: 97 });
    expect(heat.readyAtS).to.be.within(60, 120);
    expect(heat.windowS).to.be.within(25, 40);
    expect(heat.broken).to.deep.equal([]);
  });

  it("chooses the shortest soak, to 5 s, that gives the wanted window", () => {
    for (const code of ["TK-5", "PH-10", "BX-24", "AQ-8"]) {
      const chosen = heatOf(code);
      expect(chosen.windowS).to.be.at.least(30);
      expect(heatOf(code, { soakS: chosen.settings.soakS - 5 }).windowS ?? 0).to.be.below(30);
    }
  });

  it("says never where the plate is too cold for the glue", () => {
    const family = familyNamed("TK-5");
    const seam = seamOf(family, "layer")!;
    expect(chooseSoakS(family, seam, onPlate(seam, 60))).to.equal(null);
    expect(heatOf("TK-5", { plateC: 60, soakS: 600 }).readyAtS).to.equal(null);
  });

  it("names the layer that gets too hot, its limit, and when", () => {
    const { broken } = heatOf("TK-5", { plateC: 130, soakS: 400 });
    expect(broken.map((limit) => limit.layer)).to.include("panel");
    const panel = broken.find((limit) => limit.layer === "panel")!;
    expect(panel.peakC).to.be.greaterThan(panel.maxC);
    expect(panel.atS).to.be.within(1, 400);
  });

  it("can come from every method: a kept one is the same again, and cold wants the glue brittle", () => {
    const family = familyNamed("TK-5");
    const seam = seamOf(family, "layer")!;
    for (const { kind, setting, isCold } of heatMethods) {
      const usual = usualSettings(seam, kind);
      const numbers = methodNumbers(usual.method);
      expect(numbers).to.have.property(setting.field);
      const hotter = withSetting(usual.method, setting.max);
      expect(keptMethod(seam, kind, methodNumbers(hotter))).to.deep.equal(hotter);
      const { target } = liftHeatInput(family, seam, { ...usual, soakS: 60 });
      expect(target).to.deep.equal(
        isCold ? { layer: seam.layer, maxC: -10 } : { layer: seam.layer, minC: seam.minC, maxC: seam.maxC },
      );
    }
    const freezer = usualSettings(seam, "freezer");
    const soakS = chooseSoakS(family, seam, freezer)!;
    expect(soakS).to.be.within(120, 480);
    expect(calculateLiftHeat(family, seam, { ...freezer, soakS }).windowS!).to.be.at.least(30);
  });

  it("soaks longer where contact and air were measured, so that the sure window is half a minute; no more than twice as long", () => {
    const family = familyNamed("TK-5");
    const seam = seamOf(family, "layer")!;
    const plain = usualSettings(seam, "plate");
    const doubtOf = (logVar: number) => ({ contactLogVar: logVar, contactAirLogCov: 0, airLogVar: logVar });
    const likely = chooseSoakS(family, seam, plain)!;
    const measured = { ...plain, doubt: doubtOf(0.003) };
    const sure = chooseSoakS(family, seam, measured)!;
    expect(sure).to.be.above(likely);
    const sureAt = (soakS: number) => {
      const settings = { ...measured, soakS };
      return sureWindowS(family, seam, settings, calculateLiftHeat(family, seam, settings).windowS!);
    };
    expect(sureAt(sure)).to.be.at.least(30);
    expect(sureAt(likely)).to.be.below(30);
    // So much doubt that no soak makes up for it: as long as is likely to do.
    expect(chooseSoakS(family, seam, { ...plain, doubt: doubtOf(4) })).to.equal(likely);
  });

  it("grows: hotter is sooner ready, longer gives a longer window", () => {
    expect(heatOf("PH-10", { plateC: 95, soakS: 300 }).readyAtS!).to.be.below(
      heatOf("PH-10", { plateC: 85, soakS: 300 }).readyAtS!,
    );
    expect(heatOf("PH-10", { soakS: 260 }).windowS!).to.be.greaterThan(
      heatOf("PH-10", { soakS: 180 }).windowS!,
    );
  });
});
