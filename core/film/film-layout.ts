import { randomStream } from "../random.ts";
import { z } from "zod";
import { usual } from "../usual.ts";
import { defineCalculation, type OnProgress } from "../calculation.ts";
import { Effort } from "../effort.ts";
import { bounded, boundedWhole, sideMm, words, oneOf } from "../units.ts";
import {
  areApart,
  boundingOf,
  cornersOf,
  isInside,
  point,
  rotationFor,
  SAME_MM,
  separations,
  type Placed,
} from "./cutting.ts";
import { t } from "../../words/film.ts";

const size = { widthMm: sideMm(), heightMm: sideMm() };

export const layoutSheet = z.strictObject({ id: words(80), ...size, axisDeg: bounded(-360, 360) });
export const layoutPiece = z.strictObject({
  id: words(80),
  ...size,
  axisDeg: bounded(-360, 360),
  adhesive: oneOf(["towards", "away"]),
});
export type LayoutSheet = z.output<typeof layoutSheet>;
export type LayoutPiece = z.output<typeof layoutPiece>;

const MOST_PIECES = 60;
/** Lines that were crossed and walls that were looked at, in all rounds together: some seconds. No further round is begun then. */
const MOST_CROSSINGS = 6e7;

export const filmLayoutInput = z
  .strictObject({
    /** In the order in which they are to be used up. */
    sheets: z.array(layoutSheet).min(1).max(20),
    pieces: z.array(layoutPiece).min(1).max(MOST_PIECES),
    gapMm: bounded(0, 100),
    trimMm: bounded(0, 500),
    /** Layouts that are tried; the best is kept. */
    rounds: usual(boundedWhole(1, 5_000), 100, "100 layouts are tried: a setting of the search"),
    seed: usual(boundedWhole(0, 2 ** 31), 1, "the search begins at seed 1: a setting of the search"),
  })
  .superRefine(({ sheets, pieces }, context) => {
    for (const [list, ids] of [
      ["sheets", sheets.map(({ id }) => id)],
      ["pieces", pieces.map(({ id }) => id)],
    ] as const) {
      ids.forEach((id, i) => {
        if (ids.indexOf(id) !== i) {
          context.addIssue({
            code: "custom",
            path: [list, i, "id"],
            message: t("stands-twice-ids-must-differ", { id }),
          });
        }
      });
    }
  });
export type FilmLayoutInput = z.input<typeof filmLayoutInput>;

const placedPiece = z.strictObject({
  id: z.string(),
  sheet: z.string(),
  rotationDeg: z.number(),
  centre: point,
  cornersMm: z.array(point),
});
const box = z.strictObject({ xMm: z.number(), yMm: z.number(), widthMm: z.number(), heightMm: z.number() });

export const filmLayoutResult = z.strictObject({
  placed: z.array(placedPiece),
  /** Ids of pieces that found no place. */
  left: z.array(z.string()),
  placedMm2: z.number(),
  /** The most that could be placed: all pieces, or all of the sheets inside their margins. */
  areaBoundMm2: z.number(),
  sheetsUsed: z.number(),
  /** Rounds that were made: fewer than were asked for where pieces of many sizes and axes make each one long. */
  tried: z.int(),
  /** What remains of each used sheet and is worth keeping, upright, from the lower left corner. */
  remnants: z.array(z.strictObject({ sheet: z.string(), ...box.shape })),
});
export type FilmLayout = z.output<typeof filmLayoutResult>;

type Sized = Omit<Placed, "centre">;
type Line = readonly [nx: number, ny: number, at: number];

const isAt = (a: number, b: number) => Math.abs(a - b) < 10 * SAME_MM;

/** How much of a piece's rim lies against the margin of the sheet, mm. */
function rimContact(piece: Sized, x: number, y: number, sheet: LayoutSheet, trimMm: number): number {
  if (Math.abs(Math.sin((2 * piece.rotationDeg * Math.PI) / 180)) > 1e-9) return 0;
  const room = boundingOf(piece.widthMm, piece.heightMm, piece.rotationDeg);
  let touched = 0;
  if (isAt(x - room.widthMm / 2, trimMm)) touched += room.heightMm;
  if (isAt(x + room.widthMm / 2, sheet.widthMm - trimMm)) touched += room.heightMm;
  if (isAt(y - room.heightMm / 2, trimMm)) touched += room.widthMm;
  if (isAt(y + room.heightMm / 2, sheet.heightMm - trimMm)) touched += room.widthMm;
  return touched;
}

