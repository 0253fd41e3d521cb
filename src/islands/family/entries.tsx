import { useEffect, useRef, useState } from "react";
import { Field } from "../../ui/Field.tsx";
import { useEditor } from "./editor.ts";
import { t } from "../../../words/family.ts";
import { term } from "../../../words/speaker.ts";

const shownNumber = (value: number | undefined) =>
  value === undefined || !Number.isFinite(value) ? "" : String(value);

/** A number: what is typed stays as it is typed; what is no number is kept as such until it is mended. */
export function NumberEntry({
  label,
  value,
  path,
  onChange,
  optional = false,
}: {
  label: string;
  value: number | undefined;
  path: string;
  onChange: (value: number | undefined) => void;
  optional?: boolean;
}) {
  const { faultAt } = useEditor();
  const [typed, setTyped] = useState(shownNumber(value));
  const sent = useRef(value);
  useEffect(() => {
    // Changed from elsewhere: by the drawing, or by taking back.
    if (!Object.is(sent.current, value)) {
      sent.current = value;
      setTyped(shownNumber(value));
    }
  }, [value]);
  const fault = faultAt(path);
  return (
    <Field label={label} fault={fault && `${label}: ${fault}`}>
      {(attributes) => (
        <input
          {...attributes}
          className="entry"
          inputMode="decimal"
          value={typed}
          onChange={(event) => {
            const text = event.target.value;
            setTyped(text);
            const blank = text.trim() === "";
            const number = blank ? (optional ? undefined : NaN) : Number(text.trim().replace(",", "."));
            sent.current = number;
            onChange(number);
          }}
        />
      )}
    </Field>
  );
}

export function TextEntry({
  label,
  value,
  path,
  onChange,
  hint,
}: {
  label: string;
  value: string;
  path: string;
  onChange: (value: string) => void;
  hint?: string;
}) {
  const { faultAt } = useEditor();
  const fault = faultAt(path);
  return (
    <Field label={label} fault={fault && `${label}: ${fault}`} hint={hint}>
      {(attributes) => (
        <input
          {...attributes}
          className="entry"
          value={value}
          onChange={(event) => onChange(event.target.value)}
        />
      )}
    </Field>
  );
}

/** Any number of things, each on or off. */
export function ToggleEntry({
  label,
  values,
  options,
  path,
  onChange,
}: {
  label: string;
  values: readonly string[];
  options: readonly { key: string; label: string }[];
  path: string;
  onChange: (values: string[]) => void;
}) {
  const { faultAt } = useEditor();
  const fault = values.map((_, i) => faultAt(`${path}[${i}]`)).find(Boolean);
  // What it names and is there no more can still be switched off.
  const gone = values.filter((value) => !options.some(({ key }) => key === value));
  const shown = [...options, ...gone.map((key) => ({ key, label: key }))];
  return (
    <div role="group" aria-label={label}>
      <span className="mb-1 block font-semibold">{label}</span>
      <div className="flex flex-wrap gap-1.5">
        {shown.map(({ key, label: name }) => (
          <button
            key={key}
            type="button"
            aria-pressed={values.includes(key)}
            className="control border-soft px-3 font-normal aria-pressed:bg-ink aria-pressed:text-on-ink"
            onClick={() =>
              onChange(values.includes(key) ? values.filter((value) => value !== key) : [...values, key])
            }
          >
            {name}
          </button>
        ))}
      </div>
      {fault && (
        <p className="edge-hatch mt-1 text-danger">
          {label}: {fault}
        </p>
      )}
    </div>
  );
}

export function ChoiceEntry<Value extends string>({
  label,
  value,
  options,
  path,
  onChange,
}: {
  label: string;
  value: Value;
  options: readonly Value[];
  path: string;
  onChange: (value: Value) => void;
}) {
  const { faultAt } = useEditor();
  const fault = faultAt(path);
  return (
    <Field label={label} fault={fault && `${label}: ${fault}`}>
      {(attributes) => (
        <select
          {...attributes}
          className="entry"
          value={value}
          onChange={(event) => onChange(event.target.value as Value)}
        >
          {!options.includes(value) && (
            <option value={value} disabled>
              {value ? term(value) : t("choose")}
            </option>
          )}
          {options.map((option) => (
            <option key={option} value={option}>
              {term(option)}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
}
