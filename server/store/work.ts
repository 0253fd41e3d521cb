import { createHash } from "node:crypto";
import type pg from "pg";
import stringify from "safe-stable-stringify";
import { describeFaults, type Fault } from "../../core/faults.ts";
import { routeNow } from "../../core/device/ask.ts";
import type { DeviceFact } from "../../core/device/facts.ts";
import type { Scene } from "../../core/device/scene.ts";
import { sceneAtStart } from "../../core/device/start.ts";
import { verifyChoice } from "../../core/device/verify-choice.ts";
import { judge, restsOn } from "../../core/kernel/judge.ts";
import type { Message } from "../../core/kernel/message.ts";
import type { Recorded } from "../../core/kernel/move.ts";
import { moveNamed, replay, standing, TAKEN_BACK, UnknownMove } from "../../core/kernel/replay.ts";
import { deviceRules, RULES_VERSION } from "../../core/moves.ts";
import type { StageName } from "../../core/job/route.ts";
import { inTransaction } from "../db/pool.ts";
import { readFamilyRow, type StoredFamily } from "./families.ts";
import { JOB_CHANNEL } from "./jobs.ts";

/** A move as a bench sends it: its id is made there, so that sending it again changes nothing. */
export interface SentMove {
  id: string;
  kind: string;
  version: number;
  data: unknown;
  who: string;
  toldAt: string;
  device: string;
}

/** A move as it is kept. */
export interface KeptMove extends Recorded<StageName> {
  toldAt: string;
  device: string;
}

export interface StoredWork {
  id: string;
  code: string;
  family: StoredFamily;
  moves: KeptMove[];
}

interface WorkRow {
  id: string;
  code: string;
  family_id: string;
  version: number;
  content: unknown;
}

interface MoveRow {
  id: string;
  seq: number;
  kind: string;
  version: number;
  stage: StageName;
  data: unknown;
  who: string;
  told_at: Date;
  received_at: Date;
  device: string;
}

const WORK = `SELECT work.id, work.code, work.family_id, family.version, family.content
  FROM work JOIN family ON family.id = work.family_id`;
const MOVES = "SELECT id, seq, kind, version, stage, data, who, told_at, received_at, device FROM move";

const readMove = ({ told_at, received_at, ...row }: MoveRow): KeptMove => ({
  ...row,
  atMs: received_at.getTime(),
  toldAt: told_at.toISOString(),
});

async function readWork(client: pg.Pool | pg.PoolClient, row: WorkRow): Promise<StoredWork> {
  const { rows } = await client.query<MoveRow>(`${MOVES} WHERE work_id = $1 ORDER BY seq`, [row.id]);
  return {
    id: row.id,
    code: row.code,
    family: readFamilyRow({ id: row.family_id, version: row.version, content: row.content }),
    moves: rows.map(readMove),
  };
}

/** A job by its code, with its moves in order, or null. */
export async function findWork(client: pg.Pool | pg.PoolClient, code: string): Promise<StoredWork | null> {
  const { rows } = await client.query<WorkRow>(`${WORK} WHERE work.code = $1`, [code]);
  return rows[0] ? readWork(client, rows[0]) : null;
}

/** The moves of a job after a sequence number, or null where there is no such job. */
export async function movesAfter(
  client: pg.Pool | pg.PoolClient,
  code: string,
  seq: number,
): Promise<KeptMove[] | null> {
  const { rows } = await client.query<{ id: string }>("SELECT id FROM work WHERE code = $1", [code]);
  if (!rows[0]) return null;
  const moves = await client.query<MoveRow>(`${MOVES} WHERE work_id = $1 AND seq > $2 ORDER BY seq`, [
    rows[0].id,
    seq,
  ]);
  return moves.rows.map(readMove);
}

export interface WorkSummary {
  code: string;
  family: string;
  name: string;
  route: string;
  openedAt: string;
}

/** Jobs that are not over, newest first. */
export async function openWork(pool: pg.Pool, most = 200): Promise<WorkSummary[]> {
  const { rows } = await pool.query<Omit<WorkSummary, "openedAt"> & { opened_at: Date }>(
    `SELECT work.code, family.code AS family, family.content->>'name' AS name, work.route, work.opened_at
     FROM work JOIN family ON family.id = work.family_id
     WHERE work.ended_at IS NULL ORDER BY work.opened_at DESC LIMIT $1`,
    [most],
  );
  return rows.map(({ opened_at, ...row }) => ({ ...row, openedAt: opened_at.toISOString() }));
}

