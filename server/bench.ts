import type pg from "pg";
import { routeNow } from "../core/device/ask.ts";
import { workedStage } from "../core/device/phase.ts";
import type { Scene } from "../core/device/scene.ts";
import { repairTitle } from "../core/device/routes.ts";
import { nextMove } from "../core/job/plan.ts";
import { deviceRules } from "../core/moves.ts";
import { panelSketch, type PanelSketch } from "../core/stack/panel-sketch.ts";
import type { StageName } from "../core/stage.ts";
import { planFor, say } from "../words/say.ts";
import { heldFor } from "./held-for.ts";
import { openJobs, sceneOf, type StoredJob } from "./store/jobs.ts";
import { t } from "../words/server.ts";

/** What a job waits for. */
export type Need = "hands" | "timer" | "hold";

/** One open job as the bench shows it. */
export interface BenchRow {
  code: string;
  /** Of the bench's `panels`. */
  familyId: string;
  family: string;
  route: string;
  stage: StageName;
  complaint: string;
  dueAt: string | null;
  need: Need;
  /** What comes next, in words. */
  ask: string;
  /** Until when it waits, or until when something can be done; ms since 1970. */
  untilMs: number | null;
  isWindow: boolean;
  lastAt: string;
}

/** What runs at this job: a wait before the next step, or a window in which it has to be done. */
function clockOf(scene: Scene, notBeforeMs: number | null): Pick<BenchRow, "untilMs" | "isWindow"> {
  if (notBeforeMs !== null) return { untilMs: notBeforeMs, isWindow: false };
  const { windowUntilMs } = scene.state.lift;
  const isOpen = windowUntilMs !== null && windowUntilMs > scene.nowMs;
  return { untilMs: isOpen ? windowUntilMs : null, isWindow: isOpen };
}

function rowOf(job: StoredJob, nowMs: number): BenchRow {
  const scene = sceneOf(job, nowMs);
  const next = nextMove(deviceRules, scene);
  const step = next && "step" in next ? next.step : null;
  const { held, trouble, complaint } = scene.state.intake;
  const clock = clockOf(scene, step?.notBeforeMs ?? null);
  const isHeld = held !== null || trouble !== null || step === null;
  return {
    code: job.code,
    familyId: job.family.id,
    family: `${job.family.family.code} ${job.family.family.name.toLowerCase()}`,
    route: repairTitle(routeNow(scene)),
    stage: step?.move.stage(scene, step.data) ?? workedStage(scene),
    complaint,
    dueAt: job.dueAt,
    need: isHeld ? "hold" : clock.untilMs !== null && !clock.isWindow ? "timer" : "hands",
    ask: held
      ? say({ id: "move.held", values: { reason: held.reason } })
      : step
        ? planFor(step.move.words(scene, step.data))
        : t("no-way-found-check-the-device"),
    ...clock,
    lastAt: new Date(job.moves.at(-1)!.atMs).toISOString(),
  };
}

/** While nothing is added to its job a row holds for so long: only clocks move it, and pages run those themselves. */
const rows = heldFor<BenchRow>(1_000);

/** What stands on the bench. */
export interface Bench {
  rows: BenchRow[];
  /** The families of these jobs, small, by their ids. */
  panels: Record<string, PanelSketch>;
}

/** Every open job with what it waits for: hands, a clock, or somebody's word. */
export async function benchNow(pool: pg.Pool, nowMs: number): Promise<Bench> {
  const panels: Bench["panels"] = {};
  const bench = (await openJobs(pool)).map((job) => {
    panels[job.family.id] ??= panelSketch(job.family.family);
    return rows.of(job, nowMs) ?? rows.keep(job, nowMs, rowOf(job, nowMs));
  });
  return { rows: bench, panels };
}
