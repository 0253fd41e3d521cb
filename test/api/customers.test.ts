import { expect } from "chai";
import Papa from "papaparse";
import type pg from "pg";
import type { Customer } from "../../server/store/customers.ts";
import { jobQuery, searchJobs } from "../../server/store/job-search.ts";
import { rebuildCounts } from "../../server/store/rebuild.ts";
import { ticketOf } from "../../server/store/tickets.ts";
import * as customer from "../../src/pages/api/customers/[id].ts";
import { GET as list } from "../../src/pages/api/customers/index.ts";
import { GET as csv } from "../../src/pages/api/customers/list.csv.ts";
import { PUT as putTicket } from "../../src/pages/api/jobs/[code]/ticket.ts";
import { demoDatabase } from "../fresh-database.ts";
import { ask, call, expectFault } from "./ask.ts";

const CODE = "GW-1153";
const OTHER = "GW-1155";
const NAME = "Lock house 7%";

describe("the register of customers", () => {
  let pool: pg.Pool;
  before(async () => {
    ({ pool } = await demoDatabase());
  });
  const found = async (find: string) =>
    (await ask(list, { search: `?find=${encodeURIComponent(find)}` })).body as Customer[];
  const put = (body: object) => ask(putTicket, { params: { code: CODE }, body });

  it("knows a customer by a part of the name, how they are reached, and what of theirs is here", async () => {
    const told = {
      customer: NAME,
      serial: "L7",
      contact: "+00 555 0100",
      asset: "INV-204",
      accessories: "strap",
    };
    expect((await put(told)).body).to.include(told);
    const [one, ...more] = await found("house 7%");
    expect(more).to.deep.equal([]);
    expect(one).to.include({ name: NAME, contact: "+00 555 0100", consentAt: null, jobs: 1, open: 1 });
    // What stands for anything elsewhere stands for itself here.
    expect(await found("house _%")).to.deep.equal([]);
    expect((await found("")).length).to.be.greaterThan(20);
    const asked = jobQuery.parse({ find: "inv-204" });
    expect((await searchJobs(pool, asked)).jobs.map(({ code }) => code)).to.deep.equal([CODE]);
    // What is left out stands.
    await put({ customer: NAME, serial: "L7" });
    expect(await ticketOf(pool, CODE)).to.include(told);
    await put({ customer: NAME, serial: "L7", asset: "", accessories: "" });
    expect(await ticketOf(pool, CODE)).to.include({ asset: "", accessories: "", contact: told.contact });
  });

  it("notes since when name and contact may be kept, once; a no takes it back", async () => {
    const [{ id, language }] = (await found("house 7%")) as [Customer];
    const note = (body: object) => ask(customer.PUT, { params: { id: String(id) }, body });
    const yes = { contact: "lock@seven.example", consents: true, language };
    const first = (await note(yes)).body as Customer;
    expect(Date.parse(first.consentAt!)).to.be.closeTo(Date.now(), 60_000);
    expect(first).to.include({ contact: "lock@seven.example", name: NAME, jobs: 1 });
    expect((await note({ ...yes, language: "es" })).body).to.deep.equal({ ...first, language: "es" });
    const rows = Papa.parse<string[]>(await (await call(csv)).text()).data;
    expect(rows.find(([name]) => name === NAME)).to.include("lock@seven.example");
    expect(((await note({ ...yes, consents: false })).body as Customer).consentAt).to.equal(null);
    expectFault(await note({ ...yes, contact: "x".repeat(201) }), 422, "contact");
    expectFault(await note({ contact: "", consents: true }), 422, "language");
    for (const unknown of ["999999999", "x", "-1"])
      expect((await ask(customer.PUT, { params: { id: unknown }, body: yes })).status).to.equal(404);
  });

  it("keeps no password, whoever writes one", async () => {
    const base = { customer: NAME, serial: "" };
    expectFault(await put({ ...base, accessories: "case, PIN 1234" }), 422, "accessories");
    expectFault(await put({ ...base, accessories: "case (pin: 4711)" }), 422, "accessories");
    expectFault(await put({ ...base, contact: "password is heron" }), 422, "contact");
    for (const accessories of ["8-pin cable, case", "pin header 2", "clave azul"])
      expect((await put({ ...base, accessories })).status, accessories).to.equal(200);
  });

  it("takes a contact along to a name that is put right, and leaves that of another customer alone", async () => {
    const first = { customer: "Barge Quillon 2", serial: "", contact: "quillon@barge.example" };
    await put(first);
    await put({ ...first, customer: "Barge Quillan 2" });
    expect(await ticketOf(pool, CODE)).to.include({ customer: "Barge Quillan 2", contact: first.contact });
    // The misheard one is nobody.
    expect(await found("Quillon 2")).to.deep.equal([]);
    await put({ customer: "Tug Seven", serial: "", contact: "tug@seven.example" });
    await put({ ...first, customer: "Barge Quillan 2" });
    // The desk meant another one; what stood in the field was the first one's.
    await put({ ...first, customer: "Tug Seven" });
    expect(await ticketOf(pool, CODE)).to.include({ customer: "Tug Seven", contact: "tug@seven.example" });
    await put({ ...first, customer: "Tug Seven", contact: "office@seven.example" });
    expect(await ticketOf(pool, CODE)).to.include({ contact: "office@seven.example" });
  });

  it("puts a name right with the leave to keep it; of whoever has another job here nothing is dropped", async () => {
    const named = async (name: string) => (await found(name))[0];
    await put({ customer: "Pilot Cuter 4", serial: "", contact: "pilot@four.example" });
    const { id } = (await named("Pilot Cuter 4"))!;
    await ask(customer.PUT, {
      params: { id: String(id) },
      body: { contact: "pilot@four.example", consents: true, language: "es" },
    });
    await put({ customer: "Pilot Cutter 4", serial: "", contact: "pilot@four.example" });
    expect(await named("Pilot Cuter 4")).to.equal(undefined);
    expect((await named("Pilot Cutter 4"))!.consentAt).to.be.a("string");
    // A name alone, and one that somebody else has too.
    await put({ customer: "Dredger Oona", serial: "", contact: "" });
    await put({ customer: "Dredger Una", serial: "", contact: "" });
    expect(await named("Dredger Oona")).to.equal(undefined);
    const other = await ticketOf(pool, OTHER);
    await ask(putTicket, {
      params: { code: OTHER },
      body: { customer: "Dredger Una", serial: "", contact: "" },
    });
    await put({ customer: "Dredger Ewa", serial: "", contact: "" });
    expect((await named("Dredger Una"))!.jobs).to.equal(1);
    expect(await rebuildCounts(pool)).to.deep.equal([]);
    await put({ customer: "", serial: "", contact: "" });
    expect(await named("Dredger Ewa")).to.equal(undefined);
    await ask(putTicket, {
      params: { code: OTHER },
      body: { customer: other!.customer, serial: other!.serial },
    });
    expect(await named("Dredger Una")).to.equal(undefined);
  });

  it("keeps no contact of nobody: what was typed is not dropped in silence", async () => {
    expectFault(await put({ customer: "", serial: "", contact: "+00 555 0101" }), 422, "customer");
    expect((await put({ customer: "", serial: "", contact: "" })).status).to.equal(200);
  });

  it("gives a customer all that is kept of them, and forgets them where they ask for it: their jobs stay, and are nobody's", async () => {
    const name = "Ferry booth at the east pier";
    const { rows } = await pool.query<{ code: string }>(
      "SELECT code FROM job WHERE outcome = 'repaired' AND code LIKE 'GW-10%' ORDER BY code DESC OFFSET 7 LIMIT 1",
    );
    const { code } = rows[0]!;
    const told = {
      customer: name,
      serial: "FB-1",
      contact: "pier@booth.example",
      asset: "A-77",
      accessories: "case",
    };
    expect((await ask(putTicket, { params: { code }, body: told })).status).to.equal(200);
    const signature = `data:image/png;base64,${Buffer.from("drawn on the glass").toString("base64")}`;
    await pool.query(
      "INSERT INTO hand_back (job_id, who, to_name, signature) SELECT id, 'tove', $2, $3 FROM job WHERE code = $1",
      [code, name, Buffer.from("drawn on the glass")],
    );
    const [{ id }] = (await found("east pier")) as [Customer];
    const params = { id: String(id) };
    const all = await ask(customer.GET, { params });
    expect(all.body).to.deep.include({ format: "half-lift/customer", version: 1 });
    expect(all.body.customer).to.include({ name, contact: told.contact });
    expect(all.body.jobs).to.have.length(1);
    expect(all.body.jobs[0]).to.include({ code, serial: "FB-1", asset: "A-77", accessories: "case" });
    expect(all.body.jobs[0].handedOver[0]).to.include({ to: name, signature });

    const open = (await put({ customer: NAME, serial: "L7" })).status;
    expect(open).to.equal(200);
    const [waiting] = await found("house 7%");
    expect((await ask(customer.DELETE, { params: { id: String(waiting!.id) } })).status).to.equal(409);
    const became = await ask(customer.DELETE, { params });
    expect(became.body).to.deep.equal({ jobs: 1, invoices: 0 });
    expect(await found("east pier")).to.deep.equal([]);
    expect((await ask(customer.GET, { params })).status).to.equal(404);
    expect((await ask(customer.DELETE, { params })).status).to.equal(404);
    // No text of theirs is left in any table, nor are they found by a word of their name.
    const { rows: tables } = await pool.query<{ name: string }>(
      "SELECT tablename AS name FROM pg_tables WHERE schemaname = 'public' AND tablename NOT IN ('move', 'photo')",
    );
    for (const table of tables) {
      const left = await pool.query(
        `SELECT FROM "${table.name}" AS row WHERE row::text ILIKE '%east pier%' OR row::text ILIKE '%pier@booth%' OR row::text LIKE '%A-77%'`,
      );
      expect(left.rowCount, table.name).to.equal(0);
    }
    const job = await searchJobs(pool, jobQuery.parse({ find: code }));
    expect(job.jobs.map((one) => one.code)).to.include(code);
    expect((await ticketOf(pool, code))!.customer).to.equal("");
  });
});
