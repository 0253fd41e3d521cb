import { useEffect, useId, useState } from "react";
import type { z } from "zod";
import { describeFaults } from "../../../core/faults.ts";
import type { AnswerButton, AskedField } from "./choices.ts";
import { firstText } from "./choices.ts";
import { BOUNCE_MS } from "./bounce.ts";

/** What somebody saw, measured or answers for: typed where it is a value, a button for each thing that it may be. */
export function AnswerForm({
  fields,
  answers,
  schema,
  data,
  disabled,
  isFirst,
  onSend,
}: {
  fields: readonly AskedField[];
  answers: readonly AnswerButton[];
  schema: z.ZodType;
  data: Record<string, unknown>;
  disabled: boolean;
  /** Whether the page has just come: nothing was pressed before. */
  isFirst: boolean;
  onSend: (data: unknown) => void;
}) {
  const id = useId();
  // The second half of a double tap on the answer before lands here: it answers nothing.
  const [isSettled, setIsSettled] = useState(isFirst);
  useEffect(() => {
    const timer = setTimeout(() => setIsSettled(true), BOUNCE_MS);
    return () => clearTimeout(timer);
  }, []);
  // What was typed stays, whatever else is recorded meanwhile; an untouched field follows what is worked out.
  const [typed, setTyped] = useState<Record<string, string>>({});
  const textOf = (field: AskedField) => typed[field.name] ?? firstText(field, data);
  const [faults, setFaults] = useState<Record<string, string>>({});
  const send = (answer: AnswerButton) => {
    const values = Object.fromEntries(
      fields.map((field): [string, unknown] => {
        const { name, kind, optional } = field;
        const text = textOf(field).trim();
        if (text === "") return [name, optional ? null : undefined];
        return [name, kind === "number" ? Number(text.replace(",", ".")) : text];
      }),
    );
    const told = { ...answer.data, ...values };
    const parsed = schema.safeParse(told);
    if (!parsed.success) {
      setFaults(
        Object.fromEntries(describeFaults(parsed.error, told).map(({ path, message }) => [path, message])),
      );
      return;
    }
    setFaults({});
    onSend(told);
  };
  return (
    <div className="flex flex-wrap items-end gap-3" data-testid="answer-form">
      {fields.map((field) => {
        const { name, label, kind, unit } = field;
        return (
          <div key={name} className="flex flex-col">
            <label htmlFor={`${id}-${name}`} className="text-sm">
              {label}
              {unit ? `, ${unit}` : ""}
            </label>
            {kind === "long" ? (
              <textarea
                id={`${id}-${name}`}
                className={`h-24 w-[min(40rem,85vw)] border-2 bg-raised px-2 py-1 ${faults[name] ? "border-danger" : "border-ink"}`}
                value={textOf(field)}
                maxLength={2_000}
                onChange={({ target }) => setTyped({ ...typed, [name]: target.value })}
              />
            ) : (
              <input
                id={`${id}-${name}`}
                className={`min-h-12 border-2 bg-raised px-2 text-lg ${kind === "text" ? "w-56" : "w-28"} ${faults[name] ? "border-danger" : "border-ink"}`}
                type={kind === "date" ? "date" : "text"}
                inputMode={kind === "number" ? "decimal" : undefined}
                value={textOf(field)}
                aria-invalid={faults[name] ? true : undefined}
                aria-describedby={faults[name] ? `${id}-${name}-fault` : undefined}
                onChange={({ target }) => setTyped({ ...typed, [name]: target.value })}
              />
            )}
            {faults[name] && (
              <span id={`${id}-${name}-fault`} className="text-sm text-danger">
                {faults[name]}
              </span>
            )}
          </div>
        );
      })}
      {answers.map((answer) => (
        <button
          key={answer.label}
          type="button"
          className="min-h-14 border-2 border-ink bg-raised px-5 text-lg font-semibold aria-disabled:opacity-50 low:px-3 low:text-base low:whitespace-nowrap"
          disabled={disabled || !isSettled}
          aria-disabled={disabled || undefined}
          onClick={() => send(answer)}
        >
          {answer.label}
        </button>
      ))}
      {Object.entries(faults)
        .filter(([path]) => !fields.some(({ name }) => name === path))
        .map(([path, message]) => (
          <span key={path} role="alert" className="text-sm text-danger">
            {path} {message}
          </span>
        ))}
    </div>
  );
}
