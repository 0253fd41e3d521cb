import { Field } from "./Field.tsx";

/** A field for a line of text, with what is wrong with it. */
export const TextEntry = ({
  label,
  fault,
  hint,
  value,
  inputMode,
  onChange,
}: {
  label: string;
  fault: string | undefined;
  hint?: string | undefined;
  value: string;
  inputMode?: "decimal" | "numeric";
  onChange: (text: string) => void;
}) => (
  <Field label={label} fault={fault && `${label}: ${fault}`} hint={hint}>
    {(attributes) => (
      <input
        {...attributes}
        className="entry"
        inputMode={inputMode}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    )}
  </Field>
);
