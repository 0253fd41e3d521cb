import { test as base, expect, type Page } from "@playwright/test";
import pg from "pg";
import { sceneAtStart } from "../../core/device/start.ts";
import type { Scene } from "../../core/device/scene.ts";
import { replay, replayOn } from "../../core/job/replay.ts";
import { deviceRules } from "../../core/moves.ts";
import type { Family } from "../../core/stack/family.ts";
import { openWorkshopIn, type Workshop } from "../../scripts/workshop.ts";
import { askAsOwner, browserCookies, sendAsOwner, signIn } from "../../scripts/signed-in.ts";
import type { KeptMove } from "../../server/store/kept-moves.ts";
import type { WorkedJob } from "../bench-hand.ts";

export { expect };

/** Every worker has a workshop of its own: a copy of the demo's database, and the server as in production. */
export const test = base.extend<{ allowed: void }, { workshop: Workshop }>({
  // What a page loads and runs is what the policy that it comes with allows.
  allowed: [
    async ({ context }, use) => {
      const refused: string[] = [];
      context.on("console", (message) => {
        if (message.text().includes("Content Security Policy")) refused.push(message.text());
      });
      await use();
      expect(refused).toEqual([]);
    },
    { auto: true },
  ],
  workshop: [
    async ({}, use) => {
      const workshop = await openWorkshopIn(process.env.HALF_LIFT_CLUSTER!);
      await use(workshop);
      await workshop.close();
    },
    { scope: "worker", timeout: 240_000 },
  ],
  baseURL: async ({ workshop }, use) => use(workshop.url),
});

/** Signs somebody in at a page, Tove where nobody else is named, and sets what they have set. */
export async function standAtBench(
  page: Page,
  url: string,
  { who = "tove", ...more }: Record<string, string> = {},
): Promise<void> {
  const cookies = { ground: "day", ...more, ...(await signIn(url, who)) };
  await page.context().addCookies(browserCookies(cookies, url));
}

/** Makes a page's browser a tablet of the shop, at which nobody is signed in. */
export async function holdTablet(page: Page, url: string, name = "Bench tablet"): Promise<void> {
  const { code } = (await (await sendAsOwner(`${url}/api/tablets`, { name })).json()) as { code: string };
  const answer = await page.request.post(`${url}/api/join`, { data: { code } });
  expect(answer.status()).toBe(201);
}

/** Waits until every island on the page answers: before that it is a picture of itself. */
export const awake = (page: Page) =>
  expect(page.locator("astro-island[ssr], [aria-busy=true]")).toHaveCount(0, { timeout: 20_000 });

/** Shows the page in another language. */
export async function speak(page: Page, url: string, language: "en" | "es"): Promise<void> {
  await page.context().addCookies([{ name: "language", value: language, url }]);
  await page.reload();
  await awake(page);
}

export async function visit(page: Page, path: string): Promise<void> {
  await page.goto(path);
  await awake(page);
}

export const movesOf = async (url: string, code: string, after = 0): Promise<KeptMove[]> =>
  ((await (await askAsOwner(`${url}/api/jobs/${code}/moves?after=${after}`)).json()) as { moves: KeptMove[] })
    .moves;

/** The family of a job as the job has it. */
export const familyOf = async (url: string, code: string): Promise<Family> =>
  ((await (await askAsOwner(`${url}/api/jobs/${code}/export`)).json()) as { family: Family }).family;

export function sceneAfter(family: Family, moves: readonly KeptMove[]): Scene {
  const start = sceneAtStart(family, Date.now());
  return { ...start, state: replay(deviceRules, start, moves) };
}

/** Where a device stands once more has come; null where something of it takes back what was there. */
export function sceneOn({ family, state }: Scene, more: readonly KeptMove[]): Scene | null {
  const start = sceneAtStart(family, Date.now());
  const stands = replayOn(deviceRules, start, state, more);
  return stands && { ...start, state: stands };
}

/** Where a job stands, by what the server has of it. */
export const sceneOf = async (url: string, code: string): Promise<Scene> =>
  sceneAfter(await familyOf(url, code), await movesOf(url, code));

/** Opens a job over the API, for tests whose concern begins later. */
export async function openJob(url: string, code: string, family: string, route: string): Promise<void> {
  const opening = {
    id: crypto.randomUUID(),
    kind: "job-opened",
    version: 1,
    data: { complaint: "cracked", route, films: route === "film" ? ["front"] : [], bondMethod: "liquid" },
    who: "tove",
    toldAt: new Date().toISOString(),
    device: "desk",
  };
  const answer = await sendAsOwner(`${url}/api/jobs`, { id: crypto.randomUUID(), code, family, opening });
  expect(answer.status).toBe(201);
}

/** A job that was worked on a twin, brought in as a document as it stands. */
export async function bringIn(url: string, code: string, { family, moves }: WorkedJob): Promise<void> {
  const technicians = [{ key: "tove", name: "Tove" }];
  const answer = await sendAsOwner(`${url}/api/jobs/import`, {
    format: "half-lift/job",
    version: 2,
    // Where it is over it is still here.
    job: { id: crypto.randomUUID(), code, fetchedAt: null },
    family,
    technicians,
    moves: moves.map(({ atMs, ...move }) => ({ ...move, receivedAt: new Date(atMs).toISOString() })),
  });
  expect(answer.status, await answer.text()).toBe(201);
}

/** Lets time pass at a job: all that was recorded is so much older. */
export async function passTime(databaseUrl: string, code: string, seconds: number): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  await client.query("ALTER TABLE move DISABLE TRIGGER move_append_only");
  await client.query(
    `UPDATE move SET received_at = received_at - make_interval(secs => $2)
     WHERE job_id = (SELECT id FROM job WHERE code = $1)`,
    [code, seconds],
  );
  await client.query("ALTER TABLE move ENABLE TRIGGER move_append_only");
  await client.end();
}

/** Where somebody signs they show anew who they are, unless they have just come in: Tove does, until it is taken. */
export async function showWhoSigns(page: Page, isTaken: () => Promise<boolean>): Promise<void> {
  const asked = page.getByRole("dialog", { name: /^Sign as Tove/ });
  await expect(async () => {
    if (await asked.isVisible()) await asked.getByRole("button", { name: /^Tove/ }).click({ timeout: 2_000 });
    expect(await isTaken()).toBe(true);
  }).toPass({ timeout: 30_000 });
}

export const answer = (page: Page) => page.getByTestId("answer");
export const instrument = (page: Page) => page.getByTestId("instrument");
export const bigButton = (page: Page) => page.getByTestId("press");

/** Longer than a bouncing pedal. */
const PAST_BOUNCE_MS = 400;
/** Waits until a press is no bounce of one that was made then. */
export const settle = (sinceMs = Date.now()) =>
  new Promise((resolve) => setTimeout(resolve, sinceMs + PAST_BOUNCE_MS - Date.now()));

/** What the server has of a job after so many moves, once there is something: they are numbered from one. */
export async function movesAfter(url: string, code: string, before: number): Promise<KeptMove[]> {
  const untilMs = Date.now() + 30_000;
  while (Date.now() < untilMs) {
    const moves = await movesOf(url, code, before);
    if (moves.length > 0) return moves;
    await new Promise((resolve) => setTimeout(resolve, 30));
  }
  throw new Error(`Nothing was recorded of ${code} after move ${before}`);
}
