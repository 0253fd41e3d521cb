import { chromium as browserType, type Page } from "@playwright/test";
import { mkdirSync, readdirSync, rmSync } from "node:fs";
import path from "node:path";
import { ensureBuilt } from "./build.ts";
import { chromium } from "./chromium.ts";
import { openWorkshop } from "./workshop.ts";
import { browserCookies, signIn } from "./signed-in.ts";

interface Picture {
  name: string;
  path: string;
  ground?: "day" | "dark";
  language?: "en" | "es";
  size?: { width: number; height: number };
  whole?: boolean;
  /** What is done before it is taken. */
  before?: (page: Page) => Promise<void>;
}

/** What loading the demo and starting take. */
const LOADING_MS = 22_000;
/** Longer than anything on a page takes to come to rest. */
const SETTLED_MS = 1_500;
const FOLDER = "docs/screenshots";
// Those with a running timer come first, while it runs.
const pictures: Picture[] = [
  { name: "bench", path: "/" },
  { name: "lift", path: "/jobs/GW-1154" },
  { name: "cure", path: "/jobs/GW-1159" },
  { name: "lift-soak-phone", path: "/jobs/GW-1153", size: { width: 390, height: 844 }, ground: "dark" },
  { name: "intake", path: "/jobs/GW-1151" },
  { name: "plan", path: "/plan", before: (page) => page.locator("[data-code]").first().waitFor() },
  { name: "open", path: "/jobs/GW-1152" },
  { name: "clean", path: "/jobs/GW-1155" },
  { name: "film-shelf", path: "/film" },
  { name: "jobs", path: "/jobs" },
  { name: "bond-dark-room", path: "/jobs/GW-1158", ground: "dark" },
  { name: "rework", path: "/jobs/GW-1156" },
  {
    name: "prove",
    path: "/jobs/GW-1160?open=tools%20look",
    before: async (page) => {
      await page.getByRole("button", { name: "Take a picture (simulated camera)" }).click();
      await page.getByTestId("inspected").waitFor();
    },
  },
  { name: "close-spanish", path: "/jobs/GW-1161", language: "es" },
  { name: "certificate", path: "/jobs/GW-1161/certificate" },
  { name: "family-editor", path: "/families/NH-6/edit?part=panel" },
  { name: "new-job", path: "/jobs/new" },
  {
    name: "practice",
    path: "/practice/lower?seed=3",
    before: async (page) => {
      await page.getByRole("button", { name: "Start" }).click();
      const box = (await page.getByRole("application").boundingBox())!;
      for (const share of [0.3, 0.5, 0.68]) {
        await page.mouse.move(box.x + 0.2 * box.width, box.y + share * box.height);
        await page.mouse.down();
        for (let k = 0; k <= 60; k += 1) {
          await page.mouse.move(box.x + (0.2 + 0.0095 * k) * box.width, box.y + share * box.height);
          await page.waitForTimeout(40);
        }
        await page.mouse.up();
      }
    },
  },
  {
    name: "records",
    path: "/records",
    before: (page) => page.getByRole("list", { name: "Success" }).waitFor(),
  },
];

await ensureBuilt();
mkdirSync(FOLDER, { recursive: true });
for (const file of readdirSync(FOLDER)) if (file.endsWith(".png")) rmSync(path.join(FOLDER, file));
// The demo is as of a moment that lies ahead: its windows are still open when the first pictures are taken.
const workshop = await openWorkshop(Date.now() + LOADING_MS);
const browser = await browserType.launch(chromium);
try {
  for (const {
    name,
    path: address,
    ground = "day",
    language = "en",
    size = { width: 1280, height: 800 },
    whole = false,
    before,
  } of pictures) {
    const context = await browser.newContext({ viewport: size, timezoneId: "UTC", reducedMotion: "reduce" });
    await context.addCookies(
      browserCookies({ ...(await signIn(workshop.url)), seen: "yes", ground, language }, workshop.url),
    );
    const page = await context.newPage();
    await page.goto(`${workshop.url}${address}`);
    await page.waitForFunction(() => document.querySelector("astro-island[ssr]") === null);
    // The instrument comes after the page, and what a worker works out after that.
    await page.waitForFunction(
      () => !document.querySelector("[data-testid=answer]")?.textContent?.startsWith("Working"),
    );
    await page.waitForTimeout(SETTLED_MS);
    await before?.(page);
    await page.evaluate(() => document.fonts.ready);
    await page.screenshot({
      path: path.join(FOLDER, `${name}.png`),
      fullPage: whole,
      animations: "disabled",
    });
    await context.close();
    console.log(`${FOLDER}/${name}.png`);
  }
} finally {
  await browser.close();
  await workshop.close();
}
