import type pg from "pg";
import type { JobEvent } from "../../core/job/event.ts";
import { applyEvent, foldJob, standingEvents, type JobState } from "../../core/job/fold.ts";
import { refusalOf, refusalOfFamily, type Refusal } from "../../core/job/refusal.ts";
import { inTransaction } from "../db/pool.ts";
import type { Photo } from "../formats/photo.ts";
import { findFamily, readFamilyRow, type StoredFamily } from "./families.ts";
import { keepPhoto, photosPresent } from "./photos.ts";

/** The channel on which other processes hear that a job has changed; the payload is its code. */
export const JOB_CHANNEL = "job_event";

export interface StoredJob {
  id: string;
  code: string;
  family: StoredFamily;
  events: JobEvent[];
}

interface JobRow {
  id: string;
  code: string;
  family_id: string;
  version: number;
  content: unknown;
}

interface EventRow {
  id: string;
  job_id: string;
  stage: string;
  kind: string;
  data: unknown;
  who: string;
  at: Date;
}

const readEventRow = ({ id, stage, kind, data, who, at }: EventRow): JobEvent =>
  ({ id, stage, kind, data, who, at: at.toISOString() }) as JobEvent;

const JOB_COLUMNS = `job.id, job.code, job.family_id, family.version, family.content
  FROM job JOIN family ON family.id = job.family_id`;
const EVENT_COLUMNS = "id, job_id, stage, kind, data, who, at";

const readJobRow = (row: JobRow, events: JobEvent[]): StoredJob => ({
  id: row.id,
  code: row.code,
  family: readFamilyRow({ id: row.family_id, version: row.version, content: row.content }),
  events,
});

async function eventsOf(client: pg.Pool | pg.PoolClient, jobId: string): Promise<JobEvent[]> {
  const { rows } = await client.query<EventRow>(
    `SELECT ${EVENT_COLUMNS} FROM job_event WHERE job_id = $1 ORDER BY seq`,
    [jobId],
  );
  return rows.map(readEventRow);
}

/** A job with its events, oldest first, or null. */
export async function findJob(client: pg.Pool | pg.PoolClient, code: string): Promise<StoredJob | null> {
  const { rows } = await client.query<JobRow>(`SELECT ${JOB_COLUMNS} WHERE job.code = $1`, [code]);
  return rows[0] ? readJobRow(rows[0], await eventsOf(client, rows[0].id)) : null;
}

/** Every job that is not over, with its events. */
export async function openJobs(pool: pg.Pool): Promise<StoredJob[]> {
  const [jobs, events] = await Promise.all([
    pool.query<JobRow>(
      `SELECT ${JOB_COLUMNS} WHERE job.ended_at IS NULL ORDER BY job.due_at NULLS LAST, job.code`,
    ),
    pool.query<EventRow>(
      `SELECT ${EVENT_COLUMNS} FROM job_event
       WHERE job_id IN (SELECT id FROM job WHERE ended_at IS NULL) ORDER BY job_id, seq`,
    ),
  ]);
  const byJob = new Map<string, JobEvent[]>();
  for (const row of events.rows) {
    const list = byJob.get(row.job_id);
    if (list) list.push(readEventRow(row));
    else byJob.set(row.job_id, [readEventRow(row)]);
  }
  return jobs.rows.map((row) => readJobRow(row, byJob.get(row.id) ?? []));
}

export interface JobSummary {
  code: string;
  family: string;
  route: string;
  openedAt: string;
  endedAt: string | null;
  outcome: string | null;
}

/** Jobs whose code begins with these characters, newest first; ended ones too. */
export async function findJobsByCode(pool: pg.Pool, prefix: string, most = 20): Promise<JobSummary[]> {
  const { rows } = await pool.query(
    `SELECT job.code, family.code AS family, job.route, job.opened_at, job.ended_at, job.outcome
     FROM job JOIN family ON family.id = job.family_id
     WHERE job.code LIKE $1 ORDER BY job.opened_at DESC LIMIT $2`,
    [`${prefix.toUpperCase().replace(/[\\%_]/g, "\\$&")}%`, most],
  );
  return rows.map((row) => ({
    code: row.code,
    family: row.family,
    route: row.route,
    openedAt: row.opened_at.toISOString(),
    endedAt: row.ended_at?.toISOString() ?? null,
    outcome: row.outcome,
  }));
}

