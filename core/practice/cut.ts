import { z } from "zod";
import { foldDeg } from "../film/axis-angle.ts";
import { areApart, cornersOf, isInside, rotationFor, type Placed } from "../film/cutting.ts";
import { calculateFilmLayout, type FilmLayout, type FilmLayoutInput } from "../film/film-layout.ts";
import { faceUp, type FilmSide } from "../film/films.ts";
import { randomStream } from "../random.ts";
import { toStretchMm } from "../stack/ring.ts";
import { bounded } from "../units.ts";
import { PAD_MM } from "./cut-tools.ts";
import { between, pointingHand, type Loss, type Moment, type PracticePlace } from "./exercise.ts";
import { apartDeg } from "./turn-angle.ts";

/** A piece that is cut: which film it becomes, and the axis that the viewer shall see in it, deg counter-clockwise from its width. */
export interface CutPiece {
  film: FilmSide;
  widthMm: number;
  heightMm: number;
  axisDeg: number;
}

/** A sheet, adhesive down, its axis along its width, and the pieces that come out of it; the first is laid afterwards. */
export interface CutTruth {
  sheet: { widthMm: number; heightMm: number };
  pieces: readonly CutPiece[];
  /** How each has to be turned. */
  rightDeg: readonly number[];
  /** The lowest strip of the sheet that takes them all, mm, and how they lie in it, as a hand lays them. */
  bestMm: number;
  best: readonly LaidPiece[];
}

/** How a piece lies: its middle from the sheet's upper left corner, and how it is turned, deg counter-clockwise. */
export type LaidPiece = readonly [xMm: number, yMm: number, deg: number];

const PIECES = 3;

const laidPiece = z.tuple([bounded(-500, 1_000), bounded(-500, 1_000), bounded(-720, 720)]);
export const cutHand = z.strictObject({
  ...pointingHand.shape,
  pieces: z.array(laidPiece).length(PIECES),
  /** Which of them is in the hand. */
  held: z
    .int()
    .min(0)
    .max(PIECES - 1),
  /** They are cut out; from then on the hand rubs the first one down. */
  isCut: z.boolean(),
});
export type CutHand = z.output<typeof cutHand>;

export type CutReason =
  "mirrored" | "axis" | "outside" | "too close" | "waste" | "bubble" | "bright edge" | "air";

export interface CutState extends Moment<CutReason> {
  isCut: boolean;
  /** What is wrong with each piece as it lies, and how far up the sheet they reach, mm. */
  faults: readonly (CutReason | null)[];
  usedMm: number;
  /** The face of the film on its panel: 1 where it sticks. */
  columns: number;
  rows: number;
  stuck: Float32Array;
  /** Where the hand pressed last; null while it does not. */
  from: PracticePlace | null;
}

/** Cuts lie so far apart, and so far from the sheet's rim, mm. */
const GAP_MM = 1;
const TRIM_MM = 3;
/** So much more of the sheet than is needed is waste. Assumed. */
const WASTE_SHARE = 1.15;
/** A place of the film, mm. Assumed. */
const CELL_MM = 4;
/** So much of a film along its edges shines where it does not stick, in places. Assumed. */
const RIM_CELLS = 2;
/** Air that is closed in up to here goes by itself, mm². Assumed. */
const MOST_AIR_MM2 = 40;
/** As far as a film sticks where it was set down, mm. */
const TACKED_MM = 6;
/** Layouts that are tried for each height of the strip, and how fine that is looked for, mm. */
const ROUNDS = 3;
const HEIGHT_STEP_MM = 4;

/** What film-layout is asked for a strip of a sheet. */
export const cutLayoutInput = (
  { sheet, pieces }: Pick<CutTruth, "sheet" | "pieces">,
  heightMm: number,
): FilmLayoutInput => ({
  sheets: [{ id: "sheet", widthMm: sheet.widthMm, heightMm, axisDeg: 0 }],
  pieces: pieces.map(({ film, ...piece }, n) => ({ ...piece, id: String(n), adhesive: faceUp(film) })),
  gapMm: GAP_MM,
  trimMm: TRIM_MM,
  rounds: ROUNDS,
});

/** How far up a sheet pieces reach, mm. */
const reachOf = (placed: readonly Placed[]): number =>
  Math.max(...placed.flatMap((piece) => cornersOf(piece).map(({ yMm }) => yMm)));

