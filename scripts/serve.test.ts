import { expect } from "chai";
import { X509Certificate } from "node:crypto";
import { EventEmitter, once } from "node:events";
import { copyFileSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { get } from "node:https";
import { tmpdir } from "node:os";
import path from "node:path";
import { connect } from "node:tls";
import { freePortFrom, serve } from "./serve.ts";

const certificate = "test/fixtures/tls-for-tests.crt";
const key = "test/fixtures/tls-for-tests.key";

/** What is answered over TLS, by a client that trusts this certificate alone. */
const secure = (port: number, at: string): Promise<{ status: number; text: string }> =>
  new Promise((resolve, reject) => {
    get(
      {
        host: "127.0.0.1",
        port,
        path: at,
        servername: "bench.test",
        ca: readFileSync(certificate),
        agent: false,
      },
      (answer) => {
        let text = "";
        answer.on("data", (chunk: Buffer) => (text += chunk.toString()));
        answer.on("end", () => resolve({ status: answer.statusCode!, text }));
      },
    ).on("error", reject);
  });

describe("serving", () => {
  const stops: (() => Promise<void>)[] = [];
  afterEach(async () => {
    await Promise.all(stops.splice(0).map((stop) => stop()));
  });

  const settings = async (more: object = {}) => ({
    HOST: "127.0.0.1",
    PORT: await freePortFrom(21_000 + (process.pid % 5_000)),
    ...more,
  });

  it("is by HTTPS with the shop's certificate, and panels find their test, and nothing else, on a plain port", async () => {
    const PANEL_PORT = await freePortFrom(27_000 + (process.pid % 5_000));
    const given = await settings({ TLS_CERT: certificate, TLS_KEY: key, PANEL_PORT });
    stops.push(await serve((request, response) => response.end(`asked ${request.url}`), given));
    expect(await secure(given.PORT, "/jobs/GW-1")).to.deep.equal({ status: 200, text: "asked /jobs/GW-1" });
    const plain = async (at: string) => {
      const answer = await fetch(`http://127.0.0.1:${PANEL_PORT}${at}`);
      return [answer.status, await answer.text()];
    };
    expect(await plain("/p/ABCD2345")).to.deep.equal([200, "asked /p/ABCD2345"]);
    expect(await plain("/p?code=x")).to.deep.equal([200, "asked /p?code=x"]);
    for (const at of ["/", "/jobs/GW-1", "/api/jobs?find=g", "/photos/p/", "/pq"]) {
      expect((await plain(at))[0], at).to.equal(404);
    }
  });

  it("says which file of the certificate it cannot read", async () => {
    const given = await settings({ TLS_CERT: certificate, TLS_KEY: "/nowhere/shop.key" });
    const failed = await serve(() => undefined, given).catch((error: Error) => error.message);
    expect(failed).to.match(/^TLS_KEY cannot be read: .*nowhere/);
  });

  it("takes a renewed certificate without a restart", async () => {
    const folder = mkdtempSync(path.join(tmpdir(), "half-lift-tls-"));
    const [TLS_CERT, TLS_KEY] = [path.join(folder, "shop.crt"), path.join(folder, "shop.key")];
    const put = (which: string) => {
      copyFileSync(`test/fixtures/${which}.key`, TLS_KEY);
      copyFileSync(`test/fixtures/${which}.crt`, TLS_CERT);
    };
    put("tls-for-tests");
    const given = await settings({ TLS_CERT, TLS_KEY });
    stops.push(await serve((_, response) => response.end("here"), given, { renewalLookMs: 20 }));
    const shown = () =>
      new Promise<string>((resolve, reject) => {
        const line = connect({ port: given.PORT, rejectUnauthorized: false }, () => {
          resolve(line.getPeerCertificate().fingerprint256);
          line.destroy();
        });
        line.once("error", reject);
      });
    const first = await shown();
    put("tls-for-tests-renewed");
    let now = first;
    while (now === first) now = await shown();
    const renewed = new X509Certificate(readFileSync(TLS_CERT));
    expect(now).to.equal(renewed.fingerprint256);
    rmSync(folder, { recursive: true });
  }).timeout(10_000);

  it("answers what is on its way before it stops, and hangs up live lines", async () => {
    const given = await settings();
    const url = `http://127.0.0.1:${given.PORT}`;
    const waiting = new EventEmitter();
    const stop = await serve((request, response) => {
      if (request.url === "/live") {
        response.writeHead(200, { "content-type": "text/event-stream" });
        response.write(": here\n\n");
      } else {
        waiting.once("answer", () => response.end("done"));
        waiting.emit("asked");
      }
    }, given);
    const live = await fetch(`${url}/live`);
    const asked = once(waiting, "asked");
    const slow = fetch(`${url}/slow`);
    await asked;
    const stopped = stop();
    expect(await live.text().catch(() => "hung up")).to.equal("hung up");
    waiting.emit("answer");
    expect(await (await slow).text()).to.equal("done");
    await stopped;
    expect(await fetch(url).catch(() => "nobody")).to.equal("nobody");
  });
});
