import { randomUUID } from "node:crypto";
import type pg from "pg";
import { families } from "../demo/families.ts";
import { filmShelf } from "../demo/film-shelf.ts";
import { demoLots } from "../demo/lots.ts";
import { demoParts } from "../demo/parts.ts";
import { demoPractice, PRACTISES } from "../demo/practised.ts";
import { demoTickets } from "../demo/tickets.ts";
import { makeScenario, type ScenarioJob } from "../demo/scenario.ts";
import { DEMO_TOTP, demoPeople } from "../demo/people.ts";
import { slowHash } from "../server/access/secrets.ts";
import { inTransaction } from "../server/db/pool.ts";
import { keepRecordedJob } from "../server/store/jobs.ts";
import { addSheet } from "../server/store/film-shelf.ts";
import { addLot } from "../server/store/lots.ts";
import { addPart, countPart, shelvedParts } from "../server/store/parts.ts";
import { keepFamily, type StoredFamily } from "../server/store/families.ts";
import { keepAttempt } from "../server/store/practice.ts";
import { keepTechnicians } from "../server/store/technicians.ts";
import { keepTicket } from "../server/store/tickets.ts";

const DAY_MS = 86_400_000;

/** Everybody of the demo comes in by the proofs that it tells. */
export async function admitDemoPeople(client: pg.PoolClient): Promise<void> {
  await keepTechnicians(
    client,
    demoPeople.map(({ key, name }) => ({ key, name })),
  );
  const hashed = (proof: string | null) => (proof === null ? null : slowHash(proof));
  for (const { key, role, digits, passphrase } of demoPeople) {
    const [code, phrase] = await Promise.all([hashed(digits), hashed(passphrase)]);
    await client.query(
      "UPDATE technician SET role = $2, code_hash = $3, passphrase_hash = $4, totp_secret = $5 WHERE key = $1",
      [key, role, code, phrase, role === "owner" ? DEMO_TOTP : null],
    );
  }
  await client.query("UPDATE access_setting SET demo = $1", [JSON.stringify(demoPeople)]);
}

/** Loads the demo workshop into a database that holds nothing yet. Returns the number of jobs loaded. */
export async function loadDemo(
  pool: pg.Pool,
  nowMs = Date.now(),
  played: () => readonly ScenarioJob[] = () => makeScenario(nowMs),
): Promise<number> {
  const isEmpty = async (asked: pg.Pool | pg.PoolClient) =>
    (await asked.query("SELECT 1 FROM family LIMIT 1")).rowCount === 0;
  if (!(await isEmpty(pool))) return 0;
  // Played before anything is begun: a transaction that says nothing for so long is ended.
  const jobs = played();
  const practised = demoPractice(nowMs);
  return inTransaction(pool, async (client) => {
    if (!(await isEmpty(client))) return 0;
    await admitDemoPeople(client);
    const stored = new Map<string, StoredFamily>();
    for (const family of families) stored.set(family.code, await keepFamily(client, family));
    for (const sheet of filmShelf) await addSheet(client, sheet);
    for (const lot of demoLots(nowMs)) await addLot(client, lot);
    for (const part of demoParts) await addPart(client, part);
    const tickets = demoTickets(jobs);
    for (const job of jobs) {
      const isKept = await keepRecordedJob(
        client,
        { id: job.id, code: job.code, family: stored.get(job.family.code)! },
        job.moves,
      );
      if (!isKept) throw new Error(`Demo job ${job.code} is here already.`);
      await keepTicket(client, job.code, tickets.get(job.code)!);
    }
    // What was ready a week ago has been fetched, but for one.
    await client.query(
      `UPDATE job SET fetched_at = ended_at + interval '1 day'
       WHERE ended_at < $1 AND code <> (SELECT code FROM job WHERE ended_at < $2 ORDER BY ended_at DESC, code LIMIT 1)`,
      [new Date(nowMs - 7 * DAY_MS), new Date(nowMs - 30 * DAY_MS)],
    );
    // Counted once all of that was taken.
    for (const { id, name } of await shelvedParts(client))
      await countPart(
        client,
        id,
        demoParts.find((part) => part.name === name)!,
      );
    for (const { exercise, level, seed, atMs, lost, tookS } of practised) {
      const attempt = { id: randomUUID(), exercise, level, seed, speed: 4 } as const;
      await keepAttempt(client, PRACTISES, attempt, { lost, tookS }, new Date(atMs));
    }
    return jobs.length;
  });
}
