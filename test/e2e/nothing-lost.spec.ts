import { familyNamed, workedTo } from "../bench-hand.ts";
import {
  answer,
  awake,
  bigButton,
  bringIn,
  expect,
  moreThan,
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
  const note = page.getByRole("textbox", { name: "Note" });
  await note.fill("Customer needs it before the morning ferry");
  await page.reload();
  await awake(page);
  // The address brought the sheet back, and what was typed is still in it.
  await expect(note).toHaveValue("Customer needs it before the morning ferry");
  await page.getByRole("button", { name: "Save note" }).click();
  await moreThan(url, code, 1);

  // With the server gone a press is kept here, the page says so, and it is sent when the server is back.
  await workshop.stopServer();
  await page.getByRole("button", { name: "All drawn" }).click();
  await expect(page.getByRole("alert")).toContainText("kept and sent again");
  await page.getByRole("button", { name: "Note" }).click();
  await note.fill("Written while the server was away");
  await page.getByRole("button", { name: "Save note" }).click();
  await workshop.startServer();
  await moreThan(url, code, 3);
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
  await moreThan(url, code, 4);
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
  await settle(page);
  await bigButton(page).dblclick();
  await moreThan(url, code, before);
  await expect(answer(page)).not.toHaveText(first);
  await expect(answer(other)).toHaveText(await answer(page).innerText());
  expect((await movesOf(url, code)).length).toBe(before + 1);

  // A bench of its own, cut off for a moment, presses what somebody else presses first.
  const far = await (await browser.newContext({ baseURL: url })).newPage();
  await standAtBench(far, url, { who: "imre" });
  await visit(far, `/jobs/${code}`);
  const second = await answer(far).innerText();
  await far.route("**/api/jobs/**", (route) => route.abort());
  await settle(far);
  await bigButton(far).click();
  await expect(far.getByRole("alert")).toContainText("kept and sent again");
  await settle(page);
  await bigButton(page).click();
  await moreThan(url, code, before + 1);
  await far.unroute("**/api/jobs/**");
  await expect(answer(far)).not.toHaveText(second, { timeout: 15_000 });
  await expect(far.getByRole("alert")).toBeVisible();
  const moves = await movesOf(url, code);
  expect(moves.at(-1)!.who).toBe("tove");
  expect(moves).toHaveLength(before + 2);
  expect((await sceneOf(url, code)).state.intake.ended).toBeNull();
  await far.context().close();
});