/** The code that would follow the newest job's: the same letters, the next number. */
export async function suggestCode(pool: pg.Pool): Promise<string> {
  const { rows } = await pool.query<{ letters: string; next: number }>(
    `SELECT split_part(code, '-', 1) AS letters, max(split_part(code, '-', 2)::int) + 1 AS next
     FROM job WHERE code ~ '^[A-Z]+-[0-9]{1,9}$' GROUP BY 1 ORDER BY max(opened_at) DESC LIMIT 1`,
  );
  return rows[0] ? `${rows[0].letters}-${rows[0].next}` : "J-1";
}

/** What became of events that were sent: kept (some perhaps before), or why none was. */
export type AppendResult =
  | { kind: "kept"; events: JobEvent[]; added: number }
  | { kind: "refused"; index: number; refusal: Refusal }
  | { kind: "differs"; index: number }
  | { kind: "unknown technician"; index: number }
  | { kind: "no such job" };

const sameEvent = (a: JobEvent, b: JobEvent) =>
  a.kind === b.kind && a.stage === b.stage && a.who === b.who && a.at === b.at && sameJson(a.data, b.data);

function sameJson(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null) return false;
  const [keysA, keysB] = [Object.keys(a), Object.keys(b)];
  return (
    keysA.length === keysB.length &&
    keysA.every((k) => sameJson((a as Record<string, unknown>)[k], (b as Record<string, unknown>)[k]))
  );
}

async function insertEvents(
  client: pg.PoolClient,
  jobId: string,
  events: readonly JobEvent[],
): Promise<void> {
  if (events.length === 0) return;
  await client.query(
    `INSERT INTO job_event (id, job_id, stage, kind, data, who, at)
     SELECT e.id, $1, e.stage, e.kind, e.data, e.who, e.at
     FROM ROWS FROM (
       jsonb_to_recordset($2::jsonb) AS (id uuid, stage text, kind text, data jsonb, who text, at timestamptz)
     ) WITH ORDINALITY AS e(id, stage, kind, data, who, at, nr)
     ORDER BY e.nr`,
    [jobId, JSON.stringify(events)],
  );
  const readings = events.flatMap((event) =>
    event.kind === "reading-taken"
      ? event.data.values.map((value, position) => ({
          event_id: event.id,
          position,
          stage: event.stage,
          quantity: event.data.quantity,
          source: event.data.source,
          value: value.value,
          at: value.at,
        }))
      : [],
  );
  if (readings.length > 0) {
    await client.query(
      `INSERT INTO reading (event_id, position, job_id, stage, quantity, source, value, at)
       SELECT r.event_id, r.position, $1, r.stage, r.quantity, r.source, r.value, r.at
       FROM jsonb_to_recordset($2::jsonb)
         AS r(event_id uuid, position integer, stage text, quantity text, source text, value float8, at timestamptz)`,
      [jobId, JSON.stringify(readings)],
    );
  }
}

/** A reading that was taken back is not a reading: the spread-out values follow what stands. */
async function followUndo(client: pg.PoolClient, jobId: string, events: readonly JobEvent[]): Promise<void> {
  if (!events.some((event) => event.kind === "undone")) return;
  await client.query("DELETE FROM reading WHERE job_id = $1", [jobId]);
  await client.query(
    `INSERT INTO reading (event_id, position, job_id, stage, quantity, source, value, at)
     SELECT e.id, (v.nr - 1)::int, $1, e.stage, e.data->>'quantity', e.data->>'source',
            (v.value->>'value')::float8, (v.value->>'at')::timestamptz
     FROM job_event e, jsonb_array_elements(e.data->'values') WITH ORDINALITY AS v(value, nr)
     WHERE e.job_id = $1 AND e.kind = 'reading-taken' AND e.id = ANY($2::uuid[])`,
    [jobId, standingEvents(events).map((event) => event.id)],
  );
}

