import { z } from "zod";
import { bounded } from "../units.ts";

/** The air of a room. */
export const ventilation = {
  roomM3: bounded(1, 100_000),
  airChangesPerH: bounded(0, 1_000),
  /** By how much the air that sweeps the bench falls short of the room's: 1 ideal to 10 poor. */
  mixing: bounded(1, 10),
};

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
