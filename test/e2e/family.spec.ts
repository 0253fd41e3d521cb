import { readFile } from "node:fs/promises";
import type { Locator, Page } from "@playwright/test";
import { askAsOwner, sendAsOwner } from "../../scripts/signed-in.ts";
import type { Family } from "../../core/stack/family.ts";
import { awake, expect, movesOf, openJob, sceneOf, standAtBench, test, visit } from "./workshop.ts";
import { dragOn, tapOn } from "./drawn-plan.ts";

const sheet = (page: Page, name: string) =>
  page
    .getByRole("navigation", { name: "Sheets" })
    .getByRole("button", { name: new RegExp(`^${name}`) })
    .click();
const list = (page: Page, name: string): Locator => page.getByRole("list", { name, exact: true });
/** The fields of what is selected. */
const selected = (page: Page): Locator => page.getByRole("group", { name: "Selected" });
const keep = (page: Page) => page.getByRole("button", { name: "Save", exact: true });

async function addLayer(page: Page, entry: { name: string; role: string; material: string; um: string }) {
  await page.getByRole("button", { name: "Add a layer" }).click();
  await selected(page).getByLabel("Layer", { exact: true }).fill(entry.name);
  await selected(page).getByLabel("Role", { exact: true }).selectOption(entry.role);
  await selected(page).getByLabel("Material", { exact: true }).selectOption(entry.material);
  await selected(page).getByLabel("Thickness, µm").fill(entry.um);
}

