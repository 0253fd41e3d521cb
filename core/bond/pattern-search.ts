import { z } from "zod";
import { usual } from "../usual.ts";
import { defineCalculation, type OnProgress } from "../calculation.ts";
import { Effort } from "../effort.ts";
import { randomStream } from "../random.ts";
import { isOnPanel, panelAreaMm2, type Outline } from "../stack/panel-geometry.ts";
import { boundedWhole } from "../units.ts";
import {
  calculateFillFront,
  fillFrontInput,
  MOST_VISITS,
  type DryWindow,
  type FillFront,
} from "./fill-front.ts";
import { namedPattern, pattern, scaledTo, volumeUlOf, type PatternPiece } from "./pattern.ts";

/** What fill-front takes besides the pattern. `gridMm` is where the outcome is judged; the search runs on a coarser grid. */
const { outline, windows, gapUm, startGapUm, viscosityPaS, surfaceTensionMnM, forceN, lowering, gridMm } =
  fillFrontInput.shape;
const filling = {
  outline,
  windows,
  gapUm,
  startGapUm,
  viscosityPaS,
  surfaceTensionMnM,
  forceN,
  lowering,
  gridMm,
};
const fillingOf = z.object(filling);

export const patternSearchInput = z
  .strictObject({
    ...filling,
    /** Patterns to beat; the best of them is where the search begins. What it lays in all stays. */
    start: z.array(namedPattern).min(1).max(20),
    /** How many changes are tried. */
    rounds: usual(boundedWhole(1, 5_000), 400, "400 changes are tried: a setting of the search"),
    seed: usual(boundedWhole(0, 4_294_967_295), 1, "the search begins at seed 1: a setting of the search"),
  })
  .superRefine((input, context) => {
    const fill = fillingOf.parse(input);
    input.start.forEach(({ pieces }, i) => {
      const checked = fillFrontInput.safeParse({ ...fill, pattern: pieces });
      checked.error?.issues.forEach((issue) => {
        const [field, ...rest] = issue.path as (string | number)[];
        const path = field === "pattern" ? ["start", i, "pieces", ...rest] : [field!, ...rest];
        if (field === "pattern" || i === 0)
          context.addIssue({ code: "custom", path, message: issue.message });
      });
    });
  });
export type PatternSearchInput = z.input<typeof patternSearchInput>;

const figures = z.strictObject({
  /** Air that is closed in, windows not counted. */
  airMm2: z.number(),
  /** Wet area of windows. */
  floodedMm2: z.number(),
  /** Open to the edge and still dry, windows not counted. */
  dryMm2: z.number(),
  spillUl: z.number(),
  /** The four in one, as an area: what the search makes small. */
  faultMm2: z.number(),
});
export type PatternFigures = z.output<typeof figures>;

export const patternSearchResult = z.strictObject({
  pieces: pattern(),
  found: figures,
  /** What each of the patterns to beat comes to, on the same grid. */
  start: z.array(z.strictObject({ name: z.string(), figures })),
  /** The best of them. */
  best: z.string(),
  /** Whether what was found is better than the best of them. */
  beats: z.boolean(),
  tried: z.int(),
});
export type PatternSearch = z.output<typeof patternSearchResult>;

/**
 * How much worse than a dry place of the same size at the edge: air cannot be wiped away, and each pocket, however small, is seen; a
 * flooded window is a lost part. Assumed.
 */
const AIR_WEIGHT = 10;
const POCKET_MM2 = 40;
const FLOODED_WEIGHT = 40;
/** Spill, spread as thick as the bond line, counts a quarter: it is wiped away. */
const SPILL_WEIGHT = 0.25;

const windowMm2 = (w: DryWindow) => ("radiusMm" in w ? Math.PI * w.radiusMm ** 2 : w.widthMm * w.heightMm);

