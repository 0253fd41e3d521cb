import { parse } from "acorn";
import { expect } from "chai";
import type pg from "pg";
import { markSeq } from "../../core/device/ask.ts";
import { panelPatterns } from "../../core/prove/panel-test.ts";
import { drawPattern } from "../../src/drawing/panel-patterns.js";
import { pageScript } from "../../server/panel-test/page.ts";
import { MOST_TRIES, plainCode } from "../../server/store/panel-tests.ts";
import { GET as standing, POST as make } from "../../src/pages/api/jobs/[code]/panel-test.ts";
import { GET as look, POST as open } from "../../src/pages/p/[code].ts";
import { GET as typed } from "../../src/pages/p/index.ts";
import { POST as results } from "../../src/pages/p/results.ts";
import { faceOf } from "../../core/prove/panel-face.ts";
import { familyNamed, workedTo, type WorkedJob } from "../bench-hand.ts";
import { randomStream } from "../../core/random.ts";
import { isLong } from "../long.ts";
import { demoDatabase } from "../fresh-database.ts";
import { ask, call, expectFault } from "./ask.ts";
import { keepWorked, sceneAt } from "./at-bench.ts";

/** A job of this file's own, joined and running again. */
const CODE = "GW-9901";

describe("the panel under test", () => {
  let pool: pg.Pool;
  const made = async () => (await ask(make, { params: { code: CODE }, body: { who: "tove" } })).body;
  const looked = (code: string, more: { clientAddress?: string; headers?: Record<string, string> } = {}) =>
    call(look, { params: { code }, ...more });
  const opened = async (code: string) => {
    const answer = await call(open, { params: { code }, raw: "" });
    return { answer, session: /panel-test=([\w-]+)/.exec(answer.headers.get("set-cookie") ?? "")?.[1] };
  };
  const told = async () => (await sceneAt(pool, CODE)).state.prove.panel;
  const report = (session: string, number: number, sent: object) =>
    ask(results, { body: { session, number, report: sent } });

  before(async () => {
    ({ pool } = await demoDatabase());
    const isProved = ({ state }: WorkedJob["scene"]) =>
      markSeq(state, "renewed") > 0 && (state.prove.tests.touch?.seq ?? 0) > markSeq(state, "renewed");
    await keepWorked(pool, CODE, workedTo(familyNamed("TK-5"), "layer", isProved, { endMs: Date.now() }));
  });
  beforeEach(() => pool.query("DELETE FROM panel_test_try"));

  it("runs a script of ECMAScript 5, which a newer one is not", () => {
    expect(() => parse(pageScript(), { ecmaVersion: 5 })).not.to.throw();
    expect(() => parse(`${pageScript()}\nconst late = 1;`, { ecmaVersion: 5 })).to.throw();
    // Nothing in it that such a browser has not: it would only show on the panel.
    expect(pageScript()).not.to.match(/\bfetch\(|\bPromise\b|=>|\.includes\(|\.forEach\(|Object\.assign/);
  });

  it("draws every pattern, none like another", () => {
    const drawn = panelPatterns.map((name) => {
      const rects: string[] = [];
      const context = {
        fillStyle: "",
        fillRect(...box: number[]) {
          rects.push(`${this.fillStyle} ${box.join(" ")}`);
        },
      };
      drawPattern(context as never, name, 480, 288, 400);
      expect(rects[0], name).to.match(/ 0 0 480 288$/);
      return rects.join();
    });
    expect(new Set(drawn).size).to.equal(panelPatterns.length);
  });

  it("takes no report for a device that is recorded open or off", async () => {
    const { code } = (await ask(make, { params: { code: "GW-1155" }, body: { who: "tove" } })).body;
    const session = (await opened(code)).session!;
    const intervalsMs = [16, 17, 40, 16];
    const refused = await report(session, 1, { part: "pacing", intervalsMs });
    expect(refused.status).to.equal(409);
    expect(refused.body.missing.map(({ is }: { is: string }) => is)).to.include("running");
  });

  it("is opened by a code once: looking does not use it up, and the device that opened it may load it again", async () => {
    const { code, address, openedAt } = await made();
    expect(code).to.match(/^[2-9A-HJKMNP-Z]{8}$/);
    expect(address).to.match(new RegExp(`/p/${code}$`));
    expect(openedAt).to.equal(null);
    expect((await looked(code)).status).to.equal(200);
    expect((await looked(code.toLowerCase())).status).to.equal(200);
    const { answer, session } = await opened(code);
    expect(answer.status).to.equal(303);
    expect(session).to.match(/^[\w-]{24}$/);
    expect((await opened(code)).answer.status).to.equal(410);
    expect((await looked(code)).status).to.equal(410);
    const cookie = answer.headers.get("set-cookie")!.split(";")[0]!;
    expect((await looked(code, { headers: { cookie } })).status).to.equal(200);
    expect((await looked(code, { headers: { cookie: "panel-test=other" } })).status).to.equal(410);
    expect((await ask(standing, { params: { code: CODE } })).body.openedAt).not.to.equal(null);
  });

  it("is not opened by two at once", async () => {
    const { code } = await made();
    const both = await Promise.all([opened(code), opened(code), opened(code)]);
    expect(both.map(({ answer }) => answer.status).sort()).to.deep.equal([303, 410, 410]);
  });

  it("is not opened by a wrong code, one that is too old, or one that another has taken the place of", async () => {
    expect((await looked("ZZZZ2222")).status).to.equal(404);
    const first = await made();
    const second = await made();
    expect((await looked(first.code)).status).to.equal(410);
    expect((await looked(second.code)).status).to.equal(200);
    await pool.query("UPDATE panel_test SET expires_at = now() - interval '1 second' WHERE code = $1", [
      second.code,
    ]);
    expect((await looked(second.code)).status).to.equal(410);
    expect((await opened(second.code)).answer.status).to.equal(410);
    expect((await ask(make, { params: { code: "GW-1" }, body: { who: "tove" } })).status).to.equal(404);
    expect((await ask(make, { params: { code: CODE }, body: { who: "nobody" } })).status).to.equal(401);
  });

  it("cannot be come upon by trying: after a few wrong codes an address is told nothing, not even of the right one", async () => {
    const { code } = await made();
    for (let tries = 0; tries < MOST_TRIES; tries += 1) {
      expect((await looked(`AAAA${2222 + tries}`)).status).to.equal(404);
    }
    expect((await looked("AAAA9999")).status).to.equal(429);
    expect((await looked(code)).status).to.equal(429);
    expect((await call(open, { params: { code }, raw: "" })).status).to.equal(429);
    expect((await looked(code, { clientAddress: "10.0.0.2" })).status).to.equal(200);
    await pool.query("UPDATE panel_test_try SET at = now() - interval '11 minutes'");
    expect((await looked(code)).status).to.equal(200);
  });

  it("is held against many that try at once; who guesses from a hundred addresses finds nothing and keeps nobody else out", async () => {
    const burst = await Promise.all(Array.from({ length: 40 }, (_, i) => looked(`BBBB${2222 + i}`)));
    expect(burst.filter(({ status }) => status === 404).length).to.be.at.most(MOST_TRIES);
    await pool.query("DELETE FROM panel_test_try");
    const { code } = await made();
    const letters = "23456789ABCDEFGHJKMNPQRSTUVWXYZ";
    const random = randomStream(11);
    const guess = () =>
      Array.from({ length: 8 }, () => letters[Math.floor(random() * letters.length)]).join("");
    const counts = new Map<number, number>();
    for (let round = 0; round < (isLong ? 100 : 12); round += 1) {
      const answers = await Promise.all(
        Array.from({ length: 100 }, (_, n) => looked(guess(), { clientAddress: `10.1.0.${n}` })),
      );
      for (const { status } of answers) counts.set(status, (counts.get(status) ?? 0) + 1);
    }
    // Ten each are answered, the others not.
    expect(counts.get(404)).to.equal(100 * MOST_TRIES);
    expect([...counts.keys()]).to.have.members([404, 429]);
    expect((await looked(code, { clientAddress: "10.9.9.9" })).status).to.equal(200);
  });

  it("takes a code as it is typed", async () => {
    expect(plainCode(" abcd-2345 ")).to.equal("ABCD2345");
    const answer = await call(typed, { search: "?code=abcd%202345" });
    expect(answer.headers.get("location")).to.equal("/p/ABCD2345");
    expect(await (await call(typed)).text()).to.include("Type the code");
    // What is typed does not become part of the page.
    expect(await (await looked("%3Cscript%3E")).text()).not.to.include("<script>");
  });

  it("tells the job what it was shown and how it was touched, each report once", async () => {
    const session = (await opened((await made()).code)).session!;
    const seen = panelPatterns.map((pattern) => ({ pattern, good: pattern !== "red" }));
    const patterns = { part: "patterns", source: "panel", seen };
    expect((await report(session, 1, patterns)).status).to.equal(201);
    expect((await report(session, 1, patterns)).status).to.equal(200);
    expect((await told()).patterns!.seen.filter(({ good }) => !good)).to.have.length(1);
    // Across the middle at an even pace, but for a place in which nothing was told.
    const points = Array.from({ length: 160 }, (_, i) => ({ xPx: 5 * i, yPx: 240, tMs: 10 * i }));
    const strokes = [{ pointer: 1, points: points.filter((_, i) => i < 80 || i > 90) }];
    const screen = { widthPx: 800, heightPx: 480 };
    expect((await report(session, 2, { part: "touch", screen, strokes })).status).to.equal(201);
    const { touch } = await told();
    // Cells of about five millimetres, in the panel's own proportions.
    const { longMm, shortMm } = faceOf((await sceneAt(pool, CODE)).family);
    const [columns, rows] = [Math.round(longMm / 5), Math.round(shortMm / 5)];
    expect(touch).to.include({ columns, rows, widthMm: longMm, heightMm: shortMm, verdict: "fail" });
    expect(touch!.dropOuts.map(({ at, to, provedAgain }) => [at.xPx, to!.xPx, provedAgain])).to.deep.equal([
      [395, 455, false],
    ]);
    const crossed = columns * rows - touch!.dead.length;
    expect(crossed).to.be.within(columns - 3, columns - 1);
    expect(touch!.provedToMm!).to.be.within(shortMm / 2, shortMm / 2 + 2);
    const intervalsMs = [16, 17, 40, 16];
    expect((await report(session, 3, { part: "pacing", intervalsMs })).status).to.equal(201);
    expect((await told()).pacing).to.include({ latePct: 25 });
    expectFault(await report(session, 4, { part: "pacing", intervalsMs: [16] }), 422, "report.intervalsMs");
    const back = [
      {
        pointer: 1,
        points: [
          { xPx: 1, yPx: 1, tMs: 9 },
          { xPx: 2, yPx: 1, tMs: 8 },
        ],
      },
    ];
    expectFault(
      await report(session, 4, { part: "touch", screen, strokes: back }),
      422,
      "strokes[0].points[1].tMs",
    );
    const off = {
      part: "pixels",
      source: "panel",
      widthPx: 10,
      heightPx: 10,
      faults: [{ kind: "dark", xPx: 10, yPx: 1 }],
    };
    expectFault(await report(session, 4, off), 422, "report.faults[0]");
    expect((await report("no-such-session", 1, patterns)).status).to.equal(404);
    await pool.query("UPDATE panel_test SET expires_at = now() WHERE session = $1", [session]);
    expect((await report(session, 5, patterns)).status).to.equal(410);
  });
});
