import {
  answer,
  awake,
  bigButton,
  bringIn,
  expect,
  movesAfter,
  movesOf,
  settle,
  standAtBench,
  test,
  visit,
} from "./workshop.ts";
import { familyNamed, workedTo } from "../bench-hand.ts";

test.use({ serviceWorkers: "allow" });

test("without the server a page opens as it was last seen and says so, a press waits, and all comes right by itself", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  const code = "GW-5991";
  await bringIn(
    url,
    code,
    workedTo(familyNamed("TK-5"), "layer", ({ state }) => state.lift.heat !== null, { endMs: Date.now() }),
  );
  await standAtBench(page, url);
  await visit(page, "/");
  await page.evaluate(() => navigator.serviceWorker.ready);
  // Pages are kept from the first that is opened under the worker on.
  await visit(page, "/");
  await visit(page, `/jobs/${code}`);
  const before = (await movesOf(url, code)).length;
  const asked = await answer(page).innerText();
  await settle();
  await bigButton(page).click();
  await movesAfter(url, code, before);
  await expect(answer(page)).not.toHaveText(asked);
  const seen = await answer(page).innerText();

  await workshop.stopServer();
  await page.reload();
  await awake(page);
  await expect(page.getByText("Server away. As last seen here")).toBeVisible();
  // All of the work is on the screen still, with the notice above it.
  await expect(bigButton(page)).toBeInViewport({ ratio: 1 });
  // Newer than the page that was kept: the press on it is in it.
  await expect(answer(page)).toHaveText(seen);
  await settle();
  await bigButton(page).click();
  await expect(page.getByRole("alert")).toContainText("kept and sent again");
  await page.goto("/lots");
  await expect(page.getByRole("heading", { name: "The server does not answer" })).toBeVisible();
  await page.goto("/");
  await awake(page);
  await expect(page.getByText(code)).toBeVisible();
  await expect(page.getByRole("button", { name: /1 entry is not sent yet/ })).toBeVisible();

  await workshop.startServer();
  await movesAfter(url, code, before + 1);
  // It loads itself anew, once nothing is on its way; a busy machine's first page after a restart is given up a few times.
  await expect(page.locator("html[data-kept]")).toHaveCount(0, { timeout: 120_000 });
  await awake(page);
  await visit(page, `/jobs/${code}`);
  expect((await movesOf(url, code)).length).toBe(before + 2);
  await expect(answer(page)).not.toHaveText(seen);
});
