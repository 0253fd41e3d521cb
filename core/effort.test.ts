import { expect } from "chai";
import { z } from "zod";
import { calculateFillFront, fillFront } from "./bond/fill-front.ts";
import { defineCalculation } from "./calculation.ts";
import { runCalculation } from "./calculations.ts";
import { Effort, TooMuchEffort } from "./effort.ts";
import { calculateFilmLayout } from "./film/film-layout.ts";

const filling = {
  outline: { widthMm: 60, heightMm: 40 },
  pattern: [{ kind: "dot" as const, xMm: 30, yMm: 20, volumeUl: 300 }],
  gapUm: 150,
  viscosityPaS: 2,
  forceN: 2,
  gridMm: 2,
};

describe("effort", () => {
  it("is counted, in a part and in the whole that it belongs to", () => {
    const whole = new Effort(10);
    const part = new Effort(6, whole);
    part.spend(6);
    expect([part.isSpent, whole.isSpent]).to.deep.equal([true, false]);
    new Effort(6, whole).spend(4);
    expect(whole.isSpent).to.equal(true);
  });

  it("ends a fill where it is spent, by the field to lessen", () => {
    expect(() => calculateFillFront(filling, undefined, new Effort(1_000)))
      .to.throw(TooMuchEffort)
      .with.nested.property("fault.path", "gridMm");
    // It ends by count, not by clock: what just suffices always does.
    const counted = new Effort(1e12);
    const spent: number[] = [];
    counted.spend = (cells) => spent.push(cells);
    const result = calculateFillFront(filling, undefined, counted);
    const all = spent.reduce((a, b) => a + b, 0);
    expect(calculateFillFront(filling, undefined, new Effort(all + 1))).to.deep.equal(result);
    expect(() => calculateFillFront(filling, undefined, new Effort(all))).to.throw(TooMuchEffort);
  });

  it("reaches the asker as a fault of the input, like any other", () => {
    const endless = defineCalculation({
      ...fillFront,
      input: z.object({}),
      calculate: () => {
        throw new TooMuchEffort({ path: "gridMm", message: "too fine" });
      },
    });
    expect(runCalculation(endless, {})).to.deep.equal({ faults: [{ path: "gridMm", message: "too fine" }] });
  });

  it("lets a search end with the best that it has, and says after how many tries", () => {
    const pieces = Array.from({ length: 60 }, (_, i) => ({
      id: `${i}`,
      widthMm: 40 + 3 * i,
      heightMm: 60 + 2 * i,
      axisDeg: 3 * i,
      adhesive: "away" as const,
    }));
    const sheets = [0, 1].map((i) => ({ id: `${i}`, widthMm: 600, heightMm: 400, axisDeg: 7 * i }));
    const asked = { sheets, pieces, gapMm: 1, trimMm: 2, rounds: 5_000 };
    const found = calculateFilmLayout(asked, undefined, new Effort(3_000_000));
    expect(found.tried).to.be.within(1, 4_999);
    expect(found.placed.length + found.left.length).to.equal(60);
    expect(
      calculateFilmLayout({ sheets, pieces: pieces.slice(0, 3), gapMm: 1, trimMm: 2, rounds: 20 }).tried,
    ).to.equal(20);
  });
});
