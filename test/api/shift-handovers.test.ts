import { expect } from "chai";
import type pg from "pg";
import type { ShiftHandover } from "../../server/store/shift-handovers.ts";
import { waitingHandover } from "../../server/store/shift-handovers.ts";
import * as handover from "../../src/pages/api/handovers/[id].ts";
import * as handovers from "../../src/pages/api/handovers/index.ts";
import { demoDatabase } from "../fresh-database.ts";
import { ask, expectFault } from "./ask.ts";

describe("the hand-over of a shift", () => {
  let pool: pg.Pool;
  before(async () => {
    ({ pool } = await demoDatabase());
  });
  const give = (body: object) => ask(handovers.POST, { body });
  const take = (id: string, who: string) => ask(handover.PUT, { params: { id }, body: { who } });

  it("keeps how the bench stood, and is taken over once, by somebody else", async () => {
    const given = await give({ who: "tove", note: "  The lamp flickers.  " });
    expect(given.status).to.equal(201);
    const { id, jobs, note, takenBy } = given.body as ShiftHandover;
    expect({ note, takenBy }).to.deep.equal({ note: "The lamp flickers.", takenBy: null });
    const own = jobs.filter(({ code }) => /^GW-11\d\d$/.test(code));
    expect(own.length).to.be.greaterThan(10);
    // What is held stands first.
    expect(own[0]).to.include({ code: "GW-1162", need: "hold" });
    expect(own[0]!.ask).to.include("Film sheet on order");
    expect(await waitingHandover(pool)).to.equal("Tove");
    expect((await take(id, "tove")).status).to.equal(409);
    const both = await Promise.all([take(id, "imre"), take(id, "noor")]);
    expect(both.map(({ status }) => status).sort()).to.deep.equal([200, 409]);
    expect(await waitingHandover(pool)).to.equal(null);
    expect(((await ask(handovers.GET)).body as ShiftHandover).takenBy).to.be.oneOf(["imre", "noor"]);
    // Later moves change nothing of what was handed over.
    const { rows } = await pool.query("SELECT content FROM shift_handover WHERE id = $1", [id]);
    expect((rows as { content: unknown }[])[0]!.content).to.deep.equal(jobs);
  });

  it("is not given by nobody, nor taken where there is none", async () => {
    expect((await give({ who: "nobody", note: "" })).status).to.equal(401);
    expectFault(await give({ who: "tove", note: "x".repeat(2_001) }), 422, "note");
    expect((await take("00000000-0000-4000-8000-000000000000", "imre")).status).to.equal(409);
    expect((await take("x", "imre")).status).to.equal(409);
  });
});
