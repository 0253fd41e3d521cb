import type { FilmSheet } from "../core/film/films.ts";

const sheet = (
  label: string,
  kind: FilmSheet["kind"],
  [widthMm, heightMm]: readonly [number, number],
  axisDeg: number,
  lot: string,
  isRemnant = false,
): FilmSheet => ({ label, kind, widthMm, heightMm, axisDeg, lot, isRemnant });

/** What lies on the shelf of Gull Wharf Panel Room. */
export const filmShelf: readonly FilmSheet[] = [
  sheet("F-11", "clear", [620, 500], 0, "26-031"),
  sheet("F-12", "clear", [400, 300], 45, "26-044"),
  sheet("F-14", "with hard coat", [500, 400], 0, "26-052"),
  sheet("F-15", "with reflector", [300, 200], 45, "26-047"),
  sheet("F-9/1", "clear", [228, 190], 0, "25-118", true),
  sheet("F-9/2", "clear", [160, 96], 0, "25-118", true),
  sheet("F-7/1", "clear", [120, 70], 45, "25-090", true),
];
