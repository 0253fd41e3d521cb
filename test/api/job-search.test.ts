import { expect } from "chai";
import type pg from "pg";
import { sceneOf, findJob } from "../../server/store/jobs.ts";
import {
  JOBS_AT_ONCE,
  jobQuery,
  readJobQuery,
  searchJobs,
  type FoundJobs,
} from "../../server/store/job-search.ts";
import { keepTicket, lastCustomers, ticketOf } from "../../server/store/tickets.ts";
import { GET as findJobs } from "../../src/pages/api/jobs/index.ts";
import { PUT as putTicket } from "../../src/pages/api/jobs/[code]/ticket.ts";
import { DEMO_NOW_MS, demoDatabase } from "../fresh-database.ts";
import { ask, expectFault } from "./ask.ts";

describe("the list of jobs", () => {
  let pool: pg.Pool;
  before(async () => {
    ({ pool } = await demoDatabase());
  });
  const search = (asked: Record<string, string> = {}): Promise<FoundJobs> =>
    searchJobs(pool, jobQuery.parse(asked));
  const codes = ({ jobs }: FoundJobs) => jobs.map(({ code }) => code);

  it("holds every job, the newest first, a page at a time, none twice and none left out", async () => {
    const { rows } = await pool.query<{ code: string }>(
      "SELECT code FROM any_job ORDER BY opened_at DESC, code",
    );
    const seen: string[] = [];
    for (let skip = 0; skip < rows.length; skip += JOBS_AT_ONCE) {
      const page = await search({ skip: String(skip) });
      expect(page.total).to.equal(rows.length);
      for (const { familyId, family } of page.jobs) {
        expect(page.panels[familyId]!.layers.length).to.be.greaterThan(0);
        expect(family).to.not.equal("");
      }
      seen.push(...codes(page));
    }
    expect(seen).to.deep.equal(rows.map(({ code }) => code));
  });

  it("leaves out of an address only what is wrong with it, and says what that is", () => {
    const { query, faults } = readJobQuery({ find: "cracked", state: "melted", route: "layer" });
    expect(query).to.include({ find: "cracked", route: "layer", order: "newest" });
    expect(query.state).to.equal(undefined);
    expect(faults.map(({ path }) => path)).to.deep.equal(["state"]);
    expect(faults[0]!.message).to.include("melted");
    expect(readJobQuery({ find: "a b c d e f" }).faults.map(({ path }) => path)).to.deep.equal(["find"]);
  });

  it("finds by each word of the ticket, in any order and any case, and only where all are there", async () => {
    await keepTicket(pool, "GW-1158", { customer: "Ketch Zephyrine", serial: "ZZ-90 210" });
    const { complaint } = sceneOf((await findJob(pool, "GW-1158"))!, DEMO_NOW_MS).state.intake;
    for (const find of [
      "gw-1158",
      "ZEPHYRINE",
      "zz-90",
      "ticket zephyr",
      "tk-5 ketch 1158",
      "z ke 1158",
      `zephyrine ${complaint.split(" ")[0]}`,
    ]) {
      expect(codes(await search({ find })), find).to.deep.equal(["GW-1158"]);
    }
    expect(codes(await search({ find: "zephyrine plotter" }))).to.deep.equal([]);
    // A customer's name that is corrected is found by the new one only, and can be left out again.
    await keepTicket(pool, "GW-1158", { customer: "Ketch Boreas", serial: "" });
    expect(codes(await search({ find: "zephyrine" }))).to.deep.equal([]);
    expect(codes(await search({ find: "boreas" }))).to.deep.equal(["GW-1158"]);
    await keepTicket(pool, "GW-1158", { customer: "", serial: "" });
    expect(codes(await search({ find: "boreas" }))).to.deep.equal([]);
    expect(await ticketOf(pool, "GW-1158")).to.deep.equal({
      customer: "",
      serial: "",
      contact: "",
      asset: "",
      accessories: "",
    });
    // Names that nobody has any more are not offered at the desk.
    const offered = await lastCustomers(pool);
    for (const name of ["Ketch Zephyrine", "Ketch Boreas"]) expect(offered).not.to.include(name);
  });

  it("takes signs of the pattern language as signs", async () => {
    for (const find of ["%", "_", "\\", "'"]) expect(codes(await search({ find })), find).to.deep.equal([]);
  });

  it("narrows by state, repair, family and lot, as the jobs' own moves tell it", async () => {
    const open = await search({ state: "open", order: "due" });
    const { rows } = await pool.query<{ code: string }>(
      "SELECT code FROM job WHERE ended_at IS NULL ORDER BY due_at NULLS LAST, opened_at DESC, code",
    );
    const others = await search({ state: "open", order: "due", skip: String(open.jobs.length) });
    expect([...codes(open), ...codes(others)]).to.deep.equal(rows.map(({ code }) => code));
    const declined = await search({ state: "declined" });
    expect(declined.jobs.length).to.be.greaterThan(0);
    for (const { code } of declined.jobs) {
      expect(sceneOf((await findJob(pool, code))!, DEMO_NOW_MS).state.intake.ended?.outcome).to.equal(
        "declined",
      );
    }
    const films = await search({ route: "film", family: "WS-240" });
    expect(films.jobs.length).to.be.greaterThan(0);
    for (const { family, route } of films.jobs) expect([family, route]).to.deep.equal(["WS-240", "film"]);
    const { jobs } = await search({ lot: "LA-113" });
    expect(jobs.length).to.be.greaterThan(0);
    for (const { code } of jobs) {
      const { spent } = sceneOf((await findJob(pool, code))!, DEMO_NOW_MS).state.bond;
      expect(spent.map(({ lot }) => lot)).to.include("LA-113");
    }
    expect((await search({ lot: "LA-113", state: "open", family: "WS-240" })).total).to.equal(0);
  });

  it("refuses what it cannot look for, by field", async () => {
    expectFault(await ask(findJobs, { search: "?find=a+b+c+d+e+f" }), 422, "find");
    expectFault(await ask(findJobs, { search: "?state=lost" }), 422, "state");
    expectFault(await ask(findJobs, { search: "?skip=-1" }), 422, "skip");
    expectFault(await ask(findJobs, { search: "?order=best" }), 422, "order");
    const at = { params: { code: "GW-1158" } };
    expectFault(
      await ask(putTicket, { ...at, body: { customer: "x".repeat(121), serial: "" } }),
      422,
      "customer",
    );
    expectFault(await ask(putTicket, { ...at, body: { customer: "x" } }), 422, "serial");
    const nowhere = await ask(putTicket, {
      params: { code: "GW-9" },
      body: { customer: "x", serial: "" },
    });
    expect(nowhere.status).to.equal(404);
  });
});
