import { randomUUID } from "node:crypto";
import type pg from "pg";
import type { DeviceFact } from "../../core/device/facts.ts";
import { isAllowed, judge, type Judgement } from "../../core/job/judge.ts";
import { agreed, offered, type Offered } from "../../core/intake/moves/agreed.ts";
import { deviceRules } from "../../core/moves.ts";
import { moveNamed } from "../../core/job/replay.ts";
import type { Scene } from "../../core/device/scene.ts";
import { inTransaction } from "../db/pool.ts";
import { newToken } from "../own-token.ts";
import { appendWithin, findJob, lockJob, sceneOf, type AppendedMoves, type StoredJob } from "./jobs.ts";

/** An address at which a customer may answer, and whether anybody opened it. */
export interface StandingOffer {
  token: string;
  offer: Offered;
  madeAt: string;
  openings: number;
}

interface OfferRow {
  token: string;
  code: string;
  content: unknown;
  rests_on: number;
  made_by: string;
  made_at: Date;
  expires_at: Date;
  withdrawn_at: Date | null;
  answered_at: Date | null;
  answer: "yes" | "no" | null;
}

const restsOn = ({ state: { intake } }: Scene): number => intake.agreements.length + intake.broke.length;

/** The offer of a job that its customer may still answer; null where there is none. */
export async function standingOffer(
  pool: pg.Pool | pg.PoolClient,
  job: StoredJob,
): Promise<StandingOffer | null> {
  const { rows } = await pool.query<OfferRow & { openings: number }>(
    `SELECT offer.*, (SELECT count(*)::integer FROM offer_opened WHERE offer_opened.token = offer.token) AS openings
     FROM offer WHERE job_id = $1 AND withdrawn_at IS NULL AND answered_at IS NULL AND expires_at > now()`,
    [job.id],
  );
  const [row] = rows;
  if (!row || row.rests_on !== restsOn(sceneOf(job, Date.now()))) return null;
  const { token, content, made_at, openings } = row;
  return { token, offer: offered.parse(content), madeAt: made_at.toISOString(), openings };
}

/** What became of asking a customer by an address. */
export type MadeOffer =
  | { kind: "made"; standing: StandingOffer }
  | { kind: "no such job" }
  | { kind: "over"; day: string }
  | ({ kind: "refused" } & Judgement<DeviceFact>);

/** The end of a day, in the shop's own time. */
const endOf = (day: string): Date => new Date(`${day}T23:59:59.999`);

/** Asks the customer of a job by an address of their own; what was asked before by another is withdrawn. */
export const makeOffer = (pool: pg.Pool, code: string, offer: Offered, who: string): Promise<MadeOffer> =>
  inTransaction<MadeOffer>(pool, async (client) => {
    const job = await lockJob(client, code);
    if (!job) return { kind: "no such job" };
    const now = new Date();
    const scene = sceneOf(job, now.getTime());
    const judged = judge(deviceRules, scene, moveNamed(deviceRules, agreed.kind), {
      ...offer,
      answer: "yes",
      by: "link",
    });
    if (!isAllowed(judged)) return { kind: "refused", ...judged };
    const day = offer.validUntil ?? now.toISOString().slice(0, 10);
    if (endOf(day) <= now) return { kind: "over", day };
    await client.query(
      "UPDATE offer SET withdrawn_at = now() WHERE job_id = $1 AND withdrawn_at IS NULL AND answered_at IS NULL",
      [job.id],
    );
    await client.query(
      `INSERT INTO offer (token, job_id, content, rests_on, made_by, expires_at)
       VALUES ($1, $2, $3, $4, $5, $6)`,
      [newToken(), job.id, JSON.stringify(offer), restsOn(scene), who, endOf(day)],
    );
    return { kind: "made", standing: (await standingOffer(client, job))! };
  });

/** Withdraws what the customer of a job is asked: whoever has its address cannot answer any more. */
export const withdrawOffer = (pool: pg.Pool, code: string): Promise<unknown> =>
  pool.query(
    `UPDATE offer SET withdrawn_at = now() WHERE withdrawn_at IS NULL AND answered_at IS NULL
     AND job_id = (SELECT id FROM job WHERE code = $1)`,
    [code],
  );

/** Why an offer cannot be answered, or that it can. */
export type OfferStanding = "open" | "withdrawn" | "expired" | "out of date" | "yes" | "no";

/** What an address asks. */
export interface LinkedOffer {
  job: StoredJob;
  offer: Offered;
  standing: OfferStanding;
  answeredAt: string | null;
}

const ROW = `SELECT offer.*, job.code FROM offer JOIN job ON job.id = offer.job_id WHERE token = $1`;

function standingOf(row: OfferRow, scene: Scene, nowMs: number): OfferStanding {
  // What was taken back here since does not stand any more.
  if (row.answer) return restsOn(scene) > row.rests_on ? row.answer : "out of date";
  if (row.withdrawn_at) return "withdrawn";
  if (row.expires_at.getTime() <= nowMs) return "expired";
  return row.rests_on === restsOn(scene) ? "open" : "out of date";
}

/** What an address asks, and how it stands; null where there is no such address. That it was opened is noted. */
export async function openOffer(pool: pg.Pool, token: string): Promise<LinkedOffer | null> {
  const { rows } = await pool.query<OfferRow>(ROW, [token]);
  const [row] = rows;
  const job = row && (await findJob(pool, row.code));
  if (!job) return null;
  await pool.query("INSERT INTO offer_opened (token) VALUES ($1)", [token]);
  const now = Date.now();
  return {
    job,
    offer: offered.parse(row.content),
    standing: standingOf(row, sceneOf(job, now), now),
    answeredAt: row.answered_at?.toISOString() ?? null,
  };
}

/** What became of a customer's answer: kept in the job, or how the offer stood already. */
export type AnsweredOffer =
  | { kind: "no such offer" }
  | { kind: "stands"; standing: OfferStanding }
  | { kind: "moves"; code: string; result: AppendedMoves };

/** Notes in the job what its customer answered by the address: once, whatever is pressed after. */
export const answerOffer = (pool: pg.Pool, token: string, answer: "yes" | "no"): Promise<AnsweredOffer> =>
  inTransaction<AnsweredOffer>(pool, async (client, takeBack) => {
    const found = await client.query<OfferRow>(ROW, [token]);
    const job = found.rows[0] && (await lockJob(client, found.rows[0].code));
    if (!job) return { kind: "no such offer" };
    // Another press may have come first while the job was waited for.
    const row = (await client.query<OfferRow>(ROW, [token])).rows[0]!;
    const now = new Date();
    const standing = standingOf(row, sceneOf(job, now.getTime()), now.getTime());
    if (standing !== "open") return { kind: "stands", standing };
    const result = await appendWithin(
      client,
      job,
      [
        {
          id: randomUUID(),
          kind: agreed.kind,
          version: agreed.version,
          data: { ...offered.parse(row.content), answer, by: "link" },
          who: row.made_by,
          toldAt: now.toISOString(),
          device: "link",
        },
      ],
      "link",
    );
    if (result.kind !== "kept") return takeBack({ kind: "moves", code: job.code, result });
    await client.query("UPDATE offer SET answered_at = now(), answer = $2 WHERE token = $1", [token, answer]);
    return { kind: "moves", code: job.code, result };
  });
