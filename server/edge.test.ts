import { expect } from "chai";
import { get, type IncomingMessage } from "node:http";
import { hostname } from "node:os";
import { freePortFrom, serve } from "../scripts/serve.ts";
import { hostName, isAllowedHost, type EdgeSettings } from "./edge.ts";

describe("the edge", () => {
  it("answers to addresses in figures, to this machine's own names and to those that the shop has named, and to no other", () => {
    const named: EdgeSettings = { ALLOWED_HOSTS: ["bench.example"], PUBLIC_URL: "https://repairs.example/" };
    for (const host of [
      "127.0.0.1:4321",
      "192.168.1.20",
      "[::1]:4321",
      "[fe80::1]",
      "localhost:4321",
      "Bench.Example:443",
      "repairs.example",
      hostname(),
      `${hostname()}.local:4321`,
    ])
      expect(isAllowedHost(host, named), host).to.equal(true);
    for (const host of [
      undefined,
      "",
      "evil.example",
      "bench.example.evil.example",
      "127.0.0.1.evil.example",
      "localhost.evil.example:4321",
      "evil.example:bench.example",
      "bench.example@evil.example",
      "2130706433.evil.example",
      "bench.example, evil.example",
    ])
      expect(isAllowedHost(host, named), String(host)).to.equal(false);
    expect(isAllowedHost("bench.example", {})).to.equal(false);
    expect(hostName("BENCH.example:80")).to.equal("bench.example");
  });

  describe("on a line", () => {
    const stops: (() => Promise<void>)[] = [];
    afterEach(async () => {
      await Promise.all(stops.splice(0).map((stop) => stop()));
    });
    const started = async (settings: EdgeSettings) => {
      const PORT = await freePortFrom(22_000 + (process.pid % 5_000));
      let asked: IncomingMessage["headers"] | null = null;
      stops.push(
        await serve(
          (request, response) => {
            asked = { ...request.headers };
            response.end("here");
          },
          { HOST: "127.0.0.1", PORT, ...settings },
        ),
      );
      return (headers: Record<string, string>) =>
        new Promise<{ status: number; text: string; told: IncomingMessage["headers"]; asked: typeof asked }>(
          (resolve, reject) => {
            asked = null;
            get({ host: "127.0.0.1", port: PORT, headers, agent: false }, (answer) => {
              let text = "";
              answer.on("data", (chunk: Buffer) => (text += chunk.toString()));
              answer.on("end", () =>
                resolve({ status: answer.statusCode!, text, told: answer.headers, asked }),
              );
            }).on("error", reject);
          },
        );
    };

    it("refuses a name that was led here before anything is done, and says what to set", async () => {
      const ask = await started({});
      const refused = await ask({ host: "rebound.example:4321" });
      expect(refused.status).to.equal(421);
      expect(refused.text).to.include("rebound.example").and.to.include("ALLOWED_HOSTS");
      expect(refused.asked).to.equal(null);
      const { status, told } = await ask({});
      expect(status).to.equal(200);
      expect(told).to.include({ "x-content-type-options": "nosniff", "x-frame-options": "DENY" });
      expect(told["content-security-policy"]).to.include("frame-ancestors 'none'");
      const scripts = /script-src ([^;]*)/.exec(String(told["content-security-policy"]))![1]!;
      expect(scripts.replaceAll(/'sha256-[\w+/]{43}='/g, "hash").split(" ")).to.deep.equal([
        "'self'",
        "'wasm-unsafe-eval'",
        "hash",
        "hash",
        "hash",
      ]);
      expect(told["permissions-policy"]).to.include("camera=(self)").and.to.include("microphone=()");
      expect(told["strict-transport-security"]).to.equal(undefined);
    });

    it("takes nobody's word for who asks but a named proxy's, and of its words the last", async () => {
      const claimed = {
        "x-forwarded-for": "198.51.100.9, 203.0.113.4",
        "x-forwarded-host": "evil.example",
        "x-real-ip": "198.51.100.9",
      };
      const stranger = await (await started({}))(claimed);
      expect(stranger.asked).not.to.have.any.keys(...Object.keys(claimed));
      const proxied = await (await started({ TRUSTED_PROXIES: ["127.0.0.1"] }))(claimed);
      expect(proxied.asked).to.include({ "x-forwarded-for": "203.0.113.4" });
    });
  });
});
