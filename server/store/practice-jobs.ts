import { randomBytes, randomUUID } from "node:crypto";
import type pg from "pg";
import { isPracticeCode, PRACTICE_CODE, type PracticeLevel } from "../../core/practice/attempt.ts";
import {
  isPractised,
  wholeJobAt,
  wholeJobOf,
  type WholeJob,
  type WholeJobLoss,
} from "../../core/practice/whole-job.ts";
import { nextMove } from "../../core/job/plan.ts";
import { moveNamed } from "../../core/job/replay.ts";
import { deviceRules } from "../../core/moves.ts";
import { t } from "../../words/practice.ts";
import { inTransaction } from "../db/pool.ts";
import { listFamilies, readFamilyRow, type StoredFamily } from "./families.ts";
import { acceptMoves, findJob, sceneOf, type AppendedMoves, type SentMove, type StoredJob } from "./jobs.ts";
import type { KeptMove } from "./kept-moves.ts";
import { keepAttempt } from "./practice.ts";

/** A whole job that somebody practises, on a device with something hidden in it. */
export interface PracticeJob extends StoredJob {
  person: string;
  level: PracticeLevel;
  seed: number;
  whole: WholeJob;
  isOver: boolean;
  lost: WholeJobLoss | null;
}

/** Where what a job is worked with does not matter whether it is real. */
export type WorkedJob = Pick<StoredJob, "id" | "code" | "family" | "moves">;

interface PracticeJobRow {
  id: string;
  code: string;
  person: string;
  level: PracticeLevel;
  seed: number;
  family: unknown;
  hidden: Omit<WholeJob, "family">;
  moves: KeptMove[];
  begun_at: Date;
  over_at: Date | null;
  lost: WholeJobLoss | null;
}

function readRow(row: PracticeJobRow): PracticeJob {
  const { id, code, person, level, seed, hidden, moves, lost } = row;
  const family: StoredFamily = readFamilyRow({ id, version: 1, content: row.family });
  return {
    id,
    code,
    family,
    openedAt: row.begun_at.toISOString(),
    dueAt: null,
    moves,
    person,
    level,
    seed,
    whole: { ...hidden, family: family.family },
    isOver: row.over_at !== null,
    lost,
  };
}

const JOB = `SELECT id, code, person, level, seed, family, hidden, moves, begun_at, over_at, lost FROM practice_job`;

/** A job that is practised, by its code, or null. */
export async function findPracticeJob(
  client: pg.Pool | pg.PoolClient,
  code: string,
): Promise<PracticeJob | null> {
  const { rows } = await client.query<PracticeJobRow>(`${JOB} WHERE code = $1`, [code]);
  return rows[0] ? readRow(rows[0]) : null;
}

/** What is worked at the bench under a code: a real job, or one that is practised. Nothing else finds both. */
export const findWork = (pool: pg.Pool, code: string): Promise<WorkedJob | null> =>
  isPracticeCode(code) ? findPracticeJob(pool, code) : findJob(pool, code);

/** The code of the job that somebody practises and that is not over; null where there is none. */
export async function openPracticeOf(pool: pg.Pool, who: string): Promise<string | null> {
  const { rows } = await pool.query<{ code: string }>(
    "SELECT code FROM practice_job WHERE person = $1 AND over_at IS NULL ORDER BY begun_at DESC LIMIT 1",
    [who],
  );
  return rows[0]?.code ?? null;
}

