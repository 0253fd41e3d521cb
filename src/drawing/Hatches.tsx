import type { Material } from "../../core/materials/materials.ts";

export type HatchName =
  | Material["drawnAs"]
  | "keep-out"
  | "shallow"
  | "hinge"
  | "no-bond"
  /** Touch that does not answer, and what is wrong with the picture. */
  | "dead"
  | "fault";

/** One hue for each thing that is drawn; the hatch tells it apart where hue cannot. */
export const hues: Record<HatchName, string> = {
  glass: "var(--glass)",
  glue: "var(--liquid)",
  film: "var(--film)",
  cell: "var(--ink)",
  metal: "var(--ink)",
  plastic: "var(--soft)",
  air: "var(--line)",
  "keep-out": "var(--danger)",
  shallow: "var(--film)",
  hinge: "var(--ink)",
  "no-bond": "var(--soft)",
  dead: "var(--ink)",
  fault: "var(--light)",
};

const lines: Record<HatchName, string> = {
  glass: "M-2 10 L10 -2 M6 18 L18 6",
  glue: "M3 4 h0.01 M11 12 h0.01",
  film: "M0 4 H16 M0 12 H16",
  cell: "M0 0 V16 M8 0 V16 M0 8 H16",
  metal: "M-2 6 L6 -2 M-2 14 L14 -2 M2 18 L18 2 M10 18 L18 10",
  plastic: "M-2 6 L10 18 M6 -2 L18 10",
  air: "",
  "keep-out": "M0 0 L16 16 M16 0 L0 16",
  shallow: "M0 3 H16 M0 11 H16",
  hinge: "M4 0 V16 M12 0 V16",
  "no-bond": "M3 8 h4 M11 8 h2",
  dead: "M4 1 v6 M1 4 h6 M12 9 v6 M9 12 h6",
  fault: "M0 2 H16 M0 7 H16 M0 12 H16",
};

const weights: Partial<Record<HatchName, number>> = { glue: 3.4, "keep-out": 2.4, hinge: 2.4 };

/** Pattern definitions for one drawing. `prefix` keeps two drawings on a page apart; `unit` is a hatch's size in its units. */
export function Hatches({ prefix, unit = 1 }: { prefix: string; unit?: number }) {
  return (
    <defs>
      {(Object.keys(lines) as HatchName[]).map((name) => (
        <pattern
          key={name}
          id={`${prefix}-${name}`}
          width={16}
          height={16}
          patternUnits="userSpaceOnUse"
          patternTransform={`scale(${unit})`}
        >
          <path
            d={lines[name]}
            stroke={hues[name]}
            strokeWidth={weights[name] ?? 1.4}
            strokeLinecap="round"
            fill="none"
          />
        </pattern>
      ))}
    </defs>
  );
}

export const hatch = (prefix: string, name: HatchName) => `url(#${prefix}-${name})`;
