import type { APIRoute } from "astro";
import { expect } from "chai";
import { readdirSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { faultKind } from "../../server/fault-answer.ts";
import { demoDatabase } from "../fresh-database.ts";
import { call } from "./ask.ts";

const deep = (depth: number) => `${"[".repeat(depth)}${"]".repeat(depth)}`;
const uuid = "7f0c1a52-9f3e-4d0b-8a77-6c1f6a2b1e90";
const move = (more: object) => [
  {
    id: uuid,
    kind: "noted",
    version: 1,
    data: { text: "x" },
    who: "tove",
    toldAt: "2026-01-01T00:00:00Z",
    device: "bench",
    ...more,
  },
];

/** What nobody means well by. */
const bodies: (string | Uint8Array)[] = [
  "",
  "{",
  "null",
  "0",
  '"text"',
  "[]",
  "{}",
  '{"__proto__":{"who":"tove"},"constructor":{"prototype":{}}}',
  deep(20_000),
  `{"id":"${uuid}","who":"\\u0000","code":"GW-\\u0000"}`,
  `{"id":"${uuid}","who":"\\ud800","at":"2026-01-01T00:00:00Z"}`,
  '{"id":"not a uuid","who":"tove","at":"yesterday"}',
  `{"id":"${uuid}","who":"'; DROP TABLE move; --","at":"2026-01-01T00:00:00Z"}`,
  `{"value":1e999,"quantity":-1e-999,"who":"tove"}`,
  JSON.stringify({ who: "x".repeat(200_000) }),
  JSON.stringify(Array.from({ length: 5_000 }, () => ({ id: uuid }))),
  JSON.stringify(move({ kind: "__proto__" })),
  JSON.stringify(move({ data: { text: "a\u0000b" } })),
  JSON.stringify(
    move({ kind: "signed-for", data: { fact: { is: "constructor" }, reason: "long enough a reason" } }),
  ),
  JSON.stringify(move({ version: 9_007_199_254_740_993 })),
  JSON.stringify(move({ kind: "taken-back", data: { event: "\u0000" } })),
  '<?xml version="1.0"?><!DOCTYPE a [<!ENTITY b "bbbb">]><svg>&b;</svg>',
  new Uint8Array([0xff, 0xfe, 0x00, 0x80]),
];

/** What stands in an address where the name of something is meant. */
const names = ["GW-1154", uuid, "%00", "a\u0000b", "..", "x".repeat(3_000), "'; --", "__proto__"];

const routes = ["api", "p", "c"].flatMap((folder) =>
  readdirSync(`src/pages/${folder}`, { recursive: true, encoding: "utf8" })
    .filter((name) => name.endsWith(".ts"))
    .map((name) => `src/pages/${folder}/${name}`),
);

const load = async <Module>(file: string) => (await import(pathToFileURL(path.resolve(file)).href)) as Module;

describe("hostile input", function () {
  this.timeout(240_000);
  before(() => demoDatabase());
  // A thread that begins, or begins again, reads all the sources first: no input is to blame for that. Of the module as the routes have it.
  beforeEach(async () => {
    const { offThread } = await load<typeof import("../../server/off-thread/off-thread.ts")>(
      "server/off-thread/off-thread.ts",
    );
    await offThread("outlineOf", { bytes: new TextEncoder().encode("{}") });
    await offThread("calculate", { name: "lift-stress", bytes: new TextEncoder().encode("{}") });
  });

  it("finds every route", () => expect(routes.length).to.be.above(40));

  for (const file of routes) {
    it(`is answered and not stumbled over by ${file.slice("src/pages".length, -3)}`, async () => {
      const route = await load<Record<string, APIRoute>>(file);
      // Of the module as the routes have it.
      const { asAsker, nobodyAt } =
        await load<typeof import("../../server/access/asker.ts")>("server/access/asker.ts");
      const owner = { ...nobodyAt("10.0.0.1"), role: "owner", who: "tove" } as const;
      const wanted = [...file.matchAll(/\[(\w+)\]/g)].map(([, name]) => name!);
      for (const method of ["GET", "POST", "PUT", "DELETE"]) {
        const handler = route[method];
        if (!handler) continue;
        for (const name of wanted.length > 0 ? names : ["none"]) {
          const params = Object.fromEntries(wanted.map((one) => [one, name]));
          // Every body where the names are such as they are meant, and one where they are not.
          for (const raw of method === "GET"
            ? [""]
            : name === names[0] || name === "none"
              ? bodies
              : ["{}"]) {
            const told = `${method} ${name.slice(0, 40)} ${String(raw).slice(0, 60)}`;
            const stopped = new AbortController();
            const startedMs = performance.now();
            const answer = await asAsker(owner, () =>
              call(handler, {
                params,
                search: "?id=%00&who=tove&at=x&after=-1&code=%25_&q=",
                signal: stopped.signal,
                ...(method === "GET" ? {} : { raw: raw === "" ? " " : raw }),
              }),
            ).catch((error: unknown) => {
              // The middleware answers these: what it would call a fault of the program is one.
              expect(faultKind(error), `${told}: ${(error as Error).stack}`).not.to.equal("program");
              return null;
            });
            const tookMs = performance.now() - startedMs;
            expect(answer?.status ?? 503, told).to.be.below(500 + (answer ? 0 : 100));
            expect(tookMs, told).to.be.below(5_000);
            stopped.abort();
            await answer?.body?.cancel();
          }
        }
      }
    });
  }
});
