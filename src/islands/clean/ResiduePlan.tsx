import { Cross } from "../../drawing/Cross.tsx";
import { useId, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { dryEdges, type DryEdge } from "../../../core/clean/dry-edge.ts";
import { residuePct } from "../../../core/clean/residue.ts";
import type { PanelPoint } from "../../../core/stack/panel-point.ts";
import {
  nearestOnPanel,
  edgeLengthMm,
  pointOnEdge,
  type Outline,
} from "../../../core/stack/panel-geometry.ts";
import { hatch } from "../../drawing/Hatches.tsx";
import { panelPlace } from "../../drawing/plan-point.ts";
import { usePlanCross } from "../../drawing/usePlanCross.ts";
import { PlanFrame, planUnit } from "../../drawing/PlanFrame.tsx";
import type { ToolProps } from "../work/instrument.ts";
import { t } from "../../../words/clean.ts";

type Corners = [PanelPoint, PanelPoint];

function box([a, b]: Corners) {
  return {
    x: Math.min(a.xMm, b.xMm),
    y: Math.min(a.yMm, b.yMm),
    width: Math.abs(b.xMm - a.xMm),
    height: Math.abs(b.yMm - a.yMm),
  };
}

/** Strokes from a dry edge towards the other side, and which edge is up. */
function Strokes({ outline, edge, unit }: { outline: Outline; edge: DryEdge; unit: number }) {
  const lengthMm = edgeLengthMm(outline, edge.edge);
  const acrossMm = edgeLengthMm(outline, edge.edge === "top" || edge.edge === "bottom" ? "left" : "top");
  return (
    <g stroke="var(--liquid)" strokeWidth={0.7 * unit} fill="none" data-testid="strokes">
      {[0.25, 0.5, 0.75].map((share) => {
        const from = pointOnEdge(outline, edge.edge, share * lengthMm, 0.22 * acrossMm);
        const to = pointOnEdge(outline, edge.edge, share * lengthMm, 0.8 * acrossMm);
        const [dx, dy] = [to.xMm - from.xMm, to.yMm - from.yMm];
        const long = Math.hypot(dx, dy);
        const [ux, uy] = [(3 * unit * dx) / long, (3 * unit * dy) / long];
        return (
          <path
            key={share}
            d={`M${from.xMm} ${from.yMm} L${to.xMm} ${to.yMm} M${to.xMm - ux - uy} ${to.yMm - uy + ux} L${to.xMm} ${to.yMm} L${to.xMm - ux + uy} ${to.yMm - uy - ux}`}
          />
        );
      })}
    </g>
  );
}

/** The panel to mark what glue is left, by dragging a box round it; a tap on a patch says that it is gone. */
export function ResiduePlan({ scene, mayTell: live, tell }: ToolProps) {
  const { family } = scene;
  const { residue } = scene.state.bond;
  const edges = dryEdges(family);
  const { outline } = family;
  const unit = planUnit(outline);
  const [drawn, setDrawn] = useState<Corners | null>(null);
  const { cross, at, step } = usePlanCross(outline);
  const from = useRef<PanelPoint | null>(null);
  const helpId = useId();
  const left = residue.filter(({ gone }) => !gone);
  const leftPct = residuePct(outline, left);
  const mark = (points: Corners) => {
    setDrawn(null);
    tell("residue-marked", { points });
  };
  const place = (event: PointerEvent<SVGSVGElement>) => panelPlace(outline, event);
  const grown = (at: PanelPoint): Corners => {
    const reach = 5 * unit;
    return [
      nearestOnPanel(outline, { xMm: at.xMm - reach, yMm: at.yMm - reach }),
      nearestOnPanel(outline, { xMm: at.xMm + reach, yMm: at.yMm + reach }),
    ];
  };
  const pointer = {
    onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      from.current = place(event);
    },
    onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
      if (from.current) setDrawn([from.current, place(event)]);
    },
    onPointerUp: (event: PointerEvent<SVGSVGElement>) => {
      const start = from.current;
      from.current = null;
      if (!start) return;
      const to = place(event);
      const isTap = Math.hypot(to.xMm - start.xMm, to.yMm - start.yMm) < unit;
      mark(isTap ? grown(start) : [start, to]);
    },
    onPointerCancel: () => {
      from.current = null;
      setDrawn(null);
    },
  };
  const onKeyDown = (event: KeyboardEvent<SVGSVGElement>) => {
    const stepped = step(event);
    if (stepped) {
      if (drawn) setDrawn([drawn[0], stepped]);
    } else if (event.key === "Enter") {
      if (drawn) mark([drawn[0], at]);
      else setDrawn([at, at]);
    } else if (event.key === "Escape") setDrawn(null);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <section aria-label={t("glue-left")}>
      {live && (
        <p id={helpId} className="mt-1">
          {t("drag-a-box-round-glue-left")}{" "}
          <span className="text-soft">{t("keys-arrows-move-a-cross-enter-sets")}</span>
        </p>
      )}
      <PlanFrame
        outline={outline}
        borderMm={family.borderMm}
        features={family.features}
        windows={family.windows}
        title={t("panel-of-from-the-viewers-side-with", { code: family.code })}
        {...(live
          ? {
              role: "application",
              tabIndex: 0,
              "aria-describedby": helpId,
              className: "cursor-crosshair touch-none",
              onKeyDown,
              ...pointer,
            }
          : {})}
      >
        {({ unit: u, prefix }) => (
          <>
            {edges.length === 1 && <Strokes outline={outline} edge={edges[0]!} unit={u} />}
            {[...left.map(({ points }) => points), ...(drawn ? [drawn] : [])].map((points, i) => (
              <rect
                key={i}
                {...box(points)}
                fill={hatch(prefix, "glue")}
                stroke="var(--liquid)"
                strokeWidth={0.8 * u}
              />
            ))}
            {cross && live && <Cross at={cross} unit={u} />}
          </>
        )}
      </PlanFrame>
      {left.length > 0 ? (
        <>
          <p className="mt-1">{t("of-the-panel-in-all", { leftPct: leftPct.toFixed(1) })}</p>
          <ul className="mt-1 border-t border-line" aria-label={t("glue-left")}>
            {residue.map((patch, i) =>
              patch.gone ? null : (
                <li key={patch.id} className="flex items-center gap-3 border-b border-line">
                  <span className="flex-1 py-1.5">
                    {t("patch", { i: i + 1, residuePct: residuePct(outline, [patch]).toFixed(1) })}
                  </span>
                  {live && (
                    <button
                      type="button"
                      className="control border-soft font-normal"
                      onClick={() => tell("residue-cleared", { patch: patch.id })}
                    >
                      {t("gone")}
                    </button>
                  )}
                </li>
              ),
            )}
          </ul>
        </>
      ) : (
        <p className="mt-1 text-soft">
          {residue.length > 0 ? t("all-marked-glue-is-gone") : t("nothing-is-marked")}
        </p>
      )}
    </section>
  );
}
