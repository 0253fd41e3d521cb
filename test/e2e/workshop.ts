import { test as base, expect, type Page } from "@playwright/test";
import type { JobEvent } from "../../core/job/event.ts";
import { foldJob, type JobState } from "../../core/job/fold.ts";
import { openWorkshop, type Workshop } from "../../scripts/workshop.ts";
import type { BenchHand } from "../bench-hand.ts";

export { expect };

/** Every worker has a workshop of its own: a throwaway database with the demo, and the server as in production. */
export const test = base.extend<object, { workshop: Workshop }>({
  workshop: [
    async ({}, use) => {
      const workshop = await openWorkshop();
      await use(workshop);
      await workshop.close();
    },
    { scope: "worker", timeout: 90_000 },
  ],
  baseURL: async ({ workshop }, use) => use(workshop.url),
});

export async function standAtBench(
  page: Page,
  url: string,
  more: Record<string, string> = {},
): Promise<void> {
  const cookies = { who: "tove", ground: "day", ...more };
  await page.context().addCookies(Object.entries(cookies).map(([name, value]) => ({ name, value, url })));
}

/** Waits until every island on the page answers: before that it is a picture of itself. */
export const awake = (page: Page) =>
  expect(page.locator("astro-island[ssr], [aria-busy=true]")).toHaveCount(0, { timeout: 20_000 });

export async function visit(page: Page, path: string): Promise<void> {
  await page.goto(path);
  await awake(page);
}

export async function eventsOf(url: string, code: string): Promise<JobEvent[]> {
  const answer = await fetch(`${url}/api/jobs/${code}/events`);
  return ((await answer.json()) as { events: JobEvent[] }).events;
}

export const stateOf = async (url: string, code: string): Promise<JobState> =>
  foldJob(await eventsOf(url, code));

/** Opens a job over the API, for tests whose concern begins later. */
export async function openJob(url: string, code: string, family: string, route: string): Promise<void> {
  const answer = await fetch(`${url}/api/jobs`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({
      id: crypto.randomUUID(),
      code,
      family,
      opening: {
        id: crypto.randomUUID(),
        stage: "intake",
        kind: "job-opened",
        who: "tove",
        at: new Date().toISOString(),
        data: { route, complaint: "cracked", dueAt: null },
      },
    }),
  });
  expect(answer.status).toBe(201);
}

/** A job that was worked in memory, brought in over the API as it stands. */
export async function bringIn(url: string, code: string, hand: BenchHand): Promise<void> {
  const send = (path: string, body: object) =>
    fetch(`${url}${path}`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(body),
    });
  const [opening, ...worked] = hand.events;
  const job = { id: crypto.randomUUID(), code, family: hand.family.code, opening };
  expect((await send("/api/jobs", job)).status).toBe(201);
  expect((await send(`/api/jobs/${code}/events`, worked)).status).toBe(201);
}

export const bar = (page: Page) => page.getByRole("region", { name: "Next action" });
export const bigButton = (page: Page) => bar(page).locator("button[aria-keyshortcuts='Space PageDown']");

/** Longer than a bouncing pedal, shorter than any timer. */
const PAST_BOUNCE_MS = 500;
/** Longer than any soak or exposure of the demo families. */
const PAST_TIMERS_MS = 20 * 60_000;

/** Passes the time in which a press counts as a bounce. The page's clock must have been installed. */
export const settle = (page: Page) => page.clock.fastForward(PAST_BOUNCE_MS);

/** Lets a running timer of the next step run out, then presses, and waits until the press has arrived. */
export async function pressOnce(
  page: Page,
  url: string,
  code: string,
  press: () => Promise<void>,
): Promise<void> {
  const before = (await eventsOf(url, code)).length;
  const isTiming = (await bigButton(page).innerText()).includes("early");
  if (isTiming) {
    await page.clock.fastForward(PAST_TIMERS_MS);
    await expect(bigButton(page)).not.toContainText("early");
  }
  await settle(page);
  await press();
  await expect
    .poll(async () => (await eventsOf(url, code)).length, { intervals: [20, 40, 80] })
    .toBeGreaterThan(before);
}
