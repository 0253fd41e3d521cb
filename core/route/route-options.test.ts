import { expect } from "chai";
import { familyNamed } from "../../test/bench-hand.ts";
import { routeChoiceInput } from "./route-choice-input.ts";
import { priceOf, quotedRoute, quotedRoutes, routeOptions, shopTerms } from "./route-options.ts";

const ticket = familyNamed("TK-5");
const kept = {
  currency: "EUR",
  ratePerHourMinor: 4_800,
  marginPct: 0,
  riskSharePct: 0,
  priorWins: 3,
  priorTries: 4,
};
const terms = { ...kept, taxPct: 0 };

describe("the options of a quotation", () => {
  it("weigh what is left against the whole assembly, which each falls back on", () => {
    const quoted = quotedRoutes(ticket, ["layer", "assembly"]);
    expect(quoted).to.deep.equal(["layer", "assembly"]);
    const prices = { layer: priceOf(ticket, "layer")!, assembly: priceOf(ticket, "assembly")! };
    const input = routeOptions(quoted, prices, { layer: { wins: 8, tries: 10 } }, terms, 30_000);
    expect(routeChoiceInput.safeParse(input).success).to.equal(true);
    expect(input.options).to.deep.equal([
      {
        name: "layer",
        parts: 1_900,
        hours: 2.25,
        wins: 8,
        tries: 10,
        onFail: "assembly",
      },
      { name: "assembly", parts: 16_800, hours: 0.5, wins: 0, tries: 0 },
    ]);
    expect(input.value).to.equal(30_000);
    expect(input).not.to.have.any.keys("marginPct", "riskSharePct", "taxPct");
    const dearer = { ...terms, marginPct: 20, riskSharePct: 50, taxPct: 21 };
    const withAll = routeOptions(quoted, prices, {}, dearer, null);
    expect(routeChoiceInput.parse(withAll)).to.include({ marginPct: 20, riskSharePct: 50, taxPct: 21 });
  });

  it("keep the assembly as a way out where a family offers it, and do not invent one where it does not", () => {
    expect(quotedRoutes(ticket, ["layer"])).to.deep.equal(["layer", "assembly"]);
    const alone = { ...ticket, routes: ["layer" as const] };
    expect(quotedRoutes(alone, ["layer"])).to.deep.equal(["layer"]);
    const input = routeOptions(["layer"], {}, {}, terms, null);
    expect(input.options[0]).to.not.have.property("onFail");
    expect(input).to.not.have.property("value");
  });

  it("are known by the names that earlier quotations gave them", () => {
    expect(quotedRoute("layer")).to.equal("layer");
    expect(quotedRoute("Layer only, liquid bond")).to.equal("layer");
    expect(quotedRoute("Whole assembly")).to.equal("assembly");
    expect(quotedRoute("Something else")).to.equal(null);
  });

  it("rest on terms within bounds", () => {
    const isGood = (more: object) => shopTerms.safeParse({ ...kept, ...more }).success;
    expect(isGood({})).to.equal(true);
    expect(isGood({ currency: "euro" })).to.equal(false);
    expect(isGood({ priorWins: 4 })).to.equal(false);
    expect(isGood({ ratePerHourMinor: 10.5 })).to.equal(false);
    expect(isGood({ ratePerHourMinor: -1 })).to.equal(false);
    expect(isGood({ marginPct: -1 })).to.equal(false);
    expect(isGood({ riskSharePct: 101 })).to.equal(false);
  });
});
