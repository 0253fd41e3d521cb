import type { Page } from "@playwright/test";
import { axesApartDeg } from "../../core/film/axis-angle.ts";
import { calculateFilmAxis } from "../../core/film/film-axis.ts";
import { lineOf } from "../../core/device/ask.ts";
import { edges } from "../../core/stack/panel-geometry.ts";
import { asksFor, familyNamed, workedTo } from "../bench-hand.ts";
import { borderTruth, huntedFrames, madeCamera, madeFrame, madeSpecks, sweptFrames } from "../live-frames.ts";
import { borderScene, sheetScene } from "../../core/prove/live-scene.ts";
import { seenByCamera, withMadeCamera } from "./made-video.ts";
import { bringIn, expect, sceneOf, standAtBench, test, visit } from "./workshop.ts";

test.use({ launchOptions: withMadeCamera });

const looked = async (page: Page) =>
  Number(await page.getByRole("region", { name: "Camera" }).getAttribute("data-looked"));

test("a film turned over the lit panel before the camera: the sweep is the job's readings, and sets the film", async ({
  page,
  workshop: { url },
}) => {
  test.setTimeout(300_000);
  const code = "GW-5961";
  const family = familyNamed("KB-15");
  const AXIS_DEG = 52;
  await bringIn(url, code, workedTo(family, "film", asksFor("axis-read"), { endMs: Date.now() }));
  const camera = madeCamera(4, family.outline, 480, 300);
  const frames = [...sweptFrames(camera, AXIS_DEG, 40)].map(({ photo }) => photo);
  // It is turned slowly: on a machine that shows few pictures a film seen a sixth of a turn further may have turned either way.
  seenByCamera(frames.flatMap((photo) => [photo, photo, photo, photo]));
  await standAtBench(page, url);
  await visit(page, `/jobs/${code}`);
  await page.getByRole("button", { name: "Turn a film before the camera" }).click();
  await expect(page.getByText("1. Show the bare panel, lit.")).toBeVisible();
  await expect(page.getByText("2. Film over the ring")).toBeVisible({ timeout: 20_000 });
  const save = page.getByRole("button", { name: "Save these readings" });
  await expect(save).toBeDisabled();
  // On a machine that shows it few pictures it asks for another turn: the film is turned on and on here.
  await expect(save).toBeEnabled({ timeout: 200_000 });
  await save.click();
  await expect
    .poll(async () => (await sceneOf(url, code)).state.film.readings.front?.length)
    .toBeGreaterThan(15);
  const readings = (await sceneOf(url, code)).state.film.readings.front!;
  expect(new Set(readings.map(({ source }) => source))).toEqual(new Set(["camera"]));
  const { axisDeg } = calculateFilmAxis({
    readings: readings.map(({ angleDeg, level }) => ({ angleDeg, level })),
  });
  expect(axesApartDeg(axisDeg, AXIS_DEG)).toBeLessThan(0.5);
  // What was swept is shown as any readings are, the camera is away, and the bench goes on.
  await expect(page.getByLabel("What the camera sees")).toBeHidden();
  await expect(page.getByRole("heading", { level: 1 })).not.toContainText("Read the light");
});

test("the border by the camera while the glass lies there: four widths to a pixel, saved as the camera's", async ({
  page,
  workshop: { url },
}) => {
  const code = "GW-5962";
  const family = familyNamed("TK-5");
  const lies = { offsetXMm: 0.3, offsetYMm: -0.2, turnDeg: 0.1 };
  const camera = madeCamera(6, family.outline, 640, 480);
  const scene = borderScene(family.outline, family.borderMm, lies);
  const settledLongAgo = { endMs: Date.now() - 3_600_000 };
  await bringIn(url, code, workedTo(family, "layer", asksFor("aligned"), settledLongAgo));
  seenByCamera(Array.from({ length: 8 }, () => madeFrame(camera, scene)));
  await standAtBench(page, url);
  await visit(page, `/jobs/${code}`);
  await page.getByRole("button", { name: "Border by camera" }).click();
  const now = page.getByLabel("Border as it is now");
  await expect(now).toHaveText(/Top, mm[\d.]+.*Left, mm[\d.]+/, { timeout: 20_000 });
  await expect(page.getByTestId("align")).toContainText("Nudge the glass");
  await page.getByRole("button", { name: "Save border" }).click();
  await expect
    .poll(async () => lineOf((await sceneOf(url, code)).state, "glass").border?.from)
    .toBe("camera");
  const { ends } = lineOf((await sceneOf(url, code)).state, "glass").border!;
  const truth = borderTruth(family.outline, family.borderMm, lies);
  for (const edge of edges)
    for (const k of [0, 1])
      expect(Math.abs(ends![edge][k]! - truth[edge][k]!) * camera.pxPerMm).toBeLessThan(1);
});