/** Begins a job on a device that a seed draws from the shop's families; null where the shop has none. */
export async function beginPracticeJob(
  pool: pg.Pool,
  who: string,
  { seed, level }: { seed: number; level: PracticeLevel },
): Promise<string | null> {
  const families = await listFamilies(pool, "families");
  const whole = wholeJobOf(
    seed,
    families.map(({ family }) => family),
  );
  if (!whole) return null;
  const { family, ...hidden } = whole;
  const { kind, version } = moveNamed(deviceRules, "job-opened");
  const opening: KeptMove = {
    id: randomUUID(),
    seq: 1,
    kind,
    version,
    stage: "intake",
    data: {
      complaint: t("complaint-of-practice"),
      route: whole.route,
      films: [],
      bondMethod: "liquid",
      dueAt: null,
    },
    who,
    atMs: Date.now(),
    toldAt: new Date().toISOString(),
    device: "bench",
  };
  const code = `${PRACTICE_CODE}${randomBytes(4).toString("hex")}`;
  await pool.query(
    `INSERT INTO practice_job (id, code, person, level, seed, family, hidden, moves) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [randomUUID(), code, who, level, seed, family, hidden, JSON.stringify([opening])],
  );
  return code;
}

/** A job that nobody else can add to until the transaction ends, or null. */
async function lockPracticeJob(client: pg.PoolClient, code: string): Promise<PracticeJob | null> {
  const { rows } = await client.query<PracticeJobRow>(`${JOB} WHERE code = $1 FOR UPDATE`, [code]);
  return rows[0] ? readRow(rows[0]) : null;
}

const refused = (id: string): AppendedMoves => ({ kind: "refused", index: 0, missing: [], fault: { id } });

/**
 * Adds moves to a job that is practised: judged by the record as those of a real job are, then held against the device. Where the device gives
 * the lie to one, the job is lost there; where it ends, it is over. Either is kept as an attempt of its author.
 */
export const appendPracticeMoves = (
  pool: pg.Pool,
  code: string,
  sent: readonly SentMove[],
): Promise<AppendedMoves> =>
  inTransaction<AppendedMoves>(pool, async (client) => {
    const job = await lockPracticeJob(client, code);
    if (!job) return { kind: "no such job" };
    const isKnown = sent.every(({ id }) => job.moves.some((move) => move.id === id));
    if (job.isOver && !isKnown) return refused("fault.practice-is-over");
    if (sent.some(({ who }) => who !== job.person)) return refused("fault.practice-of-another");
    if (!sent.every(({ kind, data }) => isPractised(kind, data))) return refused("fault.not-in-practice");
    const accepted = await acceptMoves(client, job, sent, "desk", Date.now());
    if (accepted.kind !== "accepted") return accepted;
    const { answer, added, moves, scene } = accepted;
    if (added.length === 0) return { kind: "kept", moves: answer, added: 0 };
    const { lost } = wholeJobAt(job.whole, moves);
    const isOver = lost !== null || scene.state.intake.ended !== null;
    await client.query(
      `UPDATE practice_job SET moves = moves || $2::jsonb, lost = $3, over_at = CASE WHEN $4 THEN now() END WHERE id = $1`,
      [job.id, JSON.stringify(added), lost, isOver],
    );
    if (isOver) {
      const { id, level, seed } = job;
      const tookS = (Date.now() - Date.parse(job.openedAt)) / 1_000;
      const attempt = { id, exercise: "whole-job", level, seed, speed: 1 } as const;
      await keepAttempt(client, job.person, attempt, { lost, tookS });
    }
    return { kind: "kept", moves: answer, added: added.length };
  });

/**
 * Lets the wait that a practised job is in go by: all that was done moves back in time by what is left of it, so that every clock of the job runs
 * on from there. False where nothing is waited for.
 */
export const skipPracticeWait = (pool: pg.Pool, code: string): Promise<boolean> =>
  inTransaction<boolean>(pool, async (client) => {
    const job = await lockPracticeJob(client, code);
    const leftMs = job ? waitLeftMs(job, Date.now()) : 0;
    if (!job || leftMs <= 0) return false;
    const moves = job.moves.map((move) => ({ ...move, atMs: move.atMs - leftMs }));
    await client.query("UPDATE practice_job SET moves = $2 WHERE id = $1", [job.id, JSON.stringify(moves)]);
    return true;
  });

/** How long a job has to wait before its next step, ms. */
export function waitLeftMs(job: WorkedJob, nowMs: number): number {
  const next = nextMove(deviceRules, sceneOf(job, nowMs));
  return next && "step" in next && next.step.notBeforeMs !== null ? next.step.notBeforeMs - nowMs : 0;
}
