import { expect } from "chai";
import type pg from "pg";
import { v4 as uuid } from "uuid";
import type { Scene } from "../../core/device/scene.ts";
import { nextMove } from "../../core/job/plan.ts";
import { deviceRules } from "../../core/moves.ts";
import { inTransaction } from "../../server/db/pool.ts";
import { findFamily } from "../../server/store/families.ts";
import {
  appendMoves,
  findJob,
  keepRecordedJob,
  sceneOf,
  type AppendedMoves,
  type SentMove,
} from "../../server/store/jobs.ts";
import type { WorkedJob } from "../bench-hand.ts";

/** A move as a bench sends it. */
export const sent = (kind: string, data: unknown = {}, more: Partial<SentMove> = {}): SentMove => ({
  id: uuid(),
  kind,
  version: 1,
  data,
  who: "tove",
  toldAt: new Date().toISOString(),
  device: "bench",
  ...more,
});

/** What a job is opened with. */
export const opening = (data: object = {}, more: Partial<SentMove> = {}): SentMove =>
  sent(
    "job-opened",
    { complaint: "cracked", route: "layer", films: [], bondMethod: "liquid", ...data },
    more,
  );

/** Keeps a job that was worked on a twin under a code of its own. */
export async function keepWorked(pool: pg.Pool, code: string, { family, moves }: WorkedJob): Promise<void> {
  const stored = (await findFamily(pool, family.code))!;
  const isKept = await inTransaction(pool, (client) =>
    keepRecordedJob(client, { id: uuid(), code, family: stored }, moves),
  );
  expect(isKept).to.equal(true);
}

/** Tells a job one thing, and expects that it is kept; the move as it was sent. */
export async function tell(
  pool: pg.Pool,
  code: string,
  kind: string,
  data: unknown = {},
  more: Partial<SentMove> = {},
): Promise<SentMove> {
  const move = sent(kind, data, more);
  const result = await appendMoves(pool, code, [move]);
  expect(result.kind, JSON.stringify(result)).to.equal("kept");
  return move;
}

/** What becomes of one thing that a job is told. */
export const told = (pool: pg.Pool, code: string, kind: string, data: unknown = {}): Promise<AppendedMoves> =>
  appendMoves(pool, code, [sent(kind, data)]);

/** Where a job stands now. */
export const sceneAt = async (pool: pg.Pool, code: string): Promise<Scene> =>
  sceneOf((await findJob(pool, code))!, Date.now());

/** Tells a job what its plan asks for, as offered, until it asks for a move of a kind or for nothing more; what it asks for then. */
export async function followPlan(
  pool: pg.Pool,
  code: string,
  until: string,
  more: Partial<SentMove> = {},
): Promise<unknown> {
  for (let n = 0; n < 200; n += 1) {
    const next = nextMove(deviceRules, await sceneAt(pool, code));
    if (!next) return null;
    if (!("step" in next)) throw new Error(`No way on for ${code}.`);
    const { move, data } = next.step;
    if (move.kind === until) return data;
    await tell(pool, code, move.kind, data, more);
  }
  throw new Error(`${code} does not come to ${until}.`);
}
