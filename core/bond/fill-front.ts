import { z } from "zod";
import { known, usual, usualFrom } from "../usual.ts";
import { defineCalculation, type OnProgress } from "../calculation.ts";
import { Effort, TooMuchEffort } from "../effort.ts";
import { offPanelWords, outline } from "../stack/outline.ts";
import { cellsOnPanel, edges, isInHole, type Outline } from "../stack/panel-geometry.ts";
import type { PanelPoint } from "../stack/panel-point.ts";
import { toStretchMm } from "../stack/ring.ts";
import { bounded, durationS, oneOf } from "../units.ts";
import { pathLengthMm, pattern, placeOffPanel, type PatternPiece } from "./pattern.ts";
import { closeGap, type Closing, type FilmGrid } from "./thin-film.ts";
import { surfaceTensionOfLiquids } from "../materials/adhesives.ts";
import { t } from "../../words/bond.ts";

const dryWindow = z.union(
  [
    z.strictObject({ xMm: bounded(0, 5_000), yMm: bounded(0, 5_000), radiusMm: bounded(0.1, 500) }),
    z.strictObject({
      xMm: bounded(0, 5_000),
      yMm: bounded(0, 5_000),
      widthMm: bounded(0.1, 5_000),
      heightMm: bounded(0.1, 5_000),
    }),
  ],
  {
    error: () => t("must-have-xmm-ymm-and-radiusmm-its"),
  },
);
export type DryWindow = z.output<typeof dryWindow>;

/** More cells than this would take a bench tablet too long. */
const MOST_CELLS = 60_000;
const LEAST_CELLS_ACROSS = 4;
/** Liquid stands so many bond lines high when the glass first lies on it. Assumed. */
export const START_GAPS = 8;

/** Since 2 the air of a closed pocket keeps its amount; since 3 a gap falls by no more in a step than its front can take. */
export const FILL_FRONT_VERSION = 3;

export const fillFrontInput = z
  .strictObject({
    outline,
    /** Places that must stay dry. */
    windows: usual(z.array(dryWindow).max(50), [], "nothing under the glass must stay dry"),
    pattern: pattern(),
    /** The bond line. */
    gapUm: bounded(5, 5_000),
    /** How high the liquid stands when the glass first lies on it; eight bond lines where it is not named. */
    startGapUm: usualFrom(
      bounded(6, 50_000),
      "the liquid stands eight bond lines high when the glass first lies on it: not measured",
    ),
    viscosityPaS: bounded(0.001, 10_000),
    /** Holds the front of a closed pocket straight. */
    surfaceTensionMnM: usual(bounded(0, 1_000), ...known(surfaceTensionOfLiquids, "mN/m of surface tension")),
    /** Presses the glass down level. */
    forceN: bounded(0.001, 100_000).optional(),
    /** Lowers the glass on a wedge: the edge that is set down first, how far the far edge stands open, and how long it takes. */
    lowering: z
      .strictObject({
        from: oneOf(edges),
        wedgeMm: bounded(0.01, 500),
        timeS: durationS(),
      })
      .optional(),
    gridMm: bounded(0.1, 100),
    /** Pictures of the filling. */
    frames: usual(z.int().min(2).max(60), 12, "12 pictures of the filling: a setting"),
  })
  .superRefine((input, context) => {
    const fault = (path: (string | number)[], message: string) =>
      context.addIssue({ code: "custom", path, message });
    const { widthMm, heightMm } = input.outline;
    if ((input.forceN === undefined) === (input.lowering === undefined)) {
      fault(["forceN"], t("give-either-forcen-or-lowering-one-of"));
    }
    if (input.startGapUm !== undefined && input.startGapUm <= input.gapUm) {
      fault(
        ["startGapUm"],
        t("must-be-above-gapum-which-is", { startGapUm: input.startGapUm, gapUm: input.gapUm }),
      );
    }
    const leastMm = Math.sqrt((widthMm * heightMm) / MOST_CELLS);
    const mostMm = Math.min(widthMm, heightMm) / LEAST_CELLS_ACROSS;
    if (input.gridMm < leastMm || input.gridMm > mostMm) {
      fault(
        ["gridMm"],
        t("must-be-from-to-for-a-panel", {
          gridMm: input.gridMm,
          leastMm: leastMm.toFixed(2),
          mostMm: mostMm.toFixed(2),
          widthMm,
          heightMm,
        }),
      );
    }
    const off = placeOffPanel(input.outline, input.pattern);
    if (off) {
      fault(["pattern", ...off.at], offPanelWords(input.outline, off));
    }
  });
