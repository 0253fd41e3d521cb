import { z } from "zod";
import { ventilation } from "./vapour.ts";

/** The room that the shop works in and how its air is changed. */
export const shopRoom = z.strictObject(ventilation);
export type ShopRoom = z.output<typeof shopRoom>;

/** How much of a solvent goes on the cloth, and how long it takes to dry off. */
export interface Wipe {
  solvent: string;
  volumeMl: number;
  evaporateMin: number;
}

/** What a wipe begins with until something is chosen. Common practice, no source. */
export const usualWipe: Wipe = { solvent: "isopropyl alcohol", volumeMl: 5, evaporateMin: 5 };
