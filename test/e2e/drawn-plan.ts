import type { Locator, Page } from "@playwright/test";

/** Where on the page a point of a plan lies, by its share of the panel's width and height. */
async function placeOn(plan: Locator, x: number, y: number): Promise<{ x: number; y: number }> {
  // Not under the bar at the foot.
  await plan.evaluate((svg) => svg.scrollIntoView({ block: "center" }));
  return plan.evaluate(
    (svg, share) => {
      const panel = svg.querySelector(":scope > path, :scope > rect") as SVGGraphicsElement;
      const box = panel.getBoundingClientRect();
      return { x: box.x + share.x * box.width, y: box.y + share.y * box.height };
    },
    { x, y },
  );
}

export async function tapOn(page: Page, plan: Locator, x: number, y: number): Promise<void> {
  const place = await placeOn(plan, x, y);
  await page.mouse.click(place.x, place.y);
}

export async function dragOn(
  page: Page,
  plan: Locator,
  from: readonly [number, number],
  to: readonly [number, number],
): Promise<void> {
  const [start, end] = [await placeOn(plan, ...from), await placeOn(plan, ...to)];
  await page.mouse.move(start.x, start.y);
  await page.mouse.down();
  await page.mouse.move((start.x + end.x) / 2, (start.y + end.y) / 2);
  await page.mouse.move(end.x, end.y);
  await page.mouse.up();
}
