import type pg from "pg";
import { makeShopKey, type ShopKey } from "./seal.ts";

interface Row {
  id: string;
  public_key: Buffer;
  private_key: Buffer;
}

/** The key by which this shop signs; made when it is first wanted. */
export async function shopKey(pool: pg.Pool): Promise<ShopKey> {
  const find = async (): Promise<ShopKey | null> => {
    const { rows } = await pool.query<Row>("SELECT id, public_key, private_key FROM shop_key");
    const [row] = rows;
    return row ? { id: row.id, publicKey: row.public_key, privateKey: row.private_key } : null;
  };
  const there = await find();
  if (there) return there;
  const made = makeShopKey();
  // Two who want it at once have one.
  await pool.query(
    "INSERT INTO shop_key (id, public_key, private_key) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING",
    [made.id, made.publicKey, made.privateKey],
  );
  return (await find())!;
}
