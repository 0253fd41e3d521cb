import { heatMethod } from "../../core/heat/heat-method-input.ts";
import { calculateHeatSoak } from "../../core/heat/heat-soak.ts";
import { askAsOwner } from "../../scripts/signed-in.ts";
import { liftHeatInput, seamOf, usualSettings } from "../../core/heat/lift-heat.ts";
import { asksFor, familyNamed, workedTo } from "../bench-hand.ts";
import { bringIn, expect, passTime, sceneOf, standAtBench, test, visit } from "./workshop.ts";

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

/** How many times as fast the stand-in lives. */
const SPEED = 60;

test("a thermocouple at sixty times the speed: read live, lost and found, fitted, and what it told is this station's own", async ({
  page,
  workshop: shared,
}) => {
  // What is measured here is worked with everywhere after: not in the workshop of the other tests.
  const workshop = await shared.openAnother();
  const { url } = workshop;
  const code = "GW-5701";
  const onTheHeat = workedTo(family, "layer", ({ state }) => state.lift.soakingSinceMs !== null, {
    endMs: Date.now(),
  });
  await bringIn(url, code, onTheHeat);
  await standAtBench(page, url, { station: "2" });
  await page.route("**/thermocouple?*", (route) =>
    route.continue({ url: `${route.request().url()}&speed=${SPEED}` }),
  );
  await visit(page, `${url}/jobs/${code}?open=tools%20glue-line`);
  const readings = async () => (await sceneOf(url, code)).state.records.readings;
  await page.getByRole("button", { name: "Join it" }).click();
  await expect(page.getByTestId("thermocouple")).toBeVisible();
  await expect.poll(async () => (await readings()).length, { timeout: 120_000 }).toBeGreaterThan(20);
  expect((await readings()).at(-1)!.source).toBe("simulated");

  // Lost is said at once, and so is that the soak goes on; it comes back by itself.
  await workshop.stopServer();
  await expect(page.getByText("The thermocouple is lost")).toBeVisible({ timeout: 15_000 });
  await expect(page.getByText("The timer goes on.")).toBeVisible();
  await workshop.startServer();
  await expect(page.getByText("The thermocouple is lost")).toBeHidden({ timeout: 20_000 });
  await page.getByRole("button", { name: "Take it off" }).click();
  await page.getByRole("button", { name: "Fit them" }).click();
  await expect(page.getByRole("status").filter({ hasText: /^Contact \d+/ })).toBeVisible({ timeout: 45_000 });
  await page.getByRole("button", { name: /station 2 from now on$/ }).click();
  await expect
    .poll(async () => Object.keys(await (await askAsOwner(`${url}/api/bench-fits?station=2`)).json()))
    .toEqual(["plate"]);
  await workshop.close();
});

test("a logger's file is brought in with its broken row named, and goes out again", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  await standAtBench(page, url);
  await visit(page, "/jobs/GW-1154?open=tools%20glue-line");
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
  await expect
    .poll(async () => (await sceneOf(url, "GW-1154")).state.records.readings.length)
    .toBeGreaterThan(30);
  const csv = await (await askAsOwner(`${url}/api/jobs/GW-1154/readings.csv`)).text();
  expect(csv.split("\n").length).toBeGreaterThan(30);
});

