import type { KeptMove } from "../../../server/store/kept-moves.ts";

const STORE = "moves seen";
const addressOf = (code: string) => `/seen-moves/${code}`;

/** Keeps what this browser has seen of a job beside its page, which was written earlier. Where it may keep nothing, nothing is lost but that. */
export async function keepSeen(code: string, moves: readonly KeptMove[]): Promise<void> {
  try {
    const store = await caches.open(STORE);
    await store.put(addressOf(code), new Response(JSON.stringify(moves)));
  } catch {
    // Without a secure connection there are no such stores, and no kept pages either.
  }
}

/** What this browser saw last of a job. */
export async function lastSeen(code: string): Promise<KeptMove[]> {
  try {
    const kept = await (await caches.open(STORE)).match(addressOf(code));
    return kept ? ((await kept.json()) as KeptMove[]) : [];
  } catch {
    return [];
  }
}
