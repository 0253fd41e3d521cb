import { useState } from "react";
import { looseParts } from "../../../../core/device/ask.ts";
import { codeRead, partOf } from "../../../../core/labels/label.ts";
import { ReadLabel } from "../../../camera/ReadLabel.tsx";
import type { InstrumentProps } from "../instrument.ts";
import { StackInstrument } from "./StackInstrument.tsx";
import { t } from "../../../../words/camera.ts";

/** The stack; and the label of the part in hand read by the camera, so that no part goes back on another's device. */
export function PartInstrument(props: InstrumentProps) {
  const { code, data, scene } = props;
  const wanted = looseParts(scene.family).find(({ key }) => key === data.part);
  // Which part was told to be the right one: the next part is another.
  const [right, setRight] = useState<unknown>(null);
  const read = (text: string): string | null => {
    setRight(null);
    const label = codeRead("part", text);
    const of = label === null ? null : partOf(label);
    if (!of) return t("no-label-of-a-part");
    if (of.job !== code) return t("is-a-part-of-another-job", { job: of.job, code });
    if (of.part !== data.part) {
      const known = looseParts(scene.family).find(({ key }) => key === of.part);
      return t("is-another-part", { part: known?.name ?? of.part, wanted: wanted?.name ?? "" });
    }
    setRight(data.part);
    return null;
  };
  return (
    <div className="flex h-full min-h-0 w-full flex-col gap-2 overflow-y-auto max-lg:landscape:flex-row">
      <div className="flex flex-wrap items-center gap-3 max-lg:landscape:content-start">
        <ReadLabel onRead={read} />
        {right !== null && right === data.part && (
          <p role="status" className="font-semibold text-done">
            {t("it-is-this-jobs-part", { part: wanted?.name ?? "" })}
          </p>
        )}
      </div>
      <div className="min-h-0 min-w-0 flex-1">
        <StackInstrument {...props} />
      </div>
    </div>
  );
}
