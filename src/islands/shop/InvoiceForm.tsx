import { useState } from "react";
import { invoiceTerms, type InvoiceTerms } from "../../../core/intake/invoice.ts";
import { typedNumber } from "../../ui/typed-number.ts";
import { ShopForm } from "./ShopForm.tsx";
import { TextEntry } from "../../ui/TextEntry.tsx";
import { useKept } from "./useKept.ts";
import { t } from "../../../words/shop.ts";

/** The tax that is added to what was agreed, and how invoices are numbered. */
export function InvoiceForm({ initial }: { initial: InvoiceTerms }) {
  const [typed, setTyped] = useState<Record<keyof InvoiceTerms, string>>({
    taxPct: String(initial.taxPct),
    prefix: initial.prefix,
    nextNumber: String(initial.nextNumber),
  });
  const { faults, said, keep } = useKept(invoiceTerms, "/api/shop/invoices", t("kept"));
  const save = () =>
    keep({
      taxPct: typedNumber(typed.taxPct),
      prefix: typed.prefix.trim(),
      nextNumber: typedNumber(typed.nextNumber),
    });
  const entry = (field: keyof InvoiceTerms, label: string) => (
    <TextEntry
      label={label}
      fault={faults[field]}
      value={typed[field]}
      onChange={(text) => setTyped({ ...typed, [field]: text })}
    />
  );
  return (
    <ShopForm className="sm:grid-cols-3" onSave={() => void save()} save={t("save-the-invoices")} said={said}>
      {entry("taxPct", t("tax-pct"))}
      {entry("prefix", t("before-each-number"))}
      {entry("nextNumber", t("next-number"))}
    </ShopForm>
  );
}
