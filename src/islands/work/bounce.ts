import { useEffect, useRef } from "react";

/** A second press within this time is the same press: gloves and pedals bounce. */
export const BOUNCE_MS = 350;

/** Whether a press now is the second half of one that was meant for the question before; never where the page has just come. */
export function useBounce(question: string): { isFirst: boolean; isBounce: () => boolean } {
  const first = useRef(question);
  const last = useRef(question);
  const sinceMs = useRef(-Infinity);
  useEffect(() => {
    if (last.current === question) return;
    last.current = question;
    sinceMs.current = performance.now();
  }, [question]);
  return {
    isFirst: question === first.current,
    isBounce: () => performance.now() - sinceMs.current < BOUNCE_MS,
  };
}
