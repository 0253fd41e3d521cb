import { expect } from "chai";
import { families } from "../../demo/families.ts";
import { BenchHand } from "../../test/bench-hand.ts";
import { calculateLiftHeat, chooseSoakS, seamOf, thawOf, usualSettings } from "../heat/lift-heat.ts";
import type { Family } from "../stack/family.ts";
import { heatDraft } from "./stages/lift.ts";
import { cautions } from "./cautions.ts";
import { routes, stageNames } from "./route.ts";
import { stages } from "./stages.ts";
import { fillLengths } from "./step.ts";

/** The deep freezer, chosen as the screen would. */
function frozen(family: Family) {
  const seam = seamOf(family, "layer")!;
  const usual = usualSettings(seam, "freezer");
  const heat = { ...usual, soakS: chooseSoakS(family, seam, usual)! };
  const { dryAfterS } = thawOf(family, seam, heat, 50);
  return heatDraft(heat, 4, calculateLiftHeat(family, seam, heat).windowS, {
    relativeHumidityPct: 50,
    dryAfterS,
  });
}

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
    for (const [code, route, isCold] of [
      ["TK-5", "layer", false],
      ["TK-5", "layer", true],
      ["ER-7", "backlight", false],
      ["WS-240", "film", false],
    ] as const) {
      const hand = new BenchHand(code, route);
      while (!hand.state.ended) {
        if (isCold && hand.state.present === "lift" && hand.next()!.key === "heat") {
          expect(hand.try(frozen(hand.family))).to.equal(null);
        }
        if (isCold && hand.state.bubbles.length === 0 && hand.next()!.key === "bubbles") {
          expect(
            hand.try({
              stage: "bond",
              kind: "bubble-marked",
              data: { xMm: 20, yMm: 30, diameterMm: 0.2 },
            }),
          ).to.equal(null);
        }
        if (hand.next()!.key === "bubbles-settled") {
          const bubble = hand.state.bubbles.find(({ settled }) => settled === null);
          if (bubble) {
            expect(hand.try(hand.next()!.draft())!.path).to.equal("step");
            hand.try({ stage: "bond", kind: "bubble-settled", data: { bubble: bubble.id, as: "gone" } });
          }
        }
        const { caution } = hand.next()!;
        if (caution && hand.state.present) {
          asked.set(caution, (asked.get(caution) ?? new Set<string>()).add(hand.state.present));
        }
        hand.press();
      }
    }
    expect([...asked.keys()]).to.have.members(Object.keys(cautions));
    expect([...asked.get("cell")!]).to.deep.equal(["open", "close"]);
    expect([...asked.get("heat")!]).to.deep.equal(["lift", "clean"]);
    expect([...asked.get("uv")!]).to.deep.equal(["cure"]);
    expect([...asked.get("pressure")!]).to.deep.equal(["bond"]);
    expect([...asked.get("solder")!]).to.deep.equal(["rework"]);
    expect([...asked.get("mains")!]).to.deep.equal(["open", "close"]);
  });

  it("keep a frozen panel from power until it has thawed, by the clock and not by a press", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("lift");
    while (hand.next()!.key !== "heat") hand.press();
    hand.try(frozen(hand.family));
    while (hand.next()!.key !== "thaw") hand.press();
    const check = {
      stage: "lift",
      kind: "function-checked",
      data: { function: "picture", result: "pass" },
    } as const;
    expect(hand.try(check)!.hold!.name).to.equal("dry-before-power");
    expect(hand.try(hand.next()!.draft())).to.equal(null);
    // A first estimate for such a screen: some ten minutes (common practice, no source).
    const thaw = hand.state.timers.find(({ timer }) => timer === "thaw")!;
    expect(thaw.durationS).to.be.within(180, 900);
    hand.nowMs += (thaw.durationS - 60) * 1_000;
    expect(hand.try(hand.next()!.draft())).to.equal(null);
    expect(hand.try(check)!.sentence).to.match(/^Thawing: 60 s/);
    hand.try({
      stage: "lift",
      kind: "timer-started",
      data: { timer: "thaw", label: "Thaw", durationS: 60 },
    });
    hand.nowMs += 61_000;
    expect(hand.try(check)).to.equal(null);
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
