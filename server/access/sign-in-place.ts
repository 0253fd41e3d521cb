import type pg from "pg";
import type { Asker } from "./asker.ts";
import { demoNames, type DemoPerson } from "./sign-in.ts";

/** A name that is shown where people come in. */
export interface ShownName {
  key: string;
  name: string;
}

/** Who is at a browser now, and how somebody can come in there. */
export interface SignInPlace {
  who: ShownName | null;
  /** Signed in, and away for too long. */
  away: ShownName | null;
  tablet: string | null;
  /** Who may come in by digits: names are shown to enrolled tablets only. */
  names: ShownName[];
  /** In the demo everybody, with the digits and the passphrase that it gives them; null elsewhere. */
  demo: DemoPerson[] | null;
}

export async function signInPlace(pool: pg.Pool, { who, away, tablet }: Asker): Promise<SignInPlace> {
  const [named, demo] = await Promise.all([
    pool.query<ShownName & { comes_in: boolean }>(
      "SELECT key, name, code_hash IS NOT NULL AS comes_in FROM technician WHERE role IS NOT NULL AND left_at IS NULL ORDER BY name",
    ),
    demoNames(pool),
  ]);
  const known = (key: string | null): ShownName | null => {
    const found = named.rows.find((one) => one.key === key);
    return found ? { key: found.key, name: found.name } : null;
  };
  return {
    who: known(who),
    away: known(away),
    tablet: tablet?.name ?? null,
    names: tablet ? named.rows.filter((one) => one.comes_in).map(({ key, name }) => ({ key, name })) : [],
    demo,
  };
}
