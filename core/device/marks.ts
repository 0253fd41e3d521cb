import type { LineKey } from "./line.ts";

/** Great steps that later ones are counted from. */
export type Mark = "opened" | "shut" | "cured" | "renewed" | `${LineKey} off` | `${LineKey} on`;
