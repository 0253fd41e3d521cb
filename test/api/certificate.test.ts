import { Ajv2020 } from "ajv/dist/2020.js";
import { expect } from "chai";
import { readFile } from "node:fs/promises";
import type pg from "pg";
import sharp from "sharp";
import { v4 as uuid } from "uuid";
import { certificateSchema, type JobCertificate } from "../../core/records/job-certificate.ts";
import { issuedCertificate } from "../../server/certificates/issue.ts";
import { certificateText, figureText } from "../../server/formats/certificate-text.ts";
import { GET as shopJson } from "../../src/pages/api/jobs/[code]/certificate.json.ts";
import { GET as shopPdf } from "../../src/pages/api/jobs/[code]/certificate.pdf.ts";
import {
  DELETE as withdraw,
  GET as link,
  POST as make,
} from "../../src/pages/api/jobs/[code]/certificate-link.ts";
import { PUT as choosePhotos } from "../../src/pages/api/jobs/[code]/customer-photos.ts";
import { POST as addPhoto } from "../../src/pages/api/jobs/[code]/photos.ts";
import { GET as publicJson } from "../../src/pages/c/[token]/certificate.json.ts";
import { GET as publicPdf } from "../../src/pages/c/[token]/certificate.pdf.ts";
import { GET as publicPhoto } from "../../src/pages/c/[token]/photos/[id].ts";
import { inLanguage } from "../../server/spoken.ts";
import { languageOfLink } from "../../server/store/certificate-links.ts";
import { keepTicket, paperLanguage } from "../../server/store/tickets.ts";
import { pdfText } from "../pdf-text.ts";
import { demoDatabase } from "../fresh-database.ts";
import { ask, call, expectFault } from "./ask.ts";

const CODE = "GW-1161";

