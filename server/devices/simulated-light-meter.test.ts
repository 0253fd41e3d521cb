import { expect } from "chai";
import { calculateFilmAxis } from "../../core/film/film-axis.ts";
import { axesApartDeg } from "../../core/film/axis-angle.ts";
import { randomStream } from "../../core/random.ts";
import { simulatedLightMeter } from "./simulated-light-meter.ts";

describe("the simulated light meter", () => {
  it("stands under a lamp that is not steady: at one angle it reads more, then less again", () => {
    let nowMs = 0;
    const meter = simulatedLightMeter(
      30,
      () => 0.5,
      () => nowMs,
    );
    const at = (minutes: number) => {
      nowMs = minutes * 60_000;
      return meter.read(30);
    };
    expect(at(5) / at(0)).to.be.closeTo(1.06, 0.002);
    expect(at(15) / at(0)).to.be.closeTo(0.94, 0.002);
  });

  it("is read rightly all the same: the drift is found, and the axis lies within its interval in 90 of 100 tries", () => {
    const random = randomStream(5);
    let within = 0;
    for (let nth = 0; nth < 100; nth += 1) {
      let nowMs = nth * 137_000;
      const axisDeg = (nth * 7.3) % 180;
      const meter = simulatedLightMeter(axisDeg, random, () => nowMs);
      const readings = Array.from({ length: 8 }, (_, i) => {
        nowMs += 20_000;
        return { angleDeg: i * 22.5, level: meter.read(i * 22.5) };
      });
      const found = calculateFilmAxis({ readings });
      if (axesApartDeg(found.axisDeg, axisDeg) <= found.axisHalfWidth95Deg) within += 1;
    }
    expect(within).to.be.at.least(88);
  });
});
