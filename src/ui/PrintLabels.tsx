import { Dialog } from "radix-ui";
import { useState } from "react";
import type { Label } from "../../core/labels/label.ts";
import { labelSheets, labelsOn } from "../../core/labels/label-sheets.ts";
import { DialogFrame } from "./DialogFrame.tsx";
import { Field } from "./Field.tsx";
import { typedNumber } from "./typed-number.ts";
import { t } from "../../words/frame.ts";

/** Labels of these things as a PDF, on a common sheet, from the first place that is still free on it. */
export function PrintLabels({
  labels,
  ofParts = false,
  className,
}: {
  labels: readonly Label[];
  /** They are a device's parts, and it says so. */
  ofParts?: boolean;
  className?: string;
}) {
  const title = ofParts ? t("labels-for-its-parts") : t("print-labels");
  const [sheet, setSheet] = useState(labelSheets[0]!);
  const [typed, setTyped] = useState("1");
  const places = labelsOn(sheet);
  const first = typedNumber(typed) ?? NaN;
  const isWrong = !Number.isInteger(first) || first < 1 || first > places;
  const search = new URLSearchParams([
    ["sheet", sheet.id],
    ["first", String(first)],
    ...labels.map(({ of, code }) => [of, code]),
  ]);
  return (
    <DialogFrame
      title={title}
      description={t("a-camera-reads-them")}
      trigger={
        <Dialog.Trigger className={className ?? "control"} disabled={labels.length === 0}>
          {title}
        </Dialog.Trigger>
      }
    >
      <div className="mt-4 grid gap-4 sm:grid-cols-2">
        <Field label={t("label-sheet")}>
          {(attributes) => (
            <select
              {...attributes}
              className="entry"
              value={sheet.id}
              onChange={({ target }) => setSheet(labelSheets.find(({ id }) => id === target.value)!)}
            >
              {labelSheets.map(({ id, widthMm, heightMm }) => (
                <option key={id} value={id}>
                  {t("labels-of", { id, widthMm, heightMm })}
                </option>
              ))}
            </select>
          )}
        </Field>
        <Field
          label={t("first-free-label")}
          fault={isWrong ? t("first-free-label-must-be", { typed, places }) : undefined}
        >
          {(attributes) => (
            <input
              {...attributes}
              className="entry"
              inputMode="numeric"
              value={typed}
              onChange={({ target }) => setTyped(target.value)}
            />
          )}
        </Field>
      </div>
      <div className="mt-4 flex gap-2">
        <a
          className="control-strong"
          aria-disabled={isWrong}
          target="_blank"
          rel="noreferrer"
          {...(isWrong ? {} : { href: `/api/labels?${search}` })}
        >
          {t("open-to-print")}
        </a>
        <Dialog.Close className="control">{t("close")}</Dialog.Close>
      </div>
    </DialogFrame>
  );
}
