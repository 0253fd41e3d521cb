import { mkdir, rename, rm, writeFile } from "node:fs/promises";
import path from "node:path";
import type pg from "pg";
import { linkAddress } from "../server/own-address.ts";
import { issuedCertificate, issuedPaper } from "../server/certificates/issue.ts";
import { exportJob } from "../server/formats/job-document.ts";
import { asJsonFile } from "../server/formats/json-file.ts";
import { readingsCsv } from "../server/formats/readings-csv.ts";
import { inLanguage } from "../server/spoken.ts";
import { standingLink } from "../server/store/certificate-links.ts";
import { findJob } from "../server/store/jobs.ts";
import { noteWritten, unwrittenJobs, type EndedJob } from "../server/store/records-written.ts";
import { paperLanguage } from "../server/store/tickets.ts";

/** So many at a time: the rest follows with the next turn. */
const MOST_AT_A_TURN = 100;

/** Where the records of a job lie: by the year in which it ended. */
export const recordFolder = (folder: string, { code, endedAt }: EndedJob): string =>
  path.join(folder, String(endedAt.getUTCFullYear()), code);

async function filesOf(
  pool: pg.Pool,
  code: string,
  own: string | undefined,
): Promise<Map<string, string | Uint8Array>> {
  const [job, document, certificate, token] = await Promise.all([
    findJob(pool, code),
    exportJob(pool, code),
    issuedCertificate(pool, code),
    standingLink(pool, code),
  ]);
  const address = token && own ? linkAddress(token, new URL(own)) : null;
  return new Map<string, string | Uint8Array>([
    [`${code}.job.json`, asJsonFile(document!)],
    [`${code}-readings.csv`, readingsCsv(job!)],
    [`${code}-certificate.json`, certificate!.text],
    [`${code}-certificate.pdf`, await issuedPaper(pool, certificate!, address)],
  ]);
}

/** Writes what belongs to a job into a folder of its own, whole or not at all; one that lies there already gives way. */
async function writeRecord(
  pool: pg.Pool,
  folder: string,
  job: EndedJob,
  own: string | undefined,
): Promise<void> {
  const { code } = job;
  const files = await inLanguage(await paperLanguage(pool, code), () => filesOf(pool, code, own));
  const place = recordFolder(folder, job);
  const begun = `${place}.part`;
  await rm(begun, { recursive: true, force: true });
  await mkdir(begun, { recursive: true, mode: 0o700 });
  for (const [name, content] of files) await writeFile(path.join(begun, name), content);
  await rm(place, { recursive: true, force: true });
  await rename(begun, place);
  await noteWritten(pool, job);
}

/** Writes the records of jobs that have ended since the last turn: certificate, readings, and the job as its document. */
export async function writeRecords(
  pool: pg.Pool,
  { folder, own }: { folder: string; own?: string | undefined },
  most = MOST_AT_A_TURN,
): Promise<{ written: string[] }> {
  const written: string[] = [];
  for (const job of await unwrittenJobs(pool, most)) {
    await writeRecord(pool, folder, job, own);
    written.push(job.code);
  }
  return { written };
}
