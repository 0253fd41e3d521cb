import { LRUCache } from "lru-cache";
import type pg from "pg";
import type { Device } from "../../core/device/scene.ts";
import { sceneAtStart } from "../../core/device/start.ts";
import type { Recorded } from "../../core/job/move.ts";
import { replay, replayOn } from "../../core/job/replay.ts";
import { deviceRules } from "../../core/moves.ts";
import type { Family } from "../../core/stack/family.ts";
import type { StageName } from "../../core/stage.ts";

/** A move as it is kept. */
export interface KeptMove extends Recorded<StageName> {
  toldAt: string;
  device: string;
}

export interface MoveRow {
  id: string;
  job_id: string;
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

export const MOVES =
  "SELECT id, job_id, seq, kind, version, stage, data, who, told_at, received_at, device FROM move";

export const readMove = ({
  id,
  seq,
  kind,
  version,
  stage,
  data,
  who,
  told_at,
  received_at,
  device,
}: MoveRow): KeptMove => ({
  id,
  seq,
  kind,
  version,
  stage,
  data,
  who,
  atMs: received_at.getTime(),
  toldAt: told_at.toISOString(),
  device,
});

/** So many moves of so many jobs are remembered by a process, those that were asked for last. */
const MOST_MOVES = 30_000;
const MOST_JOBS = 1_000;

/**
 * What the database has of a job never changes, it only grows: what was read once is kept, and holds for as long as the job's last move of then
 * is found again. No process relies on it: another may have added to the job meanwhile.
 */
const known = new LRUCache<string, readonly KeptMove[]>({
  max: MOST_JOBS,
  maxSize: MOST_MOVES,
  sizeCalculation: (moves) => moves.length + 1,
});

/** Where a device stands after moves that were read, by their list: folded once. */
const states = new WeakMap<readonly KeptMove[], Device>();

const isSameMove = (a: KeptMove, b: KeptMove): boolean =>
  a.seq === b.seq && a.id === b.id && a.atMs === b.atMs;

/** Goes on from what is known of a job by what follows its last move, that move included; null where it is not found again. */
function goneOn(before: readonly KeptMove[], from: readonly KeptMove[]): readonly KeptMove[] | null {
  const [tip, ...fresh] = from;
  if (!tip || !isSameMove(before.at(-1)!, tip)) return null;
  return fresh.length === 0 ? before : [...before, ...fresh];
}

/** What the database has of jobs, each from a number on, oldest first. */
async function readFrom(
  client: pg.Pool | pg.PoolClient,
  wanted: ReadonlyMap<string, number>,
): Promise<Map<string, KeptMove[]>> {
  const { rows } = await client.query<MoveRow>(
    `${MOVES} JOIN unnest($1::uuid[], $2::int[]) AS asked (job, from_seq) ON job_id = job AND seq >= from_seq
     ORDER BY job_id, seq`,
    [[...wanted.keys()], [...wanted.values()]],
  );
  const read = new Map<string, KeptMove[]>([...wanted.keys()].map((id) => [id, []]));
  for (const row of rows) read.get(row.job_id)!.push(readMove(row));
  return read;
}

/** The moves of jobs by their ids, oldest first. */
export async function movesOf(
  client: pg.Pool | pg.PoolClient,
  jobIds: readonly string[],
): Promise<Map<string, readonly KeptMove[]>> {
  // As it is known now: while the database is asked, others may forget it or go on from it.
  const before = new Map(jobIds.map((id) => [id, known.get(id) ?? []]));
  const result = new Map<string, readonly KeptMove[]>();
  const read = await readFrom(client, new Map(jobIds.map((id) => [id, before.get(id)!.at(-1)?.seq ?? 0])));
  for (const [id, found] of read) {
    const had = before.get(id)!;
    const moves = had.length === 0 ? found : goneOn(had, found);
    if (!moves) continue;
    result.set(id, moves);
    if (moves === had) continue;
    startFrom(had, moves);
    if (moves.length > (known.get(id)?.length ?? 0)) known.set(id, moves);
  }
  // Those whose last move is not found again are read from the start.
  const others = jobIds.filter((id) => !result.has(id));
  if (others.length > 0) {
    for (const [id, moves] of await readFrom(client, new Map(others.map((id) => [id, 0])))) {
      result.set(id, moves);
      known.set(id, moves);
    }
  }
  return result;
}

const unfolded = new WeakMap<readonly KeptMove[], readonly KeptMove[]>();

/** Remembers of a list what it went on from, so that only the rest is folded. */
const startFrom = (before: readonly KeptMove[], moves: readonly KeptMove[]) => {
  if (states.has(before)) unfolded.set(moves, before);
};

/** Where the device stands after all moves of a job. */
export function stateAfter(family: Family, moves: readonly KeptMove[]): Device {
  const there = states.get(moves);
  if (there) return there;
  const start = sceneAtStart(family, 0);
  const before = unfolded.get(moves);
  const stood = before ? states.get(before) : undefined;
  const state =
    (before && stood ? replayOn(deviceRules, start, stood, moves.slice(before.length)) : null) ??
    replay(deviceRules, start, moves);
  states.set(moves, state);
  unfolded.delete(moves);
  return state;
}
