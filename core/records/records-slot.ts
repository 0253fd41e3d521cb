import type { StageName } from "../stage.ts";
import type { ReadingKind, ReadingSource } from "./reading.ts";

/** One value as it was read. */
export interface KeptReading {
  /** The move that told it, and which of its values it is. */
  of: string;
  index: number;
  stage: StageName;
  quantity: ReadingKind;
  source: ReadingSource;
  /** When it was read, ms since 1970, as the bench or its logger told. */
  atMs: number;
  value: number;
  /** What stood there before it was corrected, and why; null where it never was. */
  corrected: { was: number; reason: string; who: string } | null;
}

export interface KeptPhoto {
  /** Of the move that added it: the picture is kept under it. */
  id: string;
  stage: StageName;
  widthPx: number;
  heightPx: number;
  caption: string;
  who: string;
  atMs: number;
}

export interface RecordsSlot {
  readings: readonly KeptReading[];
  photos: readonly KeptPhoto[];
  notes: readonly { text: string; stage: StageName; who: string; atMs: number }[];
}
