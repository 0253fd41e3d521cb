import { heatMethod } from "../../core/heat/heat-methods.ts";
import { calculateHeatSoak } from "../../core/heat/heat-soak.ts";
import { liftHeatInput, seamOf, usualSettings } from "../../core/heat/lift-heat.ts";
import { familyNamed } from "../bench-hand.ts";
import type { Page } from "@playwright/test";
import {
  awake,
  bar,
  bigButton,
  expect,
  openJob,
  pressOnce,
  settle,
  standAtBench,
  stateOf,
  test,
  visit,
} from "./workshop.ts";

const family = familyNamed("TK-5");
const seam = seamOf(family, "layer")!;

/** What a logger would write of a run on a plate with another contact than is assumed: semicolons and decimal commas. */
function loggerFile(contactWm2K: number, soakedS: number): string {
  const usual = usualSettings(seam);
  const { layers, startC, phases } = liftHeatInput(family, seam, {
    ...usual,
    method: heatMethod.parse({ kind: "plate", plateC: 97, contactWm2K }),
    soakS: soakedS,
  });
  const { timesS, interfaces } = calculateHeatSoak({
    layers,
    startC,
    phases: [
      { ...phases[0]!, durationS: soakedS },
      { ...phases[1]!, durationS: 60 },
    ],
    outputEveryS: 4,
  });
  const face = interfaces.find(({ name }) => name === "cover glass / optical adhesive")!.temperatureC;
  const rows = timesS.map(
    (t, i) => `${t.toFixed(1).replace(".", ",")};${face[i]!.toFixed(2).replace(".", ",")}`,
  );
  return ["Zeit s;Glue °C", ...rows, "broken;row"].join("\n");
}

/** How many times as fast the stand-in, and here the page with it, lives. */
const SPEED = 60;

/** Lets the page's time run as fast as the stand-in's until something holds; counts how long that took on the page. */
async function runUntil(page: Page, holds: () => Promise<boolean>): Promise<void> {
  let lastMs = Date.now();
  await expect
    .poll(
      async () => {
        const nowMs = Date.now();
        await page.clock.runFor(SPEED * Math.min(250, nowMs - lastMs));
        lastMs = nowMs;
        return holds();
      },
      { intervals: [30], timeout: 40_000 },
    )
    .toBe(true);
}

test("a lift at sixty times the speed: read live, interrupted, lost and found, alarmed, two passes, fitted, and the next one reckoned with it", async ({
  page,
  workshop: shared,
}) => {
  // What is measured here is reckoned with everywhere after: not in the workshop of the other tests.
  const workshop = await shared.openAnother();
  const { url } = workshop;
  const code = "GW-5701";
  await openJob(url, code, "TK-5", "layer");
  await standAtBench(page, url, { station: "2" });
  await page.addInitScript(() => {
    const tones = window as unknown as { tones: number };
    tones.tones = 0;
    const start = OscillatorNode.prototype.start;
    OscillatorNode.prototype.start = function (when) {
      tones.tones += 1;
      return start.call(this, when);
    };
  });
  await page.route("**/thermocouple?*", (route) =>
    route.continue({ url: `${route.request().url()}&speed=${SPEED}` }),
  );
  await page.clock.install();
  await visit(page, `${url}/jobs/${code}`);
  const press = () => pressOnce(page, url, code, () => bigButton(page).click());
  const timerOf = async (name: string) =>
    (await stateOf(url, code)).timers.filter(({ timer }) => timer === name).at(-1);
  while (!(await timerOf("soak-1"))) await press();
  const tones = () => page.evaluate(() => (window as unknown as { tones: number }).tones);
  const thermocouple = page.getByTestId("thermocouple");
  const join = page.getByRole("button", { name: "Join it" });

  // Read, interrupted by a reload, read on.
  await join.click();
  await runUntil(
    page,
    async () => (await stateOf(url, code)).readings.length > 0 || thermocouple.isVisible(),
  );
  await page.reload();
  await awake(page);
  await expect(page.getByTestId("answer")).toContainText("Ready in");
  await join.click();
  await expect(thermocouple).toBeVisible();

  // Lost: said at once, and the timer goes on.
  await workshop.stopServer();
  await runUntil(page, () => page.getByText("The thermocouple is lost").isVisible());
  await expect(page.getByText("The timer goes on.")).toBeVisible();
  const timer = page.getByRole("timer").first();
  const shown = await timer.innerText();
  await runUntil(page, async () => (await timer.innerText()) !== shown);
  await workshop.startServer();
  await runUntil(page, async () => !(await page.getByText("The thermocouple is lost").isVisible()));

  // The soak ends with an alarm; the window is let go by, and the next soak starts by itself, once.
  await runUntil(page, () => page.getByText("Ready: off the heat and cut").first().isVisible());
  expect(await tones()).toBeGreaterThan(0);
  const alarmed = await tones();
  await bigButton(page).click();
  await expect.poll(() => timerOf("window-1")).toBeDefined();
  await press();
  await runUntil(page, async () => (await timerOf("soak-2")) !== undefined);
  expect(await tones()).toBeGreaterThan(alarmed);
  await expect(bar(page)).toContainText("Back on the heat");
  expect((await stateOf(url, code)).timers.filter((t) => t.timer === "soak-2")).toHaveLength(1);

  // What is read of both soaks tells how this station heats.
  await runUntil(page, () => page.getByText("Ready: off the heat and cut").first().isVisible());
  await page.getByRole("button", { name: "Take it off" }).click();
  await expect(page.getByText(/\d+ readings of this run/)).toBeVisible();
  await page.getByRole("button", { name: "Fit them" }).click();
  await expect(page.getByRole("status").filter({ hasText: /^Contact \d+/ })).toBeVisible({ timeout: 45_000 });
  await page.getByRole("button", { name: "Reckon with these at station 2 from now on" }).click();
  await expect(page.getByText(`what station 2 measured on ${code}`)).toBeVisible();

  // The lift goes on to its end.
  while ((await stateOf(url, code)).present === "lift") await press();

  // The next job is reckoned with it from the first look: better contact than assumed, so a shorter soak.
  await openJob(url, "GW-5702", "TK-5", "layer");
  await visit(page, `${url}/jobs/GW-5702?stage=lift`);
  await expect(page.getByText(`what station 2 measured on ${code}`)).toBeVisible();
  await expect(page.getByTestId("answer")).not.toContainText("Not ready");
  await workshop.close();
});

