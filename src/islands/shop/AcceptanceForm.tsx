import { memo, useState } from "react";
import {
  acceptanceTable,
  usualAcceptance,
  zones,
  type AcceptanceRow,
} from "../../../core/prove/acceptance.ts";
import { defectKinds, type DefectKind } from "../../../core/prove/defects.ts";
import { useMounted } from "../../ui/useMounted.ts";
import { typedNumber } from "../../ui/typed-number.ts";
import { useKept } from "./useKept.ts";
import { t } from "../../../words/shop.ts";
import { term } from "../../../words/speaker.ts";

const numbers = ["fromMm", "toMm", ...zones] as const;
type NumberField = (typeof numbers)[number];
type TypedRow = { name: string; kinds: DefectKind[] } & Record<NumberField, string>;

const headings: Record<NumberField, string> = {
  get fromMm() {
    return t("from-mm");
  },
  get toMm() {
    return t("below-mm");
  },
  get centre() {
    return t("centre");
  },
  get edge() {
    return t("edge");
  },
  get border() {
    return t("border");
  },
};

const typedRow = (row: AcceptanceRow): TypedRow => ({
  name: row.name,
  kinds: [...row.kinds],
  ...(Object.fromEntries(
    numbers.map((field) => [field, row[field] === null ? "" : String(row[field])]),
  ) as Record<NumberField, string>),
});

const enteredRow = ({ name, kinds, ...typed }: TypedRow) => ({
  name,
  kinds,
  ...Object.fromEntries(
    numbers.map((field) => [
      field,
      typed[field].trim() === "" && field !== "fromMm" ? null : typedNumber(typed[field]),
    ]),
  ),
});

/** How many defects of which size the shop lets pass in each zone. An empty field: they do not count there, or have no upper size. */
export const AcceptanceForm = memo(function AcceptanceForm({
  initial,
}: {
  initial: readonly AcceptanceRow[];
}) {
  const mounted = useMounted();
  const [rows, setRows] = useState(() => initial.map(typedRow));
  const { faults, said, setSaid, keep } = useKept(
    acceptanceTable,
    "/api/shop/acceptance",
    t("saved-earlier-inspections-stay-as-they"),
  );
  const change = (at: number, more: Partial<TypedRow>) => {
    setRows(rows.map((row, i) => (i === at ? { ...row, ...more } : row)));
    setSaid(undefined);
  };
  return (
    <form
      aria-busy={!mounted}
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void keep(rows.map(enteredRow));
      }}
    >
      <p className="mb-3 text-soft">{t("so-many-pass-in-each-zone-at")}</p>
      <ol className="grid gap-4">
        {rows.map((row, i) => (
          <li key={i} className="border-t border-line pt-3">
            <div className="flex flex-wrap items-end gap-3">
              <label className="grid min-w-40 flex-1">
                <span>{t("row", { i: i + 1 })}</span>
                <input
                  className="entry"
                  value={row.name}
                  onChange={(event) => change(i, { name: event.target.value })}
                />
              </label>
              {numbers.map((field) => (
                <label key={field} className="grid w-26">
                  <span>{headings[field]}</span>
                  <input
                    className="entry"
                    inputMode="decimal"
                    aria-invalid={Boolean(faults[`[${i}].${field}`])}
                    value={row[field]}
                    onChange={(event) => change(i, { [field]: event.target.value })}
                  />
                </label>
              ))}
            </div>
            <div className="mt-2 flex flex-wrap items-center gap-2">
              <div className="flex flex-wrap gap-2" role="group" aria-label={t("kinds-of-row", { i: i + 1 })}>
                {defectKinds.map((kind) => (
                  <button
                    key={kind}
                    type="button"
                    className={row.kinds.includes(kind) ? "control-strong" : "control font-normal"}
                    aria-pressed={row.kinds.includes(kind)}
                    onClick={() =>
                      change(i, {
                        kinds: row.kinds.includes(kind)
                          ? row.kinds.filter((other) => other !== kind)
                          : [...row.kinds, kind],
                      })
                    }
                  >
                    {term(kind)}
                  </button>
                ))}
              </div>
              <button
                type="button"
                className="control ml-auto border-soft font-normal"
                onClick={() => setRows(rows.filter((_, k) => k !== i))}
              >
                {t("remove-row", { i: i + 1 })}
              </button>
            </div>
            {Object.entries(faults)
              .filter(([path]) => path.startsWith(`[${i}]`))
              .map(([path, message]) => (
                <p key={path} role="alert" className="edge-hatch mt-1 text-danger">
                  {headings[path.split(".")[1] as NumberField] ?? t("row", { i: i + 1 })}: {message}
                </p>
              ))}
          </li>
        ))}
      </ol>
      {faults[""] && (
        <p role="alert" className="edge-hatch mt-2 text-danger">
          {faults[""]}
        </p>
      )}
      <div className="mt-4 flex flex-wrap items-center gap-3">
        <button type="submit" className="control-strong">
          {t("save-the-table")}
        </button>
        <button
          type="button"
          className="control"
          onClick={() => setRows([...rows, typedRow({ ...usualAcceptance[0]!, name: "" })])}
        >
          {t("add-a-row")}
        </button>
        <button type="button" className="control" onClick={() => setRows(usualAcceptance.map(typedRow))}>
          {t("the-usual-table")}
        </button>
        <p role="status">{said}</p>
      </div>
    </form>
  );
});
