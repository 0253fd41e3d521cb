import { useState, type ReactNode } from "react";
import { stages } from "../../../core/job/stages.ts";
import type { PanelProps } from "../stage/panel.ts";

export interface BondPart {
  key: string;
  title: string;
  /** Steps at which this is what is looked at. */
  steps: readonly string[];
  content: ReactNode;
}

/** One part of the bond at a time: the one that the step at hand wants, until another is looked at. All of them stay as they were left. */
export function BondParts({ parts, ...props }: PanelProps & { parts: readonly BondPart[] }) {
  const step = stages.bond.steps(props).find((s) => !s.done && !s.skipped)?.key ?? "";
  const wanted = parts.find(({ steps }) => steps.includes(step))?.key ?? parts[0]!.key;
  const [looked, setLooked] = useState<{ at: string; part: string } | null>(null);
  const shown = looked?.at === step ? looked.part : wanted;
  return (
    <>
      <div
        className="mt-3 flex flex-wrap gap-2 border-b-2 border-ink"
        role="tablist"
        aria-label="Parts of the bond"
      >
        {parts.map(({ key, title }) => (
          <button
            key={key}
            type="button"
            role="tab"
            id={`bond-tab-${key}`}
            aria-selected={shown === key}
            aria-controls={`bond-${key}`}
            className={`min-h-12 rounded-t-sm px-4 font-semibold ${shown === key ? "bg-ink text-on-ink" : "text-ink underline underline-offset-4"}`}
            onClick={() => setLooked({ at: step, part: key })}
          >
            {title}
          </button>
        ))}
      </div>
      {parts.map(({ key, content }) => (
        <div
          key={key}
          role="tabpanel"
          id={`bond-${key}`}
          aria-labelledby={`bond-tab-${key}`}
          hidden={shown !== key}
          className="pt-3"
        >
          {content}
        </div>
      ))}
    </>
  );
}
