import sharp from "sharp";
import { shootPanel, usualMake } from "../../core/prove/shoot-panel.ts";
import { markSeq } from "../../core/device/ask.ts";
import { asksFor, familyNamed, workedTo } from "../bench-hand.ts";
import { photoOf, planted } from "../made-panel.ts";
import { bringIn, expect, sceneOf, standAtBench, test, visit } from "./workshop.ts";

const CODE = "GW-5951";
/** Bench around the panel in the photo, px. */
const RIM = 60;

const speck = planted("speck", 20, 40, 0.6);
const panel = { widthMm: 48, heightMm: 66, lighting: "white", defects: [speck], seed: 8 } as const;
const PX_PER_MM = 12;
/** The picture lies to the right within its border. */
const aside = { borderMm: 3, picture: { offsetXMm: 0.8, offsetYMm: 0, turnDeg: 0 } };

const looks = async (url: string) => (await sceneOf(url, CODE)).state.prove.photos;

const pictureOf = ({ rgba, width, height }: { rgba: Uint8ClampedArray; width: number; height: number }) =>
  sharp(Buffer.from(rgba), { raw: { width, height, channels: 4 } });

test("dust under the glass: by the simulated camera, its own dust told by a second shot; by photos, found and dragged", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  const cured = workedTo(familyNamed("BX-24"), "layer", ({ state }) => markSeq(state, "cured") > 0, {
    endMs: Date.now(),
  });
  await bringIn(url, CODE, cured);
  await standAtBench(page, url);
  await visit(page, `/jobs/${CODE}?open=tools%20look`);

  // The stand-in knows what it planted, and says how much of it was found. Two of what it found are on its own lens.
  await page.getByRole("button", { name: "Take a picture (simulated camera)" }).click();
  const verdict = page.getByTestId("inspected");
  await expect(verdict).toContainText(/Does not pass: 6 defects/, { timeout: 120_000 });
  await expect(page.getByTestId("truth")).toContainText(
    "it had planted 4, of which 4 were found; 2 found that it had not",
  );
  await page.getByRole("button", { name: "Second picture, panel moved (simulated)" }).click();
  await expect(page.getByText("2 of them stay with the camera")).toBeVisible({ timeout: 120_000 });
  await expect(verdict).toContainText("4 defects");
  await expect(page.getByTestId("truth")).toContainText("0 found that it had not");
  const list = page.getByRole("list", { name: "Defects" }).getByRole("listitem");
  await list.filter({ hasNotText: "on the camera" }).first().getByRole("button").click();
  await expect(verdict).toContainText("3 defects");
  await page.getByRole("button", { name: "Save what was found" }).click();
  await expect.poll(async () => (await looks(url)).length).toBe(1);
  const [kept] = await looks(url);
  expect(kept).toMatchObject({
    source: "simulated",
    lighting: "dark",
    cameraDust: 2,
    truth: { planted: 4, found: 4 },
  });
  expect(kept!.defects.map(({ overruled }) => overruled).sort()).toEqual([false, false, false, true]);
  const series = page.getByTestId("series");
  await expect(series).toContainText("Does not pass, by one picture");
  await expect(series).toContainText("3 counted, 1 overruled");
  await expect(page.getByRole("button", { name: "on black Does not pass" })).toBeVisible();

  await page.getByLabel("Look through a photo").setInputFiles({
    name: "notes.txt",
    mimeType: "text/plain",
    buffer: Buffer.from("no picture"),
  });
  await expect(page.getByText("notes.txt is not a picture that this browser can open.")).toBeVisible();

  // A photo of the panel lying askew on the bench: found, its speck in its place, its border measured.
  const askew = photoOf(panel, PX_PER_MM, 4, aside);
  await page.getByRole("button", { name: "on white" }).click();
  await page.getByLabel("Look through a photo").setInputFiles({
    name: "askew.png",
    mimeType: "image/png",
    buffer: await pictureOf(askew).png().toBuffer(),
  });
  await expect(verdict).toContainText(
    /Does not pass: 1 defect, too many specks and bubbles at the centre \(1 of 0\)/,
    { timeout: 20_000 },
  );
  await expect(page.getByTestId("border")).toContainText(
    /Border not equal: 0\.[789] mm off at the (left|right)/,
  );
  await expect(page.getByTestId("light")).toContainText(
    /Light: darkest .* from the top, [789]\d % of the brightest/,
  );
  // Turned a quarter it is not squared up wrongly: its top is asked for, and the speck lies where it lay.
  await page.getByLabel("Look through a photo").setInputFiles({
    name: "side.png",
    mimeType: "image/png",
    buffer: await pictureOf(askew).rotate(-90).png().toBuffer(),
  });
  await expect(page.getByText("The panel lies on its side in the photo. Say where its top is")).toBeVisible({
    timeout: 20_000,
  });
  await expect(page.getByLabel("Top of the panel in the picture")).toHaveValue("left");
  await page.getByRole("button", { name: "Look", exact: true }).click();
  await expect(verdict).toContainText(/Does not pass: 1 defect/, { timeout: 20_000 });
  await expect(page.getByTestId("border")).toContainText(
    /Border not equal: 0\.[789] mm off at the (left|right)/,
  );
  await page.getByRole("button", { name: "Note the border" }).click();
  await expect
    .poll(async () => (await sceneOf(url, CODE)).state.records.readings.at(-1))
    .toMatchObject({ quantity: "border offset", source: "photo" });
  await page.getByRole("button", { name: "Save what was found" }).click();
  await expect.poll(async () => (await looks(url)).length).toBe(2);
  await expect(series).toContainText("Does not pass, by 2 pictures together");
  const found = (await looks(url))[1]!.defects[0]!;
  expect(Math.hypot(found.xMm - speck.xMm, found.yMm - speck.yMm)).toBeLessThan(0.5);

  // On a bench as light as the panel nothing stands out: its corners are dragged in.
  const taken = shootPanel(
    { pitchMm: 0.12, disturbed: [], ...panel },
    { ...usualMake(8), pxPerMm: PX_PER_MM, turnDeg: 0, vignetting: 0 },
  );
  // As light as the panel is on the whole.
  const { channels } = await pictureOf(taken).stats();
  const [r, g, b] = channels.map(({ mean }) => Math.round(mean)) as [number, number, number];
  const photo = await pictureOf(taken)
    .extend({ top: RIM, bottom: RIM, left: RIM, right: RIM, background: { r, g, b } })
    .png()
    .toBuffer();
  await page
    .getByLabel("Look through a photo")
    .setInputFiles({ name: "panel.png", mimeType: "image/png", buffer: photo });
  await expect(page.getByText("No panel stands out from the bench here")).toBeVisible({ timeout: 20_000 });
  const corners = page.getByRole("img", { name: "Corners of the panel in the photo" });
  await corners.evaluate((drawn) => drawn.scrollIntoView({ block: "center" }));
  const box = (await corners.boundingBox())!;
  const scale = box.width / (taken.width + 2 * RIM);
  for (const [right, bottom] of [
    [false, false],
    [true, false],
    [true, true],
    [false, true],
  ] as const) {
    const from = { x: box.x + (right ? box.width - 2 : 2), y: box.y + (bottom ? box.height - 2 : 2) };
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(
      box.x + (right ? box.width - RIM * scale : RIM * scale),
      box.y + (bottom ? box.height - RIM * scale : RIM * scale),
      { steps: 3 },
    );
    await page.mouse.up();
  }
  await page.getByRole("button", { name: "Look", exact: true }).click();
  await expect(verdict).toContainText("1 defect", { timeout: 20_000 });
  await page.getByRole("button", { name: "Save what was found" }).click();
  await expect.poll(async () => (await looks(url)).length).toBe(3);
  const dragged = (await looks(url))[2]!.defects[0]!;
  expect(Math.hypot(dragged.xMm - speck.xMm, dragged.yMm - speck.yMm)).toBeLessThan(1);

  // Before and after, taken from two places: laid over one another by the panel's corners.
  const after = photoOf({ ...panel, defects: [] }, PX_PER_MM, 7, aside);
  const files = await Promise.all(
    [askew, after].map(async (taken, i) => ({
      name: `${i}.png`,
      mimeType: "image/png",
      buffer: await pictureOf(taken).png().toBuffer(),
    })),
  );
  await visit(page, `/jobs/${CODE}?open=photo`);
  await page.getByLabel("Choose photos").setInputFiles(files);
  await expect
    .poll(async () => (await sceneOf(url, CODE)).state.records.photos.length, { timeout: 120_000 })
    .toBe(2);
  await page.getByRole("checkbox").nth(0).check();
  await page.getByRole("checkbox").nth(1).check();
  await page.getByRole("button", { name: "Compare two" }).click();
  const dialog = page.getByRole("dialog").last();
  await dialog.getByRole("button", { name: "Align on the panel" }).click();
  await expect(dialog.getByTestId("changed")).toContainText(/^[0-4]\.\d % of the panel differs/, {
    timeout: 20_000,
  });
  await dialog.getByRole("button", { name: "Where they differ" }).click();
  await expect(dialog.getByRole("img", { name: "Where the two photos differ" })).toBeVisible();

  // One that is kept is looked through where it lies, and what was found is told beside it.
  await visit(page, `/jobs/${CODE}?open=photo`);
  await page
    .getByRole("button", { name: `Photo of ${CODE}` })
    .first()
    .click();
  await page
    .getByRole("group", { name: "Look under the glass in it, taken" })
    .getByRole("button", { name: "on white" })
    .click();
  await expect(verdict).toContainText("1 defect", { timeout: 120_000 });
  await page.getByRole("button", { name: "Save what was found" }).click();
  await expect.poll(async () => (await looks(url)).length).toBe(4);
  const { state } = await sceneOf(url, CODE);
  expect(state.prove.photos[3]!.photo).toBe(state.records.photos[0]!.id);
  await visit(page, `/jobs/${CODE}?open=photo`);
  await expect(page.getByText("Looked through: 1 defect")).toBeVisible();
});

