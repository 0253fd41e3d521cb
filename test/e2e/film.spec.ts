import { readFile } from "node:fs/promises";
import { calculateCellOptics } from "../../core/film/cell-optics.ts";
import { BenchHand } from "../bench-hand.ts";
import {
  awake,
  bigButton,
  expect,
  pressOnce,
  standAtBench,
  stateOf,
  test,
  visit,
  bringIn,
} from "./workshop.ts";

const CODE = "GW-5801";

test("both films of a graphic display: solvent and its vapour, the axis from six readings, an inverted picture explained, two pieces cut from a remnant, proved", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  await bringIn(url, CODE, new BenchHand("WS-240", "film").workTo("clean"));
  await standAtBench(page, url);
  await page.clock.install();
  await visit(page, `/jobs/${CODE}`);
  const press = () => pressOnce(page, url, CODE, () => bigButton(page).click());

  // A hot plate stands at another station: said beside the solvent, before it is opened.
  await expect(page.getByTestId("hot")).toContainText(/^(Hot|Heat|Wire).* at GW-\d+/);
  await expect(page.getByText("bottom edge up").first()).toBeVisible();
  await page.getByRole("radio", { name: "n-hexane" }).click();
  await expect(page.getByTestId("solvent-card")).toContainText("Harms the nerves");
  await expect(page.getByTestId("vapour")).toContainText("of 50 ppm");
  await page.getByRole("radio", { name: "ethanol" }).click();
  await expect(page.getByTestId("vapour")).toContainText("No flame or hot tool");
  await page.reload();
  await awake(page);
  await expect(page.getByRole("radio", { name: "ethanol" })).toBeChecked();
  await page.getByText("What may touch what").click();
  await expect(page.getByRole("row", { name: /elastomer contact/ })).toContainText("damp swab");
  while (!(await stateOf(url, CODE)).solvent) await press();
  expect((await stateOf(url, CODE)).solvent!.solvent).toBe("ethanol");

  // Glue that is left is marked on the panel, and worked off patch by patch.
  const panel = page.getByRole("application", { name: /with the glue that is left/ });
  await panel.scrollIntoViewIfNeeded();
  const box = (await panel.boundingBox())!;
  await page.mouse.move(box.x + 0.3 * box.width, box.y + 0.4 * box.height);
  await page.mouse.down();
  await page.mouse.move(box.x + 0.5 * box.width, box.y + 0.6 * box.height);
  await page.mouse.up();
  await expect(page.getByTestId("answer")).toContainText("% of the panel is still marked");
  while ((await stateOf(url, CODE)).present !== "fit") await press();
  expect((await stateOf(url, CODE)).residue.every(({ clearedAt }) => clearedAt !== null)).toBe(true);

  // The old axis, from six readings at the angles that are asked for.
  const meter = page.getByRole("button", { name: "Read the meter (simulated)" });
  for (let readings = 1; readings <= 6; readings += 1) {
    await meter.click();
    await expect.poll(async () => (await stateOf(url, CODE)).axisReadings.length).toBe(readings);
  }
  await expect(page.getByTestId("axis")).toContainText("Enough");
  await page.getByLabel("Angle, °").fill("north");
  await page.getByRole("textbox", { name: "Light" }).fill("12");
  await page.getByRole("button", { name: "Keep reading" }).click();
  await expect(page.getByText("Angle: north must be a number from -360 to 360 degrees")).toBeVisible();
  await expect(page.getByRole("textbox", { name: "Light" })).toHaveValue("12");

  // Turned until the picture is inside out, and back by what is said of it.
  const advice = page.getByTestId("advice");
  const front = page.getByRole("slider", { name: "Axis of the front film" });
  await front.focus();
  for (let turns = 0; turns < 12 && !(await advice.innerText()).includes("Inverted"); turns += 1) {
    await front.press("PageUp");
  }
  await expect(advice).toContainText("Inverted: light on dark.");
  await expect(advice).toContainText(/Turn the front film \d+° (counter-)?clockwise/);
  await page.getByRole("button", { name: "Turn it there" }).click();
  await expect(advice).not.toContainText("Inverted");
  await page.getByRole("button", { name: "Use for the front film" }).click();
  await expect.poll(async () => (await stateOf(url, CODE)).filmAxes.front?.from).toBe("picture");
  await page.getByRole("radio", { name: "Rear film" }).click();
  await page.getByRole("button", { name: "45°", exact: true }).click();
  await page.getByRole("button", { name: "Use for the rear film" }).click();
  await expect.poll(async () => (await stateOf(url, CODE)).filmAxes.rear?.axisDeg).toBe(45);

  // The smallest remnant that holds both; a piece dragged over the other is refused until it is dragged back.
  const cut = page.getByRole("button", { name: "Cut these 2 pieces" });
  await expect(cut).toBeEnabled();
  const sheet = page.getByRole("figure", { name: "Sheet F-9/1" });
  await expect(sheet).toContainText("remnant of lot 25-118");
  const piece = sheet.getByRole("application", { name: `${CODE} front` });
  await piece.focus();
  for (let steps = 0; steps < 3; steps += 1) await piece.press("Shift+ArrowLeft");
  for (let steps = 0; steps < 3; steps += 1) await piece.press("Shift+ArrowUp");
  await expect(sheet.getByRole("alert")).toContainText("drag apart");
  await expect(cut).toBeDisabled();
  for (let steps = 0; steps < 3; steps += 1) await piece.press("Shift+ArrowDown");
  for (let steps = 0; steps < 3; steps += 1) await piece.press("Shift+ArrowRight");
  await expect(cut).toBeEnabled();
  const downloading = page.waitForEvent("download");
  await sheet.getByRole("button", { name: "Template, A4" }).click();
  const template = await downloading;
  expect(template.suggestedFilename()).toBe("F-9-1.pdf");
  expect((await readFile(await template.path())).subarray(0, 5).toString()).toBe("%PDF-");
  await cut.click();
  await expect(page.getByText(/^Cut\. Back on the shelf: F-9\/1\/1/)).toBeVisible();
  expect((await stateOf(url, CODE)).filmsTaken.map(({ film, sheet: from }) => `${film} ${from}`)).toEqual([
    "front F-9/1",
    "rear F-9/1",
  ]);
  await expect(page.getByTestId("answer")).toContainText("Cut: front from F-9/1, rear from F-9/1");

  // Laid, after a last wipe; then proved.
  while ((await stateOf(url, CODE)).present !== "bond") await press();
  await expect(page.getByTestId("answer")).toContainText(/From the (left|right) edge, square to/);
  while ((await stateOf(url, CODE)).present !== "prove") await press();
  await press();
  await press();
  expect((await stateOf(url, CODE)).checks.prove!.picture!.result).toBe("pass");

  // The shelf knows what is left.
  await visit(page, "/film");
  await expect(page.getByRole("rowheader", { name: /F-9\/1\/1/ })).toBeVisible();
  await expect(page.getByRole("rowheader", { name: "F-9/1 remnant", exact: true })).toHaveCount(0);

  // A sheet whose axis was read with its adhesive up is kept with the mirrored angle.
  await page.getByLabel("Label").fill("F-77");
  await page.getByLabel("Lot").fill("26-090");
  await page.getByLabel("Width, mm").fill("300");
  await page.getByLabel("Height, mm").fill("9000");
  await page.getByLabel("Axis, °").fill("20");
  await page.getByLabel("Adhesive").selectOption("up");
  await page.getByRole("button", { name: "Put it there" }).click();
  await expect(page.getByText("Height, mm: 9000 must be a number from 1 to 5000")).toBeVisible();
  await page.getByLabel("Height, mm").fill("200");
  await page.getByRole("button", { name: "Put it there" }).click();
  await expect(page.getByRole("row", { name: /^F-77/ })).toContainText("160°");
});

