import { createHash } from "node:crypto";
import type pg from "pg";
import stringify from "safe-stable-stringify";
import { describeFaults, type Fault } from "../../core/faults.ts";
import type { LotTaken } from "../../core/bond/bond-slot.ts";
import type { DeviceFact } from "../../core/device/facts.ts";
import { sceneAt, type Device, type Scene } from "../../core/device/scene.ts";
import { sceneAtStart } from "../../core/device/start.ts";
import { isHeavyChoice, verifyChoice } from "../../core/device/verify-choice.ts";
import { changesAgreed, type Offered } from "../../core/intake/moves/agreed.ts";
import { judge, restsOn } from "../../core/job/judge.ts";
import type { Message } from "../../core/job/message.ts";
import type { Recorded } from "../../core/job/move.ts";
import { applyMove, moveNamed, replay, standing, TAKEN_BACK, UnknownMove } from "../../core/job/replay.ts";
import { deviceRules, RULES_VERSION } from "../../core/moves.ts";
import type { OneOff } from "../../core/stack/one-off.ts";
import { keepSignatures } from "../access/signing.ts";
import { inTransaction } from "../db/pool.ts";
import { offThread } from "../off-thread/off-thread.ts";
import type { Photo } from "../formats/photo.ts";
import { familiesOf, keepOneOff, readFamilyRow, type StoredFamily } from "./families.ts";
import { MOVES, movesOf, readMove, stateAfter, type KeptMove, type MoveRow } from "./kept-moves.ts";
import { keepPhoto, photosPresent } from "./photos.ts";
import { project } from "./projection.ts";
import { laysBlocked } from "./lot-blocks.ts";
import { lotRefusal, overdrawn } from "./stock.ts";
import { keepTicket, type Ticket } from "./tickets.ts";
import { t } from "../../words/server.ts";

/** The channel on which processes hear that a job has changed; the payload is its code and the number of the first new move. */
export const JOB_CHANNEL = "job_event";

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

export interface StoredJob {
  id: string;
  code: string;
  family: StoredFamily;
  openedAt: string;
  dueAt: string | null;
  moves: readonly KeptMove[];
}

interface BareJobRow {
  id: string;
  code: string;
  family_id: string;
  opened_at: Date;
  due_at: Date | null;
}

interface JobRow extends BareJobRow {
  version: number;
  content: unknown;
}

const JOB = `SELECT job.id, job.code, job.family_id, job.opened_at, job.due_at, family.version, family.content
  FROM job JOIN family ON family.id = job.family_id`;
const readRow = (row: BareJobRow, family: StoredFamily, moves: readonly KeptMove[]): StoredJob => ({
  id: row.id,
  code: row.code,
  family,
  openedAt: row.opened_at.toISOString(),
  dueAt: row.due_at?.toISOString() ?? null,
  moves,
});

async function readJob(client: pg.Pool | pg.PoolClient, row: JobRow): Promise<StoredJob> {
  const { family_id: id, version, content } = row;
  return readRow(
    row,
    readFamilyRow({ id, version, content }),
    (await movesOf(client, [row.id])).get(row.id)!,
  );
}

/** A job by its code, with its moves in order, or null. */
export async function findJob(client: pg.Pool | pg.PoolClient, code: string): Promise<StoredJob | null> {
  const { rows } = await client.query<JobRow>(`${JOB} WHERE job.code = $1`, [code]);
  return rows[0] ? readJob(client, rows[0]) : null;
}

/** The moves of a job after a sequence number, or null where there is no such job. */
export async function movesAfter(
  client: pg.Pool | pg.PoolClient,
  code: string,
  seq: number,
): Promise<KeptMove[] | null> {
  const { rows } = await client.query<{ id: string }>("SELECT id FROM job WHERE code = $1", [code]);
  if (!rows[0]) return null;
  const moves = await client.query<MoveRow>(`${MOVES} WHERE job_id = $1 AND seq > $2 ORDER BY seq`, [
    rows[0].id,
    seq,
  ]);
  return moves.rows.map(readMove);
}

/** Every job that is not over, with its moves; what is due first stands first. */
export async function openJobs(pool: pg.Pool): Promise<StoredJob[]> {
  const { rows } = await pool.query<BareJobRow>(
    `SELECT id, code, family_id, opened_at, due_at FROM job
     WHERE ended_at IS NULL ORDER BY due_at NULLS LAST, code`,
  );
  const [families, moves] = await Promise.all([
    familiesOf(
      pool,
      rows.map(({ family_id }) => family_id),
    ),
    movesOf(
      pool,
      rows.map(({ id }) => id),
    ),
  ]);
  return rows.map((row) => readRow(row, families.get(row.family_id)!, moves.get(row.id)!));
}

