import type { LiveTask } from "../workers/live.worker.ts";

/** A worker that looks for what it is told in each frame that it gets. */
export function beginLive(task: LiveTask): Worker {
  const worker = new Worker(new URL("../workers/live.worker.ts", import.meta.url), { type: "module" });
  worker.postMessage(task);
  return worker;
}
