import { expect } from "chai";
import { spawn, spawnSync, type ChildProcess } from "node:child_process";
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";

interface Posted {
  path: string;
  body: { id: string; who: string; quantity: string; value: number; at: string };
}

/** A shop that is away at first, and then takes what it is sent. */
async function shopThat(isAwayFor: number): Promise<{ server: Server; url: string; posted: Posted[] }> {
  const posted: Posted[] = [];
  let asked = 0;
  const server = createServer((request, response) => {
    let text = "";
    request.on("data", (part: Buffer) => (text += part.toString()));
    request.on("end", () => {
      asked += 1;
      if (asked <= isAwayFor) return void response.writeHead(503).end();
      posted.push({ path: request.url!, body: JSON.parse(text) as Posted["body"] });
      return void response.writeHead(200).end("{}");
    });
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  return { server, url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, posted };
}

/** A pseudo-terminal that stands for the instrument's port: its path, and what prints to it. */
async function terminal(): Promise<{ path: string; print: (text: string) => void; held: ChildProcess }> {
  const held = spawn("script", ["-qfec", "tty; exec sleep 600", "/dev/null"], {
    stdio: ["pipe", "pipe", "ignore"],
  });
  const path = await new Promise<string>((resolve) => {
    held.stdout.on("data", (part: Buffer) => {
      const found = /\/dev\/pts\/\d+/.exec(part.toString());
      if (found) resolve(found[0]);
    });
  });
  return { path, print: (text) => void held.stdin.write(text), held };
}

async function until(holds: () => boolean): Promise<void> {
  const endMs = Date.now() + 20_000;
  while (!holds()) {
    if (Date.now() > endMs) throw new Error("It did not come to that.");
    await new Promise((resolve) => setTimeout(resolve, 30));
  }
}

const bridge = (args: readonly string[]) => ["--import", "tsx", "scripts/bridge.ts", ...args];

describe("the bridge of an instrument", () => {
  it("reads a port's lines by their learned form, waits for a shop that is away, and posts each reading once and in order", async () => {
    const { server, url, posted } = await shopThat(1);
    const { path, print, held } = await terminal();
    const told = ["--job", "GW-1151", "--who", "tove", "--quantity", "mass", "--shop", url, "--every", "0"];
    const running = spawn(process.execPath, bridge([path, ...told]), { stdio: ["ignore", "pipe", "pipe"] });
    let said = "";
    for (const stream of [running.stdout, running.stderr])
      stream.on("data", (part: Buffer) => (said += part.toString()));
    try {
      await until(() => said.includes("Reading /dev/pts"));
      print("Scale ready\r\nST,GS,+  1250.0 mg\r\n");
      await until(() => said.includes("does not answer"));
      // Half a line, one that is not steady, and one beyond what a scale of this kind can show.
      print("ST,GS,+  13");
      print(
        "07.5 mg\r\nUS,GS,+  1400.0 mg\r\nST,GS,+ 99999999.0 mg\r\nST,GS,-     2.5 mg\r\nST,GS,+  1311.0 mg\r\n",
      );
      await until(() => posted.length === 3);
      expect(said).to.include('Learned from "ST,GS,+  1250.0 mg": 1250 mg, kept as Adhesive laid in g.');
      expect(posted.map(({ body }) => body.value)).to.deep.equal([1.25, 1.3075, 1.311]);
      expect(new Set(posted.map(({ body }) => body.id)).size).to.equal(3);
      expect(posted[0]!.path).to.equal("/api/jobs/GW-1151/readings");
      expect(posted[0]!.body).to.include({ who: "tove", quantity: "mass" });
      expect(said).to.include("Not sent").and.to.include("99999.999");
    } finally {
      running.kill();
      held.kill();
      server.close();
    }
  }).timeout(60_000);

  it("says what is wrong with how it is called, and when the port is not there", () => {
    const run = (args: readonly string[]) => spawnSync(process.execPath, bridge(args), { encoding: "utf8" });
    const wrong = run(["/dev/none", "--job", "GW-1", "--who", "tove", "--quantity", "weight", "--baud", "3"]);
    expect(wrong.status).to.equal(2);
    expect(wrong.stderr)
      .to.match(/--quantity: "weight" must be one of .*mass/)
      .and.match(/--baud: .*110/);
    const gone = run(["/dev/none", "--job", "GW-1", "--who", "tove", "--quantity", "mass"]);
    expect(gone.status).to.equal(1);
    expect(gone.stderr).to.include("/dev/none");
  }).timeout(30_000);
});
