import { expect } from "chai";
import { isLong } from "../../test/long.ts";
import { randomStream } from "../random.ts";
import { ANY_OTHER } from "./setting-effects.ts";
import { successChart } from "./success-chart.ts";
import type { YieldInput } from "./yield-input.ts";
import { calculateYield } from "./yield.ts";

type Job = YieldInput["jobs"][number];
const day = (k: number) => new Date(Date.UTC(2025, 0, 1) + k * 86_400_000).toISOString();

/** Jobs of three families, one a day, under settings that say nothing of themselves. */
function year(
  many: number,
  random: () => number,
  chance: (k: number, settings: { plateC: number; tool: string }) => number,
): Job[] {
  return Array.from({ length: many }, (_, k): Job => {
    const settings = {
      plateC: 70 + 5 * Math.floor(4 * random()),
      tool: random() < 0.5 ? "card" : "wire",
      speedMmS: 20 * random(),
      isPrimed: random() < 0.3,
    };
    return {
      endedAt: day(k),
      family: ["PH-10", "TK-5", "BX-24"][Math.floor(3 * random())]!,
      route: "layer",
      settings,
      outcome: random() < chance(k, settings) ? "repaired" : "lost",
    };
  });
}

const one: Job = { endedAt: day(0), family: "TK-5", route: "layer", outcome: "repaired" };
const DRAWS = isLong ? 1_000 : 200;

