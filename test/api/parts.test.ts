import { expect } from "chai";
import type pg from "pg";
import type { ShelvedPart } from "../../core/materials/parts.ts";
import { appendMoves, findJob } from "../../server/store/jobs.ts";
import { partNames } from "../../server/store/parts.ts";
import { planAsked } from "../../server/plan.ts";
import * as part from "../../src/pages/api/parts/[id].ts";
import * as parts from "../../src/pages/api/parts/index.ts";
import { GET as list } from "../../src/pages/api/parts/list.csv.ts";
import { asksFor, familyNamed, workedTo } from "../bench-hand.ts";
import { DEMO_NOW_MS, demoDatabase } from "../fresh-database.ts";
import { keepWorked, sent } from "./at-bench.ts";
import { ask, call, expectFault } from "./ask.ts";

describe("the shelf of parts", () => {
  let pool: pg.Pool;
  const GLASS = "NH-6 cover glass";
  const shelf = async () => (await ask(parts.GET)).body as ShelvedPart[];
  const leftOf = async (name: string) => (await shelf()).find((one) => one.name === name)?.left;
  const add = (body: object) => ask(parts.POST, { body });

  before(async () => {
    ({ pool } = await demoDatabase());
  });

  it("counts what jobs take from when a part is put there, gives it back when that is taken back, and is counted anew", async () => {
    expect(await partNames(pool)).to.include(GLASS);
    expect((await add({ name: GLASS, counted: 5, reorderAt: 2 })).status).to.equal(201);
    expect(await partNames(pool)).not.to.include(GLASS);
    expect(await leftOf(GLASS)).to.equal(5);
    const code = "GW-9871";
    const family = familyNamed("NH-6");
    await keepWorked(pool, code, workedTo(family, "layer", asksFor("part-taken"), { endMs: Date.now() }));
    expect(await leftOf(GLASS)).to.equal(5);
    const asked = await planAsked(pool, Date.now());
    expect(asked.parts).to.deep.include({ name: GLASS, left: 5 });
    expect(asked.jobs.find((job) => job.code === code)!.takes).to.deep.equal([{ index: 0, part: GLASS }]);
    const taking = sent("part-taken", { line: "glass", part: GLASS, lot: null });
    expect((await appendMoves(pool, code, [taking])).kind).to.equal("kept");
    expect(await leftOf(GLASS)).to.equal(4);
    const after = await planAsked(pool, Date.now());
    expect(after.jobs.find((job) => job.code === code)!.takes).to.deep.equal([]);
    expect((await appendMoves(pool, code, [sent("taken-back", { event: taking.id })])).kind).to.equal("kept");
    expect(await leftOf(GLASS)).to.equal(5);
    await appendMoves(pool, code, [sent("part-taken", { line: "glass", part: GLASS, lot: null })]);
    const { id } = (await shelf()).find(({ name }) => name === GLASS)!;
    const counted = await ask(part.PUT, { params: { id }, body: { counted: 9, reorderAt: 1 } });
    expect((counted.body as ShelvedPart[]).find(({ name }) => name === GLASS)).to.include({
      left: 9,
      reorderAt: 1,
    });
    expect((await findJob(pool, code))!.moves.at(-1)!.kind).to.equal("part-taken");
    expect(await (await call(list)).text()).to.include(`${GLASS},9,1`);
    expect((await call(part.DELETE, { params: { id } })).status).to.equal(204);
    expect(await leftOf(GLASS)).to.equal(undefined);
  });

  it("is what open jobs of the demo still take, each for its step: one glass more than there is", async () => {
    const { jobs, parts: there } = await planAsked(pool, DEMO_NOW_MS);
    const wanted = jobs
      .filter(({ code }) => /^GW-11\d\d$/.test(code))
      .flatMap(({ takes }) => takes.map((take) => take.part));
    expect(wanted.filter((name) => name === "TK-5 cover glass")).to.have.length(2);
    // Jobs of other tests take of the same shelf.
    expect(there.find(({ name }) => name === "TK-5 cover glass")!.left).to.be.at.most(1);
  });

  it("names what is wrong, and keeps one of a name", async () => {
    expectFault(await add({ name: GLASS, counted: -1, reorderAt: 0 }), 422, "counted");
    expectFault(await add({ name: "", counted: 1, reorderAt: 0 }), 422, "name");
    expectFault(await add({ name: GLASS, counted: 1, reorderAt: 1.5 }), 422, "reorderAt");
    expectFault(await add({ name: "TK-5 cover glass", counted: 1, reorderAt: 1 }), 409, "name");
    const nowhere = { id: "00000000-0000-4000-8000-000000000000" };
    expect((await ask(part.PUT, { params: nowhere, body: { counted: 1, reorderAt: 1 } })).status).to.equal(
      404,
    );
    expect((await ask(part.DELETE, { params: { id: "x" } })).status).to.equal(404);
  });
});
