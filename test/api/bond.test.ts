import { expect } from "chai";
import { XMLParser } from "fast-xml-parser";
import type pg from "pg";
import { v4 as uuid } from "uuid";
import { shippedPatterns } from "../../core/bond/shipped-patterns.ts";
import { lastDayOf } from "../../core/materials/lots.ts";
import type { Lot } from "../../core/materials/shelf-lot.ts";
import { TAKEN_BACK } from "../../core/job/replay.ts";
import { chamberAt, simulatedChamber } from "../../server/devices/simulated-chamber.ts";
import { simulatedScale } from "../../server/devices/simulated-scale.ts";
import { lampReadings } from "../../server/store/lamp.ts";
import { addLot, shelvedLots, type ShelvedLot } from "../../server/store/lots.ts";
import { POST as dispense } from "../../src/pages/api/dispense/[format].ts";
import {
  DELETE as forget,
  GET as patterns,
  PUT as keep,
} from "../../src/pages/api/families/[code]/patterns.ts";
import { GET as chamber } from "../../src/pages/api/jobs/[code]/chamber.ts";
import { GET as scale } from "../../src/pages/api/jobs/[code]/scale.ts";
import { DELETE as discard, PUT as open } from "../../src/pages/api/lots/[id].ts";
import { GET as lots, POST as add } from "../../src/pages/api/lots/index.ts";
import { GET as lamp, POST as newLamp } from "../../src/pages/api/shop/lamp.ts";
import { GET as radiometer } from "../../src/pages/api/shop/radiometer.ts";
import { asksFor, familyNamed, workedTo } from "../bench-hand.ts";
import { demoDatabase } from "../fresh-database.ts";
import { ask, call, expectFault } from "./ask.ts";
import { keepWorked, tell, told } from "./at-bench.ts";

const CODE = "GW-9711";
const family = familyNamed("TK-5");
const pattern = shippedPatterns(family.outline, 1_400)[3]!;