const placedOf = (
  { sheet, pieces }: Pick<CutTruth, "sheet" | "pieces">,
  laid: readonly LaidPiece[],
): Placed[] =>
  pieces.map(({ widthMm, heightMm }, n) => {
    const [xMm, yMm, rotationDeg] = laid[n]!;
    return { widthMm, heightMm, rotationDeg, centre: { xMm, yMm: sheet.heightMm - yMm } };
  });

/** As a hand lays what film-layout has placed. */
const asLaid = (heightMm: number, { placed }: FilmLayout): LaidPiece[] =>
  [...placed]
    .sort((a, b) => Number(a.id) - Number(b.id))
    .map(({ rotationDeg, centre }) => [centre.xMm, heightMm - centre.yMm, rotationDeg]);

/**
 * A sheet and three pieces as a seed has them: other sizes, other axes, for the front or the rear.
 *
 * @example
 * cutOf(3).pieces.length // 3
 */
export function cutOf(seed: number): CutTruth {
  const next = randomStream(seed * 8_069 + 53);
  const whole = (least: number, most: number) => Math.round(between(next, least, most));
  const baseDeg = [30, 45, 60][Math.floor(3 * next())]!;
  const sizes = [
    { widthMm: whole(84, 100), heightMm: whole(50, 58) },
    { widthMm: whole(62, 74), heightMm: whole(40, 48) },
    { widthMm: whole(46, 58), heightMm: whole(30, 38) },
  ];
  const pieces = sizes.map((size): CutPiece => {
    const film: FilmSide = next() < 0.5 ? "front" : "rear";
    const turnDeg = next() < 0.5 ? -baseDeg : 90 - baseDeg;
    const seenDeg = film === "front" ? -turnDeg : turnDeg;
    return { ...size, film, axisDeg: foldDeg(seenDeg) };
  });
  const sheet = { widthMm: 260, heightMm: 170 };
  const rightDeg = pieces.map(({ film, axisDeg }) => rotationFor(axisDeg, 0, faceUp(film) === "away"));
  const task = { sheet, pieces };
  const layoutIn = (heightMm: number) => calculateFilmLayout(cutLayoutInput(task, heightMm));
  let best = layoutIn(sheet.heightMm);
  let [low, high] = [40, sheet.heightMm];
  while (high - low > HEIGHT_STEP_MM) {
    const half = Math.round((low + high) / 2);
    const layout = layoutIn(half);
    if (layout.left.length > 0) low = half;
    else [best, high] = [layout, half];
  }
  const laid = asLaid(sheet.heightMm, best);
  return { ...task, rightDeg, best: laid, bestMm: reachOf(placedOf(task, laid)) };
}

/** Pieces as they lie before a hand has touched them: in a row beside the sheet's upper edge. */
export const cutAtRest = (): CutHand => ({
  xMm: -8,
  yMm: -8,
  on: false,
  pieces: [
    [60, 30, 0],
    [145, 30, 0],
    [215, 30, 0],
  ],
  held: 0,
  isCut: false,
});

export function cutBegun(truth: CutTruth): CutState {
  const [film] = truth.pieces;
  const [columns, rows] = [Math.ceil(film!.widthMm / CELL_MM), Math.ceil(film!.heightMm / CELL_MM)];
  const stuck = Float32Array.from({ length: columns * rows }, (_, k) =>
    ((k % columns) + 0.5) * CELL_MM < TACKED_MM ? 1 : 0,
  );
  const laid = { faults: truth.pieces.map(() => null), usedMm: 0 };
  return { tS: 0, lost: null, isCut: false, ...laid, columns, rows, stuck, from: null };
}

/** Whether two angles are one as an axis: half a turn is none. */
const isSameAxis = (a: number, b: number): boolean => Math.abs(apartDeg(a, b)) < 0.5;

/** What is wrong with pieces as they lie, each by itself. */
function faultsOf({ sheet, rightDeg }: CutTruth, placed: readonly Placed[]): (CutReason | null)[] {
  return placed.map((piece, n) => {
    const deg = piece.rotationDeg;
    if (!isSameAxis(deg, rightDeg[n]!)) return isSameAxis(deg, -rightDeg[n]!) ? "mirrored" : "axis";
    if (!isInside(piece, sheet, TRIM_MM)) return "outside";
    return placed.some((other, k) => k !== n && !areApart(piece, other, GAP_MM)) ? "too close" : null;
  });
}

