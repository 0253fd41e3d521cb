import { expect } from "chai";
import { readFile } from "node:fs/promises";
import DxfParser from "dxf-parser";
import { XMLParser } from "fast-xml-parser";
import type pg from "pg";
import SVGPathCommander from "svg-path-commander";
import { v4 as uuid } from "uuid";
import { axesApartDeg } from "../../core/film/axis-angle.ts";
import { calculateFilmAxis } from "../../core/film/film-axis.ts";
import { calculateFilmLayout } from "../../core/film/film-layout.ts";
import { CUT_GAP_MM, SHEET_TRIM_MM } from "../../core/film/film-piece.ts";
import { faceUp } from "../../core/film/films.ts";
import { chooseAxis } from "../../core/film/choose-axis.ts";
import { TAKEN_BACK } from "../../core/job/replay.ts";
import { kindTruth } from "../../core/twin/truth.ts";
import { simulatedAxisDeg } from "../../core/film/simulated-axis.ts";
import { drawingLayers } from "../../server/formats/film-drawing.ts";
import { templateTiles } from "../../server/formats/film-template.ts";
import { findJob } from "../../server/store/jobs.ts";
import type { FilmCutting, ShelvedSheet, WantedPiece } from "../../server/store/film-shelf.ts";
import { POST as cut } from "../../src/pages/api/film/cuts.ts";
import { POST as draw } from "../../src/pages/api/film/drawings/[format].ts";
import { GET as shelf, POST as add } from "../../src/pages/api/film/sheets/index.ts";
import { DELETE as discard } from "../../src/pages/api/film/sheets/[id].ts";
import type { ShelvedLot } from "../../server/store/lots.ts";
import { GET as lotShelf } from "../../src/pages/api/lots/index.ts";
import { GET as meter } from "../../src/pages/api/jobs/[code]/light-meter.ts";
import { GET as wanted } from "../../src/pages/api/film/wanted.ts";
import { familyNamed, workedTo } from "../bench-hand.ts";
import { demoDatabase } from "../fresh-database.ts";
import { ask, call, expectFault } from "./ask.ts";
import { keepWorked, sceneAt, tell, told } from "./at-bench.ts";

/** A job of this file's own, at its fit. */
const CODE = "GW-9801";
const at = "2026-11-25T10:00:00.000Z";

