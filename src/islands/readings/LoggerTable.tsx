import Papa from "papaparse";
import { useMemo, useState, type ReactNode } from "react";
import {
  guessShape,
  readTable,
  type TableReading,
  type TableShape,
} from "../../../core/readings/reading-table.ts";
import { Field } from "../../ui/Field.tsx";
import { durationText } from "../../../core/duration-text.ts";
import { Temperature } from "../../ui/quantity.tsx";
import { t } from "../../../words/readings.ts";

const LARGEST_FILE = 8 * 1024 * 1024;
const SHOWN_ROWS = 5;
const SHOWN_FAULTS = 5;

interface Opened {
  name: string;
  rows: string[][];
  shape: TableShape;
}

/** A logger's file: its columns chosen with a look at what comes of it, before any of it is taken. */
export function LoggerTable({
  measures,
  most,
  note,
  onTake,
  disabled,
  children,
}: {
  /** What the temperature is of. */
  measures: string;
  /** So many readings are taken. */
  most: number;
  /** What is said beside the button, of when the readings are taken to have been read. */
  note: (time: TableShape["time"]) => string;
  /** Takes the readings; whether it did. */
  onTake: (readings: readonly TableReading[]) => boolean;
  disabled: boolean;
  children?: ReactNode;
}) {
  const [opened, setOpened] = useState<Opened | null>(null);
  const [fault, setFault] = useState<string>();
  const [told, setTold] = useState<string>();
  const table = useMemo(() => (opened ? readTable(opened.rows, opened.shape) : null), [opened]);

  const open = async (file: File) => {
    setFault(undefined);
    setTold(undefined);
    setOpened(null);
    if (file.size > LARGEST_FILE) {
      setFault(
        t("mb-must-be-at-most-mb", {
          name: file.name,
          size: Math.ceil(file.size / 1024 / 1024),
          LARGEST_FILE: LARGEST_FILE / 1024 / 1024,
        }),
      );
      return;
    }
    const { data } = Papa.parse<string[]>(await file.text(), { skipEmptyLines: true });
    const shape = guessShape(data);
    if (readTable(data, shape).readings.length === 0 && data.every((row) => row.length < 2)) {
      setFault(t("there-are-no-two-columns-in-it", { name: file.name }));
      return;
    }
    setOpened({ name: file.name, rows: data, shape });
  };
  const change = (more: Partial<TableShape>) =>
    opened && setOpened({ ...opened, shape: { ...opened.shape, ...more } });
  const keep = () => {
    const readings = table!.readings.slice(0, most);
    if (!onTake(readings)) return;
    setTold(
      t("readings-over-are-in", {
        readings: readings.length,
        offsetS: durationText(readings.at(-1)!.offsetS),
      }),
    );
    setOpened(null);
  };
  const header = opened?.shape.hasHeader ? opened.rows[0]! : [];
  const columns = opened ? Math.max(...opened.rows.slice(0, 20).map((row) => row.length)) : 0;
  const pick = (
    label: string,
    value: string | number,
    options: readonly (readonly [string | number, string])[],
    onChange: (value: string) => void,
  ) => (
    <Field label={label}>
      {(attributes) => (
        <select
          {...attributes}
          className="entry"
          value={value}
          onChange={(event) => onChange(event.target.value)}
        >
          {options.map(([key, text]) => (
            <option key={key} value={key}>
              {text}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
  const columnOptions = Array.from(
    { length: columns },
    (_, i) => [i, header[i]?.trim() || t("column", { i: i + 1 })] as const,
  );

  return (
    <details className="mt-2">
      <summary className="min-h-12 content-center font-semibold">{t("readings-from-a-logger")}</summary>
      <Field label={t("file-csv-tabs-or-semicolons")} fault={fault}>
        {(attributes) => (
          <input
            {...attributes}
            type="file"
            accept=".csv,.tsv,.txt,text/csv,text/plain"
            className="entry"
            disabled={disabled}
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) void open(file);
              event.target.value = "";
            }}
          />
        )}
      </Field>
      {children}
      {told && (
        <p role="status" className="mt-2 text-done">
          {told}
        </p>
      )}
      {opened && table && (
        <div className="mt-3">
          <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
            {pick(t("time"), opened.shape.timeColumn, columnOptions, (v) =>
              change({ timeColumn: Number(v) }),
            )}
            {pick(
              t("written-as"),
              opened.shape.time,
              [
                ["seconds", t("seconds")],
                ["clock", t("clock-14-03-20")],
                ["instant", t("date-and-time")],
              ],
              (v) => change({ time: v as TableShape["time"] }),
            )}
            {pick(measures, opened.shape.valueColumn, columnOptions, (v) =>
              change({ valueColumn: Number(v) }),
            )}
            {pick(
              t("unit"),
              opened.shape.unit,
              [
                ["C", "°C"],
                ["F", "°F"],
              ],
              (v) => change({ unit: v as TableShape["unit"] }),
            )}
            {pick(
              t("decimals"),
              opened.shape.decimalComma ? "comma" : "point",
              [
                ["point", "21.5"],
                ["comma", "21,5"],
              ],
              (v) => change({ decimalComma: v === "comma" }),
            )}
            {pick(
              t("first-row"),
              opened.shape.hasHeader ? "names" : "reading",
              [
                ["names", t("names")],
                ["reading", t("a-reading")],
              ],
              (v) => change({ hasHeader: v === "names" }),
            )}
          </div>
          <table className="mt-3 w-full text-left">
            <thead>
              <tr className="border-b-2 border-ink">
                <th className="py-1 pr-4">{t("after")}</th>
                <th className="py-1 pr-4">{measures}</th>
              </tr>
            </thead>
            <tbody>
              {table.readings.slice(0, SHOWN_ROWS).map(({ offsetS, valueC }) => (
                <tr key={offsetS} className="border-b border-line">
                  <td className="py-1 pr-4">{t("s", { offsetS: Number(offsetS.toFixed(1)) })}</td>
                  <td>
                    <Temperature c={valueC} digits={1} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {table.faults.length > 0 && (
            <ul role="alert" className="edge-hatch mt-2 text-film">
              {table.faults.slice(0, SHOWN_FAULTS).map(({ row, message }) => (
                <li key={row}>{t("row", { row, message })}</li>
              ))}
              {table.faults.length > SHOWN_FAULTS && (
                <li>{t("and-more-rows", { length: table.faults.length - SHOWN_FAULTS })}</li>
              )}
            </ul>
          )}
          <div className="mt-3 flex flex-wrap items-center gap-3">
            <button
              type="button"
              className="control-strong disabled:opacity-50"
              disabled={disabled || table.readings.length === 0}
              onClick={keep}
            >
              {t("bring-in-readings", { most: Math.min(most, table.readings.length) })}
            </button>
            <span className="text-soft">
              {note(opened.shape.time)}
              {table.faults.length > 0 && ` ${t("rows-with-a-fault-stay-out")}`}
            </span>
          </div>
        </div>
      )}
    </details>
  );
}