/** What is wrong with pieces that are cut as they lie; null where nothing is. */
function cutLoss(
  truth: CutTruth,
  laid: readonly LaidPiece[],
  { faults, usedMm }: CutState,
): Loss<CutReason> | null {
  const n = faults.findIndex((fault) => fault !== null);
  const fault = faults[n];
  if (!fault) {
    const limit = WASTE_SHARE * truth.bestMm;
    return usedMm > limit ? { reason: "waste", at: null, had: usedMm, limit } : null;
  }
  const [xMm, yMm, deg] = laid[n]!;
  const at = { xMm, yMm };
  if (fault === "mirrored" || fault === "axis")
    return { reason: fault, at, had: foldDeg(deg), limit: foldDeg(truth.rightDeg[n]!) };
  return { reason: fault, at, had: n + 1, limit: fault === "outside" ? TRIM_MM : GAP_MM };
}

/** Places that are open to none of the film's edges: the air in them cannot leave. */
export function closedIn(stuck: ArrayLike<number>, columns: number, rows: number): boolean[] {
  const open = Array.from({ length: columns * rows }, () => false);
  const way: number[] = [];
  const reach = (k: number) => {
    if (stuck[k] === 1 || open[k]) return;
    open[k] = true;
    way.push(k);
  };
  for (let k = 0; k < columns * rows; k += 1) {
    const [x, y] = [k % columns, Math.floor(k / columns)];
    if (x === 0 || y === 0 || x === columns - 1 || y === rows - 1) reach(k);
  }
  for (let k = way.pop(); k !== undefined; k = way.pop()) {
    const x = k % columns;
    if (x > 0) reach(k - 1);
    if (x < columns - 1) reach(k + 1);
    if (k >= columns) reach(k - columns);
    if (k < columns * (rows - 1)) reach(k + columns);
  }
  return open.map((isOpen, k) => stuck[k] !== 1 && !isOpen);
}

const placeOf = (k: number, columns: number): PracticePlace => ({
  xMm: ((k % columns) + 0.5) * CELL_MM,
  yMm: (Math.floor(k / columns) + 0.5) * CELL_MM,
});

/** A film that is pressed sticks; air that is closed in stays where it is, however it is pressed. */
function rubbed(state: CutState, to: PracticePlace): CutState {
  const { columns, rows } = state;
  const from = state.from ?? to;
  const closed = closedIn(state.stuck, columns, rows);
  const stuck = state.stuck.slice();
  for (let k = 0; k < stuck.length; k += 1) {
    const { xMm, yMm } = placeOf(k, columns);
    if (!closed[k] && toStretchMm(xMm, yMm, from, to) <= PAD_MM) stuck[k] = 1;
  }
  const air = closedIn(stuck, columns, rows);
  const areaMm2 = air.filter(Boolean).length * CELL_MM ** 2;
  const lost: Loss<CutReason> | null =
    areaMm2 > MOST_AIR_MM2
      ? { reason: "bubble", at: placeOf(air.indexOf(true), columns), had: areaMm2, limit: MOST_AIR_MM2 }
      : null;
  return { ...state, stuck, from: to, lost };
}

export function cutStep(truth: CutTruth, state: CutState, hand: CutHand, dtS: number): CutState {
  const later = { ...state, tS: state.tS + dtS };
  if (!state.isCut) {
    const placed = placedOf(truth, hand.pieces);
    const lying = { ...later, faults: faultsOf(truth, placed), usedMm: reachOf(placed) };
    return hand.isCut ? { ...lying, isCut: true, lost: cutLoss(truth, hand.pieces, lying) } : lying;
  }
  return hand.on ? rubbed(later, hand) : { ...later, from: null };
}

/** Not cut at all, or not stuck all over: at its rim it shines, elsewhere air is under it. */
export function cutVerdict(_: CutTruth, { isCut, stuck, columns, rows }: CutState): Loss<CutReason> | null {
  const left = [...stuck.keys()].filter((k) => stuck[k] !== 1);
  const areaMm2 = left.length * CELL_MM ** 2;
  if (!isCut) return { reason: "air", at: null, had: areaMm2, limit: MOST_AIR_MM2 };
  const isRim = (k: number) => {
    const [x, y] = [k % columns, Math.floor(k / columns)];
    return x < RIM_CELLS || y < RIM_CELLS || x >= columns - RIM_CELLS || y >= rows - RIM_CELLS;
  };
  const rim = left.filter(isRim);
  if (left.length > 0 && rim.length < left.length && areaMm2 > MOST_AIR_MM2) {
    const at = placeOf(
      left.find((k) => !isRim(k))!,
      columns,
    );
    return { reason: "air", at, had: areaMm2, limit: MOST_AIR_MM2 };
  }
  return rim.length > 0
    ? { reason: "bright edge", at: placeOf(rim[0]!, columns), had: rim.length * CELL_MM ** 2, limit: 0 }
    : null;
}