describe("what is used up, laid and lit at the bench", () => {
  let pool: pg.Pool;
  const shelf = async () => (await ask(lots)).body as ShelvedLot[];
  const lotNamed = async (name: string) => (await shelf()).find(({ lot }) => lot === name);
  const fresh = {
    kind: "adhesive",
    lot: "T-100",
    material: "UV-curing liquid optical adhesive",
    expiresOn: "2030-01-31",
    openedOn: null,
    openDays: 90,
    quantity: 40,
  };

  const today = new Date().toISOString().slice(0, 10);
  /** What a job is told of a lot that is on the shelf. */
  const asOnShelf = async (name: string) => {
    const { kind, lot, material, ...dates } = (await lotNamed(name))!;
    return { kind, lot, material, goodUntil: lastDayOf(dates), viscosityPaS: null };
  };

  before(async () => {
    ({ pool } = await demoDatabase());
    // All is ready: the liquid is laid next.
    const ready = workedTo(family, "layer", asksFor("liquid-laid"), { endMs: Date.now() });
    await keepWorked(pool, CODE, ready);
  });

  it("takes lots onto the shelf under a name of their own, notes when one is opened, and gives it up", async () => {
    expect((await ask(add, { body: fresh })).status).to.equal(201);
    expectFault(await ask(add, { body: fresh }), 409, "lot");
    expectFault(await ask(add, { body: { ...fresh, lot: "T-101", material: "honey" } }), 422, "material");
    expectFault(
      await ask(add, { body: { ...fresh, lot: "T-101", expiresOn: "31.1.2030" } }),
      422,
      "expiresOn",
    );
    expectFault(await ask(add, { body: { ...fresh, lot: "T-101", quantity: 0 } }), 422, "quantity");
    const { id } = (await lotNamed("T-100"))!;
    await ask(open, { params: { id }, body: { openedOn: today } });
    expect((await lotNamed("T-100"))!.openedOn).to.equal(today);
    expect((await ask(open, { params: { id: "none" }, body: { openedOn: "2026-05-01" } })).status).to.equal(
      404,
    );
    await ask(add, { body: { ...fresh, lot: "T-102" } });
    const other = (await lotNamed("T-102"))!;
    expect((await call(discard, { params: { id: other.id } })).status).to.equal(204);
    expect((await call(discard, { params: { id: other.id } })).status).to.equal(404);
    expect(await lotNamed("T-102")).to.equal(undefined);
  });

  it("subtracts what a job spends of a lot, and gives it back where that is taken back", async () => {
    await tell(pool, CODE, "lot-taken", await asOnShelf("T-100"));
    const left = async () => (await lotNamed("T-100"))!.leftQuantity;
    const lay = () => tell(pool, CODE, "liquid-laid", { volumeMl: 1.5, by: "scale" });
    const laid = await lay();
    expect(await left()).to.be.closeTo(38.5, 1e-9);
    await tell(pool, CODE, TAKEN_BACK, { event: laid.id });
    expect(await left()).to.equal(40);
    await lay();
    expect(await left()).to.be.closeTo(38.5, 1e-9);
  });

  it("takes no polarizer film for one that joins", async () => {
    const polarizer = await asOnShelf("26-031");
    expect(polarizer.material).to.include("polarizer film");
    expect(await told(pool, CODE, "lot-taken", polarizer)).to.deep.include({
      kind: "refused",
      missing: [],
      fault: { id: "fault.lot-joins-nothing", values: { lot: "26-031" } },
    });
  });

  it("believes the shelf and not the label: another material, a longer date or a lot that is nowhere is refused", async () => {
    const right = await asOnShelf("T-100");
    const of = (data: object) => told(pool, CODE, "lot-taken", { ...right, ...data });
    for (const wrong of [
      { material: "thick liquid optical adhesive" },
      { goodUntil: "2099-01-01" },
      { goodUntil: null },
    ]) {
      expect(await of(wrong)).to.deep.include({
        kind: "refused",
        missing: [],
        fault: {
          id: "fault.lot-not-so",
          values: { lot: "T-100", material: right.material, until: right.goodUntil },
        },
      });
    }
    const fact = { is: "lot-on-shelf", lot: "N-1" };
    expect(await of({ lot: "N-1" })).to.deep.include({ kind: "refused", missing: [fact], fault: null });
    const reason = "A bottle from another shop, not on our shelf";
    await tell(pool, CODE, "signed-for", { fact, reason });
    expect((await of({ lot: "N-1" })).kind).to.equal("kept");
  });

  it("lays no more of a lot than the count has, of two jobs at once neither, but for a signed reason, and shows the count below zero", async () => {
    const { pool: own } = await demoDatabase();
    const codes = ["GW-9721", "GW-9722"];
    for (const code of codes) {
      await keepWorked(own, code, workedTo(family, "layer", asksFor("liquid-laid"), { endMs: Date.now() }));
    }
    const lot = { ...fresh, lot: "T-200", quantity: 2, openedOn: today } as Lot;
    await addLot(own, lot);
    const { kind, material } = lot;
    for (const code of codes) {
      await tell(own, code, "lot-taken", {
        kind,
        lot: "T-200",
        material,
        goodUntil: lastDayOf(lot),
        viscosityPaS: null,
      });
    }
    const lay = (code: string) => told(own, code, "liquid-laid", { volumeMl: 1.5, by: "scale" });
    const both = await Promise.all(codes.map(lay));
    expect(both.map((one) => one.kind).sort()).to.deep.equal(["kept", "refused"]);
    const late = codes[both.findIndex((one) => one.kind === "refused")]!;
    const fact = { is: "lot-enough", lot: "T-200" };
    expect(await lay(late)).to.deep.include({ kind: "refused", missing: [fact] });
    await tell(own, late, "signed-for", { fact, reason: "Weighed: the bottle holds more than was counted" });
    expect((await lay(late)).kind).to.equal("kept");
    const shelved = (await shelvedLots(own)).find((one) => one.lot === "T-200")!;
    expect(shelved.leftQuantity).to.be.closeTo(-1, 1e-9);
  });

  it("knows a lot by the viscosity that was measured on a job that had it", async () => {
    expect((await lotNamed("T-100"))!.viscosityPaS).to.equal(null);
    const values = [{ at: new Date().toISOString(), value: 3.4 }];
    await tell(pool, CODE, "reading-taken", { quantity: "viscosity", source: "hand", values });
    expect((await lotNamed("T-100"))!.viscosityPaS).to.equal(3.4);
  });

  it("keeps patterns with a family by name, on its panel only, and forgets them", async () => {
    const params = { code: "TK-5" };
    const kept = await ask(keep, { params, body: { name: "ours", pieces: pattern.pieces } });
    expect(kept.body.map((p: { name: string }) => p.name)).to.deep.equal(["ours"]);
    const fewer = { name: "ours", pieces: pattern.pieces.slice(0, 2) };
    await ask(keep, { params, body: fewer });
    expect((await ask(patterns, { params })).body).to.deep.equal([fewer]);
    const off = { name: "off", pieces: [{ kind: "dot", xMm: 500, yMm: 5, volumeUl: 10 }] };
    expectFault(await ask(keep, { params, body: off }), 422, "pieces[0]");
    expectFault(await ask(keep, { params, body: { name: "none", pieces: [] } }), 422, "pieces");
    expect((await ask(keep, { params: { code: "XX-1" }, body: fewer })).status).to.equal(404);
    expect((await ask(forget, { params, body: { name: "ours" } })).body).to.deep.equal([]);
    expect((await ask(forget, { params, body: { name: "ours" } })).status).to.equal(404);
  });

  const machine = { outline: family.outline, pattern, flowUlS: 20 };
  const gcode = async (more: object) =>
    (await (await call(dispense, { params: { format: "gcode" }, body: { ...machine, ...more } })).text())
      .trim()
      .split("\n");

  it("draws a panel of any shape with its holes under the path", async () => {
    const { outline } = familyNamed("NH-6");
    const body = { ...machine, outline, pattern: shippedPatterns(outline, 1_000)[0] };
    const answer = await call(dispense, { params: { format: "svg" }, body });
    const text = await answer.text();
    const panel = /<path d="([^"]+)"/.exec(text)![1]!;
    const corners = outline.pathMm!.length + outline.holesMm![0]!.length;
    expect(panel.match(/[ML]/g)!.length).to.be.at.least(corners);
    expect(panel.match(/M/g)).to.have.length(2);
  });

  it("sends no nozzle lower between pieces than it lays them", async () => {
    const body = { ...machine, layHeightMm: 5, travelHeightMm: 0.5 };
    expectFault(await ask(dispense, { params: { format: "gcode" }, body }), 422, "travelHeightMm");
  });

  it("writes the path as G-code in millimetres: every piece laid once, for as long as its volume flows", async () => {
    const lines = await gcode({});
    expect(lines).to.include.members(["G21", "G90", "M2"]);
    expect(lines.filter((line) => line === "M8")).to.have.length(pattern.pieces.length);
    // Played back: how long the valve is open, and where.
    let [x, y, isOpen, openS] = [0, 0, false, 0];
    const laid: [number, number][] = [];
    for (const line of lines) {
      if (line === "M8" || line === "M9") isOpen = line === "M8";
      if (isOpen && line === "M8") laid.push([x, y]);
      const word = (letter: string) => {
        const found = new RegExp(`${letter}(-?[0-9.]+)`).exec(line);
        return found ? Number(found[1]) : null;
      };
      if (!/^G[01] /.test(line)) continue;
      const [nextX, nextY] = [word("X") ?? x, word("Y") ?? y];
      if (isOpen) {
        openS += Math.hypot(nextX - x, nextY - y) / (word("F")! / 60);
        laid.push([nextX, nextY]);
      }
      [x, y] = [nextX, nextY];
    }
    expect(openS).to.be.closeTo(1_400 / 20, 0.1);
    const { heightMm } = family.outline;
    const wanted = pattern.pieces.flatMap((piece) =>
      piece.kind === "bead"
        ? piece.pathMm.map(({ xMm, yMm }) => [xMm, Number((heightMm - yMm).toFixed(3))])
        : [],
    );
    expect(laid).to.deep.equal(wanted);
  });

  it("leaves the valve shut and the nozzle up in a dry run, and a name cannot break out of its comment", async () => {
    const lines = await gcode({
      dryRunHeightMm: 15,
      pattern: { ...pattern, name: "evil)\nM8 (open" },
    });
    expect(lines).not.to.include("M8");
    const heights = lines.flatMap((line) => /Z([0-9.]+)/.exec(line)?.[1] ?? []).map(Number);
    expect(Math.min(...heights)).to.equal(15);
    lines.filter((line) => line.startsWith("(")).forEach((line) => expect(line).to.match(/^\([^()]*\)$/));
  });

  it("draws the pattern at true size as SVG", async () => {
    const answer = await call(dispense, { params: { format: "svg" }, body: machine });
    const svg = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: "" }).parse(
      await answer.text(),
    ).svg;
    expect(parseFloat(svg.width)).to.be.closeTo(family.outline.widthMm, 0.01);
    expect(svg.width).to.match(/mm$/);
    expect(parseFloat(svg.height)).to.be.closeTo(family.outline.heightMm, 0.01);
    expectFault(
      await ask(dispense, { params: { format: "svg" }, body: { ...machine, flowUlS: 0 } }),
      422,
      "flowUlS",
    );
    expect((await ask(dispense, { params: { format: "dwg" }, body: machine })).status).to.equal(404);
  });

  it("weighs by a stand-in that says so, and that comes nearer with every topping up", async () => {
    const read = async (search: string) => (await ask(scale, { params: { code: CODE }, search })).body;
    expect(await read("?aim=1.5")).to.include({ isSimulated: true, name: "Simulated scale" });
    expectFault(await ask(scale, { params: { code: CODE }, search: "?aim=none" }), 422, "aim");
    const miss = (topUps: number) => Math.abs(simulatedScale("GW-1", 1.5, topUps, () => 0.5).read() - 1.5);
    expect(miss(0)).to.be.above(0.01);
    expect(miss(1)).to.be.below(miss(0) / 5);
  });

  it("follows the chamber that a job is in: up with its lag, down when the time is over", async () => {
    expect((await ask(chamber, { params: { code: CODE } })).status).to.equal(409);
    expect((await ask(chamber, { params: { code: "GW-0" } })).status).to.equal(404);
    const program = { holdBar: 5, holdMin: 15, chamberC: 40 };
    expect(chamberAt(program, 0).barAbs).to.equal(1);
    // One time constant of filling.
    expect(chamberAt(program, 12).barAbs).to.be.closeTo(1 + 4 * (1 - Math.exp(-1)), 1e-9);
    expect(chamberAt(program, 600).barAbs).to.be.closeTo(5, 1e-6);
    expect(chamberAt(program, 900 + 80).barAbs).to.be.closeTo(1, 0.01);
    expect(chamberAt(program, 900).chamberC).to.be.closeTo(40, 0.1);
    const told: number[] = [];
    simulatedChamber(
      program,
      0,
      () => 600_000,
      () => 0.5,
    ).start(
      ({ barAbs }) => told.push(barAbs),
      () => undefined,
    )();
    expect(told).to.deep.equal([5]);
  });

  it("reads the lamp by a stand-in as old as the shop's, and a new lamp begins anew", async () => {
    const before = (await ask(lamp)).body;
    expect(before.nowPct).to.be.below(90);
    const meter = (await ask(radiometer)).body;
    expect(meter.isSimulated).to.equal(true);
    expect(meter.mwCm2).to.be.within(0.9 * before.nowMwCm2, 1.1 * before.nowMwCm2);
    const client = await pool.connect();
    try {
      // Seen within a transaction that is taken back: the demo's lamp stays as old as it is.
      await client.query("BEGIN");
      await client.query("INSERT INTO lamp_change (id, at, who) VALUES ($1, now(), 'tove')", [uuid()]);
      expect(await lampReadings(client as never)).to.deep.equal([]);
    } finally {
      await client.query("ROLLBACK");
      client.release();
    }
    const change = { id: uuid(), at: "2020-01-01T00:00:00.000Z", who: "tove" };
    expect((await ask(newLamp, { body: { ...change, who: "nobody" } })).status).to.equal(401);
    expectFault(await ask(newLamp, { body: { ...change, at: "today" } }), 422, "at");
    // A change before every reading leaves them all.
    expect((await ask(newLamp, { body: change })).body).to.deep.equal(before);
    expect((await ask(newLamp, { body: change })).status).to.equal(201);
  });
});
