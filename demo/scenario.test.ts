import { expect } from "chai";
import { calculateLiftHeat, isHeated, keptMethod, seamOf, usualSettings } from "../core/heat/lift-heat.ts";
import { foldJob } from "../core/job/fold.ts";
import { makeScenario } from "./scenario.ts";

const now = Date.UTC(2026, 10, 25, 9);

describe("the demo scenario", function () {
  this.timeout(30_000);
  const jobs = makeScenario(now);

  it("is the same at every making, down to the ids", () => {
    expect(makeScenario(now)).to.deep.equal(jobs);
  });

  it("lies in the past, but for due dates, and each job's events are in order of time", () => {
    for (const job of jobs) {
      const times = job.events.map((event) => Date.parse(event.at));
      expect(times.at(-1)).to.be.at.most(now);
      expect([...times].sort((a, b) => a - b)).to.deep.equal(times);
    }
  });

  it("has settings, doses and exposures that the product's own calculations give", () => {
    for (const { events, family } of jobs) {
      const state = foldJob(events);
      const seam = seamOf(family, events[0]!.kind === "job-opened" ? events[0]!.data.route : state.route);
      const lift = state.settings.lift;
      if (lift && isHeated(seam)) {
        const heat = calculateLiftHeat(family, seam, {
          ...usualSettings(seam),
          method: keptMethod(seam, state.heatMethod, lift),
          soakS: lift.soakS!,
        });
        expect(heat.windowS).to.equal(lift.windowS);
        // Everybody waits for the soak's timer, so every window is as long as was reckoned.
        const windows = state.timers.filter(({ timer }) => timer.startsWith("window-"));
        for (const { durationS } of windows) expect(durationS).to.be.closeTo(lift.windowS!, 1e-9);
      }
      const cure = state.settings.cure;
      // 3000 mJ/cm2 through a cover that lets 88 % pass, to the next second.
      if (cure) expect(cure.exposureS).to.equal(Math.ceil(3_000 / (cure.irradianceMwCm2! * 0.88)));
    }
  });
});
