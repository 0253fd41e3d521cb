import { checkResults, type CheckResult } from "../../../core/job/event.ts";
import type { AcceptanceRow } from "../../../core/prove/acceptance.ts";
import { useDraft } from "../../ui/useDraft.ts";
import { PanelTest } from "./PanelTest.tsx";
import { PhotoInspection } from "./PhotoInspection.tsx";
import type { PanelProps } from "../stage/panel.ts";
import { stageAnswer } from "../stage/stage-answer.ts";

const labels: Record<CheckResult, string> = { pass: "Pass", fail: "Fail", "not-fitted": "Not fitted" };

/** What the page knows for the proof: what the shop lets pass. */
export interface ProveKnowledge {
  acceptance: readonly AcceptanceRow[];
}

export function ProvePanel(props: PanelProps & ProveKnowledge) {
  return (
    <>
      <p className="answer" data-testid="answer">
        {stageAnswer("prove", props)}
      </p>
      <ul className="mt-4 border-t border-line">
        {props.family.functions.map((f) => (
          <FunctionRow key={f.key} {...props} functionKey={f.key} />
        ))}
      </ul>
      <PanelTest {...props} />
      <PhotoInspection {...props} />
    </>
  );
}

function FunctionRow({ code, family, state, live, send, functionKey }: PanelProps & { functionKey: string }) {
  const checked = family.functions.find((f) => f.key === functionKey)!;
  const check = state.checks.prove?.[functionKey];
  const [note, setNote] = useDraft(`${code} prove ${functionKey}`, "");
  return (
    <li className="grid items-center gap-x-4 gap-y-1 border-b border-line py-2 lg:grid-cols-[1fr_14rem_auto]">
      <div>
        <strong>{checked.name}</strong>: {checked.how}
        {check?.note && <div className="text-soft">{check.note}</div>}
      </div>
      <input
        className="entry"
        aria-label={`Note on ${checked.name.toLowerCase()}`}
        placeholder="Note"
        maxLength={500}
        value={note}
        onChange={(event) => setNote(event.target.value)}
      />
      <div role="group" aria-label={checked.name} className="flex">
        {checkResults.map((result) => (
          <button
            key={result}
            type="button"
            disabled={!live}
            aria-pressed={check?.result === result}
            className="control -ml-0.5 aria-pressed:bg-ink aria-pressed:text-on-ink"
            onClick={() => {
              const data = { function: functionKey, result, ...(note.trim() ? { note: note.trim() } : {}) };
              if (send({ stage: "prove", kind: "function-checked", data })) setNote("");
            }}
          >
            {labels[result]}
          </button>
        ))}
      </div>
    </li>
  );
}
