import type pg from "pg";
import { routeNow } from "../../core/device/ask.ts";
import type { Device, Scene } from "../../core/device/scene.ts";
import { projectCompared } from "./compared.ts";
import type { StoredFamily } from "./families.ts";
import { projectRecord } from "./job-records.ts";
import type { KeptMove } from "./kept-moves.ts";

/** The looks through photos that stand, and what each called. */
async function projectLooks(
  client: pg.PoolClient,
  jobId: string,
  photos: Device["prove"]["photos"],
): Promise<void> {
  const looks = photos.map(({ id, source, truth, defects }) => ({
    move_id: id,
    source,
    planted: truth?.planted ?? 0,
    hits: truth?.found ?? 0,
    calls: [...new Set(defects.map(({ kind }) => kind))].map((kind) => {
      const called = defects.filter((defect) => defect.kind === kind);
      return { kind, called: called.length, overruled: called.filter(({ overruled }) => overruled).length };
    }),
  }));
  await client.query("DELETE FROM look WHERE job_id = $1", [jobId]);
  await client.query(
    `INSERT INTO look (move_id, job_id, source, planted, hits)
     SELECT move_id, $1, source, planted, hits
     FROM jsonb_to_recordset($2::jsonb) AS l(move_id uuid, source text, planted integer, hits integer)`,
    [jobId, JSON.stringify(looks)],
  );
  await client.query(
    `INSERT INTO look_call (move_id, kind, source, called, overruled)
     SELECT l.move_id, c.kind, l.source, c.called, c.overruled
     FROM jsonb_to_recordset($1::jsonb) AS l(move_id uuid, source text, calls jsonb),
          jsonb_to_recordset(l.calls) AS c(kind text, called integer, overruled integer)`,
    [JSON.stringify(looks)],
  );
}

/** What stands beside the moves for queries: folded, never truth. */
export async function project(
  client: pg.PoolClient,
  job: { id: string; family: Pick<StoredFamily, "family"> },
  moves: readonly KeptMove[],
  scene: Scene,
  before: Device | null,
): Promise<void> {
  const { id: jobId } = job;
  const { state } = scene;
  const { ended, agreements, dueAt, complaint } = state.intake;
  const firstYes = agreements.find(({ answer }) => answer === "yes");
  await client.query(
    "UPDATE job SET route = $2, ended_at = $3, outcome = $4, due_at = $5, tried_route = $6, complaint = $7 WHERE id = $1",
    [
      jobId,
      routeNow(scene),
      ended ? new Date(ended.atMs) : null,
      ended?.outcome ?? null,
      dueAt,
      state.marks.opened === undefined ? null : (firstYes?.route ?? null),
      complaint,
    ],
  );
  if (before?.records.readings !== state.records.readings || before.cure.lamp !== state.cure.lamp) {
    const lamp = state.cure.lamp;
    const readings = [
      ...state.records.readings.map(({ of, index, stage, quantity, source, value, atMs }) => ({
        move_id: of,
        position: index,
        stage,
        quantity,
        source,
        value,
        at: new Date(atMs).toISOString(),
      })),
      // The lamp that was read for this job tells of the shop's lamp as well.
      ...(lamp
        ? [
            {
              move_id: lamp.id,
              position: 0,
              stage: "cure",
              quantity: "irradiance",
              source: lamp.from,
              value: lamp.irradianceMwCm2,
              at: new Date(lamp.atMs).toISOString(),
            },
          ]
        : []),
    ];
    const told = `(SELECT * FROM jsonb_to_recordset($2::jsonb)
      AS r(move_id uuid, position integer, stage text, quantity text, source text, value float8, at timestamptz))`;
    const asked = [jobId, JSON.stringify(readings)];
    // What stands as it was is not written again.
    await client.query(
      `DELETE FROM reading WHERE job_id = $1 AND (move_id, position, stage, quantity, source, value, at) NOT IN ${told}`,
      asked,
    );
    await client.query(
      `INSERT INTO reading (job_id, move_id, position, stage, quantity, source, value, at)
       SELECT $1, told.* FROM ${told} AS told ON CONFLICT (move_id, position) DO NOTHING`,
      asked,
    );
  }
  if (before?.cure.hadS !== state.cure.hadS) {
    await client.query("DELETE FROM lamp_exposure WHERE job_id = $1", [jobId]);
    await client.query(
      `INSERT INTO lamp_exposure (move_id, job_id, at, seconds)
       SELECT id, $1, at, s
       FROM (SELECT id, kind, received_at AS at,
                    extract(epoch FROM received_at - lag(received_at) OVER (ORDER BY seq))::float8 AS s
             FROM standing_move WHERE job_id = $1 AND kind IN ('lamp-on', 'lamp-off')) AS turns
       WHERE kind = 'lamp-off' AND s IS NOT NULL`,
      [jobId],
    );
  }
  await projectCompared(client, jobId, scene, before);
  if (before?.prove.photos !== state.prove.photos) await projectLooks(client, jobId, state.prove.photos);
  if (before?.bond.spent !== state.bond.spent || before.bond.solvent !== state.bond.solvent) {
    const { spent, solvent } = state.bond;
    const used = [
      ...spent.map(({ what, quantity, unit, lot }) => ({ what, quantity, unit, lot })),
      ...(solvent
        ? [{ what: solvent.solvent, quantity: solvent.volumeMl, unit: "ml", lot: solvent.lot }]
        : []),
    ];
    await client.query("DELETE FROM spent WHERE job_id = $1", [jobId]);
    await client.query(
      `INSERT INTO spent (job_id, position, what, quantity, unit, lot)
       SELECT $1, s.nr, s.what, s.quantity, s.unit, s.lot
       FROM ROWS FROM (jsonb_to_recordset($2::jsonb) AS (what text, quantity float8, unit text, lot text))
         WITH ORDINALITY AS s(what, quantity, unit, lot, nr)`,
      [jobId, JSON.stringify(used)],
    );
  }
  // What it took counts what was used up.
  await projectRecord(client, job, moves, scene, before);
}
