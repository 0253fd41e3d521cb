import type { Page } from "@playwright/test";
import { faultsOn, readyForAxe } from "./axe.ts";
import { faultsOfGlance, smallSizes, smallTargets } from "./glance.ts";
import { places, stages } from "./screens.ts";
import { expect, standAtBench, test, visit, holdTablet } from "./workshop.ts";

/** All rules on the one ground; on the other what can differ, which is colour. */
async function faultsOnBothGrounds(page: Page): Promise<string[]> {
  await readyForAxe(page);
  return [...(await faultsOn(page, "day")), ...(await faultsOn(page, "dark", ["color-contrast"]))];
}

/** What runs out of a narrow phone or a tablet on an arm, and what is too small for a glove. */
async function faultsOfSize(page: Page): Promise<string[]> {
  const faults: string[] = [];
  const usual = page.viewportSize()!;
  for (const size of smallSizes) {
    await page.setViewportSize(size);
    const over = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    if (over > 0) faults.push(`at ${size.width}: ${over} px too wide`);
    faults.push(...(await smallTargets(page)).map((fault) => `at ${size.width}: ${fault}`));
    faults.push(...(await faultsOfGlance(page)).map((fault) => `at ${size.width}: ${fault}`));
  }
  await page.setViewportSize(usual);
  faults.push(...(await faultsOfGlance(page)).map((fault) => `at ${usual.width}: ${fault}`));
  return faults;
}

test.describe.configure({ mode: "parallel" });

for (const [what, screens] of [
  ["any place", places],
  ["any stage", stages],
] as const) {
  test(`no serious fault of access at ${what}, on either ground; nothing runs out of a phone; targets fit a glove`, async ({
    page,
    workshop,
  }) => {
    await standAtBench(page, workshop.url);
    const found: string[] = [];
    for (const screen of screens) {
      await visit(page, screen);
      const faults = [...(await faultsOnBothGrounds(page)), ...(await faultsOfSize(page))];
      found.push(...faults.map((fault) => `${screen} ${fault}`));
    }
    expect(found).toEqual([]);
  });
}

test("empty, held, offline and nobody at the bench are screens without faults too", async ({
  page,
  workshop,
}) => {
  const empty = await workshop.openEmpty();
  await standAtBench(page, empty.url);
  for (const path of ["/", "/jobs/new"]) {
    await visit(page, `${empty.url}${path}`);
    expect(await faultsOnBothGrounds(page)).toEqual([]);
  }
  await empty.close();
  // A tablet shows the job to whoever stands there; who presses something signs in first.
  await page.context().clearCookies();
  await holdTablet(page, workshop.url);
  await visit(page, "/jobs/GW-1152");
  expect(await faultsOnBothGrounds(page)).toEqual([]);
  await page.getByTestId("work").getByRole("button", { name: "Sign in" }).click();
  const asked = page.getByRole("dialog", { name: "Who are you?" });
  await expect(asked).toBeVisible();
  expect(await faultsOnBothGrounds(page)).toEqual([]);
  await asked.getByRole("button", { name: "Tove" }).click();
  await expect(asked).toBeHidden();
  await visit(page, "/jobs/GW-1152?open=note");
  await page.route("**/api/**", (route) => route.abort());
  await page.getByRole("textbox", { name: "Note" }).fill("kept");
  await page.getByRole("button", { name: "Save note" }).click();
  await expect(page.getByText("No answer from the server.")).toBeVisible();
  expect(await faultsOnBothGrounds(page)).toEqual([]);
});
