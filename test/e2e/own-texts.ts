import pg from "pg";

const TABLES = [
  "family",
  "job",
  "job_v1",
  "move",
  "technician",
  "lot",
  "film_sheet",
  "customer",
  "shop",
  "access_setting",
];

/** Every text that a workshop has written itself, in small letters, the longest first: it stays as it was written, whoever reads it. */
export async function ownTexts(databaseUrl: string): Promise<string[]> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const texts = new Set<string>();
  const gather = (value: unknown): void => {
    if (typeof value === "string") {
      if (value.length > 2) texts.add(value.toLowerCase());
    } else if (value !== null && typeof value === "object") Object.values(value).forEach(gather);
  };
  try {
    for (const table of TABLES) {
      const { rows } = await client.query(`SELECT to_jsonb(one) AS row FROM ${table} AS one`);
      gather(rows);
    }
  } finally {
    await client.end();
  }
  return [...texts].sort((a, b) => b.length - a.length);
}
