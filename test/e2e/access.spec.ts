import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { places, stages } from "./screens.ts";
import { expect, standAtBench, test, visit } from "./workshop.ts";

async function faultsOf(page: Page, rules?: string[]): Promise<string[]> {
  // Only what is wrong is asked for: listing all that is right takes longer than finding it.
  // No page has frames: the way that looks into them from a second page takes twice as long.
  const builder = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ["violations"] });
  const { violations } = await (rules ? builder.withRules(rules) : builder).analyze();
  return violations
    .filter((violation) => violation.impact === "serious" || violation.impact === "critical")
    .map(
      (violation) => `${violation.id}: ${violation.nodes.map((node) => node.target.join(" ")).join(" | ")}`,
    );
}

/** All rules on the one ground; on the other what can differ, which is colour. */
async function faultsOnBothGrounds(page: Page): Promise<string[]> {
  const set = (ground: string) =>
    page.evaluate((name) => void (document.documentElement.dataset.ground = name), ground);
  await set("day");
  const day = await faultsOf(page);
  await set("dark");
  const dark = await faultsOf(page, ["color-contrast"]);
  return [...day.map((fault) => `day ${fault}`), ...dark.map((fault) => `dark ${fault}`)];
}

test.describe.configure({ mode: "parallel" });

for (const [what, screens] of [
  ["any place", places],
  ["any stage", stages],
] as const) {
  test(`no serious or critical fault of access at ${what}, on either ground`, async ({ page, workshop }) => {
    test.setTimeout(300_000);
    await standAtBench(page, workshop.url);
    const found: string[] = [];
    for (const screen of screens) {
      await visit(page, screen);
      found.push(...(await faultsOnBothGrounds(page)).map((fault) => `${screen} ${fault}`));
    }
    expect(found).toEqual([]);
  });
}

test("empty, held, offline and nobody at the bench are screens without faults too", async ({
  page,
  workshop,
}) => {
  const empty = await workshop.openEmpty();
  for (const path of ["/", "/jobs/new"]) {
    await visit(page, `${empty.url}${path}`);
    expect(await faultsOnBothGrounds(page)).toEqual([]);
  }
  await empty.close();
  await visit(page, "/jobs/GW-1152");
  await expect(page.getByText("Who is at the bench?")).toBeVisible();
  expect(await faultsOnBothGrounds(page)).toEqual([]);
  await page.getByRole("button", { name: "Tove" }).click();
  await visit(page, "/jobs/GW-1152?open=note");
  await page.route("**/api/**", (route) => route.abort());
  await page.getByRole("textbox", { name: "Note" }).fill("kept");
  await page.getByRole("button", { name: "Save note" }).click();
  await expect(page.getByText("No answer from the server.")).toBeVisible();
  expect(await faultsOnBothGrounds(page)).toEqual([]);
});