/** A piece that lies already, as another one that is to be laid sees it. */
interface Wall {
  x: number;
  y: number;
  /** Along each of its normals: the normal's two parts, where its middle lies, and from how far on the other is clear of it. */
  normals: readonly number[];
  /** Its sides in the frame of the other, where they are parallel; null where they are not. */
  parallel: { widthMm: number; heightMm: number } | null;
}

interface Spot {
  x: number;
  y: number;
  touchedMm: number;
}

/**
 * The places on a sheet where pieces of one size and turn touch two things at once, margins or what lies already, and overlap nothing.
 * Kept from piece to piece: one more that lies takes some places away and makes a few new ones.
 */
class Spots {
  private readonly spots: Spot[] = [];
  /** The place that pleases most, by contact and by how low it lies, and how much. */
  best: Spot | null = null;
  pleases = -Infinity;
  private readonly rimMm: number;
  /** Lines on which something is touched: a normal's two parts, and how far along it. Numbers in rows are read several times as fast. */
  private readonly lineX: number[] = [];
  private readonly lineY: number[] = [];
  private readonly lineAt: number[] = [];
  private readonly walls: Wall[] = [];
  /** The wall that took the last place away: the next place lies near that one, and is most often taken by the same. */
  private takenBy = 0;
  private readonly cos: number;
  private readonly sin: number;
  private readonly bounds: { left: number; right: number; bottom: number; top: number };

  constructor(
    private readonly piece: Sized,
    private readonly sheet: LayoutSheet,
    private readonly gapMm: number,
    private readonly trimMm: number,
    private readonly low: number,
    private readonly effort: Effort,
  ) {
    this.rimMm = 2 * (piece.widthMm + piece.heightMm);
    this.cos = Math.cos((piece.rotationDeg * Math.PI) / 180);
    this.sin = Math.sin((piece.rotationDeg * Math.PI) / 180);
    const room = boundingOf(piece.widthMm, piece.heightMm, piece.rotationDeg);
    const [left, right] = [trimMm + room.widthMm / 2, sheet.widthMm - trimMm - room.widthMm / 2];
    const [bottom, top] = [trimMm + room.heightMm / 2, sheet.heightMm - trimMm - room.heightMm / 2];
    this.bounds = { left, right, bottom, top };
    if (right < left - SAME_MM || top < bottom - SAME_MM) return;
    this.addLines([
      [1, 0, left],
      [1, 0, right],
      [0, 1, bottom],
      [0, 1, top],
    ]);
  }

  /** Another piece lies on the sheet now. */
  add(lying: Placed): void {
    if (this.lineAt.length === 0) return;
    const { xMm: x, yMm: y } = lying.centre;
    const off = lying.rotationDeg - this.piece.rotationDeg;
    const parts = separations(lying, this.piece, this.gapMm);
    const isParallel = Math.abs(Math.sin((off * Math.PI) / 90)) < 1e-9;
    const wall: Wall = {
      x,
      y,
      normals: parts.flatMap(({ nx, ny, farMm }) => [nx, ny, nx * x + ny * y, farMm - SAME_MM]),
      parallel: isParallel ? boundingOf(lying.widthMm, lying.heightMm, off) : null,
    };
    let kept = 0;
    this.best = null;
    this.pleases = -Infinity;
    for (const spot of this.spots) {
      if (!isClear(wall, spot.x, spot.y)) continue;
      spot.touchedMm += this.touchedBy(wall, spot.x, spot.y);
      this.spots[kept] = spot;
      kept += 1;
      this.consider(spot);
    }
    this.spots.length = kept;
    this.walls.push(wall);
    this.addLines(
      parts.flatMap(({ nx, ny, farMm }): Line[] => {
        const at = nx * x + ny * y;
        return [
          [nx, ny, at + farMm],
          [nx, ny, at - farMm],
        ];
      }),
    );
  }

