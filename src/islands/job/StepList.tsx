import { Check, Circle, Minus } from "lucide-react";
import type { EventDraft } from "../../../core/job/event.ts";
import { usePreferences } from "../../ui/preferences.ts";
import { lengthText } from "../../ui/quantity.tsx";
import { fillLengths, type Step } from "../../../core/job/step.ts";

/** The steps of the stage at hand, each to be done in any order by a tap; the bar offers them one after the other. */
export function StepList({
  steps,
  nextKey,
  disabled,
  onPress,
  onDraft,
}: {
  steps: readonly Step[];
  nextKey: string | undefined;
  disabled: boolean;
  onPress: (step: Step) => void;
  onDraft: (draft: EventDraft) => void;
}) {
  const preferences = usePreferences();
  return (
    <ol className="border-t border-line">
      {steps.map((step) => (
        <li
          key={step.key}
          className={`flex items-center gap-3 border-b border-line py-1 ${step.key === nextKey ? "border-l-4 border-l-ink pl-3" : "pl-4"}`}
        >
          <span aria-hidden className={step.done ? "text-done" : "text-soft"}>
            {step.done ? <Check size={22} /> : step.skipped ? <Minus size={22} /> : <Circle size={22} />}
          </span>
          <div className="flex flex-1 flex-wrap items-center gap-x-3">
            <span
              className={`min-w-[min(100%,14rem)] flex-1 py-1 ${step.done || step.skipped ? "text-soft" : ""}`}
            >
              {fillLengths(step, (mm) => lengthText(mm, preferences))}
              <span className="sr-only">{step.done ? " Done." : step.skipped ? " Skipped." : ""}</span>
              {step.skipped && !step.done ? <em> skipped</em> : null}
            </span>
            {!step.done && (
              <span className="ml-auto flex flex-wrap justify-end gap-1">
                {(step.alternatives ?? []).map(({ label, draft }) => (
                  <button
                    key={label}
                    type="button"
                    className="control border-soft font-normal"
                    disabled={disabled}
                    onClick={() => onDraft(draft())}
                  >
                    {label}
                  </button>
                ))}
                <button type="button" className="control" disabled={disabled} onClick={() => onPress(step)}>
                  {step.press}
                </button>
              </span>
            )}
          </div>
        </li>
      ))}
    </ol>
  );
}
