import type { Lens } from "../../core/prove/lens.ts";
import { readKept, setKept } from "../ui/browser-kept.ts";

/** A camera's lens as the sheet of dots told it at this station. */
export interface KeptLens {
  lens: Lens;
  offPx: number;
  bentPx: number;
  pxPerMm: number;
  atMs: number;
}

const KEY = "half-lift lenses";

const all = () => readKept<Record<string, KeptLens>>(KEY) ?? {};

/** The lens of a camera by its id; null where none was told. */
export const lensOf = (camera: string | null): KeptLens | null => (camera && all()[camera]) || null;

export const keepLens = (camera: string, lens: KeptLens): void => setKept(KEY, { ...all(), [camera]: lens });
