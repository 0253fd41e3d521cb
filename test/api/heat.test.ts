import { expect } from "chai";
import Papa from "papaparse";
import type pg from "pg";
import { v4 as uuid } from "uuid";
import { usualChoices } from "../../core/device/choice-asked.ts";
import { chooseFor } from "../../core/device/choose.ts";
import { TAKEN_BACK } from "../../core/job/replay.ts";
import { usualWire } from "../../core/lift/wire-force.ts";
import { shopCompared } from "../../server/store/compared.ts";
import { partingAt, shopStrength } from "../../server/store/bench-parting.ts";
import { GET as firstChoice, type FirstChoice } from "../../src/pages/api/jobs/[code]/choice.ts";
import { GET as readFits, POST as keepFit } from "../../src/pages/api/bench-fits.ts";
import { GET as readingsFile } from "../../src/pages/api/jobs/[code]/readings.csv.ts";
import { GET as thermocouple } from "../../src/pages/api/jobs/[code]/thermocouple.ts";
import { POST as postReading } from "../../src/pages/api/jobs/[code]/readings.ts";
import { demoDatabase } from "../fresh-database.ts";
import { asksFor, familyNamed, workedTo } from "../bench-hand.ts";
import { ask, call, expectFault } from "./ask.ts";
import { keepWorked, sceneAt, tell, told } from "./at-bench.ts";

