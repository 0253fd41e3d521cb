import type { BondSlot } from "../bond/bond-slot.ts";
import type { CloseSlot } from "../close/close-slot.ts";
import type { CureSlot } from "../cure/cure-slot.ts";
import type { FilmSlot } from "../film/film-slot.ts";
import type { IntakeSlot } from "../intake/intake-slot.ts";
import type { LiftSlot } from "../lift/lift-slot.ts";
import type { OpenSlot } from "../open/open-slot.ts";
import type { StageName } from "../stage.ts";
import type { ProveSlot } from "../prove/prove-slot.ts";
import type { RecordsSlot } from "../records/records-slot.ts";
import type { ReworkSlot } from "../rework/rework-slot.ts";
import type { Family } from "../stack/family.ts";
import { familyAsFound } from "../stack/own-stack.ts";
import type { Line, LineKey } from "./line.ts";
import type { Mark } from "./marks.ts";

/** The device as it lies on the bench, as far as it is known: each trade keeps its own slot. */
export interface Device {
  /** The slab of the last thing that was done. */
  at: StageName;
  /** When each thing was last touched, by sequence number: what was shown before does not count any more. */
  touched: Readonly<Record<string, number>>;
  /** When the great steps were taken, by sequence number. */
  marks: Readonly<Partial<Record<Mark, number>>>;
  /** Signed reasons that stand in for a fact, by the fact's key. */
  signed: Readonly<Record<string, SignedFor>>;
  lines: Readonly<Partial<Record<LineKey, Line>>>;
  intake: IntakeSlot;
  open: OpenSlot;
  lift: LiftSlot;
  film: FilmSlot;
  bond: BondSlot;
  cure: CureSlot;
  rework: ReworkSlot;
  prove: ProveSlot;
  close: CloseSlot;
  records: RecordsSlot;
}

export interface SignedFor {
  fact: { readonly is: string };
  reason: string;
  who: string;
  seq: number;
}

/** The scene of a state at a moment, the device as it was found to be. */
export const sceneAt = ({ family }: Pick<Scene, "family">, state: Device, nowMs: number): Scene => ({
  family: familyAsFound(family, state.intake.ownStack),
  state,
  nowMs,
});

/** All that a move, a fact or a goal is asked with: the kind of device, the device as it is, the moment. */
export interface Scene {
  family: Family;
  state: Device;
  nowMs: number;
}
