import { expect } from "chai";
import type pg from "pg";
import { shelvedLots } from "../../server/store/lots.ts";
import { GET as labels } from "../../src/pages/api/labels.ts";
import { demoDatabase } from "../fresh-database.ts";
import { pdfText } from "../pdf-text.ts";
import { ask, call, expectFault } from "./ask.ts";

describe("labels of lots, jobs and parts", () => {
  let pool: pg.Pool;
  before(async () => {
    ({ pool } = await demoDatabase());
  });

  it("come on one sheet, each with what eyes look for", async () => {
    const [lot] = await shelvedLots(pool);
    const answer = await call(labels, {
      search: `?lot=${encodeURIComponent(lot!.lot)}&job=GW-1160&sheet=21`,
    });
    expect(answer.status).to.equal(200);
    expect(answer.headers.get("content-type")).to.equal("application/pdf");
    const text = await pdfText(Buffer.from(await answer.arrayBuffer()));
    expect(text).to.include(lot!.lot).and.include(lot!.material).and.include("GW-1160");
  });

  it("of parts say whose they are and which cannot be replaced", async () => {
    const { rows } = await pool.query<{ code: string; key: string; name: string }>(
      `SELECT job.code, part->>'key' AS key, part->>'name' AS name
       FROM job JOIN family ON family.id = job.family_id, jsonb_array_elements(family.content->'parts') AS part
       WHERE (part->>'irreplaceable')::boolean ORDER BY job.code LIMIT 1`,
    );
    const { code, key, name } = rows[0]!;
    const answer = await call(labels, { search: `?part=${encodeURIComponent(`${code}/${key}`)}` });
    expect(answer.status).to.equal(200);
    const text = await pdfText(Buffer.from(await answer.arrayBuffer()));
    expect(text).to.include(code).and.include(name).and.include("cannot be replaced");
    const missing = await ask(labels, {
      search: `?part=${encodeURIComponent(`${code}/nothing`)}&part=${code}`,
    });
    expect(missing.status).to.equal(404);
    expect(JSON.stringify(missing.body)).to.include(`There is no ${code}/nothing, ${code}.`);
  });

  it("are not made of what there is not, nor where there is no place for them", async () => {
    const missing = await ask(labels, { search: "?lot=L-NOWHERE&job=GW-1160&job=GW-0000" });
    expect(missing.status).to.equal(404);
    expect(JSON.stringify(missing.body)).to.include("There is no L-NOWHERE, GW-0000.");
    expectFault(await ask(labels), 422, "lot");
    expectFault(await ask(labels, { search: "?job=GW-1160&sheet=24&first=25" }), 422, "first");
    expectFault(await ask(labels, { search: "?job=GW-1160&sheet=12" }), 422, "sheet");
    expectFault(await ask(labels, { search: "?job=GW-1160&colour=red" }), 422, "colour");
  });
});