/** The code that would follow the newest job's: the same letters, the next number. */
export async function suggestCode(pool: pg.Pool): Promise<string> {
  const numbered = "code ~ '^[A-Z]+-[0-9]{1,9}$'";
  const newest = (table: string) =>
    `(SELECT code, opened_at FROM ${table} WHERE ${numbered} ORDER BY opened_at DESC LIMIT 1)`;
  const last = (table: string) =>
    `(SELECT max(split_part(code, '-', 2)::bigint) FROM ${table} WHERE ${numbered} AND split_part(code, '-', 1) = letters)`;
  const { rows } = await pool.query<{ letters: string; next: string }>(
    `SELECT letters, 1 + greatest(${last("job")}, ${last("job_v1")}) AS next
     FROM (SELECT split_part(code, '-', 1) AS letters
           FROM (${newest("job")} UNION ALL ${newest("job_v1")}) AS ends ORDER BY opened_at DESC LIMIT 1) AS of`,
  );
  return rows[0] ? `${rows[0].letters}-${rows[0].next}` : "J-1";
}

/** What became of moves that were sent. */
export type AppendedMoves =
  | { kind: "kept"; moves: KeptMove[]; added: number }
  | { kind: "refused"; index: number; missing: readonly DeviceFact[]; fault: Message | null }
  | { kind: "faulty"; faults: Fault[] }
  | { kind: "differs"; index: number }
  | { kind: "no such job" };

/** The device that moves name which were recorded by cutting from the shelf of film. */
export const FILM_SHELF = "film shelf";

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
      : [{ path: `[${index}].data.event`, message: t("must-be-the-id-of-a-move") }];
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

/** Where a job stands at a moment. */
export const sceneOf = (
  { family: { family }, moves }: Pick<StoredJob, "family" | "moves">,
  nowMs: number,
): Scene => sceneAt({ family }, stateAfter(family, moves), nowMs);

/**
 * From where moves are sent, as far as it matters to what was agreed: only the customer's own link says that the customer answered by it, and
 * at the bench nobody changes the route or the price.
 */
export type SentFrom = "link" | "desk" | "bench";

type Refusal = { missing: readonly DeviceFact[]; fault: Message | null };

/** Why a press may not be taken back; null where it may. */
function refusalToTakeBack(
  start: Scene,
  moves: readonly Recorded[],
  { who, data }: SentMove,
  from: SentFrom,
): Refusal | null {
  const { event } = data as { event: string };
  const target = standing(moves).find(({ id }) => id === event);
  if (!target) return { missing: [], fault: { id: "fault.nothing-to-take-back" } };
  if (target.seq === 1) return { missing: [], fault: { id: "fault.opening-stays" } };
  // The sheet is cut up, and what was left of it is back on the shelf.
  if ((target as KeptMove).device === FILM_SHELF) return { missing: [], fault: { id: "fault.cut-stays" } };
  if (from === "bench" && target.kind === "agreed" && target.who !== who)
    return { missing: [], fault: { id: "fault.desk-notes-change" } };
  const rests = restsOn(deviceRules, start, moves, event);
  return rests ? { missing: rests.missing, fault: { id: "fault.rests-on-it" } } : null;
}

/** Why a move may not be recorded here and now; null where it may. */
async function refusalOf(
  client: pg.PoolClient,
  scene: Scene,
  sent: SentMove,
  from: SentFrom,
): Promise<Refusal | null> {
  if (sent.kind === "agreed") {
    const { by } = sent.data as { by?: string };
    if (from !== "link" && by === "link") return { missing: [], fault: { id: "fault.not-by-the-link" } };
    if (from === "bench" && changesAgreed(scene, sent.data as Offered))
      return { missing: [], fault: { id: "fault.desk-notes-change" } };
  }
  const { missing, fault } = judge(
    deviceRules,
    scene,
    moveNamed(deviceRules, sent.kind, sent.version),
    sent.data,
  );
  if (missing.length > 0 || fault) return { missing, fault };
  const { kind, data } = sent;
  if (kind === "lot-taken") return lotRefusal(client, scene.state, data as LotTaken);
  const untrue = isHeavyChoice(kind)
    ? await offThread("verify", { scene, kind, data })
    : verifyChoice(scene, kind, data);
  return untrue ? { missing: [], fault: untrue } : null;
}