test("the first photo of a job lies behind the plan that its damage is drawn on, squared up to the panel", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  const code = "GW-5952";
  await bringIn(
    url,
    code,
    workedTo(familyNamed("BX-24"), "layer", asksFor("damage-drawn"), { endMs: Date.now() }),
  );
  await standAtBench(page, url);
  await visit(page, `/jobs/${code}`);
  await expect(page.getByRole("button", { name: "Photo behind it" })).toBeHidden();
  const askew = photoOf(panel, PX_PER_MM, 4, { borderMm: 3 });
  await visit(page, `/jobs/${code}?open=photo`);
  await page.getByLabel("Choose photos").setInputFiles({
    name: "in.png",
    mimeType: "image/png",
    buffer: await pictureOf(askew).png().toBuffer(),
  });
  await expect
    .poll(async () => (await sceneOf(url, code)).state.records.photos.length, { timeout: 120_000 })
    .toBe(1);
  await visit(page, `/jobs/${code}`);
  await page.getByRole("button", { name: "Photo behind it" }).click();
  const behind = page.getByTestId("photo-behind");
  await expect(behind).toBeVisible({ timeout: 20_000 });
  // The panel of the photo fills the panel of the plan, and marks are drawn over it.
  const plan = page.getByRole("application", { name: /^Panel of BX-24/ });
  const [of, on] = [(await behind.boundingBox())!, (await plan.boundingBox())!];
  expect(of.width / of.height).toBeCloseTo(panel.widthMm / panel.heightMm, 1);
  await page.mouse.click(of.x + of.width / 2, of.y + of.height / 3);
  await page.mouse.click(of.x + of.width / 2, of.y + of.height / 2);
  await page.getByRole("button", { name: "Crack drawn" }).click();
  await expect(page.getByRole("list", { name: "Marked damage" })).toContainText("Crack, 11 mm");
  expect(of.height).toBeLessThanOrEqual(on.height);
  await page.getByRole("button", { name: "Plan alone" }).click();
  await expect(behind).toBeHidden();
});
