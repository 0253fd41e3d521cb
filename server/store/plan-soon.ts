import type pg from "pg";
import { z } from "zod";
import { planPin, type PlanPin } from "./plan-pins.ts";

/** What begins within the next half hour, as a plan has it. */
export const planSoon = z.strictObject({ steps: z.array(planPin).max(300) });

/** What is older tells nothing of now, min. */
const GOOD_FOR_MIN = 45;

/** What was to begin soon, as the plan was last made. */
export async function soonPlanned(pool: pg.Pool, nowMs: number): Promise<PlanPin[]> {
  const { rows } = await pool.query<{ steps: PlanPin[] }>("SELECT steps FROM plan_soon WHERE at > $1", [
    new Date(nowMs - GOOD_FOR_MIN * 60_000),
  ]);
  return rows[0]?.steps ?? [];
}

/** What one page has told the others go by, so long at the least: two that plan at once do not move it to and fro. */
const STANDS = "1 minute";

/** Keeps what begins soon, unless it was told only just now; what is gone by. */
export async function keepSoon(pool: pg.Pool, steps: readonly PlanPin[], nowMs: number): Promise<PlanPin[]> {
  await pool.query(
    `INSERT INTO plan_soon (steps) VALUES ($1)
     ON CONFLICT (is_one) DO UPDATE SET steps = excluded.steps, at = now() WHERE plan_soon.at < now() - interval '${STANDS}'`,
    [JSON.stringify(steps)],
  );
  return soonPlanned(pool, nowMs);
}
