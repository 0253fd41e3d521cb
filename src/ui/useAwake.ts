import { useEffect } from "react";

/** Keeps the screen awake for as long as it is asked to and the page is seen; where the browser cannot, the screen sleeps as ever. */
export function useAwake(isAsked: boolean): void {
  useEffect(() => {
    if (!isAsked || !("wakeLock" in navigator)) return undefined;
    let isOver = false;
    let lock: WakeLockSentinel | null = null;
    const hold = async () => {
      if (document.visibilityState !== "visible") return;
      // A browser takes it back when the page is hidden, and may refuse it on a low battery.
      const held = await navigator.wakeLock.request("screen").catch(() => null);
      if (isOver) await held?.release();
      else lock = held;
    };
    const onSeen = () => void hold();
    void hold();
    document.addEventListener("visibilitychange", onSeen);
    return () => {
      isOver = true;
      document.removeEventListener("visibilitychange", onSeen);
      void lock?.release();
    };
  }, [isAsked]);
}
