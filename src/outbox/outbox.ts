import type { KeptMove } from "../../server/store/kept-moves.ts";
import type { Entry, Missing } from "./entry.ts";
import type { EntryStore } from "./entry-store.ts";

/** What became of an entry that was sent: kept by the server (as what moves), refused for good, or neither yet, with what is to be said. */
export type Delivery =
  | { is: "kept"; moves: readonly KeptMove[] }
  | { is: "refused"; why: string; missing: Missing }
  | { is: "waiting"; why: string };

/** What pages tell each other of what waits. */
export type OutboxNews =
  | { about: "entries" }
  | { about: "kept"; code: string; id: string; moves: readonly KeptMove[] }
  | { about: "refused"; code: string; id: string }
  | { about: "waiting"; code: string; id: string; why: string }
  | { about: "progress"; id: string; share: number };

/** The line between the tabs of one browser; a page does not hear itself. */
export interface Line {
  say: (news: OutboxNews) => void;
  hear: (listener: (news: OutboxNews) => void) => void;
  close: () => void;
}

export interface OutboxParts {
  store: EntryStore;
  deliver: (entry: Entry, onShare: (share: number) => void) => Promise<Delivery>;
  line: Line;
  /** Runs `work` while no other tab does: one of them sends for all. */
  alone: (work: () => Promise<void>) => void;
  againMs?: number;
}

const AGAIN_MS = 2_000;
/** So many times as long nothing is heard of what waits before another tab sends it as well. */
const QUIET_TIMES = 3;

const isSameList = (now: readonly Entry[], before: readonly Entry[]): boolean =>
  now.length === before.length &&
  now.every(({ id, refused }, i) => before[i]?.id === id && before[i].refused === refused);

/**
 * What was pressed here and the server has not answered for: one queue for all tabs of this browser, sent in order within each job by one of
 * them, whichever page it shows. An entry goes when the server has answered for that very entry, and not before.
 */
export class Outbox {
  /** As the storage has them, and those that it does not have yet or could not take. */
  private stored: readonly Entry[] = [];
  private coming: readonly Entry[] = [];
  private loose: readonly Entry[] = [];
  private shown: readonly Entry[] = [];
  private settled: readonly Entry[] = [];
  /** Answered for, whether or not the storage could forget them. */
  private readonly done = new Set<string>();
  /** Refused for good, whether or not the storage could note it. */
  private readonly never = new Map<string, Pick<Entry, "refused" | "missing">>();
  /** Counts what has changed: something may while a sender looks the other way. */
  private changes = 0;
  private readonly listeners = new Set<(news: OutboxNews) => void>();
  private wakers: (() => void)[] = [];
  private isClosed = false;
  /** When something was last heard of what is sent, or something new came to wait. */
  private heardMs = performance.now();

  constructor(private readonly parts: OutboxParts) {
    parts.line.hear((news) => {
      this.heardMs = performance.now();
      if (news.about === "kept") this.done.add(news.id);
      this.tell(news);
      if (news.about !== "progress") void this.read();
    });
    void this.read();
    const storedOf = (kind: Entry["kind"]) => () => this.stored.filter((one) => one.kind === kind);
    // A press does not wait behind a photo.
    parts.alone(async () => {
      await Promise.all([this.send(storedOf("move")), this.send(storedOf("photo"))]);
    });
    // What the storage could not take no other tab knows of: this page sends it, after what was stored before it.
    void this.send(() => this.loose.filter(({ code }) => !this.waits(code)));
    // A tab that sends for all may have been put to sleep: the server takes an entry once, whoever sends it.
    const isQuiet = () => performance.now() - this.heardMs > this.quietMs;
    void this.send(() => (isQuiet() ? storedOf("move")() : []), this.quietMs);
  }

  private get quietMs(): number {
    return QUIET_TIMES * (this.parts.againMs ?? AGAIN_MS);
  }

  private waits(code: string): boolean {
    return this.stored.some((one) => one.code === code && one.refused === null);
  }

  /** Everything that waits or was refused, oldest first. The same list until something changes. */
  get entries(): readonly Entry[] {
    return this.shown;
  }

  /** Of these what the storage has, or could not take: not what is only just on its way there. The same list until something changes. */
  get settledEntries(): readonly Entry[] {
    return this.settled;
  }

  /** Whether something lies only on this page: it is gone when the page is. */
  get isLoose(): boolean {
    return this.loose.length > 0;
  }

