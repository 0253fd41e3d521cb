import { expect } from "chai";
import { practiceNames } from "./attempt.ts";
import { isReady, nextPractice, surePct, type Learned } from "./learning.ts";

const NOW = Date.parse("2026-11-02T09:00:00Z");
const day = (n: number) => new Date(NOW - n * 86_400_000).toISOString();
const did = (exercise: Learned["exercise"], more: Partial<Learned> = {}): Learned => ({
  exercise,
  level: "seen",
  tried: 5,
  won: 5,
  lostLast: null,
  isLastLost: false,
  lastAt: day(1),
  ...more,
});
const all = practiceNames.map((name) => did(name));

describe("what to practise next", () => {
  it("is what is new to somebody, in the order in which a learner meets it", () => {
    expect(nextPractice([], NOW)).to.deep.equal({ exercise: "sweep", level: "seen", why: "new" });
    expect(nextPractice([did("sweep")], NOW)).to.include({ exercise: "align", why: "new" });
  });

  it("is what was lost last before anything else, the latest first", () => {
    const lost = [
      did("window", { isLastLost: true, lastAt: day(3) }),
      did("lower", { isLastLost: true, lastAt: day(2), level: "unseen" }),
    ];
    expect(nextPractice(lost, NOW)).to.deep.equal({ exercise: "lower", level: "unseen", why: "lost last" });
  });

  it("is what has faded, then what was never done without help, then nothing", () => {
    const faded = all.map((one) => (one.exercise === "turn" ? { ...one, lastAt: day(40) } : one));
    expect(nextPractice(faded, NOW)).to.include({ exercise: "turn", why: "faded" });
    expect(nextPractice(all, NOW)).to.deep.equal({ exercise: "sweep", level: "unseen", why: "hidden next" });
    expect(
      nextPractice([...all, ...practiceNames.map((name) => did(name, { level: "unseen" }))], NOW),
    ).to.equal(null);
  });

  it("takes somebody for ready by the lower end of the range, with nothing shown", () => {
    // Wilson 1927: 20 of 20 is 0.839 at the least; 5 of 5 is 0.566.
    const sure = [did("sweep", { level: "unseen", tried: 20, won: 20 }), did("align", { level: "unseen" })];
    expect(
      ["sweep", "align", "turn"].map((name) => surePct(sure, name as Learned["exercise"])),
    ).to.deep.equal([83, 56, 0]);
    expect(isReady(sure, "sweep", 80)).to.equal(true);
    expect(isReady(sure, "align", 80)).to.equal(false);
    expect(surePct([did("sweep", { tried: 20, won: 20 })], "sweep")).to.equal(0);
  });
});