/** What a filling is worth. `panelMm2` is the area of the panel. */
export function figuresOf(
  { wetPct, trapped, overflowUl, windowsWet }: FillFront,
  { windows: dryWindows = [], gapUm: gap }: Pick<PatternSearchInput, "windows" | "gapUm">,
  panelMm2: number,
): PatternFigures {
  const areas = dryWindows.map(windowMm2);
  const floodedMm2 = areas.reduce((sum, area, i) => sum + area * windowsWet[i]!, 0);
  const keptMm2 = areas.reduce((sum, area, i) => sum + area * (1 - windowsWet[i]!), 0);
  const pockets = trapped.filter(({ window }) => window === null);
  const airMm2 = pockets.reduce((sum, { areaMm2 }) => sum + areaMm2, 0);
  const dryMm2 = Math.max(0, panelMm2 * (1 - wetPct / 100) - keptMm2 - airMm2);
  const spillUl = Object.values(overflowUl).reduce((sum, ul) => sum + ul, 0);
  return {
    airMm2,
    floodedMm2,
    dryMm2,
    spillUl,
    faultMm2:
      AIR_WEIGHT * airMm2 +
      POCKET_MM2 * pockets.length +
      FLOODED_WEIGHT * floodedMm2 +
      dryMm2 +
      (SPILL_WEIGHT * spillUl) / (gap / 1_000),
  };
}

/** The search's own grid has about so many cells: few while it roams, more for the last share of the rounds, which sees small pockets. */
const ROAMING_CELLS = 700;
const POLISHING_CELLS = 2_400;
const POLISHING_SHARE = 0.25;
/** Changes reach so far, as shares of the panel's sides: at first and at last. */
const REACH = { first: 0.14, last: 0.02 };
/** How much worse, as a share of the panel, is still taken now and then; falls to nothing. */
const HEAT = 0.002;

/** Visits to cells, as fill-front counts them: some twenty seconds of trying. */
const MOST_SEARCHING = 4e8;

/** A dot that is put in begins with so much of the whole; more pieces than this no hand lays. */
const NEW_DOT_SHARE = 0.05;
const MOST_PIECES = 14;

/** One change: a place or a piece moved, a volume changed, a dot put in, a piece left out; null where it would leave the panel. */
function changed(
  pieces: readonly PatternPiece[],
  panel: Outline,
  reach: number,
  random: () => number,
): PatternPiece[] | null {
  const at = Math.floor(random() * pieces.length);
  const piece = pieces[at]!;
  const swing = () => (random() + random() - 1) * reach;
  const round = (mm: number) => Math.round(mm * 10) / 10;
  const moved = ({ xMm, yMm }: { xMm: number; yMm: number }, dx: number, dy: number) => ({
    xMm: round(xMm + dx * panel.widthMm),
    yMm: round(yMm + dy * panel.heightMm),
  });
  const choice = random();
  if (choice > 0.93 && pieces.length < MOST_PIECES) {
    const dot: PatternPiece = {
      kind: "dot",
      xMm: round(random() * panel.widthMm),
      yMm: round(random() * panel.heightMm),
      volumeUl: NEW_DOT_SHARE * volumeUlOf(pieces),
    };
    return isOnPanel(panel, dot.xMm, dot.yMm) ? scaledTo([...pieces, dot], volumeUlOf(pieces)) : null;
  }
  if (choice > 0.88 && pieces.length > 1) {
    return scaledTo(
      pieces.filter((_, i) => i !== at),
      volumeUlOf(pieces),
    );
  }
  let next: PatternPiece;
  if (pieces.length > 1 && choice < 0.35) {
    next = { ...piece, volumeUl: piece.volumeUl * Math.exp(4 * swing()) };
  } else if (piece.kind === "dot") {
    next = { ...piece, ...moved(piece, swing(), swing()) };
  } else if (choice < 0.55) {
    const [dx, dy] = [swing(), swing()];
    next = { ...piece, pathMm: piece.pathMm.map((place) => moved(place, dx, dy)) };
  } else {
    const corner = Math.floor(random() * piece.pathMm.length);
    const [dx, dy] = [swing(), swing()];
    next = {
      ...piece,
      pathMm: piece.pathMm.map((place, i) => (i === corner ? moved(place, dx, dy) : place)),
    };
  }
  const places = next.kind === "dot" ? [next] : next.pathMm;
  if (!places.every(({ xMm, yMm }) => isOnPanel(panel, xMm, yMm))) return null;
  const all = pieces.map((other, i) => (i === at ? next : other));
  return scaledTo(all, volumeUlOf(pieces));
}

/** A bead in two, so that it can bend. */
function bent(pieces: readonly PatternPiece[]): PatternPiece[] {
  return pieces.map((piece) => {
    if (piece.kind === "dot" || piece.pathMm.length > 2) return piece;
    const [a, b] = piece.pathMm as [{ xMm: number; yMm: number }, { xMm: number; yMm: number }];
    return { ...piece, pathMm: [a, { xMm: (a.xMm + b.xMm) / 2, yMm: (a.yMm + b.yMm) / 2 }, b] };
  });
}