async function insertMoves(
  client: pg.PoolClient,
  jobId: string,
  moves: readonly KeptMove[],
  tip: Buffer,
): Promise<void> {
  let previous = tip;
  const rows = moves.map((move) => {
    const hash = linkOf(previous, move);
    const row = {
      id: move.id,
      seq: move.seq,
      kind: move.kind,
      version: move.version,
      stage: move.stage,
      data: move.data,
      who: move.who,
      told_at: move.toldAt,
      received_at: new Date(move.atMs).toISOString(),
      device: move.device,
      previous_hash: `\\x${previous.toString("hex")}`,
      hash: `\\x${hash.toString("hex")}`,
    };
    previous = hash;
    return row;
  });
  await client.query(
    `INSERT INTO move (id, job_id, seq, kind, version, stage, data, who, told_at, received_at, device, rules, previous_hash, hash)
     SELECT id, $1, seq, kind, version, stage, data, who, told_at, received_at, device, $3, previous_hash, hash
     FROM jsonb_to_recordset($2::jsonb) AS m(id uuid, seq integer, kind text, version integer, stage text, data jsonb,
       who text, told_at timestamptz, received_at timestamptz, device text, previous_hash bytea, hash bytea)`,
    [jobId, JSON.stringify(rows), RULES_VERSION],
  );
}

/** Moves that may be recorded, as they would be kept, and where the device stands after them. */
interface Accepted {
  kind: "accepted";
  /** What was sent, as it is or would be kept. */
  answer: KeptMove[];
  added: KeptMove[];
  /** All of the job. */
  moves: KeptMove[];
  /** The device before, where it was there before; and the scene after. */
  before: Device | null;
  scene: Scene;
}

/**
 * Judges moves that are sent to a job, all or none, each once, as received at `nowMs`; keeps nothing. The same id sent again changes nothing;
 * another move under an id that is taken is told.
 */
export async function acceptMoves(
  client: pg.PoolClient,
  job: Pick<StoredJob, "id" | "family" | "moves">,
  sent: readonly SentMove[],
  from: SentFrom,
  nowMs: number,
): Promise<Accepted | Exclude<AppendedMoves, { kind: "kept" }>> {
  const faults = sent.flatMap(faultsOf);
  if (faults.length > 0) return { kind: "faulty", faults };
  const stranger = await unknownTechnician(client, sent);
  if (stranger >= 0) {
    const message = t("is-not-a-technician-here", { who: sent[stranger]!.who });
    return { kind: "faulty", faults: [{ path: `[${stranger}].who`, message }] };
  }
  const moves = [...job.moves];
  const start = sceneAtStart(job.family.family, 0);
  const before = moves.length > 0 ? stateAfter(job.family.family, job.moves) : null;
  let state = before ?? start.state;
  const answer: KeptMove[] = [];
  const added: KeptMove[] = [];
  for (const [index, one] of sent.entries()) {
    const there = moves.find(({ id }) => id === one.id);
    if (there) {
      if (!isSame(there, one)) return { kind: "differs", index };
      answer.push(there);
      continue;
    }
    // Receipts never run backwards within a job, whatever a clock does.
    const atMs = Math.max(nowMs, moves.at(-1)?.atMs ?? 0);
    const scene = sceneAt(start, state, atMs);
    const isTakingBack = one.kind === TAKEN_BACK;
    const event = isTakingBack ? (one.data as { event: string }).event : "";
    const refusal = isTakingBack
      ? refusalToTakeBack(start, moves, one, from)
      : await refusalOf(client, scene, one, from);
    if (refusal) return { kind: "refused", index, ...refusal };
    const stage = isTakingBack
      ? (moves.find(({ id }) => id === event)?.stage ?? "intake")
      : moveNamed(deviceRules, one.kind).stage(scene, one.data);
    const { toldAt, device, ...rest } = one;
    const kept: KeptMove = { ...rest, seq: moves.length + 1, stage, atMs, toldAt, device };
    moves.push(kept);
    answer.push(kept);
    added.push(kept);
    const { id, seq, who } = kept;
    const now = isTakingBack
      ? replay(deviceRules, start, moves)
      : applyMove(moveNamed(deviceRules, one.kind), scene, one.data, { id, seq, who, atMs });
    const short = isTakingBack ? null : await overdrawn(client, job.id, state, now);
    if (short) return { kind: "refused", index, missing: [short], fault: null };
    const lot = isTakingBack ? null : await laysBlocked(client, state, now);
    if (lot !== null)
      return { kind: "refused", index, missing: [], fault: { id: "fault.lot-blocked", values: { lot } } };
    state = now;
  }
  const scene = sceneAt(start, state, moves.at(-1)?.atMs ?? nowMs);
  return { kind: "accepted", answer, added, moves, before, scene };
}

