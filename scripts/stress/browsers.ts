import { chromium as browserType } from "@playwright/test";
import { execFile } from "node:child_process";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { promisify } from "node:util";
import { chromium } from "../chromium.ts";
import type { Workshop } from "../workshop.ts";
import { open, pause, type Ledger } from "./press.ts";
import { askAsOwner, browserCookies, signIn } from "../signed-in.ts";

/** What became of the presses of browsers that were killed. */
export interface KilledBrowsers {
  /** Notes that the screen showed as saved before the kill. */
  shown: number;
  lost: number;
  doubled: number;
}

const textsOf = async (url: string, code: string): Promise<string[]> => {
  const answer = await askAsOwner(`${url}/api/jobs/${code}/moves?after=0`);
  const { moves } = (await answer.json()) as { moves: { kind: string; data: { text: string } }[] };
  return moves.filter(({ kind }) => kind === "noted").map(({ data }) => data.text);
};

const LONGEST_WAIT_MS = 20_000;

/**
 * A technician saves a note in a real browser, which is killed with -9 within 0 to 3 s. Half of the times the server cannot be reached at the
 * press. The browser is opened again on the bench page; what the screen showed as saved must arrive, once.
 */
export async function killBrowsers(
  ledger: Ledger,
  { url }: Workshop,
  times: number,
): Promise<KilledBrowsers> {
  const profile = await mkdtemp(path.join(tmpdir(), "half-lift-stress-"));
  const result: KilledBrowsers = { shown: 0, lost: 0, doubled: 0 };
  const browse = async () => {
    await rm(path.join(profile, "SingletonLock"), { force: true });
    const context = await browserType.launchPersistentContext(profile, { ...chromium, baseURL: url });
    await context.addCookies(browserCookies(await signIn(url), url));
    return { context, page: context.pages()[0] ?? (await context.newPage()) };
  };
  for (let n = 0; n < times; n += 1) {
    const text = `Note ${n + 1}, then the battery was flat`;
    const code = await open(ledger, url);
    const { context, page } = await browse();
    await page.goto(`/jobs/${code}`);
    await page.waitForFunction(() => !document.querySelector("astro-island[ssr], [aria-busy=true]"));
    await page.getByRole("button", { name: "Note" }).click();
    const note = page.getByRole("textbox", { name: "Note", exact: true });
    await note.fill(text);
    if (n % 2 === 1) await page.route("**/api/jobs/**", (route) => route.abort());
    await page.getByRole("button", { name: "Save note" }).click();
    // Saved is what the list of steps ticks, by the server's answer, and what the strip at the top counts as kept here.
    const saved = page.getByText(`✓ Note: ${text}`).or(page.getByRole("button", { name: "is not sent yet" }));
    const isShown = await saved
      .first()
      .waitFor({ timeout: 3_000 })
      .then(
        () => true,
        () => false,
      );
    await pause(Math.random() * 3_000);
    const killed = context.waitForEvent("close");
    await promisify(execFile)("pkill", ["-9", "-f", profile]);
    await killed;
    const again = await browse();
    await again.page.goto("/");
    const untilMs = Date.now() + LONGEST_WAIT_MS;
    let found = 0;
    while (found === 0 && Date.now() < untilMs) {
      found = (await textsOf(url, code)).filter((one) => one === text).length;
      if (found === 0) await pause(100);
    }
    await again.context.close();
    found = (await textsOf(url, code)).filter((one) => one === text).length;
    if (isShown) result.shown += 1;
    if (isShown && found === 0) result.lost += 1;
    if (found > 1) result.doubled += 1;
  }
  await rm(profile, { recursive: true, force: true });
  return result;
}
