/** For how long: in all tabs until it is forgotten, or in this tab until it is shut. */
type Reach = "browser" | "tab";

/** Asking for a storage that is denied throws already. */
const storageOf = (reach: Reach): Storage => (reach === "tab" ? sessionStorage : localStorage);

/** What this browser has kept; null where it has nothing that can be read, or may keep nothing. */
export function readKept<Value>(key: string, reach: Reach = "browser"): Value | null {
  try {
    return JSON.parse(storageOf(reach).getItem(key) ?? "null") as Value | null;
  } catch {
    return null;
  }
}

/** Keeps something in this browser as JSON, or forgets it. Where the storage is full or denied, the page goes on with what it has. */
export function setKept(key: string, value: unknown, reach: Reach = "browser"): void {
  try {
    if (value === null) storageOf(reach).removeItem(key);
    else storageOf(reach).setItem(key, JSON.stringify(value));
  } catch {
    // What is typed stays on the page; only a reload would lose it.
  }
}
