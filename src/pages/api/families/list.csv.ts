import type { APIRoute } from "astro";
import { database } from "../../../../server/db/pool.ts";
import { csvFile, listCsv } from "../../../../server/formats/list-csv.ts";
import { listFamilies, openJobsByFamily } from "../../../../server/store/families.ts";

/** The families for a spreadsheet, with how many open jobs each has. */
export const GET: APIRoute = async () => {
  const [families, open] = await Promise.all([
    listFamilies(database(), "families"),
    openJobsByFamily(database()),
  ]);
  const rows = families.map(({ version, family: { code, name, kind, outline, routes } }) => ({
    code,
    name,
    kind,
    widthMm: outline.widthMm,
    heightMm: outline.heightMm,
    routes: routes.join(" "),
    version,
    openJobs: open.get(code) ?? 0,
  }));
  const columns = ["code", "name", "kind", "widthMm", "heightMm", "routes", "version", "openJobs"] as const;
  return csvFile("families", listCsv(columns, rows));
};
