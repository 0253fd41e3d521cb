import type { Message } from "../../core/job/message.ts";
import { say } from "../../words/say.ts";
import { soundTick } from "./alarm.ts";

/** When a countdown is told, s before its end. */
const MARKS_S = [600, 300, 120, 60, 30, 20, 10, 5, 4, 3, 2, 1, 0] as const;

/**
 * The mark that a countdown has passed between two looks at it; the latest, where a tablet slept through several.
 *
 * @param beforeS what was left at the last look, s
 * @param nowS what is left now, s
 * @returns s before the end, or null where none was passed
 * @example
 * markPassed(61, 59.5) // 60
 */
export const markPassed = (beforeS: number, nowS: number): number | null =>
  MARKS_S.findLast((markS) => nowS <= markS && markS < beforeS) ?? null;

/** A mark as it is told: whole minutes, seconds, the last five as bare numbers. */
export const markMessage = (markS: number): Message =>
  markS === 0
    ? { id: "said.over" }
    : markS >= 60
      ? { id: "said.minutes", values: { count: markS / 60 } }
      : { id: markS > 5 ? "said.seconds" : "said.number", values: { count: markS } };

/** Says something by the browser's own speech, in place of what it was saying; by a tone where it has no voice. */
export function speak(text: string): void {
  const speech = "speechSynthesis" in window ? window.speechSynthesis : null;
  if (!speech || speech.getVoices().length === 0) soundTick();
  if (!speech) return;
  speech.cancel();
  const said = new SpeechSynthesisUtterance(text);
  said.lang = document.documentElement.lang;
  speech.speak(said);
}

/** Says a mark that a countdown has passed between two looks at it, if it has. */
export function speakMark(beforeS: number, nowS: number): void {
  const mark = markPassed(beforeS, nowS);
  if (mark !== null) speak(say(markMessage(mark)));
}