describe("what our own records say", () => {
  it("counts by one key or several, each lot of a job, and leaves out who has none", () => {
    const jobs: Job[] = [
      { ...one, method: "plate", lots: ["LA-1", "PR-2", "LA-1"] },
      { ...one, method: "plate", outcome: "returned", lots: ["LA-1"] },
      { ...one, family: "PH-10", method: "freezer", outcome: "lost" },
      { ...one, family: "PH-10" },
    ];
    const groups = (by: YieldInput["by"]) =>
      calculateYield({ jobs, by }).groups.map(({ key, wins, tries }) => `${key} ${wins}/${tries}`);
    expect(groups("family")).to.deep.equal(["PH-10 1/2", "TK-5 1/2"]);
    expect(groups("lot")).to.deep.equal(["LA-1 1/2", "PR-2 1/1"]);
    expect(groups(["family", "method"])).to.deep.equal(["TK-5 · plate 1/2", "PH-10 · freezer 0/1"]);
    expect(calculateYield({ jobs }).groups[0]!.wilson95[0]).to.be.closeTo(0.0945, 1e-4);
    expect(calculateYield({ jobs: [] })).to.deep.include({ groups: [], losses: [], effects: [] });
  });

  it("says at the first try by stage, how many go through all, and minutes with their quarters", () => {
    const stages = (lift: [number, boolean], prove: [number, boolean]) => [
      { name: "lift", minutes: lift[0], passedFirst: lift[1] },
      { name: "prove", minutes: prove[0], passedFirst: prove[1] },
    ];
    const { firstPass, minutes } = calculateYield({
      jobs: [
        { ...one, stages: stages([10, true], [5, true]) },
        { ...one, stages: stages([20, true], [5, false]) },
        { ...one, stages: stages([30, true], [5, true]) },
        { ...one, stages: stages([60, false], [6, true]) },
      ],
    });
    expect(firstPass.stages.map(({ name, ratePct }) => [name, ratePct])).to.deep.equal([
      ["lift", 75],
      ["prove", 75],
    ]);
    expect(firstPass.rolledPct).to.be.closeTo(56.25, 1e-9);
    expect(minutes[0]).to.deep.equal({ name: "lift", n: 4, median: 25, q1: 17.5, q3: 37.5 });
  });

  it("sorts losses by stage and cause, and holds what was predicted against what was measured", () => {
    const lost = (lostAt?: string, cause?: string): Job => ({ ...one, outcome: "lost", lostAt, cause });
    const { losses, predicted } = calculateYield({
      jobs: [
        lost("lift", "panel died"),
        lost("lift", "panel died"),
        lost("prove", "specks"),
        lost(),
        {
          ...one,
          predictions: [
            { what: "window", predicted: 100, measured: 110, low: 90, high: 120 },
            { what: "window", predicted: 100, measured: 130, low: 90, high: 120 },
            { what: "window", predicted: 100, measured: 120 },
            { what: "dust", predicted: 0, measured: 2 },
          ],
        },
      ],
    });
    expect(losses.map(({ stage, jobs, cumulativePct }) => [stage, jobs, cumulativePct])).to.deep.equal([
      ["lift", 2, 50],
      ["prove", 1, 75],
      [null, 1, 100],
    ]);
    expect(predicted[0]!.biasPct).to.be.closeTo(20, 1e-9);
    expect(predicted[0]!.coverage).to.equal(0.5);
    expect(predicted[1]).to.deep.equal({ what: "dust", n: 1, biasPct: null, coverage: null, drift: null });
  });

  it(`finds nothing where nothing is: of ${DRAWS} draws of 150 jobs at most 5 in 100 say that a setting matters, at most 8 that time did`, () => {
    const random = randomStream(11);
    let [settings, charts] = [0, 0];
    for (let n = 0; n < DRAWS; n += 1) {
      const { effects, chart } = calculateYield({ jobs: year(150, random, () => 0.85) });
      if (effects.some(({ verdict }) => verdict === "matters")) settings += 1;
      if (chart.signals.length > 0) charts += 1;
    }
    expect(settings / DRAWS).to.be.at.most(0.05);
    expect(charts / DRAWS).to.be.at.most(0.08);
  });

  it("finds what was put in: a setting that takes a third away, a drop from 90 to 60 % and from when", () => {
    const random = randomStream(12);
    let [settings, drops, days] = [0, 0, 0];
    for (let n = 0; n < DRAWS; n += 1) {
      const hot = year(200, random, (_, { plateC }) => (plateC >= 80 ? 0.6 : 0.9));
      const found = calculateYield({ jobs: hot }).effects.find(({ verdict }) => verdict === "matters");
      if (found?.setting === "plateC" && found.oddsRatio! < 1) settings += 1;
      const dropped = calculateYield({ jobs: year(120, random, (k) => (k < 60 ? 0.9 : 0.6)) });
      const change = dropped.chart.signals.find(({ rule }) => rule === "change");
      if (dropped.chart.signals.length > 0) drops += 1;
      if (change && Math.abs(Date.parse(change.from) - Date.parse(day(60))) <= 20 * 86_400_000) days += 1;
    }
    expect(settings / DRAWS).to.be.greaterThan(0.9);
    expect(drops / DRAWS).to.be.greaterThan(0.9);
    expect(days / DRAWS).to.be.greaterThan(0.75);
  });

  it("says nothing of a setting with too few jobs, whatever they came to, and asks a fine one about its middle", () => {
    const random = randomStream(3);
    const few = year(8, random, (_, { tool }) => (tool === "card" ? 1 : 0));
    expect(new Set(calculateYield({ jobs: few }).effects.map(({ verdict }) => verdict))).to.deep.equal(
      new Set(["too few to say"]),
    );
    const effects = calculateYield({ jobs: year(100, random, () => 0.8), minimum: 5 }).effects;
    const fine = effects.find(({ setting }) => setting === "speedMmS")!;
    expect(fine.counts.fromTries).to.equal(50);
    expect(String(fine.from)).to.match(/^≤ \d/);
    expect(effects.find(({ setting }) => setting === "plateC")).to.include({ from: "≤ 75", to: "≥ 80" });
    // All but a few at the greatest value still has two sides.
    const jobs = year(60, random, () => 0.8).map((job, k) => ({ ...job, settings: { v: Math.min(k, 6) } }));
    expect(calculateYield({ jobs }).effects[0]!.counts).to.include({ fromTries: 6, toTries: 54 });
    const two = jobs.map((job, k) => ({ ...job, settings: { v: k % 3 === 0 ? 80 : 90 } }));
    expect(calculateYield({ jobs: two }).effects[0]).to.include({ from: 80, to: 90 });
    const lots = jobs.map((job, k) => ({ ...job, settings: { lot: ["LA-1", "LA-2", "LA-3"][k % 3]! } }));
    expect(calculateYield({ jobs: lots }).effects[0]).to.deep.include({ from: ANY_OTHER });
    expect(calculateYield({ jobs: lots }).effects.map(({ counts }) => counts.toTries)).to.deep.equal([
      20, 20, 20,
    ]);
    const same = jobs.map((job) => ({ ...job, settings: { v: 80 } }));
    expect(calculateYield({ jobs: same }).effects).to.deep.equal([]);
  });

  it("tells from which job on what was measured left what was predicted, and of scatter alone hardly ever", () => {
    const random = randomStream(31);
    const jobs = (fallFrom: number) =>
      Array.from({ length: 60 }, (_, k): Job => ({
        ...one,
        code: `GW-${k}`,
        endedAt: day(k),
        predictions: [
          {
            what: "glue line",
            predicted: 90,
            measured: 90 + 6 * (random() - 0.5) - (k < fallFrom ? 0 : 0.25 * (k - fallFrom)),
          },
        ],
      }));
    let [found, wrong] = [0, 0];
    for (let n = 0; n < DRAWS; n += 1) {
      const { drift } = calculateYield({ jobs: jobs(30) }).predicted[0]!;
      const from = Number(drift?.code?.slice(3));
      if (drift && drift.afterPct < drift.beforePct && from >= 27 && from <= 50) found += 1;
      if (calculateYield({ jobs: jobs(60) }).predicted[0]!.drift) wrong += 1;
    }
    expect(found / DRAWS).to.be.greaterThan(0.95);
    expect(wrong / DRAWS).to.be.at.most(0.02);
  });

  it("counts the chance of a change as often as it comes when endings are put in any order", () => {
    const random = randomStream(21);
    const draws = isLong ? 4_000 : 800;
    let told = 0;
    for (let n = 0; n < draws; n += 1) {
      const endings = Array.from({ length: 60 }, (_, k) => ({ endedAt: day(k), isWin: k < 42 }));
      for (let k = 59; k > 0; k -= 1) {
        const other = Math.floor((k + 1) * random());
        [endings[k]!.isWin, endings[other]!.isWin] = [endings[other]!.isWin, endings[k]!.isWin];
      }
      if (successChart(endings).signals.some(({ rule }) => rule === "change")) told += 1;
    }
    // At most one in twenty; as counts are whole, somewhat less.
    expect(told / draws).to.be.within(0.02, 0.066);
  });

  it("shows a point that chance alone hardly brings, and rows on one side by how rare they are", () => {
    const ends = (results: readonly boolean[]) => results.map((isWin, k) => ({ endedAt: day(k), isWin }));
    const steady = Array.from({ length: 50 }, (_, k) => k % 10 !== 0);
    const bad = [...steady, false, false, false, false, false, ...steady];
    const { signals, points, limits } = successChart(ends(bad));
    expect(signals.filter(({ rule }) => rule === "beyond-limits")).to.have.length(1);
    const at = signals.find(({ rule }) => rule === "beyond-limits")!.point;
    expect(points[at]!.wins / points[at]!.tries).to.be.lessThan(limits[at]!.low);
    // Nine of ten points that were all good are no signal where nearly all are.
    expect(successChart(ends(Array.from({ length: 120 }, (_, k) => k !== 60))).signals).to.deep.equal([]);
    expect(successChart(ends([true, false])).points).to.deep.equal([]);
  });
});
