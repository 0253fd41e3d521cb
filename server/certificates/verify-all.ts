import type pg from "pg";
import { firstBrokenLink } from "../store/jobs.ts";
import { verifyDocument, verifyPdf } from "./seal.ts";

/** What was looked at in a database, and what of it differs, a sentence each. */
export interface VerifiedAll {
  jobs: number;
  signatures: number;
  certificates: number;
  papers: number;
  faults: string[];
}

/** Whether all that was signed in a database is as it was signed: chains of moves, signatures bound to them, certificates and their papers. */
export async function verifyAll(pool: pg.Pool | pg.PoolClient): Promise<VerifiedAll> {
  const faults: string[] = [];
  const { rows: jobs } = await pool.query<{ code: string }>("SELECT code FROM job ORDER BY code");
  for (const { code } of jobs) {
    const broken = await firstBrokenLink(pool, code);
    if (broken !== null) faults.push(`${code}: move ${broken} is not as it was recorded`);
  }
  const { rows: signatures } = await pool.query<{ code: string; seq: number; holds: boolean }>(
    `SELECT code, move.seq, move_hash = hash AND who = person AS holds
     FROM signature JOIN move ON move.id = move_id JOIN job ON job.id = move.job_id`,
  );
  for (const { code, seq, holds } of signatures)
    if (!holds) faults.push(`${code}: move ${seq} is not what was signed`);
  const { rows: keys } = await pool.query<{ id: string }>("SELECT id FROM shop_key");
  const isOwn = (key: string) => keys.some(({ id }) => id === key);
  const { rows: issues } = await pool.query<{ id: string; code: string; seq: number; chain: string | null }>(
    `SELECT issue.id, code, issue.seq, encode(hash, 'hex') AS chain
     FROM certificate_issue AS issue JOIN job ON job.id = issue.job_id
       LEFT JOIN move ON move.job_id = issue.job_id AND move.seq = issue.seq ORDER BY code, issue.seq`,
  );
  let papers = 0;
  for (const { id, code, seq, chain } of issues) {
    const { rows } = await pool.query<{ document: string; pdfs: Buffer[] }>(
      `SELECT document, coalesce((SELECT array_agg(pdf) FROM certificate_paper WHERE issue_id = id), '{}') AS pdfs
       FROM certificate_issue WHERE id = $1`,
      [id],
    );
    const { document, pdfs } = rows[0]!;
    const of = `${code}, certificate as of move ${seq}`;
    const found = verifyDocument(document);
    if (!found.isRight) faults.push(`${of}: ${found.why}`);
    else if (found.what !== code) faults.push(`${of}: it is that of ${found.what}`);
    else if (!isOwn(found.key)) faults.push(`${of}: it is sealed by another key`);
    else if (found.seal.chain !== chain)
      faults.push(`${of}: the moves that it tells of are not those that are here`);
    for (const pdf of pdfs) {
      papers += 1;
      const paper = verifyPdf(pdf);
      if (!paper.isRight) faults.push(`${of}, on paper: ${paper.why}`);
      else if (!isOwn(paper.key)) faults.push(`${of}, on paper: it is sealed by another key`);
    }
  }
  return {
    jobs: jobs.length,
    signatures: signatures.length,
    certificates: issues.length,
    papers,
    faults,
  };
}

/** What was looked at, and whether all of it is right, in a line; before it a line for each fault. */
export const verifiedText = ({ jobs, signatures, certificates, papers, faults }: VerifiedAll): string =>
  [
    ...faults.map((fault) => `${fault}.`),
    `${jobs} jobs, ${signatures} signatures, ${certificates} certificates, ${papers} papers: ${faults.length === 0 ? "yes, all as they were signed" : `no, ${faults.length} differ`}.`,
  ].join("\n");
