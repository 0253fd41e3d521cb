import { availableParallelism } from "node:os";
import path from "node:path";
import { Piscina } from "piscina";
import { readLimits } from "../environment.ts";
import { language } from "../../words/language.ts";
import type * as tasks from "./tasks.ts";

type Tasks = typeof tasks;
type TaskName = {
  [Name in keyof Tasks]: Tasks[Name] extends (asked: never) => unknown ? Name : never;
}[keyof Tasks];

/** More was asked than the threads can take on: it may be asked again. */
export class TooBusy extends Error {
  constructor() {
    super("too many calculations are waiting");
    this.name = "TooBusy";
  }
}

/** It took longer, or wanted more memory, than any one asker is given. */
export class TooMuchWork extends Error {
  readonly bound: "seconds" | "memory";
  readonly most: number;
  constructor(bound: "seconds" | "memory", most: number) {
    super(`more than ${most} ${bound === "seconds" ? "s" : "MB"}`);
    this.name = "TooMuchWork";
    this.bound = bound;
    this.most = most;
  }
}

/** So many wait for a thread; the next is told to come again. */
const MOST_WAITING = 16;
/** What a press waits for is short: what takes longer has gone wrong, s. */
const AT_A_PRESS_S = 20;

interface Lane {
  pool: Piscina;
  threads: number;
  /** How long one task may take, s, and what it may keep, MB. */
  seconds: number;
  memoryMb: number;
  /** Asked and not answered yet. */
  underWay: number;
}

const isBuilt = process.env.NODE_ENV === "production";

function laneOf({ threads, seconds, memoryMb }: Omit<Lane, "pool" | "underWay">): Lane {
  const pool = new Piscina({
    // As it was built, or the sources where nothing is.
    filename: path.resolve(isBuilt ? "dist/server/off-thread.mjs" : "server/off-thread/worker.mjs"),
    minThreads: 0,
    maxThreads: threads,
    // A thread that is needed again within the hour is not begun anew, which takes about a second.
    idleTimeout: 3_600_000,
    maxQueue: MOST_WAITING,
    resourceLimits: { maxOldGenerationSizeMb: memoryMb },
  });
  // A thread that ends while nothing runs on it must not take the server with it; the next task has a new one.
  pool.on("error", (error: Error) => console.error(`A thread ended: ${error.message}`));
  return { pool, threads, seconds, memoryMb, underWay: 0 };
}

/** What no press waits for. */
const FOR_ITS_OWN_SAKE: ReadonlySet<TaskName> = new Set<TaskName>([
  "calculate",
  "choose",
  "practise",
  "wake",
]);

let lanes: { press: Lane; calculation: Lane } | null = null;

/** One lane for what a press waits for, one for what is asked for its own sake: neither stands in the other's way. */
function laneFor(name: TaskName): Lane {
  if (!lanes) {
    const { CALCULATION_THREADS, CALCULATION_SECONDS, CALCULATION_MEMORY_MB } = readLimits(process.env);
    const memoryMb = CALCULATION_MEMORY_MB;
    const threads = CALCULATION_THREADS ?? Math.max(1, availableParallelism() - 1);
    lanes = {
      press: laneOf({ threads: 1, seconds: AT_A_PRESS_S, memoryMb }),
      calculation: laneOf({ threads, seconds: CALCULATION_SECONDS, memoryMb }),
    };
  }
  return FOR_ITS_OWN_SAKE.has(name) ? lanes.calculation : lanes.press;
}

/** The first pages of a server that has just been started go before, ms. */
const WAKES_AFTER_MS = 2_000;
let isAwake = !isBuilt;

/** Has the thread that works settings out begin, and work once, before the first page that waits for it. Once in a process. */
export function wakeThread(): void {
  if (isAwake) return;
  isAwake = true;
  const wake = () =>
    offThread("wake", undefined).catch((error: Error) =>
      console.error(`No thread was woken: ${error.message}`),
    );
  setTimeout(() => void wake(), WAKES_AFTER_MS).unref();
}

/** Ends all threads; the next task begins anew, by the environment as it is then. */
export async function endThreads(): Promise<void> {
  const ended = lanes;
  lanes = null;
  if (ended) await Promise.all([ended.press.pool.destroy(), ended.calculation.pool.destroy()]);
}

/** The memory of a body that nobody else has a part in: it is handed over, since copying tens of megabytes keeps everybody waiting. */
function memoryOf(asked: object | undefined): ArrayBuffer[] {
  const bytes: unknown = asked && "bytes" in asked ? asked.bytes : null;
  if (!(bytes instanceof Uint8Array) || !(bytes.buffer instanceof ArrayBuffer)) return [];
  return bytes.byteLength === bytes.buffer.byteLength ? [bytes.buffer] : [];
}

/**
 * Does heavy work on a thread of its own, so that nobody else waits for it. It ends when its time is up or when `asker` has left. A body
 * that is asked with is handed over: the asker has it no more.
 *
 * @throws TooBusy where too many wait already, TooMuchWork where it takes more than it is given, an AbortError where the asker has left
 */
export async function offThread<Name extends TaskName>(
  name: Name,
  asked: Parameters<Tasks[Name]>[0],
  asker?: AbortSignal,
): Promise<ReturnType<Tasks[Name]>> {
  const lane = laneFor(name);
  const hasWaited = lane.underWay >= lane.threads;
  const clock = new AbortController();
  // Its time runs from when it is asked: an asker waits in the line as well.
  const timer = setTimeout(() => clock.abort(), lane.seconds * 1_000);
  const signal = asker ? AbortSignal.any([clock.signal, asker]) : clock.signal;
  lane.underWay += 1;
  try {
    return (await lane.pool.run(
      { task: name, asked, spoken: language() },
      { signal, transferList: memoryOf(asked) },
    )) as ReturnType<Tasks[Name]>;
  } catch (error) {
    if (clock.signal.aborted && !asker?.aborted) {
      throw hasWaited ? new TooBusy() : new TooMuchWork("seconds", lane.seconds);
    }
    const { code, message } = error as { code?: string; message?: string };
    if (code === "ERR_WORKER_OUT_OF_MEMORY") throw new TooMuchWork("memory", lane.memoryMb);
    if (message === "Task queue is at limit") throw new TooBusy();
    throw error;
  } finally {
    lane.underWay -= 1;
    clearTimeout(timer);
  }
}