test("every way to heat stands beside the others, and the gauge says when to stop", async ({
  page,
  workshop,
}) => {
  await standAtBench(page, workshop.url);
  await visit(page, "/jobs/GW-1154?open=tools%20ways");
  const ways = page.getByRole("list", { name: "Heating methods, side by side" });
  await expect(ways.getByText("Working it out")).toHaveCount(0, { timeout: 120_000 });
  await expect(ways.getByRole("listitem")).toHaveCount(7);
  await expect(ways.getByRole("listitem").filter({ hasText: "Hot plate" })).toContainText("in all");

  await visit(page, "/jobs/GW-1154?open=tools%20gauge");
  await page.getByLabel("Wedge, mm").fill("0.3");
  await page.getByLabel("Front, mm").fill("20");
  await expect(page.getByTestId("gauge")).toContainText("Stop: heat, do not lift higher");
  await page.getByLabel("Front, mm").fill("150");
  await expect(page.getByTestId("gauge")).toContainText("Go on");
  await page.getByLabel("Glue, °C").fill("2000");
  await page.getByRole("button", { name: "Save this reading" }).click();
  await expect(page.getByRole("alert")).toContainText("Glue: 2000 must be a number from -100 to 400 °C");
  await page.getByLabel("Glue, °C").fill("78");
  await page.getByRole("button", { name: "Save this reading" }).click();
  await expect
    .poll(async () => (await sceneOf(workshop.url, "GW-1154")).state.lift.wedges.at(-1)?.glueC)
    .toBe(78);
  await page.reload();
  await expect(page.getByLabel("Wedge, mm")).toHaveValue("0.3");

  // A wire and a spring scale tell of the same glue: 2 · 1.5 N · sin 30° over 0.1 m, less what flows round the wire.
  await page.getByRole("button", { name: "Wire and spring scale" }).click();
  await page.getByLabel("Each hand, N").fill("1.5");
  await page.getByLabel("Angle, °").fill("30");
  await page.getByLabel("Front, mm").fill("100");
  await expect(page.getByTestId("gauge")).toContainText("8.5J/m²");
  await page.getByRole("button", { name: "Save this reading" }).click();
  await expect
    .poll(async () => (await sceneOf(workshop.url, "GW-1154")).state.lift.wirePulls.at(-1)?.forceN)
    .toBe(1.5);

  // What was read stands beside what was predicted, for this job and for all.
  await visit(page, "/jobs/GW-1154?open=tools%20measured");
  const front = page.getByTestId("compared").getByRole("row", { name: /front before a card/i });
  await expect(front).toContainText("→ 150 mm");
  await expect(front).toContainText("of what was predicted");
});

test("the face in strips by the card on the dial, or under a wire; what was measured of it is a tap away", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  const code = "GW-5705";
  await bringIn(url, code, workedTo(family, "layer", asksFor("heat-chosen"), { endMs: Date.now() }));
  await standAtBench(page, url);
  await visit(page, `/jobs/${code}`);
  const strips = page.getByTestId("strips");
  // What is seen, not what stands there until this heat is worked out.
  await expect(strips).toHaveText(/^\d+ strips of \d+(\.\d)?\smm, \d+ windows?$/, { useInnerText: true });
  const usual = await strips.innerText();
  // A thin card opens little: the front stays near it.
  await page.getByRole("slider", { name: "Card" }).focus();
  await page.keyboard.press("Home");
  await expect(strips).not.toHaveText(usual);
  const depth = (text: string) => Number(/of ([\d.]+)\smm/.exec(text)?.[1] ?? Number.NaN);
  await expect.poll(async () => depth(await strips.innerText())).toBeLessThan(depth(usual));
  await page.getByRole("button", { name: /^measured here/ }).click();
  await expect(page.getByRole("dialog")).toContainText("of what was predicted");
  await page.keyboard.press("Escape");

  await page.getByRole("button", { name: "Wire on the plate" }).click();
  await expect(strips).toContainText(/^\d+ % in \d pass/);
  await expect(page.getByRole("heading", { level: 1 })).toContainText("then draw it");
  await page.getByRole("button", { name: "Use this heat" }).click();
  await expect
    .poll(async () => (await sceneOf(url, code)).state.lift.heat?.wire?.passes.length)
    .toBeGreaterThan(0);
});

