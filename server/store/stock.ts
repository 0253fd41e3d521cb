import type pg from "pg";
import type { LotTaken } from "../../core/bond/bond-slot.ts";
import type { DeviceFact } from "../../core/device/facts.ts";
import type { Device } from "../../core/device/scene.ts";
import { factKey } from "../../core/job/fact.ts";
import { message, type Message } from "../../core/job/message.ts";
import { isSheetFilm } from "../../core/film/films.ts";
import { firstBlocked } from "./lot-blocks.ts";
import { lotOnShelf } from "./lots.ts";

/** Why the shelf does not give what a job says it took; null where it does. */
type ShelfRefusal = { missing: readonly DeviceFact[]; fault: Message | null } | null;

const isSigned = ({ signed }: Device, fact: DeviceFact): boolean => factKey(fact) in signed;

/** A lot that is told is on the shelf, of that kind, material and date. One that is on no shelf wants somebody's name. */
export async function lotRefusal(
  client: pg.PoolClient,
  state: Device,
  told: LotTaken,
): Promise<ShelfRefusal> {
  if (await firstBlocked(client, [told.lot]))
    return { missing: [], fault: message("fault.lot-blocked", { lot: told.lot }) };
  const shelved = await lotOnShelf(client, told.lot);
  if (!shelved) {
    const fact = { is: "lot-on-shelf", lot: told.lot } as const;
    return isSigned(state, fact) ? null : { missing: [fact], fault: null };
  }
  const { kind, material, goodUntil } = shelved;
  const isLonger = goodUntil !== null && (told.goodUntil === null || told.goodUntil > goodUntil);
  return kind === told.kind && material === told.material && !isLonger
    ? null
    : {
        missing: [],
        fault: message("fault.lot-not-so", { lot: told.lot, material, until: goodUntil ?? "none" }),
      };
}

/** How much of each lot a job has used up. */
function spentByLot({ bond }: Device): Map<string, number> {
  const spent = new Map<string, number>();
  for (const { lot, quantity } of bond.spent) {
    if (lot !== null) spent.set(lot, (spent.get(lot) ?? 0) + quantity);
  }
  return spent;
}

/**
 * What a job takes of a lot is still there. Where the count says that it is not, somebody signs for it, and the count goes below zero. Lots
 * are held until the transaction ends, so that two jobs do not take the same last drop.
 */
export async function overdrawn(
  client: pg.PoolClient,
  jobId: string,
  before: Device,
  after: Device,
): Promise<DeviceFact | null> {
  if (before.bond.spent === after.bond.spent) return null;
  const wanted = spentByLot(after);
  // Only what this asks for more than before: what was signed for or laid earlier is over.
  const had = spentByLot(before);
  const more = [...wanted].filter(([lot, quantity]) => quantity > (had.get(lot) ?? 0));
  if (more.length === 0) return null;
  const { rows } = await client.query<{ lot: string; material: string; quantity: number }>(
    "SELECT lot, material, quantity FROM lot WHERE lot = ANY($1) AND gone_at IS NULL ORDER BY lot FOR UPDATE",
    [more.map(([lot]) => lot)],
  );
  for (const { lot, material, quantity } of rows) {
    if (isSheetFilm(material)) continue;
    const { rows: others } = await client.query<{ spent: number }>(
      `SELECT (coalesce((SELECT spent FROM lot_count WHERE lot = $1), 0)
               - coalesce((SELECT sum(quantity::numeric) FROM spent WHERE lot = $1 AND job_id = $2), 0))::float8 AS spent`,
      [lot, jobId],
    );
    const left = quantity - others[0]!.spent - wanted.get(lot)!;
    const fact = { is: "lot-enough", lot } as const;
    if (left < -1e-9 && !isSigned(after, fact)) return fact;
  }
  return null;
}
