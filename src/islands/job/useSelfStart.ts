import { useEffect } from "react";
import { v5 as uuidOf } from "uuid";
import type { EventDraft, JobEvent } from "../../../core/job/event.ts";
import type { NextAction } from "../../../core/job/next-action.ts";

/** Names of steps that start by themselves become ids under this one, so that two pages at one job start one and the same. */
const NAMESPACE = "5b0ad3c1-6c1f-4f0e-9d2a-0f6a4b1c7e55";
/** Who comes back later than this decides anew, ms. */
const FRESH_MS = 10_000;

/**
 * Takes a step that starts by itself at its moment, once: not again where it was taken back, and not where nobody was looking
 * when its moment came.
 */
export function useSelfStart(
  code: string,
  action: NextAction | null,
  events: readonly JobEvent[],
  mayStart: boolean,
  nowMs: number,
  send: (draft: EventDraft, id: string) => boolean,
): void {
  const start = mayStart ? action?.startsItself : undefined;
  const sinceMs = start ? nowMs - start.atMs : -1;
  const isDue = sinceMs >= 0 && sinceMs < FRESH_MS;
  const id = start && isDue ? uuidOf(`${code} ${start.name}`, NAMESPACE) : null;
  useEffect(() => {
    if (id && action && !events.some((event) => event.id === id)) send(action.draft(), id);
    // Only a step that has just become due is taken; what else changes meanwhile does not matter.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [id]);
}
