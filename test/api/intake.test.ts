import { expect } from "chai";
import type pg from "pg";
import sharp from "sharp";
import { v4 as uuid } from "uuid";
import { exportJob, importJob } from "../../server/formats/job-document.ts";
import { LARGEST_PHOTO } from "../../server/formats/photo.ts";
import { quotationOf } from "../../server/formats/quotation.ts";
import { findJob, sceneOf } from "../../server/store/jobs.ts";
import { pastJobs } from "../../server/store/shop.ts";
import { GET as askAlike } from "../../src/pages/api/jobs/[code]/alike.ts";
import { POST as postPhoto } from "../../src/pages/api/jobs/[code]/photos.ts";
import { GET as quotationFile } from "../../src/pages/api/jobs/[code]/quotation.pdf.ts";
import { POST as postJob } from "../../src/pages/api/jobs/index.ts";
import { GET as readPhoto } from "../../src/pages/api/photos/[id].ts";
import { GET as readTerms, PUT as setTerms } from "../../src/pages/api/shop/index.ts";
import { demoDatabase, freshDatabase } from "../fresh-database.ts";
import { ask, call, expectFault } from "./ask.ts";
import { followPlan, opening, sceneAt, tell, told } from "./at-bench.ts";

const at = "2026-05-04T08:00:00.000Z";
/** A job of this file's own, of the family TK-5. */
const CODE = "GW-9701";