async function project(
  client: pg.PoolClient,
  { id, code }: Pick<StoredJob, "id" | "code">,
  family: StoredFamily,
  state: JobState,
): Promise<void> {
  await client.query(
    `UPDATE job SET route = $2, due_at = $3, ended_at = $4, outcome = $5, tried_route = $6, family_id = $7
     WHERE id = $1`,
    [
      id,
      state.route,
      state.dueAt,
      state.ended?.at ?? null,
      state.ended?.outcome ?? null,
      state.triedRoute,
      family.id,
    ],
  );
  await client.query("SELECT pg_notify($1, $2)", [JOB_CHANNEL, code]);
}

/** The first event that says a photo was added whose picture is not here, or -1. */
async function missingPhoto(
  client: pg.PoolClient,
  jobId: string,
  events: readonly JobEvent[],
): Promise<number> {
  const added = events.filter((event) => event.kind === "photo-added");
  if (added.length === 0) return -1;
  const present = await photosPresent(
    client,
    jobId,
    added.map((event) => event.id),
  );
  return events.findIndex((event) => event.kind === "photo-added" && !present.has(event.id));
}

async function unknownTechnician(client: pg.PoolClient, events: readonly JobEvent[]): Promise<number> {
  const { rows } = await client.query<{ key: string }>("SELECT key FROM technician WHERE key = ANY($1)", [
    events.map((event) => event.who),
  ]);
  return events.findIndex((event) => !rows.some((row) => row.key === event.who));
}

/** The version of a job's family that an event goes over to, or why the job cannot. */
async function adoptedFamily(
  client: pg.PoolClient,
  { family }: StoredJob,
  events: readonly JobEvent[],
  version: number,
): Promise<{ family: StoredFamily } | { refusal: Refusal }> {
  const { code } = family.family;
  const newer = await findFamily(client, code, version);
  if (!newer) return { refusal: { sentence: `${code} has no version ${version}.`, path: "version" } };
  if (version <= family.version) {
    const sentence = `${version} must be above ${family.version}, with which the job goes now.`;
    return { refusal: { sentence, path: "version" } };
  }
  const refusal = refusalOfFamily(events, newer.family);
  return refusal ? { refusal } : { family: newer };
}

/**
 * Adds events to a locked job's own, all or none. Those that are there already count as kept. `documented` is the family
 * of the document that the events come from: what one of them went over to.
 */
export async function appendLocked(
  client: pg.PoolClient,
  job: StoredJob,
  incoming: readonly JobEvent[],
  documented: StoredFamily | null = null,
): Promise<AppendResult> {
  const stranger = await unknownTechnician(client, incoming);
  if (stranger >= 0) return { kind: "unknown technician", index: stranger };
  const unseen = await missingPhoto(client, job.id, incoming);
  if (unseen >= 0) {
    const sentence = "The picture of this photo is not here: send it to the job's photos.";
    return { kind: "refused", index: unseen, refusal: { sentence } };
  }
  const events = [...job.events];
  let state = foldJob(events);
  let { family } = job;
  const added: JobEvent[] = [];
  for (const [index, event] of incoming.entries()) {
    const present = events.find((other) => other.id === event.id);
    if (present) {
      if (!sameEvent(present, event)) return { kind: "differs", index };
      continue;
    }
    const refusal = refusalOf(events, state, family.family, event);
    if (refusal) return { kind: "refused", index, refusal };
    if (event.kind === "family-adopted") {
      const adopted = documented
        ? { family: documented }
        : await adoptedFamily(client, { ...job, family }, events, event.data.version);
      if ("refusal" in adopted) return { kind: "refused", index, refusal: adopted.refusal };
      family = adopted.family;
    }
    events.push(event);
    added.push(event);
    state = event.kind === "undone" ? foldJob(events) : applyEvent(state, event);
  }
  if (added.length > 0) {
    const { rows } = await client.query("SELECT 1 FROM job_event WHERE id = ANY($1::uuid[]) LIMIT 1", [
      added.map((event) => event.id),
    ]);
    // The id stands at another job.
    if (rows.length > 0) return { kind: "differs", index: 0 };
    await insertEvents(client, job.id, added);
    await followUndo(client, job.id, events);
    await project(client, job, family, state);
  }
  return { kind: "kept", events, added: added.length };
}

