import { linesNow, lineOf, seamNow } from "../../../../core/device/ask.ts";
import { Section } from "../../../drawing/Section.tsx";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

/** The stack from the side, open as far as it is parted. */
export function StackInstrument({ scene }: InstrumentProps) {
  const [line] = linesNow(scene);
  const seam = seamNow(scene);
  const of = line === undefined ? null : lineOf(scene.state, line);
  return (
    <div className="h-full min-h-0 w-full overflow-y-auto [&_svg]:mx-auto [&_svg]:h-full [&_svg]:max-w-200 [&_svg]:min-h-72">
      <Section
        family={scene.family}
        {...(seam ? { seam: seam.layer } : {})}
        openShare={of === null || of.old === "off" ? 0 : of.partedPct / 100}
        gone={of === null || of.on || of.old === "on" ? "nothing" : of.glueOff ? "with glue" : "above"}
        title={t("the-stack-of-from-the-side", { code: scene.family.code })}
      />
    </div>
  );
}
