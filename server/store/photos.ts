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

/** The photos of a job that its customer does not see. */
export async function keptBackPhotos(pool: pg.Pool, code: string): Promise<string[]> {
  const { rows } = await pool.query<{ id: string }>(
    `SELECT photo.id FROM photo JOIN photo_kept_back ON photo_id = photo.id JOIN job ON job.id = photo.job_id
     WHERE code = $1 ORDER BY 1`,
    [code],
  );
  return rows.map(({ id }) => id);
}

/** Keeps a photo of a job back from its customer, or shows it again; false where the job has no such photo. */
export async function keepPhotoBack(
  pool: pg.Pool,
  code: string,
  { id, isShown }: { id: string; isShown: boolean },
): Promise<boolean> {
  const own = "SELECT photo.id FROM photo JOIN job ON job.id = job_id WHERE photo.id = $1 AND code = $2";
  const { rowCount } = await pool.query(own, [id, code]);
  if (rowCount !== 1) return false;
  await (isShown
    ? pool.query("DELETE FROM photo_kept_back WHERE photo_id = $1", [id])
    : pool.query("INSERT INTO photo_kept_back VALUES ($1) ON CONFLICT DO NOTHING", [id]));
  return true;
}
