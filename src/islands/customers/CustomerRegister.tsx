import { memo, useState } from "react";
import type { Customer } from "../../../server/store/customers.ts";
import { language, languageNames, languages, type Language } from "../../../words/language.ts";
import { t } from "../../../words/jobs.ts";
import { askServer } from "../../ui/ask-server.ts";
import { AsSpreadsheet } from "../../ui/AsSpreadsheet.tsx";
import { Field } from "../../ui/Field.tsx";
import { FormDialog } from "../../ui/FormDialog.tsx";
import { ListHead } from "../../ui/ListHead.tsx";
import { TextEntry } from "../../ui/TextEntry.tsx";
import { dayText } from "../../ui/time-text.ts";
import { useTypedSearch } from "../../ui/useTypedSearch.ts";

interface Typed {
  customer: Customer;
  contact: string;
  consents: boolean;
  language: Language;
}

/** The register of customers: how each is reached, whether that may be kept, and the jobs of each. */
export const CustomerRegister = memo(function CustomerRegister({ initial }: { initial: Customer[] }) {
  const {
    find,
    setFind,
    found: customers,
    setFound: setCustomers,
    isAway,
  } = useTypedSearch("/api/customers", initial);
  const [typed, setTyped] = useState<Typed | null>(null);
  const [fault, setFault] = useState<string>();
  const [said, setSaid] = useState<string>();
  /** Asked whether somebody is really to be forgotten. */
  const [isForgetting, setForgetting] = useState(false);
  const keep = async ({ customer, ...note }: Typed) => {
    const answered = await askServer(`/api/customers/${customer.id}`, "PUT", note);
    if ("said" in answered) {
      setFault(answered.faults.find(({ path }) => path === "contact")?.message);
      setSaid(answered.said);
      return;
    }
    const kept = (await answered.answer.json()) as Customer;
    setCustomers(customers.map((one) => (one.id === kept.id ? kept : one)));
    setSaid(t("customer-is-kept", { name: kept.name }));
    setTyped(null);
  };
  const forget = async ({ id, name }: Customer) => {
    const answered = await askServer(`/api/customers/${id}`, "DELETE", null);
    if ("said" in answered) {
      setSaid(answered.said);
      return;
    }
    const { jobs, invoices } = (await answered.answer.json()) as { jobs: number; invoices: number };
    setCustomers(customers.filter((one) => one.id !== id));
    setSaid(t("forgotten", { name, jobs, invoices }));
    setTyped(null);
  };
  return (
    <>
      <ListHead
        title={t("customers-found", { customers: customers.length })}
        search={{
          label: t("find-a-customer"),
          placeholder: t("name"),
          value: find,
          onChange: (text) => {
            setSaid(undefined);
            setFind(text);
          },
        }}
        add={{ text: t("take-in-a-device"), href: "/jobs/new" }}
      />
      <p role="status" className="not-empty:pb-2">
        {typed === null && (isAway ? t("customers-no-answer") : said)}
      </p>
      <ul>
        {customers.map((one) => (
          <li
            key={one.id}
            className="grid grid-cols-[1fr_auto] items-center gap-x-4 border-b border-line py-1 sm:grid-cols-[1fr_14rem_9rem_auto]"
          >
            <span className="min-w-0 leading-tight max-sm:col-start-1 max-sm:row-start-1">
              <span className="text-lg font-semibold">{one.name}</span>
              <span className={`block truncate text-sm ${one.contact === "" ? "text-soft" : ""}`}>
                {one.contact === "" ? t("no-contact") : one.contact}
              </span>
            </span>
            <span className="text-sm max-sm:col-span-2 max-sm:row-start-2" suppressHydrationWarning>
              {one.consentAt === null
                ? t("no-consent")
                : t("consent-since", { day: dayText(Date.parse(one.consentAt)) })}
            </span>
            <a
              href={`/jobs?find=${encodeURIComponent(one.name)}`}
              className="inline-flex min-h-12 items-center underline underline-offset-4 max-sm:row-start-3"
            >
              {t("jobs-of-customer", { jobs: one.jobs, open: one.open })}
            </a>
            <button
              type="button"
              className="control max-sm:col-start-2 max-sm:row-start-1"
              onClick={() => {
                setFault(undefined);
                setSaid(undefined);
                setForgetting(false);
                const { contact, consentAt, language: spoken } = one;
                setTyped({ customer: one, contact, consents: consentAt !== null, language: spoken });
              }}
            >
              {t("change-customer")}
              <span className="sr-only"> {one.name}</span>
            </button>
          </li>
        ))}
      </ul>
      {customers.length > 0 && <AsSpreadsheet address="/api/customers/list.csv" />}
      {typed && (
        <FormDialog
          open
          onOpenChange={() => setTyped(null)}
          title={typed.customer.name}
          description={t("ask-before-you-keep")}
          submit={t("save-customer")}
          leave={t("close")}
          onSubmit={() => void keep(typed)}
        >
          <TextEntry
            label={t("contact")}
            fault={fault}
            value={typed.contact}
            onChange={(contact) => setTyped({ ...typed, contact })}
          />
          <label className="flex min-h-12 items-center gap-3">
            <input
              type="checkbox"
              className="size-6 accent-ink"
              checked={typed.consents}
              onChange={({ target }) => setTyped({ ...typed, consents: target.checked })}
            />
            {t("agrees-that-it-is-kept")}
          </label>
          <Field label={t("paper-in")}>
            {(attributes) => (
              <select
                {...attributes}
                className="entry"
                value={typed.language}
                onChange={({ target }) => setTyped({ ...typed, language: target.value as Language })}
              >
                {languages.map((name) => (
                  <option key={name} value={name} lang={name === language() ? undefined : name}>
                    {languageNames[name]}
                  </option>
                ))}
              </select>
            )}
          </Field>
          <div className="flex flex-wrap items-center gap-3 border-t border-line pt-3">
            <a
              href={`/api/customers/${typed.customer.id}`}
              download
              className="inline-flex min-h-12 items-center underline underline-offset-4"
            >
              {t("all-that-is-kept")}
            </a>
            {isForgetting ? (
              <button
                type="button"
                className="control text-danger"
                onClick={() => void forget(typed.customer)}
              >
                {t("yes-forget")}
              </button>
            ) : (
              <button type="button" className="control" onClick={() => setForgetting(true)}>
                {t("forget-customer")}
              </button>
            )}
          </div>
          {said && (
            <p role="alert" className="edge-hatch text-danger">
              {said}
            </p>
          )}
        </FormDialog>
      )}
    </>
  );
});
