import { useState, type ReactNode } from "react";
import type { EventDraft, ReadingKind } from "../../../core/job/event.ts";
import { readingKindNames, readingKinds } from "../../../core/job/event.ts";
import type { JobState } from "../../../core/job/fold.ts";
import { stagesToReopen } from "../../../core/job/reopen.ts";
import { stageTitles, type StageName } from "../../../core/job/route.ts";
import { Field } from "../../ui/Field.tsx";
import { usePreferences } from "../../ui/preferences.ts";
import { kept, shown, type QuantityKind } from "../../ui/quantity.tsx";
import { useDraft } from "../../ui/useDraft.ts";

const kindOf = (unit: string): QuantityKind | null =>
  unit === "C" ? "temperature" : unit === "mm" ? "length" : null;

/** Something that wants a reason: the reason typed, and a press that is possible once there is one. */
function ReasonForm({
  label,
  press,
  draftKey,
  onSend,
  children,
}: {
  label: string;
  press: string;
  draftKey: string;
  /** Sends it; whether it may happen. */
  onSend: (reason: string) => boolean;
  /** What is chosen before the reason. */
  children?: ReactNode;
}) {
  const [reason, setReason] = useDraft(draftKey, "");
  return (
    <form
      className={`grid items-end gap-2 ${children ? "sm:grid-cols-[10rem_1fr_auto]" : "sm:grid-cols-[1fr_auto]"}`}
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim() && onSend(reason.trim())) setReason("");
      }}
    >
      {children}
      <Field label={label}>
        {(attributes) => (
          <input
            {...attributes}
            className="entry"
            maxLength={500}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
        )}
      </Field>
      <button type="submit" className="control" disabled={!reason.trim()}>
        {press}
      </button>
    </form>
  );
}

/** The work goes back to an earlier stage: from there on everything is done again. */
function SendBack({ code, stage, state, send }: Parameters<typeof Entries>[0]) {
  const possible = stagesToReopen(state);
  const [to, setTo] = useState<StageName>();
  if (possible.length === 0) return null;
  const chosen = to && possible.includes(to) ? to : possible.at(-1)!;
  return (
    <ReasonForm
      label="because"
      press="Send back"
      draftKey={`${code} sent back`}
      onSend={(reason) => send({ stage, kind: "sent-back", data: { to: chosen, reason } })}
    >
      <Field label="Send it back to">
        {(attributes) => (
          <select
            {...attributes}
            className="entry"
            value={chosen}
            onChange={(event) => setTo(event.target.value as StageName)}
          >
            {possible.map((name) => (
              <option key={name} value={name}>
                {stageTitles[name]}
              </option>
            ))}
          </select>
        )}
      </Field>
    </ReasonForm>
  );
}

/** Readings and notes by hand, sending it back and putting it on hold: what may be entered at any stage. */
export function Entries({
  code,
  stage,
  state,
  send,
}: {
  code: string;
  stage: StageName;
  state: JobState;
  send: (draft: EventDraft) => boolean;
}) {
  const preferences = usePreferences();
  const [note, setNote] = useDraft(`${code} note`, "");
  const [typed, setTyped] = useDraft(`${code} reading`, "");
  const [quantity, setQuantity] = useState<ReadingKind>(
    stage === "cure" ? "irradiance" : stage === "bond" ? "mass" : "glue line",
  );
  const [fault, setFault] = useState<string>();
  const { unit, min, max } = readingKinds[quantity];
  const kind = kindOf(unit);
  const bound = (value: number) => (kind ? Number(shown(kind, value, preferences).value.toFixed(1)) : value);
  const shownUnit = kind ? shown(kind, 0, preferences).unit : unit;

  const addReading = () => {
    const number = Number(typed.trim().replace(",", "."));
    const value = kind ? kept(kind, number, preferences) : number;
    if (typed.trim() === "" || !Number.isFinite(number) || value < min || value > max) {
      setFault(
        `${readingKinds[quantity].label}: ${typed.trim() || "nothing"} must be a number from ${bound(min)} to ${bound(max)} ${shownUnit}`,
      );
      return;
    }
    setFault(undefined);
    const values = [{ at: new Date().toISOString(), value: Number(value.toFixed(4)) }];
    if (send({ stage, kind: "reading-taken", data: { quantity, source: "hand", values } })) setTyped("");
  };

  return (
    <div className="grid gap-5">
      <form
        className="grid items-end gap-2 sm:grid-cols-[1fr_8rem_auto]"
        onSubmit={(event) => {
          event.preventDefault();
          addReading();
        }}
      >
        <Field label="Reading">
          {(attributes) => (
            <select
              {...attributes}
              className="entry"
              value={quantity}
              onChange={(event) => setQuantity(event.target.value as ReadingKind)}
            >
              {readingKindNames.map((name) => (
                <option key={name} value={name}>
                  {readingKinds[name].label}
                </option>
              ))}
            </select>
          )}
        </Field>
        <Field label={`Value, ${shownUnit}`}>
          {(attributes) => (
            <input
              {...attributes}
              className="entry"
              inputMode="decimal"
              value={typed}
              aria-invalid={Boolean(fault)}
              onChange={(event) => setTyped(event.target.value)}
            />
          )}
        </Field>
        <button type="submit" className="control">
          Add reading
        </button>
        {fault && (
          <p role="alert" className="edge-hatch text-danger sm:col-span-3">
            {fault}
          </p>
        )}
      </form>
      <form
        className="grid items-end gap-2 sm:grid-cols-[1fr_auto]"
        onSubmit={(event) => {
          event.preventDefault();
          if (note.trim() && send({ stage, kind: "note-written", data: { text: note.trim() } })) setNote("");
        }}
      >
        <Field label="Note">
          {(attributes) => (
            <textarea
              {...attributes}
              className="entry"
              rows={1}
              maxLength={2000}
              value={note}
              onChange={(event) => setNote(event.target.value)}
            />
          )}
        </Field>
        <button type="submit" className="control" disabled={!note.trim()}>
          Add note
        </button>
      </form>
      {!state.held && <SendBack {...{ code, stage, state, send }} />}
      {!state.held && !state.ended && (
        <ReasonForm
          label="Put on hold because"
          press="Hold"
          draftKey={`${code} hold`}
          onSend={(reason) => send({ stage, kind: "job-held", data: { reason } })}
        />
      )}
    </div>
  );
}
