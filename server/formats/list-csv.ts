import Papa from "papaparse";

/** A list for a spreadsheet, by the names of its columns. A cell that a spreadsheet would work out is kept as text. */
export function listCsv<Row extends object>(
  columns: readonly (keyof Row & string)[],
  rows: readonly Row[],
): string {
  const fields = [...columns];
  const data = rows.map((row) => columns.map((name) => row[name]));
  return `${Papa.unparse({ fields, data }, { escapeFormulae: true })}\r\n`;
}

/** Answers a file for a spreadsheet. */
export const csvFile = (name: string, text: string): Response =>
  new Response(text, {
    headers: {
      "content-type": "text/csv; charset=utf-8",
      "content-disposition": `attachment; filename="${encodeURIComponent(name)}.csv"`,
    },
  });
