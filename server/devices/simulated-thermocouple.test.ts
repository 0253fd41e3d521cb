import { expect } from "chai";
import { seededRandom } from "../../demo/random.ts";
import { LAG_S, OFFSET_K, simulatedThermocouple } from "./simulated-thermocouple.ts";

/** Lets the stand-in read at chosen moments: time is held here, its ticking is called by hand. */
function readAt(
  glueLineC: (nowMs: number) => number,
  momentsMs: readonly number[],
  noisy: boolean,
): number[] {
  const ticks: (() => void)[] = [];
  const realSet = globalThis.setInterval;
  const realClear = globalThis.clearInterval;
  let nowMs = momentsMs[0]!;
  const random = seededRandom(11);
  globalThis.setInterval = ((work: () => void) => ticks.push(work)) as never;
  globalThis.clearInterval = (() => ticks.splice(0)) as never;
  try {
    const values: number[] = [];
    const device = simulatedThermocouple(
      glueLineC,
      () => nowMs,
      () => (noisy ? random.between(0, 1) : 0.5),
    );
    expect(device.isSimulated).to.equal(true);
    const stop = device.start(
      ({ valueC }) => values.push(valueC),
      () => undefined,
    );
    for (const moment of momentsMs.slice(1)) {
      nowMs = moment;
      ticks.forEach((tick) => tick());
    }
    stop();
    expect(ticks).to.deep.equal([]);
    return values;
  } finally {
    globalThis.setInterval = realSet;
    globalThis.clearInterval = realClear;
  }
}

const seconds = (count: number) => Array.from({ length: count }, (_, i) => i * 1_000);

describe("the simulated thermocouple", () => {
  it("follows a step as a bead with a lag does: 63 % after one time constant", () => {
    const values = readAt((ms) => (ms > 0 ? 100 : 0), seconds(20), false);
    expect(values[LAG_S]).to.be.closeTo(100 * (1 - Math.exp(-1)) + OFFSET_K, 0.01);
    expect(values.at(-1)).to.be.closeTo(100 + OFFSET_K, 0.2);
  });

  it("reads with a noise of about a quarter of a degree, and none of it drifts", () => {
    const values = readAt(() => 70, seconds(600), true);
    const mean = values.reduce((a, b) => a + b, 0) / values.length;
    const deviation = Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / values.length);
    expect(mean).to.be.closeTo(70 + OFFSET_K, 0.05);
    expect(deviation).to.be.within(0.2, 0.3);
  });
});
