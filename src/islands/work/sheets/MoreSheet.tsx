import { Dialog } from "radix-ui";
import { sheets, type SheetKey } from "./sheet-names.ts";
import { t } from "../../../../words/work.ts";

/** On a small screen the sheets stand behind one button. */
export function MoreSheet({ onPick, onClose }: { onPick: (key: SheetKey) => void; onClose: () => void }) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-0 bottom-0 z-50 grid grid-cols-3 gap-2 border-t-4 border-ink bg-ground p-3"
        >
          <Dialog.Title className="sr-only">{t("more")}</Dialog.Title>
          {sheets.map(({ key, title, Icon }) => (
            <button key={key} type="button" className="control min-h-16 flex-col" onClick={() => onPick(key)}>
              <Icon aria-hidden size={22} />
              {title}
            </button>
          ))}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
