import { calculateCellOptics, type CellOptics } from "./cell-optics.ts";
import { chromaOf } from "./colour.ts";
import { foldDeg } from "./axis-angle.ts";
import type { Family } from "../stack/family.ts";
import type { FilmSide } from "./films.ts";
import { t } from "../../words/film.ts";

/** A cell between its two films. */
export interface FilmedCell {
  twistDeg: number;
  retardanceNm: number;
  rearDeg: number;
  frontDeg: number;
  filmExtinction: number;
}

/**
 * Cells that are met, with what is assumed of them. Twist and retardance from memory: first and second minimum of Gooch & Tarry,
 * a usual supertwist. Where the molecules lie at the rear, `directorDeg` from the panel's width: common practice, no source.
 */
export const cellKinds = [
  {
    key: "twisted",
    title: "Twisted, 90°",
    what: "watches, meters, small colour panels",
    twistDeg: 90,
    retardanceNm: 476,
    usualRearDeg: 0,
    usualFrontDeg: 90,
    directorDeg: 45,
  },
  {
    key: "twisted-thick",
    title: "Twisted, 90°, thick",
    what: "old segment displays",
    twistDeg: 90,
    retardanceNm: 1_065,
    usualRearDeg: 0,
    usualFrontDeg: 90,
    directorDeg: 45,
  },
  {
    key: "supertwisted",
    title: "Supertwisted, 240°",
    what: "graphic displays of many rows",
    twistDeg: 240,
    retardanceNm: 850,
    usualRearDeg: 45,
    usualFrontDeg: 132,
    directorDeg: 0,
  },
] as const;
export type CellKind = (typeof cellKinds)[number]["key"];

/** The kind that a family most likely has: many rows ask for a supertwisted cell. Common practice, no source. */
export const usualCellKind = ({ kind }: Pick<Family, "kind">): CellKind =>
  kind.includes("graphic") ? "supertwisted" : "twisted";

/**
 * Where the molecules lie at the rear, from the panel's width. What the maker's film had is what the cell was built for: an axis that was
 * measured on the old film says where the cell lies, never that the film was wrong.
 */
export const directorOf = (
  { usualRearDeg, usualFrontDeg, directorDeg }: (typeof cellKinds)[number],
  film: FilmSide,
  makerDeg: number | null,
): number =>
  makerDeg === null ? directorDeg : foldDeg(makerDeg - (film === "front" ? usualFrontDeg : usualRearDeg));

/** Within this of the maker's axis a film lies as the maker had it. */
const AS_MADE_DEG = 3;

/** A picture with less than this between light and dark cannot be read. */
export const LEAST_CONTRAST = 2;
/** The ground must let so much through to count as light. */
const LEAST_LIGHT = 0.15;
/** A tint that anybody sees. */
const SEEN_CHROMA = 12;

export type SweepRow = NonNullable<CellOptics["sweep"]>[number];

/** What the picture looks like at each angle of one of the films, every so many degrees over a half turn. */
export function sweepOf(cell: FilmedCell, film: FilmSide, stepDeg = 3): SweepRow[] {
  const sweep = { fromDeg: 0, toDeg: 180 - stepDeg, stepDeg };
  if (film === "front") return calculateCellOptics({ ...cell, dispersion: "usual", sweep }).sweep!;
  return Array.from({ length: 180 / stepDeg }, (_, i) => {
    const { off, on, contrast, sense } = calculateCellOptics({
      ...cell,
      dispersion: "usual",
      rearDeg: i * stepDeg,
    });
    const small = ({ x, y, Y, srgb, tint }: typeof off) => ({ x, y, Y, srgb, tint });
    return { frontDeg: i * stepDeg, off: small(off), on: small(on), contrast, sense };
  });
}

export interface PictureAdvice {
  /** What is seen as the films stand. */
  now: CellOptics;
  isInverted: boolean;
  isTinted: boolean;
  isWeak: boolean;
  /** The angle that sets it right; null where none does. */
  mend: { toDeg: number; turnDeg: number; contrast: number; tint: string } | null;
  /** The angle of the right sense with the least tint, where that is another. */
  plainest: { toDeg: number; contrast: number; tint: string } | null;
  /** In plain words, what is seen and what to do. */
  sentences: string[];
}

type Shown = Pick<SweepRow, "off" | "on">;

const chroma = ({ x, y, Y }: { x: number; y: number; Y: number }) =>
  chromaOf([(x / y) * Y, Y, ((1 - x - y) / y) * Y], "E");
/** The part of a picture, lit or unlit, whose tint is seen first. */
const tinted = ({ off, on }: Shown) => (chroma(off) >= chroma(on) ? off : on);
const lightPart = ({ off, on }: Shown) => (off.Y >= on.Y ? off : on);

