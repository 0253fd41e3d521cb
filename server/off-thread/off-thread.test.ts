import { expect } from "chai";
import { performance } from "node:perf_hooks";
import { largestInputs } from "../../scripts/largest-inputs.ts";
import { answerFault } from "../fault-answer.ts";
import type { Problem } from "../problem.ts";
import { endThreads, offThread, TooBusy, TooMuchWork } from "./off-thread.ts";

const bytesOf = (input: unknown) => Buffer.from(JSON.stringify(input));
const quick = {
  lifted: { modulusGpa: 70, thicknessMm: 0.7 },
  base: { support: "held" },
  wedgeMm: 0.3,
  frontMm: 25,
};
const ask = (name: string, input: unknown, asker?: AbortSignal) =>
  offThread("calculate", { name, bytes: bytesOf(input) }, asker);

describe("work on threads of its own", () => {
  const before = { ...process.env };
  beforeEach(() => {
    process.env.CALCULATION_THREADS = "1";
  });
  afterEach(async () => {
    process.env = { ...before };
    await endThreads();
  });

  it("leaves the server free while seconds of work go on", async () => {
    await ask("lift-stress", quick);
    const loopBefore = performance.eventLoopUtilization();
    const done = await ask("cure-dose", largestInputs["cure-dose"]!());
    const { utilization } = performance.eventLoopUtilization(loopBefore);
    expect(done).to.have.property("json");
    // Without a thread the server stood still for all of it. What else a machine does makes both sides of this share longer.
    expect(utilization).to.be.below(0.2);
  });

  it("says by its bound what takes longer than one asker is given", async () => {
    process.env.CALCULATION_SECONDS = "1";
    const error = await ask("heat-field", largestInputs["heat-field"]!()).catch((thrown: unknown) => thrown);
    expect(error).to.be.instanceOf(TooMuchWork).with.include({ bound: "seconds", most: 1 });
    const answer = answerFault(error, "0123abcd");
    const told = (await answer.json()) as Problem;
    expect([answer.status, told.bound, told.most]).to.deep.equal([422, "seconds", 1]);
    expect(told.detail).to.include("more than the 1 s");
  });

  it("says so where the time went by waiting in the line: that may be asked again", async () => {
    process.env.CALCULATION_SECONDS = "1";
    const [first, second] = await Promise.all(
      [1, 2].map(() => ask("heat-field", largestInputs["heat-field"]!()).catch((thrown: unknown) => thrown)),
    );
    expect(first).to.be.instanceOf(TooMuchWork);
    expect(second).to.be.instanceOf(TooBusy);
    const answer = answerFault(second, "0123abcd");
    expect([answer.status, answer.headers.get("retry-after")]).to.deep.equal([503, "1"]);
  });

  it("ends what is worked out for somebody who has left, and goes on with the next", async () => {
    await ask("lift-stress", quick);
    const asker = new AbortController();
    const usedBefore = process.cpuUsage();
    const left = ask("heat-field", largestInputs["heat-field"]!(), asker.signal).catch(
      (thrown: Error) => thrown.name,
    );
    setTimeout(() => asker.abort(), 300);
    expect(await left).to.equal("AbortError");
    expect(await ask("lift-stress", quick)).to.have.property("json");
    // The whole of it takes eleven seconds of a processor, however busy the machine is.
    const { user, system } = process.cpuUsage(usedBefore);
    expect((user + system) / 1e6).to.be.below(6);
  });

  it("outlives a body that would fill the memory", async () => {
    process.env.CALCULATION_MEMORY_MB = "64";
    const bytes = Buffer.from(`[${"[],".repeat(2_000_000)}[]]`);
    const error = await offThread("calculate", { name: "lift-stress", bytes }).catch(
      (thrown: unknown) => thrown,
    );
    expect(error).to.be.instanceOf(TooMuchWork).with.property("bound", "memory");
    expect(await ask("lift-stress", quick)).to.have.property("json");
  });
});
