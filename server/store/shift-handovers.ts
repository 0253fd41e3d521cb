import type pg from "pg";
import { benchNow, type BenchRow } from "../bench.ts";

/** A job as it stood then. */
export type StoodRow = Pick<BenchRow, "code" | "family" | "stage" | "need" | "ask" | "untilMs">;

/** What stood on the bench when a shift was handed over; nobody has taken it over while `takenBy` is null. */
export interface ShiftHandover {
  id: string;
  at: string;
  who: string;
  note: string;
  jobs: StoodRow[];
  takenBy: string | null;
}

interface HandoverRow {
  id: string;
  at: Date;
  who: string;
  note: string;
  content: StoodRow[];
  taken_by: string | null;
}

const readRow = ({ id, at, who, note, content, taken_by }: HandoverRow): ShiftHandover => ({
  id,
  at: at.toISOString(),
  who,
  note,
  jobs: content,
  takenBy: taken_by,
});

/** What stands on the bench at a moment, as it is handed over: what is held first, then what runs by itself, then what waits for hands. */
export async function standingJobs(pool: pg.Pool, nowMs: number): Promise<StoodRow[]> {
  const order = ["hold", "timer", "hands"];
  const { rows } = await benchNow(pool, nowMs);
  return rows
    .map(({ code, family, stage, need, ask, untilMs }) => ({ code, family, stage, need, ask, untilMs }))
    .sort((a, b) => order.indexOf(a.need) - order.indexOf(b.need) || a.code.localeCompare(b.code));
}

/** The last time that the bench was handed over; null where it never was. */
export async function lastHandover(pool: pg.Pool): Promise<ShiftHandover | null> {
  const { rows } = await pool.query<HandoverRow>(
    "SELECT id, at, who, note, content, taken_by FROM shift_handover ORDER BY at DESC LIMIT 1",
  );
  return rows[0] ? readRow(rows[0]) : null;
}

/** Who handed the bench over last, by name, while nobody has taken it over; null where none waits. */
export async function waitingHandover(pool: pg.Pool): Promise<string | null> {
  const { rows } = await pool.query<{ name: string | null }>(
    `SELECT CASE WHEN taken_by IS NULL THEN technician.name END AS name
     FROM shift_handover JOIN technician ON technician.key = who ORDER BY at DESC LIMIT 1`,
  );
  return rows[0]?.name ?? null;
}

/** Hands the bench over as it stands now, with what the next one should know. */
export async function handOver(
  pool: pg.Pool,
  { who, note }: Pick<ShiftHandover, "who" | "note">,
  nowMs: number,
): Promise<ShiftHandover> {
  const { rows } = await pool.query<HandoverRow>(
    `INSERT INTO shift_handover (who, note, content) VALUES ($1, $2, $3)
     RETURNING id, at, who, note, content, taken_by`,
    [who, note, JSON.stringify(await standingJobs(pool, nowMs))],
  );
  return readRow(rows[0]!);
}

/** Takes the bench over, once, by somebody else than handed it over; null where that cannot be. */
export async function takeOver(pool: pg.Pool, id: string, who: string): Promise<ShiftHandover | null> {
  const { rows } = await pool.query<HandoverRow>(
    `UPDATE shift_handover SET taken_by = $2, taken_at = now()
     WHERE id = $1 AND taken_by IS NULL AND who <> $2 RETURNING id, at, who, note, content, taken_by`,
    [id, who],
  );
  return rows[0] ? readRow(rows[0]) : null;
}
