import { readFile } from "node:fs/promises";
import { BenchHand } from "../bench-hand.ts";
import {
  awake,
  bar,
  bigButton,
  expect,
  pressOnce,
  settle,
  standAtBench,
  stateOf,
  test,
  visit,
  bringIn,
} from "./workshop.ts";

const CODE = "GW-5901";

test("a liquid bond beside a camera window: flooded, found better, weighed, lowered, aligned, freed of bubbles, cured by an aged lamp", async ({
  page,
  workshop,
}) => {
  test.setTimeout(120_000);
  const { url } = workshop;
  await bringIn(url, CODE, new BenchHand("TK-5", "layer").workTo("bond"));
  await standAtBench(page, url);
  await page.clock.install();
  await visit(page, `/jobs/${CODE}`);
  const press = () => pressOnce(page, url, CODE, () => bigButton(page).click());
  const state = () => stateOf(url, CODE);
  await expect(bigButton(page)).toHaveText("Wiped");
  await press();

  // A bottle that is out of date can be taken; what it costs is asked when it is to be spent.
  await expect(page.getByText(/out of date since/).first()).toBeVisible();
  await settle(page);
  await page.getByRole("button", { name: "Take LA-113" }).click();
  await expect.poll(async () => (await state()).lots.adhesive?.lot).toBe("LA-113");

  // Measured instead of assumed: a drop under a weight, the first time with a diameter that cannot be.
  await page.getByText("Measure how thick it is").click();
  const across = page.getByLabel("Across at the end, mm");
  await page.getByLabel("Drop, mg").fill("107");
  await page.getByLabel("Glass and weight on it, g").fill("200");
  await page.getByLabel("Across at the start, mm").fill("12");
  await across.fill("12");
  await page.getByLabel("Between the two, s").fill("4");
  await page.getByRole("button", { name: "Reckon with this" }).click();
  await expect(page.getByText(/Across at the end, mm: 12 must be above 13/)).toBeVisible();
  await across.fill("30");
  await expect(page.getByTestId("spread")).toContainText("2.63");
  await page.getByRole("button", { name: "Reckon with this" }).click();
  await expect.poll(async () => (await state()).readings.at(-1)?.quantity).toBe("viscosity");

  await press();
  await expect(bigButton(page)).toHaveText("Use this pattern");

  // The pattern that stands there floods the camera: seen before anything is laid.
  const fill = page.getByTestId("fill").first();
  await page.getByRole("button", { name: "Run the fill" }).click();
  await expect(fill).toContainText(/Not good: .*camera is flooded by (9\d|100) %/, { timeout: 30_000 });
  await page.getByRole("button", { name: "Keep it beside" }).click();

  // Cancelled at once, begun again, and the best so far taken as soon as it keeps the camera dry.
  const search = page.getByTestId("search");
  await page.getByRole("button", { name: "Look for a better one" }).click();
  await expect(search).toContainText("Best so far", { timeout: 30_000 });
  await page.getByRole("button", { name: "Cancel" }).click();
  await expect(search).toHaveCount(0);
  await page.getByRole("button", { name: "Look for a better one" }).click();
  await expect
    .poll(async () => Number(/Best so far: (\d+)/.exec(await search.innerText())?.[1] ?? 9_999), {
      timeout: 60_000,
    })
    .toBeLessThan(800);
  await page.getByRole("button", { name: "Take the best so far" }).click();
  await expect(fill).toContainText(/no air closed in/, { timeout: 30_000 });
  const flooded = /camera is flooded by (\d+) %/.exec(await fill.innerText());
  expect(Number(flooded?.[1] ?? 0)).toBeLessThan(30);
  // Kept beside each other, and kept with the family.
  await expect(page.getByTestId("fill")).toHaveCount(2);
  await page.getByLabel("Keep it with TK-5 as").fill("Camera dry");
  await page.getByRole("button", { name: "Keep", exact: true }).click();
  await expect(page.getByRole("button", { name: "Camera dry", exact: true })).toBeVisible();
  await page.reload();
  await awake(page);
  await expect(page.getByRole("button", { name: "Camera dry", exact: true })).toHaveAttribute(
    "aria-pressed",
    "true",
  );
  await page.getByText("For a dispensing machine").click();
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Path as G-code" }).click();
  const saved = await download;
  expect(saved.suggestedFilename()).toBe("GW-5901-Camera-dry.gcode");
  expect(await readFile((await saved.path())!, "utf8")).toContain("Dry run at 15 mm: the valve stays shut");
  await press();
  expect((await state()).pattern!.name).toBe("Camera dry");

  // Laid on the scale: short at first, topped up, read again. The old bottle holds it.
  const weigh = page.getByRole("button", { name: "Read the scale (simulated)" });
  for (let reads = 1; reads <= 2; reads += 1) {
    await weigh.click();
    await expect
      .poll(async () => (await state()).readings.filter((r) => r.quantity === "mass").length)
      .toBe(reads);
  }
  await expect(page.getByTestId("weighed")).toContainText("that is it");
  await expect(bar(page)).toContainText("Lot LA-113");
  const hold = page.getByRole("alert").filter({ hasText: "Hold" });
  await expect(hold).toContainText("choose another lot, or sign for this one");
  await settle(page);
  await page.getByRole("button", { name: "Take LA-127" }).click();
  await expect.poll(async () => (await state()).lots.adhesive?.lot).toBe("LA-127");
  await expect(bigButton(page)).toHaveText("Laid");
  await press();
  const laid = (await state()).parts.at(-1)!;
  expect(laid).toMatchObject({ unit: "ml", lot: "LA-127" });
  await expect(page.getByRole("button", { name: "Lower it", exact: true }).first()).toBeVisible();

  // Lowered by the line, aligned by widths.
  await expect(page.getByTestId("lowering")).toBeVisible();
  await press();
  await press();
  for (const [edge, width] of [
    ["Top", "3.4"],
    ["Right", "3"],
    ["Bottom", "2.9"],
    ["Left", "3"],
  ] as const) {
    await page.getByLabel(`${edge}, mm`).fill(width);
  }
  await expect(page.getByTestId("align")).toBeVisible();
  await press();

  // Two bubbles: one that this run takes, one that it does not and that no run will.
  const panel = page.getByRole("application", { name: /^Bubbles under the glass/ });
  await panel.scrollIntoViewIfNeeded();
  const box = (await panel.boundingBox())!;
  await page.getByRole("button", { name: "0.3 mm", exact: true }).click();
  await page.mouse.click(box.x + 0.4 * box.width, box.y + 0.4 * box.height);
  await expect.poll(async () => (await state()).bubbles.length).toBe(1);
  await page.getByRole("button", { name: "5 mm", exact: true }).click();
  await panel.focus();
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("Enter");
  await expect.poll(async () => (await state()).bubbles.length).toBe(2);
  const bubbles = page.getByRole("list", { name: "Bubbles" });
  await expect(bubbles.getByRole("listitem").first()).toContainText("goes after");
  await expect(bubbles.getByRole("listitem").last()).toContainText(/comes back/);
  await expect(page.getByTestId("would")).toContainText("does not go in");
  await press();
  await expect(bar(page)).toContainText("Into the pressure chamber: 5 bar, 40 °C, 15 min");
  await press();
  await expect(page.getByTestId("chamber")).toContainText("Simulated pressure chamber");
  await press();
  await expect(bigButton(page)).toHaveText("All settled");
  await settle(page);
  await bubbles.getByRole("listitem").first().getByRole("button", { name: "Gone" }).click();
  await bubbles.getByRole("listitem").last().getByRole("button", { name: "Leave it" }).click();
  await expect.poll(async () => (await state()).bubbles.every(({ settled }) => settled !== null)).toBe(true);
  while ((await state()).present !== "cure") await press();

  // The lamp has aged: what the radiometer reads asks for longer than a new one would.
  await expect(page.getByTestId("lamp")).toContainText(
    /lamp is at [67]\d\s?% of new: \d+\s?s instead of \d+\s?s/,
  );
  await page.getByRole("button", { name: "Read the radiometer (simulated)" }).click();
  await expect
    .poll(async () => (await state()).readings.filter((r) => r.quantity === "irradiance").length)
    .toBe(1);
  await expect.poll(async () => (await state()).settings.cure?.exposureS ?? 0).toBeGreaterThan(0);
  await expect(page.getByTestId("eye")).toContainText("Bare eyes");
  await settle(page);
  await page.getByRole("slider", { name: "Lamp stands over" }).focus();
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("ArrowRight");
  await expect(page.getByTestId("lamp-place")).toHaveCount(2);
  await page.getByRole("button", { name: "Use this lamp" }).click();
  await expect.poll(async () => (await state()).settings.cure?.lampPlaces).toBe(2);
  while ((await state()).present !== "prove") await press();
  const done = await state();
  const mains = done.timers.filter(({ timer }) => timer.startsWith("main-"));
  expect(mains).toHaveLength(2);
  expect(mains[0]!.durationS).toBe(done.settings.cure!.exposureS);

  // What was used is off the shelf, and stands on the job.
  await visit(page, "/lots");
  const bottle = page.getByRole("listitem").filter({ hasText: "LA-127" });
  await expect(bottle).toContainText("measured 2.63 Pa s");
  await visit(page, `/jobs/${CODE}/sheet`);
  await expect(page.getByRole("row", { name: /Lots/ })).toContainText("LA-127");
});
