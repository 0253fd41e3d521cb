import { Dialog } from "radix-ui";
import { useState } from "react";
import type { Label } from "../../core/labels/label.ts";
import { labelSheets } from "../../core/labels/label-sheets.ts";
import { Field } from "./Field.tsx";
import { typedNumber } from "./typed-number.ts";
import { t } from "../../words/frame.ts";

/** Labels of these things as a PDF, on a common sheet, from the first place that is still free on it. */
export function PrintLabels({ labels, className }: { labels: readonly Label[]; className?: string }) {
  const [sheet, setSheet] = useState(labelSheets[0]!);
  const [typed, setTyped] = useState("1");
  const places = sheet.across * sheet.down;
  const first = typedNumber(typed) ?? NaN;
  const isWrong = !Number.isInteger(first) || first < 1 || first > places;
  const search = new URLSearchParams([
    ["sheet", sheet.id],
    ["first", String(first)],
    ...labels.map(({ of, code }) => [of, code]),
  ]);
  return (
    <Dialog.Root>
      <Dialog.Trigger className={className ?? "control"} disabled={labels.length === 0}>
        {t("print-labels")}
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-60 bg-black/50" />
        <Dialog.Content className="fixed top-1/2 left-1/2 z-60 max-h-[96dvh] w-[min(34rem,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border-2 border-ink bg-ground p-5">
          <Dialog.Title className="text-xl font-semibold">{t("print-labels")}</Dialog.Title>
          <Dialog.Description className="mt-1">{t("a-camera-reads-them")}</Dialog.Description>
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
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
