import { expect } from "chai";
import { jobSteps } from "./job-steps.ts";
import { stagePaces } from "./stage-paces.ts";

const MIN = 60_000;
/** Ten minutes on the plate by itself, then ten of hands; five of hands to clean. */
const lift = { stage: "lift" as const, fromMs: 0, startMs: 10 * MIN, endMs: 20 * MIN };
const clean = { stage: "clean" as const, fromMs: 20 * MIN, startMs: 20 * MIN, endMs: 25 * MIN };
const jobs = (...took: number[]) => took.map((min) => ({ lift: min, clean: 5 }));

describe("the pace of hands in a stage", () => {
  it("is the middle of what such jobs took, less what runs by itself", () => {
    expect(stagePaces([lift, clean], jobs(22, 25, 25, 30, 90))).to.deep.equal({ lift: 1.5, clean: 1 });
  });

  it("is not read off few jobs, off what is over at once, or beyond what hands can do", () => {
    expect(stagePaces([lift, clean], jobs(25, 25, 25, 25))).to.deep.equal({});
    expect(stagePaces([{ ...clean, endMs: 21 * MIN }], jobs(1, 2, 3, 4, 5))).to.deep.equal({});
    expect(stagePaces([lift], jobs(5, 5, 5, 5, 5))).to.deep.equal({ lift: 0.4 });
    expect(stagePaces([lift], jobs(200, 200, 200, 200, 200))).to.deep.equal({ lift: 2.5 });
  });

  it("stretches what hands do, and nothing that runs by itself", () => {
    const moves = [
      { ...lift, move: { kind: "strip-cut" } },
      { ...clean, move: { kind: "wiped" } },
    ];
    const minutes = (paces: Parameters<typeof jobSteps>[1]) =>
      jobSteps(moves, paces).steps.map(({ hands, durationMin }) => [hands, durationMin]);
    expect(minutes({})).to.deep.equal([
      [0, 10],
      [1, 10],
      [1, 5],
    ]);
    expect(minutes({ lift: 1.5 })).to.deep.equal([
      [0, 10],
      [1, 15],
      [1, 5],
    ]);
  });
});
