import { useState } from "react";
import {
  readingFault,
  readingKindNames,
  readingKinds,
  type ReadingKind,
} from "../../../../core/records/reading.ts";
import type { KeptReading } from "../../../../core/records/records-slot.ts";
import { InstrumentPart } from "../../readings/InstrumentPart.tsx";
import { Field } from "../../../ui/Field.tsx";
import { usePreferences } from "../../../ui/preferences.ts";
import { kept, shown, type QuantityKind } from "../../../ui/quantity.tsx";
import { secondText } from "../../../ui/time-text.ts";
import { Sheet } from "../../../ui/Sheet.tsx";
import { asTyped, typedNumber } from "../../../ui/typed-number.ts";
import { useDraft } from "../../../ui/useDraft.ts";
import type { ToolProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

const unitOf = (quantity: ReadingKind): QuantityKind | null =>
  readingKinds[quantity].unit === "C"
    ? "temperature"
    : readingKinds[quantity].unit === "mm"
      ? "length"
      : null;

/** So many of the newest are listed. */
const MOST_SHOWN = 30;

/** A value as it was read by hand; one that was wrong is corrected, and what stood there stays. */
export function ReadingSheet({ code, scene, mayTell, tell, onClose }: ToolProps & { onClose: () => void }) {
  const preferences = usePreferences();
  const [typed, setTyped] = useDraft<{ quantity: ReadingKind; value: string }>(`${code} reading`, {
    quantity: "plate",
    value: "",
  });
  const [fault, setFault] = useState<string>();
  const [wrong, setWrong] = useState<KeptReading | null>(null);
  const inUnit = (quantity: ReadingKind, value: number) => {
    const of = unitOf(quantity);
    return of ? shown(of, value, preferences) : { value, unit: readingKinds[quantity].unit };
  };
  /** What was typed, as it is kept; or what is wrong with it, in the unit that was typed. */
  const readTyped = (quantity: ReadingKind, text: string): { value: number } | { fault: string } => {
    const of = unitOf(quantity);
    const number = typedNumber(text);
    const { min, max, label } = readingKinds[quantity];
    const value = number === undefined ? NaN : of ? kept(of, number, preferences) : number;
    if (Number.isFinite(value) && readingFault(quantity, value) === null) return { value };
    const bound = (limit: number) => Number(inUnit(quantity, limit).value.toFixed(3));
    return {
      fault: t("must-be-a-number-from-to", {
        label,
        text: asTyped(text),
        bound: bound(min),
        bound2: bound(max),
        unit: inUnit(quantity, 0).unit,
      }),
    };
  };
  const save = (value: number, source: "hand" | "logger") =>
    tell("reading-taken", {
      quantity: typed.quantity,
      source,
      values: [{ at: new Date().toISOString(), value }],
    });
  const saveTyped = () => {
    const read = readTyped(typed.quantity, typed.value);
    if ("fault" in read) return setFault(read.fault);
    setFault(undefined);
    if (save(Number(read.value.toFixed(4)), "hand")) setTyped({ ...typed, value: "" });
    return undefined;
  };
  return (
    <Sheet title={t("reading")} onClose={onClose}>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <Field label={t("what")}>
          {(attributes) => (
            <select
              {...attributes}
              className="entry"
              value={typed.quantity}
              onChange={({ target }) => setTyped({ ...typed, quantity: target.value as ReadingKind })}
            >
              {readingKindNames.map((name) => (
                <option key={name} value={name}>
                  {readingKinds[name].label}
                </option>
              ))}
            </select>
          )}
        </Field>
        <Field label={t("value", { unit: inUnit(typed.quantity, 0).unit })}>
          {(attributes) => (
            <input
              {...attributes}
              className="entry w-36"
              inputMode="decimal"
              value={typed.value}
              onChange={({ target }) => setTyped({ ...typed, value: target.value })}
            />
          )}
        </Field>
        <button type="button" className="control-strong" disabled={!mayTell} onClick={saveTyped}>
          {t("save-reading")}
        </button>
      </div>
      {fault && (
        <p role="alert" className="edge-hatch mt-2 text-danger">
          {fault}
        </p>
      )}
      <InstrumentPart
        key={typed.quantity}
        quantity={typed.quantity}
        disabled={!mayTell}
        shown={(value) => {
          const own = inUnit(typed.quantity, value);
          return `${Number(own.value.toFixed(3))} ${own.unit}`;
        }}
        onReading={(value) => save(value, "logger")}
      />
      {wrong && (
        <Correction
          key={`${wrong.of} ${wrong.index}`}
          reading={wrong}
          read={(text) => readTyped(wrong.quantity, text)}
          unit={inUnit(wrong.quantity, 0).unit}
          onLeave={() => setWrong(null)}
          onSave={(value, reason) => {
            if (tell("reading-corrected", { reading: wrong.of, index: wrong.index, value, reason })) {
              setWrong(null);
            }
          }}
        />
      )}
      <ul className="mt-3" aria-label={t("readings-of-this-job")}>
        {scene.state.records.readings
          .slice(-MOST_SHOWN)
          .reverse()
          .map((reading) => {
            const now = inUnit(reading.quantity, reading.value);
            const before = reading.corrected && inUnit(reading.quantity, reading.corrected.was);
            return (
              <li
                key={`${reading.of} ${reading.index}`}
                className="flex items-center gap-3 border-t border-line py-1"
              >
                <span className="flex-1">
                  {readingKinds[reading.quantity].label} <strong>{Number(now.value.toFixed(3))}</strong>{" "}
                  {now.unit}
                  {before && <s className="ml-2 text-soft">{Number(before.value.toFixed(3))}</s>}
                  <span className="ml-2 text-soft">
                    {secondText(reading.atMs)}
                    {reading.source === "hand" ? "" : `, ${reading.source}`}
                  </span>
                </span>
                {mayTell && (
                  <button type="button" className="control border-soft" onClick={() => setWrong(reading)}>
                    {t("correct")}
                  </button>
                )}
              </li>
            );
          })}
      </ul>
    </Sheet>
  );
}

function Correction({
  reading,
  read,
  unit,
  onSave,
  onLeave,
}: {
  reading: KeptReading;
  read: (text: string) => { value: number } | { fault: string };
  unit: string;
  onSave: (value: number, reason: string) => void;
  onLeave: () => void;
}) {
  const [text, setText] = useState("");
  const [reason, setReason] = useState("");
  const [fault, setFault] = useState<string>();
  const save = () => {
    const value = read(text);
    if ("fault" in value) return setFault(value.fault);
    if (reason.trim() === "") return setFault(t("why-nothing-must-be-a-text-of"));
    onSave(value.value, reason.trim());
  };
  return (
    <div className="mt-3 flex flex-wrap items-end gap-3 border-y-2 border-film py-2">
      <Field label={t("should-be", { label: readingKinds[reading.quantity].label, unit })} fault={fault}>
        {(attributes) => (
          <input
            {...attributes}
            className="entry w-36"
            inputMode="decimal"
            value={text}
            onChange={({ target }) => setText(target.value)}
          />
        )}
      </Field>
      <Field label={t("why")}>
        {(attributes) => (
          <input
            {...attributes}
            className="entry w-64"
            maxLength={300}
            value={reason}
            onChange={({ target }) => setReason(target.value)}
          />
        )}
      </Field>
      <button type="button" className="control-strong" onClick={save}>
        {t("correct-it")}
      </button>
      <button type="button" className="control" onClick={onLeave}>
        {t("leave-it")}
      </button>
    </div>
  );
}
