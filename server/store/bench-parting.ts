import type pg from "pg";
import { seamNow } from "../../core/device/ask.ts";
import type { Scene } from "../../core/device/scene.ts";
import { ownSpeed, type BenchParting } from "../../core/lift/bench-parting.ts";
import type { StrengthReading } from "../../core/lift/glue-curve.ts";
import type { LiftStressInput } from "../../core/lift/lift-stress-input.ts";
import type { WirePull } from "../../core/lift/lift-slot.ts";
import { fromWedge, fromWire } from "../../core/lift/strength-readings.ts";

/** The newest readings of a glue, and cuts of each kind, that a bench goes by. */
const MOST_READINGS = 100;
const MOST_CUTS = 50;

type Told = { id: string; atMs: number } & (
  | { kind: "wedge-read"; data: { glue: string; glueC: number; input: LiftStressInput } }
  | { kind: "wire-read"; data: Omit<WirePull, "id"> }
);

/** What this shop has read of a glue, by wedges and wires, over all jobs; what was taken back does not count. */
export async function shopStrength(pool: pg.Pool, glue: string): Promise<StrengthReading[]> {
  const { rows } = await pool.query<Told>(
    `SELECT id, kind, data, extract(epoch FROM received_at)::float8 * 1000 AS "atMs" FROM standing_move
     WHERE kind IN ('wedge-read', 'wire-read') AND data->>'glue' = $1
     ORDER BY received_at DESC LIMIT ${MOST_READINGS}`,
    [glue],
  );
  return rows.flatMap(({ id, atMs, ...told }) =>
    told.kind === "wedge-read" ? [fromWedge({ ...told.data, id, atMs })] : fromWire({ ...told.data, id }),
  );
}

/** How fast this shop's hands went at their newest cuts of a family's devices, mm/s. */
async function speeds(pool: pg.Pool, what: string, family: string): Promise<number[]> {
  const { rows } = await pool.query<{ measured: number }>(
    `SELECT measured FROM compared WHERE what = $1 AND family = $2 ORDER BY at DESC LIMIT ${MOST_CUTS}`,
    [what, family],
  );
  return rows.map(({ measured }) => measured);
}

/** What this shop has read of how the glue at hand parts; null where none is. */
export async function partingAt(pool: pg.Pool, scene: Scene): Promise<BenchParting | null> {
  const layer = seamNow(scene)?.layer;
  const glue = scene.family.stack.find(({ name }) => name === layer)?.material;
  if (glue === undefined) return null;
  const [readings, cards, wires] = await Promise.all([
    shopStrength(pool, glue),
    speeds(pool, "card speed", scene.family.code),
    speeds(pool, "wire speed", scene.family.code),
  ]);
  return { material: glue, readings, cardMmS: ownSpeed(cards), wireMmS: ownSpeed(wires) };
}
