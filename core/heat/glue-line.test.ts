import { expect } from "chai";
import { familyNamed } from "../../test/bench-hand.ts";
import { glueLineAt, soakAgainS, soakAsItIs } from "./glue-line.ts";
import { calculateHeatSoak } from "./heat-soak.ts";
import { calculateLiftHeat, liftHeatInput, seamOf, usualSettings } from "./lift-heat.ts";

const ticket = familyNamed("TK-5");
const seam = seamOf(ticket, "layer")!;
const settings = { ...usualSettings(seam), soakS: 115 };
const start = Date.UTC(2026, 4, 4, 8);

describe("the glue line as it is to be read", () => {
  it("is heat-soak at the moments of the soak as it really was, on the heat and off it", () => {
    const { interfaces, timesS } = calculateHeatSoak({
      ...liftHeatInput(ticket, seam, { ...settings, soakS: 80 }),
      outputEveryS: 10,
    });
    const face = interfaces.find(({ name }) => name === "cover glass / optical adhesive")!.temperatureC;
    const at = glueLineAt(ticket, seam, settings, [{ startedMs: start, stoppedMs: start + 80_000 }]);
    for (const [i, t] of timesS.entries()) expect(at(start + t * 1_000)).to.be.closeTo(face[i]!, 0.3);
  });

  it("is warm from the time before when it goes back on the heat, and cold again after a long pause", () => {
    const once = { startedMs: start, stoppedMs: start + 115_000 };
    const again = (afterS: number) => {
      const startedMs = once.stoppedMs + afterS * 1_000;
      return { startedMs, at: glueLineAt(ticket, seam, settings, [once, { startedMs, stoppedMs: null }]) };
    };
    const soon = again(40);
    const first = glueLineAt(ticket, seam, settings, [once]);
    expect(soon.at(start + 100_000)).to.be.closeTo(first(start + 100_000), 0.3);
    expect(soon.at(soon.startedMs + 20_000)).to.be.greaterThan(first(start + 20_000) + 20);
    const late = again(3 * 3_600);
    expect(late.at(late.startedMs + 20_000)).to.be.closeTo(first(start + 20_000), 0.5);
    expect(late.at(late.startedMs - 60_000)).to.be.closeTo(21, 0.5);
  });

  it("goes on heating while nobody has ended the soak, and is the room's before it began", () => {
    const at = glueLineAt(ticket, seam, settings, [{ startedMs: start, stoppedMs: null }]);
    expect(at(start - 60_000)).to.equal(21);
    expect(at(start + 300_000)).to.be.greaterThan(at(start + 115_000));
    expect(at(start + 900_000)).to.be.greaterThan(80);
    expect(glueLineAt(ticket, seam, settings, [])(start)).to.equal(21);
  });
});

describe("a soak as it is", () => {
  const off = start + 115_000;
  const first = { startedMs: start, stoppedMs: off };

  it("is the heat of its own from cold where it is the first, as long as it was", () => {
    const alone = soakAsItIs(ticket, seam, settings, [first], 60);
    const cold = calculateLiftHeat(ticket, seam, settings);
    expect(alone.readyAtS).to.be.closeTo(cold.readyAtS!, 0.05);
    expect(alone.windowS).to.be.closeTo(cold.windowS!, 0.05);
    const shorter = soakAsItIs(ticket, seam, settings, [{ ...first, stoppedMs: start + 80_000 }], 60);
    expect(shorter.settings.soakS).to.equal(80);
  });

  it("begins with the warmth of the one before, counted from its own beginning, as long as it is meant", () => {
    const again = soakAsItIs(
      ticket,
      seam,
      settings,
      [first, { startedMs: off + 40_000, stoppedMs: null }],
      50,
    );
    const at = glueLineAt(ticket, seam, settings, [first, { startedMs: off + 40_000, stoppedMs: null }]);
    const face = again.result.interfaces.find(({ name }) => name === "cover glass / optical adhesive")!;
    again.result.timesS.forEach((timeS, i) => {
      if (timeS <= 50) expect(face.temperatureC[i]!).to.be.closeTo(at(off + 40_000 + timeS * 1_000), 0.5);
    });
    expect(again.result.timesS[0]).to.be.within(0, 3);
    expect(again.settings.soakS).to.equal(50);
    expect(again.readyAtS).to.be.below(calculateLiftHeat(ticket, seam, settings).readyAtS! - 20);
  });
});

describe("going back on the heat", () => {
  const heat = calculateLiftHeat(ticket, seam, settings);
  const once = { startedMs: start, stoppedMs: start + 115_000 };
  const again = (afterS: number) =>
    soakAgainS(ticket, seam, settings, heat.windowS!, [once], once.stoppedMs + afterS * 1_000);

  it("takes less the warmer it still is, and never longer than the first time", () => {
    expect(again(30)).to.be.below(again(90));
    expect(again(30)).to.be.below(60);
    expect(again(90)).to.be.at.most(115);
    expect(again(2 * 3_600)).to.equal(115);
    expect(soakAgainS(ticket, seam, settings, heat.windowS!, [], start)).to.equal(115);
  });

  it("gives the window again that the first soak gave, and five seconds less would not", () => {
    const afterS = 45;
    const windowAfter = (soakS: number) => {
      const input = liftHeatInput(ticket, seam, settings);
      const [on, off] = input.phases as [(typeof input.phases)[number], (typeof input.phases)[number]];
      const { target } = calculateHeatSoak({
        ...input,
        phases: [on, { ...off, durationS: afterS }, { ...on, durationS: soakS }, off],
      });
      return target!.windowS ?? 0;
    };
    const soakS = again(afterS);
    expect(windowAfter(soakS)).to.be.at.least(heat.windowS! - 1);
    expect(windowAfter(soakS - 5)).to.be.below(heat.windowS!);
  });
});
