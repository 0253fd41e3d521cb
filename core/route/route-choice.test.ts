import { expect } from "chai";
import fc from "fast-check";
import { describeFaults } from "../faults.ts";
import { calculateRouteChoice } from "./route-choice.ts";
import { routeChoiceInput, type RouteChoiceInput } from "./route-choice-input.ts";

/** Hand-worked: 1 h at 40 is 40 and a glass of 20 makes 60; the assembly is 180 and half an hour, 200. */
const bench: RouteChoiceInput = {
  options: [
    { name: "layer", parts: 20, hours: 1, wins: 6, tries: 8, onFail: "assembly" },
    { name: "assembly", parts: 180, hours: 0.5, wins: 0, tries: 0 },
  ],
  ratePerHour: 40,
  priorWins: 1,
  priorTries: 2,
};
const optionOf = (input: RouteChoiceInput, name: string) =>
  calculateRouteChoice(input).options.find((option) => option.name === name)!;

describe("route-choice", () => {
  it("agrees with a worked example: odds, costs, hours, chances and break-even", () => {
    const layer = optionOf(bench, "layer");
    // Prior 1 of 2 and 6 of 8 make Beta(7, 3): mean 0.7.
    expect(layer.successPct).to.be.closeTo(70, 1e-9);
    expect(layer.cost).to.equal(60);
    expect(layer.expectedCost).to.be.closeTo(60 + 0.3 * 200, 1e-9);
    expect(layer.worstCost).to.equal(260);
    expect(layer.expectedHours).to.be.closeTo(1 + 0.3 * 0.5, 1e-9);
    expect(layer.worstHours).to.equal(1.5);
    expect(layer.chanceOfAssembly).to.be.closeTo(0.3, 1e-9);
    // The assembly has but its prior: half of them, so 0.3 · 0.5 of all end with nothing.
    expect(layer.chanceOfLoss).to.be.closeTo(0.15, 1e-9);
    // 60 + (1 - p) 200 = 200 at p = 0.3.
    expect(layer.breakEvenSuccessPct).to.be.closeTo(30, 1e-9);
    const { choice, breakEvenSuccessPct } = calculateRouteChoice(bench);
    expect(choice).to.equal("layer");
    expect(breakEvenSuccessPct).to.be.closeTo(30, 1e-9);
    expect(optionOf(bench, "assembly").chanceOfAssembly).to.equal(1);
  });

  it("has the middle 90 % of Beta(7, 3): the ends are where 7 of 9 or more come 5 and 95 times in 100", () => {
    const { successLowPct, successHighPct } = optionOf(bench, "layer");
    const sevenOrMore = (p: number) => 36 * p ** 7 * (1 - p) ** 2 + 9 * p ** 8 * (1 - p) + p ** 9;
    expect(sevenOrMore(successLowPct / 100)).to.be.closeTo(0.05, 1e-9);
    expect(sevenOrMore(successHighPct / 100)).to.be.closeTo(0.95, 1e-9);
  });

  it("counts a lost device where its value is known, and says when nothing is worth it", () => {
    const valued = { ...bench, value: 400 };
    // The assembly: 200 and half of 400; the layer: 60 and 0.3 of that.
    expect(optionOf(valued, "assembly").expectedCost).to.be.closeTo(400, 1e-9);
    expect(optionOf(valued, "layer").expectedCost).to.be.closeTo(60 + 0.3 * 400, 1e-9);
    expect(optionOf(valued, "layer").worstCost).to.equal(660);
    expect(optionOf(valued, "layer").breakEvenSuccessPct).to.be.closeTo(15, 1e-9);
    const cheap = calculateRouteChoice({ ...bench, value: 90 });
    expect(cheap.choice).to.equal(null);
    expect(cheap.advice).to.include("No repair is worth it");
  });

  it("says that it knows nothing but the prior where no job is counted", () => {
    const fresh = calculateRouteChoice({
      ...bench,
      options: bench.options.map((option) => ({ ...option, wins: 0, tries: 0 })),
    });
    expect(fresh.advice).to.include("knows nothing but the prior, 1 of 2");
    expect(fresh.options.map((option) => option.priorSharePct)).to.deep.equal([100, 100]);
    expect(fresh.options[0]!.successPct).to.equal(50);
    expect(fresh.assumed[0]).to.include("1 of 2");
    expect(calculateRouteChoice(bench).advice).to.include("Nothing is known of assembly but the prior");
  });

  it("never pays where trying costs more than going straight to what follows", () => {
    const dear = { ...bench, options: [{ ...bench.options[0]!, parts: 500 }, bench.options[1]!] };
    expect(optionOf(dear, "layer").breakEvenSuccessPct).to.equal(null);
    expect(calculateRouteChoice(dear).choice).to.equal("assembly");
  });

  it("chooses the layer exactly when its chance is above the break-even", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 40 }),
        fc.integer({ min: 0, max: 40 }),
        fc.integer({ min: 1, max: 300 }),
        (wins, losses, parts) => {
          const input = {
            ...bench,
            options: [{ ...bench.options[0]!, parts, wins, tries: wins + losses }, bench.options[1]!],
          };
          const { options, choice, breakEvenSuccessPct } = calculateRouteChoice(input);
          const above = breakEvenSuccessPct !== null && options[0]!.successPct > breakEvenSuccessPct;
          fc.pre(Math.abs(options[0]!.expectedCost - options[1]!.expectedCost) > 1e-9);
          expect(choice).to.equal(above ? "layer" : "assembly");
        },
      ),
    );
  });

  it("prices a route by margin and risk: by hand, and bringing the same on average however much of the risk each bears", () => {
    const sure = {
      ...bench,
      options: [bench.options[0]!, { ...bench.options[1]!, wins: 100_000, tries: 100_000 }],
    };
    // As it was before there was either: what it costs, and what it costs at worst.
    expect(optionOf(bench, "layer")).to.include({ price: 60, worstPrice: 260 });
    // 60 and a quarter's margin; the assembly that three in ten need costs 200.
    const layer = optionOf({ ...sure, marginPct: 25, riskSharePct: 50 }, "layer");
    expect(layer.price).to.be.closeTo(1.25 * (60 + 0.5 * 0.3 * 200), 1e-9);
    expect(layer.worstPrice).to.be.closeTo(1.25 * (260 - 0.5 * (200 - 0.3 * 200)), 1e-9);
    const whole = optionOf({ ...sure, riskSharePct: 100 }, "layer");
    expect(whole.worstPrice).to.be.closeTo(whole.price, 1e-9);
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 100 }),
        fc.integer({ min: 0, max: 80 }),
        (riskSharePct, marginPct) => {
          const { price, worstPrice, expectedPrice, expectedCost, successPct } = optionOf(
            { ...sure, riskSharePct, marginPct },
            "layer",
          );
          const goesWell = successPct / 100;
          expect(goesWell * price + (1 - goesWell) * worstPrice).to.be.closeTo(expectedPrice, 1e-9);
          expect(expectedPrice).to.be.closeTo((1 + marginPct / 100) * expectedCost, 1e-9);
          expect(price).to.be.at.most(worstPrice + 1e-9);
        },
      ),
    );
    // What a lost device is worth to its owner is not what the shop spends.
    expect(optionOf({ ...bench, value: 400 }, "layer").worstPrice).to.equal(260);
  });

  it("narrows its interval round the mean as jobs are counted", () => {
    const width = (tries: number) => {
      const { successLowPct, successHighPct } = optionOf(
        { ...bench, options: [{ ...bench.options[0]!, wins: 0.75 * tries, tries }, bench.options[1]!] },
        "layer",
      );
      return successHighPct - successLowPct;
    };
    expect(width(8)).to.be.greaterThan(width(40));
    // Four times the jobs, half the width: within a tenth once there are many.
    expect(width(400) / width(1_600)).to.be.closeTo(2, 0.1);
  });

  it("follows a chain: the chance of the last resort is that of failing all the way", () => {
    const chain: RouteChoiceInput = {
      ...bench,
      options: [
        { name: "glass", parts: 10, hours: 0, wins: 9, tries: 18, onFail: "sensor" },
        { name: "sensor", parts: 30, hours: 0, wins: 9, tries: 18, onFail: "assembly" },
        { name: "assembly", parts: 100, hours: 0, wins: 18, tries: 18 },
      ],
    };
    const glass = optionOf(chain, "glass");
    expect(glass.chanceOfAssembly).to.be.closeTo(0.25, 1e-9);
    expect(glass.expectedCost).to.be.closeTo(10 + 0.5 * (30 + 0.5 * 100), 1e-9);
  });

  it("refuses names that are not there, circles, more wins than tries, and a prior that is sure", () => {
    const faults = (input: object) => {
      const parsed = routeChoiceInput.safeParse(input);
      return parsed.success ? [] : describeFaults(parsed.error, input).map(({ path }) => path);
    };
    const [layer, assembly] = bench.options;
    expect(faults({ ...bench, options: [{ ...layer, onFail: "nothing" }, assembly] })).to.deep.equal([
      "options[0].onFail",
    ]);
    expect(faults({ ...bench, options: [layer, { ...assembly, onFail: "layer" }] })).to.deep.equal([
      "options[0].onFail",
      "options[1].onFail",
    ]);
    expect(faults({ ...bench, options: [{ ...layer, wins: 9 }, assembly] })).to.deep.equal([
      "options[0].wins",
    ]);
    expect(faults({ ...bench, options: [layer, assembly, assembly] })).to.deep.equal(["options[2].name"]);
    expect(faults({ ...bench, priorWins: 2 })).to.deep.equal(["priorWins"]);
    expect(faults({ ...bench, ratePerHour: -1 })).to.deep.equal(["ratePerHour"]);
  });
});
