import type pg from "pg";
import { firstBrokenLink } from "../../server/store/jobs.ts";
import type { Ledger } from "./press.ts";

/** What the database holds beside what was shown as saved. All but `saved` must be 0. */
export interface Account {
  saved: number;
  lost: number;
  doubled: number;
  outOfOrder: number;
  /** Moves that nobody sent. */
  strange: number;
  /** Jobs whose numbers or chain have a gap. */
  broken: number;
}

/** Holds a ledger against the database, job by job. */
export async function accountFor(pool: pg.Pool, { saved, sent }: Ledger): Promise<Account> {
  const codes = [...new Set(saved.map(({ code }) => code))];
  // What was worked on a twin and brought in has moves that nobody sent.
  const opened = new Set(saved.filter(({ by }) => by === "desk").map(({ code }) => code));
  const { rows } = await pool.query<{ id: string; code: string; seq: number; device: string }>(
    `SELECT move.id, job.code, move.seq, move.device FROM move JOIN job ON job.id = move.job_id
     WHERE job.code = ANY($1) ORDER BY job.code, move.seq`,
    [codes],
  );
  const times = new Map<string, number>();
  const seqOf = new Map<string, number>();
  for (const { id, seq } of rows) {
    times.set(id, (times.get(id) ?? 0) + 1);
    seqOf.set(id, seq);
  }
  let outOfOrder = 0;
  const latest = new Map<string, number>();
  for (const { id, code, by } of saved) {
    const whose = `${code} ${by}`;
    const seq = seqOf.get(id) ?? Infinity;
    if (seq < (latest.get(whose) ?? 0)) outOfOrder += 1;
    latest.set(whose, seq);
  }
  let broken = 0;
  for (const code of codes) if ((await firstBrokenLink(pool, code)) !== null) broken += 1;
  return {
    saved: saved.length,
    lost: saved.filter(({ id }) => !times.has(id)).length,
    doubled: [...times.values()].filter((n) => n > 1).length,
    outOfOrder,
    strange: rows.filter(({ id, code }) => opened.has(code) && !sent.has(id)).length,
    broken,
  };
}
