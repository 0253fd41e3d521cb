import { useId, useRef, type KeyboardEvent, type PointerEvent } from "react";
import { turned, type Point } from "../../../core/film/cutting.ts";
import type { ShelvedSheet, WantedPiece } from "../../../server/store/film-shelf.ts";
import { hatch, Hatches } from "../../drawing/Hatches.tsx";
import { t } from "../../../words/film.ts";

export interface LyingPiece {
  id: string;
  piece: WantedPiece;
  widthMm: number;
  heightMm: number;
  rotationDeg: number;
  centre: Point;
  corners: Point[];
  holes: Point[][];
}

/** A sheet as it lies for cutting, true in proportion: pieces to drag, their axis, and what goes back to the shelf. */
export function SheetDrawing({
  sheet,
  lying,
  wrong,
  remnants,
  live,
  onMove,
}: {
  sheet: ShelvedSheet;
  lying: readonly LyingPiece[];
  wrong: ReadonlySet<string>;
  remnants: readonly { xMm: number; yMm: number; widthMm: number; heightMm: number }[];
  live: boolean;
  onMove: (id: string, centre: Point) => void;
}) {
  const prefix = useId();
  const grip = useRef<{ id: string; dx: number; dy: number } | null>(null);
  const { widthMm, heightMm } = sheet;
  const unit = Math.max(widthMm, heightMm) / 100;
  /** From the sheet's own place, y up, to the drawing's. */
  const y = (mm: number) => heightMm - mm;
  const place = (event: PointerEvent<SVGElement>): Point => {
    const svg = event.currentTarget.ownerSVGElement ?? (event.currentTarget as unknown as SVGSVGElement);
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM()!.inverse());
    return { xMm: at.x, yMm: heightMm - at.y };
  };
  const onKeyDown = (piece: LyingPiece) => (event: KeyboardEvent) => {
    const far = event.shiftKey ? 10 : 1;
    const step = {
      ArrowLeft: [-far, 0],
      ArrowRight: [far, 0],
      ArrowUp: [0, far],
      ArrowDown: [0, -far],
    }[event.key];
    if (!step) return;
    event.preventDefault();
    event.stopPropagation();
    onMove(piece.id, { xMm: piece.centre.xMm + step[0]!, yMm: piece.centre.yMm + step[1]! });
  };
  return (
    <svg
      viewBox={`${-unit} ${-unit} ${widthMm + 2 * unit} ${heightMm + 2 * unit}`}
      className="h-full w-full select-none"
      role="group"
      aria-label={t("mm-with-its-pieces", { label: sheet.label, widthMm, heightMm })}
    >
      <Hatches prefix={prefix} unit={unit * 0.16} />
      <rect
        width={widthMm}
        height={heightMm}
        fill="var(--raised)"
        stroke="var(--ink)"
        strokeWidth={0.5 * unit}
      />
      {remnants.map((room) => (
        <rect
          key={`${room.xMm} ${room.yMm}`}
          x={room.xMm}
          y={y(room.yMm + room.heightMm)}
          width={room.widthMm}
          height={room.heightMm}
          fill={hatch(prefix, "film")}
          fillOpacity={0.35}
          stroke="var(--film)"
          strokeWidth={0.3 * unit}
          strokeDasharray={`${1.5 * unit} ${unit}`}
        />
      ))}
      {lying.map((one) => {
        const reach = turned({ xMm: 0.32 * Math.min(one.widthMm, one.heightMm), yMm: 0 }, sheet.axisDeg);
        const hue = wrong.has(one.id) ? "var(--danger)" : "var(--ink)";
        const { xMm, yMm } = one.centre;
        return (
          <g
            key={one.id}
            tabIndex={live ? 0 : -1}
            role={live ? "application" : "img"}
            aria-label={t("arrows-move-it", { id: one.id })}
            className={live ? "cursor-move touch-none" : undefined}
            onKeyDown={live ? onKeyDown(one) : undefined}
            onPointerDown={(event) => {
              if (!live) return;
              event.currentTarget.setPointerCapture(event.pointerId);
              const at = place(event);
              grip.current = { id: one.id, dx: xMm - at.xMm, dy: yMm - at.yMm };
            }}
            onPointerMove={(event) => {
              if (grip.current?.id !== one.id) return;
              const at = place(event);
              onMove(one.id, { xMm: at.xMm + grip.current.dx, yMm: at.yMm + grip.current.dy });
            }}
            onPointerUp={() => {
              grip.current = null;
            }}
          >
            <path
              d={[one.corners, ...one.holes]
                .map((line) => `M${line.map((at) => `${at.xMm},${y(at.yMm)}`).join("L")}Z`)
                .join("")}
              fillRule="evenodd"
              fill={wrong.has(one.id) ? hatch(prefix, "keep-out") : "var(--ground)"}
              stroke={hue}
              strokeWidth={0.6 * unit}
            />
            <line
              x1={xMm - reach.xMm}
              y1={y(yMm - reach.yMm)}
              x2={xMm + reach.xMm}
              y2={y(yMm + reach.yMm)}
              stroke="var(--film)"
              strokeWidth={0.5 * unit}
              strokeDasharray={`${1.4 * unit} ${unit}`}
            />
            <text x={xMm} y={y(yMm) + 5 * unit} fontSize={3.6 * unit} textAnchor="middle" fill="var(--ink)">
              {one.id}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
