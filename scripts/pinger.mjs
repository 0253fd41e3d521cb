import { parentPort, workerData } from "node:worker_threads";

const { url, everyMs, cookie } = workerData;
let isAsked = false;
parentPort.on("message", () => {
  isAsked = true;
});
for (let longestMs = 0; ;) {
  const fromMs = performance.now();
  await (await fetch(`${url}/api/bench`, { headers: { cookie } })).arrayBuffer();
  longestMs = Math.max(longestMs, performance.now() - fromMs);
  // Told after a ping, so that one that is still under way counts.
  if (isAsked) {
    parentPort.postMessage(longestMs);
    isAsked = false;
    longestMs = 0;
  }
  await new Promise((resolve) => setTimeout(resolve, everyMs));
}
