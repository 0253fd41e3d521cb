import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { v7 as uuid } from "uuid";
import type { EventDraft, JobEvent } from "../../../core/job/event.ts";
import { foldJob, standingEvents, type JobState } from "../../../core/job/fold.ts";
import type { Hold } from "../../../core/job/holds.ts";
import { refusalOf } from "../../../core/job/refusal.ts";
import type { Family } from "../../../core/stack/family.ts";
import { useLive } from "../../ui/useLive.ts";
import { addToOutbox, readOutbox, removeFromOutbox } from "./outbox.ts";

/** What the technician should know about the last thing that was sent or tried. */
export interface Notice {
  kind: "refused" | "done";
  sentence: string;
  hold?: Hold;
}

export interface JobHandle {
  events: JobEvent[];
  state: JobState;
  /** Events that wait for the server. */
  waiting: number;
  offline: boolean;
  notice: Notice | null;
  dismiss: () => void;
  /** Records a draft, once under an id of its own. False where it may not happen; the notice then says why. */
  send: (draft: EventDraft, id?: string) => boolean;
  /** Takes back the last thing that still stands. */
  takeBack: () => void;
}

const RETRY_MS = 2_000;

/** What the server holds of a job, or null where it refuses. Throws where it is away. */
async function fetchEvents(code: string): Promise<JobEvent[] | null> {
  const answer = await fetch(`/api/jobs/${code}/events`);
  return answer.ok ? ((await answer.json()) as { events: JobEvent[] }).events : null;
}

/** A job as this browser sees it: what the server holds, and what is still on its way there. */
export function useJob(code: string, family: Family, initial: JobEvent[], who: string): JobHandle {
  const [held, setHeld] = useState(initial);
  const [outbox, setOutbox] = useState<JobEvent[]>([]);
  const [offline, setOffline] = useState(false);
  const [notice, setNotice] = useState<Notice | null>(null);
  const flushing = useRef(false);

  const events = useMemo(() => {
    const known = new Set(held.map((event) => event.id));
    return [...held, ...outbox.filter((event) => !known.has(event.id))];
  }, [held, outbox]);
  const state = useMemo(() => foldJob(events), [events]);
  // What presses in the same frame build upon: state that React has not rendered yet.
  const newest = useRef({ events, state });
  newest.current = { events, state };

  const flush = useCallback(async () => {
    if (flushing.current) return;
    flushing.current = true;
    try {
      for (let next = readOutbox(code)[0]; next; next = readOutbox(code)[0]) {
        const answer = await fetch(`/api/jobs/${code}/events`, {
          method: "POST",
          headers: { "content-type": "application/json" },
          body: JSON.stringify(next),
        });
        if (answer.status >= 500) throw new Error(`The server answered ${answer.status}`);
        removeFromOutbox(code, next.id);
        const body = await answer.json();
        if (answer.ok) setHeld(body.events as JobEvent[]);
        else {
          const fresh = await fetchEvents(code);
          if (fresh) setHeld(fresh);
          // Another page has recorded the very same thing first: what starts by itself has one id everywhere.
          if (fresh?.some((event) => event.id === next.id)) continue;
          const typed = next.kind === "note-written" ? ` Your note: ${next.data.text}` : "";
          setNotice({ kind: "refused", sentence: `Not recorded: ${body.detail}${typed}` });
        }
      }
      setOffline(false);
    } catch {
      setOffline(true);
    } finally {
      flushing.current = false;
      setOutbox(readOutbox(code));
    }
  }, [code]);

  useEffect(() => {
    setOutbox(readOutbox(code));
    void flush();
    const retry = setInterval(() => readOutbox(code).length > 0 && void flush(), RETRY_MS);
    window.addEventListener("online", flush);
    return () => {
      clearInterval(retry);
      window.removeEventListener("online", flush);
    };
  }, [code, flush]);

  useLive({
    onChange: async (changed) => {
      if (changed !== code && changed !== "") return;
      try {
        const fresh = await fetchEvents(code);
        if (!fresh) return;
        setHeld((before) => (fresh.length >= before.length ? fresh : before));
        setOffline(false);
      } catch {
        setOffline(true);
      }
    },
    onLost: () => setOffline(true),
  });

  const send = useCallback(
    (draft: EventDraft, id = uuid()): boolean => {
      const event = { ...draft, id, who, at: new Date().toISOString() } as JobEvent;
      const refusal = refusalOf(newest.current.events, newest.current.state, family, event);
      if (refusal) {
        setNotice({
          kind: "refused",
          sentence: refusal.sentence,
          ...(refusal.hold ? { hold: refusal.hold } : {}),
        });
        return false;
      }
      addToOutbox(code, event);
      const all = [...newest.current.events, event];
      newest.current = { events: all, state: foldJob(all) };
      setOutbox((before) => [...before, event]);
      setNotice(null);
      void flush();
      return true;
    },
    [code, family, flush, who],
  );

  const takeBack = useCallback(() => {
    const last = standingEvents(newest.current.events).at(-1);
    if (!last || last.kind === "job-opened") {
      setNotice({ kind: "refused", sentence: "There is nothing to take back." });
      return;
    }
    if (send({ stage: last.stage, kind: "undone", data: { event: last.id } })) {
      setNotice({ kind: "done", sentence: "Taken back." });
    }
  }, [send]);

  return {
    events,
    state,
    waiting: outbox.length,
    offline,
    notice,
    dismiss: useCallback(() => setNotice(null), []),
    send,
    takeBack,
  };
}
