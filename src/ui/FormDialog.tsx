import { Dialog } from "radix-ui";
import type { ReactNode } from "react";
import { DialogFrame } from "./DialogFrame.tsx";

/** A dialog that asks for one thing: a title, why, a field or two, and a button that sends them. */
export function FormDialog({
  open,
  onOpenChange,
  trigger,
  title,
  description,
  submit,
  leave,
  onSubmit,
  children,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  trigger?: ReactNode;
  title: string;
  description: string;
  submit: string;
  leave: string;
  onSubmit: () => void;
  children: ReactNode;
}) {
  return (
    <DialogFrame {...{ open, onOpenChange, trigger, title, description }}>
      <form
        className="mt-4 grid gap-4"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          onSubmit();
        }}
      >
        {children}
        <div className="flex gap-2">
          <button type="submit" className="control-strong">
            {submit}
          </button>
          <Dialog.Close className="control">{leave}</Dialog.Close>
        </div>
      </form>
    </DialogFrame>
  );
}
