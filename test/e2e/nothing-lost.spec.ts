import { randomUUID } from "node:crypto";
import {
  awake,
  bar,
  bigButton,
  eventsOf,
  expect,
  openJob,
  settle,
  standAtBench,
  stateOf,
  test,
  visit,
} from "./workshop.ts";

test("a reload in the middle of a step and a server that restarts lose nothing", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  const code = "GW-5101";
  await openJob(url, code, "TK-5", "layer");
  await standAtBench(page, url);
  await page.clock.install();
  await visit(page, `/jobs/${code}`);
  await settle(page);
  await bigButton(page).click();
  await expect(bigButton(page)).toHaveText("Damage drawn");

  // What is being typed is still there after a reload, and is recorded when it is sent.
  await page.getByLabel("Note", { exact: true }).fill("Customer needs it before the morning ferry");
  await page.getByLabel("Value, °C").fill("21.5");
  await page.reload();
  await awake(page);
  await expect(page.getByLabel("Note", { exact: true })).toHaveValue(
    "Customer needs it before the morning ferry",
  );
  await expect(page.getByLabel("Value, °C")).toHaveValue("21.5");
  await expect(bigButton(page)).toHaveText("Damage drawn");
  await page.getByRole("button", { name: "Add note" }).click();
  await expect(page.getByRole("list").filter({ hasText: "Note: Customer needs it" })).toBeVisible();

  // With the server gone the work goes on; the page says so.
  await expect.poll(async () => (await eventsOf(url, code)).length).toBe(3);
  await workshop.stopServer();
  await settle(page);
  await bigButton(page).click();
  await expect(bigButton(page)).toHaveText("Still there");
  await settle(page);
  await page.keyboard.press("PageDown");
  await expect(bigButton(page)).toHaveText("Whole");
  await expect(bar(page)).toContainText("picture survive");
  await expect(page.getByText("No answer from the server.")).toBeVisible();
  await expect(page.getByText(/entries are kept here|entry is kept here/)).toBeVisible();

  await workshop.startServer();
  await expect.poll(async () => (await stateOf(url, code)).answers.flex, { timeout: 20_000 }).toBe("still");
  await expect(page.getByText("No answer from the server.")).toBeHidden({ timeout: 20_000 });
  await page.reload();
  await awake(page);
  await expect(page.getByRole("listitem").filter({ hasText: "Look at it in strong light" })).toContainText(
    "Done.",
  );
  const kinds = (await eventsOf(url, code)).map((event) => event.kind);
  expect(kinds).toEqual(["job-opened", "stage-started", "note-written", "step-done", "question-answered"]);
});

test("the same event twice, and from two tabs, is one event", async ({
  page,
  context,
  browser,
  workshop,
  request,
}) => {
  const { url } = workshop;
  const code = "GW-5102";
  await openJob(url, code, "TK-5", "layer");
  const event = {
    id: randomUUID(),
    stage: "intake",
    kind: "stage-started",
    data: {},
    who: "imre",
    at: "2026-05-04T08:00:00Z",
  };
  const first = await request.post(`/api/jobs/${code}/events`, { data: event });
  const second = await request.post(`/api/jobs/${code}/events`, { data: event });
  expect([first.status(), second.status()]).toEqual([201, 200]);
  expect(await eventsOf(url, code)).toHaveLength(2);

  await standAtBench(page, url);
  const other = await context.newPage();
  await page.clock.install();
  await other.clock.install();
  await Promise.all([visit(page, `/jobs/${code}`), visit(other, `/jobs/${code}`)]);
  await expect(bigButton(page)).toHaveText("Damage drawn");
  await expect(bigButton(other)).toHaveText("Damage drawn");
  // One tab presses; the other follows by itself.
  await settle(page);
  await bigButton(page).click();
  await expect(bigButton(other)).toHaveText("Still there");
  // A press that bounces is one press.
  await settle(page);
  await bigButton(page).dblclick();
  await expect.poll(async () => (await stateOf(url, code)).answers).toEqual({ flex: "still" });
  // Both tabs end up with the same story, which is the server's.
  await expect(bigButton(other)).toHaveText("Whole");
  await expect(page.getByTestId("answer")).toHaveText("Layer only or whole assembly, as far as known");
  await expect(other.getByTestId("answer")).toHaveText("Layer only or whole assembly, as far as known");

  // Both finish the stage and press its end at the same moment: one ends it, both show the next.
  await settle(other);
  await bigButton(other).click();
  for (const done of ["Nothing", "Everywhere", "Risk told"]) {
    await expect(bigButton(page)).toHaveText(done);
    await page.getByRole("listitem").getByRole("button", { name: done, exact: true }).click();
  }
  await expect(bigButton(page)).toHaveText("End intake");
  await expect(bigButton(other)).toHaveText("End intake");
  // A bench of its own, cut off for a moment, presses the same.
  const far = await (await browser.newContext({ baseURL: url })).newPage();
  await standAtBench(far, url, { who: "imre" });
  await far.clock.install();
  await visit(far, `/jobs/${code}`);
  await expect(bigButton(far)).toHaveText("End intake");
  await far.route("**/api/**", (route) => route.abort());
  await settle(far);
  await bigButton(far).click();
  await expect(bigButton(far)).toHaveText("Start open");
  await settle(page);
  await bigButton(page).click();
  await expect(bigButton(page)).toHaveText("Start open");
  await far.unroute("**/api/**");
  // Its end of the stage comes too late: it is refused, and that is said, not swallowed.
  await expect(far.getByText("Not recorded: Intake is not the stage at hand.")).toBeVisible({
    timeout: 15_000,
  });
  await expect(bigButton(far)).toHaveText("Start open");
  const ends = (await eventsOf(url, code)).filter((e) => e.kind === "stage-ended");
  expect(ends.map((e) => e.who)).toEqual(["tove"]);
  await far.context().close();
});
