import { useEffect } from "react";

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
    let isOver = false;
    // Asked for before the page is hidden: a tablet that is locked may load nothing more.
    const loaded = import("./alarm-track.ts").catch(() => null);
    const onHidden = async () => {
      const alarm = await loaded;
      const leftS = (atMs - Date.now()) / 1_000;
      const isWanted = !isOver && document.visibilityState !== "visible";
      if (!alarm || !isWanted || leftS <= 0 || leftS > LONGEST_S) return;
      stop();
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
    const onChange = () => void onHidden();
    document.addEventListener("visibilitychange", onChange);
    return () => {
      isOver = true;
      document.removeEventListener("visibilitychange", onChange);
      // Its time has come while nobody looks: it goes on.
      if (Date.now() < atMs) stop();
    };
  }, [atMs]);
}