test("a family is drawn from nothing, kept, taken elsewhere, and is the same there", async ({
  page,
  browser,
  workshop,
}) => {
  await standAtBench(page, workshop.url);
  await visit(page, "/families");
  await page.getByRole("link", { name: "New family" }).click();
  await visit(page, "/families/new");

  // What is missing is named with its bounds, and nothing is sent.
  await keep(page).click();
  const faults = page.getByRole("region", { name: "Save the family" }).getByRole("alert");
  await expect(faults).toContainText("must be a code such as PH-10");
  await expect(page.getByRole("button", { name: /^Stack.*mend/ })).toBeVisible();

  await page.getByLabel("Code").fill("lq-7");
  await page.getByLabel("Name", { exact: true }).fill("Lock gate panel");
  await page.getByLabel("Kind", { exact: true }).fill("fully bonded, touch in the panel");
  await page.getByLabel("Diagonal, in").fill("7,5");
  await page.getByLabel("Back cover").selectOption("glued along its rim");
  // The next fault is one press away, on the sheet where it is mended.
  await page.getByRole("button", { name: /^Stack: stack/ }).click();
  await addLayer(page, { name: "panel", role: "panel", material: "liquid-crystal cell", um: "1000" });
  await addLayer(page, { name: "glue", role: "adhesive", material: "optical adhesive film", um: "180" });
  await addLayer(page, {
    name: "glass",
    role: "cover glass",
    material: "cover glass, soda-lime",
    um: "1100",
  });

  // The glass goes to the top by its handle, by keys alone.
  const layers = list(page, "Layers, viewer's side first");
  const moveUp = async (name: string, places: readonly number[]) => {
    await page.getByRole("button", { name: `Move ${name}`, exact: true }).focus();
    await page.keyboard.press("Space");
    for (const [i, place] of places.entries()) {
      // A key that comes before the rows are measured moves nothing: it is pressed again.
      await expect(async () => {
        if (i > 0) await page.keyboard.press("ArrowUp");
        await expect(page.getByText(`${name} over place ${place}.`)).toBeAttached({ timeout: 1_500 });
      }).toPass({ timeout: 15_000 });
    }
    await page.keyboard.press("Space");
  };
  await moveUp("glass", [3, 2, 1]);
  await expect(layers.getByRole("listitem").nth(0)).toContainText("glass");
  // What was selected still is, wherever it went.
  await expect(selected(page).getByLabel("Layer", { exact: true })).toHaveValue("glass");
  await moveUp("glue", [3, 2]);
  await expect(layers.getByRole("listitem").nth(2)).toContainText("panel");

  // The outline from a drawing, pulled by a point, then its edges by dragging along them.
  await sheet(page, "Panel");
  await page.getByLabel("Outline from a drawing (SVG or DXF)").setInputFiles({
    name: "panel.svg",
    mimeType: "image/svg+xml",
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="164mm" viewBox="0 0 164 100"><rect width="164" height="100" rx="5"/></svg>',
    ),
  });
  await expect(page.getByLabel("Width, mm")).toHaveValue("164");
  await expect(page.getByLabel("Corner, mm")).toHaveValue("5");
  const plan = page.getByRole("application");
  await dragOn(page, plan, [1.024, 0.5], [1.084, 0.5]);
  await expect(page.getByLabel("Width, mm")).toHaveValue(/^17[34]$/);
  await page.getByLabel("Width, mm").fill("164");
  const draw = (name: string) =>
    page.getByRole("group", { name: "What to draw" }).getByRole("button", { name }).click();
  await draw("Hinge");
  await dragOn(page, plan, [0.3, 0.99], [0.7, 0.98]);
  await expect(selected(page).getByLabel("Edge", { exact: true })).toHaveValue("bottom");
  await expect(selected(page).getByLabel("Kind", { exact: true })).toHaveValue("hinge");
  await selected(page).getByLabel("From, mm").fill("50");
  await selected(page).getByLabel("To, mm").fill("115");
  await draw("Shallow");
  await dragOn(page, plan, [0.99, 0.2], [0.99, 0.4]);
  await expect(selected(page).getByLabel("No deeper than, mm")).toHaveValue("2");
  await draw("Camera");
  await tapOn(page, plan, 0.5, 0.04);
  // A stretch that was one too many: taken back, brought back, taken back.
  const features = list(page, "Edges").getByRole("listitem");
  await draw("Keep-out");
  await dragOn(page, plan, [0.01, 0.5], [0.01, 0.7]);
  await expect(features).toHaveCount(3);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(features).toHaveCount(2);
  await page.getByRole("button", { name: "Redo" }).click();
  await expect(features).toHaveCount(3);
  await page.keyboard.press("Control+z");
  await expect(features).toHaveCount(2);
  // A tap on the drawing selects.
  await draw("Move");
  await tapOn(page, plan, 0.5, 0.98);
  await expect(selected(page).getByLabel("What is there")).toHaveValue("flexes");

  // Screws by tapping the back, one of them moved.
  await sheet(page, "Back");
  await page.getByLabel("Back width, mm").fill("180");
  await page.getByLabel("Back height, mm").fill("116");
  await page.getByRole("button", { name: "Add a size" }).click();
  await selected(page).getByLabel("Thread", { exact: true }).fill("M2.5");
  await selected(page).getByLabel("Length, mm").fill("6");
  await selected(page).getByLabel("Hold", { exact: true }).selectOption("connectors");
  const behind = page.getByRole("application");
  for (const [x, y] of [
    [0.05, 0.08],
    [0.95, 0.08],
    [0.95, 0.92],
    [0.2, 0.5],
  ] as const) {
    await tapOn(page, behind, x, y);
  }
  await dragOn(page, behind, [0.2, 0.5], [0.05, 0.92]);
  await page.getByLabel("What lies under it").fill("the flex");
  await expect(page.getByLabel("How many")).toHaveValue("4");

  await sheet(page, "Inside");
  await page.getByRole("button", { name: "Add a connector" }).click();
  await selected(page).getByLabel("Connector", { exact: true }).fill("Panel flex");
  await selected(page).getByLabel("Tape over it").selectOption("kept");
  await page.getByRole("button", { name: "Add a function" }).click();
  await selected(page).getByLabel("Function", { exact: true }).fill("Touch");
  await selected(page).getByLabel("How it is proved").fill("one drag over all of it");
  await page.getByRole("button", { name: "Add a part" }).click();
  await selected(page).getByLabel("Part", { exact: true }).fill("the paired button");
  await selected(page).getByLabel("Paired, irreplaceable").selectOption("yes");
  const toggle = (group: string, name: string) =>
    selected(page).getByRole("group", { name: group }).getByRole("button", { name }).click();
  await toggle("Needed by", "Touch");
  await toggle("Out before", "frost");

  await sheet(page, "Routes");
  await page.getByRole("checkbox", { name: /^Layer only/ }).check();
  await expect(selected(page).getByLabel("Line opened")).toHaveValue("glue");
  await selected(page).getByLabel("Parts, EUR").fill("24.90");
  await selected(page).getByLabel("Hours", { exact: true }).fill("2");

  // A wrong thickness is named by its place; a reload loses nothing of what was drawn.
  const openGlue = async () => {
    await sheet(page, "Stack");
    await layers.getByRole("button", { name: /^glue/ }).click();
  };
  await openGlue();
  await page.getByLabel("Thickness, µm").fill("0.01");
  await keep(page).click();
  await expect(faults).toContainText("stack[1].thicknessUm 0.01 must be a number from 0.1 to 100000");
  await visit(page, "/families/new");
  await expect(page.getByText("Your unsaved drawing is back")).toBeVisible();
  await openGlue();
  await page.getByLabel("Thickness, µm").fill("180");
  await keep(page).click();
  await page.waitForURL("**/families/LQ-7");
  await expect(page.getByRole("heading", { level: 1 })).toContainText("LQ-7 lock gate panel");

  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Export" }).click(),
  ]);
  expect(download.suggestedFilename()).toBe("LQ-7.family.json");
  const text = await readFile(await download.path(), "utf8");
  const { family } = JSON.parse(text) as { family: Family };
  expect(family).toMatchObject({
    code: "LQ-7",
    diagonalIn: 7.5,
    wayIn: "from the back",
    gluedBack: true,
    oneOff: false,
    outline: { widthMm: 164, heightMm: 100, cornerRadiusMm: 5 },
    features: [
      { edge: "bottom", kind: "hinge", fromMm: 50, toMm: 115 },
      { edge: "right", kind: "shallow", maxDepthMm: 2 },
    ],
    windows: [{ kind: "camera" }],
    stack: [{ name: "glass" }, { name: "glue", thicknessUm: 180 }, { name: "panel" }],
    seams: [{ route: "layer", layer: "glue" }],
    costs: [{ route: "layer", partsMinor: 2_490, hours: 2 }],
    screws: [{ key: "m2-5-6", count: 4, holds: "connectors" }],
    connectors: [{ key: "panel-flex", tape: "kept" }],
    parts: [{ key: "the-paired-button", irreplaceable: true, serves: ["touch"], harmedBy: ["frost"] }],
    functions: [{ key: "picture" }, { key: "touch" }],
  });
  expect(family.screws[0]!.places).toHaveLength(4);
  expect(family.screws[0]!.places[3]).toMatchObject({ under: "the flex" });
  expect(Math.abs(family.screws[0]!.places[3]!.xMm - 0.05 * 180)).toBeLessThan(2);

  // Elsewhere: an empty workshop, where it can be worked with at once.
  const elsewhere = await workshop.openEmpty();
  try {
    const context = await browser.newContext();
    const other = await context.newPage();
    await standAtBench(other, elsewhere.url);
    await visit(other, `${elsewhere.url}/families/import`);
    await other.getByLabel("Document (.family.json)").setInputFiles({
      name: "LQ-7.family.json",
      mimeType: "application/json",
      buffer: Buffer.from(text),
    });
    await expect(other.getByText("LQ-7 is here as version 1.")).toBeVisible();
    const there = await (await askAsOwner(`${elsewhere.url}/api/families/LQ-7/export`)).text();
    expect(there).toBe(text);
    await visit(other, `${elsewhere.url}/jobs/new`);
    await expect(other.getByRole("radio", { name: /LQ-7/ })).toBeVisible();
    await context.close();
  } finally {
    await elsewhere.close();
  }
});