test("specks are framed and counted until the last is wiped away, and that is said; frames are looked at while the page stays quick", async ({
  page,
  workshop: { url },
}) => {
  test.setTimeout(120_000);
  const code = "GW-5963";
  const family = familyNamed("TK-5");
  await bringIn(url, code, workedTo(family, "layer", asksFor("looked-clean"), { endMs: Date.now() }));
  const camera = madeCamera(3, family.outline, 480, 320);
  const least = 3 / camera.pxPerMm;
  const specks = madeSpecks(camera, 2, [1.5 * least, 3 * least]);
  seenByCamera([...huntedFrames(camera, specks, 26)].map(({ photo }) => photo));
  await standAtBench(page, url);
  await page.addInitScript(() => {
    const said: string[] = [];
    Object.assign(window, { said });
    speechSynthesis.speak = ({ text }) => void said.push(text);
  });
  await visit(page, `/jobs/${code}`);
  await page.getByRole("button", { name: "Look for specks by camera" }).click();
  const told = page.getByTestId("hunt");
  await expect(told).toHaveText("2 specks", { timeout: 20_000 });
  await expect(told).toHaveText("1 speck", { timeout: 20_000 });
  const before = await looked(page);
  await expect(told).toHaveText(/^None left, down to [\d.]+\smm\.$/, { timeout: 20_000 });
  expect(await looked(page)).toBeGreaterThan(before);
  expect(await page.evaluate(() => (window as unknown as { said: string[] }).said)).toEqual([
    expect.stringMatching(/^None left/),
  ]);
  // Nothing is asserted by the camera: who looked says what was seen.
  expect(lineOf((await sceneOf(url, code)).state, "glass").clean).toBe(false);
  await page.getByRole("button", { name: "Put the camera away" }).click();
  await expect(page.getByLabel("What the camera sees")).toBeHidden();
});

test("a camera that is unplugged is said, and the simulated one can be chosen in its place", async ({
  page,
  workshop: { url },
}) => {
  const code = "GW-5964";
  const camera = madeCamera(3, { widthMm: 110, heightMm: 66 }, 320, 240);
  await bringIn(
    url,
    code,
    workedTo(familyNamed("TK-5"), "layer", asksFor("looked-clean"), { endMs: Date.now() }),
  );
  seenByCamera([madeFrame(camera, () => 0.2)]);
  await standAtBench(page, url);
  await page.addInitScript(() => {
    const open = navigator.mediaDevices.getUserMedia.bind(navigator.mediaDevices);
    navigator.mediaDevices.getUserMedia = async (wish) => {
      const stream = await open(wish);
      Object.assign(window, { unplug: () => stream.getTracks()[0]!.dispatchEvent(new Event("ended")) });
      return stream;
    };
  });
  await visit(page, `/jobs/${code}`);
  await page.getByRole("button", { name: "Look for specks by camera" }).click();
  await expect(page.getByTestId("hunt")).toContainText("No panel stands out", { timeout: 20_000 });
  await page.evaluate(() => (window as unknown as { unplug: () => void }).unplug());
  await expect(page.getByRole("alert")).toHaveText("The camera was unplugged.");
  await page.getByRole("combobox", { name: "Camera" }).selectOption({ label: "Simulated camera" });
  await expect(page.getByTestId("hunt")).toHaveText(/^\d specks?$/, { timeout: 20_000 });
  await expect(page.getByRole("region", { name: "Camera" })).toContainText("Simulated camera");
});

test("a camera's lens is told by the printed sheet at five places, and kept for that camera", async ({
  page,
  workshop: { url },
}) => {
  test.setTimeout(90_000);
  const sheet = { widthMm: 240, heightMm: 180 };
  const camera = madeCamera(2, sheet, 640, 480);
  const lens = { width: 640, height: 480, k1: 0.08, k2: 0 };
  const places = [0, 24, -24, 48, -48].map((movedPx) => madeFrame(camera, sheetScene(sheet), movedPx, lens));
  seenByCamera(places.flatMap((photo) => Array.from({ length: 6 }, () => photo)));
  await standAtBench(page, url);
  await visit(page, "/shop#camera");
  const [paper] = await Promise.all([
    page.context().waitForEvent("page"),
    page.getByRole("link", { name: "Print the sheet of dots" }).click(),
  ]);
  await paper.close();
  await page.getByRole("button", { name: "Set up the camera" }).click();
  await expect(page.getByTestId("lens")).toHaveText(
    /^Saved\. Dots lie 0\.\d px off, [1-9]\.\d px before\.$/,
    {
      timeout: 40_000,
    },
  );
  const kept = await page.evaluate(() => localStorage.getItem("half-lift lenses"));
  const [told] = Object.values(JSON.parse(kept!) as Record<string, { lens: { k1: number; width: number } }>);
  expect(told!.lens.width).toBe(640);
  expect(told!.lens.k1).toBeCloseTo(0.08, 1);
});