/** Adds moves to a locked job, all or none. Others who send at the same time wait for the job. */
export async function appendWithin(
  client: pg.PoolClient,
  job: StoredJob,
  sent: readonly SentMove[],
  from: SentFrom = "desk",
): Promise<AppendedMoves> {
  const elsewhere = await client.query<{ id: string }>(
    "SELECT id FROM move WHERE id = ANY($1::uuid[]) AND job_id <> $2",
    [sent.map(({ id }) => id), job.id],
  );
  if (elsewhere.rows.length > 0) {
    return {
      kind: "differs",
      index: sent.findIndex(({ id }) => elsewhere.rows.some((row) => row.id === id)),
    };
  }
  const clock = await client.query<{ now: Date }>("SELECT clock_timestamp() AS now");
  const tip = await client.query<{ hash: Buffer }>(
    "SELECT hash FROM move WHERE job_id = $1 ORDER BY seq DESC LIMIT 1",
    [job.id],
  );
  const unseen = await missingPhoto(client, job.id, sent);
  if (unseen >= 0) {
    return { kind: "refused", index: unseen, missing: [], fault: { id: "fault.picture-not-here" } };
  }
  const accepted = await acceptMoves(client, job, sent, from, clock.rows[0]!.now.getTime());
  if (accepted.kind !== "accepted") return accepted;
  const { answer, added, moves, scene, before } = accepted;
  if (added.length > 0) {
    await insertMoves(client, job.id, added, tip.rows[0]?.hash ?? FIRST_HASH);
    await project(client, job, moves, scene, before);
    await client.query("SELECT pg_notify($1, $2)", [JOB_CHANNEL, `${job.code} ${added[0]!.seq}`]);
  }
  return { kind: "kept", moves: answer, added: added.length };
}

/** The first move by somebody who does not work here, or -1. */
async function unknownTechnician(client: pg.PoolClient, sent: readonly SentMove[]): Promise<number> {
  const { rows } = await client.query<{ key: string }>("SELECT key FROM technician WHERE key = ANY($1)", [
    sent.map(({ who }) => who),
  ]);
  return sent.findIndex(({ who }) => !rows.some(({ key }) => key === who));
}

/** The first move that says a photo was added whose picture is not here, or -1. */
async function missingPhoto(
  client: pg.PoolClient,
  jobId: string,
  sent: readonly SentMove[],
): Promise<number> {
  const ids = sent.filter(({ kind }) => kind === "photo-added").map(({ id }) => id);
  if (ids.length === 0) return -1;
  const present = await photosPresent(client, jobId, ids);
  return sent.findIndex(({ kind, id }) => kind === "photo-added" && !present.has(id));
}

/** A job that nobody else can add to until the transaction ends, or null. */
export async function lockJob(client: pg.PoolClient, code: string): Promise<StoredJob | null> {
  const { rows } = await client.query<JobRow>(`${JOB} WHERE job.code = $1 FOR UPDATE OF job`, [code]);
  return rows[0] ? readJob(client, rows[0]) : null;
}

/** Adds moves to a job that is there, with the proof of whoever signs among them: that of the session. */
export const appendMoves = (
  pool: pg.Pool,
  code: string,
  sent: readonly SentMove[],
  { from = "desk", session = null }: { from?: SentFrom; session?: string | null } = {},
): Promise<AppendedMoves> =>
  inTransaction<AppendedMoves>(pool, async (client) => {
    const job = await lockJob(client, code);
    if (!job) return { kind: "no such job" };
    const result = await appendWithin(client, job, sent, from);
    if (result.kind === "kept") await keepSignatures(client, session, sent);
    return result;
  });

/** Adds a photo: its picture and the move that tells of it, both or neither. */
export const appendPhoto = (
  pool: pg.Pool,
  code: string,
  move: SentMove,
  photo: Photo,
): Promise<AppendedMoves> =>
  inTransaction<AppendedMoves>(pool, async (client, takeBack) => {
    const job = await lockJob(client, code);
    if (!job) return { kind: "no such job" };
    await keepPhoto(client, move.id, job.id, photo);
    const result = await appendWithin(client, job, [move]);
    return result.kind === "kept" ? result : takeBack(result);
  });

