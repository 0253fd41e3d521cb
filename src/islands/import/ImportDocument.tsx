import { useCallback, useEffect, useRef, useState } from "react";
import { askServer } from "../../ui/ask-server.ts";
import type { Fault } from "../../../core/faults.ts";
import { t } from "../../../words/documents.ts";

const MEGABYTE = 1024 * 1024;
const MOST_FAULTS = 12;

/** What can be brought in, and how it is spoken of. */
const documents = {
  job: {
    get title() {
      return t("bring-in-a-job-document");
    },
    get label() {
      return t("document-job-json");
    },
    get about() {
      return t("a-job-that-is-already-here-is");
    },
    mostMb: 96,
  },
  family: {
    get title() {
      return t("bring-in-a-family");
    },
    get label() {
      return t("document-family-json");
    },
    get about() {
      return t("a-family-that-is-already-here-gets");
    },
    mostMb: 16,
  },
} as const;
type What = keyof typeof documents;

type Outcome =
  | { kind: "idle" | "reading" }
  | { kind: "done"; code: string; sentence: string }
  | { kind: "refused"; faults: Fault[] };

function said(what: What, answer: { code: string; added: number; version: number }): string {
  if (what === "family") return t("is-here-as-version", { code: answer.code, version: answer.version });
  return answer.added > 0
    ? t("is-in-with-entries", { code: answer.code, added: answer.added })
    : t("was-here-already-nothing-changed", { code: answer.code });
}

async function bringIn(what: What, file: File): Promise<Outcome> {
  const refuse = (message: string): Outcome => ({ kind: "refused", faults: [{ path: file.name, message }] });
  const { mostMb } = documents[what];
  if (file.size > mostMb * MEGABYTE) {
    return refuse(t("mb-must-be-at-most-mb", { size: (file.size / MEGABYTE).toFixed(0), mostMb }));
  }
  let text: string;
  try {
    text = await file.text();
  } catch {
    return refuse(t("cannot-be-read-choose-the-file-again"));
  }
  const asked = await askServer(
    what === "job" ? "/api/jobs/import" : "/api/families/import",
    "POST",
    text,
    t("no-answer-from-the-server-choose-the"),
  );
  if ("answer" in asked) {
    const told = (await asked.answer.json()) as { code: string; added: number; version: number };
    return { kind: "done", code: told.code, sentence: said(what, told) };
  }
  return asked.faults.length > 0 ? { kind: "refused", faults: asked.faults } : refuse(asked.said);
}

/** Takes a document from another workshop. Nothing is kept of one with a fault. */
export function ImportDocument({ what }: { what: What }) {
  const { title, label, about } = documents[what];
  const [outcome, setOutcome] = useState<Outcome>({ kind: "idle" });
  const input = useRef<HTMLInputElement>(null);
  const take = useCallback(() => {
    const file = input.current?.files?.[0];
    if (!file) return;
    setOutcome({ kind: "reading" });
    void bringIn(what, file).then((found) => {
      setOutcome(found);
      if (input.current) input.current.value = "";
    });
  }, [what]);
  // A file that was chosen before the page answered is taken now.
  useEffect(take, [take]);
  return (
    <main className="mx-auto max-w-200 px-3 pb-16 sm:px-5">
      <h1 className="answer py-4">{title}</h1>
      <label className="block">
        <span className="mb-1 block font-semibold">{label}</span>
        <input
          ref={input}
          type="file"
          accept="application/json,.json"
          className="entry"
          disabled={outcome.kind === "reading"}
          onChange={take}
        />
      </label>
      <p className="mt-2 text-soft">{about}</p>
      <div className="mt-6" aria-live="polite">
        {outcome.kind === "reading" && <p>{t("reading")}</p>}
        {outcome.kind === "done" && (
          <p className="text-lg">
            {outcome.sentence}{" "}
            <a
              className="underline"
              href={what === "job" ? `/jobs/${outcome.code}` : `/families/${outcome.code}`}
            >
              {t("open-it")}
            </a>
          </p>
        )}
        {outcome.kind === "refused" && (
          <div role="alert" className="edge-hatch border-y-2 border-danger bg-raised py-2 text-danger">
            <p className="font-semibold">{t("refused-nothing-was-changed")}</p>
            <ul>
              {outcome.faults.slice(0, MOST_FAULTS).map((fault) => (
                <li key={`${fault.path} ${fault.message}`}>
                  <code className="font-mono">{fault.path}</code> {fault.message}
                </li>
              ))}
            </ul>
            {outcome.faults.length > MOST_FAULTS && (
              <p>{t("and-more", { length: outcome.faults.length - MOST_FAULTS })}</p>
            )}
          </div>
        )}
      </div>
    </main>
  );
}