  subscribe(listener: (news: OutboxNews) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** Takes an entry: it is shown at once. Resolves to whether this browser could keep it; it is sent either way. */
  async add(added: Entry): Promise<boolean> {
    this.heardMs = performance.now();
    this.coming = [...this.coming, added];
    this.show();
    let isStored = true;
    try {
      await this.parts.store.add(added);
    } catch {
      isStored = false;
    }
    if (!isStored) this.loose = [...this.loose, added];
    else {
      await this.read();
      if (!this.stored.some(({ id }) => id === added.id) && !this.done.has(added.id)) {
        this.stored = [...this.stored, added];
      }
    }
    this.coming = this.coming.filter(({ id }) => id !== added.id);
    this.say({ about: "entries" });
    return isStored;
  }

  /** Somebody has seen that an entry was refused, or does not want it sent. */
  async dismiss(id: string): Promise<void> {
    await this.drop(id);
    this.say({ about: "entries" });
  }

  /** Sends nothing more; for tests and for pages that go. */
  close(): void {
    this.isClosed = true;
    this.parts.line.close();
    this.wake();
  }

  private async drop(id: string): Promise<void> {
    this.done.add(id);
    this.loose = this.loose.filter((one) => one.id !== id);
    if (this.stored.some((one) => one.id === id)) {
      this.stored = this.stored.filter((one) => one.id !== id);
      await this.parts.store.remove(id).catch(() => undefined);
    }
    this.show();
  }

  private async refuse(id: string, why: string, missing: Missing): Promise<void> {
    this.never.set(id, { refused: why, missing });
    this.loose = this.loose.map((one) => (one.id === id ? { ...one, refused: why, missing } : one));
    if (this.stored.some((one) => one.id === id)) {
      await this.parts.store.refuse(id, why, missing).catch(() => undefined);
      await this.read();
    }
    this.show();
  }

  private async read(): Promise<void> {
    try {
      const kept = await this.parts.store.all();
      this.stored = kept.flatMap((one) =>
        this.done.has(one.id) ? [] : [{ ...one, ...this.never.get(one.id) }],
      );
    } catch {
      // A storage that is denied or broken holds nothing that could be sent.
    }
    this.show();
    this.wake();
  }

  private show(): void {
    const ids = new Set(this.stored.map(({ id }) => id));
    const now = [...this.stored, ...this.coming.filter(({ id }) => !ids.has(id)), ...this.loose];
    const settled = [...this.stored, ...this.loose];
    const isAllShown = isSameList(now, this.shown);
    const isAllSettled = isSameList(settled, this.settled);
    if (isAllShown && isAllSettled) return;
    if (!isAllShown) this.shown = now;
    if (!isAllSettled) this.settled = settled;
    this.listeners.forEach((listener) => listener({ about: "entries" }));
  }

  private tell(news: OutboxNews): void {
    this.listeners.forEach((listener) => listener(news));
  }

  private say(news: OutboxNews): void {
    this.heardMs = performance.now();
    if (news.about === "entries") this.show();
    else this.tell(news);
    if (!this.isClosed) this.parts.line.say(news);
    if (news.about === "entries") this.wake();
  }

  private wake(): void {
    this.changes += 1;
    const { wakers } = this;
    this.wakers = [];
    wakers.forEach((awake) => awake());
  }

  /** Until something changes, or so long. */
  private rest(ms: number | null): Promise<void> {
    return new Promise((resolve) => {
      if (this.isClosed) return resolve();
      this.wakers.push(resolve);
      if (ms !== null) setTimeout(resolve, ms);
    });
  }

  /** Sends what there is, each job's in its order; a job whose first entry waits keeps no other job waiting. */
  private async send(from: () => readonly Entry[], lookMs: number | null = null): Promise<void> {
    while (!this.isClosed) {
      const seen = this.changes;
      const heads = new Map<string, Entry>();
      for (const one of from()) {
        if (one.refused === null && !heads.has(one.code)) heads.set(one.code, one);
      }
      const went = await Promise.all([...heads.values()].map((head) => this.sendOne(head)));
      if (went.includes(false))
        await new Promise((resolve) => setTimeout(resolve, this.parts.againMs ?? AGAIN_MS));
      else if (heads.size === 0 && this.changes === seen)
        await this.rest(this.stored.length > 0 ? lookMs : null);
    }
  }

  /** False where it still waits. */
  private async sendOne(head: Entry): Promise<boolean> {
    const { id, code } = head;
    const delivery = await this.parts.deliver(head, (share) => this.say({ about: "progress", id, share }));
    if (delivery.is === "waiting") {
      this.say({ about: "waiting", code, id, why: delivery.why });
      return false;
    }
    // Told before it goes, so that a page knows that its own list is behind.
    if (delivery.is === "kept") {
      this.say({ about: "kept", code, id, moves: delivery.moves });
      await this.drop(id);
    } else {
      this.say({ about: "refused", code, id });
      await this.refuse(id, delivery.why, delivery.missing);
    }
    this.say({ about: "entries" });
    return true;
  }
}
