import type pg from "pg";

/** How good the look through photos has been over all jobs: of real photos what eyes overruled, of simulated ones what was planted. */
export interface LookQuality {
  photos: number;
  called: number;
  overruled: number;
  /** Calls and overrulings by kind, the most often overruled first. */
  byKind: { kind: string; called: number; overruled: number }[];
  simulated: { photos: number; planted: number; found: number };
}

/** Counts what standing inspections called and what was overruled of it. */
export async function lookQuality(pool: pg.Pool): Promise<LookQuality> {
  const [kinds, photos] = await Promise.all([
    pool.query<{ kind: string; called: number; overruled: number }>(
      `SELECT defect->>'kind' AS kind, count(*)::int AS called,
              count(*) FILTER (WHERE (defect->>'overruled')::boolean)::int AS overruled
       FROM standing_move, jsonb_array_elements(data->'defects') AS defect
       WHERE kind = 'photo-inspected' AND data->>'source' = 'photo'
       GROUP BY 1 ORDER BY 3 DESC, 2 DESC`,
    ),
    pool.query<{ source: string; photos: number; planted: number; found: number }>(
      `SELECT data->>'source' AS source, count(*)::int AS photos,
              coalesce(sum((data->'truth'->>'planted')::int), 0)::int AS planted,
              coalesce(sum((data->'truth'->>'found')::int), 0)::int AS found
       FROM standing_move WHERE kind = 'photo-inspected' GROUP BY 1`,
    ),
  ]);
  const of = (source: string) => photos.rows.find((row) => row.source === source);
  const simulated = of("simulated");
  const sum = (field: "called" | "overruled") => kinds.rows.reduce((total, row) => total + row[field], 0);
  return {
    photos: of("photo")?.photos ?? 0,
    called: sum("called"),
    overruled: sum("overruled"),
    byKind: kinds.rows,
    simulated: {
      photos: simulated?.photos ?? 0,
      planted: simulated?.planted ?? 0,
      found: simulated?.found ?? 0,
    },
  };
}