test("a single device is taken in by its size alone, and what it turns out to hold is offered to its family", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  await standAtBench(page, url);
  await visit(page, "/jobs/new");
  await page.getByRole("radio", { name: /None of these/ }).check();
  await expect(page.getByLabel("Laid with")).toBeVisible();
  await page.getByLabel("What it is").fill("Picture frame");
  await page.getByLabel("Width, mm").fill("2");
  await page.getByLabel("Height, mm").fill("128,5");
  await page.getByLabel("What is wrong with it").fill("Cracked");
  await page.getByLabel("Code", { exact: true }).fill("ZZ-77");
  await page.getByRole("button", { name: "Open the job" }).click();
  await expect(page.locator("form")).toContainText("Must be a number from 10 to 2000");
  await page.getByLabel("Width, mm").fill("203");
  await page.getByRole("button", { name: "Open the job" }).click();
  // Its picture is the first thing that is kept.
  await page.waitForURL("**/jobs/ZZ-77?open=photo");
  await awake(page);
  await expect(page.getByRole("dialog")).toContainText("Photo");

  await visit(page, "/jobs/ZZ-77?open=tools");
  await page.getByRole("button", { name: "Not the usual stack" }).click();
  const second = page
    .getByRole("list", { name: /^Layers/ })
    .getByRole("listitem")
    .nth(1);
  await second.getByRole("button").last().click();
  await page.getByLabel("Thickness, µm").fill("420");
  await page.getByLabel("From, °C").fill("99");
  await expect(page.getByRole("button", { name: "Use this stack" })).toBeDisabled();
  await page.getByLabel("From, °C").fill("78");
  await page.getByRole("button", { name: "Use this stack" }).click();
  await expect.poll(async () => (await movesOf(url, "ZZ-77")).at(-1)!.kind).toBe("stack-found");
  await page.getByRole("link", { name: /^Others are like this/ }).click();
  await awake(page);
  await expect(second).toContainText("420 µm");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await page.waitForURL(/families\/ON-\d+$/);
  await expect(page.getByRole("heading", { level: 1 })).toContainText("version 2");
});

