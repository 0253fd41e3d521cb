import type { KeyboardEvent } from "react";
import type { LedgerCell } from "../../core/open/screw-ledger.ts";
import type { Outline } from "../../core/stack/panel-geometry.ts";
import { nearestApartMm, screwRadius } from "./screw-radius.ts";
import { PlanFrame, planUnit } from "./PlanFrame.tsx";
import { t } from "../../words/frame.ts";

/** The device from behind with its screws, each with the number of its cell; an open hole is dashed. */
export function BackView({
  back,
  cells,
  picked,
  onHole,
  fills = false,
  title,
}: {
  back: Outline;
  cells: readonly LedgerCell[];
  /** The cell whose screw is in hand. */
  picked: number | null;
  onHole?: (cell: LedgerCell) => void;
  fills?: boolean;
  title: string;
}) {
  const unit = planUnit(back);
  const places = cells.flatMap((cell) => (cell.place ? [cell.place] : []));
  const nearestMm = nearestApartMm(places);
  const radius = screwRadius(nearestMm, unit);
  const lengths = [...new Set(cells.map((c) => c.size.lengthMm))].sort((a, b) => a - b);
  return (
    <PlanFrame outline={back} borderMm={0} title={title} fills={fills} role={onHole ? "group" : "img"}>
      {() =>
        cells.flatMap((cell) => {
          if (!cell.place) return [];
          const { xMm, yMm } = cell.place;
          const isOpen = cell.holds === null;
          const isWrong = cell.holds !== null && cell.holds !== cell.cell;
          const hue = isWrong ? "var(--danger)" : isOpen ? "var(--heat)" : "var(--ink)";
          const act = () => onHole?.(cell);
          // The longer the screw, the more rings round its head.
          const rings = lengths.indexOf(cell.size.lengthMm);
          return [
            <g
              key={cell.cell}
              {...(onHole
                ? {
                    role: "button",
                    tabIndex: 0,
                    "aria-label": t("hole-mm", {
                      cell: cell.cell,
                      thread: cell.size.thread,
                      lengthMm: cell.size.lengthMm,
                      value: isOpen
                        ? "open"
                        : isWrong
                          ? t("holds-the-screw-of-cell", { holds: cell.holds! })
                          : t("screw-in"),
                    }),
                    onClick: act,
                    onKeyDown: (event: KeyboardEvent) => {
                      if (event.key === "Enter" || event.key === " ") {
                        event.preventDefault();
                        act();
                      }
                    },
                    className: "cursor-pointer",
                  }
                : {})}
            >
              <circle
                cx={xMm}
                cy={yMm}
                r={Math.max(radius, Math.min(1.7 * radius, nearestMm / 2))}
                fill="transparent"
              />
              {Array.from({ length: rings }, (_, i) => (
                <circle
                  key={i}
                  cx={xMm}
                  cy={yMm}
                  r={radius + (i + 1) * 1.1 * unit}
                  fill="none"
                  stroke={hue}
                  strokeWidth={0.4 * unit}
                />
              ))}
              <circle
                cx={xMm}
                cy={yMm}
                r={radius}
                fill={isOpen ? "var(--ground)" : isWrong ? "var(--raised)" : "var(--ink)"}
                stroke={picked === cell.cell ? "var(--liquid)" : hue}
                strokeWidth={(picked === cell.cell ? 1.6 : 0.7) * unit}
                strokeDasharray={isOpen ? `${1.2 * unit} ${0.9 * unit}` : undefined}
              />
              <text
                x={xMm}
                y={yMm}
                fontSize={radius * 1.05}
                textAnchor="middle"
                dominantBaseline="central"
                fontWeight={600}
                fill={isOpen ? "var(--ink)" : isWrong ? "var(--danger)" : "var(--on-ink)"}
              >
                {isWrong ? `${cell.holds}?` : cell.cell}
              </text>
            </g>,
          ];
        })
      }
    </PlanFrame>
  );
}