describe("the heat of the bench", () => {
  /** In its lift, of the family PH-10. */
  const CODE = "GW-1154";
  let pool: pg.Pool;
  before(async () => {
    ({ pool } = await demoDatabase());
  });

  describe("a reading from a logger", () => {
    const send = (body: object, code = CODE) => ask(postReading, { params: { code }, body });
    const readings = async () => (await sceneAt(pool, CODE)).state.records.readings;

    it("is kept with the stage at hand; without a time it is now, without a quantity the glue line", async () => {
      const before = (await readings()).length;
      const answer = await send({ who: "tove", value: 71.25 });
      expect(answer.status).to.equal(201);
      const [last] = (await readings()).slice(before);
      expect(last).to.include({ quantity: "glue line", value: 71.25 });
      expect(Math.abs(last!.atMs - Date.now())).to.be.below(10_000);
      const at = "2026-05-04T08:00:00.000Z";
      await send({ who: "tove", value: 20.5, quantity: "room", at });
      expect((await readings()).at(-1)).to.include({ quantity: "room", value: 20.5, atMs: Date.parse(at) });
    });

    it("goes out again as CSV, oldest first", async () => {
      const answer = await call(readingsFile, { params: { code: CODE } });
      expect(answer.headers.get("content-type")).to.include("text/csv");
      const { data, errors } = Papa.parse<Record<string, string>>(await answer.text(), {
        header: true,
        skipEmptyLines: true,
      });
      expect(errors).to.deep.equal([]);
      expect(data).to.have.length((await readings()).length);
      expect(data).to.deep.include({
        at: "2026-05-04T08:00:00.000Z",
        quantity: "room",
        value: "20.5",
        unit: "C",
      });
      const times = data.map((row) => row.at!);
      expect([...times].sort()).to.deep.equal(times);
      expect((await call(readingsFile, { params: { code: "GW-9999" } })).status).to.equal(404);
    });

    it("sent again with its id is one reading", async () => {
      const body = { id: uuid(), who: "tove", value: 66, at: "2026-05-04T08:00:01.000Z" };
      expect((await send(body)).status).to.equal(201);
      const before = (await readings()).length;
      await send(body);
      expect((await readings()).length).to.equal(before);
    });

    it("is refused with its field, its value and the bounds", async () => {
      expectFault(await send({ who: "tove", value: 900 }), 422, "value");
      expectFault(await send({ who: "tove", value: "hot" }), 422, "value");
      expectFault(await send({ who: "tove", value: 60, at: "yesterday" }), 422, "at");
      expectFault(await send({ who: "tove", value: 60, quantity: "mood" }), 422, "quantity");
      expect((await send({ who: "nobody", value: 60 })).status).to.equal(401);
      expect((await send({ who: "tove", value: 60 }, "GW-9999")).status).to.equal(404);
    });
  });

  describe("the setting that a page shows first", () => {
    const family = familyNamed("PH-10");
    const first = (code: string, search = "") => ask(firstChoice, { params: { code }, search });

    it("is what the bench would work out with the usual dials, the same for the next page", async () => {
      await keepWorked(
        pool,
        "GW-9741",
        workedTo(family, "layer", asksFor("heat-chosen"), { endMs: Date.now() - 60_000 }),
      );
      const answer = await first("GW-9741");
      expect(answer.status).to.equal(200);
      const { of, data, key } = answer.body as FirstChoice;
      const scene = await sceneAt(pool, "GW-9741");
      const choices = usualChoices({ fits: {}, parting: await partingAt(pool, scene) });
      expect(of).to.equal(JSON.stringify(choices));
      expect(data).to.deep.equal(JSON.parse(JSON.stringify(chooseFor(scene, "heat-chosen", {}, choices))));
      expect((await first("GW-9741")).body).to.deep.equal(answer.body);
      // After the next move it is another step's, or none.
      await tell(pool, "GW-9741", "heat-chosen", data);
      const next = await first("GW-9741");
      expect((next.body as FirstChoice | null)?.key !== key).to.equal(true);
    });

    it("is not there where nothing is to be worked out, for no job and for no station", async () => {
      expect((await first("GW-1152")).body).to.equal(null);
      expect((await first("GW-9999")).status).to.equal(404);
      expectFault(await first("GW-1152", "?station=0"), 422, "station");
    });
  });

  describe("what a run told of the bench", () => {
    const value = { valueWm2K: 110, lowWm2K: 100, highWm2K: 121 };
    const fit = {
      id: uuid(),
      jobCode: CODE,
      station: null,
      method: "plate",
      contact: value,
      airFilm: { valueWm2K: 8, lowWm2K: 7, highWm2K: 9.2 },
      rmsC: 0.4,
      readings: 60,
    };
    const send = (body: object) => ask(keepFit, { body });

    it("is kept, the newest of each method counts, and the same one twice is one", async () => {
      expect((await ask(readFits)).body).to.deep.equal({});
      expect((await send(fit)).body.plate).to.deep.include(fit);
      const newer = { ...fit, id: uuid(), contact: { ...value, valueWm2K: 115 } };
      await send(newer);
      await send(fit);
      await send({ ...fit, id: uuid(), method: "mat" });
      const { body } = await ask(readFits);
      expect(Object.keys(body)).to.have.members(["plate", "mat"]);
      expect(body.plate.contact.valueWm2K).to.equal(115);
      expect(Date.parse(body.plate.keptAt)).to.be.closeTo(Date.now(), 60_000);
    });

    it("holds for the station it was run at; others go by it until they have their own", async () => {
      const of = async (search: string) => (await ask(readFits, { search })).body.plate;
      const three = { ...fit, id: uuid(), station: 3, contact: { ...value, valueWm2K: 230 } };
      expect((await send(three)).body.plate).to.deep.include({ station: 3 });
      expect((await of("?station=3")).contact.valueWm2K).to.equal(230);
      expect((await of("")).contact.valueWm2K).to.equal(115);
      expect((await of("?station=5")).contact.valueWm2K).to.equal(230);
      expectFault(await ask(readFits, { search: "?station=500" }), 422, "station");
    });

    it("is refused where it is none", async () => {
      expectFault(await send({ ...fit, method: "gun" }), 422, "method");
      expectFault(await send({ ...fit, contact: { ...value, valueWm2K: -1 } }), 422, "contact.valueWm2K");
      expect((await send({ ...fit, id: uuid(), jobCode: "GW-9999" })).status).to.equal(404);
      // Readings that do not tell a conductance are not kept as this bench's own, whoever sends them.
      const unbounded = { valueWm2K: 8, lowWm2K: null, highWm2K: null };
      expectFault(await send({ ...fit, id: uuid(), airFilm: unbounded }), 422, "airFilm");
      const wide = { valueWm2K: 110, lowWm2K: 20, highWm2K: 400 };
      expectFault(await send({ ...fit, id: uuid(), contact: wide }), 422, "contact");
    });
  });

  it("reads the stand-in's thermocouple by the page's clock, as fast as is asked, and refuses nonsense", async () => {
    const line = (search: string) => call(thermocouple, { params: { code: CODE }, search });
    const answer = await line("?at=1800000000000&speed=60");
    const reader = answer.body!.pipeThrough(new TextDecoderStream()).getReader();
    let text = "";
    while ((text.match(/event: reading/g) ?? []).length < 3) text += (await reader.read()).value!;
    await reader.cancel();
    expect(text).to.include('"isSimulated":true,"everyMs":6000');
    const times = [...text.matchAll(/"atMs":([\d.]+)/g)].map(([, at]) => Number(at));
    expect(times[0]).to.be.within(1_800_000_000_000, 1_800_000_000_000 + 60_000);
    // A tenth of a second here is six there; the machine may be late, never early.
    expect(times[1]! - times[0]!).to.be.at.least(5_000);
    for (const [search, field] of [
      ["?speed=0", "speed"],
      ["?speed=fast", "speed"],
      ["?at=yesterday", "at"],
    ] as const) {
      expectFault(await ask(thermocouple, { params: { code: CODE }, search }), 422, field);
    }
  });

  it("goes by its own hands where five cuts of a family were timed, and by the family's pace where not", async () => {
    const parting = await partingAt(pool, await sceneAt(pool, CODE));
    const { rows } = await pool.query<{ measured: number }>(
      "SELECT measured FROM compared WHERE what = 'card speed' AND family = 'PH-10' ORDER BY at DESC LIMIT 50",
    );
    expect(rows.length).to.be.above(5);
    const speeds = rows.map(({ measured }) => measured).sort((a, b) => a - b);
    expect(parting!.cardMmS).to.be.closeTo(speeds[speeds.length >> 1]!, 0.006);
    expect(parting!.wireMmS).to.equal(null);
  });

  it("remembers what wedges told of a glue, over all jobs, without those that were taken back", async () => {
    const wedge = (glueC: number, glue = "optical adhesive film") => ({
      glue,
      glueC,
      input: {
        lifted: { modulusGpa: 70, thicknessMm: 0.7 },
        base: { support: "held" },
        wedgeMm: 0.3,
        frontMm: 25,
      },
    });
    const known = (await shopStrength(pool, "optical adhesive film")).map(({ id }) => id);
    await tell(pool, CODE, "wedge-read", wedge(60));
    const second = await tell(pool, CODE, "wedge-read", wedge(70));
    await tell(pool, "GW-1153", "wedge-read", wedge(75));
    const glueC = async () =>
      (await shopStrength(pool, "optical adhesive film"))
        .filter(({ id }) => !known.includes(id))
        .map((read) => read.glueC);
    expect(await glueC()).to.have.members([60, 70, 75]);
    expect((await shopStrength(pool, "optical adhesive film"))[0]!.fractureEnergyJm2).to.be.closeTo(
      2.0745,
      1e-3,
    );
    // What was read stands beside what was predicted, for as long as it stands.
    const fronts = async () => (await shopCompared(pool)).find(({ what }) => what === "front")!.n;
    const before = await fronts();
    await tell(pool, CODE, TAKEN_BACK, { event: second.id });
    expect(await glueC()).to.have.members([60, 75]);
    expect(await fronts()).to.equal(before - 1);
    // A wire that was pulled tells of the same glue: 2 · 3 N · sin 30° over 0.1 m, the flow round it taken off.
    const wire = { ...usualWire, angleDeg: 30, flowStressMpa: 0 };
    const pull = { glue: "optical adhesive film", glueC: 65, frontMm: 100, forceN: 3, ...wire };
    await tell(pool, CODE, "wire-read", pull);
    const pulled = (await shopStrength(pool, "optical adhesive film")).find((read) => read.glueC === 65)!;
    expect(pulled.fractureEnergyJm2).to.be.closeTo(30, 1e-9);
    // One that takes no more than the flow round the wire tells nothing of the glue.
    const toldSoFar = (await shopStrength(pool, "optical adhesive film")).length;
    await tell(pool, CODE, "wire-read", { ...pull, forceN: 0.01, flowStressMpa: 0.05 });
    expect(await shopStrength(pool, "optical adhesive film")).to.have.length(toldSoFar);
    expect(await shopStrength(pool, "honey")).to.deep.equal([]);
    // A glue that the stack does not hold cannot have been measured on it.
    const strange = await told(pool, CODE, "wedge-read", wedge(60, "honey"));
    expect(strange.kind === "refused" && strange.fault!.id).to.equal("fault.glue-not-in-stack");
  });
});
