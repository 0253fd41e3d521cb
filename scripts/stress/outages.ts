import type { Cluster } from "../postgres.ts";
import type { Workshop } from "../workshop.ts";
import { moveOf, open, pause, press, type Ledger } from "./press.ts";

/** Presses without a pause until it is told to end, each client in its own job and all in one. */
function startPressing(ledger: Ledger, url: string, clients: number) {
  let isOver = false;
  const work = async (by: string, shared: string) => {
    for (let job = 1; !isOver; job += 1) {
      const own = await open(ledger, url);
      for (let n = 0; n < 40 && !isOver; n += 1) {
        const code = n % 8 === 7 ? shared : own;
        await press(ledger, url, code, moveOf("noted", { text: `${by} ${job} ${n}` }, by));
        await pause(20 * Math.random());
      }
    }
  };
  const all = open(ledger, url).then((shared) =>
    Promise.all(Array.from({ length: clients }, (_, i) => work(`C${i + 1}`, shared))),
  );
  return async () => {
    isOver = true;
    await all;
  };
}

/** Waits until it can be worked with again. */
async function answersAgain(url: string): Promise<void> {
  const fromMs = performance.now();
  for (;;) {
    const answer = await fetch(`${url}/readyz`, { signal: AbortSignal.timeout(1_000) }).catch(() => null);
    if (answer?.ok) return;
    if (performance.now() - fromMs > 60_000) throw new Error(`${url} does not come back`);
    await pause(10);
  }
}

/** Something goes away and comes back so many times while people press; how long each took until it answered again, ms. */
export async function outages(
  ledger: Ledger,
  workshop: Workshop,
  { times, outage }: { times: number; outage: () => Promise<number> },
): Promise<number[]> {
  const stop = startPressing(ledger, workshop.url, 8);
  const taken: number[] = [];
  for (let n = 0; n < times; n += 1) {
    await pause(800 * Math.random() + 100);
    const backMs = await outage();
    await answersAgain(workshop.url);
    taken.push(performance.now() - backMs);
  }
  await stop();
  return taken;
}

/** Kills the server and starts it again; from when on its coming back counts. */
export const serverKilled = (workshop: Workshop) => async () => {
  await workshop.killServer();
  const fromMs = performance.now();
  await workshop.startServer();
  return fromMs;
};

/** Takes the database away and brings it back; from when on the server ought to answer again. */
export const databaseGone = (cluster: Cluster, how: "in order" | "killed") => async () => {
  await cluster.restart(how);
  return performance.now();
};