/** A job to be opened. */
export interface NewJob {
  id: string;
  code: string;
  family: StoredFamily;
}

const insertJob = (
  client: pg.PoolClient,
  { id, code, family }: NewJob,
  route: string,
  openedAt: Date | null,
): Promise<pg.QueryResult> =>
  client.query(
    `INSERT INTO job (id, code, family_id, route, opened_at)
     SELECT $1, $2, $3, $4, coalesce($5, clock_timestamp())
     WHERE NOT EXISTS (SELECT 1 FROM job_v1 WHERE code = $2)
     ON CONFLICT DO NOTHING`,
    [id, code, family.id, route, openedAt],
  );

const routeOf = (data: unknown): string => (data as { route?: string } | null)?.route ?? "";

/** A job to be opened with its first move, for a device of a family or for a single one. */
export interface OpenedJob extends Omit<NewJob, "family"> {
  of: StoredFamily | OneOff;
  opening: SentMove;
  ticket: Ticket | null;
}

export type CreatedJob = AppendedMoves | { kind: "code taken" };

async function createWithin(
  client: pg.PoolClient,
  { opening, of, ticket, ...job }: OpenedJob,
): Promise<CreatedJob> {
  const there = await lockJob(client, job.code);
  if (there) return there.id === job.id ? appendWithin(client, there, [opening]) : { kind: "code taken" };
  const family = "family" in of ? of : await keepOneOff(client, of);
  const inserted = await insertJob(client, { ...job, family }, routeOf(opening.data), null);
  // Somebody else was a moment earlier, or the first version has a job of this code.
  if (inserted.rowCount === 0) {
    const meanwhile = await lockJob(client, job.code);
    return meanwhile?.id === job.id ? appendWithin(client, meanwhile, [opening]) : { kind: "code taken" };
  }
  const openedAt = new Date().toISOString();
  const result = await appendWithin(client, { ...job, family, openedAt, dueAt: null, moves: [] }, [opening]);
  if (result.kind === "kept" && ticket) await keepTicket(client, job.code, ticket);
  return result;
}

/**
 * Opens jobs, all or none. A code that another job has is told; the same jobs sent again change nothing. Returns what became of the first that
 * could not be opened, or of the last.
 */
export const createJobs = (
  pool: pg.Pool,
  jobs: readonly OpenedJob[],
): Promise<{ job: OpenedJob; result: CreatedJob }> =>
  inTransaction<{ job: OpenedJob; result: CreatedJob }>(pool, async (client, takeBack) => {
    let last: { job: OpenedJob; result: CreatedJob } | null = null;
    for (const job of jobs) {
      last = { job, result: await createWithin(client, job) };
      if (last.result.kind !== "kept") return takeBack(last);
    }
    if (!last) throw new Error("There is no job to open.");
    return last;
  });

/**
 * Keeps a job as it was recorded elsewhere: by another workshop's database, or played on a twin. Its moves are not judged again; the
 * record must hold together. False where a job of that code or id is here.
 */
export async function keepRecordedJob(
  client: pg.PoolClient,
  job: NewJob,
  moves: readonly KeptMove[],
): Promise<boolean> {
  const first = moves[0]!;
  const inserted = await insertJob(client, job, routeOf(first.data), new Date(first.atMs));
  if (inserted.rowCount === 0) return false;
  await insertMoves(client, job.id, moves, FIRST_HASH);
  const start = sceneAtStart(job.family.family, moves.at(-1)!.atMs);
  await project(client, job, moves, sceneAt(start, replay(deviceRules, start, moves), start.nowMs), null);
  return true;
}

/** A move's link in its job's chain of hashes, hex. */
export async function chainHead(
  client: pg.Pool | pg.PoolClient,
  jobId: string,
  seq: number,
): Promise<string> {
  const { rows } = await client.query<{ hash: Buffer }>(
    "SELECT hash FROM move WHERE job_id = $1 AND seq = $2",
    [jobId, seq],
  );
  return rows[0]!.hash.toString("hex");
}

/** Whether a job's chain of hashes is whole: the sequence number of the first link that does not fit, or null. */
export async function firstBrokenLink(client: pg.Pool | pg.PoolClient, code: string): Promise<number | null> {
  const { rows } = await client.query<MoveRow & { hash: Buffer; previous_hash: Buffer }>(
    `SELECT m.* FROM move m JOIN job ON job.id = m.job_id WHERE job.code = $1 ORDER BY m.seq`,
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
