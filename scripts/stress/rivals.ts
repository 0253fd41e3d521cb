import { randomUUID } from "node:crypto";
import type pg from "pg";
import { chooseAxis } from "../../core/film/choose-axis.ts";
import { calculateFilmLayout } from "../../core/film/film-layout.ts";
import { CUT_GAP_MM, SHEET_TRIM_MM } from "../../core/film/film-piece.ts";
import { faceUp } from "../../core/film/films.ts";
import { nextMove } from "../../core/job/plan.ts";
import { applyMove } from "../../core/job/replay.ts";
import { deviceRules } from "../../core/moves.ts";
import { lotMaterials } from "../../core/materials/lots.ts";
import { kindTruth } from "../../core/twin/truth.ts";
import { inTransaction } from "../../server/db/pool.ts";
import { findFamily } from "../../server/store/families.ts";
import { wantedPieces, type ShelvedSheet, type WantedPiece } from "../../server/store/film-shelf.ts";
import { keepRecordedJob } from "../../server/store/jobs.ts";
import { shelvedLots } from "../../server/store/lots.ts";
import { asksFor, familyNamed, workedTo, type WorkedJob } from "../../test/bench-hand.ts";
import { freshCode, moveOf, open, post, postUntilTold, press, type Ledger } from "./press.ts";

/** What was so and what ought to be so. */
export interface Finding {
  what: string;
  found: string;
  isRight: boolean;
}

const each = <Result>(count: number, work: (n: number) => Promise<Result>): Promise<Result[]> =>
  Promise.all(Array.from({ length: count }, (_, n) => work(n)));

/** The same worked job as many times over, each with ids and a code of its own. */
async function keepCopies(pool: pg.Pool, count: number, { family, moves }: WorkedJob): Promise<string[]> {
  const codes = Array.from({ length: count }, freshCode);
  const stored = (await findFamily(pool, family.code))!;
  for (const code of codes) {
    const own = new Map(moves.map(({ id }) => [id, randomUUID() as string]));
    const copied = JSON.parse(
      JSON.stringify(moves).replace(/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g, (id) => own.get(id) ?? id),
    ) as typeof moves;
    await inTransaction(pool, (client) =>
      keepRecordedJob(client, { id: randomUUID(), code, family: stored }, copied),
    );
  }
  return codes;
}

/** Many press at one job, every fourth press twice at once, as a bouncing line sends it. */
export async function oneJob(ledger: Ledger, url: string, clients: number): Promise<Finding> {
  const code = await open(ledger, url);
  await each(clients, async (client) => {
    for (let n = 0; n < 10; n += 1) {
      const move = moveOf("noted", { text: `${client} ${n}` }, `C${client}`);
      const twice = n % 4 === 0 ? post(`${url}/api/jobs/${code}/moves`, [move]) : null;
      await press(ledger, url, code, move);
      await twice;
    }
  });
  const kept = ledger.saved.filter((saved) => saved.code === code).length;
  const expected = clients * 10 + 1;
  return { what: `${clients} clients on one job`, found: `${kept} saved`, isRight: kept === expected };
}

/** Everybody presses the same step, each as a press of their own: it happens once. */
export async function oneStep(ledger: Ledger, url: string, pool: pg.Pool, clients: number): Promise<Finding> {
  const worked = workedTo(familyNamed("PH-10"), "layer", asksFor("screws-taken"), { endMs: Date.now() });
  const [code] = await keepCopies(pool, 1, worked);
  const next = nextMove(deviceRules, worked.scene);
  if (!next || !("step" in next)) throw new Error("No screw is asked for.");
  const { kind } = next.step.move;
  const { data } = next.step;
  const outcomes = await each(clients, async (client) => {
    const move = moveOf(kind, data, `C${client}`);
    return (await postUntilTold(ledger, `${url}/api/jobs/${code}/moves`, [move])).status;
  });
  const times = (status: number) => outcomes.filter((one) => one === status).length;
  return {
    what: `${clients} clients on one screw`,
    found: `${times(201)} saved, ${times(409)} refused`,
    isRight: times(201) === 1 && times(409) === clients - 1,
  };
}

const YEAR_MS = 365 * 24 * 3_600_000;