export type FillFrontInput = z.input<typeof fillFrontInput>;

const frame = z.strictObject({
  timeS: z.number(),
  /** The gap at the middle of the panel. */
  gapUm: z.number(),
  wetPct: z.number(),
  /** How much of the gap is filled, 0 to 1: rows from the top, columns from the left. */
  wet: z.array(z.array(z.number())),
});

export const fillFrontResult = z.strictObject({
  frames: z.array(frame),
  /** How much of the panel is filled at the end. */
  wetPct: z.number(),
  /** Closed pockets of air: their middle, how large they are, and which window they keep dry, if any. */
  trapped: z.array(
    z.strictObject({ xMm: z.number(), yMm: z.number(), areaMm2: z.number(), window: z.int().nullable() }),
  ),
  /** By the side that it runs out towards, and what runs into holes of the panel. */
  overflowUl: z.strictObject({
    top: z.number(),
    right: z.number(),
    bottom: z.number(),
    left: z.number(),
    holes: z.number(),
  }),
  /** How much of each window is wet at the end, 0 to 1. */
  windowsWet: z.array(z.number()),
  /** Until the bond line is reached. */
  timeS: z.number(),
  /** What of the liquid is on the panel or has run out, in percent of what was laid. */
  accountedPct: z.number(),
});
export type FillFront = z.output<typeof fillFrontResult>;
export type FillFrame = z.output<typeof frame>;

function gridOf(panel: Outline, gridMm: number): FilmGrid {
  const across = Math.max(2, Math.round(panel.widthMm / gridMm));
  const down = Math.max(2, Math.round(panel.heightMm / gridMm));
  const [dxMm, dyMm] = [panel.widthMm / across, panel.heightMm / down];
  const [columns, rows] = [across + 2, down + 2];
  const inside = new Uint8Array(columns * rows);
  const hole = new Uint8Array(columns * rows);
  const onPanel = cellsOnPanel(panel, across, down);
  const hasHoles = (panel.holesMm?.length ?? 0) > 0;
  for (let r = 1; r <= down; r += 1) {
    for (let c = 1; c <= across; c += 1) {
      const i = r * columns + c;
      inside[i] = onPanel[(r - 1) * across + c - 1]!;
      if (hasHoles && !inside[i] && isInHole(panel, (c - 0.5) * dxMm, (r - 0.5) * dyMm)) hole[i] = 1;
    }
  }
  return { columns, rows, dxM: dxMm / 1_000, dyM: dyMm / 1_000, inside, hole };
}

/** Visits to a cell, about 50 ns each: some ten seconds. */
export const MOST_VISITS = 2.5e8;
/** Asking a cell how far one stretch of a bead is takes about as long as so many visits. */
const VISITS_PER_STRETCH = 2;

const tooFine = (gridMm: number) =>
  new TooMuchEffort({
    path: "gridMm",
    message: t("is-too-fine-for-this-pattern-it", { gridMm, MOST_VISITS: MOST_VISITS / 1e6 }),
  });

/** Points of a cell that are asked whether something covers them, along each side. */
const SAMPLES = 4;

/**
 * How much of each cell a shape covers, 0 to 1, by the cell's index. `depthMm` says how far within the shape a place lies, negative
 * outside; it changes by no more than the way from place to place, so that most cells are told by their middle alone.
 */