describe("the intake", () => {
  let pool: pg.Pool;
  let jpeg: Buffer;
  before(async () => {
    ({ pool } = await demoDatabase());
    jpeg = await sharp({ create: { width: 640, height: 480, channels: 3, background: "#225544" } })
      .withExif({ IFD0: { ImageDescription: "<script>alert(1)</script>" } })
      .jpeg()
      .toBuffer();
    const opened = await ask(postJob, {
      body: { id: uuid(), code: CODE, family: "TK-5", opening: opening() },
    });
    expect(opened.status).to.equal(201);
  });

  const send = (file: Uint8Array | string, more: Record<string, string> = {}, code = CODE) =>
    ask(postPhoto, {
      params: { code },
      raw: file,
      search: `?${new URLSearchParams({ id: uuid(), who: "tove", at, ...more })}`,
    });
  const picture = (id: string, search = "") => call(readPhoto, { params: { id }, search });

  describe("a batch", () => {
    const like = (code: string, serial = "") => ({ id: uuid(), code, event: uuid(), serial });
    const batch = (code: string, more: object) => ({
      id: uuid(),
      code,
      family: "TK-5",
      ticket: { customer: "Ferry hall kiosk", serial: "TK5-1" },
      opening: opening(),
      ...more,
    });

    it("is opened whole, each device a job of its own; sent again it is the same", async () => {
      const body = batch("GW-9891", { like: [like("GW-9892", "TK5-2"), like("GW-9893")] });
      expect((await ask(postJob, { body })).status).to.equal(201);
      expect((await ask(postJob, { body })).status).to.equal(200);
      const { rows } = await pool.query<{ serial: string; name: string; moves: number }>(
        `SELECT serial, customer.name, (SELECT count(*)::int FROM move WHERE job_id = job.id) AS moves
         FROM job JOIN customer ON customer.id = customer_id WHERE code LIKE 'GW-989_' ORDER BY code`,
      );
      expect(rows).to.deep.equal(
        ["TK5-1", "TK5-2", ""].map((serial) => ({ serial, name: "Ferry hall kiosk", moves: 1 })),
      );
    });

    it("is priced at once: those of it that ask the customer now, of the same repair, and no others", async () => {
      const codes = ["GW-9951", "GW-9952", "GW-9953", "GW-9954"];
      const [first = "", second = "", third = "", fourth = ""] = codes;
      const ticket = { customer: "Ferry hall kiosk 2", serial: "" };
      const body = batch(first, { ticket, like: codes.slice(1).map((code) => like(code)) });
      expect((await ask(postJob, { body })).status).to.equal(201);
      const alike = async (code: string) => (await ask(askAlike, { params: { code } })).body as string[];
      await followPlan(pool, first, "agreed");
      const offer = await followPlan(pool, second, "agreed");
      // Two of them are not looked at yet.
      expect(await alike(first)).to.deep.equal([second]);
      await followPlan(pool, third, "agreed");
      await followPlan(pool, fourth, "agreed");
      await tell(pool, fourth, "held", { reason: "customer rings back" });
      expect(await alike(first)).to.deep.equal([second, third]);
      expect(await alike(third)).to.deep.equal([first, second]);
      await tell(pool, second, "agreed", offer);
      expect(await alike(first)).to.deep.equal([third]);
      expect(await alike("GW-1151")).to.deep.equal([]);
      expect(await alike("GW-1")).to.deep.equal([]);
    });

    it("is opened not at all where one of its codes is taken, or it is of a single device", async () => {
      const taken = batch("GW-9911", { like: [like("GW-9912"), like("GW-1151")] });
      const refused = await ask(postJob, { body: taken });
      expectFault(refused, 409, "code");
      expect((refused.body as { detail: string }).detail).to.include("GW-1151");
      for (const code of ["GW-9911", "GW-9912"]) expect(await findJob(pool, code)).to.equal(null);
      const device = {
        name: "Panel",
        kind: "bonded",
        widthMm: 100,
        heightMm: 60,
        flexEdge: "bottom",
        power: "battery",
      };
      const single = { ...batch("GW-9921", { like: [like("GW-9922")], device }), family: undefined };
      expect((await ask(postJob, { body: single })).status).to.equal(422);
      const many = Array.from({ length: 50 }, (_, k) => like(`GW-${99300 + k}`));
      expectFault(await ask(postJob, { body: batch("GW-99299", { like: many }) }), 422, "like");
    });
  });

  describe("photos", () => {
    it("are kept with the move that tells of them, in two sizes, and served as what they are", async () => {
      const id = uuid();
      const answer = await send(jpeg, { id, caption: "corner" });
      expect(answer.status).to.equal(201);
      const { photos } = (await sceneAt(pool, CODE)).state.records;
      expect(photos.at(-1)).to.deep.include({
        id,
        widthPx: 640,
        heightPx: 480,
        caption: "corner",
        who: "tove",
      });
      const [large, small] = await Promise.all([picture(id), picture(id, "?size=thumbnail")]);
      for (const served of [large, small]) {
        expect(served.headers.get("content-type")).to.equal("image/jpeg");
        expect(served.headers.get("x-content-type-options")).to.equal("nosniff");
        expect(served.headers.get("cache-control")).to.include("immutable");
      }
      const bytes = Buffer.from(await large.arrayBuffer());
      expect(bytes.includes("script")).to.equal(false);
      expect((await sharp(bytes).metadata()).exif).to.equal(undefined);
      expect((await sharp(await small.arrayBuffer()).metadata()).width).to.equal(320);
    });

    it("sent again change nothing", async () => {
      const id = uuid();
      expect((await send(jpeg, { id })).status).to.equal(201);
      const again = await send(jpeg, { id });
      expect(again.status).to.equal(200);
      expect(again.body.added).to.equal(0);
    });

    it("that are none are refused and leave nothing behind: a text, a cut-off file, one that is too large", async () => {
      const before = (await findJob(pool, CODE))!.moves.length;
      const id = uuid();
      const text = await send("a text that is called photo.jpg", { id });
      expect([text.status, text.body.title]).to.deep.equal([415, "Not a picture"]);
      expect((await send(jpeg.subarray(0, jpeg.length / 2), { id })).status).to.equal(415);
      expect((await send(Buffer.alloc(LARGEST_PHOTO + 1), { id })).status).to.equal(413);
      expect((await picture(id)).status).to.equal(404);
      expect((await findJob(pool, CODE))!.moves).to.have.length(before);
    });

    it("say which field is at fault: a name, a time or a caption that is none", async () => {
      expectFault(await send(jpeg, { caption: "x".repeat(201) }), 422, "caption");
      expectFault(await send(jpeg, { at: "yesterday" }), 422, "at");
      expect((await send(jpeg, { who: "nobody" })).status).to.equal(401);
      expect((await send(jpeg, {}, "GW-9999")).status).to.equal(404);
    });

    it("can be added while a job is on hold: what is wrong is shown", async () => {
      expect((await send(jpeg, {}, "GW-1162")).status).to.equal(201);
      expect((await sceneAt(pool, "GW-1162")).state.intake.held).not.to.equal(null);
    });

    it("cannot be claimed without a picture", async () => {
      const answer = await told(pool, CODE, "photo-added", { widthPx: 1, heightPx: 1, caption: "" });
      expect(answer.kind === "refused" && answer.fault!.id).to.equal("fault.picture-not-here");
    });

    it("go with the job's document to another workshop, byte for byte", async () => {
      const other = (await freshDatabase()).pool;
      const document = (await exportJob(pool, CODE))!;
      expect(document.photos).to.have.length(2);
      expect(await importJob(other, document)).to.deep.equal({
        code: CODE,
        added: document.moves.length,
      });
      expect(await exportJob(other, CODE)).to.deep.equal(document);
      const broken = { ...document, photos: [{ ...document.photos[0]!, base64: "aGVsbG8=" }] };
      const refused = await importJob((await freshDatabase()).pool, broken);
      expect("faults" in refused && refused.faults[0]!.path).to.equal("photos[0].base64");
    });
  });

  describe("the odds", () => {
    it("count this shop's own finished jobs of a family, by the route that was tried", async () => {
      // Counted again from the moves, job by job.
      const { rows } = await pool.query<{ code: string }>(
        `SELECT job.code FROM job JOIN family ON family.id = job.family_id
         WHERE family.code = 'TK-5' AND job.ended_at IS NOT NULL`,
      );
      const layer = { wins: 0, tries: 0 };
      const assembly = { wins: 0, tries: 0 };
      for (const { code } of rows) {
        const job = (await findJob(pool, code))!;
        const { agreements, ended } = sceneOf(job, Date.now()).state.intake;
        if (!job.moves.some(({ stage }) => stage === "open")) continue;
        const last = agreements.findLast(({ answer }) => answer === "yes")!.route;
        if (agreements[0]!.route === "layer") layer.tries += 1;
        if (last === "layer" && ended!.outcome === "repaired") layer.wins += 1;
        if (last === "assembly") assembly.tries += 1;
        if (last === "assembly" && ended!.outcome === "repaired") assembly.wins += 1;
      }
      expect(layer.tries).to.be.greaterThan(10);
      expect(layer.wins).to.be.below(layer.tries);
      expect(await pastJobs(pool, "TK-5")).to.deep.equal({ layer, assembly });
      expect(await pastJobs(pool, "ZZ-9")).to.deep.equal({});
    });

    it("do not blame a route that was left before the device was opened", async () => {
      const before = await pastJobs(pool, "TK-5");
      const offered = await followPlan(pool, CODE, "agreed");
      await tell(pool, CODE, "agreed", { ...(offered as object), answer: "no" });
      await followPlan(pool, CODE, "nothing more");
      expect((await sceneAt(pool, CODE)).state.intake.ended!.outcome).to.equal("declined");
      expect(await pastJobs(pool, "TK-5")).to.deep.equal(before);
    });
  });

  describe("the quotation", () => {
    it("says the risk in figures, on the page and as PDF alike", async () => {
      const job = (await findJob(pool, "GW-1158"))!;
      const quotation = quotationOf(job, sceneOf(job, Date.now()))!;
      expect(quotation.risk[0]).to.match(
        /^Of 100 repairs like this one, about \d+ go well\. Between \d+ and \d+ is the likely range\.$/,
      );
      expect(quotation.risk[1]).to.match(
        /it fails and the whole assembly follows\. Then it comes to \d+ EUR in all/,
      );
      expect(quotation.basis[0]).to.match(/\d+ of \d+ past jobs of this family here went well/);
      const answer = await call(quotationFile, { params: { code: "GW-1158" } });
      expect(answer.headers.get("content-type")).to.equal("application/pdf");
      const bytes = Buffer.from(await answer.arrayBuffer());
      expect(bytes.subarray(0, 5).toString()).to.equal("%PDF-");
      expect(bytes.subarray(-6).toString()).to.include("%%EOF");
      expect(bytes.length).to.be.greaterThan(5_000);
    });

    it("adds up: both attempts cost their parts and their hours", async () => {
      const job = (await findJob(pool, "GW-1158"))!;
      const { odds, risk } = quotationOf(job, sceneOf(job, Date.now()))!;
      // TK-5: 19 of parts and 2.25 h, then 168 and 0.5 h, at 48 an hour.
      expect(odds.worstCost).to.equal(1_900 + 2.25 * 4_800 + 16_800 + 0.5 * 4_800);
      expect(risk[1]).to.include("319 EUR");
    });

    it("is not there before anything was quoted", async () => {
      expect((await call(quotationFile, { params: { code: CODE } })).status).to.equal(404);
      expect((await call(quotationFile, { params: { code: "GW-9999" } })).status).to.equal(404);
    });
  });

  it("knows what the shop charges, and refuses terms that cannot be", async () => {
    const { body } = await ask(readTerms);
    expect(body).to.deep.equal({
      currency: "EUR",
      ratePerHourMinor: 4_800,
      marginPct: 0,
      riskSharePct: 0,
      priorWins: 3,
      priorTries: 4,
    });
    expectFault(await ask(setTerms, { body: { ...body, currency: "euros" } }), 422, "currency");
    expectFault(await ask(setTerms, { body: { ...body, priorWins: 5 } }), 422, "priorWins");
    expectFault(await ask(setTerms, { body: { ...body, riskSharePct: 101 } }), 422, "riskSharePct");
    const changed = { ...body, currency: "DKK", ratePerHourMinor: 36_000, marginPct: 12.5, riskSharePct: 40 };
    expect((await ask(setTerms, { body: changed })).body).to.deep.equal(changed);
    expect((await ask(readTerms)).body).to.deep.equal(changed);
  });
});
