import { t } from "../../words/readings.ts";
/** What the rows of a logger's file mean. */
export interface TableShape {
  hasHeader: boolean;
  timeColumn: number;
  valueColumn: number;
  /** Written as 21,5 instead of 21.5. */
  decimalComma: boolean;
  time: "seconds" | "clock" | "instant";
  unit: "C" | "F";
}

/** One reading of a table: so long after its first one, and at which moment where the file says that. */
export interface TableReading {
  offsetS: number;
  at: string | null;
  valueC: number;
}

export interface TableFault {
  /** Row of the file, counted from 1. */
  row: number;
  message: string;
}

const CLOCK = /^(\d{1,2}):(\d{2})(?::(\d{2}(?:[.,]\d+)?))?$/;
const INSTANT = /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}/;
const LOWEST_C = -100;
const HIGHEST_C = 400;

function numberOf(text: string, decimalComma: boolean): number {
  const bare = text.trim().replace(/[\s ]|°?[CF]$|°$/gi, "");
  const plain = decimalComma ? bare.replace(/\./g, "").replace(",", ".") : bare;
  return plain === "" || !/^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(plain) ? NaN : Number(plain);
}

const isNumber = (text: string) =>
  Number.isFinite(numberOf(text, false)) || Number.isFinite(numberOf(text, true));
const isTime = (text: string) => isNumber(text) || CLOCK.test(text.trim()) || INSTANT.test(text.trim());

/** What a table most likely means: its header, its columns, how numbers and times are written. Never more than a proposal. */
export function guessShape(rows: readonly (readonly string[])[]): TableShape {
  const [first = []] = rows;
  const hasHeader = !first.some(isTime);
  const body = rows.slice(hasHeader ? 1 : 0);
  const columns = Math.max(0, ...body.slice(0, 20).map((row) => row.length));
  const of = (column: number) => body.slice(0, 50).map((row) => (row[column] ?? "").trim());
  const headerOf = (column: number) => (hasHeader ? (first[column] ?? "").toLowerCase() : "");
  const all = Array.from({ length: columns }, (_, i) => i);
  const times = all.find((column) => of(column).some((text) => CLOCK.test(text) || INSTANT.test(text)));
  const named = all.find((column) => /time|zeit|sec|^t$|^s$|\(s\)|\[s\]/.test(headerOf(column)));
  const timeColumn = times ?? named ?? 0;
  const values = all.filter((column) => column !== timeColumn && of(column).some(isNumber));
  const valueColumn =
    values.find((column) => /temp|°|[ ([]c[)\]]?$|[ ([]f[)\]]?$|glue|probe|tc/.test(headerOf(column))) ??
    values[0] ??
    (timeColumn === 0 ? 1 : 0);
  const sample = of(timeColumn).find((text) => text !== "") ?? "";
  const written = [...of(valueColumn), ...of(timeColumn)];
  return {
    hasHeader,
    timeColumn,
    valueColumn,
    decimalComma: written.some((text) => /^[-+]?\d+,\d+/.test(text)),
    time: INSTANT.test(sample) ? "instant" : CLOCK.test(sample) ? "clock" : "seconds",
    unit:
      /fahrenheit|°\s*f|[ ([]f[)\]]?$|_f$/.test(headerOf(valueColumn)) ||
      of(valueColumn).some((text) => /F$/i.test(text))
        ? "F"
        : "C",
  };
}

function secondsOf(text: string, shape: TableShape): number {
  if (shape.time === "seconds") return numberOf(text, shape.decimalComma);
  if (shape.time === "clock") {
    const match = CLOCK.exec(text.trim());
    return match
      ? Number(match[1]) * 3_600 + Number(match[2]) * 60 + Number((match[3] ?? "0").replace(",", "."))
      : NaN;
  }
  // Without a zone it is the clock on this bench's wall.
  return INSTANT.test(text.trim()) ? Date.parse(text.trim().replace(" ", "T")) / 1_000 : NaN;
}

/**
 * Reads a logger's table: rows of text as a CSV reader gives them. Times become seconds after the first reading (a clock that
 * passes midnight goes on), temperatures degrees Celsius. Rows that cannot be read are told with their number and left out;
 * empty ones are passed over.
 */
export function readTable(
  rows: readonly (readonly string[])[],
  shape: TableShape,
): { readings: TableReading[]; faults: TableFault[] } {
  const faults: TableFault[] = [];
  const found: { seconds: number; valueC: number }[] = [];
  let daysS = 0;
  rows.forEach((row, i) => {
    if ((i === 0 && shape.hasHeader) || row.every((text) => text.trim() === "")) return;
    const fault = (message: string) => faults.push({ row: i + 1, message });
    const timeText = row[shape.timeColumn] ?? "";
    const valueText = row[shape.valueColumn] ?? "";
    let seconds = secondsOf(timeText, shape) + daysS;
    if (!Number.isFinite(seconds))
      return void fault(
        t("time-is-no", {
          timeText,
          value:
            shape.time === "seconds"
              ? t("number-of-seconds")
              : shape.time === "clock"
                ? t("time-such-as-14-03-20")
                : t("date-and-time-such-as-2026-03"),
        }),
      );
    const last = found.at(-1)?.seconds;
    if (shape.time === "clock" && last !== undefined && seconds < last - 43_200) {
      daysS += 86_400;
      seconds += 86_400;
    }
    if (last !== undefined && seconds < last)
      return void fault(t("time-is-before-the-row-above", { timeText }));
    const typed = numberOf(valueText, shape.decimalComma);
    const valueC = shape.unit === "F" ? ((typed - 32) * 5) / 9 : typed;
    if (!(valueC >= LOWEST_C && valueC <= HIGHEST_C)) {
      const bounds = [LOWEST_C, HIGHEST_C].map((c) => (shape.unit === "F" ? (c * 9) / 5 + 32 : c));
      return void fault(
        t("temperature-must-be-a-number-from-to", {
          valueText,
          bound: bounds[0]!,
          bound2: bounds[1]!,
          unit: shape.unit,
        }),
      );
    }
    found.push({ seconds, valueC });
  });
  const from = found[0]?.seconds ?? 0;
  return {
    readings: found.map(({ seconds, valueC }) => ({
      offsetS: seconds - from,
      at: shape.time === "instant" ? new Date(seconds * 1_000).toISOString() : null,
      valueC,
    })),
    faults,
  };
}