/**
 * Moves and resizes what is laid so that no air is closed in, windows stay dry, the panel is filled and little runs out.
 *
 * Simulated annealing (Kirkpatrick, Gelatt & Vecchi 1983) on fill-front at a coarse grid, then a finer one, from the best of the patterns
 * given; it ends early where it has visited 400 million cells, and `tried` says after how many changes. Both are then judged on the wanted grid, and `beats` says whether anything was won. A seed gives the same answer again. It is a heuristic: no
 * claim that nothing better exists. Progress carries the best pattern so far.
 */
export function calculatePatternSearch(input: PatternSearchInput, onProgress?: OnProgress): PatternSearch {
  const { start, rounds, seed } = patternSearchInput.parse(input);
  const fill = fillingOf.parse(input);
  const { widthMm, heightMm } = fill.outline;
  const panelMm2 = panelAreaMm2(fill.outline);
  const gridOf = (cells: number) =>
    Math.max(fill.gridMm, Math.min(Math.sqrt(panelMm2 / cells), Math.min(widthMm, heightMm) / 8));
  const roamingMm = gridOf(ROAMING_CELLS);
  const polishingMm = gridOf(POLISHING_CELLS);
  const searching = new Effort(MOST_SEARCHING);
  const judging = new Effort(MOST_VISITS);
  const judge = (
    pieces: readonly PatternPiece[],
    grid: number,
    effort = new Effort(MOST_VISITS, searching),
  ) =>
    figuresOf(
      calculateFillFront({ ...fill, pattern: [...pieces], gridMm: grid, frames: 2 }, undefined, effort),
      fill,
      panelMm2,
    );
  const random = randomStream(seed);
  const roaming = Math.ceil((1 - POLISHING_SHARE) * rounds);
  const [first] = start
    .map(({ pieces }) => ({ pieces: bent(pieces), fault: judge(pieces, roamingMm, judging).faultMm2 }))
    .sort((a, b) => a.fault - b.fault);
  const beganAt = judge(first!.pieces, polishingMm, judging).faultMm2;
  let now = first!;
  let best = now;
  // What is told is judged on the finer grid alone, so that it can be compared. The first of it is there at once.
  let told = { pieces: best.pieces, faultMm2: beganAt };
  onProgress?.(0, { ...told, beganAt });
  // What is too fine to be judged on the wanted grid is refused before anything is tried.
  const judged = start.map(({ name, pieces }) => ({
    name,
    pieces,
    figures: judge(pieces, fill.gridMm, judging),
  }));
  let tried = 0;
  for (let round = 0; round < rounds && !searching.isSpent; round += 1) {
    tried += 1;
    const share = round / rounds;
    const isRoaming = round < roaming;
    if (round === roaming) {
      now = { pieces: told.pieces, fault: told.faultMm2 };
      best = now;
    }
    const next = changed(now.pieces, fill.outline, REACH.first * (REACH.last / REACH.first) ** share, random);
    if (next) {
      const fault = judge(next, isRoaming ? roamingMm : polishingMm).faultMm2;
      const heat = isRoaming ? HEAT * panelMm2 * (1 - round / roaming) ** 2 : 0;
      if (fault < now.fault || random() < Math.exp((now.fault - fault) / Math.max(heat, 1e-9))) {
        now = { pieces: next, fault };
        if (fault < best.fault) {
          best = now;
          const faultMm2 = isRoaming ? judge(next, polishingMm).faultMm2 : fault;
          if (faultMm2 < told.faultMm2) told = { pieces: next, faultMm2 };
        }
      }
    }
    onProgress?.((round + 1) / rounds, { ...told, beganAt });
  }
  const toBeat = judged.reduce((a, b) => (b.figures.faultMm2 < a.figures.faultMm2 ? b : a));
  const found = judge(told.pieces, fill.gridMm);
  const beats = found.faultMm2 < toBeat.figures.faultMm2;
  return {
    pieces: beats ? told.pieces : toBeat.pieces,
    found: beats ? found : toBeat.figures,
    start: judged.map(({ name, figures: own }) => ({ name, figures: own })),
    best: toBeat.name,
    beats,
    tried,
  };
}

export const patternSearch = defineCalculation({
  name: "pattern-search",
  purpose: "A pattern of liquid that closes in no air, keeps windows dry and spills little, found by trying.",
  input: patternSearchInput,
  result: patternSearchResult,
  calculate: calculatePatternSearch,
});
