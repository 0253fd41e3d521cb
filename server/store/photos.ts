import type pg from "pg";
import type { Photo } from "../formats/photo.ts";

/** Keeps the picture of a photo-added move. The same id again changes nothing. */
export async function keepPhoto(
  client: pg.PoolClient,
  id: string,
  jobId: string,
  photo: Photo,
): Promise<void> {
  await client.query(
    `INSERT INTO photo (id, job_id, width_px, height_px, picture, thumbnail) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT (id) DO NOTHING`,
    [id, jobId, photo.widthPx, photo.heightPx, photo.picture, photo.thumbnail],
  );
}

/** The bytes of one size of a photo, or null. */
export async function findPhoto(
  pool: pg.Pool,
  id: string,
  size: "picture" | "thumbnail",
): Promise<Buffer | null> {
  const { rows } = await pool.query<{ bytes: Buffer }>(
    `SELECT ${size === "picture" ? "picture" : "thumbnail"} AS bytes FROM photo WHERE id = $1`,
    [id],
  );
  return rows[0]?.bytes ?? null;
}

/** The pictures of a job, in no order. */
export async function photosOf(pool: pg.Pool, jobId: string): Promise<{ id: string; picture: Buffer }[]> {
  const { rows } = await pool.query<{ id: string; picture: Buffer }>(
    "SELECT id, picture FROM photo WHERE job_id = $1",
    [jobId],
  );
  return rows;
}

/** Which of these ids have a picture at this job. */
export async function photosPresent(
  client: pg.PoolClient,
  jobId: string,
  ids: readonly string[],
): Promise<Set<string>> {
  const { rows } = await client.query<{ id: string }>(
    "SELECT id FROM photo WHERE job_id = $1 AND id = ANY($2::uuid[])",
    [jobId, ids],
  );
  return new Set(rows.map((row) => row.id));
}
