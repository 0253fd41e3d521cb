import type pg from "pg";
import { z } from "zod";
import { describeFaults, type Fault } from "../../core/faults.ts";
import { sceneAt } from "../../core/device/scene.ts";
import { sceneAtStart } from "../../core/device/start.ts";
import { isAllowed, judge } from "../../core/job/judge.ts";
import { applyMove, moveNamed, replay, TAKEN_BACK, UnknownMove } from "../../core/job/replay.ts";
import { deviceRules } from "../../core/moves.ts";
import { family, key, type Family } from "../../core/stack/family.ts";
import { stageNames } from "../../core/stage.ts";
import { oneOf, utcTime, uuid, words } from "../../core/units.ts";
import { say } from "../../words/say.ts";
import { needMessage } from "../../core/job/fact.ts";
import { inTransaction } from "../db/pool.ts";
import { keepFamily } from "../store/families.ts";
import { findJob, keepRecordedJob } from "../store/jobs.ts";
import type { KeptMove } from "../store/kept-moves.ts";
import { keepPhoto, photosOf } from "../store/photos.ts";
import { keepTechnicians, technician } from "../store/technicians.ts";
import { makePhoto, PhotoRefused, type Photo } from "./photo.ts";
import { t } from "../../words/server.ts";

export const jobCode = z
  .string({ error: () => t("must-be-a-job-code-such-as") })
  .regex(/^[A-Z]{1,6}-[0-9]{1,9}$/, { error: () => t("must-be-a-job-code-such-as") });

/** A move as a document holds it: as it was kept, its receipt as a time in UTC. */
const writtenMove = z.strictObject({
  id: uuid(),
  seq: z.int().min(1),
  kind: words(60),
  version: z.int().min(1),
  stage: oneOf(stageNames),
  data: z.json(),
  who: key(),
  toldAt: utcTime(),
  receivedAt: utcTime(),
  device: words(80),
});

/** Documents of the first version tell what was pressed, not what was done to the device. */
const firstVersion = () => t("is-1-recorded-by-the-first-version");

/** A whole job as one JSON document: what docs/formats.md describes. */
export const jobDocument = z
  .strictObject({
    format: z.literal("half-lift/job", { error: () => t("must-be-half-lift-job") }),
    version: z.literal(2, { error: ({ input }) => (input === 1 ? firstVersion() : t("must-be-2")) }),
    job: z.strictObject({
      id: uuid(),
      code: jobCode,
      /** When the device of a job that is over was fetched; null where it was not. */
      fetchedAt: utcTime().nullable().optional(),
    }),
    family,
    technicians: z.array(technician),
    moves: z.array(writtenMove).min(1).max(20_000),
    /** The pictures of its photo-added moves, by their ids. */
    photos: z
      .array(z.strictObject({ id: uuid(), base64: z.base64() }))
      .max(2_000)
      .default([]),
  })
  .superRefine((document, context) => {
    document.moves.forEach(({ who, seq }, i) => {
      if (seq !== i + 1) {
        context.addIssue({
          code: "custom",
          path: ["moves", i, "seq"],
          message: t("must-be", { seq, i: i + 1 }),
        });
      }
      if (!document.technicians.some((person) => person.key === who)) {
        context.addIssue({
          code: "custom",
          path: ["moves", i, "who"],
          message: t("is-not-one-of-the-documents", { who }),
        });
      }
    });
  });
export type JobDocument = z.output<typeof jobDocument>;

export const jobDocumentSchema = () => z.toJSONSchema(jobDocument, { io: "input" });

/** Writes a job as a document, or null where there is no such job. */
export async function exportJob(pool: pg.Pool, code: string): Promise<JobDocument | null> {
  const job = await findJob(pool, code);
  if (!job) return null;
  const { rows: technicians } = await pool.query<{ key: string; name: string }>(
    "SELECT key, name FROM technician WHERE key = ANY($1) ORDER BY key",
    [job.moves.map(({ who }) => who)],
  );
  const { rows } = await pool.query<{ endedAt: Date | null; fetchedAt: Date | null }>(
    `SELECT ended_at AS "endedAt", fetched_at AS "fetchedAt" FROM job WHERE id = $1`,
    [job.id],
  );
  const { endedAt, fetchedAt } = rows[0]!;
  return {
    format: "half-lift/job",
    version: 2,
    job: {
      id: job.id,
      code: job.code,
      ...(endedAt === null ? {} : { fetchedAt: fetchedAt?.toISOString() ?? null }),
    },
    family: job.family.family,
    technicians,
    moves: job.moves.map(({ atMs, data, ...move }) => ({
      ...move,
      data: data as JobDocument["moves"][number]["data"],
      receivedAt: new Date(atMs).toISOString(),
    })),
    photos: (await photosOf(pool, job.id)).map(({ id, picture }) => ({
      id,
      base64: picture.toString("base64"),
    })),
  };
}

