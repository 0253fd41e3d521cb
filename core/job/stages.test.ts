import { expect } from "chai";
import { families } from "../../demo/families.ts";
import { BenchHand } from "../../test/bench-hand.ts";
import { cautions } from "./cautions.ts";
import { routes, stageNames } from "./route.ts";
import { stages } from "./stages.ts";
import { fillLengths } from "./step.ts";

describe("the stages", () => {
  for (const family of families) {
    for (const route of family.routes) {
      it(`give ${family.code} on the route ${route} steps that can be read, told apart and pressed`, () => {
        const hand = new BenchHand(family.code, route);
        for (const stage of routes[route].stages) {
          hand.workTo(stage);
          const steps = stages[stage].steps({ state: hand.state, family, nowMs: hand.nowMs });
          expect(steps.length, stage).to.be.greaterThan(0);
          expect(new Set(steps.map((step) => step.key)).size).to.equal(steps.length);
          for (const step of steps) {
            expect(fillLengths(step))
              .to.match(/^[A-Z].*[.?a-z]$/s)
              .and.not.match(/\{|undefined|NaN/);
            expect(step.press).to.match(/^[A-Z]/);
            expect(step.draft().stage).to.equal(stage);
          }
        }
      });
    }
  }

  it("show each caution at the step where it applies", () => {
    const asked = new Map<string, Set<string>>();
    for (const [code, route] of [
      ["TK-5", "layer"],
      ["ER-7", "backlight"],
      ["WS-240", "film"],
    ] as const) {
      const hand = new BenchHand(code, route);
      while (!hand.state.ended) {
        const { caution } = hand.next()!;
        if (caution && hand.state.present) {
          asked.set(caution, (asked.get(caution) ?? new Set<string>()).add(hand.state.present));
        }
        hand.press();
      }
    }
    expect([...asked.keys()]).to.have.members(Object.keys(cautions));
    expect([...asked.get("cell")!]).to.deep.equal(["open", "close"]);
    expect([...asked.get("heat")!]).to.deep.equal(["lift"]);
    expect([...asked.get("uv")!]).to.deep.equal(["cure"]);
    expect([...asked.get("solder")!]).to.deep.equal(["rework"]);
    expect([...asked.get("mains")!]).to.deep.equal(["open", "close"]);
  });

  it("all belong to a route, and every route begins at intake and ends at close", () => {
    const used = new Set(Object.values(routes).flatMap((route) => route.stages));
    expect([...used]).to.have.members([...stageNames]);
    for (const { stages: order } of Object.values(routes)) {
      expect(order[0]).to.equal("intake");
      expect(order.at(-1)).to.equal("close");
      expect(order.indexOf("prove")).to.be.below(order.indexOf("close"));
    }
  });
});
