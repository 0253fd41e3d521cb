import { expect } from "chai";
import { nextMove } from "../job/plan.ts";
import { isAllowed, judge } from "../job/judge.ts";
import type { Recorded } from "../job/move.ts";
import { moveNamed } from "../job/replay.ts";
import { methodsOf } from "../lift/methods-of.ts";
import { deviceRules } from "../moves.ts";
import { exampleFamilies } from "../stack/examples.ts";
import { stageNames, type StageName } from "../stage.ts";
import { hoped } from "../twin/hoped.ts";
import { whatIsAnswered, whatIsSeen } from "../twin/seen.ts";
import { Twin } from "../twin/twin.ts";
import { isLong } from "../../test/long.ts";
import {
  isPractised,
  shownAt,
  wholeJobAt,
  wholeJobOf,
  type WholeJob,
  type WholeJobNow,
} from "./whole-job.ts";

const SEEDS = Array.from({ length: isLong ? 100 : 10 }, (_, i) => i + 1);
const families = Object.values(exampleFamilies);
const MOST_MOVES = 600;

type Told = Record<string, unknown>;
type Says = (now: WholeJobNow, kind: string, offered: Told) => Told;

/** Somebody who works a job by its plan, and says of it what `says` says, until it is over or lost. */
function worked(job: WholeJob, says: Says): { now: WholeJobNow; moves: Recorded<StageName>[] } {
  const [method = "plate"] = methodsOf(job.family, job.route).methods;
  const choose = hoped(method, job.truth);
  let atMs = Date.parse("2026-01-05T08:00:00Z");
  const moves: Recorded<StageName>[] = [];
  const tell = (kind: string, data: unknown, stage: StageName) =>
    moves.push({
      id: String(moves.length),
      seq: moves.length + 1,
      kind,
      version: moveNamed(deviceRules, kind).version,
      data,
      stage,
      who: "noor",
      atMs,
    });
  const { route } = job;
  tell(
    "job-opened",
    { complaint: "Practice", route, films: [], bondMethod: "liquid", dueAt: null },
    "intake",
  );
  while (moves.length < MOST_MOVES) {
    const now = wholeJobAt(job, moves);
    if (now.lost) return { now, moves };
    const at = { ...now, scene: { ...now.scene, nowMs: atMs } };
    const next = nextMove(deviceRules, at.scene);
    if (next === null) return { now, moves };
    if ("stuck" in next) throw new Error(`No way to ${JSON.stringify(next.stuck)}`);
    const { move, data, notBeforeMs } = next.step;
    atMs = Math.max(atMs, notBeforeMs ?? 0) + move.minutes(at.scene, data) * 60_000;
    const scene = { ...at.scene, nowMs: atMs };
    const offered = data as Told;
    const told =
      move.told === "answer" || move.told === "word"
        ? says({ ...now, scene }, move.kind, offered)
        : ((choose(scene, move.kind, offered) ?? offered) as Told);
    // A wait may have run out meanwhile: what comes next is asked anew.
    if (isAllowed(judge(deviceRules, scene, move, told))) tell(move.kind, told, move.stage(scene, told));
  }
  throw new Error("It does not end.");
}

const truthful =
  (job: WholeJob): Says =>
  ({ scene, twin }, kind, offered) =>
    kind === "agreed" || kind === "trouble-settled"
      ? whatIsAnswered(scene, twin, job, kind, offered)
      : kind === "lamp-read"
        ? { ...offered, irradianceMwCm2: job.lampMwCm2 }
        : kind === "aligned"
          ? { ...offered, ...job.border }
          : whatIsSeen(scene, twin, job, kind, offered);

/** Who looks at nothing, and says that all is well. */
const hopeful: Says = (_, kind, offered) => {
  switch (kind) {
    case "function-tried":
      return { ...offered, result: "works" };
    case "function-tested":
      return { ...offered, result: "pass" };
    case "found-dead":
      return { result: "dead" };
    case "looked-clean":
      return { ...offered, result: "clean" };
    case "dry-fitted":
      return { ...offered, result: "fits" };
    default:
      return offered;
  }
};

