import type { Connector } from "../../core/stack/family.ts";

const arrows: Record<Connector["way"], string | null> = {
  "straight up": "M24 16 V3 M20 7 L24 3 L28 7",
  "towards the panel": "M10 8 H-2 M2 4 L-2 8 L2 12",
  "away from the panel": "M38 8 H50 M46 4 L50 8 L46 12",
  "to the left": "M10 8 H-2 M2 4 L-2 8 L2 12",
  "to the right": "M38 8 H50 M46 4 L50 8 L46 12",
  "stays on": null,
};

const bodies: Record<Connector["kind"], string> = {
  press: "M10 20 h28 v6 h-28 z M6 28 h36 v8 h-36 z",
  "flip latch": "M6 28 h36 v8 h-36 z M12 28 L36 18",
  slide: "M6 22 h36 v14 h-36 z M-6 29 h12",
  glued: "M6 30 h36 v6 h-36 z M8 27 q4 -4 8 0 t8 0 t8 0 t8 0",
  soldered: "M6 32 h36 v4 h-36 z M12 32 q3 -8 6 0 M22 32 q3 -8 6 0 M32 32 q3 -8 6 0",
};

/** A connector from the side: what kind it is, and which way it goes. */
export function ConnectorSketch({ kind, way, tape }: Pick<Connector, "kind" | "way" | "tape">) {
  return (
    <svg viewBox="-10 -2 68 44" className="h-12 w-18 shrink-0" aria-hidden="true">
      <path
        d={bodies[kind]}
        fill="var(--raised)"
        stroke="var(--ink)"
        strokeWidth={2}
        strokeLinejoin="round"
      />
      {tape !== "none" && (
        <path d="M2 16 H46" stroke="var(--film)" strokeWidth={4} strokeDasharray="5 3" fill="none" />
      )}
      {arrows[way] && (
        <path
          d={arrows[way]}
          stroke="var(--heat)"
          strokeWidth={2.6}
          fill="none"
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      )}
      {way === "stays on" && <path d="M18 4 L30 14 M30 4 L18 14" stroke="var(--danger)" strokeWidth={2.6} />}
    </svg>
  );
}
