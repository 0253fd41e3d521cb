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

/** What standing inspections called and what was overruled of it, as it was counted with each. */
export async function lookQuality(pool: pg.Pool): Promise<LookQuality> {
  const [kinds, photos] = await Promise.all([
    pool.query<{ kind: string; called: number; overruled: number }>(
      `SELECT kind, called, overruled FROM look_call_count
       WHERE source = 'photo' AND called > 0 ORDER BY overruled DESC, called DESC`,
    ),
    pool.query<{ source: string; photos: number; planted: number; found: number }>(
      "SELECT source, looks AS photos, planted, hits AS found FROM look_count",
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
