import type { EventDraft, JobEvent } from "../core/job/event.ts";
import { foldJob, type JobState } from "../core/job/fold.ts";
import { nextAction, type NextAction } from "../core/job/next-action.ts";
import { refusalOf, type Refusal } from "../core/job/refusal.ts";
import type { RouteName } from "../core/job/route.ts";
import type { Family } from "../core/stack/family.ts";
import { families } from "../demo/families.ts";

export const familyNamed = (code: string): Family => families.find((family) => family.code === code)!;

let made = 0;
/** A UUID that differs from every other of this run. */
export function freshId(): string {
  made += 1;
  return `00000000-0000-4000-8000-${made.toString(16).padStart(12, "0")}`;
}

/** A job worked in memory, press by press, as the screen would: every event is judged before it is kept. */
export class BenchHand {
  events: JobEvent[] = [];
  readonly family: Family;
  nowMs = Date.UTC(2026, 4, 4, 8);
  private readonly who: string;

  constructor(familyCode: string, route: RouteName, who = "tove") {
    this.family = familyNamed(familyCode);
    this.who = who;
    this.events.push(
      this.event({ stage: "intake", kind: "job-opened", data: { route, complaint: "cracked", dueAt: null } }),
    );
  }

  event(draft: EventDraft): JobEvent {
    return { ...draft, id: freshId(), who: this.who, at: new Date(this.nowMs).toISOString() } as JobEvent;
  }

  get state(): JobState {
    return foldJob(this.events);
  }

  next(): NextAction | null {
    return nextAction({ state: this.state, family: this.family, nowMs: this.nowMs });
  }

  /** Records a draft, or says why it may not happen. */
  try(draft: EventDraft): Refusal | null {
    const event = this.event(draft);
    const refusal = refusalOf(this.events, this.state, this.family, event);
    if (!refusal) this.events.push(event);
    return refusal;
  }

  press(): void {
    const action = this.next()!;
    const timer = this.state.timers.find((t) => t.timer === action.timer && t.stoppedAt === null);
    this.nowMs += timer ? timer.durationS * 1_000 : 3_000;
    // What a soak is worth is reckoned at the moment it is taken off.
    const refusal = this.try((timer ? this.next()! : action).draft());
    if (refusal) throw new Error(`${action.press}: ${refusal.sentence}`);
  }

  /** Presses the bar until a stage is at hand or coming, or, without one, until the job is over. */
  workTo(stage?: JobState["present"]): this {
    for (let presses = 0; presses < 300; presses += 1) {
      const { present, ended } = this.state;
      if (ended || (stage && present === stage)) return this;
      this.press();
    }
    throw new Error(`Never came to ${stage ?? "an end"}`);
  }
}
