import { memo, useId, type ReactNode } from "react";
import { hatch, Hatches } from "../../drawing/Hatches.tsx";
import { t } from "../../../words/bench.ts";

function Step({
  number,
  title,
  text,
  children,
}: {
  number: number;
  title: string;
  text: string;
  children: ReactNode;
}) {
  return (
    <li className="grid grid-cols-[6.5rem_1fr] items-center gap-3">
      <svg viewBox="0 0 104 72" className="h-18 w-26" aria-hidden>
        {children}
      </svg>
      <span className="leading-snug">
        <span className="block text-lg font-semibold">
          {number}. {title}
        </span>
        {text}
      </span>
    </li>
  );
}

/** What this is, in three steps, for somebody who has not been here before. */
export const FirstVisit = memo(function FirstVisit({ onDone }: { onDone: () => void }) {
  const prefix = useId();
  const ink = { stroke: "var(--ink)", strokeWidth: 2, fill: "none" };
  return (
    <section aria-label={t("how-it-works")} className="border-2 border-ink bg-raised p-3">
      <ol className="grid gap-3 lg:grid-cols-3">
        <Step number={1} title={t("take-it-in")} text={t("pick-its-family-say-what-is-wrong")}>
          <Hatches prefix={prefix} unit={0.6} />
          <rect x={22} y={8} width={60} height={56} rx={6} {...ink} />
          <path d="M34 10 L46 30 L40 40 L58 62" {...ink} stroke="var(--danger)" strokeWidth={2.6} />
          <rect x={38} y={56} width={28} height={8} fill="var(--ink)" />
        </Step>
        <Step number={2} title={t("follow-one-step-at-a-time")} text={t("the-screen-says-what-to-do-where")}>
          <rect x={8} y={34} width={88} height={9} fill={hatch(prefix, "glue")} stroke="var(--heat)" />
          <path d="M8 25 L60 25 Q84 24 95 10 L96 16 Q86 33 60 34 L8 34 Z" {...ink} />
          <rect x={8} y={43} width={88} height={20} fill={hatch(prefix, "cell")} stroke="var(--ink)" />
        </Step>
        <Step number={3} title={t("hand-over-the-proof")} text={t("times-readings-lots-and-tests-go-on")}>
          <rect x={30} y={4} width={44} height={64} {...ink} fill="var(--ground)" />
          <path d="M38 16 H66 M38 25 H66 M38 34 H58" {...ink} />
          <path d="M40 50 L49 59 L66 43" {...ink} stroke="var(--done)" strokeWidth={4} />
        </Step>
      </ol>
      <div className="mt-2 flex flex-wrap items-center justify-end gap-4">
        <span className="text-soft">{t("the-times-and-limits-are-a-guide")}</span>
        <button type="button" className="control-strong" onClick={onDone}>
          {t("ok")}
        </button>
      </div>
    </section>
  );
});
