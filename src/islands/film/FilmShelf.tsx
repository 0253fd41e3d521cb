import { memo, useState } from "react";
import { describeFaults, faultsByPath } from "../../../core/faults.ts";
import {
  adhesiveSides,
  axisAdhesiveDown,
  filmKinds,
  filmSheet,
  type AdhesiveSide,
  type FilmKind,
} from "../../../core/film/films.ts";
import type { ShelvedSheet } from "../../../server/store/film-shelf.ts";
import { askServer } from "../../ui/ask-server.ts";
import { Field } from "../../ui/Field.tsx";
import { PreferencesContext, useStoredPreferences, type Preferences } from "../../ui/preferences.ts";
import { lengthText } from "../../ui/quantity.tsx";
import { TakeOff } from "../../ui/TakeOff.tsx";
import { useDraft } from "../../ui/useDraft.ts";
import { useMounted } from "../../ui/useMounted.ts";
import { typedNumber, typedWithin } from "../../ui/typed-number.ts";

interface Typed {
  label: string;
  kind: FilmKind;
  widthMm: string;
  heightMm: string;
  axisDeg: string;
  adhesive: AdhesiveSide;
  lot: string;
  isRemnant: boolean;
}
const blank: Typed = {
  label: "",
  kind: "clear",
  widthMm: "",
  heightMm: "",
  axisDeg: "0",
  adhesive: "down",
  lot: "",
  isRemnant: false,
};

/** The sheets and remnants that lie on the shelf: one more on it, one off it. */
export const FilmShelf = memo(function FilmShelf({
  initial,
  preferences: first,
}: {
  initial: ShelvedSheet[];
  preferences: Preferences;
}) {
  const mounted = useMounted();
  const preferences = useStoredPreferences(first);
  const [sheets, setSheets] = useState(initial);
  const [typed, setTyped] = useDraft<Typed>("film sheet", blank);
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [said, setSaid] = useState<string>();

  const reload = async () => {
    try {
      const answer = await fetch("/api/film/sheets");
      if (answer.ok) setSheets((await answer.json()) as ShelvedSheet[]);
    } catch {
      // What is shown is the shelf as it last was.
    }
  };
  const add = async () => {
    setSaid(undefined);
    const { adhesive, ...sheet } = typed;
    const readDeg = typedWithin(typed.axisDeg, [0, 180]);
    const entered = {
      ...sheet,
      widthMm: typedNumber(typed.widthMm),
      heightMm: typedNumber(typed.heightMm),
      axisDeg: readDeg === null ? typedNumber(typed.axisDeg) : axisAdhesiveDown(readDeg, adhesive),
    };
    const parsed = filmSheet.safeParse(entered);
    if (!parsed.success) {
      setFaults(faultsByPath(describeFaults(parsed.error, entered)));
      return;
    }
    setFaults({});
    const asked = await askServer("/api/film/sheets", "POST", parsed.data);
    if ("said" in asked) {
      setFaults(faultsByPath(asked.faults));
      setSaid(asked.said);
      return;
    }
    setTyped(blank);
    setSaid(`${parsed.data.label} is on the shelf.`);
    await reload();
  };
  const discard = async (sheet: ShelvedSheet) => {
    const asked = await askServer(
      `/api/film/sheets/${sheet.id}`,
      "DELETE",
      null,
      "No answer from the server: the sheet is still on the shelf.",
    );
    setSaid("said" in asked ? asked.said : `${sheet.label} is off the shelf.`);
    await reload();
  };
  const entry = (
    label: string,
    field: "label" | "widthMm" | "heightMm" | "axisDeg" | "lot",
    hint?: string,
  ) => (
    <Field label={label} fault={faults[field] && `${label}: ${faults[field]}`} hint={hint}>
      {(attributes) => (
        <input
          {...attributes}
          className="entry"
          inputMode={field === "label" || field === "lot" ? "text" : "decimal"}
          value={typed[field]}
          onChange={(event) => setTyped({ ...typed, [field]: event.target.value })}
        />
      )}
    </Field>
  );
  const cm2 = sheets.reduce((sum, { widthMm, heightMm }) => sum + (widthMm * heightMm) / 100, 0);
  return (
    <PreferencesContext value={preferences}>
      <h1 className="answer pt-4">
        {sheets.length === 0
          ? "No film on the shelf"
          : `${sheets.length} ${sheets.length === 1 ? "sheet" : "sheets and remnants"}, ${Math.round(cm2)} cm²`}
      </h1>
      {sheets.length > 0 && (
        <table className="mt-4 w-full border-collapse text-left">
          <thead>
            <tr className="border-b-2 border-ink">
              {["Label", "Film", "Size", "Axis, adhesive down", "Lot", ""].map((title) => (
                <th
                  key={title}
                  scope="col"
                  className={`py-1 pr-3 font-semibold ${title === "Film" || title === "Lot" ? "hidden sm:table-cell" : ""}`}
                >
                  {title || <span className="sr-only">Take off</span>}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {sheets.map((sheet) => (
              <tr key={sheet.id} className="border-b border-line">
                <th scope="row" className="py-1 pr-3 font-semibold">
                  {sheet.label}
                  {sheet.isRemnant && <span className="ml-2 font-normal text-soft">remnant</span>}
                  <span className="block font-normal text-soft sm:hidden">
                    {sheet.kind}, lot {sheet.lot}
                  </span>
                </th>
                <td className="hidden pr-3 sm:table-cell">{sheet.kind}</td>
                <td className="pr-3">
                  {lengthText(sheet.widthMm, preferences)} × {lengthText(sheet.heightMm, preferences)}
                </td>
                <td className="pr-3">{sheet.axisDeg}°</td>
                <td className="hidden pr-3 sm:table-cell">{sheet.lot}</td>
                <td className="text-right">
                  <TakeOff name={sheet.label} onTakeOff={() => discard(sheet)} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <h2 className="mt-8 mb-2 text-xl font-semibold">Put a sheet on the shelf</h2>
      <form
        className="grid gap-4 sm:grid-cols-3"
        aria-busy={!mounted}
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        {entry("Label", "label", "As it is written on it")}
        <Field label="Film">
          {(attributes) => (
            <select
              {...attributes}
              className="entry"
              value={typed.kind}
              onChange={(event) => setTyped({ ...typed, kind: event.target.value as FilmKind })}
            >
              {filmKinds.map((name) => (
                <option key={name}>{name}</option>
              ))}
            </select>
          )}
        </Field>
        {entry("Lot", "lot")}
        {entry("Width, mm", "widthMm")}
        {entry("Height, mm", "heightMm")}
        {entry("Axis, °", "axisDeg", "From its width, counter-clockwise, as it lies")}
        <Field label="Adhesive" hint="As it lies while the axis is read. It is kept for the adhesive down.">
          {(attributes) => (
            <select
              {...attributes}
              className="entry"
              value={typed.adhesive}
              onChange={(event) => setTyped({ ...typed, adhesive: event.target.value as AdhesiveSide })}
            >
              {adhesiveSides.map((side) => (
                <option key={side}>{side}</option>
              ))}
            </select>
          )}
        </Field>
        <label className="flex min-h-12 items-center gap-3">
          <input
            type="checkbox"
            className="size-6"
            checked={typed.isRemnant}
            onChange={(event) => setTyped({ ...typed, isRemnant: event.target.checked })}
          />
          It is a remnant
        </label>
        <div className="flex flex-wrap items-center gap-4 sm:col-span-2">
          <button type="submit" className="control-strong">
            Put it there
          </button>
          <p role="status">{said}</p>
        </div>
      </form>
    </PreferencesContext>
  );
});
