import { useState } from "react";
import { askServer } from "./ask-server.ts";
import { FormDialog } from "./FormDialog.tsx";
import { Field } from "./Field.tsx";
import { keyOf } from "./key-of.ts";
import { setPreference } from "./preferences.ts";
import { asTyped } from "./typed-number.ts";
import { t } from "../../words/frame.ts";

/** Adds a name to those who work here, and stands that person at this bench. */
export function AddTechnician({ onClose }: { onClose: () => void }) {
  const [name, setName] = useState("");
  const [fault, setFault] = useState<string>();
  const add = async () => {
    const key = keyOf(name);
    if (key === "") {
      setFault(t("name-must-hold-at-least-one-letter", { name: asTyped(name) }));
      return;
    }
    const asked = await askServer(
      "/api/technicians",
      "POST",
      { key, name: name.trim() },
      t("no-answer-from-the-server-the-name"),
    );
    if ("said" in asked) {
      setFault(asked.said);
      return;
    }
    setPreference("who", key);
    location.reload();
  };
  return (
    <FormDialog
      open
      onOpenChange={(next) => !next && onClose()}
      title={t("add-a-technician")}
      description={t("the-name-stands-beside-everything-that")}
      submit={t("add")}
      leave={t("leave")}
      onSubmit={() => void add()}
    >
      <Field label={t("name")} fault={fault}>
        {(attributes) => (
          <input
            {...attributes}
            className="entry"
            maxLength={40}
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
        )}
      </Field>
    </FormDialog>
  );
}
