import { heatMethod } from "../../core/heat/heat-methods.ts";
import { calculateHeatSoak } from "../../core/heat/heat-soak.ts";
import { liftHeatInput, seamOf, usualSettings } from "../../core/heat/lift-heat.ts";
import { familyNamed } from "../bench-hand.ts";
import {
  bigButton,
  eventsOf,
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

test("the bench's own heat: a logger's file, the fit, and what is proposed next", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  const code = "GW-5701";
  await openJob(url, code, "TK-5", "layer");
  await standAtBench(page, url);
  await page.clock.install();
  await visit(page, `/jobs/${code}`);
  for (let i = 0; i < 60; i += 1) {
    await pressOnce(page, url, code, () => bigButton(page).click());
    if ((await stateOf(url, code)).timers.some((timer) => timer.timer === "window-1")) break;
  }
  const state = await stateOf(url, code);
  const soak = state.timers.find((timer) => timer.timer === "soak-1")!;
  const soakedS = (Date.parse(soak.stoppedAt!) - Date.parse(soak.startedAt)) / 1_000;

  await page.getByText("Readings from a logger").click();
  await page.getByLabel("File (CSV, tabs or semicolons)").setInputFiles({
    name: "run.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(loggerFile(140, soakedS)),
  });
  await expect(page.getByLabel("Decimals")).toHaveValue("comma");
  await expect(page.getByText(/^Row \d+: Time: "broken" is no number of seconds/)).toBeVisible();
  await page.getByRole("button", { name: /^Bring in \d+ readings/ }).click();
  await expect(page.getByText(/readings over .* are in\./)).toBeVisible();
  await expect.poll(async () => (await stateOf(url, code)).readings.length).toBeGreaterThan(40);

  await page.getByRole("button", { name: "Fit them" }).click();
  await expect(page.getByText(/^Contact 1(3|4)\d/)).toBeVisible({ timeout: 20_000 });
  await page.getByRole("button", { name: "Reckon with these from now on" }).click();
  await expect(page.getByText(`what this bench measured on ${code}`)).toBeVisible();

  // Another job of the shop is reckoned with it from the first look.
  await openJob(url, "GW-5702", "TK-5", "layer");
  await visit(page, "/jobs/GW-5702?stage=lift");
  await expect(page.getByText(`what this bench measured on ${code}`)).toBeVisible();
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

test("a thermocouple that is read live: simulated, kept in the log, and lost at once where it is lost", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  const code = "GW-1153";
  await standAtBench(page, url);
  await visit(page, `/jobs/${code}`);
  await page.getByRole("button", { name: "Join it" }).click();
  await expect(page.getByTestId("thermocouple")).toContainText("°C", { timeout: 10_000 });
  await expect(page.getByText("Simulated: a stand-in, no device is joined.")).toBeVisible();
  // What has been read is in the log as soon as it is taken off.
  const before = (await stateOf(url, code)).readings.length;
  await page.getByRole("button", { name: "Take it off" }).click();
  await expect.poll(async () => (await stateOf(url, code)).readings.length).toBeGreaterThan(before);
  const [last] = (await eventsOf(url, code)).slice(-1);
  expect(last).toMatchObject({ kind: "reading-taken", data: { quantity: "glue line", source: "simulated" } });

  await page.getByRole("button", { name: "Join it" }).click();
  await expect(page.getByTestId("thermocouple")).toContainText("°C", { timeout: 10_000 });
  await workshop.stopServer();
  await expect(page.getByText("The thermocouple is lost")).toBeVisible({ timeout: 10_000 });
  await expect(page.getByRole("timer")).toBeVisible();
  await workshop.startServer();
  await expect(page.getByText("The thermocouple is lost")).toBeHidden({ timeout: 20_000 });
  await page.getByRole("button", { name: "Take it off" }).click();
  await expect(page.getByRole("button", { name: "Join it" })).toBeVisible();
});