function coverage(
  grid: FilmGrid,
  box: { fromX: number; toX: number; fromY: number; toY: number },
  depthMm: (xMm: number, yMm: number) => number,
): Map<number, number> {
  const [dxMm, dyMm] = [grid.dxM * 1_000, grid.dyM * 1_000];
  const cornerMm = Math.hypot(dxMm, dyMm) / 2;
  const found = new Map<number, number>();
  const [firstRow, lastRow] = [Math.floor(box.fromY / dyMm) + 1, Math.floor(box.toY / dyMm) + 1];
  const [firstColumn, lastColumn] = [Math.floor(box.fromX / dxMm) + 1, Math.floor(box.toX / dxMm) + 1];
  for (let r = Math.max(1, firstRow); r <= Math.min(grid.rows - 2, lastRow); r += 1) {
    for (let c = Math.max(1, firstColumn); c <= Math.min(grid.columns - 2, lastColumn); c += 1) {
      const i = r * grid.columns + c;
      if (!grid.inside[i]) continue;
      const middleMm = depthMm((c - 0.5) * dxMm, (r - 0.5) * dyMm);
      if (middleMm < -cornerMm) continue;
      if (middleMm > cornerMm) {
        found.set(i, 1);
        continue;
      }
      let hits = 0;
      for (let k = 0; k < SAMPLES * SAMPLES; k += 1) {
        const x = (c - 1 + ((k % SAMPLES) + 0.5) / SAMPLES) * dxMm;
        const y = (r - 1 + (Math.floor(k / SAMPLES) + 0.5) / SAMPLES) * dyMm;
        if (depthMm(x, y) >= 0) hits += 1;
      }
      if (hits > 0) found.set(i, hits / SAMPLES ** 2);
    }
  }
  return found;
}

/** The cell that holds a place, or the nearest one inside the outline. */
function cellAt(grid: FilmGrid, xMm: number, yMm: number): number {
  const c = Math.min(grid.columns - 2, Math.max(1, Math.floor(xMm / (grid.dxM * 1_000)) + 1));
  const r = Math.min(grid.rows - 2, Math.max(1, Math.floor(yMm / (grid.dyM * 1_000)) + 1));
  const wanted = r * grid.columns + c;
  if (grid.inside[wanted]) return wanted;
  let [nearest, least] = [wanted, Infinity];
  grid.inside.forEach((isIn, i) => {
    const far = Math.hypot((i % grid.columns) - c, Math.floor(i / grid.columns) - r);
    if (isIn && far < least) [nearest, least] = [i, far];
  });
  return nearest;
}

/** Half the width of what is laid when the glass first lies on it, mm: all of it stands as high as the gap is then. */
export function halfWidthMm(piece: PatternPiece, startGapUm: number): number {
  const areaMm2 = piece.volumeUl / (startGapUm / 1_000);
  const lengthMm = piece.kind === "dot" ? 0 : pathLengthMm(piece.pathMm);
  return (Math.sqrt(lengthMm ** 2 + Math.PI * areaMm2) - lengthMm) / Math.PI;
}

/** Lays a pattern: the depth of liquid in each cell, m. */
function layPattern(
  grid: FilmGrid,
  pieces: readonly PatternPiece[],
  startGapUm: number,
  onWork: (cells: number) => void,
): Float64Array {
  const depthM = new Float64Array(grid.columns * grid.rows);
  const cellMm2 = grid.dxM * grid.dyM * 1e6;
  for (const piece of pieces) {
    const half = halfWidthMm(piece, startGapUm);
    const path: readonly PanelPoint[] = piece.kind === "dot" ? [piece, piece] : piece.pathMm;
    const xs = path.map(({ xMm }) => xMm);
    const ys = path.map(({ yMm }) => yMm);
    const box = {
      fromX: Math.min(...xs) - half,
      toX: Math.max(...xs) + half,
      fromY: Math.min(...ys) - half,
      toY: Math.max(...ys) + half,
    };
    const boxCells =
      (Math.ceil((box.toX - box.fromX) / (grid.dxM * 1_000)) + 1) *
      (Math.ceil((box.toY - box.fromY) / (grid.dyM * 1_000)) + 1);
    onWork(Math.min(boxCells, grid.columns * grid.rows) * (path.length - 1) * VISITS_PER_STRETCH);
    const found = coverage(grid, box, (x, y) => {
      let nearest = Infinity;
      for (let n = 1; n < path.length; n += 1) {
        nearest = Math.min(nearest, toStretchMm(x, y, path[n - 1]!, path[n]!));
      }
      return half - nearest;
    });
    if (found.size === 0) found.set(cellAt(grid, path[0]!.xMm, path[0]!.yMm), 1);
    const covered = [...found.values()].reduce((sum, share) => sum + share, 0);
    for (const [i, share] of found) {
      depthM[i] = depthM[i]! + (piece.volumeUl * share) / covered / cellMm2 / 1_000;
    }
  }
  return depthM;
}

