import { useState } from "react";
import { askServer } from "./ask-server.ts";
import { FormDialog } from "./FormDialog.tsx";
import { Field } from "./Field.tsx";
import { keyOf } from "./key-of.ts";
import { setPreference } from "./preferences.ts";

/** Adds a name to those who work here, and stands that person at this bench. */
export function AddTechnician({ onClose }: { onClose: () => void }) {
  const [name, setName] = useState("");
  const [fault, setFault] = useState<string>();
  const add = async () => {
    const key = keyOf(name);
    if (key === "") {
      setFault(`Name: ${name.trim() || "nothing"} must hold at least one letter or digit`);
      return;
    }
    const asked = await askServer(
      "/api/technicians",
      "POST",
      { key, name: name.trim() },
      "No answer from the server. The name is still here: press again.",
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
      title="Add a technician"
      description="The name stands beside everything that this person records."
      submit="Add"
      leave="Leave"
      onSubmit={() => void add()}
    >
      <Field label="Name" fault={fault}>
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
