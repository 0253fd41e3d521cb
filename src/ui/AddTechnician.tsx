import { Dialog } from "radix-ui";
import { useState } from "react";
import type { Problem } from "../../server/problem.ts";
import { Field } from "./Field.tsx";
import { setPreference } from "./preferences.ts";

/** A key for a name: its letters and digits, accents taken off. */
const keyOf = (name: string) =>
  name
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[\u0300-\u036f]/g, "")
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "");

/** Adds a name to those who work here, and stands that person at this bench. */
export function AddTechnician({ open, onClose }: { open: boolean; onClose: () => void }) {
  const [name, setName] = useState("");
  const [fault, setFault] = useState<string>();
  const add = async () => {
    const key = keyOf(name);
    if (key === "") {
      setFault(`Name: ${name.trim() || "nothing"} must hold at least one letter or digit`);
      return;
    }
    try {
      const answer = await fetch("/api/technicians", {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ key, name: name.trim() }),
      });
      if (!answer.ok) {
        setFault(((await answer.json()) as Problem).detail);
        return;
      }
      setPreference("who", key);
      location.reload();
    } catch {
      setFault("No answer from the server. The name is still here: press again.");
    }
  };
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-50 bg-black/50" />
        <Dialog.Content className="fixed top-1/3 left-1/2 z-50 w-[min(28rem,94vw)] -translate-x-1/2 border-2 border-ink bg-ground p-5">
          <Dialog.Title className="text-xl font-semibold">Who else works here?</Dialog.Title>
          <Dialog.Description className="mt-1">
            The name stands beside everything that this person records.
          </Dialog.Description>
          <form
            className="mt-4 grid gap-4"
            onSubmit={(event) => {
              event.preventDefault();
              void add();
            }}
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
            <div className="flex gap-2">
              <button type="submit" className="control-strong">
                Add
              </button>
              <Dialog.Close className="control">Leave</Dialog.Close>
            </div>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