describe("a whole job on a device with something hidden", function () {
  this.timeout(isLong ? 900_000 : 90_000);

  it("goes well for somebody who says what is there", () => {
    for (const seed of SEEDS) {
      const job = wholeJobOf(seed, families)!;
      const { now } = worked(job, truthful(job));
      expect(now.lost, `seed ${seed}`).to.equal(null);
      expect(now.scene.state.intake.ended, `seed ${seed}`).not.to.equal(null);
    }
  });

  it("is lost by somebody who says that all is well, at the answer that is not so", () => {
    const lost = SEEDS.filter(
      (seed) => worked(wholeJobOf(seed, families)!, hopeful).now.lost?.reason === "untrue",
    );
    expect(lost.length).to.be.at.least(0.95 * SEEDS.length);
  });

  it("says where it was lost, and what was there to see", () => {
    const job = { ...wholeJobOf(1, families)!, declines: false };
    const fn = job.family.functions[0]!.key;
    const truth = { ...job.truth, deadAtFirst: [fn] };
    const { now } = worked({ ...job, truth }, hopeful);
    expect(now.lost).to.deep.include({
      reason: "untrue",
      kind: "function-tried",
      stage: "intake",
      shows: { sign: "dead", fn },
    });
    expect(stageNames).to.include(now.lost!.stage);
  });

  it("what was taken back was not done", () => {
    const job = { ...wholeJobOf(1, families)!, declines: false };
    const { moves } = worked(job, truthful(job));
    const at = moves.findIndex(({ kind }) => kind === "function-tried");
    const [first] = moves.slice(at, at + 1);
    const untrue = { ...first!, data: { ...(first!.data as Told), result: "not-fitted" } };
    const upTo = [...moves.slice(0, at), untrue];
    expect(wholeJobAt(job, upTo).lost).to.include({ reason: "untrue", seq: untrue.seq });
    const back = {
      ...untrue,
      id: "back",
      seq: untrue.seq + 1,
      kind: "taken-back",
      data: { event: untrue.id },
    };
    expect(wholeJobAt(job, [...upTo, back]).lost).to.equal(null);
  });

  it("a lamp and a border are read off, within what is read; what an instrument sends is its own", () => {
    const job = SEEDS.map((seed) => wholeJobOf(seed, families)!).find(
      ({ route, truth }) => route === "layer" && truth.diesIn === null,
    )!;
    const says =
      (reads: (of: number) => object): Says =>
      (now, kind, offered) =>
        kind === "lamp-read" ? { ...offered, ...reads(job.lampMwCm2) } : truthful(job)(now, kind, offered);
    const lost = (reads: (of: number) => object) => worked(job, says(reads)).now.lost;
    expect(lost((mwCm2) => ({ irradianceMwCm2: 1.019 * mwCm2 }))).to.equal(null);
    expect(lost((mwCm2) => ({ irradianceMwCm2: 1.03 * mwCm2 }))).to.deep.include({
      reason: "untrue",
      kind: "lamp-read",
      shows: { sign: "lamp", mwCm2: job.lampMwCm2 },
    });
    expect(lost(() => ({ irradianceMwCm2: 90, from: "simulated" }))).to.equal(null);
    const wide: Says = (now, kind, offered) => {
      const said = truthful(job)(now, kind, offered);
      return kind === "aligned" ? { ...said, topMm: Number(said.topMm) + 0.2 } : said;
    };
    expect(worked(job, wide).now.lost).to.include({ kind: "aligned", reason: "untrue" });
  });

  it("nobody's word stands in for a look, but for a lot; who gives up has not done it", () => {
    expect(isPractised("signed-for", { fact: { is: "still-shown", fn: "touch" } })).to.equal(false);
    expect(isPractised("signed-for", { fact: { is: "lot-on-shelf", lot: "A-1" } })).to.equal(true);
    expect(isPractised("signed-for", null)).to.equal(false);
    for (const kind of ["panel-tested", "photo-inspected", "photo-added"])
      expect(isPractised(kind, {})).to.equal(false);
    expect(isPractised("function-tested", {})).to.equal(true);
    const job = { ...wholeJobOf(1, families)!, declines: false };
    const { moves } = worked(job, truthful(job));
    const gaveUp = { ...moves.at(-1)!, data: { outcome: "given up" } };
    expect(gaveUp.kind).to.equal("ended");
    expect(wholeJobAt(job, [...moves.slice(0, -1), gaveUp]).lost).to.include({ reason: "given up" });
  });

  it("the device has an answer to everything that can be practised", () => {
    const { family, truth } = wholeJobOf(1, families)!;
    for (const { kind, example } of deviceRules.moves) {
      if (!isPractised(kind, example) && kind !== "signed-for") continue;
      expect(() => new Twin(family, truth).perform(kind, example as Told, 0), kind).not.to.throw(
        /does not know/,
      );
    }
  });

  it("shows nothing at a press, and the same device for the same seed", () => {
    const job = wholeJobOf(5, families)!;
    expect(wholeJobOf(5, [...families].reverse())).to.deep.equal(job);
    expect(shownAt(wholeJobAt(job, []), job, "switched-off", {})).to.equal(null);
    expect(wholeJobOf(5, [])).to.equal(null);
    const fn = job.family.functions[0]!.key;
    const dead = { ...job, truth: { ...job.truth, deadAtFirst: [fn] } };
    const tried = { fn, result: "works" };
    expect(shownAt(wholeJobAt(dead, []), dead, "function-tried", tried)).to.deep.equal({
      shown: { sign: "dead", fn },
      isHoped: false,
    });
    // A lamp gives what it gives.
    const lamp = shownAt(wholeJobAt(job, []), job, "lamp-read", { irradianceMwCm2: 40, from: "hand" });
    expect(lamp).to.deep.equal({ shown: { sign: "lamp", mwCm2: job.lampMwCm2 }, isHoped: null });
  });
});