const readMove = ({ receivedAt, ...move }: JobDocument["moves"][number]): KeptMove => ({
  ...move,
  atMs: Date.parse(receivedAt),
});

/** The first move that these rules would not have let be recorded there and then; null where the whole record holds. */
function faultOfRecord(of: Family, moves: readonly KeptMove[]): Fault | null {
  const start = sceneAtStart(of, 0);
  let { state } = start;
  let latestMs = -Infinity;
  for (const [i, { kind, version, data, atMs, id, seq, who }] of moves.entries()) {
    const path = `moves[${i}]`;
    if (atMs < latestMs) return { path: `${path}.receivedAt`, message: t("lies-before-the-move-before-it") };
    latestMs = atMs;
    if (kind === TAKEN_BACK) {
      state = replay(deviceRules, start, moves.slice(0, i + 1));
      continue;
    }
    try {
      const move = moveNamed(deviceRules, kind, version);
      const parsed = move.data.safeParse(data);
      if (!parsed.success) {
        const [first] = describeFaults(parsed.error, data);
        return {
          path: `${path}.data${first?.path ? `.${first.path}` : ""}`,
          message: first?.message ?? t("does-not-hold"),
        };
      }
      const scene = sceneAt(start, state, atMs);
      const judged = judge(deviceRules, scene, move, data);
      if (!isAllowed(judged)) {
        const message = judged.fault ?? needMessage(judged.missing[0]!);
        return { path, message: t("could-not-have-happened", { message: say(message) }) };
      }
      state = applyMove(move, scene, data, { id, seq, who, atMs });
    } catch (error) {
      if (!(error instanceof UnknownMove)) throw error;
      return { path: `${path}.kind`, message: error.message };
    }
  }
  return null;
}

type ImportResult = { code: string; added: number } | { faults: Fault[] };

/** Takes a document in: all of it or nothing. A document that is here already changes nothing. */
export async function importJob(pool: pg.Pool, input: unknown): Promise<ImportResult> {
  const version = (input as { version?: unknown } | null)?.version;
  if (version === 1) return { faults: [{ path: "version", message: firstVersion() }] };
  const parsed = jobDocument.safeParse(input);
  if (!parsed.success) return { faults: describeFaults(parsed.error, input) };
  const document = parsed.data;
  const moves = document.moves.map(readMove);
  const wrong = faultOfRecord(document.family, moves);
  if (wrong) return { faults: [wrong] };
  const photos: { id: string; photo: Photo }[] = [];
  for (const [i, { id, base64 }] of document.photos.entries()) {
    try {
      photos.push({ id, photo: await makePhoto(Buffer.from(base64, "base64")) });
    } catch (error) {
      if (!(error instanceof PhotoRefused)) throw error;
      return { faults: [{ path: `photos[${i}].base64`, message: error.message }] };
    }
  }
  const { id, code, fetchedAt } = document.job;
  return inTransaction<ImportResult>(pool, async (client, takeBack) => {
    const there = await findJob(client, code);
    if (there) {
      const isHere =
        there.id === id &&
        moves.every((move, i) => there.moves[i] !== undefined && there.moves[i].id === move.id);
      return isHere
        ? { code, added: 0 }
        : {
            faults: [
              {
                path: "job.code",
                message: t("is-taken-by-another-job-here-or", { code }),
              },
            ],
          };
    }
    await keepTechnicians(client, document.technicians);
    const kept = await keepFamily(client, document.family);
    for (const { id: photoId, photo } of photos) await keepPhoto(client, photoId, id, photo);
    const isKept = await keepRecordedJob(client, { id, code, family: kept }, moves);
    if (!isKept)
      return takeBack({ faults: [{ path: "job", message: t("or-its-id-is-taken-by-another", { code }) }] });
    // A document that does not say comes from somewhere else, or from long ago: nobody waits for it here.
    await client.query(
      "UPDATE job SET fetched_at = CASE WHEN $2 THEN $3::timestamptz ELSE ended_at END WHERE id = $1 AND ended_at IS NOT NULL",
      [id, fetchedAt !== undefined, fetchedAt ?? null],
    );
    return { code, added: moves.length };
  });
}
