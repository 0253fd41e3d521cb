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
import { FormDialog } from "../../ui/FormDialog.tsx";
import { hasWords } from "../../ui/has-words.ts";
import { AsSpreadsheet } from "../../ui/AsSpreadsheet.tsx";
import { ListHead } from "../../ui/ListHead.tsx";
import { Narrow } from "../../ui/Narrow.tsx";
import { PreferencesContext, useStoredPreferences, type Preferences } from "../../ui/preferences.ts";
import { lengthText } from "../../ui/quantity.tsx";
import { TakeOff } from "../../ui/TakeOff.tsx";
import { useDraft } from "../../ui/useDraft.ts";
import { typedNumber, typedWithin } from "../../ui/typed-number.ts";
import { t } from "../../../words/film.ts";
import { term } from "../../../words/speaker.ts";

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
  const preferences = useStoredPreferences(first);
  const [sheets, setSheets] = useState(initial);
  const [typed, setTyped] = useDraft<Typed>("film sheet", blank);
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [said, setSaid] = useState<string>();
  const [isAdding, setAdding] = useState(false);
  const [narrowed, setNarrowed] = useState({ find: "", kind: "", order: "" });

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
    setAdding(false);
    setSaid(t("is-on-the-shelf", { label: parsed.data.label }));
    await reload();
  };
  const discard = async (sheet: ShelvedSheet) => {
    const asked = await askServer(
      `/api/film/sheets/${sheet.id}`,
      "DELETE",
      null,
      t("no-answer-from-the-server-the-sheet"),
    );
    setSaid("said" in asked ? asked.said : t("is-off-the-shelf", { label: sheet.label }));
    await reload();
  };
  const entry = (label: string, field: "label" | "widthMm" | "heightMm" | "axisDeg" | "lot") => (
    <Field label={label} fault={faults[field] && `${label}: ${faults[field]}`}>
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
  const shown = sheets.filter(
    (sheet) =>
      (narrowed.kind === "" || sheet.kind === narrowed.kind) &&
      hasWords(narrowed.find, sheet.label, sheet.lot, sheet.kind, sheet.isRemnant ? "remnant" : "sheet"),
  );
  const ordered = narrowed.order === "largest" ? [...shown].reverse() : shown;
  return (
    <PreferencesContext value={preferences}>
      <ListHead
        title={
          sheets.length === 0
            ? t("no-film-on-the-shelf")
            : t("sheets-in-all", {
                sheets: sheets.length,
                cm2: Math.round(cm2),
              })
        }
        search={{
          label: t("find-a-sheet"),
          placeholder: t("label-lot-film"),
          value: narrowed.find,
          onChange: (find) => setNarrowed({ ...narrowed, find }),
        }}
        add={{
          text: t("add-a-sheet"),
          onPress: () => {
            setSaid(undefined);
            setAdding(true);
          },
        }}
      />
      <div className="grid grid-cols-2 gap-3 pb-3 sm:w-120">
        <Narrow
          label={t("film")}
          value={narrowed.kind}
          options={[
            { value: "", text: t("any") },
            ...filmKinds.map((kind) => ({ value: kind, text: term(kind) })),
          ]}
          onChange={(kind) => setNarrowed({ ...narrowed, kind })}
        />
        <Narrow
          label={t("order")}
          value={narrowed.order}
          options={[
            { value: "", text: t("use-up-first") },
            { value: "largest", text: t("largest-first") },
          ]}
          onChange={(order) => setNarrowed({ ...narrowed, order })}
        />
      </div>
      <p role="status" className="not-empty:pb-2">
        {said}
      </p>
      {sheets.length > 0 && ordered.length === 0 && <p className="text-lg">{t("no-sheet-matches")}</p>}
      <ul className="border-t-2 border-ink" aria-label={t("sheets-and-remnants-2")}>
        {ordered.map((sheet) => (
          <li
            key={sheet.id}
            className="grid grid-cols-[4rem_1fr_auto] items-center gap-x-4 border-b border-line py-1 sm:grid-cols-[4rem_8rem_1fr_8rem_10rem_auto]"
          >
            <SheetSketch sheet={sheet} />
            <span className="leading-tight">
              <span className="block text-lg font-semibold">{sheet.label}</span>
              <span className="text-sm text-soft">{sheet.isRemnant ? t("remnant") : t("sheet")}</span>
            </span>
            <span className="max-sm:order-last max-sm:col-span-3">
              {lengthText(sheet.widthMm, preferences)} × {lengthText(sheet.heightMm, preferences)},{" "}
              {term(sheet.kind)}
            </span>
            <span className="max-sm:hidden">
              <span className="block text-sm text-soft">{t("axis")}</span>
              {sheet.axisDeg}°
            </span>
            <a
              href={`/jobs?lot=${encodeURIComponent(sheet.lot)}`}
              className="inline-flex min-h-12 items-center underline underline-offset-4 max-sm:hidden"
            >
              {t("jobs-of-lot", { lot: sheet.lot })}
            </a>
            <TakeOff name={sheet.label} onTakeOff={() => discard(sheet)} />
          </li>
        ))}
      </ul>
      {sheets.length > 0 && <AsSpreadsheet address="/api/film/sheets/list.csv" />}
      <FormDialog
        open={isAdding}
        onOpenChange={setAdding}
        title={t("add-a-sheet")}
        description={t("read-the-axis-from-its-width-counter")}
        submit={t("add-to-shelf")}
        leave={t("close")}
        onSubmit={() => void add()}
      >
        <div className="grid gap-3 sm:grid-cols-2">
          {entry(t("label"), "label")}
          {entry(t("lot"), "lot")}
          <Field label={t("film")}>
            {(attributes) => (
              <select
                {...attributes}
                className="entry"
                value={typed.kind}
                onChange={(event) => setTyped({ ...typed, kind: event.target.value as FilmKind })}
              >
                {filmKinds.map((name) => (
                  <option key={name} value={name}>
                    {term(name)}
                  </option>
                ))}
              </select>
            )}
          </Field>
          <label className="flex min-h-12 items-center gap-3 self-end">
            <input
              type="checkbox"
              className="size-6"
              checked={typed.isRemnant}
              onChange={(event) => setTyped({ ...typed, isRemnant: event.target.checked })}
            />
            {t("it-is-a-remnant")}
          </label>
          {entry(t("width-mm"), "widthMm")}
          {entry(t("height-mm"), "heightMm")}
          {entry(t("axis-2"), "axisDeg")}
          <Field label={t("adhesive")}>
            {(attributes) => (
              <select
                {...attributes}
                className="entry"
                value={typed.adhesive}
                onChange={(event) => setTyped({ ...typed, adhesive: event.target.value as AdhesiveSide })}
              >
                {adhesiveSides.map((side) => (
                  <option key={side} value={side}>
                    {term(side)}
                  </option>
                ))}
              </select>
            )}
          </Field>
        </div>
        {said && <p role="alert">{said}</p>}
      </FormDialog>
    </PreferencesContext>
  );
});

/** The longest side that fills the drawing, mm. */
const LONGEST_MM = 620;

/** A sheet in true proportion, with its axis across it. */
function SheetSketch({ sheet: { widthMm, heightMm, axisDeg } }: { sheet: ShelvedSheet }) {
  const longest = Math.max(widthMm, heightMm);
  const scale = (44 * Math.min(1, Math.max(0.45, Math.sqrt(longest / LONGEST_MM)))) / longest;
  const [width, height] = [widthMm * scale * 1.3, heightMm * scale * 1.3].map((side) => Math.min(side, 60));
  const radius = 0.42 * Math.min(width!, height!);
  const angle = (axisDeg * Math.PI) / 180;
  const [dx, dy] = [radius * Math.cos(angle), -radius * Math.sin(angle)];
  return (
    <svg viewBox="-32 -24 64 48" className="h-12 w-16" aria-hidden>
      <rect
        x={-width! / 2}
        y={-height! / 2}
        width={width}
        height={height}
        fill="var(--raised)"
        stroke="var(--film)"
        strokeWidth={1.6}
      />
      <line x1={-dx} y1={-dy} x2={dx} y2={dy} stroke="var(--ink)" strokeWidth={1.6} />
    </svg>
  );
}