test("a logger's file is brought in with its broken row named, and goes out again", async ({
  page,
  workshop,
}) => {
  await standAtBench(page, workshop.url);
  await visit(page, "/jobs/GW-1154");
  await page.getByText("Readings from a logger").click();
  await page.getByLabel("File (CSV, tabs or semicolons)").setInputFiles({
    name: "run.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(loggerFile(140, 90)),
  });
  await expect(page.getByLabel("Decimals")).toHaveValue("comma");
  await expect(page.getByText(/^Row \d+: Time: "broken" is no number of seconds/)).toBeVisible();
  await page.getByRole("button", { name: /^Bring in \d+ readings/ }).click();
  await expect(page.getByText(/readings over .* are in\./)).toBeVisible();
  await expect.poll(async () => (await stateOf(workshop.url, "GW-1154")).readings.length).toBeGreaterThan(30);
});

test("the lift by freezer: chosen, frozen, and no power before it has thawed", async ({ page, workshop }) => {
  const { url } = workshop;
  const code = "GW-5703";
  await openJob(url, code, "TK-5", "layer");
  await standAtBench(page, url);
  await page.clock.install();
  await visit(page, `/jobs/${code}`);
  for (let i = 0; i < 60 && (await bigButton(page).innerText()) !== "Use these settings"; i += 1) {
    await pressOnce(page, url, code, () => bigButton(page).click());
  }
  await page.getByRole("button", { name: "Deep freezer" }).click();
  await expect(page.getByText("Insulated gloves")).toBeVisible();
  await expect(page.getByTestId("answer")).toContainText("-25");
  await expect(page.getByTestId("thaw")).toContainText("dew point");
  await pressOnce(page, url, code, () => bigButton(page).click());
  expect((await stateOf(url, code)).heatMethod).toBe("freezer");
  for (let i = 0; i < 40 && (await bigButton(page).innerText()) !== "Start the thaw"; i += 1) {
    await pressOnce(page, url, code, () => bigButton(page).click());
  }
  // Picture is asked for in the list of steps as well: the hold answers.
  await settle(page);
  await page
    .getByRole("listitem")
    .filter({ hasText: "Picture:" })
    .getByRole("button", { name: "Pass" })
    .click();
  await expect(
    page
      .getByRole("alert")
      .or(page.getByText("Hold", { exact: true }))
      .first(),
  ).toBeVisible();
  await expect(page.getByText("has not thawed: no power before it is dry").first()).toBeVisible();
  await pressOnce(page, url, code, () => bigButton(page).click());
  await pressOnce(page, url, code, () => bigButton(page).click());
  await pressOnce(page, url, code, () => bigButton(page).click());
  await expect.poll(async () => (await stateOf(url, code)).checks.lift?.picture?.result).toBe("pass");
});

test("every way to heat stands beside the others, and the gauge says when to stop", async ({
  page,
  workshop,
}) => {
  await standAtBench(page, workshop.url);
  await visit(page, "/jobs/GW-1154");
  await page.getByText("Every way, side by side").click();
  const ways = page.getByRole("list", { name: "Ways to heat, side by side" });
  await expect(ways.getByText("Reckoning")).toHaveCount(0, { timeout: 30_000 });
  await expect(ways.getByRole("listitem")).toHaveCount(7);
  await expect(ways.getByRole("listitem").filter({ hasText: "Hot plate" })).toContainText("in all");

  await page.getByLabel("Wedge, mm").fill("0.3");
  await page.getByLabel("Front, mm").fill("20");
  await expect(page.getByTestId("gauge")).toContainText("Stop: heat, do not lift higher");
  await page.getByLabel("Front, mm").fill("150");
  await expect(page.getByTestId("gauge")).toContainText("Go on");
  await page.getByLabel("Glue, °C").fill("2000");
  await page.getByRole("button", { name: "Keep this reading" }).click();
  await expect(page.getByRole("alert")).toContainText("Glue: 2000 must be a number from -100 to 400 °C");
  await page.getByLabel("Glue, °C").fill("78");
  await page.getByRole("button", { name: "Keep this reading" }).click();
  await expect(page.getByText(/^Wedge 0.3 mm, front at 150 mm, 78 °C/)).toBeVisible();
  await page.reload();
  await expect(page.getByLabel("Wedge, mm")).toHaveValue("0.3");
});
