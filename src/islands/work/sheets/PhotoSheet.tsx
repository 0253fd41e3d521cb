import { Sheet } from "../../../ui/Sheet.tsx";
import { Photos } from "../../photos/Photos.tsx";
import type { ToolProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

/** Photos of the job: taken, chosen, looked at, two laid over one another. */
export function PhotoSheet({
  onClose,
  onPick,
  ...props
}: ToolProps & { onPick: (sheet: string) => void; onClose: () => void }) {
  return (
    <Sheet title={t("photos")} onClose={onClose}>
      <Photos {...props} onLook={(id, lighting) => onPick(`tools look ${id} ${lighting}`)} />
    </Sheet>
  );
}
