import { parentPort } from "node:worker_threads";
import { register } from "tsx/esm/api";

register();
const { findLines } = await import("../core/prove/find-lines.ts");

// Finds the lines of a picture while the thread that asked does the rest of the look.
parentPort?.on("message", (asked) => parentPort?.postMessage(findLines(asked)));
