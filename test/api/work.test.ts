import { expect } from "chai";
import { v4 as uuid } from "uuid";
import type { APIRoute } from "astro";
import { sceneAtStart } from "../../core/device/start.ts";
import { nextMove } from "../../core/kernel/plan.ts";
import { replay, TAKEN_BACK } from "../../core/kernel/replay.ts";
import { deviceRules } from "../../core/moves.ts";
import { database } from "../../server/db/pool.ts";
import { firstBrokenLink } from "../../server/store/work.ts";
import { familyNamed } from "../bench-hand.ts";
import { demoDatabase } from "../fresh-database.ts";
import { ask, expectFault } from "./ask.ts";

describe("jobs worked by their plan", () => {
  let list: { GET: APIRoute; POST: APIRoute };
  let moves: { GET: APIRoute; POST: APIRoute };
  before(async function () {
    this.timeout(120_000);
    await demoDatabase();
    list = await import("../../src/pages/api/work/index.ts");
    moves = await import("../../src/pages/api/work/[code]/moves.ts");
  });

  const move = (kind: string, data: unknown, more: object = {}) => ({
    id: uuid(),
    kind,
    version: 1,
    data,
    who: "tove",
    toldAt: "2026-01-05T08:00:00Z",
    device: "bench",
    ...more,
  });
  const opening = () =>
    move("job-opened", { complaint: "Cracked", route: "glass-sensor", films: [], bondMethod: "liquid" });
  const post = (code: string, body: unknown) => ask(moves.POST, { params: { code }, body });
  const open = async (code: string, first = opening()) => {
    const body = { id: uuid(), code, family: "AQ-8", opening: first };
    return { body, answer: await ask(list.POST, { body }) };
  };
  /** The scene of a job as the server has it. */
  const sceneOf = async (code: string) => {
    const { body } = await ask(moves.GET, { params: { code } });
    const start = sceneAtStart(familyNamed("AQ-8"), Date.now());
    return { ...start, state: replay(deviceRules, start, body.moves) };
  };

  it("are opened once, with their first move", async () => {
    const { body, answer } = await open("PL-1");
    expect(answer.status).to.equal(201);
    expect(answer.body.moves[0]).to.include({ seq: 1, kind: "job-opened", stage: "intake" });
    const again = await ask(list.POST, { body });
    expect(again.status).to.equal(200);
    const other = await open("PL-1");
    expectFault(other.answer, 409, "code");
    expect((await ask(list.GET)).body.map((job: { code: string }) => job.code)).to.include("PL-1");
  });

  it("take a move once, answer with its number, and refuse another under its id", async () => {
    await open("PL-2");
    const drawn = move("damage-drawn", {});
    expect((await post("PL-2", [drawn])).body).to.include({ added: 1 });
    const again = await post("PL-2", [drawn]);
    expect(again.body).to.include({ added: 0 });
    expect(again.body.moves[0].seq).to.equal(2);
    const other = await post("PL-2", [{ ...drawn, kind: "released" }]);
    expect(other.status).to.equal(409);
    const after = await ask(moves.GET, { params: { code: "PL-2" }, search: "?after=1" });
    expect(after.body.moves.map(({ seq }: { seq: number }) => seq)).to.deep.equal([2]);
  });

  it("refuse what is not known to be allowed, say what is missing, and keep nothing of it", async () => {
    await open("PL-3");
    const refused = await post("PL-3", [
      move("damage-drawn", {}),
      move("connector-opened", { connector: "panel" }),
    ]);
    expect(refused.status).to.equal(409);
    expect(refused.body.detail).to.include("proved that it is dead");
    expect(refused.body.missing.map(({ is }: { is: string }) => is)).to.include("safe");
    expect((await ask(moves.GET, { params: { code: "PL-3" } })).body.moves).to.have.length(1);
  });

  it("name the field of what is wrong with a move's own data, and a kind or version that is not known", async () => {
    await open("PL-4");
    expectFault(
      await post("PL-4", [move("function-tried", { fn: "picture", result: "fine" })]),
      422,
      "[0].data.result",
    );
    expectFault(await post("PL-4", [move("glass-dropped", {})]), 422, "[0].kind");
    expectFault(await post("PL-4", [move("damage-drawn", {}, { version: 2 })]), 422, "[0].kind");
    expectFault(await post("PL-4", [move("damage-drawn", { extra: 1 })]), 422, "[0].data.extra");
    expect((await post("PL-404", [move("damage-drawn", {})])).status).to.equal(404);
  });

  it("wait by the server's receipts, whatever time a tablet tells", async () => {
    await open("PL-5");
    const tell = (kind: string, data: unknown) =>
      post("PL-5", [move(kind, data, { toldAt: "2020-01-01T00:00:00Z" })]);
    for (let n = 0; n < 30; n += 1) {
      const next = nextMove(deviceRules, await sceneOf("PL-5"));
      if (!next || !("step" in next)) throw new Error("the plan is stuck");
      const { move: planned, data } = next.step;
      if (planned.kind === "soak-ended") break;
      expect((await tell(planned.kind, data)).status, planned.kind).to.equal(201);
    }
    const early = await tell("soak-ended", { early: false });
    expect(early.status).to.equal(409);
    expect(early.body.missing).to.deep.equal([{ is: "soaked" }]);
  });

  it("take back what nothing rests on, and nothing else", async () => {
    await open("PL-6");
    const drawn = await post("PL-6", [move("damage-drawn", {})]);
    const tried = await post("PL-6", [move("function-tried", { fn: "picture", result: "works" })]);
    const back = (id: string) => post("PL-6", [move(TAKEN_BACK, { event: id })]);
    expect((await back(tried.body.moves[0].id)).status).to.equal(201);
    expect((await back(tried.body.moves[0].id)).status).to.equal(409);
    const first = await ask(moves.GET, { params: { code: "PL-6" } });
    expect((await back(first.body.moves[0].id)).status).to.equal(409);
    expect((await back(drawn.body.moves[0].id)).status).to.equal(201);
  });

  it("work a dose, an exposure and an axis out again, and refuse what does not come out", async () => {
    const code = "PL-7";
    const first = move("job-opened", {
      complaint: "Cracked",
      route: "layer",
      films: [],
      bondMethod: "liquid",
    });
    await ask(list.POST, { body: { id: uuid(), code, family: "BX-24", opening: first } });
    const rest = move("dose-chosen", {
      gapUm: 150,
      volumeMl: 99,
      calculated: {
        calculation: "adhesive-dose",
        version: 1,
        input: { areaMm2: 100, gapUm: 150, overflowPct: 10, shrinkPct: 4, densityGcm3: 1.07 },
        inputHash: "0".repeat(64),
      },
    });
    const { verifyChoice } = await import("../../core/device/verify-choice.ts");
    const scene = sceneAtStart(familyNamed("BX-24"), 0);
    expect(verifyChoice(scene, "dose-chosen", rest.data)?.id).to.equal("fault.not-what-was-calculated");
    const { chooseDose } = await import("../../core/bond/choose-dose.ts");
    const right = chooseDose(scene);
    expect(verifyChoice(scene, "dose-chosen", right)).to.equal(null);
    expect(verifyChoice(scene, "dose-chosen", { ...right, volumeMl: right.volumeMl * 1.1 })).to.not.equal(
      null,
    );
  });

  it("number many that press at once without a gap, in a chain that shows a changed byte", async () => {
    await open("PL-8");
    const sent = Array.from({ length: 12 }, (_, i) => move("noted", { text: `note ${i}` }));
    const answers = await Promise.all(sent.map((one) => post("PL-8", [one])));
    expect(answers.map(({ status }) => status)).to.deep.equal(sent.map(() => 201));
    const { body } = await ask(moves.GET, { params: { code: "PL-8" } });
    expect(body.moves.map(({ seq }: { seq: number }) => seq)).to.deep.equal(
      Array.from({ length: 13 }, (_, i) => i + 1),
    );
    expect(await firstBrokenLink(database(), "PL-8")).to.equal(null);
    await database().query("ALTER TABLE move DISABLE TRIGGER move_append_only");
    await database().query(
      `UPDATE move SET data = '{"text":"another"}' WHERE seq = 5 AND work_id = (SELECT id FROM work WHERE code = 'PL-8')`,
    );
    await database().query("ALTER TABLE move ENABLE TRIGGER move_append_only");
    expect(await firstBrokenLink(database(), "PL-8")).to.equal(5);
    await database()
      .query("UPDATE move SET who = 'tove'")
      .then(
        () => expect.fail("a move was changed"),
        (error: Error) => expect(error.message).to.include("append-only"),
      );
  });
});