/** Every job lays from the same bottle, which holds enough for a few of them. */
export async function oneLot(ledger: Ledger, url: string, pool: pg.Pool, clients: number): Promise<Finding> {
  const worked = workedTo(familyNamed("TK-5"), "layer", asksFor("liquid-laid"), { endMs: Date.now() });
  const codes = await keepCopies(pool, clients, worked);
  const next = nextMove(deviceRules, worked.scene);
  if (!next || !("step" in next)) throw new Error("No liquid is asked for.");
  const { move, data } = next.step;
  const taken = worked.scene.state.bond.lots.adhesive!;
  const laid = applyMove(move, worked.scene, data, {
    id: randomUUID(),
    seq: 0,
    who: "tove",
    atMs: Date.now(),
  });
  const { quantity } = laid.bond.spent.at(-1)!;
  const enoughFor = 7;
  const added = await post(`${url}/api/lots`, {
    lot: taken.lot,
    kind: "adhesive",
    material: lotMaterials.adhesive[0],
    expiresOn: new Date(Date.now() + YEAR_MS).toISOString().slice(0, 10),
    openedOn: null,
    openDays: null,
    quantity: quantity * (enoughFor + 0.5),
  });
  if (added?.status !== 201) throw new Error(`The lot was not added: ${JSON.stringify(added)}`);
  const outcomes = await each(clients, async (n) => {
    const move = moveOf("liquid-laid", data, "bench");
    return postUntilTold(ledger, `${url}/api/jobs/${codes[n]}/moves`, [move]);
  });
  const saved = outcomes.filter(({ status }) => status === 201).length;
  const short = outcomes.filter(({ said }) => JSON.stringify(said).includes("lot-enough")).length;
  const left = (await shelvedLots(pool)).find(({ lot }) => lot === taken.lot)!.leftQuantity;
  return {
    what: `${clients} jobs on one bottle with enough for ${enoughFor}`,
    found: `${saved} saved, ${short} refused for want of it, ${left.toFixed(2)} ml left`,
    isRight: saved === enoughFor && short === clients - enoughFor && left >= 0,
  };
}

const SHEET = { kind: "clear", widthMm: 400, heightMm: 300, axisDeg: 0, lot: "stress", isRemnant: false };

async function addSheet(url: string, label: string): Promise<ShelvedSheet> {
  const answer = await post(`${url}/api/film/sheets`, { ...SHEET, label });
  if (answer?.status !== 201) throw new Error(`The sheet was not added: ${JSON.stringify(answer)}`);
  return answer.said as ShelvedSheet;
}

/** One piece of a job in the middle of a sheet. */
function pieceOn(sheet: ShelvedSheet, { job, film, widthMm, heightMm, axisDeg }: WantedPiece) {
  const piece = { id: film, widthMm, heightMm, axisDeg, adhesive: faceUp(film) };
  const { placed } = calculateFilmLayout({
    sheets: [{ id: sheet.id, widthMm: sheet.widthMm, heightMm: sheet.heightMm, axisDeg: sheet.axisDeg }],
    pieces: [piece],
    gapMm: CUT_GAP_MM,
    trimMm: SHEET_TRIM_MM,
  });
  return {
    sheet: sheet.id,
    pieces: [{ job, film, widthMm, heightMm, axisDeg, centre: placed[0]!.centre }],
  };
}

const cutting = (sheets: ReturnType<typeof pieceOn>[]) => ({
  id: randomUUID() as string,
  who: "tove",
  at: new Date().toISOString(),
  gapMm: CUT_GAP_MM,
  trimMm: SHEET_TRIM_MM,
  sheets,
});

/** Everybody cuts the same sheet: one has it. Then pairs of sheets are named in opposite order by two at a time. */
export async function sheets(
  ledger: Ledger,
  url: string,
  pool: pg.Pool,
  clients: number,
): Promise<Finding[]> {
  const axes = { front: 90, rear: 0 };
  const worked = workedTo(
    familyNamed("WS-240"),
    "film",
    ({ state }) => state.film.chosen.front !== undefined,
    { films: ["front", "rear"], truth: { ...kindTruth, axisDeg: axes }, endMs: Date.now() },
  );
  const codes = await keepCopies(pool, clients, worked);
  const rear = chooseAxis(worked.scene, "rear");
  for (const code of codes) await press(ledger, url, code, moveOf("axis-chosen", rear, "bench"));
  const wanted = await wantedPieces(pool);
  const piecesOf = (code: string) => wanted.filter(({ job }) => job === code);
  const contested = await addSheet(url, "S-ONE");
  const outcomes = await each(clients, async (n) => {
    const front = piecesOf(codes[n]!).find(({ film }) => film === "front")!;
    const { status } = await postUntilTold(
      ledger,
      `${url}/api/film/cuts`,
      cutting([pieceOn(contested, front)]),
    );
    return { code: codes[n]!, status };
  });
  const won = outcomes.filter(({ status }) => status === 201);
  const free = codes.filter((code) => code !== won[0]?.code);
  const pairs = await Promise.all(
    Array.from({ length: Math.floor(free.length / 2) }, async (_, n) => {
      const [a, b] = await Promise.all([addSheet(url, `S-${n}-A`), addSheet(url, `S-${n}-B`)]);
      const both = (code: string, order: ShelvedSheet[]) =>
        cutting(piecesOf(code).map((piece, i) => pieceOn(order[i]!, piece)));
      return Promise.all(
        [both(free[2 * n]!, [a, b]), both(free[2 * n + 1]!, [b, a])].map(
          async (body) => (await postUntilTold(ledger, `${url}/api/film/cuts`, body)).status,
        ),
      );
    }),
  );
  const fair = pairs.filter((pair) => [...pair].sort().join() === "201,409").length;
  return [
    {
      what: `${clients} clients on one sheet`,
      found: `${won.length} had it`,
      isRight: won.length === 1 && outcomes.every(({ status }) => status === 201 || status === 409),
    },
    {
      what: `${pairs.length} pairs naming two sheets in opposite order`,
      found: `${fair} times one had both and the other neither`,
      isRight: fair === pairs.length,
    },
  ];
}
