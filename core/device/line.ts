/** What is parted and joined again: the glass over its seam, each polarizer, the new display of an assembly. */
export const lineKeys = ["glass", "front", "rear", "display"] as const;
export type LineKey = (typeof lineKeys)[number];

export interface BorderWidths {
  topMm: number;
  rightMm: number;
  bottomMm: number;
  leftMm: number;
}

/** Both ends of each edge's border as a photo shows them: from the left, or from the top. */
export type BorderEnds = Readonly<Record<"top" | "right" | "bottom" | "left", readonly [number, number]>>;

/** One line of the stack: the old layer as far as it is off, the face that it leaves, the new layer as far as it is on. */
export interface Line {
  old: "on" | "off";
  /** Pieces of the face or rim that are free, by their keys, and how much of it that is, %. */
  free: readonly string[];
  partedPct: number;
  glueOff: boolean;
  wipedAtMs: number | null;
  /** Looked over after a wipe and found clean. */
  clean: boolean;
  /** The new layer at the bench. */
  part: { name: string; lot: string | null; seq: number } | null;
  fits: boolean;
  on: boolean;
  border: (BorderWidths & { from: "hand" | "photo" | "camera" | "simulated"; ends?: BorderEnds }) | null;
  rubbed: boolean;
  /** Looked through after it was laid: nothing under it. */
  airless: boolean;
}

export const untouchedLine: Line = {
  old: "on",
  free: [],
  partedPct: 0,
  glueOff: false,
  wipedAtMs: null,
  clean: false,
  part: null,
  fits: false,
  on: false,
  border: null,
  rubbed: false,
  airless: false,
};