/** A glass that is lowered comes down in so many steps: its line of contact goes on by half a cell in each, where cells are large. */
const MOST_STEPS = 120;
const LEAST_STEPS = 40;
const STEPS_PER_CELL = 2;

/** How the gap falls: level under a force, by the same share a step; or about the edge that is set down first. */
function closingOf(input: z.output<typeof fillFrontInput>, grid: FilmGrid, startM: number): Closing {
  const endM = input.gapUm * 1e-6;
  const { lowering, forceN, viscosityPaS, surfaceTensionMnM } = input;
  const surfaceTensionNM = surfaceTensionMnM / 1_000;
  if (!lowering) {
    const fall = Math.log(endM / startM);
    return {
      gapsM: (progress, into) => into.fill(startM * Math.exp(fall * progress)),
      mostStep: Math.min(0.1, 0.04 / -fall),
      pace: { perImpulse: 1 / forceN! },
      surfaceTensionNM,
    };
  }
  const { from, wedgeMm } = lowering;
  const across = from === "left" || from === "right";
  const cells = (across ? grid.columns : grid.rows) - 2;
  const isFar = from === "right" || from === "bottom";
  const open = new Float64Array(grid.columns * grid.rows).map((_, i) => {
    const at = (across ? i % grid.columns : Math.floor(i / grid.columns)) - 0.5;
    return startM - endM + (wedgeMm / 1_000) * (isFar ? 1 - at / cells : at / cells);
  });
  return {
    gapsM: (progress, into) => open.forEach((m, i) => (into[i] = endM + (1 - progress) * m)),
    mostStep: 1 / Math.min(MOST_STEPS, Math.max(LEAST_STEPS, STEPS_PER_CELL * cells)),
    pace: { perProgress: lowering.timeS / viscosityPaS },
    surfaceTensionNM,
  };
}

/**
 * Where the liquid goes when the glass comes down, and where air stays.
 *
 * Thin-film flow (Hele-Shaw) solved on the part that is filled, its front moved by the local flux; closed dry pockets are trapped air,
 * which keeps its amount and is pressed together by Boyle's law, and so grow wider as the gap falls. Everything that is laid stands as high as `startGapUm` at the start. Under `forceN` the glass stays level and
 * `timeS` follows from the force; with `lowering` it turns about the edge that is set down first and arrives when `timeS` says. Left out:
 * capillarity, the slope of the wedge in the pressure, air that dissolves or breaks through. Pockets below one and a half cells are not seen.
 * Lengths in mm and µm, volumes in µl, viscosity in Pa s, force in N. `effort` counts visits to cells; where it is spent, TooMuchEffort is
 * thrown. Source: Reynolds 1886 for the film; Stefan 1874 is its disc.
 */
