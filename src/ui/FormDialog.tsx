import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

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
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      {trigger}
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-50 bg-black/50" />
        <Dialog.Content className="fixed top-1/2 left-1/2 z-50 max-h-[96dvh] w-[min(34rem,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border-2 border-ink bg-ground p-5">
          <Dialog.Title className="text-xl font-semibold">{title}</Dialog.Title>
          <Dialog.Description className="mt-1">{description}</Dialog.Description>
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
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
