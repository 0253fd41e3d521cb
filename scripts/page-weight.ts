import type { Browser } from "@playwright/test";
import { browserCookies, signIn } from "./signed-in.ts";

/** A tablet of some years on a slow line: 1.6 Mbit/s each way, 150 ms there and back, the processor slowed four times. */
const LINE_BYTES_S = (1.6 * 1_000_000) / 8;
const LATENCY_MS = 150;
const SLOWED = 4;
/** Nothing more comes when nothing has come for so long. */
const QUIET_MS = 2_000;

/** What a page weighs as it came over the line, kB, and when its action could be pressed, s. */
export interface PageWeight {
  scriptKb: number;
  styleKb: number;
  fontKb: number;
  pageKb: number;
  worksS: number;
}

type Kind = keyof Omit<PageWeight, "worksS">;

const kindOf = (url: string, type: string): Kind | null =>
  type === "Document"
    ? "pageKb"
    : /\.js(\?|$)/.test(url)
      ? "scriptKb"
      : /\.css(\?|$)/.test(url)
        ? "styleKb"
        : /\.woff2?(\?|$)/.test(url)
          ? "fontKb"
          : null;

/** Loads a page as somebody would for the first time, on a slow line and a slow processor. `works` is what can be pressed at the end. */
export async function weighPage(browser: Browser, address: string, works: string): Promise<PageWeight> {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    serviceWorkers: "block",
  });
  try {
    await context.addCookies(
      browserCookies({ ...(await signIn(new URL(address).origin)), seen: "yes" }, address),
    );
    const page = await context.newPage();
    const line = await context.newCDPSession(page);
    const weight: PageWeight = { scriptKb: 0, styleKb: 0, fontKb: 0, pageKb: 0, worksS: 0 };
    const kinds = new Map<string, Kind>();
    await line.send("Network.enable");
    await line.send("Network.emulateNetworkConditions", {
      offline: false,
      latency: LATENCY_MS,
      downloadThroughput: LINE_BYTES_S,
      uploadThroughput: LINE_BYTES_S,
    });
    await line.send("Emulation.setCPUThrottlingRate", { rate: SLOWED });
    line.on("Network.responseReceived", ({ requestId, response, type }) => {
      const kind = kindOf(response.url, type);
      if (kind) kinds.set(requestId, kind);
    });
    line.on("Network.loadingFinished", ({ requestId, encodedDataLength }) => {
      const kind = kinds.get(requestId);
      if (kind) weight[kind] += encodedDataLength / 1_000;
    });
    const startMs = performance.now();
    await page.goto(address, { waitUntil: "commit" });
    await page.waitForFunction(
      (wanted) => {
        const controls = [...document.querySelectorAll<HTMLButtonElement>(wanted)];
        return controls.some(
          (control) => !control.disabled && !control.closest("astro-island")?.hasAttribute("ssr"),
        );
      },
      works,
      { polling: 50, timeout: 60_000 },
    );
    weight.worksS = (performance.now() - startMs) / 1_000;
    // What is still coming counts too.
    for (let before = -1; before !== weight.scriptKb;) {
      before = weight.scriptKb;
      await page.waitForTimeout(QUIET_MS);
    }
    return weight;
  } finally {
    await context.close();
  }
}