/** The next free code of a job worked by its plan. */
export async function suggestWorkCode(pool: pg.Pool): Promise<string> {
  const { rows } = await pool.query<{ next: number }>(
    `SELECT coalesce(max(split_part(code, '-', 2)::int), 0) + 1 AS next FROM work WHERE code ~ '^PL-[0-9]{1,8}$'`,
  );
  return `PL-${rows[0]!.next}`;
}

/** What became of moves that were sent. */
export type AppendedMoves =
  | { kind: "kept"; moves: KeptMove[]; added: number }
  | { kind: "refused"; index: number; missing: readonly DeviceFact[]; fault: Message | null }
  | { kind: "faulty"; faults: Fault[] }
  | { kind: "differs"; index: number }
  | { kind: "no such job" };

const FIRST_HASH: Buffer = Buffer.alloc(32);

/** The link of a chain: what is kept of a move, and the link before it. */
const linkOf = (previous: Buffer, { id, seq, kind, version, data, who, atMs }: KeptMove): Buffer =>
  createHash("sha256")
    .update(previous)
    .update(stringify({ id, seq, kind, version, data, who, atMs }) ?? "")
    .digest();

const isSame = (kept: KeptMove, sent: SentMove): boolean =>
  kept.kind === sent.kind &&
  kept.version === sent.version &&
  kept.who === sent.who &&
  stringify(kept.data) === stringify(sent.data);

/** What is wrong with a move's own data, by field; none where its schema takes it. */
function faultsOf(sent: SentMove, index: number): Fault[] {
  if (sent.kind === TAKEN_BACK) {
    const { event } = (sent.data ?? {}) as { event?: unknown };
    return typeof event === "string"
      ? []
      : [{ path: `[${index}].data.event`, message: "must be the id of a move" }];
  }
  try {
    const parsed = moveNamed(deviceRules, sent.kind, sent.version).data.safeParse(sent.data);
    return parsed.success
      ? []
      : describeFaults(parsed.error, sent.data).map(({ path, message }) => ({
          path: path ? `[${index}].data.${path}` : `[${index}].data`,
          message,
        }));
  } catch (error) {
    if (error instanceof UnknownMove) return [{ path: `[${index}].kind`, message: error.message }];
    throw error;
  }
}

const sceneOf = (work: Pick<StoredWork, "family">, moves: readonly Recorded[], nowMs: number): Scene => {
  const start = sceneAtStart(work.family.family, nowMs);
  return { ...start, state: replay(deviceRules, start, moves) };
};

/** Judges one move against the scene, or the taking back of one; null where it may be recorded. */
function refusalOf(
  work: Pick<StoredWork, "family">,
  moves: readonly Recorded[],
  sent: SentMove,
  nowMs: number,
): { missing: readonly DeviceFact[]; fault: Message | null } | null {
  if (sent.kind === TAKEN_BACK) {
    const { event } = sent.data as { event: string };
    const target = standing(moves).find(({ id }) => id === event);
    if (!target) return { missing: [], fault: { id: "fault.nothing-to-take-back" } };
    if (target.seq === 1) return { missing: [], fault: { id: "fault.opening-stays" } };
    const rests = restsOn(deviceRules, sceneAtStart(work.family.family, nowMs), moves, event);
    return rests ? { missing: rests.missing, fault: { id: "fault.rests-on-it" } } : null;
  }
  const scene = sceneOf(work, moves, nowMs);
  const move = moveNamed(deviceRules, sent.kind, sent.version);
  const { missing, fault } = judge(deviceRules, scene, move, sent.data);
  if (missing.length > 0 || fault) return { missing, fault };
  const untrue = verifyChoice(scene, sent.kind, sent.data);
  return untrue ? { missing: [], fault: untrue } : null;
}

/**
 * Adds moves to a job, all or none, each judged once, now, as it is received. The same id sent again changes nothing; another move
 * under an id that is taken is told. Others who send at the same time wait for the job.
 */
