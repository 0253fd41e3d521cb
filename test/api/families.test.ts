import { readFile } from "node:fs/promises";
import { Ajv2020 } from "ajv/dist/2020.js";
import { expect } from "chai";
import type pg from "pg";
import type { Family } from "../../core/stack/family.ts";
import { familyDocumentSchema } from "../../server/formats/family-document.ts";
import { findFamily } from "../../server/store/families.ts";
import { findJob } from "../../server/store/jobs.ts";
import { GET as exportFamily } from "../../src/pages/api/families/[code]/export.ts";
import { PUT as reviseFamily } from "../../src/pages/api/families/[code]/index.ts";
import { POST as importFamily } from "../../src/pages/api/families/import.ts";
import { GET as listFamilies, POST as createFamily } from "../../src/pages/api/families/index.ts";
import { POST as readOutline } from "../../src/pages/api/outline.ts";
import { demoDatabase } from "../fresh-database.ts";
import { familyNamed } from "../bench-hand.ts";
import { ask, call, expectFault } from "./ask.ts";

describe("families", () => {
  let pool: pg.Pool;
  before(async () => {
    ({ pool } = await demoDatabase());
  });

  const revise = (code: string, seenVersion: number, family: Family) =>
    ask(reviseFamily, { params: { code }, body: { seenVersion, family } });
  /** The newest version of a family, with another thickness of its first layer. */
  const thicker = async (code: string, thicknessUm: number) => {
    const newest = (await findFamily(pool, code))!;
    const [first, ...rest] = newest.family.stack;
    return {
      version: newest.version,
      family: { ...newest.family, stack: [{ ...first!, thicknessUm }, ...rest] },
    };
  };

  it("are made once, under a code of their own", async () => {
    const made = { ...familyNamed("TK-5"), code: "ZZ-1", name: "Mooring lamp" };
    expect((await ask(createFamily, { body: made })).body).to.deep.equal({ code: "ZZ-1", version: 1 });
    expect((await ask(createFamily, { body: made })).body).to.deep.equal({ code: "ZZ-1", version: 1 });
    expectFault(await ask(createFamily, { body: { ...made, name: "Another" } }), 409, "code");
    expectFault(await ask(createFamily, { body: { ...made, code: "ZZ-2", stack: [] } }), 422, "stack");
    const { body } = await ask(listFamilies);
    expect(body.find((f: { code: string }) => f.code === "ZZ-1")).to.deep.equal({
      code: "ZZ-1",
      name: "Mooring lamp",
      version: 1,
    });
  });

  it("are changed by writing the next version; an open job keeps the one it began with", async () => {
    const before = (await findJob(pool, "GW-1155"))!.family;
    const { version, family } = await thicker("BX-24", 1_300);
    expect((await revise("BX-24", version, family)).body.version).to.equal(version + 1);
    expect((await findJob(pool, "GW-1155"))!.family).to.deep.equal(before);
    // The same edit again is the same version; whoever still sees the one before must look again.
    expect((await revise("BX-24", version, family)).body.version).to.equal(version + 1);
    const late = await revise("BX-24", version, { ...family, borderMm: 4 });
    expect(late.status).to.equal(409);
    expect(late.body.detail).to.include(`version ${version + 1}`);
    expect((await revise("ZZ-9", 1, { ...family, code: "ZZ-9" })).status).to.equal(404);
    expectFault(await revise("BX-24", version + 1, { ...family, code: "BX-25" }), 422, "family.code");
    expectFault(await revise("BX-24", version + 1, { ...family, borderMm: -1 }), 422, "family.borderMm");
  });

  it("are exported and brought in elsewhere as the same, once", async () => {
    const answer = await call(exportFamily, { params: { code: "TK-5" } });
    expect(answer.headers.get("content-disposition")).to.include("TK-5.family.json");
    const document = await answer.json();
    expect(document.family).to.deep.equal(familyNamed("TK-5"));
    const ajv = new Ajv2020({ strict: false });
    expect(ajv.validate(familyDocumentSchema(), document), ajv.errorsText()).to.equal(true);
    const published = JSON.parse(await readFile("docs/schemas/family.schema.json", "utf8"));
    expect(published, "npm run schemas writes it anew").to.deep.equal(
      JSON.parse(JSON.stringify(familyDocumentSchema())),
    );
    // Here it is already; changed it is the next version.
    expect((await ask(importFamily, { body: document })).body).to.deep.equal({ code: "TK-5", version: 1 });
    const changed = { ...document, family: { ...document.family, borderMm: 3.5 } };
    expect((await ask(importFamily, { body: changed })).body).to.deep.equal({ code: "TK-5", version: 2 });
    expectFault(await ask(importFamily, { body: { ...document, version: 2 } }), 422, "version");
    expect((await call(exportFamily, { params: { code: "ZZ-99" } })).status).to.equal(404);
  });

  it("take their outline from a drawing, or say what is wrong with it", async () => {
    const svg = '<svg width="80mm" viewBox="0 0 80 60"><rect width="80" height="60" rx="4"/></svg>';
    expect((await ask(readOutline, { raw: svg })).body.outline).to.deep.equal({
      widthMm: 80,
      heightMm: 60,
      cornerRadiusMm: 4,
    });
    const wrong = await ask(readOutline, { raw: "not a drawing" });
    expect(wrong.status).to.equal(422);
    expect(wrong.body.detail).to.include("neither an SVG nor a DXF");
    expect((await ask(readOutline, { raw: " ".repeat(9 * 1024 * 1024) })).status).to.equal(413);
  });
});
