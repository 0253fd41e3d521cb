import { damageKinds, type Damage } from "../../core/intake/damage.ts";
import { hatch } from "./Hatches.tsx";

/** What is broken in the glass is a danger to hands; what is wrong with the picture is a matter of light. */
const hueOf = { glass: "var(--danger)", touch: "var(--ink)", picture: "var(--light)" } as const;

/** One damage on the plan, in its own place and size. */
export function DamageMark({
  marked,
  unit,
  prefix,
  isPicked = false,
}: {
  marked: Pick<Damage, "damage" | "points">;
  unit: number;
  prefix: string;
  isPicked?: boolean;
}) {
  const { damage: kind, points } = marked;
  const { shape, of, label } = damageKinds[kind];
  const hue = hueOf[of];
  const stroke = {
    stroke: hue,
    strokeWidth: (isPicked ? 1.6 : 0.8) * unit,
    strokeLinejoin: "round",
    strokeLinecap: "round",
  } as const;
  const [first, second] = points as [Damage["points"][number], Damage["points"][number]?];
  const list = points.map(({ xMm, yMm }) => `${xMm},${yMm}`).join(" ");
  const fill = of === "glass" ? "none" : hatch(prefix, of === "touch" ? "dead" : "fault");
  const drawn = () => {
    switch (shape) {
      case "path":
        return (
          <>
            <polyline points={list} fill="none" {...stroke} />
            {kind === "crack" &&
              points.map(({ xMm, yMm }, i) => <circle key={i} cx={xMm} cy={yMm} r={0.9 * unit} fill={hue} />)}
          </>
        );
      case "area":
        return <polygon points={list} fill={hatch(prefix, "keep-out")} {...stroke} />;
      case "box":
        return (
          <rect
            x={Math.min(first.xMm, second!.xMm)}
            y={Math.min(first.yMm, second!.yMm)}
            width={Math.abs(second!.xMm - first.xMm)}
            height={Math.abs(second!.yMm - first.yMm)}
            fill={fill}
            {...stroke}
            strokeDasharray={kind === "tint" ? `${2 * unit} ${1.4 * unit}` : undefined}
          />
        );
      case "round":
        return (
          <circle
            cx={first.xMm}
            cy={first.yMm}
            r={Math.max(0.8 * unit, Math.hypot(second!.xMm - first.xMm, second!.yMm - first.yMm))}
            fill={kind === "delamination" ? "none" : fill}
            {...stroke}
            strokeDasharray={kind === "delamination" ? `${1.2 * unit} ${1.2 * unit}` : undefined}
          />
        );
      case "point":
        return (
          <circle
            cx={first.xMm}
            cy={first.yMm}
            r={1.2 * unit}
            fill={kind === "dark pixel" ? hue : "var(--raised)"}
            {...stroke}
          />
        );
    }
  };
  return (
    <g>
      <title>{label}</title>
      {drawn()}
    </g>
  );
}
