import type { BenchChoices } from "../../../core/device/choose.ts";
import type { Scene } from "../../../core/device/scene.ts";
import type { AcceptanceRow } from "../../../core/prove/acceptance.ts";
import type { PastJobs, QuoteTerms } from "../../../core/route/route-options.ts";
import type { ShopRoom } from "../../../core/clean/room.ts";
import type { BenchFits } from "../../../core/heat/bench-fit.ts";
import type { BenchParting } from "../../../core/lift/bench-parting.ts";
import type { ComparedSum } from "../../../core/records/compared.ts";
import type { PersonHere } from "../../../server/store/technicians.ts";

/** Records something about the job. False where it may not be told now. */
export type Tell = (kind: string, data: unknown) => boolean;

/** What the shop knows that a job is worked with. */
export interface ShopKnowledge {
  fits: BenchFits;
  room: ShopRoom;
  acceptance: readonly AcceptanceRow[];
  terms: QuoteTerms;
  past: PastJobs;
  /** What this shop has read of how the glue at hand parts, over all jobs; null where none is. */
  parting: BenchParting | null;
  /** What its jobs measured beside what was predicted. */
  compared: readonly ComparedSum[];
  /** How much of each solvent went on cloths in the last eight hours, ml. */
  solventMl: Readonly<Record<string, number>>;
}

/** What every tool of a stage gets: the job, the device as it is, and the way to record. */
export interface ToolProps {
  code: string;
  scene: Scene;
  nowMs: number;
  who: string;
  technicians: readonly PersonHere[];
  /** Somebody is at the bench and the job is open. */
  mayTell: boolean;
  tell: Tell;
  /** Takes back one thing that was recorded, by its id. */
  takeBack: (id: string) => void;
  shop: ShopKnowledge;
  /** What the address gives a tool to begin with, after its name. */
  given?: readonly string[];
}

/** What the step at hand shows, and what its dials turn. */
export interface InstrumentProps extends ToolProps {
  kind: string;
  /** What would be recorded, as it is worked out or offered. */
  data: Record<string, unknown>;
  isWorkingOut: boolean;
  choices: BenchChoices;
  /** Takes the dials' place: whatever is left out is as usual again. */
  change: (choices: BenchChoices) => void;
}
