import { useEffect, useState } from "react";
import { faultsByPath } from "../../../../core/faults.ts";
import type { Ticket } from "../../../../server/store/tickets.ts";
import { askServer } from "../../../ui/ask-server.ts";
import { language, languageNames, languages, type Language } from "../../../../words/language.ts";
import { Field } from "../../../ui/Field.tsx";
import { t } from "../../../../words/work.ts";

/** Whose device it is, and which; corrected in its place. */
export function TicketPart({ code }: { code: string }) {
  const [kept, setKept] = useState<Ticket | "away" | null>(null);
  const [typed, setTyped] = useState<Ticket | null>(null);
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [failure, setFailure] = useState<string>();
  useEffect(() => {
    const stopped = new AbortController();
    fetch(`/api/jobs/${code}/ticket`, { signal: stopped.signal })
      .then(async (answer) => setKept(answer.ok ? ((await answer.json()) as Ticket) : "away"))
      .catch(() => !stopped.signal.aborted && setKept("away"));
    return () => stopped.abort();
  }, [code]);
  if (kept === null) return <p className="min-h-12" />;
  if (kept === "away") return <p className="min-h-12 text-soft">{t("customer-no-answer-from-the-server")}</p>;
  if (typed === null) {
    return (
      <p className="flex min-h-12 flex-wrap items-center gap-x-5">
        <span>{t("customer", { customer: kept.customer || t("not-known") })}</span>
        <span>{t("serial-number", { serial: kept.serial || t("not-known") })}</span>
        {kept.accessories && <span>{t("came-with", { accessories: kept.accessories })}</span>}
        <button
          type="button"
          className="inline-flex min-h-12 items-center underline underline-offset-4"
          onClick={() => setTyped(kept)}
        >
          {t("change")}
        </button>
      </p>
    );
  }
  const save = async () => {
    setFailure(undefined);
    const asked = await askServer(`/api/jobs/${code}/ticket`, "PUT", typed);
    if ("said" in asked) {
      setFaults(faultsByPath(asked.faults));
      setFailure(asked.said);
      return;
    }
    setKept((await asked.answer.json()) as Ticket);
    setTyped(null);
    setFaults({});
  };
  const entry = (field: "customer" | "serial" | "contact" | "asset" | "accessories", label: string) => (
    <Field label={label} fault={faults[field] && `${label}: ${faults[field]}`}>
      {(attributes) => (
        <input
          {...attributes}
          className="entry"
          value={typed[field] ?? ""}
          onChange={(event) => setTyped({ ...typed, [field]: event.target.value })}
        />
      )}
    </Field>
  );
  return (
    <form
      className="grid gap-3 py-2 sm:grid-cols-3 sm:items-end"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      {entry("customer", t("customer-2"))}
      {entry("contact", t("customer-contact"))}
      {entry("serial", t("serial-number-2"))}
      {entry("asset", t("asset-number"))}
      {entry("accessories", t("came-with-it"))}
      <Field label={t("paper-in")}>
        {(attributes) => (
          <select
            {...attributes}
            className="entry"
            value={typed.language ?? language()}
            onChange={(event) => setTyped({ ...typed, language: event.target.value as Language })}
          >
            {languages.map((name) => (
              <option key={name} value={name}>
                {languageNames[name]}
              </option>
            ))}
          </select>
        )}
      </Field>
      <div className="flex gap-2 sm:col-span-3">
        <button type="submit" className="control-strong">
          {t("save")}
        </button>
        <button type="button" className="control" onClick={() => setTyped(null)}>
          {t("cancel")}
        </button>
      </div>
      {failure && (
        <p role="alert" className="edge-hatch text-danger sm:col-span-3">
          {failure}
        </p>
      )}
    </form>
  );
}