  private addLines(more: readonly Line[]): void {
    const { left, right, bottom, top } = this.bounds;
    for (const line of more) {
      const [ax, ay, a] = line;
      const { lineX, lineY, lineAt } = this;
      const many = lineAt.length;
      this.effort.spend(many);
      for (let n = 0; n < many; n += 1) {
        const [bx, by] = [lineX[n]!, lineY[n]!];
        const det = ax * by - ay * bx;
        if (Math.abs(det) < 1e-9) continue;
        const b = lineAt[n]!;
        const x = (a * by - b * ay) / det;
        if (x < left - SAME_MM || x > right + SAME_MM) continue;
        const y = (ax * b - bx * a) / det;
        if (y < bottom - SAME_MM || y > top + SAME_MM) continue;
        if (!this.isFree(x, y)) continue;
        let touchedMm = rimContact(this.piece, x, y, this.sheet, this.trimMm);
        for (const wall of this.walls) touchedMm += this.touchedBy(wall, x, y);
        const spot = { x, y, touchedMm };
        this.spots.push(spot);
        this.consider(spot);
      }
      lineX.push(ax);
      lineY.push(ay);
      lineAt.push(a);
    }
  }

  private consider(spot: Spot): void {
    const pleases = spot.touchedMm / this.rimMm - this.low * (spot.y + 0.3 * spot.x);
    if (pleases <= this.pleases + 1e-12) return;
    this.best = spot;
    this.pleases = pleases;
  }

  /** Whether a place is clear of all that lies. */
  private isFree(x: number, y: number): boolean {
    const { walls } = this;
    if (walls.length === 0) return true;
    if (!isClear(walls[this.takenBy]!, x, y)) {
      this.effort.spend(1);
      return false;
    }
    for (let w = 0; w < walls.length; w += 1) {
      if (w === this.takenBy || isClear(walls[w]!, x, y)) continue;
      this.effort.spend(w);
      this.takenBy = w;
      return false;
    }
    this.effort.spend(walls.length);
    return true;
  }

  /** How much of the rim lies, at the gap, against a piece that is turned the same way, mm. */
  private touchedBy({ x: wallX, y: wallY, parallel }: Wall, x: number, y: number): number {
    if (!parallel) return 0;
    const [dx, dy] = [wallX - x, wallY - y];
    const { widthMm, heightMm } = this.piece;
    const apartAlong = Math.abs(this.cos * dx + this.sin * dy) - (widthMm + parallel.widthMm) / 2;
    const apartAcross = Math.abs(-this.sin * dx + this.cos * dy) - (heightMm + parallel.heightMm) / 2;
    if (isAt(apartAlong, this.gapMm) && apartAcross < 0) {
      return Math.min(-apartAcross, heightMm, parallel.heightMm);
    }
    if (isAt(apartAcross, this.gapMm) && apartAlong < 0) {
      return Math.min(-apartAlong, widthMm, parallel.widthMm);
    }
    return 0;
  }
}

function isClear({ normals }: Wall, x: number, y: number): boolean {
  for (let n = 0; n < normals.length; n += 4) {
    if (Math.abs(normals[n]! * x + normals[n + 1]! * y - normals[n + 2]!) >= normals[n + 3]!) return true;
  }
  return false;
}

interface Layout {
  lying: Map<string, (Placed & { id: string })[]>;
  left: LayoutPiece[];
  placedMm2: number;
}

/** How a round chooses: contact weighs 1. */
interface Taste {
  area: number;
  low: number;
  noise: () => number;
}

