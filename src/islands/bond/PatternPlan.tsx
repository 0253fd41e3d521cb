import { useId, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { halfWidthMm, type FillFrame, type FillFront } from "../../../core/bond/fill-front.ts";
import { scaledTo, volumeUlOf, type PatternPiece } from "../../../core/bond/pattern.ts";
import { isOnPanel } from "../../../core/stack/panel-geometry.ts";
import type { Family } from "../../../core/stack/family.ts";
import { evenEdges, FieldMap, softened } from "../../drawing/FieldMap.tsx";
import { panelPlace, stepOf } from "../../drawing/plan-point.ts";
import { PlanFrame, planUnit } from "../../drawing/PlanFrame.tsx";
import { t } from "../../../words/bond.ts";

export type Tool = "move" | "dot" | "bead";
type Place = { xMm: number; yMm: number };

/** A place of a piece that a finger can take hold of. */
interface Handle extends Place {
  piece: number;
  corner: number;
}

const placesOf = (piece: PatternPiece): readonly Place[] => (piece.kind === "dot" ? [piece] : piece.pathMm);

const handlesOf = (pieces: readonly PatternPiece[]): Handle[] =>
  pieces.flatMap((piece, at) =>
    placesOf(piece).map(({ xMm, yMm }, corner) => ({ xMm, yMm, piece: at, corner })),
  );

/** The same piece with one of its places moved. */
const moved = (piece: PatternPiece, corner: number, to: Place): PatternPiece =>
  piece.kind === "dot"
    ? { ...piece, xMm: to.xMm, yMm: to.yMm }
    : {
        ...piece,
        pathMm: piece.pathMm.map((place, i) => (i === corner ? { xMm: to.xMm, yMm: to.yMm } : place)),
      };

/** What is put in takes so much of the whole at first. */
const NEW_SHARE = { dot: 0.06, bead: 0.2 } as const;

/** Wet in steps: a thin film is pale, a filled gap solid. */
const wetFills = [
  null,
  "color-mix(in oklab, var(--liquid) 14%, transparent)",
  "color-mix(in oklab, var(--liquid) 28%, transparent)",
  "color-mix(in oklab, var(--liquid) 42%, transparent)",
];

/** What is laid, as wide as it stands when the glass comes down on it. */
function Laid({
  pieces,
  startGapUm,
  chosen,
  unit,
}: {
  pieces: readonly PatternPiece[];
  startGapUm: number;
  chosen: number | null;
  unit: number;
}) {
  return pieces.map((piece, i) => {
    const half = halfWidthMm(piece, startGapUm);
    const rim = {
      stroke: i === chosen ? "var(--ink)" : "var(--liquid)",
      strokeWidth: (i === chosen ? 0.9 : 0.5) * unit,
    };
    const path = placesOf(piece)
      .map(({ xMm, yMm }, n) => `${n ? "L" : "M"}${xMm} ${yMm}`)
      .join("");
    return (
      <g key={i} data-testid="piece">
        {piece.kind === "dot" ? (
          <circle cx={piece.xMm} cy={piece.yMm} r={half} fill="var(--liquid)" fillOpacity={0.35} {...rim} />
        ) : (
          <>
            <path
              d={path}
              fill="none"
              stroke="var(--liquid)"
              strokeOpacity={0.35}
              strokeWidth={2 * half}
              strokeLinecap="round"
              strokeLinejoin="round"
            />
            <path d={path} fill="none" {...rim} />
          </>
        )}
        {placesOf(piece).map(({ xMm, yMm }, corner) => (
          <circle key={corner} cx={xMm} cy={yMm} r={0.9 * unit} fill={rim.stroke} />
        ))}
      </g>
    );
  });
}

/** Air that stays, and windows that get wet, each with its sign. */
function Faults({ fill, family, unit }: { fill: FillFront; family: Family; unit: number }) {
  return (
    <g>
      {fill.trapped
        .filter(({ window }) => window === null)
        .map(({ xMm, yMm, areaMm2 }) => (
          <g key={`${xMm} ${yMm}`} data-testid="trapped">
            <circle
              cx={xMm}
              cy={yMm}
              r={Math.max(2 * unit, Math.sqrt(areaMm2 / Math.PI))}
              fill="none"
              stroke="var(--danger)"
              strokeWidth={0.8 * unit}
              strokeDasharray={`${1.6 * unit} ${unit}`}
            />
            <text
              x={xMm}
              y={yMm}
              fontSize={4 * unit}
              textAnchor="middle"
              dominantBaseline="central"
              fill="var(--danger)"
            >
              {t("air")}
            </text>
          </g>
        ))}
      {family.windows.map((w, i) => {
        const isWet = fill.windowsWet[i]! > 0.02;
        const x = "radiusMm" in w ? w.xMm : w.xMm + w.widthMm / 2;
        const y = "radiusMm" in w ? w.yMm : w.yMm + w.heightMm / 2;
        const reach = "radiusMm" in w ? w.radiusMm : Math.max(w.widthMm, w.heightMm) / 2;
        // Near a side of the panel its words run inwards.
        const share = x / family.outline.widthMm;
        const anchor = share < 0.2 ? "start" : share > 0.8 ? "end" : "middle";
        const from = anchor === "start" ? x - reach : anchor === "end" ? x + reach : x;
        return (
          <g key={w.label}>
            <circle
              cx={x}
              cy={y}
              r={reach + unit}
              fill="none"
              stroke={isWet ? "var(--danger)" : "var(--done)"}
              strokeWidth={1.1 * unit}
              strokeDasharray={isWet ? `${1.6 * unit} ${unit}` : undefined}
            />
            <text
              x={from}
              y={y + reach + 5 * unit}
              fontSize={4 * unit}
              textAnchor={anchor}
              fill={isWet ? "var(--danger)" : "var(--done)"}
            >
              {isWet ? t("wet", { label: w.label }) : t("dry", { label: w.label })}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** The panel with a pattern on it, to lay and to move, and over it the liquid as it spreads. */
export function PatternPlan({
  family,
  pieces,
  startGapUm,
  title,
  fill,
  frame,
  tool,
  chosen = null,
  fills = false,
  onChoose,
  onChange,
}: {
  family: Family;
  pieces: readonly PatternPiece[];
  startGapUm: number;
  title: string;
  fill?: FillFront | null;
  frame?: FillFrame | null;
  /** Without a tool it is only looked at. */
  tool?: Tool;
  chosen?: number | null;
  fills?: boolean;
  onChoose?: (piece: number | null) => void;
  onChange?: (pieces: PatternPiece[]) => void;
}) {
  const { outline } = family;
  const unit = planUnit(outline);
  const wet = useMemo(() => {
    if (!frame) return null;
    const rows = softened(softened(frame.wet));
    return {
      rows,
      xMm: evenEdges(outline.widthMm, rows[0]!.length),
      yMm: evenEdges(outline.heightMm, rows.length),
    };
  }, [frame, outline]);
  const helpId = useId();
  const held = useRef<Handle | null>(null);
  const begun = useRef<Place | null>(null);
  const [drawn, setDrawn] = useState<[Place, Place] | null>(null);
  const change = (next: PatternPiece[]) => onChange?.(next);
  const add = (kind: "dot" | "bead", a: Place, b: Place) => {
    if (!isOnPanel(outline, a.xMm, a.yMm) || !isOnPanel(outline, b.xMm, b.yMm)) return;
    const all = volumeUlOf(pieces);
    const volumeUl = NEW_SHARE[kind] * all;
    const piece: PatternPiece =
      kind === "dot" ? { kind, ...a, volumeUl } : { kind, pathMm: [a, b], volumeUl };
    change(scaledTo([...pieces, piece], all));
    onChoose?.(pieces.length);
  };
  const shift = (handle: Handle, to: Place) => {
    if (!isOnPanel(outline, to.xMm, to.yMm)) return;
    change(pieces.map((piece, i) => (i === handle.piece ? moved(piece, handle.corner, to) : piece)));
  };
  const place = (event: PointerEvent<SVGSVGElement>) => panelPlace(outline, event);
  const pointer = {
    onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      const at = place(event);
      if (tool !== "move") {
        begun.current = at;
        return;
      }
      const far = (h: Handle) => Math.hypot(h.xMm - at.xMm, h.yMm - at.yMm);
      const nearest = handlesOf(pieces).reduce<Handle | null>(
        (best, h) => (!best || far(h) < far(best) ? h : best),
        null,
      );
      held.current = nearest && far(nearest) < 7 * unit ? nearest : null;
      onChoose?.(held.current?.piece ?? null);
    },
    onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
      const at = place(event);
      if (held.current) shift(held.current, at);
      if (begun.current && tool === "bead") setDrawn([begun.current, at]);
    },
    onPointerUp: (event: PointerEvent<SVGSVGElement>) => {
      const [from, to] = [begun.current, place(event)];
      held.current = null;
      begun.current = null;
      setDrawn(null);
      if (!from) return;
      const isTap = Math.hypot(to.xMm - from.xMm, to.yMm - from.yMm) < unit;
      if (tool === "dot") add("dot", to, to);
      else if (!isTap) add("bead", from, to);
    },
    onPointerCancel: () => {
      held.current = null;
      begun.current = null;
      setDrawn(null);
    },
  };
  const onKeyDown = (event: KeyboardEvent<SVGSVGElement>) => {
    const handles = handlesOf(pieces);
    const at = chosen === null ? null : handles.find((h) => h.piece === chosen);
    const stepped = at && stepOf(at, event.key, event.shiftKey);
    if (at && stepped) {
      const [dx, dy] = [stepped.xMm - at.xMm, stepped.yMm - at.yMm];
      const piece = pieces[at.piece]!;
      const next = placesOf(piece).reduce(
        (shifted, { xMm, yMm }, corner) => moved(shifted, corner, { xMm: xMm + dx, yMm: yMm + dy }),
        piece,
      );
      if (placesOf(next).every(({ xMm, yMm }) => isOnPanel(outline, xMm, yMm))) {
        change(pieces.map((other, i) => (i === at.piece ? next : other)));
      }
    } else if (event.key === "Enter") onChoose?.(((chosen ?? -1) + 1) % pieces.length);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <>
      <PlanFrame
        outline={outline}
        borderMm={family.borderMm}
        features={family.features}
        windows={family.windows}
        labels={false}
        fills={fills}
        title={title}
        {...(tool
          ? {
              role: "application",
              tabIndex: 0,
              ...(fills ? {} : { "aria-describedby": helpId }),
              className: `${tool === "move" ? "cursor-grab" : "cursor-crosshair"} touch-none`,
              onKeyDown,
              ...pointer,
            }
          : {})}
      >
        {({ unit: u, clipPath }) => (
          <>
            {wet && (
              <g clipPath={clipPath}>
                <FieldMap testId="wet" {...wet} fills={wetFills} />
              </g>
            )}
            <Laid {...{ pieces, startGapUm, chosen }} unit={u} />
            {drawn && (
              <path
                d={`M${drawn[0].xMm} ${drawn[0].yMm} L${drawn[1].xMm} ${drawn[1].yMm}`}
                stroke="var(--liquid)"
                strokeWidth={u}
                strokeDasharray={`${2 * u} ${u}`}
              />
            )}
            {fill && <Faults {...{ fill, family }} unit={u} />}
          </>
        )}
      </PlanFrame>
      {tool && !fills && (
        <p id={helpId} className="text-soft">
          {tool === "move"
            ? t("drag-a-place-keys-enter-takes-the")
            : tool === "dot"
              ? t("tap-where-the-dot-goes")
              : t("drag-from-one-end-of-the-bead")}
        </p>
      )}
    </>
  );
}
