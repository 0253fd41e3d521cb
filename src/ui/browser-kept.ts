/** For how long: in all tabs until it is forgotten, or in this tab until it is shut. */
type Reach = "browser" | "tab";

/** Asking for a storage that is denied throws already. */
const storageOf = (reach: Reach): Storage => (reach === "tab" ? sessionStorage : localStorage);

/** A text that this browser has kept; null where it has none or may keep nothing. */
export function readKept(key: string, reach: Reach = "browser"): string | null {
  try {
    return storageOf(reach).getItem(key);
  } catch {
    return null;
  }
}

/** Keeps a text in this browser, or forgets it. Where the storage is full or denied, the page goes on with what it has. */
export function setKept(key: string, text: string | null, reach: Reach = "browser"): void {
  try {
    if (text === null) storageOf(reach).removeItem(key);
    else storageOf(reach).setItem(key, text);
  } catch {
    // What is typed stays on the page; only a reload would lose it.
  }
}
