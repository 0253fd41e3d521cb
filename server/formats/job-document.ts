import type pg from "pg";
import { z } from "zod";
import { jobEvent } from "../../core/job/event.ts";
import { family } from "../../core/stack/family.ts";
import { describeFaults, type Fault } from "../../core/faults.ts";
import { inTransaction } from "../db/pool.ts";
import { keepPhoto, photosOf } from "../store/photos.ts";
import { makePhoto, PhotoRefused, type Photo } from "./photo.ts";
import { keepFamily } from "../store/families.ts";
import { createJobWithin, findJob, type CreateResult } from "../store/jobs.ts";
import { keepTechnicians, technician } from "../store/technicians.ts";

export const jobCode = z
  .string({ error: "must be a job code such as GW-1042" })
  .regex(/^[A-Z]{1,6}-[0-9]{1,9}$/, { error: "must be a job code such as GW-1042" });

/** A whole job as one JSON document: what docs/formats.md describes. */
export const jobDocument = z
  .strictObject({
    format: z.literal("half-lift/job", { error: 'must be "half-lift/job"' }),
    version: z.literal(1, { error: "must be 1, the only version there is" }),
    job: z.strictObject({ id: z.uuid({ error: "must be a UUID" }), code: jobCode }),
    family,
    technicians: z.array(technician),
    events: z.array(jobEvent).min(1).max(20_000),
    /** The pictures of its photo-added events, by their ids. */
    photos: z
      .array(z.strictObject({ id: z.uuid({ error: "must be a UUID" }), base64: z.base64() }))
      .max(2_000)
      .default([]),
  })
  .superRefine((document, context) => {
    document.events.forEach((event, i) => {
      if (!document.technicians.some((person) => person.key === event.who)) {
        context.addIssue({
          code: "custom",
          path: ["events", i, "who"],
          message: `"${event.who}" is not one of the document's technicians`,
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
    [job.events.map((event) => event.who)],
  );
  return {
    format: "half-lift/job",
    version: 1,
    job: { id: job.id, code: job.code },
    family: job.family.family,
    technicians,
    events: job.events,
    photos: (await photosOf(pool, job.id)).map(({ id, picture }) => ({
      id,
      base64: picture.toString("base64"),
    })),
  };
}

function faultOf(result: CreateResult): Fault | null {
  switch (result.kind) {
    case "created":
    case "here already":
      return null;
    case "code taken":
      return { path: "job.code", message: "is taken by another job here" };
    case "differs":
      return {
        path: `events[${result.index}]`,
        message: "differs from the event that this database holds there",
      };
    case "unknown technician":
      return { path: `events[${result.index}].who`, message: "is not a technician here" };
    case "refused": {
      const { path, sentence } = result.refusal;
      return { path: `events[${result.index}]${path ? `.${path}` : ""}`, message: sentence };
    }
  }
}

type ImportResult = { code: string; added: number } | { faults: Fault[] };

/** Takes a document in: all of it or nothing. A document that is here already changes nothing. */
export async function importJob(pool: pg.Pool, input: unknown): Promise<ImportResult> {
  const parsed = jobDocument.safeParse(input);
  if (!parsed.success) return { faults: describeFaults(parsed.error, input) };
  const document = parsed.data;
  const photos: { id: string; photo: Photo }[] = [];
  for (const [i, { id, base64 }] of document.photos.entries()) {
    try {
      photos.push({ id, photo: await makePhoto(Buffer.from(base64, "base64")) });
    } catch (error) {
      if (!(error instanceof PhotoRefused)) throw error;
      return { faults: [{ path: `photos[${i}].base64`, message: error.message }] };
    }
  }
  return inTransaction<ImportResult>(pool, async (client, takeBack) => {
    await keepTechnicians(client, document.technicians);
    const kept = await keepFamily(client, document.family);
    for (const { id, photo } of photos) await keepPhoto(client, id, document.job.id, photo);
    const result = await createJobWithin(client, {
      ...document.job,
      family: kept,
      events: document.events,
    });
    const fault = faultOf(result);
    if (fault) return takeBack({ faults: [fault] });
    return { code: document.job.code, added: "added" in result ? result.added : 0 };
  });
}
