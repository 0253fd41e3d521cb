import type { EventDraft } from "../../../core/job/event.ts";
import type { JobState } from "../../../core/job/fold.ts";
import type { StageName } from "../../../core/job/route.ts";
import type { Family } from "../../../core/stack/family.ts";

/** What every stage's panel gets. */
export interface PanelProps {
  code: string;
  state: JobState;
  family: Family;
  nowMs: number;
  /** The stage is the one at hand and somebody is at the bench. */
  live: boolean;
  /** What may be entered at any stage may be entered: somebody is at the bench, the job is neither held nor over. */
  mayEnter: boolean;
  /** The stage that what is entered now belongs to. */
  atHand: StageName;
  send: (draft: EventDraft) => boolean;
  /** What a press of the bar should record for a step, as this panel's inputs stand now. */
  offer: (stepKey: string, draft: (() => EventDraft) | null) => void;
}
