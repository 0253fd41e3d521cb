import { useState } from "react";
import { Sheet } from "../../../ui/Sheet.tsx";
import { dayAndTimeText } from "../../../ui/time-text.ts";
import { useDraft } from "../../../ui/useDraft.ts";
import type { ToolProps } from "../instrument.ts";
import { nameOf } from "../name-of.ts";
import { t } from "../../../../words/work.ts";

/** A note on the job, and those that were written before. */
export function NoteSheet({
  code,
  scene,
  technicians,
  mayTell,
  tell,
  onClose,
}: ToolProps & { onClose: () => void }) {
  const [text, setText] = useDraft(`${code} note`, "");
  const [fault, setFault] = useState<string>();
  const save = () => {
    if (text.trim() === "") return setFault(t("note-nothing-must-be-a-text-of"));
    if (tell("noted", { text: text.trim() })) {
      setText("");
      onClose();
    }
  };
  return (
    <Sheet title={t("note")} onClose={onClose}>
      <textarea
        className="entry mt-2 h-28"
        aria-label={t("note")}
        aria-invalid={fault !== undefined}
        maxLength={2_000}
        value={text}
        onChange={({ target }) => setText(target.value)}
      />
      {fault && (
        <p role="alert" className="edge-hatch mt-1 text-danger">
          {fault}
        </p>
      )}
      <button type="button" className="control-strong mt-2" disabled={!mayTell} onClick={save}>
        {t("save-note")}
      </button>
      <ul className="mt-3">
        {[...scene.state.records.notes].reverse().map(({ text: said, who, atMs }) => (
          <li key={atMs} className="border-t border-line py-1">
            {said}{" "}
            <span className="text-soft">
              {nameOf(technicians, who)}, {dayAndTimeText(atMs)}
            </span>
          </li>
        ))}
      </ul>
    </Sheet>
  );
}
