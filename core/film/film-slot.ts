import type { Edge } from "../stack/panel-geometry.ts";
import type { FilmSide } from "./films.ts";

export interface AxisReading {
  angleDeg: number;
  level: number;
  source: "hand" | "simulated" | "photo" | "logger" | "camera" | "simulated camera";
}

export interface ChosenAxis {
  axisDeg: number;
  halfWidthDeg: number | null;
  from: "measured" | "turned";
  atMs: number;
}

export interface CutFilm {
  sheet: string;
  lot: string;
  axisDeg: number;
  adhesive: "down" | "up";
  byHand: boolean;
}

export interface FilmSlot {
  readings: Readonly<Partial<Record<FilmSide, readonly AxisReading[]>>>;
  upEdge: Readonly<Partial<Record<FilmSide, Edge>>>;
  chosen: Readonly<Partial<Record<FilmSide, ChosenAxis>>>;
  cut: Readonly<Partial<Record<FilmSide, CutFilm>>>;
  /** Corners that are started. */
  corners: readonly FilmSide[];
  skinsOff: readonly FilmSide[];
  /** The driver edge is held up, so that nothing runs to it. */
  edgeUp: boolean;
  /** When liquid was last about, and when the edge was last seen dry, by sequence number. */
  wetSeq: number;
  drySeq: number;
  litBare: { result: "even" | "uneven" | "dark"; seq: number } | null;
}