describe("the shelf of film", () => {
  let pool: pg.Pool;
  const sheets = async () => (await ask(shelf)).body as ShelvedSheet[];
  const cutOf = async () => (await sceneAt(pool, CODE)).state.film.cut;
  const shelfOf = async (name: string) =>
    ((await ask(lotShelf)).body as ShelvedLot[]).find(({ lot }) => lot === name)!.leftQuantity;

  before(async () => {
    ({ pool } = await demoDatabase());
    // Both old films are off and read, the front's axis is chosen.
    const worked = workedTo(
      familyNamed("WS-240"),
      "film",
      ({ state }) => state.film.chosen.front !== undefined,
      {
        films: ["front", "rear"],
        truth: { ...kindTruth, axisDeg: { front: 90, rear: 0 } },
        endMs: Date.now(),
      },
    );
    await keepWorked(pool, CODE, worked);
  });

  it("takes sheets in under a label of their own, and gives them up for good", async () => {
    const sheet = {
      label: "T-1",
      kind: "clear",
      widthMm: 300,
      heightMm: 200,
      axisDeg: 0,
      lot: "t-1",
      isRemnant: false,
    };
    const added = await ask(add, { body: sheet });
    expect(added.status).to.equal(201);
    expect(await sheets()).to.deep.include(added.body);
    expectFault(await ask(add, { body: sheet }), 409, "label");
    expectFault(await ask(add, { body: { ...sheet, label: "T-2", axisDeg: 190 } }), 422, "axisDeg");
    expect((await call(discard, { params: { id: added.body.id } })).status).to.equal(204);
    expect((await call(discard, { params: { id: added.body.id } })).status).to.equal(404);
    expect((await call(discard, { params: { id: "none" } })).status).to.equal(404);
    expect((await sheets()).map(({ label }) => label)).not.to.include("T-1");
  });

  it("lists remnants before sheets, the smallest first", async () => {
    const all = await sheets();
    const remnants = all.filter(({ isRemnant }) => isRemnant);
    expect(all.slice(0, remnants.length)).to.deep.equal(remnants);
    const areas = remnants.map(({ widthMm, heightMm }) => widthMm * heightMm);
    expect([...areas].sort((a, b) => a - b)).to.deep.equal(areas);
  });

  it("cuts two films of a job from a remnant: the job knows them, the sheet is gone, what is left is back; twice is once", async () => {
    await tell(pool, CODE, "axis-chosen", chooseAxis(await sceneAt(pool, CODE), "rear"));
    const pieces = ((await ask(wanted)).body as WantedPiece[]).filter(({ job }) => job === CODE);
    expect(pieces.map(({ film }) => film)).to.deep.equal(["front", "rear"]);
    const remnant = (await sheets()).find(({ label }) => label === "F-9/1")!;
    // The sheet that it was left of is known to the shelf.
    await pool.query(
      `INSERT INTO film_sheet (label, kind, width_mm, height_mm, axis_deg, lot, gone_at) VALUES ('F-9', 'clear', 500, 400, 0, $1, now())`,
      [remnant.lot],
    );
    const layout = calculateFilmLayout({
      sheets: [remnant].map(({ id, widthMm, heightMm, axisDeg }) => ({ id, widthMm, heightMm, axisDeg })),
      pieces: pieces.map(({ film, widthMm, heightMm, axisDeg }) => ({
        id: film,
        widthMm,
        heightMm,
        axisDeg,
        adhesive: faceUp(film),
      })),
      gapMm: CUT_GAP_MM,
      trimMm: SHEET_TRIM_MM,
    });
    expect(layout.left).to.deep.equal([]);
    const placed = pieces.map(({ job, film, widthMm, heightMm, axisDeg }) => {
      const { centre } = layout.placed.find(({ id }) => id === film)!;
      return { job, film, widthMm, heightMm, axisDeg, centre };
    });
    const cutting: FilmCutting = {
      id: uuid(),
      who: "tove",
      at,
      gapMm: CUT_GAP_MM,
      trimMm: SHEET_TRIM_MM,
      sheets: [{ sheet: remnant.id, pieces: placed }],
    };

    // Over one another, by a stranger, for a job that is elsewhere, from a sheet that is none: nothing happens.
    const tight = { ...cutting, id: uuid() };
    const over = placed.map((piece) => ({ ...piece, centre: placed[0]!.centre }));
    expectFault(
      await ask(cut, { body: { ...tight, sheets: [{ sheet: remnant.id, pieces: over }] } }),
      422,
      "sheets[0].pieces[0].centre",
    );
    expect((await ask(cut, { body: { ...tight, who: "nobody" } })).status).to.equal(401);
    const elsewhere = [{ ...placed[0]!, job: "GW-1160" }, placed[1]!];
    const refused = await ask(cut, {
      body: { ...tight, sheets: [{ sheet: remnant.id, pieces: elsewhere }] },
    });
    expect(refused.status).to.equal(409);
    const lost = { ...tight, sheets: [{ sheet: uuid(), pieces: placed }] };
    expectFault(await ask(cut, { body: lost }), 409, "sheets[0].sheet");
    expect(await cutOf()).to.deep.equal({});
    expect((await sheets()).map(({ id }) => id)).to.include(remnant.id);

    // Two benches at the same moment: one of them has the sheet.
    const rivals = await Promise.all([
      ask(cut, { body: cutting }),
      ask(cut, { body: { ...cutting, id: uuid() } }),
    ]);
    expect(rivals.map(({ status }) => status).sort()).to.deep.equal([201, 409]);
    const films = await cutOf();
    expect([films.front!.sheet, films.rear!.sheet]).to.deep.equal(["F-9/1", "F-9/1"]);
    const now = await sheets();
    expect(now.map(({ id }) => id)).not.to.include(remnant.id);
    const won = rivals.find(({ status }) => status === 201)!;
    for (const left of won.body.remnants as ShelvedSheet[]) {
      expect(now).to.deep.include(left);
      expect(left.label).to.match(/^F-9\/1\/\d$/);
      expect(left).to.include({ isRemnant: true, lot: remnant.lot, axisDeg: remnant.axisDeg });
    }
    // What was cut away and did not come back to the shelf is what the films used up, each by its size.
    const mm2 = (of: readonly { widthMm: number; heightMm: number }[]) =>
      of.reduce((sum, { widthMm, heightMm }) => sum + widthMm * heightMm, 0);
    const { rows: uses } = await pool.query<{ film: string; sheets: number; whole: number }>(
      `SELECT film, sheets, whole_sheet_mm2($2) AS whole FROM film_use JOIN job ON job.id = job_id WHERE code = $1 ORDER BY film`,
      [CODE, remnant.id],
    );
    const usedMm2 = mm2([remnant]) - mm2(won.body.remnants as ShelvedSheet[]);
    expect(uses[0]!.whole).to.equal(500 * 400);
    uses.forEach(({ sheets: share }, k) =>
      expect(share).to.be.closeTo((usedMm2 * mm2([pieces[k]!])) / mm2(pieces) / (500 * 400), 1e-9),
    );
    // So they cost a share of their lot.
    await pool.query("UPDATE lot SET cost_minor = 9000, quantity = 3 WHERE lot = $1", [remnant.lot]);
    const { rows: cost } = await pool.query<{ minor: number; untold: number }>(
      "SELECT minor, untold FROM job, lots_of(job.id) WHERE code = $1",
      [CODE],
    );
    const sharesOf = uses.reduce((sum, one) => sum + one.sheets, 0);
    expect(cost[0]!.minor).to.equal(Math.round(3_000 * sharesOf));
    const { rows: unlot } = await pool.query(
      "SELECT FROM spent JOIN job ON job.id = job_id WHERE code = $1 AND lot = $2",
      [CODE, remnant.lot],
    );
    expect(unlot).to.have.length(2);
    if (rivals[0]!.status === 201) {
      expect((await ask(cut, { body: cutting })).status).to.equal(200);
      expect((await ask(cut, { body: { ...cutting, gapMm: 2 } })).status).to.equal(409);
    }
    expect((await sheets()).length).to.equal(now.length);
  });

  it("works out of cuttings from before how much of a sheet each film used up", async () => {
    const uses = async () =>
      (
        await pool.query<{ job_id: string; film: string; cut_id: string; sheets: number | null }>(
          "SELECT job_id, film, cut_id, sheets FROM film_use ORDER BY cut_id, job_id, film",
        )
      ).rows;
    const kept = await uses();
    expect(kept.length).to.be.greaterThan(1);
    await pool.query("DELETE FROM film_use");
    const migration = await readFile("server/db/migrations/0045_film_cost.sql", "utf8");
    await pool.query(/^INSERT INTO film_use[^;]+;/m.exec(migration)![0]);
    const again = await uses();
    const rounded = (rows: typeof kept) =>
      rows.map((row) => ({ ...row, sheets: row.sheets?.toFixed(9) ?? null }));
    expect(rounded(again)).to.deep.equal(rounded(kept));
  });

  it("does not let a piece that is cut be taken back, nor be cut a second time", async () => {
    const { moves } = (await findJob(pool, CODE))!;
    const taken = moves.findLast(({ kind }) => kind === "film-cut-out")!;
    const back = await told(pool, CODE, TAKEN_BACK, { event: taken.id });
    expect(back.kind === "refused" && back.fault!.id).to.equal("fault.cut-stays");
    const again = await told(pool, CODE, "film-cut-out", taken.data);
    expect(again.kind === "refused" && again.fault!.id).to.equal("fault.film-cut-already");
  });

  it("holds a piece from a lot that is out of date until somebody signs; what was known of the lot stands on the job", async () => {
    const code = "GW-9802";
    const worked = workedTo(
      familyNamed("WS-240"),
      "film",
      ({ state }) => state.film.chosen.front !== undefined,
      {
        truth: { ...kindTruth, axisDeg: { front: 90, rear: 0 } },
        endMs: Date.now(),
      },
    );
    await keepWorked(pool, code, worked);
    const sheet = {
      label: "T-9",
      kind: "clear",
      widthMm: 400,
      heightMm: 300,
      axisDeg: 0,
      lot: "25-090",
      isRemnant: false,
    };
    const old = (await ask(add, { body: sheet })).body as ShelvedSheet;
    const [wants] = ((await ask(wanted)).body as WantedPiece[]).filter(({ job }) => job === code);
    const { film, widthMm, heightMm, axisDeg } = wants!;
    const layout = calculateFilmLayout({
      sheets: [{ id: old.id, widthMm: old.widthMm, heightMm: old.heightMm, axisDeg: old.axisDeg }],
      pieces: [{ id: film, widthMm, heightMm, axisDeg, adhesive: faceUp(film) }],
      gapMm: CUT_GAP_MM,
      trimMm: SHEET_TRIM_MM,
    });
    const { centre } = layout.placed[0]!;
    const cutting: FilmCutting = {
      id: uuid(),
      who: "tove",
      at: new Date().toISOString(),
      gapMm: CUT_GAP_MM,
      trimMm: SHEET_TRIM_MM,
      sheets: [{ sheet: old.id, pieces: [{ job: code, film, widthMm, heightMm, axisDeg, centre }] }],
    };
    const held = await ask(cut, { body: cutting });
    expect(held.status).to.equal(409);
    expect(held.body.missing[0]).to.include({ is: "lot-in-date", lot: "25-090" });
    expect((await sheets()).map(({ id }) => id)).to.include(old.id);
    expect((await sceneAt(pool, code)).state.bond.lots.film).to.equal(undefined);
    await tell(pool, code, "signed-for", {
      fact: held.body.missing[0],
      reason: "Peeled a strip, sticks as new",
    });
    const before = await shelfOf("25-090");
    const done = await ask(cut, { body: cutting });
    expect(done.status, JSON.stringify(done.body)).to.equal(201);
    // The sheet is gone, its remnants are there.
    expect(await shelfOf("25-090")).to.equal(before - 1 + done.body.remnants.length);
    const { bond, film: of } = (await sceneAt(pool, code)).state;
    expect(bond.lots.film).to.include({ lot: "25-090", kind: "film" });
    expect(of.cut.front!.lot).to.equal("25-090");
  });
});