async function appendWithin(
  client: pg.PoolClient,
  work: StoredWork,
  sent: readonly SentMove[],
  takeBack: (result: AppendedMoves) => never,
): Promise<AppendedMoves> {
  const faults = sent.flatMap(faultsOf);
  if (faults.length > 0) return { kind: "faulty", faults };
  const clock = await client.query<{ now: Date }>("SELECT clock_timestamp() AS now");
  const tip = await client.query<{ hash: Buffer }>(
    "SELECT hash FROM move WHERE work_id = $1 ORDER BY seq DESC LIMIT 1",
    [work.id],
  );
  let previous = tip.rows[0]?.hash ?? FIRST_HASH;
  const moves = [...work.moves];
  const answer: KeptMove[] = [];
  let added = 0;
  for (const [index, one] of sent.entries()) {
    const before = moves.find(({ id }) => id === one.id);
    if (before) {
      if (!isSame(before, one)) return takeBack({ kind: "differs", index });
      answer.push(before);
      continue;
    }
    // Receipts never run backwards within a job, whatever a clock does.
    const atMs = Math.max(clock.rows[0]!.now.getTime(), moves.at(-1)?.atMs ?? 0);
    const refusal = refusalOf(work, moves, one, atMs);
    if (refusal) return takeBack({ kind: "refused", index, ...refusal });
    const stage =
      one.kind === TAKEN_BACK
        ? (moves.find(({ id }) => id === (one.data as { event: string }).event)?.stage ?? "intake")
        : moveNamed(deviceRules, one.kind).stage(sceneOf(work, moves, atMs), one.data);
    const { toldAt, device, ...rest } = one;
    const kept: KeptMove = { ...rest, seq: moves.length + 1, stage, atMs, toldAt, device };
    const hash = linkOf(previous, kept);
    await client.query(
      `INSERT INTO move (id, work_id, seq, kind, version, stage, data, who, told_at, received_at, device, rules, previous_hash, hash)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14)`,
      [
        kept.id,
        work.id,
        kept.seq,
        kept.kind,
        kept.version,
        kept.stage,
        JSON.stringify(kept.data),
        kept.who,
        kept.toldAt,
        new Date(atMs),
        kept.device,
        RULES_VERSION,
        previous,
        hash,
      ],
    );
    previous = hash;
    moves.push(kept);
    answer.push(kept);
    added += 1;
  }
  if (added > 0) {
    const scene = sceneOf(work, moves, moves.at(-1)!.atMs);
    const { ended } = scene.state.intake;
    await client.query("UPDATE work SET route = $2, ended_at = $3, outcome = $4 WHERE id = $1", [
      work.id,
      routeNow(scene),
      ended ? new Date(ended.atMs) : null,
      ended?.outcome ?? null,
    ]);
    await client.query("SELECT pg_notify($1, $2)", [JOB_CHANNEL, work.code]);
  }
  return { kind: "kept", moves: answer, added };
}

/** Adds moves to a job that is there. */
export const appendMoves = (pool: pg.Pool, code: string, sent: readonly SentMove[]): Promise<AppendedMoves> =>
  inTransaction<AppendedMoves>(pool, async (client, takeBack) => {
    const { rows } = await client.query<WorkRow>(`${WORK} WHERE work.code = $1 FOR UPDATE OF work`, [code]);
    if (!rows[0]) return { kind: "no such job" };
    return appendWithin(client, await readWork(client, rows[0]), sent, takeBack);
  });

/** Opens a job with its first move. A code that another job has is told; the same job sent again changes nothing. */
export const createWork = (
  pool: pg.Pool,
  { id, code, family, opening }: { id: string; code: string; family: StoredFamily; opening: SentMove },
): Promise<AppendedMoves | { kind: "code taken" }> =>
  inTransaction<AppendedMoves | { kind: "code taken" }>(pool, async (client, takeBack) => {
    const inserted = await client.query(
      `INSERT INTO work (id, code, family_id, route, opened_at)
       SELECT $1, $2, $3, $4, clock_timestamp()
       WHERE NOT EXISTS (SELECT 1 FROM job WHERE code = $2)
       ON CONFLICT DO NOTHING`,
      [id, code, family.id, (opening.data as { route?: string } | null)?.route ?? ""],
    );
    if (inserted.rowCount === 0) {
      const there = await findWork(client, code);
      return there?.id === id ? appendWithin(client, there, [opening], takeBack) : { kind: "code taken" };
    }
    const result = await appendWithin(client, { id, code, family, moves: [] }, [opening], takeBack);
    return result.kind === "kept" ? result : takeBack(result);
  });

/** Whether a job's chain of hashes is whole: the sequence number of the first link that does not fit, or null. */
export async function firstBrokenLink(client: pg.Pool | pg.PoolClient, code: string): Promise<number | null> {
  const { rows } = await client.query<MoveRow & { hash: Buffer; previous_hash: Buffer }>(
    `SELECT m.* FROM move m JOIN work ON work.id = m.work_id WHERE work.code = $1 ORDER BY m.seq`,
    [code],
  );
  let previous: Buffer = FIRST_HASH;
  for (const [i, { hash, previous_hash, ...row }] of rows.entries()) {
    const fits =
      row.seq === i + 1 && previous_hash.equals(previous) && linkOf(previous, readMove(row)).equals(hash);
    if (!fits) return row.seq;
    previous = hash;
  }
  return null;
}