export function calculateFillFront(
  input: FillFrontInput,
  onProgress?: OnProgress,
  effort = new Effort(MOST_VISITS),
): FillFront {
  const parsed = fillFrontInput.parse(input);
  const { gapUm, viscosityPaS, forceN, lowering } = parsed;
  const startGapUm = parsed.startGapUm ?? START_GAPS * gapUm;
  const grid = gridOf(parsed.outline, parsed.gridMm);
  const { columns, rows } = grid;
  const cellMm2 = grid.dxM * grid.dyM * 1e6;
  const onWork = (cells: number) => {
    effort.spend(cells);
    if (effort.isSpent) throw tooFine(parsed.gridMm);
  };
  const depthM = layPattern(grid, parsed.pattern, startGapUm, onWork);
  const laidUl = parsed.pattern.reduce((sum, { volumeUl }) => sum + volumeUl, 0);
  const closing = closingOf(parsed, grid, startGapUm * 1e-6);
  const middle = cellAt(grid, parsed.outline.widthMm / 2, parsed.outline.heightMm / 2);
  const cells = grid.inside.reduce((sum, isIn) => sum + isIn, 0);

  const gapM = new Float64Array(columns * rows);
  const shareAt = (i: number) => (grid.inside[i] ? Math.min(1, Math.max(0, depthM[i]! / gapM[i]!)) : 0);
  const picture = (progress: number): FillFrame => {
    closing.gapsM(progress, gapM);
    let sum = 0;
    const wet = Array.from({ length: rows - 2 }, (_, r) =>
      Array.from({ length: columns - 2 }, (__, c) => {
        const share = shareAt((r + 1) * columns + c + 1);
        sum += share;
        return Math.round(share * 100) / 100;
      }),
    );
    return { timeS: progress, gapUm: gapM[middle]! * 1e6, wetPct: (100 * sum) / cells, wet };
  };

  // Under a force, time is what a step's pressure asks for; the way there is the same whatever the force.
  const steps: { progress: number; weight: number; rate: number }[] = [];
  const frames = [picture(0)];
  let from = gapM[middle]!;
  const end = closeGap(
    grid,
    closing,
    depthM,
    ({ progress, impulseM2 }) => {
      closing.gapsM(progress, gapM);
      const to = gapM[middle]!;
      const weight = (from - to) / ((from + to) / 2) ** 3;
      steps.push({ progress, weight, rate: impulseM2 / weight });
      from = to;
      if (progress >= frames.length / (parsed.frames - 1) - 1e-9) {
        frames.push(picture(progress));
        onProgress?.(progress);
      }
    },
    onWork,
  );
  const timesS = new Map([[0, 0]]);
  let timeS = 0;
  steps.forEach(({ progress, weight, rate }, k) => {
    const later = steps[k + 1]?.rate ?? rate;
    timeS = lowering
      ? lowering.timeS * progress
      : timeS + (viscosityPaS / forceN!) * weight * ((rate + later) / 2);
    timesS.set(progress, timeS);
  });

  const windowCells = parsed.windows.map((w) => {
    const found =
      "radiusMm" in w
        ? coverage(
            grid,
            {
              fromX: w.xMm - w.radiusMm,
              toX: w.xMm + w.radiusMm,
              fromY: w.yMm - w.radiusMm,
              toY: w.yMm + w.radiusMm,
            },
            (x, y) => w.radiusMm - Math.hypot(x - w.xMm, y - w.yMm),
          )
        : coverage(
            grid,
            { fromX: w.xMm, toX: w.xMm + w.widthMm, fromY: w.yMm, toY: w.yMm + w.heightMm },
            (x, y) => Math.min(x - w.xMm, w.xMm + w.widthMm - x, y - w.yMm, w.yMm + w.heightMm - y),
          );
    if (found.size === 0) found.set(cellAt(grid, w.xMm, w.yMm), 1);
    return found;
  });
  const windowsWet = windowCells.map((found) => {
    let [wet, all] = [0, 0];
    for (const [i, share] of found) {
      all += share;
      wet += share * shareAt(i);
    }
    return wet / all;
  });
  const trapped = end.pockets.map(({ column, row, areaM2, cells: held }) => {
    const window = windowCells.findIndex((found) => held.some((i) => found.has(i)));
    return {
      xMm: (column - 0.5) * grid.dxM * 1_000,
      yMm: (row - 0.5) * grid.dyM * 1_000,
      areaMm2: areaM2 * 1e6,
      window: window < 0 ? null : window,
    };
  });
  const ul = (m3: number) => m3 * 1e9;
  const overflowUl = {
    top: ul(end.outM3.top),
    right: ul(end.outM3.right),
    bottom: ul(end.outM3.bottom),
    left: ul(end.outM3.left),
    holes: ul(end.outM3.holes),
  };
  const onPanelUl = depthM.reduce((sum, d, i) => sum + (grid.inside[i] ? d : 0), 0) * 1_000 * cellMm2;
  const outUl = Object.values(overflowUl).reduce((sum, side) => sum + side, 0);
  return {
    frames: frames.map((shot) => ({ ...shot, timeS: timesS.get(shot.timeS)! })),
    wetPct: frames.at(-1)!.wetPct,
    trapped,
    overflowUl,
    windowsWet,
    timeS,
    accountedPct: (100 * (onPanelUl + outUl)) / laidUl,
  };
}

export const fillFront = defineCalculation({
  name: "fill-front",
  purpose:
    "Where the liquid goes when the glass comes down, where air stays, what runs out, which windows get wet.",
  input: fillFrontInput,
  result: fillFrontResult,
  calculate: calculateFillFront,
});
