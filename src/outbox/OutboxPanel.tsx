import { X } from "lucide-react";
import { Dialog } from "radix-ui";
import type { Entry } from "./entry.ts";
import { theOutbox } from "./useOutbox.ts";

/** What waits in this browser, job by job. */
export function OutboxPanel({
  said,
  entries,
  onClose,
}: {
  said: string;
  entries: readonly Entry[];
  onClose: () => void;
}) {
  const codes = [...new Set(entries.map(({ code }) => code))];
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-14 right-2 z-50 w-[min(24rem,94vw)] border-2 border-ink bg-ground p-3"
        >
          <div className="flex items-center justify-between">
            <Dialog.Title className="text-lg font-semibold">Not sent yet</Dialog.Title>
            <Dialog.Close
              className="inline-flex min-h-12 min-w-12 items-center justify-center"
              aria-label="Close"
            >
              <X aria-hidden size={20} />
            </Dialog.Close>
          </div>
          <p>
            {theOutbox().isLoose ? "Only on this page, which must stay open" : "Kept in this browser"}: {said}
            . Entries are sent by themselves once the server answers.
          </p>
          <ul>
            {codes.map((code) => {
              const own = entries.filter((entry) => entry.code === code);
              return (
                <li key={code}>
                  <a href={`/jobs/${code}`} className="inline-flex min-h-12 items-center gap-2 underline">
                    {code}: {own.length}
                    {own.some((entry) => entry.refused !== null) && ", look at what was not taken"}
                  </a>
                </li>
              );
            })}
          </ul>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
