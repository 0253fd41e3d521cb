import type { LineKey } from "../../../core/device/line.ts";
import { lineOf } from "../../../core/device/ask.ts";
import type { Scene } from "../../../core/device/scene.ts";
import { piecesOf, type Piece } from "../../../core/lift/pieces.ts";
import { edgeLengthMm } from "../../../core/stack/outline.ts";
import { t } from "../../../words/work.ts";

/** Corners of a piece on the panel, seen from the viewer's side: no deeper than the 45 degrees of the corner beside it. */
function cornersOf(
  { edge, fromMm, toMm, outerMm, innerMm }: Piece,
  width: number,
  height: number,
): [number, number][] {
  const length = edge === "top" || edge === "bottom" ? width : height;
  const depthAt = (s: number) => Math.max(outerMm, Math.min(innerMm, s, length - s));
  const turns = [toMm, length - innerMm, innerMm, fromMm].filter((s) => s >= fromMm && s <= toMm);
  const along: [number, number][] = [
    [fromMm, outerMm],
    [toMm, outerMm],
    ...turns.sort((a, b) => b - a).map((s): [number, number] => [s, depthAt(s)]),
  ];
  switch (edge) {
    case "bottom":
      return along.map(([s, d]) => [s, height - d]);
    case "left":
      return along.map(([s, d]) => [d, s]);
    case "right":
      return along.map(([s, d]) => [width - d, s]);
    default:
      return along;
  }
}

/** The face as it comes free: what is free filled, the piece at hand outlined, flexes and hinge marked at their edges. */
export function FacePlan({ scene, line, now }: { scene: Scene; line: LineKey; now: string | null }) {
  const { outline, features, windows, borderMm } = scene.family;
  const { widthMm, heightMm, cornerRadiusMm = 0 } = outline;
  const { free, partedPct } = lineOf(scene.state, line);
  const pieces = piecesOf(scene, line);
  const unit = Math.max(widthMm, heightMm) / 100;
  const isWhole = pieces.every(({ edge }) => edge === null);
  return (
    <svg
      viewBox={`${-4 * unit} ${-4 * unit} ${widthMm + 8 * unit} ${heightMm + 8 * unit}`}
      className="h-full max-h-full w-full"
      role="img"
      aria-label={t("of-the-face-is-free", { partedPct: Math.round(partedPct) })}
      data-testid="face-plan"
    >
      <rect
        width={widthMm}
        height={heightMm}
        rx={cornerRadiusMm}
        fill="var(--raised)"
        stroke="var(--ink)"
        strokeWidth={0.5 * unit}
      />
      {isWhole ? (
        <rect
          width={widthMm}
          height={(heightMm * partedPct) / 100}
          rx={cornerRadiusMm}
          fill="var(--glass)"
          opacity={0.45}
        />
      ) : (
        pieces.map((piece) => {
          const isFree = free.includes(piece.key);
          const isNow = piece.key === now;
          return (
            <polygon
              key={piece.key}
              points={cornersOf(piece, widthMm, heightMm)
                .map((corner) => corner.join(","))
                .join(" ")}
              fill={isFree ? "var(--glass)" : isNow ? "var(--heat)" : "none"}
              fillOpacity={isFree ? 0.45 : 0.35}
              stroke={isNow ? "var(--heat)" : "var(--line)"}
              strokeWidth={(isNow ? 0.8 : 0.3) * unit}
            />
          );
        })
      )}
      <rect
        x={borderMm}
        y={borderMm}
        width={Math.max(0, widthMm - 2 * borderMm)}
        height={Math.max(0, heightMm - 2 * borderMm)}
        fill="none"
        stroke="var(--soft)"
        strokeDasharray={`${1.2 * unit}`}
        strokeWidth={0.3 * unit}
      />
      {windows.map((w) => (
        <circle
          key={w.label}
          cx={"radiusMm" in w ? w.xMm : w.xMm + w.widthMm / 2}
          cy={"radiusMm" in w ? w.yMm : w.yMm + w.heightMm / 2}
          r={"radiusMm" in w ? w.radiusMm : Math.min(w.widthMm, w.heightMm) / 2}
          fill="var(--ground)"
          stroke="var(--ink)"
          strokeWidth={0.4 * unit}
        />
      ))}
      {features.map(({ edge, fromMm, toMm, kind, label }) => {
        const long = edgeLengthMm(outline, edge);
        const at =
          edge === "top" || edge === "left"
            ? -1.4 * unit
            : (edge === "bottom" ? heightMm : widthMm) + 1.4 * unit;
        const flat = edge === "top" || edge === "bottom";
        return (
          <line
            key={`${edge} ${fromMm}`}
            x1={flat ? fromMm : at}
            x2={flat ? Math.min(toMm, long) : at}
            y1={flat ? at : fromMm}
            y2={flat ? at : Math.min(toMm, long)}
            stroke={kind === "shallow" ? "var(--soft)" : "var(--danger)"}
            strokeWidth={1.2 * unit}
          >
            <title>{label}</title>
          </line>
        );
      })}
    </svg>
  );
}
