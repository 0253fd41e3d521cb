import { readFile } from "node:fs/promises";
import type { Locator, Page } from "@playwright/test";
import type { Family } from "../../core/stack/family.ts";
import { awake, expect, movesOf, openJob, sceneOf, standAtBench, test, visit } from "./workshop.ts";
import { dragOn, tapOn } from "./drawn-plan.ts";

test.use({ viewport: { width: 1280, height: 1000 } });

const part = (page: Page, title: string): Locator => page.getByRole("region", { name: title, exact: true });
const row = (list: Locator, index: number) => list.getByRole("listitem").nth(index);
const keep = (page: Page) => page.getByRole("button", { name: "Save", exact: true });

async function addLayer(page: Page, entry: { name: string; role: string; material: string; um: string }) {
  const stack = part(page, "Stack, viewer's side first");
  const layers = stack.getByRole("list", { name: "Layers, viewer's side first" });
  await stack.getByRole("button", { name: "Add a layer" }).click();
  const added = layers.getByRole("listitem").last();
  await added.getByLabel("Layer", { exact: true }).fill(entry.name);
  await added.getByLabel("Role", { exact: true }).selectOption(entry.role);
  await added.getByLabel("Material", { exact: true }).selectOption(entry.material);
  await added.getByLabel("Thickness, µm").fill(entry.um);
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
  await expect(faults).toContainText("stack");

  await page.getByLabel("Code").fill("lq-7");
  await page.getByLabel("Name", { exact: true }).first().fill("Lock gate panel");
  await page.getByLabel("Kind", { exact: true }).first().fill("fully bonded, touch in the panel");
  await page.getByLabel("Diagonal, in").fill("7,5");
  await page.getByLabel("Back cover").selectOption("glued along its rim");
  await addLayer(page, { name: "panel", role: "panel", material: "liquid-crystal cell", um: "1000" });
  await addLayer(page, { name: "glue", role: "adhesive", material: "optical adhesive film", um: "180" });
  await addLayer(page, {
    name: "glass",
    role: "cover glass",
    material: "cover glass, soda-lime",
    um: "1100",
  });

  // The glass goes to the top by its handle, by keys alone.
  const layers = page.getByRole("list", { name: "Layers, viewer's side first" });
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
  await expect(row(layers, 0).getByLabel("Layer", { exact: true })).toHaveValue("glass");
  await moveUp("glue", [3, 2]);
  await expect(row(layers, 2).getByLabel("Layer", { exact: true })).toHaveValue("panel");

  // The outline from a drawing, then its edges by dragging along them.
  const edges = part(page, "Panel and its edges");
  await edges.getByLabel("Outline from a drawing (SVG or DXF)").setInputFiles({
    name: "panel.svg",
    mimeType: "image/svg+xml",
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="164mm" viewBox="0 0 164 100"><rect width="164" height="100" rx="5"/></svg>',
    ),
  });
  await expect(edges.getByLabel("Width, mm").first()).toHaveValue("164");
  await expect(edges.getByLabel("Corner, mm")).toHaveValue("5");
  const plan = edges.getByRole("application");
  await dragOn(page, plan, [0.3, 0.99], [0.7, 0.98]);
  await edges.getByRole("button", { name: "Shallow" }).click();
  await dragOn(page, plan, [0.99, 0.2], [0.99, 0.4]);
  await edges.getByRole("button", { name: "Camera" }).click();
  await tapOn(page, plan, 0.5, 0.04);
  const features = edges.getByRole("list", { name: "Edge features" });
  await expect(row(features, 0).getByLabel("Edge", { exact: true })).toHaveValue("bottom");
  await expect(row(features, 0).getByLabel("Kind", { exact: true })).toHaveValue("hinge");
  await row(features, 0).getByLabel("From, mm").fill("50");
  await row(features, 0).getByLabel("To, mm").fill("115");
  await expect(row(features, 1).getByLabel("No deeper than, mm")).toHaveValue("2");
  // A stretch that was one too many: taken back, brought back, taken back.
  await edges.getByRole("button", { name: "Keep-out" }).click();
  await dragOn(page, plan, [0.01, 0.5], [0.01, 0.7]);
  await expect(features.getByRole("listitem")).toHaveCount(3);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(features.getByRole("listitem")).toHaveCount(2);
  await page.getByRole("button", { name: "Redo" }).click();
  await expect(features.getByRole("listitem")).toHaveCount(3);
  await page.keyboard.press("Control+z");
  await expect(features.getByRole("listitem")).toHaveCount(2);

  // Screws by tapping the back, one of them moved.
  const back = part(page, "Back and screws");
  await back.getByLabel("Back width, mm").fill("180");
  await back.getByLabel("Back height, mm").fill("116");
  await back.getByRole("button", { name: "Add a size" }).click();
  const sizes = back.getByRole("list", { name: "Screws" });
  await row(sizes, 0).getByLabel("Thread", { exact: true }).fill("M2.5");
  await row(sizes, 0).getByLabel("Length, mm").fill("6");
  const behind = back.getByRole("application");
  for (const [x, y] of [
    [0.05, 0.08],
    [0.95, 0.08],
    [0.95, 0.92],
    [0.2, 0.5],
  ] as const) {
    await tapOn(page, behind, x, y);
  }
  await dragOn(page, behind, [0.2, 0.5], [0.05, 0.92]);
  await back.getByLabel("What lies under it").fill("the flex");
  await expect(row(sizes, 0).getByLabel("How many")).toHaveValue("4");
  await row(sizes, 0).getByLabel("Hold", { exact: true }).selectOption("connectors");

  const inside = part(page, "Connectors, parts, functions");
  await inside.getByRole("button", { name: "Add a connector" }).click();
  await row(inside.getByRole("list", { name: "Connectors" }), 0)
    .getByLabel("Connector", { exact: true })
    .fill("Panel flex");
  await row(inside.getByRole("list", { name: "Connectors" }), 0)
    .getByLabel("Tape over it")
    .selectOption("kept");
  await inside.getByRole("button", { name: "Add a part" }).click();
  const parts = inside.getByRole("list", { name: "Parts" });
  await row(parts, 0).getByLabel("Part", { exact: true }).fill("the paired button");
  await row(parts, 0).getByLabel("Paired, irreplaceable").selectOption("yes");
  await inside.getByRole("button", { name: "Add a function" }).click();
  const functions = inside.getByRole("list", { name: "Functions" });
  await row(functions, 1).getByLabel("Function", { exact: true }).fill("Touch");
  await row(functions, 1).getByLabel("How it is proved").fill("one drag over all of it");
  await row(parts, 0)
    .getByRole("group", { name: "Needed by" })
    .getByRole("button", { name: "Touch" })
    .click();
  await row(parts, 0)
    .getByRole("group", { name: "Out before" })
    .getByRole("button", { name: "frost" })
    .click();

  const routes = part(page, "Routes");
  await routes.getByRole("checkbox", { name: /^Layer only/ }).check();
  const layerRoute = routes.getByRole("listitem").filter({ hasText: "Layer only" });
  await expect(layerRoute.getByLabel("Line that is opened")).toHaveValue("glue");
  await layerRoute.getByLabel("Parts, EUR").fill("24.90");
  await layerRoute.getByLabel("Hours", { exact: true }).fill("2");

  // A wrong thickness is named by its place; a reload loses nothing of what was drawn.
  await row(layers, 1).getByLabel("Thickness, µm").fill("0.01");
  await keep(page).click();
  await expect(faults).toContainText("stack[1].thicknessUm 0.01 must be a number from 0.1 to 100000");
  await visit(page, "/families/new");
  await expect(page.getByText("Your unsaved drawing is back")).toBeVisible();
  await row(layers, 1).getByLabel("Thickness, µm").fill("180");
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
    await visit(other, `${elsewhere.url}/families/import`);
    await other.getByLabel("Document (.family.json)").setInputFiles({
      name: "LQ-7.family.json",
      mimeType: "application/json",
      buffer: Buffer.from(text),
    });
    await expect(other.getByText("LQ-7 is here as version 1.")).toBeVisible();
    const there = await (await fetch(`${elsewhere.url}/api/families/LQ-7/export`)).text();
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
  await page.getByLabel("Thickness, µm").nth(1).fill("420");
  await page.getByLabel("From, °C").fill("99");
  await expect(page.getByRole("button", { name: "Use this stack" })).toBeDisabled();
  await page.getByLabel("From, °C").fill("78");
  await page.getByRole("button", { name: "Use this stack" }).click();
  await expect.poll(async () => (await movesOf(url, "ZZ-77")).at(-1)!.kind).toBe("stack-found");
  await page.getByRole("link", { name: /^Others are like this/ }).click();
  await awake(page);
  await expect(page.getByLabel("Thickness, µm").nth(1)).toHaveValue("420");
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
  await Promise.all([visit(page, "/families/BX-24/edit"), visit(other, "/families/BX-24/edit")]);
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
