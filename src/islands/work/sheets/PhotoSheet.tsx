import { Sheet } from "../../../ui/Sheet.tsx";
import { Photos } from "../../photos/Photos.tsx";
import type { ToolProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

/** Photos of the job: taken, chosen, looked at, two laid over one another. */
export function PhotoSheet({ onClose, ...props }: ToolProps & { onClose: () => void }) {
  return (
    <Sheet title={t("photos")} onClose={onClose}>
      <Photos {...props} />
    </Sheet>
  );
}
