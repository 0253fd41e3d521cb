import { moveNamed } from "../core/job/replay.ts";
import { nextMove } from "../core/job/plan.ts";
import { deviceRules } from "../core/moves.ts";
import type { PracticeLevel } from "../core/practice/attempt.ts";
import {
  shownAt,
  wholeJobAt,
  type Shown,
  type WholeJob,
  type WholeJobLoss,
} from "../core/practice/whole-job.ts";
import { answerNamed } from "../core/route/decision-tree.ts";
import { FAR_END } from "../core/rework/contact-check.ts";
import type { Family } from "../core/stack/family.ts";
import { stageTitles } from "../core/stage.ts";
import { exerciseName } from "../core/practice/exercise-name.ts";
import { t } from "../words/practice.ts";
import { say } from "../words/say.ts";
import { problem } from "./problem.ts";
import { sceneOf } from "./store/jobs.ts";
import type { PracticeLacking } from "./store/practice.ts";
import { waitLeftMs, type PracticeJob } from "./store/practice-jobs.ts";

/** A step that is looked back at: what was recorded, and what the device showed. */
export interface StepSaid {
  told: string;
  found: string | null;
}

/** What a page shows of a whole job that is practised, above its workspace. */
export interface PracticeJobSaid {
  /** Of the last thing that was recorded. */
  seq: number;
  seed: number;
  level: PracticeLevel;
  /** What is found at the step at hand; null where there is nothing to find. */
  found: string | null;
  /** Whether that is what is hoped for, in words; null where nothing is. */
  help: string | null;
  /** Whether a wait goes on that can be skipped. */
  isWaiting: boolean;
  /** How it ended; null while it goes on. */
  ended: { isLost: boolean; says: string; advice: string; steps: StepSaid[] } | null;
}

const nameOf = (family: Family, fn: string): string =>
  family.functions.find(({ key }) => key === fn)?.name ?? fn;

function foundText(family: Family, shown: Shown): string {
  switch (shown.sign) {
    case "works":
      return t("find-works", { name: nameOf(family, shown.fn) });
    case "dead":
      return t("find-dead", { name: nameOf(family, shown.fn) });
    case "beep":
    case "silence": {
      const a = String(shown.a);
      const b = shown.b === FAR_END ? t("end-of", { contact: a }) : String(shown.b);
      return shown.sign === "beep" ? t("it-beeps", { a, b }) : t("it-is-silent", { a, b });
    }
    case "crack":
      return t("find-crack");
    case "no crack":
      return t("find-no-crack");
    case "answer":
      return t("find-answer", { answer: answerNamed(shown.question, shown.answer)?.label ?? shown.answer });
    case "lamp":
      return t("find-lamp", { reading: shown.mwCm2 });
    case "border":
      return t("find-border", {
        top: shown.topMm,
        right: shown.rightMm,
        bottom: shown.bottomMm,
        left: shown.leftMm,
      });
    case "liners":
      return t("find-liners", { count: shown.count });
    case "fault gone":
      return t("find-fault-gone");
    case "fault still":
      return t("find-fault-still");
    case "volts":
      return t("find-volts");
    case "no volts":
      return t("find-no-volts");
    case "even light":
      return t("find-even-light");
    case "no light":
      return t("find-no-light");
    case "dry":
      return t("find-dry");
    case "wet":
      return t("find-wet");
    case "clean":
      return t("find-clean");
    case "glue left":
      return t("find-glue");
    case "fits":
      return t("find-fits");
    case "does not fit":
      return t("find-misfit");
    case "bubbles":
      return t("find-bubbles");
    case "no bubbles":
      return t("find-no-bubbles");
    case "specks":
      return t("find-specks");
    case "no specks":
      return t("find-no-specks");
    case "it is lost":
      return t("find-lost");
    case "under the layer":
      return t("find-under");
    case "try again":
      return t("find-again");
    case "customer says yes":
      return t("find-customer-yes");
    case "customer says no":
      return t("find-customer-no");
  }
}

/** All that the seed had hidden, also what this way through the job did not come upon. */
function hiddenText({ family, truth }: WholeJob): string {
  const hidden = [
    ...truth.deadAtFirst.map((fn) => t("hid-dead", { name: nameOf(family, fn) })),
    ...(truth.staysAlive ? [t("hid-alive")] : []),
    ...(truth.looseFlex ? [t("hid-flex")] : []),
    ...(truth.glueLeft > 0 ? [t("hid-glue")] : []),
    ...(truth.bubbles > 0 ? [t("hid-bubbles")] : []),
    ...(truth.specks > 0 ? [t("hid-specks")] : []),
    ...(truth.looseContacts > 0 ? [t("hid-loose")] : []),
    ...(truth.shorts + truth.opens > 0 ? [t("hid-joint")] : []),
    ...(truth.misfits > 0 ? [t("hid-misfit")] : []),
    ...(truth.diesIn !== null ? [t("hid-dies")] : []),
    ...(truth.wetEdge > 0 ? [t("hid-wet")] : []),
  ];
  return hidden.join(", ");
}

/** How a job that is over went: what it was lost by or what was hidden, and each step of it. */
function endOf(job: PracticeJob, lost: WholeJobLoss | null): PracticeJobSaid["ended"] {
  const { whole } = job;
  const steps: StepSaid[] = [];
  wholeJobAt(whole, job.moves, ({ scene, move: { kind, data }, shows }) =>
    steps.push({
      told: say(moveNamed(deviceRules, kind).words(scene, data)),
      found: shows && foundText(whole.family, shows),
    }),
  );
  if (!lost)
    return { isLost: false, says: t("job-went-well", { hidden: hiddenText(whole) }), advice: "", steps };
  const { told, found } = steps.at(-1)!;
  const stage = stageTitles[lost.stage];
  const says = lost.shows
    ? t("job-lost-untrue", { stage, told, found: found ?? "" })
    : lost.reason === "given up"
      ? t("job-given-up")
      : t("job-lost-broke", { stage, told });
  return { isLost: true, says, advice: t("look-before-you-press"), steps };
}

/** What is said of a practised job as it stands. */
export function practiceSaid(job: PracticeJob, nowMs: number): PracticeJobSaid {
  const { seed, level, whole } = job;
  const said = {
    seq: job.moves.length,
    seed,
    level,
    found: null,
    help: null,
    isWaiting: false,
    ended: null,
  };
  if (job.isOver) return { ...said, ended: endOf(job, job.lost) };
  if (waitLeftMs(job, nowMs) > 0) return { ...said, isWaiting: true };
  const scene = sceneOf(job, nowMs);
  const next = nextMove(deviceRules, scene);
  if (!next || !("step" in next)) return said;
  const { move, data } = next.step;
  const now = { ...wholeJobAt(whole, job.moves), scene };
  const shown = shownAt(now, whole, move.kind, data as Record<string, unknown>);
  if (!shown) return said;
  return {
    ...said,
    found: foundText(whole.family, shown.shown),
    help: shown.isHoped === null ? null : shown.isHoped ? t("that-is-well") : t("that-is-not-well"),
  };
}

/** The answer that something is practised first, or done with a lead. */
export const practiseFirst = ({ exercise, surePct, limitPct }: PracticeLacking): Response =>
  problem(
    403,
    t("practise-first"),
    t("practise-it-or-not-alone", { exercise: exerciseName(exercise), sure: surePct, limit: limitPct }),
  );
