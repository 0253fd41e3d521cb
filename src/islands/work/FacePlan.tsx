import { useId } from "react";
import type { LineKey } from "../../../core/device/line.ts";
import { lineOf } from "../../../core/device/ask.ts";
import type { Scene } from "../../../core/device/scene.ts";
import { piecesOf, type Piece } from "../../../core/lift/pieces.ts";
import { edgeLengthMm, pointOnEdge, type Outline } from "../../../core/stack/panel-geometry.ts";
import { bandPath, besidePath, closedPath, insetPath, outlinePath } from "../../drawing/outline-path.ts";
import { t } from "../../../words/work.ts";

/** A piece on the panel: no deeper than the 45 degrees of the corner beside it. */
function pieceOn(outline: Outline, { edge, fromMm, toMm, outerMm, innerMm, swept = [] }: Piece): string {
  if (edge === null) return swept.length > 0 ? closedPath(swept) : "";
  if (edge === "rim") return bandPath(outline, { edge, fromMm, toMm }, innerMm, outerMm);
  const length = edgeLengthMm(outline, edge);
  const depthAt = (at: number) => Math.max(outerMm, Math.min(innerMm, at, length - at));
  const turns = [toMm, length - innerMm, innerMm, fromMm].filter((at) => at >= fromMm && at <= toMm);
  return closedPath([
    pointOnEdge(outline, edge, fromMm, outerMm),
    pointOnEdge(outline, edge, toMm, outerMm),
    ...turns.sort((x, y) => y - x).map((at) => pointOnEdge(outline, edge, at, depthAt(at))),
  ]);
}

/** The face as it comes free: what is free filled, the piece at hand outlined, flexes and hinge marked at their edges. */
export function FacePlan({ scene, line, now }: { scene: Scene; line: LineKey; now: string | null }) {
  const { outline, features, windows, borderMm } = scene.family;
  const { widthMm, heightMm } = outline;
  const { free, partedPct } = lineOf(scene.state, line);
  const pieces = piecesOf(scene, line);
  const unit = Math.max(widthMm, heightMm) / 100;
  const id = useId();
  const isWhole = pieces.every(({ edge }) => edge === null);
  return (
    <svg
      viewBox={`${-4 * unit} ${-4 * unit} ${widthMm + 8 * unit} ${heightMm + 8 * unit}`}
      className="h-full max-h-full w-full"
      role="img"
      aria-label={t("of-the-face-is-free", { partedPct: Math.round(partedPct) })}
      data-testid="face-plan"
    >
      <path
        d={outlinePath(outline)}
        fill="var(--raised)"
        fillRule="evenodd"
        stroke="var(--ink)"
        strokeWidth={0.5 * unit}
      />
      {isWhole ? (
        <>
          <clipPath id={`${id}-free`}>
            <rect width={widthMm} height={(heightMm * partedPct) / 100} />
          </clipPath>
          <path
            d={outlinePath(outline)}
            fill="var(--glass)"
            fillRule="evenodd"
            opacity={0.45}
            clipPath={`url(#${id}-free)`}
          />
        </>
      ) : (
        pieces.map((piece) => {
          const isFree = free.includes(piece.key);
          const isNow = piece.key === now;
          return (
            <path
              key={piece.key}
              d={pieceOn(outline, piece)}
              fill={isFree ? "var(--glass)" : isNow ? "var(--heat)" : "none"}
              fillOpacity={isFree ? 0.45 : 0.35}
              stroke={isNow ? "var(--heat)" : "var(--line)"}
              strokeWidth={(isNow ? 0.8 : 0.3) * unit}
            />
          );
        })
      )}
      <path
        d={insetPath(outline, borderMm)}
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
      {features.map((feature) => (
        <path
          key={`${feature.edge} ${feature.fromMm}`}
          d={besidePath(outline, feature, 1.4 * unit)}
          fill="none"
          stroke={feature.kind === "shallow" ? "var(--soft)" : "var(--danger)"}
          strokeWidth={1.2 * unit}
        >
          <title>{feature.label}</title>
        </path>
      ))}
    </svg>
  );
}