/** Fills sheet after sheet, each time with the piece and the place that please most. */
function layOut(
  sheets: readonly LayoutSheet[],
  pieces: readonly LayoutPiece[],
  gapMm: number,
  trimMm: number,
  taste: Taste,
  effort: Effort,
): Layout {
  const lying: Layout["lying"] = new Map();
  let left = [...pieces];
  const largest = Math.max(...pieces.map((p) => p.widthMm * p.heightMm));
  let placedMm2 = 0;
  for (const sheet of sheets) {
    const here: (Placed & { id: string })[] = [];
    const spanMm = sheet.heightMm + sheet.widthMm;
    // By size and turn: pieces that are alike have the same places.
    const known = new Map<string, { sized: Sized; spots: Spots }>();
    const alikeOf = ({ widthMm, heightMm, axisDeg, adhesive }: LayoutPiece) =>
      `${widthMm} ${heightMm} ${axisDeg} ${adhesive}`;
    for (const piece of left) {
      const alike = alikeOf(piece);
      if (known.has(alike)) continue;
      const { widthMm, heightMm } = piece;
      const rotationDeg = rotationFor(piece.axisDeg, sheet.axisDeg, piece.adhesive === "away");
      const sized = { widthMm, heightMm, rotationDeg };
      known.set(alike, { sized, spots: new Spots(sized, sheet, gapMm, trimMm, taste.low / spanMm, effort) });
    }
    for (;;) {
      let best: { score: number; piece: LayoutPiece; placed: Placed } | null = null;
      const seen = new Set<string>();
      for (const piece of left) {
        const alike = alikeOf(piece);
        if (seen.has(alike)) continue;
        seen.add(alike);
        const { sized, spots } = known.get(alike)!;
        const { widthMm, heightMm } = sized;
        const score = (taste.area * widthMm * heightMm) / largest + taste.noise() + spots.pleases;
        if (spots.best && (!best || score > best.score + 1e-12)) {
          const { x, y } = spots.best;
          best = { score, piece, placed: { ...sized, centre: { xMm: x, yMm: y } } };
        }
      }
      if (!best) break;
      const { piece, placed } = best;
      here.push({ ...placed, id: piece.id });
      placedMm2 += piece.widthMm * piece.heightMm;
      left = left.filter((other) => other !== piece);
      const stillLeft = new Set(left.map(alikeOf));
      for (const [alike, { spots }] of known) if (stillLeft.has(alike)) spots.add(placed);
    }
    if (here.length > 0) lying.set(sheet.id, here);
    if (left.length === 0) break;
  }
  return { lying, left, placedMm2 };
}

/** Fewer pieces left over, then fewer sheets, then more of the last one free. */
function isBetter(a: Layout, b: Layout): boolean {
  if (Math.abs(a.placedMm2 - b.placedMm2) > SAME_MM) return a.placedMm2 > b.placedMm2;
  if (a.lying.size !== b.lying.size) return a.lying.size < b.lying.size;
  const reach = ({ lying }: Layout) =>
    Math.max(0, ...([...lying.values()].at(-1) ?? []).flatMap((p) => cornersOf(p).map(({ yMm }) => yMm)));
  return reach(a) < reach(b) - SAME_MM;
}

/** A strip narrower than this is not put back on the shelf, mm. */
export const LEAST_REMNANT_MM = 40;

/** The largest upright rectangle of a sheet that no piece reaches into, and the largest beside it. */
export function remnantsOf(
  sheet: Pick<LayoutSheet, "widthMm" | "heightMm">,
  lying: readonly Placed[],
  gapMm: number,
): z.output<typeof box>[] {
  const taken = lying.map((piece) => {
    const room = boundingOf(piece.widthMm, piece.heightMm, piece.rotationDeg);
    return {
      left: piece.centre.xMm - room.widthMm / 2 - gapMm,
      right: piece.centre.xMm + room.widthMm / 2 + gapMm,
      bottom: piece.centre.yMm - room.heightMm / 2 - gapMm,
      top: piece.centre.yMm + room.heightMm / 2 + gapMm,
    };
  });
  const kept: z.output<typeof box>[] = [];
  for (let n = 0; n < 2; n += 1) {
    const blocks = [
      ...taken,
      ...kept.map((k) => ({
        left: k.xMm,
        right: k.xMm + k.widthMm,
        bottom: k.yMm,
        top: k.yMm + k.heightMm,
      })),
    ];
    const ys = [...new Set([0, sheet.heightMm, ...blocks.flatMap((b) => [b.bottom, b.top])])]
      .filter((v) => v >= 0 && v <= sheet.heightMm)
      .sort((a, b) => a - b);
    let best: z.output<typeof box> | null = null;
    for (const [i, bottom] of ys.entries()) {
      for (const top of ys.slice(i + 1)) {
        if (top - bottom < LEAST_REMNANT_MM) continue;
        const across = blocks
          .filter((b) => b.bottom < top - SAME_MM && b.top > bottom + SAME_MM)
          .sort((a, b) => a.left - b.left);
        let from = 0;
        for (const block of [...across, { left: sheet.widthMm, right: sheet.widthMm }]) {
          const width = block.left - from;
          if (
            width >= LEAST_REMNANT_MM &&
            (!best || width * (top - bottom) > best.widthMm * best.heightMm + SAME_MM)
          ) {
            best = { xMm: from, yMm: bottom, widthMm: width, heightMm: top - bottom };
          }
          from = Math.max(from, block.right);
        }
      }
    }
    if (!best) break;
    kept.push(best);
  }
  return kept;
}

