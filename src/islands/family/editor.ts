import { createContext, useContext } from "react";
import type { Fault } from "../../../core/faults.ts";
import type { Family } from "../../../core/stack/family.ts";

/** What every part of the editor works on. */
export interface Editor {
  family: Family;
  /** Changes the draft. Changes to the same thing within a moment are taken back together. */
  change: (more: Partial<Family>, what: string) => void;
  /** What is wrong at a path such as `stack[2].thicknessUm`; nothing before the first attempt to keep it. */
  faultAt: (path: string) => string | undefined;
}

export const EditorContext = createContext<Editor | null>(null);
export const useEditor = (): Editor => useContext(EditorContext)!;

/** The first fault at a path, its message only. */
export const faultOf = (faults: readonly Fault[], path: string): string | undefined =>
  faults.find((fault) => fault.path === path)?.message;
