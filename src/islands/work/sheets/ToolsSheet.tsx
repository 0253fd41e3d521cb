import { Suspense, useState } from "react";
import type { StageName } from "../../../../core/stage.ts";
import { Sheet } from "../../../ui/Sheet.tsx";
import type { ToolProps } from "../instrument.ts";
import { tools } from "../tools/tools.ts";
import { StillLoading } from "../../../ui/StillLoading.tsx";
import { t } from "../../../../words/work.ts";

/** The other tools, those of the stage at hand first; one of them open. Closing it comes back to the work as it was. */
export function ToolsSheet({
  stage,
  first,
  onClose,
  ...props
}: ToolProps & { stage: StageName; first: string | null; onClose: () => void }) {
  const [picked, setPicked] = useState(first);
  const own = tools.filter(({ of }) => of.includes(stage));
  const others = tools.filter(({ of }) => !of.includes(stage));
  const tool = tools.find(({ key }) => key === picked);
  if (tool) {
    return (
      <Sheet title={tool.title} isTall onClose={onClose}>
        <Suspense fallback={<StillLoading />}>
          <tool.View {...props} />
        </Suspense>
      </Sheet>
    );
  }
  return (
    <Sheet title={t("tools")} onClose={onClose}>
      {[own, others].map((list, i) => (
        <div key={i} className="mt-2 flex flex-wrap gap-2">
          {list.map(({ key, title }) => (
            <button
              key={key}
              type="button"
              className={i === 0 ? "control-strong" : "control border-soft font-normal"}
              onClick={() => setPicked(key)}
            >
              {title}
            </button>
          ))}
        </div>
      ))}
    </Sheet>
  );
}
