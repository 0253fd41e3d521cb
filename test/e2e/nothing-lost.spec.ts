import { chromium as browserType, type Page } from "@playwright/test";
import { execFile } from "node:child_process";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { promisify } from "node:util";
import { chromium } from "../../scripts/chromium.ts";
import { familyNamed, workedTo } from "../bench-hand.ts";
import {
  answer,
  awake,
  bigButton,
  bringIn,
  expect,
  instrument,
  movesAfter,
  movesOf,
  openJob,
  sceneOf,
  settle,
  standAtBench,
  test,
  visit,
} from "./workshop.ts";

/** On its way into the device: what comes next is a press. */
const opening = () =>
  workedTo(familyNamed("TK-5"), "layer", ({ state }) => state.lift.heat !== null, { endMs: Date.now() });

test("a reload in the middle of typing and a server that is away lose nothing", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  const code = "GW-5101";
  await openJob(url, code, "TK-5", "layer");
  await standAtBench(page, url);
  await visit(page, `/jobs/${code}`);
  await page.getByRole("button", { name: "Note" }).click();
  await expect(page).toHaveURL(/open=note/);
  const note = page.getByRole("dialog").getByRole("textbox", { name: "Note" });
  await note.fill("Customer needs it before the morning ferry");
  await page.reload();
  await awake(page);
  // The address brought the sheet back, and what was typed is still in it.
  await expect(note).toHaveValue("Customer needs it before the morning ferry");
  await page.getByRole("button", { name: "Save note" }).click();
  await movesAfter(url, code, 1);

  // With the server gone a press is kept here, the page says so, and it is sent when the server is back.
  await expect(page.getByRole("button", { name: "All drawn" })).toBeEnabled();
  await workshop.stopServer();
  await page.getByRole("button", { name: "All drawn" }).click();
  await expect(page.getByRole("alert")).toContainText("kept and sent again");
  await page.getByRole("button", { name: "Note" }).click();
  await note.fill("Written while the server was away");
  await page.getByRole("button", { name: "Save note" }).click();
  await workshop.startServer();
  await movesAfter(url, code, 3);
  await expect(page.getByRole("alert")).toHaveCount(0, { timeout: 15_000 });
  await expect(answer(page)).toContainText("Try it from outside");
  expect((await movesOf(url, code)).map(({ kind }) => kind)).toEqual([
    "job-opened",
    "noted",
    "damage-drawn",
    "noted",
  ]);

  // What stands in between answers for itself: its pages take nothing from what waits here.
  const answers = [
    { status: 200, contentType: "text/html", body: "<h1>Log in to the network</h1>" },
    { status: 403, contentType: "text/html", body: "Forbidden" },
    { status: 429, contentType: "application/problem+json", body: '{"detail":"Too often"}' },
    { status: 200, contentType: "application/json", body: '{"moves":[]}' },
  ];
  let asked = 0;
  await page.route(`**/api/jobs/${code}/moves`, (route) => {
    const instead = route.request().method() === "POST" ? answers[asked] : undefined;
    if (route.request().method() === "POST") asked += 1;
    return instead ? route.fulfill(instead) : route.continue();
  });
  await page.getByRole("button", { name: "Note" }).click();
  await note.fill("Written behind a log-in page");
  await page.getByRole("button", { name: "Save note" }).click();
  await movesAfter(url, code, 4);
  expect(asked).toBe(answers.length + 1);
});

test("two tabs show one job: a press in one moves the other, a press that comes too late is refused and said", async ({
  page,
  context,
  browser,
  workshop,
}) => {
  const { url } = workshop;
  const code = "GW-5102";
  await bringIn(url, code, opening());
  await standAtBench(page, url);
  const other = await context.newPage();
  await Promise.all([visit(page, `/jobs/${code}`), visit(other, `/jobs/${code}`)]);
  const before = (await movesOf(url, code)).length;
  const first = await answer(page).innerText();
  await expect(answer(other)).toHaveText(first);
  // A press that bounces is one press; the other tab follows by itself.
  await settle();
  await bigButton(page).dblclick();
  await movesAfter(url, code, before);
  await expect(answer(page)).not.toHaveText(first);
  await expect(answer(other)).toHaveText(await answer(page).innerText());
  expect((await movesOf(url, code)).length).toBe(before + 1);

  // A bench of its own, cut off for a moment, presses what somebody else presses first.
  const far = await (await browser.newContext({ baseURL: url })).newPage();
  await standAtBench(far, url, { who: "imre" });
  await visit(far, `/jobs/${code}`);
  const second = await answer(far).innerText();
  await far.route("**/api/jobs/**", (route) => route.abort());
  await settle();
  await bigButton(far).click();
  await expect(far.getByRole("alert")).toContainText("kept and sent again");
  await settle();
  await bigButton(page).click();
  await movesAfter(url, code, before + 1);
  await far.unroute("**/api/jobs/**");
  await expect(answer(far)).not.toHaveText(second, { timeout: 15_000 });
  await expect(far.getByRole("alert")).toBeVisible();
  const moves = await movesOf(url, code);
  expect(moves.at(-1)!.who).toBe("tove");
  expect(moves).toHaveLength(before + 2);
  expect((await sceneOf(url, code)).state.intake.ended).toBeNull();
  await far.context().close();
});

