import { readdirSync, readFileSync } from "node:fs";
import { Agent, get } from "node:http";
import { parseArgs } from "node:util";
import { ensureBuilt } from "./build.ts";
import { numberOption } from "./number-option.ts";
import { percentile } from "./percentile.ts";
import { Ledger, moveOf, open, pause } from "./stress/press.ts";
import { openWorkshop } from "./workshop.ts";
import { ownersCookie } from "./signed-in.ts";

const HELP = `npm run load [-- --clients 50 --seconds 60 --thought 2 --streams 300 --processes 1]

Works at a demo workshop as many people at a time would: each asks for the bench, a job, what is
new in it and the bench's list, presses once, and begins again, with so many seconds of thought
between two of these. Beside them pages are open that only listen. Prints how long answers took.
Client, server and database share this machine.

  --clients    how many people (default 50)
  --seconds    how long (default 60)
  --thought    between two things that one does, s (default 2)
  --streams    how many pages listen (default 300)
  --processes  how many server processes (default 1)`;

const { values } = parseArgs({
  options: {
    clients: { type: "string", default: "50" },
    seconds: { type: "string", default: "60" },
    thought: { type: "string", default: "2" },
    streams: { type: "string", default: "300" },
    processes: { type: "string", default: "1" },
    help: { type: "boolean" },
  },
});
if (values.help) {
  console.log(HELP);
  process.exit(0);
}

const count = (name: "clients" | "seconds" | "thought" | "streams" | "processes", least: number) =>
  numberOption(name, values[name], least, 10_000);
const clients = count("clients", 1);
const seconds = count("seconds", 1);
const thoughtMs = count("thought", 0) * 1_000;
const streams = count("streams", 0);
process.env.PROCESSES = String(count("processes", 1));

await ensureBuilt();
const workshop = await openWorkshop();
const { url } = workshop;
const ledger = new Ledger();
const taken = new Map<string, number[]>();
const errors = new Map<string, number>();
let heard = 0;

const failed = (how: string) => errors.set(how, (errors.get(how) ?? 0) + 1);

async function timed(what: string, ask: () => Promise<Response>): Promise<void> {
  const fromMs = performance.now();
  try {
    const answer = await ask();
    const said = await answer.text();
    if (!answer.ok) failed(`${what}: ${answer.status} ${said.slice(0, 200)}`);
  } catch (error) {
    failed(`${what}: ${(error as Error).message}`);
  }
  const list = taken.get(what) ?? [];
  list.push(performance.now() - fromMs);
  taken.set(what, list);
}

/** A page that is open and listens. */
const listen = (agent: Agent, at: string): Promise<() => void> =>
  new Promise((resolve, reject) => {
    const request = get(`${url}${at}`, { agent, headers: { cookie } }, (answer) => {
      answer.on("data", (chunk: Buffer) => {
        heard += chunk.toString().split("data: ").length - 1;
      });
      answer.on("error", () => undefined);
      resolve(() => request.destroy());
    });
    request.once("error", reject);
  });

const cookie = await ownersCookie(url);
const codes = await Promise.all(Array.from({ length: clients }, () => open(ledger, url)));
const agent = new Agent({ keepAlive: true, maxSockets: Infinity });
const lines = await Promise.all(
  Array.from({ length: streams }, (_, n) => listen(agent, `/api/live?job=${codes[n % clients]}`)),
);

let isOver = false;
async function work(n: number): Promise<void> {
  const code = codes[n]!;
  const headers = { cookie };
  const read = (what: string, at: string) => timed(what, () => fetch(`${url}${at}`, { headers }));
  const post = (what: string, body: unknown) =>
    timed(what, () =>
      fetch(`${url}/api/jobs/${code}/moves`, {
        method: "POST",
        headers: { ...headers, "content-type": "application/json" },
        body: JSON.stringify(body),
      }),
    );
  // Not all begin in the same moment.
  await pause(Math.random() * thoughtMs * 5);
  for (let seq = 1; !isOver; seq += 1) {
    const round = [
      () => read("bench page", "/"),
      () => read("job page", `/jobs/${code}`),
      () => read("what is new", `/api/jobs/${code}/moves?after=${seq}`),
      () => read("bench list", "/api/bench"),
      () => post("press", [moveOf("noted", { text: `Round ${seq}` }, "bench")]),
    ];
    for (const step of round) {
      if (isOver) return;
      await step();
      await pause(thoughtMs * (0.5 + Math.random()));
    }
  }
}

/** What the server's processes hold in memory, MB; null where the system does not tell. */
function memoryMb(): number | null {
  const pages = (pid: string) => Number(readFileSync(`/proc/${pid}/statm`, "utf8").split(" ")[1]);
  const isOurs = (pid: string, parent: string) =>
    pid === parent || readFileSync(`/proc/${pid}/stat`, "utf8").split(") ").at(-1)!.split(" ")[1] === parent;
  try {
    const parent = String(workshop.serverPid());
    const pids = readdirSync("/proc").filter((name) => /^\d+$/.test(name) && isOurs(name, parent));
    return Math.round((pids.reduce((sum, pid) => sum + pages(pid), 0) * 4_096) / 1024 / 1024);
  } catch {
    return null;
  }
}

/** Ten looks at the memory while it lasts. */
const memory: (number | null)[] = [];
const looking = setInterval(() => memory.push(memoryMb()), seconds * 100);

const fromMs = performance.now();
const working = Promise.all(Array.from({ length: clients }, (_, n) => work(n)));
await pause(seconds * 1_000);
isOver = true;
clearInterval(looking);
await working;
const lastedS = (performance.now() - fromMs) / 1_000;

const all = [...taken.values()].flat();
const spread = (times: readonly number[]) => {
  const at = (part: number) => `${Math.round(percentile(times, part) ?? 0)} ms`;
  return { answers: times.length, median: at(0.5), p95: at(0.95), longest: at(1) };
};
console.log(
  `${clients} clients, ${thoughtMs / 1_000} s of thought, ${streams} listening, ${values.processes} server process(es), ${Math.round(lastedS)} s`,
);
console.table(
  Object.fromEntries([...taken, ["all", all] as const].map(([what, times]) => [what, spread(times)])),
);
console.log(
  `${(all.length / lastedS).toFixed(1)} answers a second, ${[...errors.values()].reduce((sum, n) => sum + n, 0)} errors, ${heard} live messages heard`,
);
console.log(`Memory of the server: ${memory.join(", ")} MB`);
for (const [how, n] of errors) console.log(`${n} times ${how}`);
lines.forEach((close) => close());
agent.destroy();
await workshop.close();
process.exit(errors.size > 0 ? 1 : 0);
