import { useEffect } from "react";
import type * as AlarmTrack from "./alarm-track.ts";

/** A longer wait is not sounded on a locked tablet: its file would be too large. */
const LONGEST_S = 3_600;

/**
 * Sounds the alarm at a moment although the tablet is locked or shows something else: timers of a page that is not seen may rest, a
 * sound that plays does not. Where the browser lets no sound begin, there is none.
 *
 * @param atMs when; null where nothing is waited for
 */
export function useAlarmWhenHidden(atMs: number | null): void {
  useEffect(() => {
    if (atMs === null) return undefined;
    let stop = () => {};
    let alarm: typeof AlarmTrack | null = null;
    // Wanted the moment that the page is hidden: a file that comes only then comes too late.
    import("./alarm-track.ts").then(
      (made) => (alarm = made),
      () => undefined,
    );
    const onHidden = () => {
      const leftS = (atMs - Date.now()) / 1_000;
      if (document.visibilityState === "visible" || leftS <= 0 || leftS > LONGEST_S || !alarm) return;
      const audio = new Audio(
        URL.createObjectURL(new Blob([alarm.alarmTrack(leftS)], { type: "audio/wav" })),
      );
      stop = () => {
        audio.pause();
        URL.revokeObjectURL(audio.src);
        document.removeEventListener("visibilitychange", stop);
      };
      // Whoever looks at the page again has heard it, or need not.
      document.addEventListener("visibilitychange", stop);
      audio.onended = () => stop();
      void audio.play().catch(() => stop());
    };
    document.addEventListener("visibilitychange", onHidden);
    return () => {
      document.removeEventListener("visibilitychange", onHidden);
      // Its time has come while nobody looks: it goes on.
      if (Date.now() < atMs) stop();
    };
  }, [atMs]);
}
