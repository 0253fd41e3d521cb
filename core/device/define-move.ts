import type { z } from "zod";
import type { CautionName } from "../cautions.ts";
import type { StageName } from "../stage.ts";
import type { Move, Rules } from "../job/move.ts";
import { message, type Message } from "../job/message.ts";
import type { DeviceFact } from "./facts.ts";
import type { Device, Scene } from "./scene.ts";

export type DeviceMove<Data> = Move<Scene, Device, DeviceFact, StageName, CautionName, Data>;
export type DeviceRules = Rules<Scene, Device, DeviceFact, StageName, CautionName>;

/** Keeps the type of a move's data while it is written down: the schema says it, everything else follows. */
export function defineMove<Schema extends z.ZodType>(
  move: Omit<DeviceMove<z.output<Schema>>, "data"> & { data: Schema },
): DeviceMove<z.output<Schema>> {
  return move as DeviceMove<z.output<Schema>>;
}

/** Nothing is wrong with it. */
export const noFault = (): null => null;
/** It is always of one stage. */
export const inStage = (stage: StageName) => (): StageName => stage;
export const never = (): readonly never[] => [];
export const noHazard = (): null => null;
export const hazardOf = (caution: CautionName) => (): CautionName => caution;
export const takes = (minutes: number) => (): number => minutes;
/** The sentence of a move that needs no values. */
export const says = (id: string) => (): Message => message(`move.${id}`);