test("a photo of the lit panel gives light, and one that is burnt out says so", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  await standAtBench(page, url);
  await bringIn(url, "GW-5802", new BenchHand("KB-15", "film").workTo("fit"));
  await visit(page, "/jobs/GW-5802");
  await page.getByText("Read from a photo").click();
  const picture = (shade: string) =>
    page.evaluate(async (colour) => {
      const canvas = new OffscreenCanvas(64, 48);
      const context = canvas.getContext("2d")!;
      context.fillStyle = colour;
      context.fillRect(0, 0, 64, 48);
      const bytes = await (await canvas.convertToBlob({ type: "image/png" })).arrayBuffer();
      return Array.from(new Uint8Array(bytes));
    }, shade);
  const choose = async (name: string, bytes: number[]) =>
    page
      .getByLabel("Read from a photo")
      .setInputFiles({ name, mimeType: "image/png", buffer: Buffer.from(bytes) });
  await choose("dim.png", await picture("rgb(188,188,188)"));
  await expect(page.getByTestId("photo-light")).toContainText("Light 50.3 of 100");
  await page.getByRole("button", { name: "Keep for 0°" }).click();
  await expect.poll(async () => (await stateOf(url, "GW-5802")).axisReadings.length).toBe(1);
  await choose("bright.png", await picture("white"));
  await expect(page.getByTestId("photo-light")).toContainText("burnt out");
  await choose("notes.png", [1, 2, 3]);
  await expect(page.getByRole("alert")).toContainText("notes.png is not a picture");

  // The ground's colour at two angles of the front film tells which cell it is.
  await page.getByRole("radio", { name: "Supertwisted, 240°" }).click();
  const front = page.getByRole("slider", { name: "Axis of the front film" });
  await page.getByText("Which cell is it?").click();
  for (let photos = 0; photos < 3; photos += 1) {
    await front.press("PageUp");
    await front.press("PageUp");
    const frontDeg = Number(await front.getAttribute("aria-valuenow"));
    const cell = { twistDeg: 240, retardanceNm: 790, rearDeg: 45, frontDeg, illuminant: "D65" } as const;
    await page.getByLabel(/^Which cell is it/).setInputFiles({
      name: `${frontDeg}.png`,
      mimeType: "image/png",
      buffer: Buffer.from(await picture(calculateCellOptics(cell).off.srgb)),
    });
    await page.getByRole("button", { name: `Keep this colour for ${frontDeg}°` }).click();
  }
  await expect(page.getByText(/240° twist, (78|79|80)\d nm, rear film at (4[3-7])°/)).toBeVisible();
  await page.getByRole("button", { name: "Reckon with this cell" }).click();
  await expect(page.getByRole("slider", { name: "Retardance of the cell" })).toHaveAttribute(
    "aria-valuenow",
    /^(78|79|80)\d$/,
  );
});
