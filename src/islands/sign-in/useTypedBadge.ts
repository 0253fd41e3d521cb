import { useEffect, useRef } from "react";
import { readBadge } from "../../../core/labels/badge.ts";

/** More keys than a badge has are never looked at. */
const KEYS_KEPT = 60;

/**
 * A reader that types what it reads, and Enter after it, wherever the cursor is: the badge is told, and that Enter presses nothing else.
 */
export function useTypedBadge(onBadge: (badge: string) => void): void {
  const told = useRef(onBadge);
  useEffect(() => {
    told.current = onBadge;
  });
  useEffect(() => {
    let typed = "";
    const take = (event: KeyboardEvent) => {
      if (event.key.length === 1) typed = (typed + event.key).slice(-KEYS_KEPT);
      if (event.key !== "Enter") return;
      const isBadge = readBadge(typed) !== null;
      if (isBadge) {
        event.preventDefault();
        event.stopPropagation();
        told.current(typed);
      }
      typed = "";
    };
    document.addEventListener("keydown", take, { capture: true });
    return () => document.removeEventListener("keydown", take, { capture: true });
  }, []);
}
