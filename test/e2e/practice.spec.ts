import type { Page } from "@playwright/test";
import { sweepOf } from "../../core/practice/sweep.ts";
import { expect, standAtBench, test, visit } from "./workshop.ts";

const SEED = 4;
const { panel } = sweepOf(SEED);

/** Sweeps rows over a part of the panel with a real pointer, mm, until something is so. */
async function sweep(
  page: Page,
  [fromX, toX, fromY, toY]: readonly [number, number, number, number],
  until: () => Promise<boolean>,
): Promise<void> {
  const box = (await page.getByRole("application").boundingBox())!;
  const go = (xMm: number, yMm: number) =>
    page.mouse.move(
      box.x + ((xMm + 25) / (panel.widthMm + 50)) * box.width,
      box.y + ((yMm + 25) / (panel.heightMm + 85)) * box.height,
      { steps: 12 },
    );
  await go(fromX, fromY);
  await page.mouse.down();
  for (let pass = 0; pass < 200 && !(await until()); pass += 1)
    for (let y = fromY; y <= toY; y += 16) {
      await go(fromX, y);
      await go(toX, y);
    }
  await page.mouse.up();
}

test("a torch is practised: swept unevenly a place stays below its dose, evenly none does; what is kept stands apart from all work", async ({
  page,
  workshop,
}) => {
  await standAtBench(page, workshop.url, { who: "linus" });
  await visit(page, `/practice?seed=${SEED}`);
  const answer = page.getByRole("status").first();
  await expect(answer).toContainText("Give every place 900 mJ/cm²");
  await page.getByRole("button", { name: "4 ×" }).click();
  // Only the middle: the corner that had least is said, with what it had.
  await page.getByRole("button", { name: "Start" }).click();
  const swept = async () => Number(/(\d+) s\./.exec(await answer.innerText())?.[1] ?? 0);
  const { widthMm, heightMm } = panel;
  await sweep(page, [35, widthMm - 35, 30, heightMm - 30], async () => (await swept()) > 20);
  await page.getByRole("button", { name: "Done" }).click();
  await expect(answer).toContainText(/^Lost: .* had [\d,]+ of 900 mJ/);
  await expect(page.getByText("8 mm out over each edge")).toBeVisible();
  await expect(page.getByTestId("learned-seen")).toContainText("0 of your last 1 went well");
  // The same panel in whole rows, until the place with the least has all of it.
  await page.getByRole("button", { name: "Same panel again" }).click();
  const least = async () => Number(/(\d+) %/.exec(await answer.innerText())?.[1] ?? 0);
  await sweep(page, [-8, widthMm + 8, -8, heightMm + 8], async () => (await least()) >= 100);
  await page.getByRole("button", { name: "Done" }).click();
  await expect(answer).toContainText(/^Every place had its dose/);
  await expect(page.getByTestId("learned-seen")).toContainText("1 of your last 2 went well");
  // Each second can be looked at again, beside a good hand.
  await expect(page.getByText("A good hand")).toBeVisible();
  await page.getByRole("slider").fill("0");
  await expect(page.getByText("At 0 s")).toBeVisible();

  // By keys alone.
  await page.getByRole("button", { name: "Same panel again" }).click();
  await page.getByRole("application").focus();
  await page.keyboard.press("Space");
  await page.keyboard.down("ArrowRight");
  await expect.poll(swept).toBeGreaterThan(6);
  await page.keyboard.up("ArrowRight");
  await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await expect(answer).toContainText(/^Lost: .* of 900 mJ/);
  await expect(page.getByTestId("learned-seen")).toContainText("1 of your last 3 went well");
});
