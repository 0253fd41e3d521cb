import { useRef, type KeyboardEvent, type PointerEvent } from "react";
import type { Look } from "../../../core/film/cell-optics.ts";
import { foldDeg } from "../../../core/film/axis-angle.ts";
import { filmSides, type FilmSide } from "../../../core/film/films.ts";
import type { Outline } from "../../../core/stack/panel-geometry.ts";
import { t } from "../../../words/film.ts";

const SIZE = 240;
const radii: Record<FilmSide, number> = { front: 108, rear: 84 };

/** Signs as a graphic display shows them: columns of dots, top dot first. */
const signs = ["1111100", "0010100", "1111100", "0000000", "1111100", "1010100", "1011100"];

/** The panel with its two films as rings round it: drag a ring's handle and the picture follows. Angles counter-clockwise. */
export function TurnedFilms({
  outline,
  axes,
  film,
  off,
  on,
  onTurn,
}: {
  outline: Outline;
  axes: Record<FilmSide, number>;
  film: FilmSide;
  off: Pick<Look, "srgb">;
  on: Pick<Look, "srgb">;
  onTurn: (side: FilmSide, axisDeg: number) => void;
}) {
  const dragged = useRef<FilmSide | null>(null);
  const middle = SIZE / 2;
  const at = (deg: number, radius: number) => ({
    x: middle + radius * Math.cos((deg * Math.PI) / 180),
    y: middle - radius * Math.sin((deg * Math.PI) / 180),
  });
  const angleOf = (event: PointerEvent<SVGSVGElement>) => {
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    const x = ((event.clientX - left) / width) * SIZE - middle;
    const y = middle - ((event.clientY - top) / height) * SIZE;
    return { deg: foldDeg((Math.atan2(y, x) * 180) / Math.PI), radius: Math.hypot(x, y) };
  };
  const onKeyDown = (side: FilmSide) => (event: KeyboardEvent) => {
    const step = { ArrowLeft: 1, ArrowUp: 1, ArrowRight: -1, ArrowDown: -1, PageUp: 15, PageDown: -15 }[
      event.key
    ];
    if (step === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    onTurn(side, foldDeg(axes[side] + step));
  };
  const scale = 104 / Math.hypot(outline.widthMm, outline.heightMm);
  const [w, h] = [outline.widthMm * scale, outline.heightMm * scale];
  const dot = Math.min(w / 9, h / 9);
  return (
    <svg
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      className="mt-2 w-full max-w-80 touch-none select-none"
      role="group"
      aria-label={t("the-panel-between-its-films")}
      onPointerDown={(event) => {
        const { deg, radius } = angleOf(event);
        const side = Math.abs(radius - radii.front) <= Math.abs(radius - radii.rear) ? "front" : "rear";
        if (radius < 66) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        dragged.current = side;
        onTurn(side, deg);
      }}
      onPointerMove={(event) => {
        if (dragged.current) onTurn(dragged.current, angleOf(event).deg);
      }}
      onPointerUp={() => {
        dragged.current = null;
      }}
    >
      <rect
        x={middle - w / 2}
        y={middle - h / 2}
        width={w}
        height={h}
        fill={off.srgb}
        stroke="var(--ink)"
        strokeWidth={1.2}
      />
      {signs.map((column, x) =>
        [...column].map((bit, y) =>
          bit === "1" ? (
            <rect
              key={`${x} ${y}`}
              x={middle - 3.5 * dot + x * dot}
              y={middle - 3.5 * dot + y * dot}
              width={0.92 * dot}
              height={0.92 * dot}
              fill={on.srgb}
            />
          ) : null,
        ),
      )}
      {filmSides.map((side) => {
        const [a, b] = [at(axes[side], radii[side]), at(axes[side] + 180, radii[side])];
        const isOwn = side === film;
        const hue = isOwn ? "var(--film)" : "var(--soft)";
        return (
          <g key={side}>
            <circle
              cx={middle}
              cy={middle}
              r={radii[side]}
              fill="none"
              stroke={hue}
              strokeWidth={isOwn ? 2 : 1}
              strokeDasharray={side === "rear" ? "5 4" : undefined}
            />
            <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke={hue} strokeWidth={1} strokeDasharray="3 4" />
            <g
              role="slider"
              tabIndex={0}
              aria-label={t("axis-of-the-film", { side })}
              aria-valuemin={0}
              aria-valuemax={179}
              aria-valuenow={Math.round(axes[side]) % 180}
              aria-valuetext={t("degrees", { axe: Math.round(axes[side]) % 180 })}
              className="cursor-grab"
              onKeyDown={onKeyDown(side)}
            >
              <circle cx={a.x} cy={a.y} r={11} fill={hue} />
              <circle cx={b.x} cy={b.y} r={5} fill={hue} />
              <text
                x={a.x}
                y={a.y}
                textAnchor="middle"
                dominantBaseline="central"
                fontSize={10}
                fontWeight={600}
                fill="var(--ground)"
              >
                {Math.round(axes[side]) % 180}
              </text>
            </g>
          </g>
        );
      })}
    </svg>
  );
}
