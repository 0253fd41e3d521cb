import { expect } from "chai";
import type pg from "pg";
import type { Invoice } from "../../core/intake/invoice.ts";
import { findJob, sceneOf } from "../../server/store/jobs.ts";
import { keepTicket } from "../../server/store/tickets.ts";
import { GET as pdf } from "../../src/pages/api/jobs/[code]/invoice.pdf.ts";
import * as invoices from "../../src/pages/api/jobs/[code]/invoice.ts";
import * as terms from "../../src/pages/api/shop/invoices.ts";
import { DEMO_NOW_MS, demoDatabase } from "../fresh-database.ts";
import { pdfText } from "../pdf-text.ts";
import { ask, call, expectFault } from "./ask.ts";

describe("the figures of an invoice", () => {
  let pool: pg.Pool;
  before(async () => {
    ({ pool } = await demoDatabase());
  });
  const make = (code: string, who = "tove") => ask(invoices.POST, { params: { code }, as: { who } });
  const set = (body: object) => ask(terms.PUT, { body });
  const ended = async (outcome: string, route = "layer") =>
    (
      await pool.query<{ code: string }>(
        "SELECT code FROM job WHERE outcome = $1 AND route = $2 ORDER BY code",
        [outcome, route],
      )
    ).rows.map(({ code }) => code);

  it("are what was agreed, with the shop's tax, under the next number of its series; asked for again it is the same", async () => {
    expect((await set({ taxPct: 21, prefix: "GW-26-", nextNumber: 7 })).status).to.equal(200);
    const [code = "", other = ""] = await ended("repaired");
    await keepTicket(pool, code, { customer: "MV Little Heron", serial: "TK5-1" });
    const made = await make(code);
    expect(made.status).to.equal(201);
    const figures = made.body as Invoice;
    const { agreements } = sceneOf((await findJob(pool, code))!, DEMO_NOW_MS).state.intake;
    const agreed = agreements.filter(({ answer }) => answer === "yes").at(-1)!;
    expect(figures).to.deep.include({
      number: "GW-26-7",
      job: code,
      customer: "MV Little Heron",
      netMinor: agreed.priceMinor,
      currency: agreed.currency,
      taxMinor: Math.round(0.21 * agreed.priceMinor),
      totalMinor: agreed.priceMinor + Math.round(0.21 * agreed.priceMinor),
    });
    expect(figures.hours.quoted).to.be.within(0.1, 10);
    expect(figures.hours.worked).to.be.within(0.5, 10);
    expect(figures.used.length).to.be.greaterThan(0);
    // Later terms and tickets change nothing of it.
    await set({ taxPct: 5, prefix: "GW-26-", nextNumber: 8 });
    await keepTicket(pool, code, { customer: "Somebody else", serial: "" });
    expect(await make(code, "imre")).to.deep.include({ status: 200, body: figures });
    expect((await ask(invoices.GET, { params: { code } })).body).to.deep.equal(figures);
    expect((await make(other)).body).to.include({ number: "GW-26-8", taxPct: 5 });
    // A number that was given is not given again.
    expectFault(await set({ taxPct: 5, prefix: "GW-26-", nextNumber: 8 }), 422, "nextNumber");
    expect((await set({ taxPct: 5, prefix: "X-", nextNumber: 1 })).status).to.equal(200);
    expectFault(await set({ taxPct: 101, prefix: "a b", nextNumber: 0 }), 422, "prefix");
  });

  it("have numbers without a gap and without a double, however many ask at once", async () => {
    await set({ taxPct: 0, prefix: "Q-", nextNumber: 1 });
    const codes = (await ended("repaired", "film")).slice(0, 8);
    const made = await Promise.all([...codes, ...codes].map((code) => make(code)));
    expect(made.filter(({ status }) => status === 201)).to.have.length(codes.length);
    const numbers = new Set(made.map(({ body }) => (body as Invoice).number));
    expect([...numbers].sort()).to.deep.equal(codes.map((_, k) => `Q-${k + 1}`).sort());
  });

  it("are not made of what is open, was lost or declined", async () => {
    expect((await make("GW-1151")).status).to.equal(409);
    for (const code of [...(await ended("declined")), ...(await ended("given up"))].slice(0, 4))
      expect((await make(code)).status, code).to.equal(409);
    const open = (await ended("repaired")).at(-1)!;
    expect((await make("GW-9999")).status).to.equal(404);
    expect((await call(pdf, { params: { code: open } })).status).to.equal(404);
  });

  it("stand on paper to the minor unit, and say that no books are kept", async () => {
    const [code = ""] = await ended("repaired");
    const figures = (await make(code)).body as Invoice;
    const bytes = new Uint8Array(await (await call(pdf, { params: { code } })).arrayBuffer());
    const text = await pdfText(bytes);
    expect(text).to.include("Invoice GW-26-7").and.to.include("keeps no books");
    expect(text).to.include(`${(figures.totalMinor / 100).toFixed(2)} ${figures.currency}`);
    expect(text).to.include("21 %");
  });
});