describe("the certificate of a repair", () => {
  let pool: pg.Pool;
  let ended: string;
  let broken: string;
  const certificateAt = async (code: string) => (await issuedCertificate(pool, code))!.certificate;
  const tokenOf = (address: string) => address.split("/c/")[1]!;

  before(async () => {
    ({ pool } = await demoDatabase());
    // One that was repaired in the end, with glass and glue of its own.
    const { rows } = await pool.query<{ code: string }>(
      `SELECT code FROM job WHERE outcome = 'repaired' AND route = 'layer' AND EXISTS (
         SELECT 1 FROM spent WHERE job_id = job.id AND what = 'liquid optical adhesive'
       ) ORDER BY code LIMIT 1`,
    );
    ended = rows[0]!.code;
    const lost = await pool.query<{ code: string }>(
      `SELECT code FROM job WHERE ended_at IS NOT NULL AND EXISTS (
         SELECT 1 FROM standing_move m WHERE m.job_id = job.id AND m.kind = 'trouble-settled' AND m.data->>'as' = 'broke'
       ) ORDER BY code LIMIT 1`,
    );
    broken = lost.rows[0]!.code;
  });

  it("as JSON holds to its published schema, for every job of the demo", async () => {
    const ajv = new Ajv2020({ strict: false, formats: { uuid: true, "date-time": true } });
    const schema = JSON.parse(JSON.stringify(certificateSchema()));
    const validate = ajv.compile(schema);
    const { rows } = await pool.query<{ code: string }>("SELECT code FROM job ORDER BY code");
    for (const { code } of rows) {
      const { body } = await ask(shopJson, { params: { code } });
      expect(validate(body), `${code}: ${ajv.errorsText(validate.errors)}`).to.equal(true);
    }
    expect(validate({ ...(await certificateAt(ended)), version: 1 })).to.equal(false);
    const published = JSON.parse(await readFile("docs/schemas/certificate.schema.json", "utf8"));
    expect(published, "npm run schemas writes it anew").to.deep.equal(schema);
    expect((await ask(shopJson, { params: { code: "GW-1" } })).status).to.equal(404);
  });

  it("as PDF is read back with every figure that stands in the JSON", async () => {
    const certificate = await certificateAt(ended);
    const answer = await call(shopPdf, { params: { code: ended } });
    expect(answer.headers.get("content-type")).to.equal("application/pdf");
    const text = await pdfText(new Uint8Array(await answer.arrayBuffer()));
    const says = (words: string) => expect(text).to.include(words.replace(/\s+/g, " ").trim());
    says(certificateText(certificate).title);
    says("Repaired on ");
    expect(certificate.measurements.length).to.be.greaterThan(4);
    for (const { value, unit } of certificate.measurements) says(figureText(value, unit));
    expect(certificate.spent.some(({ lot }) => lot !== null)).to.equal(true);
    for (const { what, quantity, unit, lot } of certificate.spent) {
      says(what.slice(1));
      says(`${quantity} ${unit}`);
      if (lot) says(lot);
    }
    for (const { name } of certificate.functions) says(name);
    says(certificate.told!.slice(0, 40));
    says(`Signed by ${certificate.signedBy}`);
  });

  it("says on paper what broke, who noted it, and what was agreed anew", async () => {
    const certificate = await certificateAt(broken);
    const answer = await call(shopPdf, { params: { code: broken } });
    const text = await pdfText(new Uint8Array(await answer.arrayBuffer()));
    for (const { what, reason, by } of certificate.broke) {
      expect(text).to.include(`${what} broke. ${reason}`).and.to.include(`Noted by ${by}`);
    }
    expect(certificate.agreed.length).to.be.greaterThan(1);
    expect(text).to.include("at worst");
  });

  it("is a draft on paper too while the work goes on", async () => {
    const answer = await call(shopPdf, { params: { code: CODE } });
    const text = await pdfText(new Uint8Array(await answer.arrayBuffer()));
    expect(text).to.include("Draft: the work is not over yet.").and.to.include("Not signed.");
  });

  it("comes in the language of its customer, on paper and by the link", async () => {
    await keepTicket(pool, ended, { customer: "Faro del Norte", serial: "", language: "es" });
    // A job more of the same customer needs no telling.
    await keepTicket(pool, broken, { customer: "Faro del Norte", serial: "" });
    expect(await paperLanguage(pool, broken)).to.equal("es");
    const answer = await call(shopPdf, { params: { code: ended } });
    const text = await pdfText(new Uint8Array(await answer.arrayBuffer()));
    expect(text)
      .to.include("Certificado de reparación")
      .and.to.include("Reparado el ")
      .and.to.include("Lo que se midió");
    expect(text).to.not.match(/What was|Signed by|Repaired/);
    const { address } = (await ask(make, { params: { code: ended }, body: { who: "tove" } })).body as {
      address: string;
    };
    expect(await languageOfLink(pool, tokenOf(address))).to.equal("es");
    await ask(withdraw, { params: { code: ended } });
    // Where nobody is known it is the reader's.
    await keepTicket(pool, ended, { customer: "", serial: "" });
    expect(await paperLanguage(pool, ended)).to.equal("en");
    expect(await inLanguage("es", () => paperLanguage(pool, ended))).to.equal("es");
  });

  it("is seen by its link alone: made once, not to be guessed, withdrawn for good", async () => {
    expect((await ask(link, { params: { code: ended } })).body).to.deep.equal({ address: null });
    expect((await ask(make, { params: { code: ended }, body: { who: "nobody" } })).status).to.equal(401);
    const address = (await ask(make, { params: { code: ended }, body: { who: "tove" } })).body
      .address as string;
    expect(tokenOf(address)).to.match(/^[\w-]{24}$/);
    const again = (await ask(make, { params: { code: ended }, body: { who: "tove" } })).body.address;
    expect(again).to.equal(address);
    const token = tokenOf(address);
    const seen = (await ask(publicJson, { params: { token } })).body as JobCertificate;
    expect(seen).to.deep.equal(JSON.parse(JSON.stringify(await certificateAt(ended))));
    const text = await pdfText(
      new Uint8Array(await (await call(publicPdf, { params: { token } })).arrayBuffer()),
    );
    expect(text.replaceAll(" ", "")).to.include(address);
    expect((await ask(publicJson, { params: { token: `${token.slice(0, -1)}!` } })).status).to.equal(404);
    await ask(withdraw, { params: { code: ended } });
    expect((await ask(publicJson, { params: { token } })).status).to.equal(410);
    expect((await ask(publicPdf, { params: { token } })).status).to.equal(410);
    // One whose year is over is no address any more; a new one can be made.
    const yearly = (await ask(make, { params: { code: ended }, body: { who: "tove" } })).body
      .address as string;
    const status = async (address: string) =>
      (await call(publicJson, { params: { token: tokenOf(address) } })).status;
    expect(await status(yearly)).to.equal(200);
    await pool.query("UPDATE certificate_link SET expires_at = now() WHERE token = $1", [tokenOf(yearly)]);
    expect(await status(yearly)).to.equal(410);
    expect((await ask(link, { params: { code: ended } })).body.address).to.equal(null);
    const last = (await ask(make, { params: { code: ended }, body: { who: "tove" } })).body.address as string;
    expect(await status(last)).to.equal(200);
    await ask(withdraw, { params: { code: ended } });
    const next = (await ask(make, { params: { code: ended }, body: { who: "tove" } })).body.address as string;
    expect(tokenOf(next)).not.to.equal(token);
    expect((await ask(make, { params: { code: "GW-1" }, body: { who: "tove" } })).status).to.equal(404);
  });

  it("shows a job's own photos under its link, and no other job's", async () => {
    const picture = await sharp({ create: { width: 60, height: 40, channels: 3, background: "#457" } })
      .jpeg()
      .toBuffer();
    const sent = async (code: string) => {
      const id = uuid();
      const search = `?${new URLSearchParams({ id, who: "tove", at: new Date().toISOString(), caption: "On black" })}`;
      expect((await ask(addPhoto, { params: { code }, search, raw: picture })).status).to.equal(201);
      return id;
    };
    const [own, other] = [await sent(CODE), await sent("GW-1155")];
    const token = tokenOf((await ask(make, { params: { code: CODE }, body: { who: "tove" } })).body.address);
    const shown = await call(publicPhoto, { params: { token, id: own } });
    expect(shown.headers.get("content-type")).to.equal("image/jpeg");
    expect((await call(publicPhoto, { params: { token, id: other } })).status).to.equal(404);
    const text = await pdfText(
      new Uint8Array(await (await call(publicPdf, { params: { token } })).arrayBuffer()),
    );
    expect(text).to.include("On black");
    // What is kept back is on the shop's paper alone.
    const choose = (body: object) => ask(choosePhotos, { params: { code: CODE }, body });
    expect((await choose({ id: own, isShown: false })).body).to.deep.equal([own]);
    expect((await call(publicPhoto, { params: { token, id: own } })).status).to.equal(404);
    const linked = (await ask(publicJson, { params: { token } })).body as JobCertificate;
    expect(linked.photos.map(({ id }) => id)).not.to.include(own);
    expect((await certificateAt(CODE)).photos.map(({ id }) => id)).to.include(own);
    expect((await choose({ id: own, isShown: true })).body).to.deep.equal([]);
    expect((await call(publicPhoto, { params: { token, id: own } })).status).to.equal(200);
    expect((await choose({ id: other, isShown: false })).status).to.equal(404);
    expectFault(await choose({ id: own, isShown: "no" }), 422, "isShown");
  });
});
