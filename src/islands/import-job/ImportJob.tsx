import { useState } from "react";
import type { Fault } from "../../../core/faults.ts";
import type { Problem } from "../../../server/problem.ts";

const LARGEST = 16 * 1024 * 1024;
const MOST_FAULTS = 12;

type Outcome =
  | { kind: "idle" | "reading" }
  | { kind: "done"; code: string; added: number }
  | { kind: "refused"; faults: Fault[] };

async function bringIn(file: File): Promise<Outcome> {
  const refuse = (message: string): Outcome => ({ kind: "refused", faults: [{ path: file.name, message }] });
  if (file.size > LARGEST) {
    return refuse(`${(file.size / 1024 / 1024).toFixed(0)} MB must be at most ${LARGEST / 1024 / 1024} MB`);
  }
  try {
    const answer = await fetch("/api/jobs/import", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: await file.text(),
    });
    if (answer.ok) return { kind: "done", ...((await answer.json()) as { code: string; added: number }) };
    const told = (await answer.json()) as Problem;
    return told.faults ? { kind: "refused", faults: told.faults } : refuse(told.detail);
  } catch {
    return refuse("no answer from the server; nothing was changed. Choose the file again.");
  }
}

/** Takes a job document from another workshop. Nothing is kept of a document with a fault. */
export function ImportJob() {
  const [outcome, setOutcome] = useState<Outcome>({ kind: "idle" });
  return (
    <main className="mx-auto max-w-200 px-3 pb-16 sm:px-5">
      <h1 className="answer py-4">Bring in a job document</h1>
      <label className="block">
        <span className="mb-1 block font-semibold">Document (.job.json)</span>
        <input
          type="file"
          accept="application/json,.json"
          className="entry"
          disabled={outcome.kind === "reading"}
          onChange={async (event) => {
            const file = event.target.files?.[0];
            if (!file) return;
            setOutcome({ kind: "reading" });
            setOutcome(await bringIn(file));
            event.target.value = "";
          }}
        />
      </label>
      <p className="mt-2 text-soft">
        A job that is here already is not doubled. A document with a fault is refused whole, with the place of
        the fault.
      </p>
      <div className="mt-6" aria-live="polite">
        {outcome.kind === "reading" && <p>Reading</p>}
        {outcome.kind === "done" && (
          <p className="text-lg">
            {outcome.added > 0
              ? `${outcome.code} is in, with ${outcome.added} entries.`
              : `${outcome.code} was here already; nothing changed.`}{" "}
            <a className="underline" href={`/jobs/${outcome.code}`}>
              Open it
            </a>
          </p>
        )}
        {outcome.kind === "refused" && (
          <div role="alert" className="edge-hatch border-y-2 border-danger bg-raised py-2 text-danger">
            <p className="font-semibold">Refused; nothing was changed.</p>
            <ul>
              {outcome.faults.slice(0, MOST_FAULTS).map((fault) => (
                <li key={`${fault.path} ${fault.message}`}>
                  <code className="font-mono">{fault.path}</code> {fault.message}
                </li>
              ))}
            </ul>
            {outcome.faults.length > MOST_FAULTS && <p>and {outcome.faults.length - MOST_FAULTS} more</p>}
          </div>
        )}
      </div>
    </main>
  );
}