test("what waits goes out from any page, and outlives a browser that is killed", async ({ workshop }) => {
  const { url } = workshop;
  const code = "GW-5103";
  await openJob(url, code, "TK-5", "layer");
  const profile = await mkdtemp(path.join(tmpdir(), "half-lift-browser-"));
  const browse = async () => {
    const context = await browserType.launchPersistentContext(profile, { ...chromium, baseURL: url });
    const page = context.pages()[0] ?? (await context.newPage());
    await standAtBench(page, url);
    return { context, page };
  };
  const first = await browse();
  await visit(first.page, `/jobs/${code}`);
  const drawn = first.page.getByRole("button", { name: "All drawn" });
  await expect(drawn).toBeEnabled();
  await workshop.stopServer();
  await drawn.click();
  // The strip at the top tells from when on it is kept.
  const mark = (page: Page) => page.getByRole("button", { name: /1 entry is not sent yet/ });
  await expect(mark(first.page)).toBeVisible();
  // Killed, as by a flat battery: nothing of it can say goodbye.
  const killed = first.context.waitForEvent("close");
  await promisify(execFile)("pkill", ["-9", "-f", profile]);
  await killed;
  await rm(path.join(profile, "SingletonLock"), { force: true });

  await workshop.startServer();
  const second = await browse();
  await second.page.route("**/api/jobs/**", (route) => route.abort());
  await visit(second.page, "/");
  await expect(mark(second.page)).toBeVisible();
  await mark(second.page).click();
  await expect(second.page.getByRole("link", { name: `${code}: 1` })).toBeVisible();
  expect(await movesOf(url, code)).toHaveLength(1);
  await second.page.unroute("**/api/jobs/**");
  await movesAfter(url, code, 1);
  await expect(mark(second.page)).toHaveCount(0);
  expect((await movesOf(url, code)).map(({ kind }) => kind)).toEqual(["job-opened", "damage-drawn"]);
  await second.context.close();
  await rm(profile, { recursive: true, force: true });
});

test("a browser that keeps nothing still works: a press arrives, and the page says that it must stay open until then", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  const code = "GW-5104";
  await openJob(url, code, "TK-5", "layer");
  await standAtBench(page, url);
  await page.addInitScript(() => {
    for (const name of ["localStorage", "sessionStorage", "indexedDB"]) {
      Object.defineProperty(window, name, {
        get: () => {
          throw new DOMException("denied", "SecurityError");
        },
      });
    }
  });
  await visit(page, "/jobs/new");
  await expect(page.getByRole("heading", { name: "What came in?" })).toBeVisible();
  await visit(page, `/jobs/${code}`);
  await page.route("**/api/jobs/*/moves", (route) => route.abort());
  await page.getByRole("button", { name: "All drawn" }).click();
  await expect(page.getByRole("alert")).toContainText("Stay on this page until it is sent");
  await page.unroute("**/api/jobs/*/moves");
  await movesAfter(url, code, 1);
  await expect(page.getByRole("alert")).toHaveCount(0);

  // A part of the page that does not come does not take the rest with it, and comes when it can.
  await page.route(/_astro\/\w+Instrument\./, (route) => route.abort());
  await visit(page, `/jobs/${code}`);
  await expect(page.getByText("This part is still loading")).toBeVisible();
  await expect(answer(page)).toContainText("Try it from outside");
  await page.unroute(/_astro\/\w+Instrument\./);
  await expect(page.getByText("This part is still loading")).toHaveCount(0);
  await expect(instrument(page).getByRole("img").first()).toBeVisible();
});