/** How to turn a film: the shorter way round. */
const turnFrom = (from: number, to: number) => {
  const turn = foldDeg(to - from);
  return turn > 90 ? turn - 180 : turn;
};

/**
 * Why a picture is inverted or tinted and which angle of one film mends it, or that none will. The sense that is wanted is dark on
 * light ("positive") or the other way round. Among angles of that sense it looks for contrast, and beside it for the least tint.
 * Sentences name angles as they lie on the panel, whose width is `directorDeg` before the entrance director.
 * `makerDeg`, the axis that was measured on the maker's own film, from the entrance director like all of the cell's angles: nobody is told
 * to turn the film away from it, and back to it where it lies otherwise.
 */
export function advise(
  cell: FilmedCell,
  film: FilmSide,
  wanted: CellOptics["sense"],
  {
    sweep = sweepOf(cell, film),
    makerDeg = null,
    directorDeg = 0,
  }: { sweep?: readonly SweepRow[]; makerDeg?: number | null; directorDeg?: number } = {},
): PictureAdvice {
  const now = calculateCellOptics({ ...cell, dispersion: "usual" });
  const isInverted = now.sense !== wanted;
  const isWeak = now.contrast < LEAST_CONTRAST;
  const isTinted = chroma(tinted(now)) > SEEN_CHROMA;
  const right = sweep.filter(
    (row) => row.sense === wanted && row.contrast >= LEAST_CONTRAST && lightPart(row).Y >= LEAST_LIGHT,
  );
  const strongest = right.reduce<SweepRow | null>(
    (best, row) => (best && best.contrast >= row.contrast ? best : row),
    null,
  );
  const plainest = right
    .filter((row) => row.contrast >= Math.min(4, 0.3 * strongest!.contrast))
    .reduce<SweepRow | null>(
      (best, row) => (best && chroma(tinted(best)) <= chroma(tinted(row)) ? best : row),
      null,
    );
  const from = film === "front" ? cell.frontDeg : cell.rearDeg;
  const shown = (row: SweepRow) => ({
    toDeg: row.frontDeg,
    contrast: row.contrast,
    tint: tinted(row).tint,
  });
  const mend = strongest && {
    ...shown(strongest),
    turnDeg: turnFrom(from, strongest.frontDeg),
  };
  const hint = (turnDeg: number) =>
    `${Math.abs(Math.round(turnDeg))}° ${turnDeg > 0 ? "counter-clockwise" : "clockwise"}`;
  const onPanel = (deg: number) => Math.round(foldDeg(deg + directorDeg)) % 180;
  const byMakerDeg = makerDeg === null ? null : turnFrom(from, makerDeg);
  if (byMakerDeg !== null) {
    const isAsMade = Math.abs(byMakerDeg) <= AS_MADE_DEG;
    return {
      now,
      isInverted: false,
      isTinted: false,
      isWeak: false,
      mend: null,
      plainest: null,
      sentences: [
        isAsMade
          ? t("as-the-maker-had-it")
          : t("the-maker-had-turn-the-film-back", {
              film,
              hint: hint(byMakerDeg),
              toDeg: onPanel(makerDeg!),
            }),
      ],
    };
  }
  const sentences = [
    ...(isInverted
      ? [t("inverted", { value: now.sense === "positive" ? t("dark-on-light-2") : t("light-on-dark-2") })]
      : []),
    ...(isWeak && !isInverted ? [t("weak-light-and-dark-are-too-close")] : []),
    ...(mend && (isInverted || isWeak)
      ? [
          t("turn-the-film-to-contrast", {
            film,
            hint: hint(mend.turnDeg),
            toDeg: onPanel(mend.toDeg),
            contrast: mend.contrast.toFixed(0),
          }),
        ]
      : []),
    ...(!mend
      ? [
          t("no-angle-of-the-film-gives-the", {
            film,
            value: wanted === "positive" ? t("dark-on-light-2") : t("light-on-dark-2"),
          }),
        ]
      : []),
    ...(isTinted
      ? [
          plainest && chroma(tinted(plainest)) <= SEEN_CHROMA
            ? t("tinted-at-it-is", {
                tint: tinted(now).tint,
                frontDeg: onPanel(plainest.frontDeg),
                tint2: lightPart(plainest).tint,
              })
            : t("tinted-and-no-angle-takes-it-away", { tint: tinted(now).tint }),
        ]
      : []),
    ...(!isInverted && !isWeak && !isTinted ? [t("as-it-should-be-nothing-to-turn")] : []),
  ];
  return {
    now,
    isInverted,
    isTinted,
    isWeak,
    mend,
    plainest: plainest && shown(plainest),
    sentences,
  };
}
