import type { JobEvent } from "../../../core/job/event.ts";

/**
 * Events that the server has not answered for yet. Kept in the browser's storage, so that neither a reload nor a server
 * that is away loses one; sending one twice changes nothing.
 */
const keyOf = (code: string) => `half-lift outbox ${code}`;

export function readOutbox(code: string): JobEvent[] {
  try {
    return JSON.parse(localStorage.getItem(keyOf(code)) ?? "[]") as JobEvent[];
  } catch {
    return [];
  }
}

function write(code: string, events: JobEvent[]): void {
  if (events.length > 0) localStorage.setItem(keyOf(code), JSON.stringify(events));
  else localStorage.removeItem(keyOf(code));
}

export const addToOutbox = (code: string, event: JobEvent) => write(code, [...readOutbox(code), event]);

export const removeFromOutbox = (code: string, id: string) =>
  write(
    code,
    readOutbox(code).filter((event) => event.id !== id),
  );
