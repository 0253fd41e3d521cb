import Papa from "papaparse";
import { readingKinds } from "../../core/records/reading.ts";
import { sceneOf, type StoredJob } from "../store/jobs.ts";

/** Every reading of a job, oldest first: when (UTC), of what, how much, in which unit. */
export function readingsCsv(job: StoredJob): string {
  const data = [...sceneOf(job, job.moves.at(-1)!.atMs).state.records.readings]
    .sort((a, b) => a.atMs - b.atMs)
    .map(({ atMs, quantity, value }) => [
      new Date(atMs).toISOString(),
      quantity,
      value,
      readingKinds[quantity].unit,
    ]);
  return `${Papa.unparse({ fields: ["at", "quantity", "value", "unit"], data })}\r\n`;
}
