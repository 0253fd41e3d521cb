import { expect } from "chai";
import type pg from "pg";
import { v4 as uuid } from "uuid";
import { families } from "../../demo/families.ts";
import { forAsker, inTransaction } from "../../server/db/pool.ts";
import { keepFamily, listFamilies } from "../../server/store/families.ts";
import { GET as bench } from "../../src/pages/api/bench.ts";
import { GET as exportDocument } from "../../src/pages/api/jobs/[code]/export.ts";
import { POST as postMoves } from "../../src/pages/api/jobs/[code]/moves.ts";
import { POST as importDocument } from "../../src/pages/api/jobs/import.ts";
import { GET as findJobs, POST as postJob } from "../../src/pages/api/jobs/index.ts";
import type { JobChange } from "../../server/live.ts";
import { GET as live } from "../../src/pages/api/live.ts";
import { GET as jobSchema } from "../../src/pages/api/schemas/job.ts";
import { GET as listPeople, POST as addPerson } from "../../src/pages/api/people/index.ts";
import { keepTechnicians } from "../../server/store/technicians.ts";
import type { People } from "../../server/store/people.ts";
import { demoDatabase } from "../fresh-database.ts";
import { ask, call, expectFault } from "./ask.ts";
import { opening, sent } from "./at-bench.ts";

describe("the endpoints", () => {
  let pool: pg.Pool;

  before(async () => {
    pool = (await demoDatabase()).pool;
    await keepTechnicians(pool, [{ key: "zita", name: "Zita" }]);
  });

  describe("for people", () => {
    it("add a name once, with a code by which they choose their proofs, and list it", async () => {
      const added = await ask(addPerson, { body: { name: "Zita", role: "technician" } });
      expect(added.status).to.equal(201);
      expect(added.body.key).to.equal("zita");
      expect(added.body.code).to.match(/^[2-9A-Z]{5}-[2-9A-Z]{5}$/);
      const { people } = (await ask(listPeople)).body as People;
      expect(people.find(({ key }) => key === "zita")).to.deep.include({
        role: "technician",
        hasDigits: false,
      });
    });

    it("refuse a name that somebody has, an empty one, one without a letter and a role that there is none of", async () => {
      const add = (name: string, role = "desk") => ask(addPerson, { body: { name, role } });
      expectFault(await add("Tove"), 422, "name");
      expectFault(await add(" "), 422, "name");
      expectFault(await add("..."), 422, "name");
      expectFault(await add("Yann", "king"), 422, "role");
    });
  });

  const openJob = async (code: string) => {
    const first = opening({ route: "film", films: ["front"], complaint: "sour film" }, { who: "zita" });
    const answer = await ask(postJob, { body: { id: uuid(), code, family: "WS-240", opening: first } });
    expect(answer.status).to.equal(201);
    return answer.body.moves[0].atMs as number;
  };

  it("show a new job on the bench and find it by its code", async () => {
    const atMs = await openJob("EP-1");
    const row = (await ask(bench)).body.rows.find((entry: { code: string }) => entry.code === "EP-1");
    expect(row).to.include({ need: "hands", stage: "intake", route: "Film", complaint: "sour film" });
    const found = (await ask(findJobs, { search: "?find=ep-" })).body.jobs;
    expect(found).to.have.length(1);
    expect(found[0]).to.include({
      code: "EP-1",
      family: "WS-240",
      route: "film",
      endedAt: null,
      isFirstVersion: false,
    });
    expect(Date.parse(found[0].openedAt)).to.be.closeTo(atMs, 1_000);
  });

  it("give a document that they take back, and refuse one that is not theirs", async () => {
    await openJob("EP-2");
    const document = (await ask(exportDocument, { params: { code: "EP-2" } })).body;
    expect(document.moves).to.have.length(1);
    expect((await ask(importDocument, { body: document })).body).to.deep.equal({ code: "EP-2", added: 0 });
    expectFault(await ask(importDocument, { body: { ...document, version: 3 } }), 422, "version");
    expectFault(await ask(importDocument, { body: [] }), 422, "");
    expect((await ask(importDocument, { raw: "\u0000" })).status).to.equal(400);
    expect((await ask(exportDocument, { params: { code: "EP-0" } })).status).to.equal(404);
    expect((await ask(jobSchema)).body.required).to.include.members([
      "format",
      "version",
      "job",
      "family",
      "moves",
    ]);
  });

  it("tell whoever listens which job has changed, as it changes, and what was added to the one that is looked at", async () => {
    await openJob("EP-3");
    await openJob("EP-4");
    // Whoever listened first leaves first: the server's own line was begun for them, and is for all.
    const [first, hungUp] = [new AbortController(), new AbortController()];
    await forAsker(first.signal, () => call(live, { signal: first.signal }));
    const answer = await call(live, { search: "?job=EP-3", signal: hungUp.signal });
    expect(answer.headers.get("content-type")).to.equal("text/event-stream");
    const reader = answer.body!.getReader();
    const decoder = new TextDecoder();
    let heard = "";
    const news = () =>
      [...heard.matchAll(/^data: (.*)\n\n/gm)].map(([, data]) => JSON.parse(data!) as JobChange);
    const hearing = (async () => {
      while (!news().some(({ code }) => code === "EP-3"))
        heard += decoder.decode((await reader.read()).value, { stream: true });
    })();
    // Listening begins in its own time; the line says so with an empty code.
    while (!news().some(({ code }) => code === "")) await new Promise((resolve) => setTimeout(resolve, 10));
    first.abort();
    const one = sent("damage-drawn", {}, { who: "zita" });
    await ask(postMoves, { params: { code: "EP-4" }, body: [sent("damage-drawn", {}, { who: "zita" })] });
    await ask(postMoves, { params: { code: "EP-3" }, body: [one] });
    await hearing;
    const [other, own] = news().filter(({ code }) => code !== "");
    expect(other).to.deep.equal({ code: "EP-4" });
    expect(own!.moves!.map(({ id, seq }) => ({ id, seq }))).to.deep.equal([{ id: one.id, seq: 2 }]);
    hungUp.abort();
    await reader.cancel();
  });

  it("keep a family once, and make a version only where something differs", async () => {
    const [first] = families;
    const keep = (family: (typeof families)[number]) =>
      inTransaction(pool, (client) => keepFamily(client, family));
    const before = await keep(first!);
    expect(await keep(first!)).to.deep.equal(before);
    const changed = { ...first!, borderMm: first!.borderMm + 1 };
    const after = await keep(changed);
    expect(after.version).to.be.greaterThan(before.version);
    const newest = (await listFamilies(pool, "families")).find(({ family }) => family.code === first!.code)!;
    expect(newest.family.borderMm).to.equal(changed.borderMm);
    expect(await keep(first!)).to.deep.equal(before);
  });
});
