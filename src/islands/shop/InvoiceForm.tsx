import { useState } from "react";
import { describeFaults, faultsByPath } from "../../../core/faults.ts";
import { invoiceTerms, type InvoiceTerms } from "../../../core/intake/invoice.ts";
import { Field } from "../../ui/Field.tsx";
import { typedNumber } from "../../ui/typed-number.ts";
import { useMounted } from "../../ui/useMounted.ts";
import { keepAtShop } from "./keep-at-shop.ts";
import { t } from "../../../words/shop.ts";

const entries = [
  {
    field: "taxPct",
    get label() {
      return t("tax-pct");
    },
  },
  {
    field: "prefix",
    get label() {
      return t("before-each-number");
    },
  },
  {
    field: "nextNumber",
    get label() {
      return t("next-number");
    },
  },
] as const;

/** The tax that is added to what was agreed, and how invoices are numbered. */
export function InvoiceForm({ initial }: { initial: InvoiceTerms }) {
  const mounted = useMounted();
  const [typed, setTyped] = useState<Record<keyof InvoiceTerms, string>>({
    taxPct: String(initial.taxPct),
    prefix: initial.prefix,
    nextNumber: String(initial.nextNumber),
  });
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [said, setSaid] = useState<string>();
  const save = async () => {
    setSaid(undefined);
    const entered = {
      taxPct: typedNumber(typed.taxPct),
      prefix: typed.prefix.trim(),
      nextNumber: typedNumber(typed.nextNumber),
    };
    const parsed = invoiceTerms.safeParse(entered);
    setFaults(parsed.success ? {} : faultsByPath(describeFaults(parsed.error, entered)));
    if (parsed.success) setSaid(await keepAtShop("/api/shop/invoices", parsed.data, t("kept")));
  };
  return (
    <form
      className="grid gap-5 sm:grid-cols-3"
      aria-busy={!mounted}
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      {entries.map(({ field, label }) => (
        <Field key={field} label={label} fault={faults[field] && `${label}: ${faults[field]}`}>
          {(attributes) => (
            <input
              {...attributes}
              className="entry"
              value={typed[field]}
              onChange={(event) => setTyped({ ...typed, [field]: event.target.value })}
            />
          )}
        </Field>
      ))}
      <div className="flex items-center gap-4 sm:col-span-3">
        <button type="submit" className="control-strong">
          {t("save-the-invoices")}
        </button>
        <p role="status">{said}</p>
      </div>
    </form>
  );
}
