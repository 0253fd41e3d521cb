import { useEffect } from "react";
import { customerWords } from "../../../core/close/customer-words.ts";
import { stillOut, type StillOut } from "../../../core/close/still-out.ts";
import { isInsideWipe, wipeAgeS } from "../../../core/clean/freshness.ts";
import { Field } from "../../ui/Field.tsx";
import { Duration } from "../../ui/quantity.tsx";
import { useDraft } from "../../ui/useDraft.ts";
import { OpenPanel } from "../stage/OpenPanel.tsx";
import type { PanelProps } from "../stage/panel.ts";

const kindWords: Record<StillOut["kind"], string> = {
  connector: "open",
  part: "out",
  tape: "off",
  liner: "",
  screw: "out",
};

/** Shutting: what is still out, the ledger of screws and connectors, and what the customer is told. */
export function ClosePanel(props: PanelProps) {
  const { family, state, nowMs } = props;
  const out = stillOut(family, state);
  const age = wipeAgeS(state, nowMs, isInsideWipe);
  const isRunning = state.timers.some((timer) => isInsideWipe(timer) && timer.stoppedAt === null);
  return (
    <>
      <OpenPanel {...props} stage="close">
        <section aria-labelledby="out-title" className="mt-3">
          <h2 id="out-title" className="text-lg font-semibold">
            Still out
          </h2>
          {out.length === 0 ? (
            <p className="text-done">Nothing: every screw, part, connector and liner is accounted for.</p>
          ) : (
            <ul className="grid gap-x-6 sm:grid-cols-2" data-testid="still-out">
              {out.map(({ kind, name, count, isInside }) => (
                <li key={`${kind} ${name}`} className="flex justify-between gap-3 border-b border-line py-1">
                  <span>{kind === "screw" || kind === "liner" ? `${count} × ${name}` : name}</span>
                  <span className="text-soft">
                    {[kindWords[kind], isInside ? "inside" : ""].filter(Boolean).join(", ")}
                  </span>
                </li>
              ))}
            </ul>
          )}
          {isRunning && age !== null && (
            <p className="mt-2" data-testid="wiped-ago">
              Wiped inside <Duration s={age} /> ago: dust settles until it is shut.
            </p>
          )}
        </section>
      </OpenPanel>
      <CustomerTold {...props} />
    </>
  );
}

/** What the customer is told: worded from the record, said better by hand. */
function CustomerTold({ code, family, state, live, offer }: PanelProps) {
  const worded = customerWords(family, state);
  const [typed, setTyped] = useDraft(`${code} told`, "");
  const text = typed.trim() || worded;
  useEffect(() => {
    offer("told", () => ({ stage: "close", kind: "customer-told", data: { text } }));
    return () => offer("told", null);
  }, [offer, text]);
  return (
    <section aria-labelledby="told-title" className="mt-6 max-w-3xl">
      <h2 id="told-title" className="text-lg font-semibold">
        What the customer is told
      </h2>
      {state.told ? (
        <p data-testid="told">{state.told.text}</p>
      ) : (
        <Field
          label="Worded from the record; write it as you would say it"
          hint="It stands on the certificate."
        >
          {(attributes) => (
            <textarea
              {...attributes}
              className="entry"
              rows={4}
              maxLength={2_000}
              disabled={!live}
              value={typed || worded}
              onChange={(event) => setTyped(event.target.value)}
            />
          )}
        </Field>
      )}
    </section>
  );
}
