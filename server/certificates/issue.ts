import { readFileSync } from "node:fs";
import path from "node:path";
import type pg from "pg";
import { certificateOf, type JobCertificate } from "../../core/records/job-certificate.ts";
import { standing } from "../../core/job/replay.ts";
import { language } from "../../words/language.ts";
import { isSignature, provedSignatures } from "../access/signing.ts";
import { asJsonFile } from "../formats/json-file.ts";
import { paperOf } from "./paper.ts";
import { chainHead, findJob, sceneOf } from "../store/jobs.ts";
import { inLanguage } from "../spoken.ts";
import { paperLanguage } from "../store/tickets.ts";
import { listTechnicians } from "../store/technicians.ts";
import { sealDocument, sealPdf } from "./seal.ts";
import { shopKey } from "./shop-key.ts";

const { name, version } = JSON.parse(readFileSync(path.join(process.cwd(), "package.json"), "utf8")) as {
  name: string;
  version: string;
};
const PRODUCT = `${name} ${version}`;

/** A certificate as it stands, or as it was made once its job was over. */
export interface IssuedCertificate {
  certificate: JobCertificate;
  /** As it is saved, to the byte. */
  text: string;
  /** Of what was made for good; null while the job is open. */
  issue: string | null;
}

/**
 * The certificate of a job, without the photos in `without`; null where there is no such job. Of a job that is over it is made once for each
 * language and choice of photos, sealed, and from then on what was made: a later version of the product serves it as it is.
 */
export async function issuedCertificate(
  pool: pg.Pool,
  code: string,
  { without = [] }: { without?: readonly string[] } = {},
): Promise<IssuedCertificate | null> {
  const job = await findJob(pool, code);
  if (!job) return null;
  const { seq, atMs } = job.moves.at(-1)!;
  const scene = sceneOf(job, atMs);
  const photos = scene.state.records.photos.map(({ id }) => id).filter((id) => !without.includes(id));
  const find = async (): Promise<IssuedCertificate | null> => {
    const { rows } = await pool.query<{ id: string; document: string }>(
      "SELECT id, document FROM certificate_issue WHERE job_id = $1 AND seq = $2 AND language = $3 AND photos = $4",
      [job.id, seq, language(), photos],
    );
    const [row] = rows;
    return row
      ? { certificate: JSON.parse(row.document) as JobCertificate, text: row.document, issue: row.id }
      : null;
  };
  const isOver = scene.state.intake.ended !== null;
  const there = isOver ? await find() : null;
  if (there) return there;
  const [technicians, proved] = await Promise.all([listTechnicians(pool), provedSignatures(pool, job.id)]);
  const signed = standing(job.moves).filter((move) => isSignature(move) && !proved.has(move.id));
  const whole = certificateOf(scene, {
    code: job.code,
    openedAt: job.openedAt,
    nameOf: (who) => technicians.find(({ key }) => key === who)?.name ?? who,
    unproved: [...new Set(signed.map(({ who }) => who))],
  });
  const certificate = { ...whole, photos: whole.photos.filter(({ id }) => photos.includes(id)) };
  if (!isOver) return { certificate, text: asJsonFile(certificate), issue: null };
  const chain = await chainHead(pool, job.id, seq);
  const document = sealDocument(certificate, { product: PRODUCT, seq, chain }, await shopKey(pool));
  // Two who ask at once get one.
  await pool.query(
    `INSERT INTO certificate_issue (job_id, seq, language, photos, document) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (job_id, seq, language, photos) DO NOTHING`,
    [job.id, seq, language(), photos, document],
  );
  return find();
}

/** The same on paper; `address` is the link that stands, or null. */
export async function issuedPaper(
  pool: pg.Pool,
  { certificate, issue }: IssuedCertificate,
  address: string | null,
): Promise<Uint8Array<ArrayBuffer>> {
  const { code, seal } = certificate;
  if (issue === null || !seal) return paperOf(pool, certificate, address);
  const find = async () => {
    const { rows } = await pool.query<{ pdf: Buffer }>(
      "SELECT pdf FROM certificate_paper WHERE issue_id = $1 AND address = $2",
      [issue, address ?? ""],
    );
    return rows[0] ? new Uint8Array(rows[0].pdf) : null;
  };
  const there = await find();
  if (there) return there;
  const key = await shopKey(pool);
  const made = await paperOf(pool, certificate, address, key.id);
  await pool.query(
    "INSERT INTO certificate_paper (issue_id, address, pdf) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING",
    [issue, address ?? "", sealPdf(made, code, seal, key)],
  );
  return (await find())!;
}

/**
 * Makes the certificate of a job that is over, in its customer's language; nothing of one that is open. Where it cannot be made now it is when
 * it is asked for: what was pressed is kept already.
 */
export async function makeIfOver(pool: pg.Pool, code: string): Promise<void> {
  try {
    const { rowCount } = await pool.query("SELECT FROM job WHERE code = $1 AND ended_at IS NOT NULL", [code]);
    if (rowCount === 1)
      await inLanguage(await paperLanguage(pool, code), () => issuedCertificate(pool, code));
  } catch (error) {
    console.error(`The certificate of ${code} was not made: ${(error as Error).message}`);
  }
}
