import { expect } from "chai";
import type pg from "pg";
import type { RouteChoiceInput } from "../../core/route/route-choice-input.ts";
import { withTax } from "../../core/intake/invoice.ts";
import { findJob, sceneOf } from "../../server/store/jobs.ts";
import type { FamilyMoney } from "../../server/store/job-records.ts";
import { quotationOf } from "../../server/formats/quotation.ts";
import type { ShelvedLot } from "../../server/store/lots.ts";
import type { ShelvedPart } from "../../core/materials/parts.ts";
import * as lot from "../../src/pages/api/lots/[id].ts";
import * as lots from "../../src/pages/api/lots/index.ts";
import * as part from "../../src/pages/api/parts/[id].ts";
import * as parts from "../../src/pages/api/parts/index.ts";
import { GET as money } from "../../src/pages/api/records/money.ts";
import { familyNamed, workedTo } from "../bench-hand.ts";
import { DEMO_NOW_MS, demoDatabase } from "../fresh-database.ts";
import { keepWorked } from "./at-bench.ts";
import { ask, expectFault } from "./ask.ts";

const DAY_MS = 86_400_000;
const iso = (ms: number) => new Date(ms).toISOString();

describe("money", () => {
  let pool: pg.Pool;
  before(async () => {
    ({ pool } = await demoDatabase());
  });
  const between = async (fromMs: number, toMs: number): Promise<FamilyMoney[]> =>
    (await ask(money, { search: `?from=${iso(fromMs)}&to=${iso(toMs)}` })).body;
  const ofJob = async (code: string) =>
    (
      await pool.query<{ charged: number; materials: number; untold: number; hours: number }>(
        `SELECT charged_minor AS charged, parts_minor + lots_minor AS materials, parts_untold + lots_untold AS untold, hours
         FROM job_money JOIN job ON job.id = job_id WHERE code = $1`,
        [code],
      )
    ).rows[0]!;

  it("of finished jobs: each that was opened up, what it was agreed at where it came to that, and its own hours", async () => {
    const all = await between(0, DEMO_NOW_MS);
    const { rows } = await pool.query<{ family: string; jobs: number; charged: number }>(
      `SELECT content->>'family' AS family, count(*)::int AS jobs FROM job_record WHERE ended_at < $1 GROUP BY 1`,
      [new Date(DEMO_NOW_MS)],
    );
    expect(new Map(all.map(({ family, jobs }) => [family, jobs]))).to.deep.equal(
      new Map(rows.map(({ family, jobs }) => [family, jobs])),
    );
    for (const { labourMinor, hours, chargedMinor } of all) {
      expect(labourMinor).to.be.closeTo(hours * 4_800, 1);
      expect(chargedMinor).to.be.greaterThan(0);
    }
    const quarter = await between(DEMO_NOW_MS - 91 * DAY_MS, DEMO_NOW_MS);
    const sum = (of: readonly FamilyMoney[]) => of.reduce((jobs, one) => jobs + one.jobs, 0);
    expect(sum(quarter)).to.be.within(1, sum(all) - 1);
    expectFault(await ask(money, { search: "?from=today&to=tomorrow" }), 422, "from");
    const { rows: declined } = await pool.query<{ charged: number }>(
      `SELECT charged_minor AS charged FROM job_money JOIN job ON job.id = job_id WHERE outcome <> 'repaired'`,
    );
    expect(declined.length).to.be.greaterThan(0);
    expect(declined.every(({ charged }) => charged === 0)).to.equal(true);
  });

  it("of what was used up: a part at its price on the day, a lot by how much of it, also where its cost is told later", async () => {
    const code = "GW-9941";
    const shelved = async () => (await ask(parts.GET)).body as ShelvedPart[];
    const glass = (await shelved()).find(({ name }) => name === "PH-10 cover glass")!;
    const price = (costMinor: number | null) =>
      ask(part.PUT, { params: { id: glass.id }, body: { counted: 9, reorderAt: 1, costMinor } });
    await price(7_000);
    await keepWorked(
      pool,
      code,
      workedTo(familyNamed("PH-10"), "layer", () => false, { endMs: DEMO_NOW_MS }),
    );
    const { bond } = sceneOf((await findJob(pool, code))!, DEMO_NOW_MS).state;
    const before = await ofJob(code);
    // Its lots are on no shelf here, and cost nobody knows what.
    expect(before.materials).to.equal(7_000);
    const taken = [
      ...bond.spent.filter(({ unit }) => unit !== "piece"),
      ...(bond.solvent ? [{ quantity: bond.solvent.volumeMl, lot: bond.solvent.lot }] : []),
    ];
    expect(before.untold).to.equal(taken.length);
    const name = bond.spent.find(({ unit }) => unit === "ml")!.lot!;
    const bottles = taken.filter((one) => one.lot === name);
    const ml = bottles.reduce((sum, { quantity }) => sum + quantity, 0);
    const added = await ask(lots.POST, {
      body: {
        kind: "adhesive",
        lot: name,
        material: "UV-curing liquid optical adhesive",
        expiresOn: null,
        openedOn: null,
        openDays: null,
        quantity: 100,
        costMinor: 6_000,
      },
    });
    expect(added.status).to.equal(201);
    const first = await ofJob(code);
    expect(first.untold).to.equal(before.untold - bottles.length);
    expect(first.materials).to.equal(Math.round(7_000 + 60 * ml));
    expect(first.charged).to.be.greaterThan(0);
    // What one costs from now on is nothing to a job that is over.
    await price(9_900);
    expect((await ofJob(code)).materials).to.equal(first.materials);
    // A lot cost what it cost.
    const bottle = (added.body as ShelvedLot[]).find((one) => one.lot === name)!;
    const tell = (body: object) => ask(lot.PUT, { params: { id: bottle.id }, body });
    const told = (await tell({ costMinor: 16_000 })).body as ShelvedLot[];
    expect(told.find(({ id }) => id === bottle.id)).to.include({ costMinor: 16_000, openedOn: null });
    expect((await ofJob(code)).materials).to.equal(Math.round(7_000 + 160 * ml));
    await tell({ costMinor: null });
    expect((await ofJob(code)).untold).to.equal(before.untold);
    // Opening it leaves its cost.
    await tell({ costMinor: 6_000 });
    await tell({ openedOn: "2026-01-05" });
    expect(await ofJob(code)).to.deep.equal(first);
    for (const costMinor of [-1, 1.5, "12"]) expectFault(await tell({ costMinor }), 422, "costMinor");
    expectFault(await price(-5), 422, "costMinor");
  });

  it("of a quotation: with the tax of the day it was made on, and no more than is offered where it fails", async () => {
    const job = (await findJob(pool, "GW-1158"))!;
    const scene = sceneOf(job, DEMO_NOW_MS);
    const agreed = scene.state.intake.agreements.at(-1)!;
    const quoted: RouteChoiceInput = { ...agreed.quoted!, taxPct: 21, riskSharePct: 100 };
    const told = { ...agreed, quoted, priceMinor: 20_000, worstMinor: 20_000 };
    const said = quotationOf(job, scene, told)!;
    expect(said.agreed).to.include(`With 21 % tax: ${withTax(20_000, 21) / 100} EUR`);
    expect(said.risk[1]).to.include("200 EUR").and.not.to.include("319");
    expect(quotationOf(job, scene)!.agreed).not.to.include("tax");
  });
});
