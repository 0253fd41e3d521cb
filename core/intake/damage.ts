import { z } from "zod";
import { isOnPanel, squareCornered, type Outline } from "../stack/panel-geometry.ts";
import { panelPoint, type PanelPoint } from "../stack/panel-point.ts";
import { words, oneOf } from "../units.ts";
import { t } from "../../words/intake.ts";

/** How a damage is drawn: along a path, round an area, a box or a round by two points, or at one point. */
export type DamageShape = "path" | "area" | "box" | "round" | "point";

export const damageKinds = {
  crack: {
    get label() {
      return t("crack");
    },
    shape: "path",
    of: "glass",
  },
  "missing shard": {
    get label() {
      return t("missing-shard");
    },
    shape: "area",
    of: "glass",
  },
  "dead touch": {
    get label() {
      return t("dead-touch-zone");
    },
    shape: "box",
    of: "touch",
  },
  "dark bleed": {
    get label() {
      return t("dark-bleed");
    },
    shape: "round",
    of: "picture",
  },
  line: {
    get label() {
      return t("line");
    },
    shape: "path",
    of: "picture",
  },
  "bright pixel": {
    get label() {
      return t("bright-pixel");
    },
    shape: "point",
    of: "picture",
  },
  "dark pixel": {
    get label() {
      return t("dark-pixel");
    },
    shape: "point",
    of: "picture",
  },
  patch: {
    get label() {
      return t("patch");
    },
    shape: "box",
    of: "picture",
  },
  tint: {
    get label() {
      return t("tint");
    },
    shape: "box",
    of: "picture",
  },
  delamination: {
    get label() {
      return t("delamination");
    },
    shape: "round",
    of: "glass",
  },
} as const satisfies Record<string, { label: string; shape: DamageShape; of: "glass" | "touch" | "picture" }>;
export type DamageKind = keyof typeof damageKinds;
export const damageKindNames = Object.keys(damageKinds) as [DamageKind, ...DamageKind[]];

/** How many points a shape is drawn with, [fewest, most]. A box: two corners. A round: its centre and a point on its rim. */
export const pointsOfShape: Record<DamageShape, readonly [number, number]> = {
  path: [2, 60],
  area: [3, 60],
  box: [2, 2],
  round: [2, 2],
  point: [1, 1],
};

/** One damage, placed on the panel: mm from the left and from the top, seen from the viewer's side. */
export const damage = z
  .strictObject({
    damage: oneOf(damageKindNames),
    points: z.array(panelPoint).min(1).max(60),
    note: words(200).optional(),
  })
  .superRefine((marked, context) => {
    const { shape } = damageKinds[marked.damage];
    const [fewest, most] = pointsOfShape[shape];
    if (marked.points.length < fewest || marked.points.length > most) {
      const wanted = fewest === most ? `${fewest}` : t("to", { fewest, most });
      context.addIssue({
        code: "custom",
        path: ["points"],
        message: t("points-a-must-have", { points: marked.points.length, damage: marked.damage, wanted }),
      });
    }
  });
export type Damage = z.output<typeof damage>;

const distanceMm = (a: PanelPoint, b: PanelPoint) => Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm);

/** Size of a damage: how long it is (mm), and over how much it reaches (mm2, 0 where it has no area). */
export function damageSize({ damage: kind, points }: Pick<Damage, "damage" | "points">): {
  lengthMm: number;
  areaMm2: number;
} {
  const [first, second] = points as [PanelPoint, PanelPoint?];
  const along = points.slice(1).reduce((sum, point, i) => sum + distanceMm(points[i]!, point), 0);
  switch (damageKinds[kind].shape) {
    case "path":
      return { lengthMm: along, areaMm2: 0 };
    case "area": {
      // Twice the area inside a closed path: the shoelace formula.
      const twice = points.reduce((sum, { xMm, yMm }, i) => {
        const next = points[(i + 1) % points.length]!;
        return sum + xMm * next.yMm - next.xMm * yMm;
      }, 0);
      return { lengthMm: along + distanceMm(points.at(-1)!, first), areaMm2: Math.abs(twice) / 2 };
    }
    case "box": {
      const [widthMm, heightMm] = [Math.abs(second!.xMm - first.xMm), Math.abs(second!.yMm - first.yMm)];
      return { lengthMm: Math.max(widthMm, heightMm), areaMm2: widthMm * heightMm };
    }
    case "round": {
      const radiusMm = distanceMm(first, second!);
      return { lengthMm: 2 * radiusMm, areaMm2: Math.PI * radiusMm ** 2 };
    }
    case "point":
      return { lengthMm: 0, areaMm2: 0 };
  }
}

/** The first of these points that does not lie on the panel, or -1; the corner of a broken glass may be drawn square. */
export const pointOffPanel = (panel: Outline, points: readonly PanelPoint[]): number =>
  points.findIndex(({ xMm, yMm }) => !isOnPanel(squareCornered(panel), xMm, yMm));
