import { useState } from "react";
import { v7 as uuid } from "uuid";
import type { StageName } from "../../../core/job/route.ts";
import type { NewerFamily } from "../../../server/newer-family.ts";
import type { Problem } from "../../../server/problem.ts";

/** The family has moved on since the job began: what is different, and whether to go on with it. */
export function NewerFamilyNotice({
  code,
  familyCode,
  newer,
  stage,
  who,
}: {
  code: string;
  familyCode: string;
  newer: NewerFamily;
  stage: StageName;
  who: string;
}) {
  const [fault, setFault] = useState<string>();
  const [sending, setSending] = useState(false);
  const adopt = async () => {
    setSending(true);
    setFault(undefined);
    try {
      const answer = await fetch(`/api/jobs/${code}/events`, {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({
          id: uuid(),
          stage,
          kind: "family-adopted",
          who,
          at: new Date().toISOString(),
          data: { version: newer.version },
        }),
      });
      if (answer.ok) {
        location.reload();
        return;
      }
      setFault(((await answer.json()) as Problem).detail);
    } catch {
      setFault("No answer from the server; nothing was changed. Press again.");
    }
    setSending(false);
  };
  return (
    <details className="edge-hatch mb-4 border-y-2 border-film bg-raised pr-3 text-film">
      <summary className="min-h-12 content-center font-semibold">
        {familyCode} is at version {newer.version} by now; this job goes with version {newer.from}.
      </summary>
      <div className="pb-3 text-ink">
        <ul className="list-disc pl-5">
          {newer.difference.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
        {newer.refusal ? (
          <p className="mt-2">
            {newer.refusal} The job stays with version {newer.from}.
          </p>
        ) : (
          <button
            type="button"
            className="control mt-2"
            disabled={!who || sending}
            onClick={() => void adopt()}
          >
            Go on with version {newer.version}
          </button>
        )}
        {fault && (
          <p role="alert" className="edge-hatch mt-2 text-danger">
            {fault}
          </p>
        )}
      </div>
    </details>
  );
}