const drawing = {
  sheet: { label: "F-11", widthMm: 620, heightMm: 500, axisDeg: 0 },
  pieces: [
    {
      film: "front",
      label: "GW-1162 front",
      widthMm: 341.5,
      heightMm: 193.25,
      axisDeg: 20,
      centre: { xMm: 250, yMm: 300 },
    },
    {
      film: "rear",
      label: "GW-1162 rear",
      widthMm: 140,
      heightMm: 52,
      axisDeg: 45,
      centre: { xMm: 520, yMm: 100 },
    },
  ],
} as const;

/** Sides of a closed figure, mm. */
const sidesOf = (corners: { x: number; y: number }[]) =>
  corners.map((corner, i) => {
    const next = corners[(i + 1) % corners.length]!;
    return Math.hypot(next.x - corner.x, next.y - corner.y);
  });

describe("a drawing of film", () => {
  const text = async (format: string) => (await call(draw, { params: { format }, body: drawing })).text();

  it("comes back from DXF with its size to 0.01 mm, its layers and every piece once (read by dxf-parser)", async () => {
    const read = new DxfParser().parseSync(await text("dxf"))!;
    expect(read.header["$INSUNITS"]).to.equal(4);
    expect(Object.keys(read.tables.layer.layers)).to.have.members([...drawingLayers]);
    const on = (layer: string) => read.entities.filter((entity) => entity.layer === layer);
    expect(on("sheet")).to.have.length(1);
    expect(on("cut")).to.have.length(2);
    expect(on("axis")).to.have.length(2);
    expect(on("labels")).to.have.length(2);
    const corners = (entity: object) => (entity as { vertices: { x: number; y: number }[] }).vertices;
    for (const [i, piece] of drawing.pieces.entries()) {
      const [a, b, c, d] = sidesOf(corners(on("cut")[i]!));
      for (const [side, wanted] of [
        [a, piece.widthMm],
        [b, piece.heightMm],
        [c, piece.widthMm],
        [d, piece.heightMm],
      ]) {
        expect(side!).to.be.closeTo(wanted!, 0.01);
      }
    }
    // The axis of the sheet runs along its width, and so do the marks.
    for (const axis of on("axis")) {
      const [from, to] = corners(axis);
      expect(to!.y - from!.y).to.be.closeTo(0, 0.01);
    }
    // The front's wanted axis of 20 degrees is turned back by 20; the rear lies on its other face, which mirrors its 45.
    const along = (entity: object) => {
      const [from, to] = corners(entity);
      return (Math.atan2(to!.y - from!.y, to!.x - from!.x) * 180) / Math.PI;
    };
    expect(along(on("cut")[0]!)).to.be.closeTo(-20, 0.01);
    expect(along(on("cut")[1]!)).to.be.closeTo(45, 0.01);
  });

  it("comes back from SVG with its size to 0.01 mm, its layers and every piece once (read by fast-xml-parser)", async () => {
    const { svg } = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: "" }).parse(
      await text("svg"),
    );
    expect([svg.width, svg.height, svg.viewBox]).to.deep.equal(["620mm", "500mm", "0 0 620 500"]);
    const paths = svg.g.path as { id: string; d: string }[];
    expect(paths.map(({ id }) => id)).to.deep.equal(["sheet", "cut", "axis"]);
    const figures = paths
      .find(({ id }) => id === "cut")!
      .d.split(/(?=M)/)
      .map((d) => new SVGPathCommander(d.trim()).toAbsolute().segments)
      .map((segments) =>
        segments
          .filter(([command]) => command === "M" || command === "L")
          .map((segment) => ({ x: Number(segment[1]), y: Number(segment[2]) }))
          .slice(0, 4),
      );
    expect(figures).to.have.length(2);
    for (const [i, { widthMm, heightMm }] of drawing.pieces.entries()) {
      const sides = sidesOf(figures[i]!).sort((a, b) => b - a);
      for (const [n, wanted] of [widthMm, widthMm, heightMm, heightMm].entries()) {
        expect(sides[n]!).to.be.closeTo(wanted, 0.01);
      }
    }
    expect([svg.g.g.text].flat()).to.have.length(2);
  });

  it("is tiled on paper: as many pages as the pieces need, of the paper's own size", async () => {
    for (const [paper, size] of [
      ["A4", "595.28 841.89"],
      ["Letter", "612 792"],
    ] as const) {
      const answer = await call(draw, {
        params: { format: "pdf" },
        body: drawing,
        search: `?paper=${paper}`,
      });
      const pdf = Buffer.from(await answer.arrayBuffer()).toString("latin1");
      const { columns, rows } = templateTiles(structuredClone(drawing) as never, paper);
      expect(columns * rows).to.be.greaterThan(3);
      expect(pdf.match(/\/Type \/Page\b(?!s)/g)).to.have.length(columns * rows);
      const box = /\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(pdf)!;
      const [width, height] = size.split(" ").map(Number);
      expect(Number(box[1])).to.be.closeTo(width!, 0.01);
      expect(Number(box[2])).to.be.closeTo(height!, 0.01);
    }
  });

  it("is refused where its format, paper or a piece is none", async () => {
    expect((await ask(draw, { params: { format: "png" }, body: drawing })).status).to.equal(404);
    expectFault(
      await ask(draw, { params: { format: "pdf" }, body: drawing, search: "?paper=B5" }),
      422,
      "paper",
    );
    expectFault(
      await ask(draw, { params: { format: "svg" }, body: { ...drawing, pieces: [] } }),
      422,
      "pieces",
    );
  });
});

describe("the light meter that ships with the product", () => {
  it("is labelled as simulated, follows Malus's law, and gives a job's film the same axis each time", async () => {
    const read = async (angle: number, film = "front") =>
      (await ask(meter, { params: { code: CODE }, search: `?film=${film}&angle=${angle}` })).body as {
        isSimulated: boolean;
        level: number;
      };
    const readings = await Promise.all(
      [0, 30, 60, 90, 120, 150].map(async (angleDeg) => ({ angleDeg, level: (await read(angleDeg)).level })),
    );
    const { axisDeg, verdict } = calculateFilmAxis({ readings });
    expect(verdict).not.to.equal("no axis");
    expect(axesApartDeg(axisDeg, simulatedAxisDeg(CODE, "front"))).to.be.below(2);
    expect((await read(0)).isSimulated).to.equal(true);
    expectFault(await ask(meter, { params: { code: CODE }, search: "?film=side&angle=0" }), 422, "film");
    expectFault(await ask(meter, { params: { code: CODE }, search: "?film=front&angle=999" }), 422, "angle");
  });
});
