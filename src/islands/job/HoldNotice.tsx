import { Dialog } from "radix-ui";
import { useState } from "react";
import type { EventDraft } from "../../../core/job/event.ts";
import type { Hold } from "../../../core/job/holds.ts";
import type { StageName } from "../../../core/job/route.ts";
import { FormDialog } from "../../ui/FormDialog.tsx";
import { Field } from "../../ui/Field.tsx";
import { useDraft } from "../../ui/useDraft.ts";

const LEAST_REASON = 10;

/** What stands in the way, what lifts it, and, where nobody can be hurt by it, a signed reason to go on without. */
export function HoldNotice({
  code,
  hold,
  stage,
  who,
  send,
}: {
  code: string;
  hold: Hold;
  stage: StageName;
  who: string;
  send: (draft: EventDraft) => boolean;
}) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useDraft(`${code} override ${hold.name}`, "");
  const [fault, setFault] = useState<string>();
  const sign = () => {
    if (reason.trim().length < LEAST_REASON) {
      setFault(`Reason: ${reason.trim().length} characters; must be at least ${LEAST_REASON}`);
      return;
    }
    if (send({ stage, kind: "hold-overridden", data: { hold: hold.name, reason: reason.trim() } })) {
      setReason("");
      setOpen(false);
    }
  };
  return (
    <section
      role="alert"
      className="edge-hatch border-y-2 border-r-2 border-y-danger border-r-danger bg-raised p-4 pl-7 text-danger"
    >
      <h2 className="text-lg font-semibold">Hold</h2>
      <p className="text-xl text-ink">{hold.sentence}</p>
      <div className="mt-3 flex flex-wrap gap-2">
        {hold.lifts.map((lift) => (
          <button
            key={lift.label}
            type="button"
            className="control"
            disabled={!who}
            onClick={() => send(lift.draft())}
          >
            {lift.label}
          </button>
        ))}
        {hold.overridable && (
          <FormDialog
            open={open}
            onOpenChange={setOpen}
            trigger={
              <Dialog.Trigger className="control" disabled={!who}>
                Go on with a signed reason
              </Dialog.Trigger>
            }
            title="Go on without it"
            description={`${hold.sentence} The reason stays on the job under your name.`}
            submit="Sign"
            leave="Leave the hold"
            onSubmit={sign}
          >
            <Field label="Reason" fault={fault}>
              {(attributes) => (
                <textarea
                  {...attributes}
                  className="entry"
                  rows={3}
                  maxLength={500}
                  value={reason}
                  onChange={(event) => setReason(event.target.value)}
                />
              )}
            </Field>
          </FormDialog>
        )}
      </div>
    </section>
  );
}
