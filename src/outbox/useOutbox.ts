import { useEffect, useRef, useSyncExternalStore } from "react";
import { deliver } from "./deliver.ts";
import type { Entry } from "./entry.ts";
import { browserStore } from "./entry-store.ts";
import { Outbox, type Line, type OutboxNews } from "./outbox.ts";

const NAME = "half-lift outbox";

function lineBetweenTabs(): Line {
  const channel = new BroadcastChannel(NAME);
  return {
    say: (news) => channel.postMessage(news),
    hear: (listener) => {
      channel.onmessage = ({ data }: MessageEvent<OutboxNews>) => listener(data);
    },
    close: () => channel.close(),
  };
}

let outbox: Outbox | null = null;

/** This page's end of the queue; the first call opens it. */
export function theOutbox(): Outbox {
  if (outbox) return outbox;
  const opened = new Outbox({
    store: browserStore(),
    deliver,
    line: lineBetweenTabs(),
    // Locks want a secure connection. Without them each tab sends: the server takes an entry once, however often it comes.
    alone: (work) => {
      const locks = navigator.locks as LockManager | undefined;
      void (locks ? locks.request(NAME, work) : work());
    },
  });
  window.addEventListener("beforeunload", (event) => {
    if (opened.isLoose) event.preventDefault();
  });
  outbox = opened;
  return opened;
}

const none: readonly Entry[] = [];

const useList = (listOf: (outbox: Outbox) => readonly Entry[]): readonly Entry[] =>
  useSyncExternalStore(
    (listener) => theOutbox().subscribe(({ about }) => about === "entries" && listener()),
    () => listOf(theOutbox()),
    () => none,
  );

/** Everything that waits in this browser, for all jobs. */
export const useEntries = (): readonly Entry[] => useList((outbox) => outbox.entries);

/** Of that what would be here again after this browser was killed, and what could not be kept. */
export const useSettledEntries = (): readonly Entry[] => useList((outbox) => outbox.settledEntries);

/** Hears what becomes of what waits. */
export function useOutboxNews(onNews: (news: OutboxNews) => void): void {
  const handler = useRef(onNews);
  useEffect(() => {
    handler.current = onNews;
  });
  useEffect(() => theOutbox().subscribe((news) => handler.current(news)), []);
}
