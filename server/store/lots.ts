import type pg from "pg";
import type { LotTaken } from "../../core/bond/bond-slot.ts";
import { isSheetFilm } from "../../core/film/films.ts";
import { lastDayOf } from "../../core/materials/lots.ts";
import type { Lot, LotAdded } from "../../core/materials/shelf-lot.ts";

/** A lot on the shelf, with what is left of it, below zero where somebody signed for more than the count had: for film that is cut from sheets, how many of those and their remnants there are. */
export interface ShelvedLot extends Lot {
  id: string;
  leftQuantity: number;
  /** As it was measured last, on a job that had this lot at the bench. */
  viscosityPaS: number | null;
  /** Nothing is taken of it any more. */
  isBlocked: boolean;
}

interface LotRow {
  id: string;
  kind: Lot["kind"];
  lot: string;
  material: string;
  expires_on: string | null;
  opened_on: string | null;
  open_days: number | null;
  quantity: number;
  cost_minor: number | null;
  spent: number;
  sheets: number;
  viscosity: number | null;
  is_blocked: boolean;
}

const readRow = (row: LotRow): ShelvedLot => ({
  id: row.id,
  kind: row.kind,
  lot: row.lot,
  material: row.material,
  expiresOn: row.expires_on,
  openedOn: row.opened_on,
  openDays: row.open_days,
  quantity: row.quantity,
  costMinor: row.cost_minor,
  leftQuantity: isSheetFilm(row.material) ? row.sheets : row.quantity - row.spent,
  viscosityPaS: row.viscosity,
  isBlocked: row.is_blocked,
});

/** What is on the shelf, the first to go out of date first. */
export async function shelvedLots(client: pg.Pool | pg.PoolClient): Promise<ShelvedLot[]> {
  const { rows } = await client.query<LotRow>(
    `SELECT lot.id, lot.kind, lot.lot, lot.material, lot.expires_on::text, lot.opened_on::text, lot.open_days,
            lot.quantity, lot.cost_minor, EXISTS (SELECT FROM lot_block WHERE lot_block.lot = lot.lot) AS is_blocked,
            coalesce((SELECT lot_count.spent FROM lot_count WHERE lot_count.lot = lot.lot), 0)::float8 AS spent,
            (SELECT count(*)::int FROM film_sheet
             WHERE film_sheet.lot = lot.lot AND cut_by IS NULL AND film_sheet.gone_at IS NULL) AS sheets,
            (SELECT reading.value FROM reading
             WHERE reading.quantity = 'viscosity' AND reading.job_id IN (
               SELECT m.job_id FROM standing_move m WHERE m.kind = 'lot-taken' AND m.data->>'lot' = lot.lot)
             ORDER BY reading.at DESC LIMIT 1) AS viscosity
     FROM lot WHERE lot.gone_at IS NULL
     ORDER BY lot.kind, lot.expires_on NULLS LAST, lot.lot`,
  );
  return rows.map(readRow);
}

/** What the shelf says of a lot by its name: its kind, its material, its last day; null where it is not there. */
export async function lotOnShelf(
  client: pg.PoolClient,
  lot: string,
): Promise<(Pick<Lot, "kind" | "material"> & Pick<LotTaken, "goodUntil">) | null> {
  const { rows } = await client.query<
    Pick<LotRow, "kind" | "material" | "expires_on" | "opened_on" | "open_days">
  >(
    `SELECT kind, material, expires_on::text, opened_on::text, open_days FROM lot
     WHERE lot = $1 AND gone_at IS NULL`,
    [lot],
  );
  const [row] = rows;
  if (!row) return null;
  const goodUntil = lastDayOf({
    expiresOn: row.expires_on,
    openedOn: row.opened_on,
    openDays: row.open_days,
  });
  return { kind: row.kind, material: row.material, goodUntil };
}

/** Puts a lot on the shelf; false where one of that name is, or was, there. */
export async function addLot(client: pg.Pool | pg.PoolClient, lot: LotAdded): Promise<boolean> {
  const { rowCount } = await client.query(
    `INSERT INTO lot (kind, lot, material, expires_on, opened_on, open_days, quantity, cost_minor)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8) ON CONFLICT (lot) DO NOTHING`,
    [
      lot.kind,
      lot.lot,
      lot.material,
      lot.expiresOn,
      lot.openedOn,
      lot.openDays,
      lot.quantity,
      lot.costMinor ?? null,
    ],
  );
  return rowCount === 1;
}

/** Notes the day on which a lot was opened, or what it cost; false where there is no such lot. */
export async function tellOfLot(
  pool: pg.Pool,
  id: string,
  { openedOn, costMinor }: Partial<Pick<Lot, "openedOn" | "costMinor">>,
): Promise<boolean> {
  const { rowCount } = await pool.query(
    `UPDATE lot SET opened_on = coalesce($2, opened_on), cost_minor = CASE WHEN $3 THEN $4 ELSE cost_minor END
     WHERE id = $1 AND gone_at IS NULL`,
    [id, openedOn ?? null, costMinor !== undefined, costMinor ?? null],
  );
  return rowCount === 1;
}

/** Takes a lot off the shelf for good; false where there is no such lot. */
export async function discardLot(pool: pg.Pool, id: string): Promise<boolean> {
  const { rowCount } = await pool.query("UPDATE lot SET gone_at = now() WHERE id = $1 AND gone_at IS NULL", [
    id,
  ]);
  return rowCount === 1;
}
