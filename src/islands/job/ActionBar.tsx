import { Check, Undo2 } from "lucide-react";
import { useEffect, useRef } from "react";
import { cautions } from "../../../core/job/cautions.ts";
import type { EventDraft } from "../../../core/job/event.ts";
import { secondsLeft, type Timer } from "../../../core/job/fold.ts";
import type { NextAction } from "../../../core/job/next-action.ts";
import type { Technician } from "../../../server/store/technicians.ts";
import { fillLengths } from "../../../core/job/step.ts";
import { lengthText } from "../../ui/quantity.tsx";
import { soundAlarm, soundTick } from "../../ui/alarm.ts";
import { useMounted } from "../../ui/useMounted.ts";
import { setPreference, usePreferences } from "../../ui/preferences.ts";

const clock = (seconds: number) => {
  const whole = Math.ceil(Math.abs(seconds));
  return `${seconds < 0 ? "+" : ""}${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
};

function RunningTimer({ timer, nowMs }: { timer: Timer; nowMs: number }) {
  const left = secondsLeft(timer, nowMs);
  const share = Math.max(0, Math.min(1, left / timer.durationS));
  return (
    <div
      role="timer"
      aria-label={timer.label}
      className={`relative min-w-36 border-2 px-3 py-1 ${left <= 0 ? "border-heat text-heat" : "border-ink"}`}
    >
      <div className="text-sm whitespace-nowrap">{timer.label}</div>
      <div className="font-mono text-3xl leading-none font-semibold">{clock(left)}</div>
      <div className="mt-1 h-1.5 bg-line">
        <div className={`h-full ${left <= 0 ? "bg-heat" : "bg-ink"}`} style={{ width: `${share * 100}%` }} />
      </div>
      {left <= 0 && <div className="text-sm font-semibold">Time is up</div>}
    </div>
  );
}

/** Sounds once for each timer at the moment it runs out. */
function useAlarm(timers: readonly Timer[], nowMs: number): void {
  const seenRunning = useRef(new Set<string>());
  useEffect(() => {
    for (const timer of timers) {
      const id = `${timer.timer} ${timer.startedAt}`;
      if (secondsLeft(timer, nowMs) > 0) seenRunning.current.add(id);
      else if (seenRunning.current.delete(id)) soundAlarm();
    }
  }, [timers, nowMs]);
}

/** What is lowered by is ticked, second by second, while it runs. */
function useMetronome(timers: readonly Timer[], nowMs: number): void {
  const lowering = timers.find(({ timer }) => timer === "lower");
  const second =
    lowering && secondsLeft(lowering, nowMs) > 0 ? Math.ceil(secondsLeft(lowering, nowMs)) : null;
  useEffect(() => {
    if (second !== null) soundTick();
  }, [second]);
}

/** Fields and lists keep their own keys; everywhere else the pedal works the bar. */
function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    target.closest("input, textarea, select, [role=slider], [role=dialog], [contenteditable]") !== null
  );
}
const isPressable = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.closest("button, a, summary, [role=button]") !== null;

/**
 * A second press within this time is the same press: gloves and pedals bounce. Nor is an action pressed that has only just
 * taken the place of another, because a timer ran out or another bench went on.
 */
const BOUNCE_MS = 350;

export function ActionBar({
  action,
  timers,
  nowMs,
  who,
  technicians,
  onPress,
  onDraft,
  onTakeBack,
}: {
  action: NextAction | null;
  timers: readonly Timer[];
  nowMs: number;
  who: string;
  technicians: readonly Technician[];
  onPress: () => void;
  onDraft: (draft: EventDraft) => void;
  onTakeBack: () => void;
}) {
  useAlarm(timers, nowMs);
  useMetronome(timers, nowMs);
  const mounted = useMounted();
  const preferences = usePreferences();
  const lastPress = useRef(0);
  const showing = `${action?.key} ${action?.press}`;
  useEffect(() => {
    lastPress.current = performance.now();
  }, [showing]);
  const guarded = (work: () => void) => {
    const now = performance.now();
    if (now - lastPress.current < BOUNCE_MS) return;
    lastPress.current = now;
    work();
  };
  const others = action
    ? [...action.alternatives, ...(action.skip ? [{ label: "Skip", draft: action.skip }] : [])]
    : [];
  const asksWho = who === "";

  const onKey = useRef<(event: KeyboardEvent) => void>(() => undefined);
  onKey.current = (event) => {
    if (event.repeat || event.ctrlKey || event.altKey || event.metaKey || isTyping(event.target)) return;
    const number = Number(event.key);
    if (event.key === "PageDown" || (event.key === " " && !isPressable(event.target))) {
      event.preventDefault();
      if (!asksWho && action) guarded(onPress);
    } else if (event.key === "Backspace" && !asksWho) {
      event.preventDefault();
      guarded(onTakeBack);
    } else if (number >= 1 && asksWho && technicians[number - 1]) {
      guarded(() => setPreference("who", technicians[number - 1]!.key));
    } else if (number >= 1 && !asksWho && others[number - 1]) {
      guarded(() => onDraft(others[number - 1]!.draft()));
    }
  };
  useEffect(() => {
    const listener = (event: KeyboardEvent) => onKey.current(event);
    window.addEventListener("keydown", listener);
    return () => window.removeEventListener("keydown", listener);
  }, []);

  return (
    <section
      aria-label="Next action"
      aria-busy={!mounted}
      className="no-print fixed inset-x-0 bottom-0 z-40 border-t-4 border-ink bg-ground px-3 py-2 sm:px-5"
    >
      {action?.caution && !asksWho && (
        <p className="mb-2 flex items-baseline gap-2 text-sm text-danger">
          <strong className="edge-hatch whitespace-nowrap">{cautions[action.caution].title}</strong>
          <span>{cautions[action.caution].text}</span>
        </p>
      )}
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        {timers.map((timer) => (
          <RunningTimer key={`${timer.timer} ${timer.startedAt}`} timer={timer} nowMs={nowMs} />
        ))}
        <p className="min-w-60 flex-1 text-lg leading-snug" aria-live="polite">
          {asksWho
            ? technicians.length > 0
              ? "Who is at the bench? Every entry carries a name."
              : "Who is at the bench? Add a name at the top of the page."
            : action
              ? fillLengths(action, (mm) => lengthText(mm, preferences))
              : "This job is over. Notes may still be added."}
        </p>
        {asksWho ? (
          <div className="flex flex-wrap gap-2">
            {technicians.map((person, i) => (
              <button
                key={person.key}
                type="button"
                className="control"
                onClick={() => guarded(() => setPreference("who", person.key))}
              >
                {person.name} <kbd className="font-mono text-sm text-soft">{i + 1}</kbd>
              </button>
            ))}
          </div>
        ) : (
          <div className="flex flex-wrap gap-2 max-sm:w-full">
            <button
              type="button"
              className="control"
              onClick={() => guarded(onTakeBack)}
              aria-keyshortcuts="Backspace"
            >
              <Undo2 aria-hidden size={20} />
              <span className="max-sm:sr-only">Take back</span>
            </button>
            {others.map((other, i) => (
              <button
                key={other.label}
                type="button"
                className="control"
                aria-keyshortcuts={String(i + 1)}
                onClick={() => guarded(() => onDraft(other.draft()))}
              >
                {other.label} <kbd className="font-mono text-sm text-soft max-sm:hidden">{i + 1}</kbd>
              </button>
            ))}
            {action && (
              <button
                type="button"
                className="control-strong min-h-16 min-w-48 text-xl max-sm:flex-1"
                aria-keyshortcuts="Space PageDown"
                onClick={() => guarded(onPress)}
              >
                <Check aria-hidden size={24} />
                {action.press}
              </button>
            )}
          </div>
        )}
      </div>
    </section>
  );
}
