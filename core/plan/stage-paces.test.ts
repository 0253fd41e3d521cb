import { expect } from "chai";
import { jobSteps } from "./job-steps.ts";
import { pacesOf, stagePaces, type StagePaces } from "./stage-paces.ts";

const MIN = 60_000;
/** Ten minutes on the plate by itself, then ten of hands; five of hands to clean. */
const lift = { stage: "lift" as const, fromMs: 0, startMs: 10 * MIN, endMs: 20 * MIN };
const clean = { stage: "clean" as const, fromMs: 20 * MIN, startMs: 20 * MIN, endMs: 25 * MIN };
const jobs = (...took: number[]) => took.map((minutes) => ({ lift: { minutes }, clean: { minutes: 5 } }));
const middles = (paces: StagePaces) =>
  Object.fromEntries(Object.entries(paces).map(([stage, { pace }]) => [stage, pace]));

describe("the pace of hands in a stage", () => {
  it("is the middle of what such jobs took, less what runs by itself", () => {
    const paces = stagePaces([lift, clean], jobs(22, 25, 25, 30, 90));
    expect(middles(paces)).to.deep.equal({ lift: 1.5, clean: 1 });
    // The middle half of them.
    expect(paces.lift).to.deep.equal({ pace: 1.5, low: 1.5, high: 2, jobs: 5 });
    // Where a job says how long hands were at it, what ran by itself is not guessed.
    const told = Array.from({ length: 5 }, () => ({ lift: { minutes: 60, handsMin: 12 } }));
    expect(middles(stagePaces([lift], told))).to.deep.equal({ lift: 1.2 });
  });

  it("is not read off few jobs, off what is over at once, or beyond what hands can do", () => {
    expect(stagePaces([lift, clean], jobs(25, 25, 25, 25))).to.deep.equal({});
    expect(stagePaces([{ ...clean, endMs: 21 * MIN }], jobs(1, 2, 3, 4, 5))).to.deep.equal({});
    expect(middles(stagePaces([lift], jobs(5, 5, 5, 5, 5)))).to.deep.equal({ lift: 0.4 });
    expect(middles(stagePaces([lift], jobs(200, 200, 200, 200, 200)))).to.deep.equal({ lift: 2.5 });
  });

  it("goes by the method where enough jobs were worked by it, by the person where they have done enough", () => {
    const five = <Item>(one: Item) => Array.from({ length: 5 }, () => one);
    const job = (method: string | null, who: string, min: number) => ({
      method,
      who,
      stages: { lift: { minutes: 10 + min, handsMin: min }, clean: { minutes: 5, handsMin: 5 } },
    });
    const past = [
      ...five(job("plate", "a", 10)),
      ...five(job("plate", "b", 14)),
      ...five(job("wire", "a", 20)),
      job("wire", "b", 5),
      job("freezer", "a", 5),
    ];
    const liftOf = (of: Parameters<typeof pacesOf>[2]) => pacesOf([lift, clean], past, of).lift?.pace;
    expect(liftOf({ method: "plate", who: "a" })).to.equal(1);
    expect(liftOf({ method: "plate", who: "b" })).to.equal(1.4);
    expect(liftOf({ method: "plate" })).to.equal(1.2);
    expect(liftOf({ method: "wire" })).to.equal(2);
    // Once by the freezer tells nothing; of them by any method enough is known.
    expect(liftOf({ method: "freezer" })).to.equal(1.4);
    expect(liftOf({ method: "freezer", who: "b" })).to.equal(1.4);
    // Nobody that anything is known of.
    expect(liftOf({ method: "wire", who: "c" })).to.equal(2);
  });

  it("tells how long a step takes each of those whose pace is known, and how far its minutes spread", () => {
    const pace = (middle: number) => ({ pace: middle, low: middle / 2, high: 2 * middle, jobs: 7 });
    const moves = [
      { ...lift, move: { kind: "strip-cut" } },
      { ...clean, move: { kind: "wiped" } },
    ];
    const { steps, spans } = jobSteps(
      moves,
      { lift: pace(1.5) },
      { a: { lift: pace(1) }, b: { clean: pace(2) } },
    );
    expect(steps.map(({ minutesBy }) => minutesBy)).to.deep.equal([
      undefined,
      { a: 10, b: 15 },
      { a: 5, b: 10 },
    ]);
    expect(spans).to.deep.equal([null, { lowMin: 7.5, highMin: 30, jobs: 7 }, null]);
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
    expect(minutes({ lift: { pace: 1.5, low: 1, high: 2, jobs: 5 } })).to.deep.equal([
      [0, 10],
      [1, 15],
      [1, 5],
    ]);
  });
});
