import { memo, useDeferredValue } from "react";
import type { JobState } from "../../../core/job/fold.ts";
import type { EventDraft } from "../../../core/job/event.ts";
import { cutPaces } from "../../../core/lift/cut-pace.ts";
import type { EdgePlan } from "../../../core/lift/edge-plan.ts";
import type { Span } from "../../../core/lift/lift-plan.ts";
import type { Family } from "../../../core/stack/family.ts";
import { Plan, type PlanSegment } from "../../drawing/Plan.tsx";
import { Length } from "../../ui/quantity.tsx";

/** The plan as the instrument: order, direction and depth of the cut, what is open, what this window still allows. */
export const CutPlan = memo(function CutPlan({
  family,
  state,
  plan,
  segments,
  reach,
  picks,
  mayMark,
  send,
}: {
  family: Family;
  state: JobState;
  plan: EdgePlan | null;
  segments: readonly PlanSegment[];
  reach: readonly Span[];
  picks: readonly { edge: Span["edge"]; atMm: number }[];
  mayMark: boolean;
  send: (draft: EventDraft) => boolean;
}) {
  // Answer and curve keep up with the slider; the drawing of the cut may follow a frame later.
  const drawn = useDeferredValue(segments);
  const next = drawn.find((segment) => segment.status === "next");
  const front = plan?.wire?.fronts.filter(({ order }) => order < (next?.order ?? Infinity)).at(-1);
  return (
    <section aria-label="Cut">
      <Plan
        family={family}
        damage={state.damage}
        segments={drawn}
        reach={reach}
        picks={picks}
        {...(front ? { wire: front } : {})}
        title="Panel from the viewer's side: cut in the order of the numbers"
        {...(mayMark
          ? {
              onCut: ({ edge, fromMm, toMm }) => {
                send({ stage: "lift", kind: "stretch-cut", data: { edge, fromMm, toMm } });
              },
            }
          : {})}
      />
      {next && (
        <p className="mt-1">
          {next.order}: {next.tool}, no deeper than <Length mm={next.maxDepthMm} digits={1} />
          {next.note ? `; ${next.note}` : ""}.
        </p>
      )}
      {reach.length > 0 && (
        <p className="mt-1 text-heat">Heavy along the edge: what this window still allows.</p>
      )}
      {state.paces.length > 0 && (
        <p className="mt-1 text-soft">
          Hatched along the edge: thick glue, {Math.round(100 * cutPaces.thick.share)} % of the speed,{" "}
          {Math.round(100 * cutPaces["thick with alcohol"].share)} % with alcohol (assumed).
        </p>
      )}
      {plan && plan.uncut.length > 0 && (
        <ul className="mt-2">
          {plan.uncut.map((stretch) => (
            <li key={`${stretch.edge} ${stretch.fromMm}`}>
              Not cut: {stretch.edge} <Length mm={stretch.fromMm} /> to <Length mm={stretch.toMm} />,{" "}
              {stretch.why}.
            </li>
          ))}
        </ul>
      )}
    </section>
  );
});