/** What is wrong with pieces where they lie: over one another, or over the margin. Ids of those at fault. */
export function layoutFaults(
  sheet: Pick<LayoutSheet, "widthMm" | "heightMm">,
  lying: readonly (Placed & { id: string })[],
  gapMm: number,
  trimMm: number,
): Set<string> {
  const wrong = new Set<string>();
  lying.forEach((piece, i) => {
    if (!isInside(piece, sheet, trimMm)) wrong.add(piece.id);
    for (const other of lying.slice(i + 1)) {
      if (areApart(piece, other, gapMm)) continue;
      wrong.add(piece.id);
      wrong.add(other.id);
    }
  });
  return wrong;
}

/**
 * Pieces of several sizes and axes on several sheets, the first sheets used up first.
 *
 * Each round fills sheet after sheet with the piece and the place that touch most of what lies there already, at places where two things
 * are touched at once; rounds differ in how much size, contact and a low place weigh. The best round is kept: never worse than an earlier one. A
 * heuristic: `areaBoundMm2` says what could not be passed in any way. The same seed gives the same layout.
 * Lengths in mm from the sheet's lower left corner, y up. Source: the touching-perimeter rule of Lodi, Martello & Vigo 1999 for
 * upright rectangles (from memory), with places by Minkowski sums for turned ones.
 */
export function calculateFilmLayout(
  input: FilmLayoutInput,
  onProgress: OnProgress = () => undefined,
  effort = new Effort(MOST_CROSSINGS),
): FilmLayout {
  const { sheets, pieces, gapMm, trimMm, rounds, seed } = filmLayoutInput.parse(input);
  const random = randomStream(seed);
  let best: Layout | null = null;
  let tried = 0;
  for (let round = 0; round < rounds && !effort.isSpent; round += 1) {
    tried += 1;
    const wild = round === 0 ? 0 : random();
    const noise = 0.3 * random();
    const found = layOut(
      sheets,
      pieces,
      gapMm,
      trimMm,
      {
        area: round === 0 ? 0.6 : 1.5 * wild,
        low: round === 0 ? 0.02 : 0.1 * random(),
        noise: () => (round === 0 ? 0 : noise * random()),
      },
      effort,
    );
    if (!best || isBetter(found, best)) best = found;
    onProgress((round + 1) / rounds);
  }
  const layout = best!;
  const usable = sheets.reduce(
    (sum, s) => sum + Math.max(0, s.widthMm - 2 * trimMm) * Math.max(0, s.heightMm - 2 * trimMm),
    0,
  );
  return {
    placed: [...layout.lying].flatMap(([sheet, lying]) =>
      lying.map(({ id, ...one }) => ({
        id,
        sheet,
        rotationDeg: one.rotationDeg,
        centre: one.centre,
        cornersMm: cornersOf(one),
      })),
    ),
    left: layout.left.map(({ id }) => id),
    placedMm2: layout.placedMm2,
    areaBoundMm2: Math.min(
      usable,
      pieces.reduce((sum, p) => sum + p.widthMm * p.heightMm, 0),
    ),
    sheetsUsed: layout.lying.size,
    tried,
    remnants: sheets.flatMap((sheet) => {
      const lying = layout.lying.get(sheet.id);
      return lying ? remnantsOf(sheet, lying, gapMm).map((room) => ({ sheet: sheet.id, ...room })) : [];
    }),
  };
}

export const filmLayout = defineCalculation({
  name: "film-layout",
  purpose: "Where pieces of different sizes and axes go on the sheets and remnants of the shelf.",
  input: filmLayoutInput,
  result: filmLayoutResult,
  calculate: calculateFilmLayout,
});
