import { spawnSync } from "node:child_process";
import { mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { expect } from "chai";
import type pg from "pg";
import type { JobCertificate } from "../../core/records/job-certificate.ts";
import {
  makeShopKey,
  sealDocument,
  sealText,
  verifyDocument,
  verifyPdf,
} from "../../server/certificates/seal.ts";
import type { ToldKey } from "../../server/certificates/shop-key.ts";
import { verifyAll } from "../../server/certificates/verify-all.ts";
import { inLanguage } from "../../server/spoken.ts";
import { GET as json } from "../../src/pages/api/jobs/[code]/certificate.json.ts";
import { POST as makeLink } from "../../src/pages/api/jobs/[code]/certificate-link.ts";
import { GET as pdf } from "../../src/pages/api/jobs/[code]/certificate.pdf.ts";
import * as shopKeys from "../../src/pages/api/shop/keys.ts";
import { demoDatabase } from "../fresh-database.ts";
import { isLong } from "../long.ts";
import { pdfText } from "../pdf-text.ts";
import { ask, call, expectFault } from "./ask.ts";

describe("a certificate that is made for good", function () {
  this.timeout(240_000);
  let pool: pg.Pool;
  let code: string;
  let document: string;
  let paper: Buffer;
  const params = () => ({ code });
  const jsonNow = async () => (await call(json, { params: params() })).text();
  const pdfNow = async () => Buffer.from(await (await call(pdf, { params: params() })).arrayBuffer());
  before(async () => {
    ({ pool } = await demoDatabase());
    // One that no other test asks for.
    const { rows } = await pool.query<{ code: string }>(
      "SELECT code FROM job WHERE outcome = 'repaired' AND route = 'film' AND code LIKE 'GW-10%' ORDER BY code DESC LIMIT 1",
    );
    code = rows[0]!.code;
    document = await jsonNow();
    paper = await pdfNow();
  });

  it("is right to the byte: whichever byte of its document or paper changes, that is found", () => {
    expect(verifyDocument(document)).to.deep.include({ isRight: true, what: code });
    expect(verifyPdf(paper)).to.deep.include({ isRight: true, what: code });
    const step = isLong ? 1 : 97;
    const bytes = Buffer.from(document);
    // All of the seal, which stands last, and some of what is before it.
    for (let at = 0; at < bytes.length; at += isLong || at > bytes.length - 1_200 ? 1 : 11) {
      const changed = Buffer.from(bytes);
      changed[at] = changed[at]! ^ 1;
      expect(verifyDocument(changed.toString("utf8")).isRight, `byte ${at}`).to.equal(false);
    }
    for (let at = 0; at < paper.length; at += step * 13) {
      const changed = Buffer.from(paper);
      changed[at] = changed[at]! ^ 1;
      expect(verifyPdf(changed).isRight, `byte ${at} of the paper`).to.equal(false);
    }
    // The seal itself, and what is put behind it.
    for (let at = paper.length - 900; at < paper.length; at += 1) {
      const changed = Buffer.from(paper);
      changed[at] = changed[at]! ^ 1;
      expect(verifyPdf(changed).isRight, `byte ${at} of the paper's end`).to.equal(false);
    }
    expect(verifyPdf(Buffer.concat([paper, Buffer.from(" ")])).isRight).to.equal(false);
    expect(verifyPdf(paper.subarray(0, -1)).isRight).to.equal(false);
    expect(verifyDocument(`${document} `).isRight).to.equal(false);
    expect(verifyDocument("{}").isRight).to.equal(false);
    expect(verifyDocument("null").isRight).to.equal(false);
  });

  it("is not forged by whoever takes the seal off and puts their own on, where the shop's key is known", async () => {
    const { seal, ...rest } = JSON.parse(document) as JobCertificate;
    const forged = sealDocument({ ...rest, told: "All of it was free" }, seal!, makeShopKey());
    const found = verifyDocument(forged);
    expect(found.isRight && found.key).not.to.equal(seal!.key);
    const folder = await mkdtemp(path.join(tmpdir(), "half-lift-verify-"));
    try {
      const files = { "own.json": document, "forged.json": forged, "paper.pdf": paper };
      for (const [name, content] of Object.entries(files)) await writeFile(path.join(folder, name), content);
      const verify = (...args: string[]) =>
        spawnSync(process.execPath, ["--import", "tsx", "cli/verify.ts", ...args], { encoding: "utf8" });
      const at = (name: string) => path.join(folder, name);
      const right = verify(at("own.json"), at("paper.pdf"), "--key", seal!.key);
      expect(right.stdout.match(/: yes\. /g)).to.have.length(2);
      expect(right.status).to.equal(0);
      const wrong = verify(at("forged.json"), "--key", seal!.key);
      expect(wrong.stdout).to.include("no. It is sealed by the key");
      expect(wrong.status).to.equal(1);
      // The code on the paper belongs to this document and to no other.
      const qr = sealText(code, seal!);
      expect(verify(at("own.json"), "--qr", qr).status).to.equal(0);
      expect(verify(at("own.json"), "--qr", qr.replace(/.$/, "!")).status).to.equal(1);
      expect(verify(at("nothing.json")).status).to.equal(2);
      // On paper it is said by which key, and that later versions change nothing.
      expect(await pdfText(new Uint8Array(paper))).to.include(seal!.key);
    } finally {
      await rm(folder, { recursive: true });
    }
  });

  it("stays as it was made, whatever becomes of names, and of what makes certificates, later", async () => {
    const { signedBy } = JSON.parse(document) as JobCertificate;
    expect(signedBy).not.to.equal(null);
    expect(document).to.include(`Signed by ${signedBy} without a proof that is kept here`);
    await pool.query("UPDATE technician SET name = name || ' the Second' WHERE name = $1", [signedBy]);
    try {
      expect(await jsonNow()).to.equal(document);
      expect((await pdfNow()).equals(paper)).to.equal(true);
      // In another language it is another document, made once as well.
      const inSpanish = await inLanguage("es", jsonNow);
      expect(inSpanish).not.to.equal(document);
      expect(await inLanguage("es", jsonNow)).to.equal(inSpanish);
    } finally {
      await pool.query("UPDATE technician SET name = $1 WHERE name = $1 || ' the Second'", [signedBy]);
    }
    await pool.query("UPDATE certificate_issue SET document = 'x'").then(
      () => expect.fail("a certificate was changed"),
      (error: Error) => expect(error.message).to.include("append-only"),
    );
  });

  it("stays right where the shop makes itself a new key, by which what comes after is sealed", async () => {
    const keysOf = async () => (await ask(shopKeys.GET)).body as ToldKey[];
    const before = await keysOf();
    const [old] = before;
    const press = () => ask(shopKeys.POST, { body: { replaces: old!.id } });
    // Pressed twice it is one.
    const made = await Promise.all([press(), press()]);
    expect(made.map(({ status }) => status).sort()).to.deep.equal([200, 201]);
    const keys = await keysOf();
    expect(keys.filter(({ retiredAt }) => retiredAt === null)).to.have.length(1);
    expect(keys.map(({ id }) => id)).to.deep.equal([keys[0]!.id, ...before.map(({ id }) => id)]);
    expectFault(await ask(shopKeys.POST, { body: {} }), 422, "replaces");
    // Of what sealed before, nothing is left that seals.
    const { rows } = await pool.query("SELECT FROM shop_key WHERE private_key IS NOT NULL");
    expect(rows).to.have.length(1);
    expect(await jsonNow()).to.equal(document);
    expect(verifyDocument(document)).to.deep.include({ isRight: true, key: old!.id });
    // One that nobody has asked for in this language.
    const { rows: others } = await pool.query<{ code: string }>(
      `SELECT code FROM job WHERE outcome = 'repaired' AND code LIKE 'GW-10%'
         AND NOT EXISTS (SELECT FROM certificate_issue WHERE job_id = job.id AND language = 'es') LIMIT 1`,
    );
    const anew = verifyDocument(
      await inLanguage("es", async () => (await call(json, { params: others[0]! })).text()),
    );
    expect(anew).to.deep.include({ isRight: true, key: keys[0]!.id });
    // A paper that is made later of what was sealed before says by which key it is sealed itself.
    const later = await call(makeLink, { params: { code }, body: { who: "tove" } });
    expect(later.status).to.equal(201);
    const laterPaper = await pdfNow();
    expect(verifyPdf(laterPaper)).to.deep.include({ isRight: true, key: keys[0]!.id });
    const text = await pdfText(new Uint8Array(laterPaper));
    expect(text).to.include(keys[0]!.id).and.to.include(old!.id);
    expect((await verifyAll(pool)).faults.filter((fault) => fault.includes("another key"))).to.deep.equal([]);
  });

  it("is looked at with all that was signed: a move, a document or a paper that was changed in the database is named", async () => {
    // Another test breaks a chain of its own on purpose: the demo's are whole.
    const ofDemo = (faults: readonly string[]) => faults.filter((fault) => /^GW-1[01]/.test(fault));
    const all = await verifyAll(pool);
    expect(ofDemo(all.faults)).to.deep.equal([]);
    expect(all.jobs).to.be.above(150);
    expect(all.certificates).to.be.above(0);
    expect(all.papers).to.be.above(0);
    const client = await pool.connect();
    const afterwards = async (sql: string): Promise<string[]> => {
      await client.query("BEGIN");
      try {
        for (const table of ["move", "certificate_issue", "certificate_paper"])
          await client.query(`ALTER TABLE ${table} DISABLE TRIGGER USER`);
        await client.query(sql);
        return ofDemo((await verifyAll(client)).faults);
      } finally {
        await client.query("ROLLBACK");
      }
    };
    const ofJob = `(SELECT id FROM job WHERE code = '${code}')`;
    const ofIssue = `(SELECT id FROM certificate_issue WHERE job_id = ${ofJob} AND language = 'en' LIMIT 1)`;
    try {
      expect(
        await afterwards(
          `UPDATE move SET who = 'imre' WHERE job_id = ${ofJob} AND seq = 3 AND who <> 'imre'`,
        ),
      ).to.have.lengthOf.at.most(1);
      const told = await afterwards(
        `UPDATE move SET received_at = received_at + interval '1 ms' WHERE job_id = ${ofJob} AND seq = 5`,
      );
      expect(told).to.deep.equal([`${code}: move 5 is not as it was recorded`]);
      const written = await afterwards(
        `UPDATE certificate_issue SET document = replace(document, '"told"', '"tolt"') WHERE id = ${ofIssue}`,
      );
      expect(written.join())
        .to.include(`${code}, certificate as of move`)
        .and.to.include("not what was signed");
      const printed = await afterwards(
        `UPDATE certificate_paper SET pdf = set_byte(pdf, 500, 1 + get_byte(pdf, 500) % 200) WHERE issue_id = ${ofIssue}`,
      );
      expect(printed.join()).to.include("on paper: the paper is not what was signed");
    } finally {
      client.release();
    }
  });
});
