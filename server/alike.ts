import type pg from "pg";
import { nextMove } from "../core/job/plan.ts";
import { deviceRules } from "../core/moves.ts";
import { findJob, sceneOf } from "./store/jobs.ts";
import { takenInWith } from "./store/tickets.ts";

/** The open jobs that were taken in together with a job and ask the customer now as it does, for the same repair. */
export async function alikeAsking(pool: pg.Pool, code: string, nowMs: number): Promise<string[]> {
  const own = await findJob(pool, code);
  if (!own) return [];
  const { wanted } = sceneOf(own, nowMs).state.intake;
  const asking: string[] = [];
  for (const other of await takenInWith(pool, code)) {
    const job = await findJob(pool, other);
    if (!job) continue;
    const scene = sceneOf(job, nowMs);
    const { held, trouble, wanted: route } = scene.state.intake;
    if (held || trouble || route !== wanted) continue;
    const next = nextMove(deviceRules, scene);
    if (next && "step" in next && next.step.move.kind === "agreed") asking.push(other);
  }
  return asking;
}
