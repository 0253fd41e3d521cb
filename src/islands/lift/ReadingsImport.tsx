import type { TableReading } from "../../../core/readings/reading-table.ts";
import type { Tell } from "../work/instrument.ts";
import { LoggerTable } from "../readings/LoggerTable.tsx";
import { t } from "../../../words/lift.ts";

/** So many go into one entry of the log. */
const MOST_IN_EVENT = 2_000;
const MOST_READINGS = 20_000;

/** A logger's file of the glue line, kept with the job. */
export function ReadingsImport({
  code,
  soakStartedAt,
  tell,
  disabled,
}: {
  code: string;
  /** When the last soak began; null where none has. */
  soakStartedAt: string | null;
  tell: Tell;
  disabled: boolean;
}) {
  const take = (readings: readonly TableReading[]) => {
    const lastS = readings.at(-1)!.offsetS;
    // Where the file names no moment, it began with the soak; without one, it ends now.
    const startMs = soakStartedAt === null ? Date.now() - lastS * 1_000 : Date.parse(soakStartedAt);
    const values = readings.map(({ at, offsetS, valueC }) => ({
      at: at ?? new Date(startMs + offsetS * 1_000).toISOString(),
      value: Number(valueC.toFixed(3)),
    }));
    for (let from = 0; from < values.length; from += MOST_IN_EVENT) {
      const some = values.slice(from, from + MOST_IN_EVENT);
      if (!tell("reading-taken", { quantity: "glue line", source: "logger", values: some })) return false;
    }
    return true;
  };
  return (
    <LoggerTable
      measures={t("glue-line-2")}
      most={MOST_READINGS}
      note={(time) =>
        time === "instant"
          ? t("times-as-in-the-file")
          : soakStartedAt === null
            ? t("the-last-reading-is-now")
            : t("the-first-reading-is-the-start-of")
      }
      onTake={take}
      disabled={disabled}
    >
      <a
        href={`/api/jobs/${code}/readings.csv`}
        download
        className="inline-flex min-h-12 items-center underline underline-offset-4"
      >
        {t("all-readings-of-this-job-as-csv")}
      </a>
    </LoggerTable>
  );
}
