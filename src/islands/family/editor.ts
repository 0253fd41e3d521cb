import { createContext, useContext } from "react";
import type { Fault } from "../../../core/faults.ts";
import type { Family } from "../../../core/stack/family.ts";
import type { Selection } from "./family-parts.ts";

/** What every part of the editor works on. */
export interface Editor {
  family: Family;
  /** Changes the draft. Changes to the same thing within a moment are taken back together. */
  change: (more: Partial<Family>, what: string) => void;
  /** What is wrong at a path such as `stack[2].thicknessUm`; nothing before the first attempt to keep it. */
  faultAt: (path: string) => string | undefined;
  /** Whether anything is wrong at a path or below it. */
  isFaulty: (path: string) => boolean;
  /** What has its fields beside the drawing. */
  selection: Selection;
  select: (selection: Selection) => void;
}

export const EditorContext = createContext<Editor | null>(null);
export const useEditor = (): Editor => useContext(EditorContext)!;

/** What is wrong, told by path. */
export const faultFinder = (faults: readonly Fault[]): Pick<Editor, "faultAt" | "isFaulty"> => ({
  faultAt: (path) => faults.find((fault) => fault.path === path)?.message,
  isFaulty: (path) =>
    faults.some(
      (fault) =>
        fault.path === path || (/^[.[]/.test(fault.path.slice(path.length)) && fault.path.startsWith(path)),
    ),
});
