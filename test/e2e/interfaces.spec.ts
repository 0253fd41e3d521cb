import { get, request } from "node:http";
import { askAsOwner, ownersCookie } from "../../scripts/signed-in.ts";
import { largestInputs } from "../../scripts/largest-inputs.ts";
import { expect, test } from "./workshop.ts";

const dose = { areaMm2: 10_000, gapUm: 100, overflowPct: 0, shrinkPct: 0, densityGcm3: 1.1 };

test("a logger without a content type is heard, another site's page is not", async ({ workshop }) => {
  const ask = (headers: Record<string, string>) =>
    askAsOwner(`${workshop.url}/api/calc/adhesive-dose`, {
      method: "POST",
      headers,
      body: JSON.stringify(dose),
    });
  const plain = await ask({ "content-type": "application/x-www-form-urlencoded" });
  expect([plain.status, await plain.json()]).toEqual([
    200,
    { assumed: [], volumeMl: 1, massG: 1.1, beadMm: null },
  ]);
  const foreign = await ask({ origin: "http://elsewhere.test" });
  expect(foreign.status).toBe(403);
  expect(foreign.headers.get("content-type")).toBe("application/problem+json");
  // A browser says whose page asks, also where that page hides where it is from.
  expect((await ask({ "sec-fetch-site": "cross-site" })).status).toBe(403);
  expect((await ask({ "sec-fetch-site": "same-origin" })).status).toBe(200);
});

test("pages and scripts go out packed, live messages one by one", async ({ workshop }) => {
  const plain = await askAsOwner(`${workshop.url}/jobs/GW-1154`, {
    headers: { "accept-encoding": "identity" },
  });
  const size = (await plain.arrayBuffer()).byteLength;
  // As it comes over the wire: fetch would unpack it.
  const cookie = await ownersCookie(workshop.url);
  const packed = await new Promise<number>((resolve, reject) => {
    get(`${workshop.url}/jobs/GW-1154`, { headers: { "accept-encoding": "gzip", cookie } }, (answer) => {
      expect(answer.headers["content-encoding"]).toBe("gzip");
      let bytes = 0;
      answer.on("data", (chunk: Buffer) => (bytes += chunk.length));
      answer.on("end", () => resolve(bytes));
    }).on("error", reject);
  });
  expect(packed).toBeLessThan(size / 3);
  const live = new AbortController();
  const stream = await askAsOwner(`${workshop.url}/api/live`, { signal: live.signal });
  expect(stream.headers.get("content-encoding")).toBe(null);
  live.abort();
});

test("a script that comes to stand in a page is not run", async ({ browser, workshop }) => {
  const context = await browser.newContext();
  const page = await context.newPage();
  const refused: string[] = [];
  page.on("console", (message) => refused.push(message.text()));
  await page.goto(`${workshop.url}/sign-in`);
  await page.evaluate(() => {
    const within = document.createElement("div");
    within.innerHTML = `<img src="/none" onerror="document.title = 'run by an attribute'">`;
    const script = document.createElement("script");
    script.textContent = "document.title = 'run in a page'";
    const foreign = document.createElement("script");
    foreign.src = "https://elsewhere.test/script.js";
    document.body.append(within, script, foreign);
  });
  for (const what of ["event handler", "inline script", "elsewhere.test"])
    await expect.poll(() => refused.filter((text) => text.includes(what)).length, { message: what }).toBe(1);
  expect(await page.title()).not.toContain("run");
  await context.close();
});

test("the schemas are published, and an address that does not exist says so", async ({ workshop }) => {
  const schema = await (await askAsOwner(`${workshop.url}/api/calc/heat-soak/schema`)).json();
  expect(schema.input.required).toEqual(["layers", "startC", "phases"]);
  const published = await (await askAsOwner(`${workshop.url}/api/schemas/job`)).json();
  expect(published.required).toContain("moves");
  expect((await askAsOwner(`${workshop.url}/api/calc/no-such`, { method: "POST", body: "{}" })).status).toBe(
    404,
  );
  expect((await askAsOwner(`${workshop.url}/jobs/GW-0`)).status).toBe(404);
});

test("it says that it lives and is ready, and a stop lets what is being answered end", async ({
  workshop,
}) => {
  const status = async (path: string) => (await askAsOwner(`${workshop.url}${path}`)).status;
  expect([await status("/healthz"), await status("/readyz")]).toEqual([200, 200]);
  const live = await askAsOwner(`${workshop.url}/api/live`);
  // Some seconds of work, on a thread of its own: others are answered meanwhile. A stop waits for it no longer than eight.
  const largest = largestInputs["cure-dose"]!() as { lamps: unknown[] };
  const long = askAsOwner(`${workshop.url}/api/calc/cure-dose`, {
    method: "POST",
    body: JSON.stringify({ ...largest, lamps: largest.lamps.slice(0, 50) }),
  });
  await new Promise((resolve) => setTimeout(resolve, 700));
  const askedMs = performance.now();
  expect(await status("/api/calc")).toBe(200);
  expect(performance.now() - askedMs).toBeLessThan(1_000);
  const stopped = workshop.stopServer();
  expect((await long).status).toBe(200);
  await stopped;
  // The live line was hung up, not waited for.
  await live.body!.cancel().catch(() => undefined);
  await expect(askAsOwner(`${workshop.url}/healthz`)).rejects.toThrow();
  await workshop.startServer();
  expect(await status("/readyz")).toBe(200);
});

test("a body that says that it is too large is not read", async ({ workshop }) => {
  const cookie = await ownersCookie(workshop.url);
  const answer = await new Promise<number>((resolve, reject) => {
    const asked = request(
      `${workshop.url}/api/jobs`,
      { method: "POST", headers: { "content-length": String(1e9), cookie } },
      ({ statusCode }) => {
        asked.destroy();
        resolve(statusCode!);
      },
    );
    asked.on("error", reject);
    asked.flushHeaders();
  });
  expect(answer).toBe(413);
});
