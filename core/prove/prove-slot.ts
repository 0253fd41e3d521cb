import type { PanelTested, PanelTestPart } from "./panel-test.ts";
import type { PhotoLook } from "./photo-look.ts";

export const testResults = ["pass", "fail", "not-fitted"] as const;
export type TestResult = (typeof testResults)[number];

export interface Tested {
  result: TestResult;
  seq: number;
  atMs: number;
  who: string;
  note: string | null;
}

/** A photo that was looked through, with what was found and what somebody let pass. */
export type LookedThrough = PhotoLook & { id: string; seq: number; atMs: number };

export interface ProveSlot {
  /** The last result of each function. */
  tests: Readonly<Record<string, Tested>>;
  photos: readonly LookedThrough[];
  /** What the panel's own test told, the last of each part. */
  panel: { readonly [Part in PanelTestPart]?: Extract<PanelTested, { part: Part }> };
  /** The last look under the glass on black. */
  look: { result: "clear" | "specks"; with: "eye" | "photo"; seq: number } | null;
}