test("the way by freezer: the usual heat is there before the worker is, the dialled one by it; no power before it has thawed", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  const code = "GW-5703";
  const agreed = workedTo(family, "layer", asksFor("heat-chosen"), { endMs: Date.now() });
  await bringIn(url, code, agreed);
  await standAtBench(page, url);
  let isWorkerAsked = false;
  await page.route(/choose\.worker/, async (route) => {
    isWorkerAsked = true;
    await route.continue();
  });
  await visit(page, `/jobs/${code}`);
  const use = page.getByRole("button", { name: "Use this heat" });
  await expect(use).toBeEnabled();
  expect(isWorkerAsked).toBe(false);
  // Something on the way that answers in the server's place does not stop the work: the worker does it.
  await page.route("**/choice", (route) =>
    route.fulfill({ contentType: "text/html", body: "<p>Sign in</p>" }),
  );
  await page.reload();
  await expect(use).toBeEnabled();
  expect(isWorkerAsked).toBe(true);
  await page.unroute("**/choice");
  isWorkerAsked = false;
  const freezer = page.getByRole("button", { name: "Deep freezer" });
  await freezer.click();
  await expect(freezer).toHaveAttribute("aria-pressed", "true");
  // What was picked and not used yet is still picked after a reload.
  await page.reload();
  await expect(freezer).toHaveAttribute("aria-pressed", "true");
  await use.click();
  expect(isWorkerAsked).toBe(true);
  await expect.poll(async () => (await sceneOf(url, code)).state.lift.heat?.method).toBe("freezer");
  expect((await sceneOf(url, code)).state.lift.heat!.thawS).toBeGreaterThan(0);
});

test("while a clock runs the screen stays awake; a tablet that is locked sounds the alarm at its end", async ({
  page,
  workshop,
}) => {
  const { url, databaseUrl } = workshop;
  const code = "GW-5704";
  await bringIn(url, code, workedTo(family, "layer", asksFor("soak-ended"), { endMs: Date.now() }));
  await standAtBench(page, url);
  // Headless browsers have no screen to keep awake: what would be asked of it is written down.
  await page.addInitScript(() => {
    const asked: string[] = [];
    const request = async (type: string) => {
      asked.push(type);
      return { release: async () => asked.push("let go") };
    };
    Object.defineProperty(navigator, "wakeLock", { value: { request } });
    // What would be heard, as far as a page can tell.
    const played: HTMLMediaElement[] = [];
    const play = HTMLMediaElement.prototype.play;
    HTMLMediaElement.prototype.play = function () {
      played.push(this);
      return play.call(this);
    };
    let seen: DocumentVisibilityState = "visible";
    Object.defineProperty(document, "visibilityState", { get: () => seen });
    const look = (state: DocumentVisibilityState) => {
      seen = state;
      document.dispatchEvent(new Event("visibilitychange"));
    };
    Object.assign(window, { asked, played, look });
  });
  const asked = () => page.evaluate(() => (window as unknown as { asked: string[] }).asked);
  await visit(page, `/jobs/${code}`);
  await expect(page.getByRole("timer")).toBeVisible();
  await expect.poll(asked).toEqual(["screen"]);

  interface Heard {
    played: HTMLMediaElement[];
    look: (state: DocumentVisibilityState) => void;
  }
  const look = (state: DocumentVisibilityState) =>
    page.evaluate((to) => (window as unknown as Heard).look(to), state);
  const heard = () =>
    page.evaluate(() =>
      (window as unknown as Heard).played.map(({ paused, duration }) => ({ paused, duration })),
    );
  const [minutes, seconds] = (await page.getByRole("timer").innerText()).split(":").map(Number);
  const leftS = 60 * minutes! + seconds!;
  // A browser lets no sound begin on a page that nobody has touched.
  await page.getByTestId("answer").click();
  await look("hidden");
  await expect.poll(async () => (await heard()).map(({ paused }) => paused)).toEqual([false]);
  // The silence and the alarm after it.
  const lasts = async () => (await heard())[0]!.duration;
  await expect.poll(lasts, { timeout: 20_000 }).toBeGreaterThan(leftS);
  expect(await lasts()).toBeLessThan(leftS + 20);
  await look("visible");
  expect((await heard()).map(({ paused }) => paused)).toEqual([true]);
  await passTime(databaseUrl, code, 3_600);
  await visit(page, `/jobs/${code}`);
  await expect(page.getByRole("timer")).toHaveCount(0);
  expect(await asked()).toEqual([]);
});
