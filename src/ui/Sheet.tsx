import { X } from "lucide-react";
import { Dialog } from "radix-ui";
import type { ReactNode } from "react";
import { t } from "../../words/frame.ts";

/** A sheet over the lower half of the screen; what lies above it stays in view. Tall ones take most of it. */
export function Sheet({
  title,
  isTall = false,
  onClose,
  children,
}: {
  title: string;
  isTall?: boolean;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className={`fixed inset-x-0 bottom-0 z-50 flex flex-col border-t-4 border-ink bg-ground ${isTall ? "top-2" : "h-[56dvh] max-h-[56dvh] max-lg:h-[88dvh] max-lg:max-h-[88dvh]"}`}
        >
          <div className="flex items-center justify-between gap-3 px-4 pt-2">
            <Dialog.Title className="text-xl font-semibold">{title}</Dialog.Title>
            <Dialog.Close className="control" aria-label={t("close")}>
              <X aria-hidden size={20} />
            </Dialog.Close>
          </div>
          <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-4">{children}</div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
