import { openDB, type IDBPDatabase } from "idb";
import { readEntry, type Entry, type Missing } from "./entry.ts";

/** Where entries are kept until the server has them, in the order in which they came. */
export interface EntryStore {
  add: (entry: Entry) => Promise<void>;
  all: () => Promise<Entry[]>;
  /** The server will never take it: it stays, with why, until somebody has seen that. */
  refuse: (id: string, why: string, missing: Missing) => Promise<void>;
  remove: (id: string) => Promise<void>;
}

const STORE = "entries";
/** A storage that does not answer within this time keeps nothing, ms. */
const PATIENCE_MS = 3_000;

function within<Result>(work: Promise<Result>): Promise<Result> {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => reject(new Error("The storage does not answer.")), PATIENCE_MS);
    void work.then(resolve, reject).finally(() => clearTimeout(timer));
  });
}

/** The browser's own database, shared by all its tabs. What a promise has resolved for lies on the disk. */
export function browserStore(name = "half-lift outbox"): EntryStore {
  let opened: Promise<IDBPDatabase> | null = null;
  const forget = () => {
    opened = null;
  };
  const open = (): Promise<IDBPDatabase> => {
    opened ??= openDB(name, 1, {
      upgrade: (made) => {
        made
          .createObjectStore(STORE, { keyPath: "n", autoIncrement: true })
          .createIndex("id", "id", { unique: true });
      },
      terminated: forget,
    });
    opened.catch(forget);
    return opened;
  };
  const writing = async () => (await open()).transaction(STORE, "readwrite", { durability: "strict" });
  return {
    add: (added) =>
      within(
        (async () => {
          const { store, done } = await writing();
          await Promise.all([store.add(added), done]);
        })(),
      ),
    all: () =>
      within(
        (async () => {
          const found = (await (await open()).getAll(STORE)) as unknown[];
          return found.flatMap((kept) => readEntry(kept) ?? []);
        })(),
      ),
    refuse: (id, why, missing) =>
      within(
        (async () => {
          const { store, done } = await writing();
          const kept = (await store.index("id").get(id)) as object | undefined;
          await Promise.all([kept && store.put({ ...kept, refused: why, missing }), done]);
        })(),
      ),
    remove: (id) =>
      within(
        (async () => {
          const { store, done } = await writing();
          const n = await store.index("id").getKey(id);
          await Promise.all([n !== undefined && store.delete(n), done]);
        })(),
      ),
  };
}