test("two editors of a family do not overwrite each other, and an open job keeps the version that it has", async ({
  page,
  context,
  workshop,
}) => {
  const { url } = workshop;
  await openJob(url, "GW-5301", "BX-24", "layer");
  await standAtBench(page, url);
  const other = await context.newPage();
  await Promise.all([
    visit(page, "/families/BX-24/edit?part=panel"),
    visit(other, "/families/BX-24/edit?part=panel"),
  ]);
  await page.getByLabel("Border, mm").fill("3.5");
  await keep(page).click();
  await page.waitForURL("**/families/BX-24");
  // The second editor saw version 1: it is told so, and keeps what it drew.
  await other.getByLabel("Border, mm").fill("4");
  await keep(other).click();
  await expect(other.getByText("The family is at version 2 by now.")).toBeVisible();
  await expect(other.getByLabel("Border, mm")).toHaveValue("4");

  // A job goes on with the version that it was opened with.
  expect((await sceneOf(url, "GW-5301")).family.borderMm).toBe(3);
});

test("an outline of any shape: a rectangle taken by its points, one of them pulled; then a drawing, kept as it is with what it lacks named", async ({
  page,
  workshop: { url },
}) => {
  const { family: own } = (await (await askAsOwner(`${url}/api/families/TK-5/export`)).json()) as {
    family: Family;
  };
  const shaped = { ...own, code: "SH-1", name: "Shaped", windows: [], features: [own.features[0]] };
  const made = await sendAsOwner(`${url}/api/families`, shaped);
  expect(made.status).toBe(201);
  await standAtBench(page, url);
  await visit(page, "/families/SH-1/edit?part=panel");
  const board = page.getByRole("application");
  await page.getByRole("button", { name: "Any other shape: by points" }).click();
  await expect(page.getByRole("button", { name: /^panel flex rim \d+–\d+$/ })).toBeVisible();
  // The first point lies at the left, under the round corner: typed, it moves the outline with it.
  await page.getByLabel("Point", { exact: true }).selectOption("1");
  await page.getByLabel("From left, mm").fill("-6");
  await expect(page.getByText(/^76 × 126 mm$/)).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByText(/^70 × 126 mm$/)).toBeVisible();

  const drawing =
    '<svg xmlns="http://www.w3.org/2000/svg" width="90mm" height="130mm" viewBox="0 0 90 130">' +
    '<path d="M5 5h25v8h20v-8h25v116h-70z"/><circle cx="62" cy="20" r="3"/><line x1="0" y1="128" x2="9" y2="128"/></svg>';
  await page
    .getByLabel("Outline from a drawing (SVG or DXF)")
    .setInputFiles({ name: "notch.svg", mimeType: "image/svg+xml", buffer: Buffer.from(drawing) });
  await expect(page.getByText("Not kept: 1 line that is not closed.")).toBeVisible();
  await expect(page.getByText("1 hole in it")).toBeVisible();
  // A corner of the notch pulled by hand: the drawing's own place for it, 5 mm down.
  const box = (await board.boundingBox())!;
  const [at, to] = await board.evaluate((svg) => {
    const matrix = (svg as unknown as SVGSVGElement).getScreenCTM()!;
    return [
      [25, 8],
      [25, 13],
    ].map(([x, y]) => {
      const { x: left, y: top } = new DOMPoint(x, y).matrixTransform(matrix);
      return { x: left, y: top };
    });
  });
  expect(at!.x).toBeGreaterThan(box.x);
  await page.mouse.move(at!.x, at!.y);
  await page.mouse.down();
  await page.mouse.move(to!.x, to!.y, { steps: 4 });
  await page.mouse.up();
  await keep(page).click();
  await page.waitForURL("**/families/SH-1");
  const { family } = (await (await askAsOwner(`${url}/api/families/SH-1/export`)).json()) as {
    family: Family;
  };
  expect(family.outline).toMatchObject({ widthMm: 70, heightMm: 116 });
  expect(family.outline.pathMm).toHaveLength(8);
  expect(family.outline.pathMm).toContainEqual({ xMm: 25, yMm: 13 });
  expect(family.outline.holesMm).toHaveLength(1);
  expect(family.features[0]).toMatchObject({ edge: "rim", kind: "hinge" });
});