/** Adds events to a job. The job is locked, so that two benches that press at once are judged one after the other. */
export async function appendEvents(
  pool: pg.Pool,
  code: string,
  incoming: readonly JobEvent[],
): Promise<AppendResult> {
  return inTransaction(pool, async (client) => {
    const job = await lockJob(client, code);
    return job ? appendLocked(client, job, incoming) : { kind: "no such job" };
  });
}

export async function lockJob(client: pg.PoolClient, code: string): Promise<StoredJob | null> {
  const { rowCount } = await client.query("SELECT 1 FROM job WHERE code = $1 FOR UPDATE", [code]);
  return rowCount ? findJob(client, code) : null;
}

/** Adds a photo: its picture and the event that tells of it, both or neither. */
export async function appendPhoto(
  pool: pg.Pool,
  code: string,
  event: JobEvent,
  photo: Photo,
): Promise<AppendResult> {
  return inTransaction<AppendResult>(pool, async (client, takeBack) => {
    const job = await lockJob(client, code);
    if (!job) return { kind: "no such job" };
    await keepPhoto(client, event.id, job.id, photo);
    const result = await appendLocked(client, job, [event]);
    return result.kind === "kept" ? result : takeBack(result);
  });
}

export type CreateResult =
  | { kind: "created" | "here already"; code: string; added: number }
  | { kind: "code taken" }
  | { kind: "differs"; index: number }
  | { kind: "refused"; index: number; refusal: Refusal }
  | { kind: "unknown technician"; index: number };

/** Makes a job from its first event and whatever follows it. Making the same job again changes nothing. */
export async function createJobWithin(
  client: pg.PoolClient,
  job: { id: string; code: string; family: StoredFamily; events: readonly JobEvent[] },
): Promise<CreateResult> {
  const opening = job.events[0];
  if (opening?.kind !== "job-opened") {
    return {
      kind: "refused",
      index: 0,
      refusal: { sentence: "The first event must open the job.", path: "kind" },
    };
  }
  const { route, dueAt } = opening.data;
  if (!job.family.family.routes.includes(route)) {
    const sentence = `${job.family.family.code} offers ${job.family.family.routes.join(", ")}, not ${route}.`;
    return { kind: "refused", index: 0, refusal: { sentence, path: "data.route" } };
  }
  const stranger = await unknownTechnician(client, job.events);
  if (stranger >= 0) return { kind: "unknown technician", index: stranger };
  // Judged before anything is written: a job must never stand without its first event.
  const elsewhere = await client.query("SELECT 1 FROM job_event WHERE id = $1 AND job_id <> $2", [
    opening.id,
    job.id,
  ]);
  if (elsewhere.rowCount) return { kind: "differs", index: 0 };
  const inserted = await client.query(
    `INSERT INTO job (id, code, family_id, route, opened_at, due_at) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT DO NOTHING`,
    [job.id, job.code, job.family.id, route, opening.at, dueAt],
  );
  if (inserted.rowCount === 0) {
    const { rows } = await client.query<{ code: string }>("SELECT code FROM job WHERE id = $1 FOR UPDATE", [
      job.id,
    ]);
    if (!rows[0] || rows[0].code !== job.code) return { kind: "code taken" };
    const present = (await findJob(client, job.code))!;
    const overlap = Math.min(present.events.length, job.events.length);
    for (let i = 0; i < overlap; i += 1) {
      if (present.events[i]!.id !== job.events[i]!.id) return { kind: "differs", index: i };
    }
    const more = await appendLocked(client, present, job.events, job.family);
    return more.kind === "kept"
      ? { kind: "here already", code: job.code, added: more.added }
      : more.kind === "no such job"
        ? { kind: "code taken" }
        : more;
  }
  await insertEvents(client, job.id, [opening]);
  await client.query("SELECT pg_notify($1, $2)", [JOB_CHANNEL, job.code]);
  const rest = await appendLocked(
    client,
    { id: job.id, code: job.code, family: job.family, events: [opening] },
    job.events.slice(1),
    job.family,
  );
  if (rest.kind !== "kept") {
    return rest.kind === "no such job" ? { kind: "code taken" } : { ...rest, index: rest.index + 1 };
  }
  return { kind: "created", code: job.code, added: rest.added + 1 };
}
