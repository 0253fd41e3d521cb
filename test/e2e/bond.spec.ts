import { readFile } from "node:fs/promises";
import { asksFor, familyNamed, workedTo } from "../bench-hand.ts";
import {
  answer,
  awake,
  bigButton,
  bringIn,
  expect,
  movesAfter,
  movesOf,
  sceneOf,
  settle,
  standAtBench,
  test,
  visit,
} from "./workshop.ts";

const CODE = "GW-5901";

test("a liquid bond beside a camera window: measured, dosed, a pattern that floods, a better one, weighed and laid", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  const state = async () => (await sceneOf(url, CODE)).state;
  const before = workedTo(familyNamed("TK-5"), "layer", asksFor("lot-taken"), { endMs: Date.now() });
  await bringIn(url, CODE, before);
  await standAtBench(page, url);
  await visit(page, `/jobs/${CODE}`);

  // A bottle that is out of date is seen to be; the one in date stands before it.
  await expect(page.getByText(/out of date since/).first()).toBeVisible();
  await page.getByRole("button", { name: "Take LA-127" }).click();
  await expect.poll(async () => (await state()).bond.lots.adhesive?.lot).toBe("LA-127");

  // Measured instead of assumed: a drop under a weight, the first time with a diameter that cannot be.
  await visit(page, `/jobs/${CODE}?open=tools%20spread`);
  const across = page.getByLabel("Width at the end, mm");
  await page.getByLabel("Drop, mg").fill("107");
  await page.getByLabel("Glass and weight on it, g").fill("200");
  await page.getByLabel("Width at the start, mm").fill("12");
  await across.fill("12");
  await page.getByLabel("Time between, s").fill("4");
  const use = page.getByRole("dialog").getByRole("button", { name: /^Use/ });
  await use.click();
  await expect(page.getByText(/Width at the end, mm: 12 must be above 13/)).toBeVisible();
  await across.fill("30");
  await expect(page.getByTestId("spread")).toContainText("2.63");
  await use.click();
  await expect.poll(async () => (await state()).records.readings.at(-1)?.quantity).toBe("viscosity");

  await visit(page, `/jobs/${CODE}`);
  await page.getByRole("button", { name: "Use this dose" }).click();
  await expect.poll(async () => (await state()).bond.dose?.volumeMl ?? 0).toBeGreaterThan(0);
  // The pattern is run as it is shown: what it closes in and what it wets stands in the headline before anything is laid.
  await expect(answer(page)).toContainText(/Pattern .*: \d+ mm² of air, windows \d+ % wet/, {
    timeout: 60_000,
  });

  await visit(page, `/jobs/${CODE}?open=tools%20pattern`);
  const search = page.getByTestId("search");
  await page.getByRole("button", { name: "Look for a better one" }).click();
  await expect(search).toContainText("Best so far", { timeout: 120_000 });
  await page.getByRole("button", { name: "Cancel" }).click();
  await expect(search).toHaveCount(0);
  const download = page.waitForEvent("download");
  await page.getByText("For a dispensing machine").click();
  await page.getByRole("button", { name: "Path as G-code" }).click();
  const saved = await download;
  expect(await readFile((await saved.path())!, "utf8")).toContain("Dry run at 15 mm: the valve stays shut");

  // Weighed: short at first, topped up, read again; what is laid is what the scale said.
  await visit(page, `/jobs/${CODE}?open=tools%20weigh`);
  for (let reads = 1; reads <= 2; reads += 1) {
    await page.getByRole("button", { name: "Read the scale (simulated)" }).click();
    await expect
      .poll(async () => (await state()).records.readings.filter((r) => r.quantity === "mass").length)
      .toBe(reads);
  }
  await expect(page.getByTestId("weighed")).toContainText("that is it");
});

test("bubbles marked under the new glass, one waited out in the chamber, the lamp read and its zones timed", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  const code = "GW-5902";
  await bringIn(
    url,
    code,
    workedTo(familyNamed("TK-5"), "layer", asksFor("looked-for-bubbles"), { endMs: Date.now() }),
  );
  await standAtBench(page, url);
  await visit(page, `/jobs/${code}`);
  const state = async () => (await sceneOf(url, code)).state;
  const panel = page.getByRole("application", { name: /^Bubbles under the glass/ });
  // Typed before the bubble is marked: what comes in meanwhile takes nothing from the form.
  await page.getByTestId("answer-form").getByLabel("Bubbles").fill("2");
  await page.getByRole("button", { name: "0.3 mm", exact: true }).click();
  const box = (await panel.boundingBox())!;
  await page.mouse.click(box.x + 0.4 * box.width, box.y + 0.4 * box.height);
  await expect.poll(async () => (await state()).bond.bubbles.length).toBe(1);
  // By keys: three millimetres to the right of the middle.
  await panel.focus();
  for (const key of ["ArrowRight", "ArrowRight", "ArrowRight", "Enter"]) await page.keyboard.press(key);
  await expect.poll(async () => (await state()).bond.bubbles.length).toBe(2);
  const { widthMm } = familyNamed("TK-5").outline;
  expect((await state()).bond.bubbles[1]!.xMm).toBeCloseTo(widthMm / 2 + 3, 1);
  await page.getByTestId("answer-form").getByRole("button", { name: "Looked" }).click();
  await expect(bigButton(page)).toBeEnabled();
  const before = (await movesOf(url, code)).length;
  await settle();
  await bigButton(page).click();
  await movesAfter(url, code, before);
  expect((await movesOf(url, code)).at(-1)!.kind).toBe("chamber-on");
  await page.reload();
  await awake(page);
  await expect(page.getByTestId("answer")).toContainText("Wait.");
});

test("the border by a photo: both ends of each edge, kept as the camera's until somebody types another", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  const code = "GW-5903";
  const settledLongAgo = { endMs: Date.now() - 3_600_000 };
  await bringIn(url, code, workedTo(familyNamed("TK-5"), "layer", asksFor("aligned"), settledLongAgo));
  await standAtBench(page, url);
  await visit(page, `/jobs/${code}`);
  const top = page.getByRole("textbox", { name: "Top" });
  await page.getByRole("button", { name: "Camera (simulated)" }).click();
  // A look takes seconds; beside all other tests as many as the machine leaves it.
  const looking = page.getByText("Looking for the border");
  await expect(looking).toBeVisible();
  await expect(looking).toBeHidden({ timeout: 180_000 });
  await expect(top).not.toHaveValue("");
  const told = page.getByTestId("align");
  await expect(told).toContainText(/even/i);
  // A reload keeps what the photo gave, and where it came from.
  await page.reload();
  await expect(top).not.toHaveValue("");
  await page.getByRole("button", { name: "Save border" }).click();
  const border = async () => (await sceneOf(url, code)).state.lines.glass?.border;
  await expect.poll(async () => (await border())?.from).toBe("simulated");
  const { ends, topMm } = (await border())!;
  expect((ends!.top[0] + ends!.top[1]) / 2).toBeCloseTo(topMm, 1);
});
