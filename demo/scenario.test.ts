import { expect } from "chai";
import { sceneAtStart } from "../core/device/start.ts";
import { isHeavyChoice, verifyChoice } from "../core/device/verify-choice.ts";
import { isAllowed, judge } from "../core/job/judge.ts";
import { applyMove, moveNamed } from "../core/job/replay.ts";
import { deviceRules } from "../core/moves.ts";
import { demoJobs, DEMO_NOW_MS as now } from "../test/fresh-database.ts";
import { FINISHED_JOBS, makeScenario, truths, type ScenarioJob } from "./scenario.ts";
import { isLong } from "../test/long.ts";

/** A tenth, drawn by the day's seed; all of them in the long form. */
const EVERY = isLong ? 1 : 10;

describe("the demo scenario", function () {
  this.timeout(240_000);
  let jobs: ScenarioJob[];
  before(() => {
    jobs = demoJobs();
  });

  it("is the same at every making, down to the ids", () => {
    const finished = EVERY === 1 ? FINISHED_JOBS : 12;
    const again = makeScenario(now, finished);
    expect(again.slice(0, finished)).to.deep.equal(jobs.slice(0, finished));
  });

  it("lies in the past, each job's moves in order of time and number", () => {
    for (const { moves } of jobs) {
      const times = moves.map(({ atMs }) => atMs);
      expect(times.at(-1)).to.be.at.most(now);
      expect([...times].sort((a, b) => a - b)).to.deep.equal(times);
      expect(moves.map(({ seq }) => seq)).to.deep.equal(moves.map((_, i) => i + 1));
    }
  });

  it("could have happened: every move would be accepted there and then, its settings as the calculations give them", () => {
    const judged = (job: ScenarioJob, n: number) => {
      // Fills take half a second each.
      const isRunAgain = n % 8 === 0;
      let { state } = sceneAtStart(job.family, 0);
      for (const { id, seq, kind, version, data, who, atMs } of job.moves) {
        const move = moveNamed(deviceRules, kind, version);
        const scene = { family: job.family, state, nowMs: atMs };
        expect(move.data.safeParse(data).success, `${job.code} ${kind}`).to.equal(true);
        const judgement = judge(deviceRules, scene, move, data);
        expect(isAllowed(judgement), `${job.code} ${kind} ${JSON.stringify(judgement)}`).to.equal(true);
        if (!isHeavyChoice(kind) || isRunAgain)
          expect(verifyChoice(scene, kind, data), `${job.code} ${kind}`).to.equal(null);
        state = applyMove(move, scene, data, { id, seq, who, atMs });
      }
    };
    jobs.filter((_, i) => i % EVERY === 0 || i >= FINISHED_JOBS).forEach(judged);
  });

  it("has eighteen open jobs: one held, one overdue, one whose panel died, some with a clock that runs", () => {
    const open = jobs.filter(({ moves }) => moves.at(-1)!.kind !== "ended");
    expect(open).to.have.length(18);
    expect(open.filter(({ moves }) => moves.at(-1)!.kind === "held")).to.have.length(1);
    const due = open.map(({ moves }) => Date.parse((moves[0]!.data as { dueAt: string }).dueAt));
    expect(due.filter((ms) => ms < now)).to.have.length(1);
    const settled = (job: ScenarioJob) => job.moves.filter(({ kind }) => kind === "trouble-settled").at(-1);
    expect(open.some((job) => (settled(job)?.data as { as?: string } | undefined)?.as === "broke")).to.equal(
      true,
    );
    expect(open.some(({ moves }) => moves.at(-1)!.kind === "soak-started")).to.equal(true);
    expect(open.some(({ moves }) => moves.at(-1)!.kind === "lamp-on")).to.equal(true);
  });

  it("holds the truths of its year, to be found", () => {
    const finished = jobs.slice(0, FINISHED_JOBS);
    const laid = finished.filter(({ moves }) =>
      moves.some(
        ({ kind, data }) => kind === "lot-taken" && (data as { lot: string }).lot === truths.yellowLot.lot,
      ),
    );
    const back = finished.filter(({ moves }) =>
      (moves[0]!.data as { complaint: string }).complaint.startsWith("Came back"),
    );
    expect(laid.length).to.be.greaterThan(3);
    expect(back.length).to.be.greaterThan(0);
    for (const { moves } of back) {
      const { complaint } = moves[0]!.data as { complaint: string };
      expect(laid.some(({ code }) => complaint.includes(code))).to.equal(true);
    }
  });
});
