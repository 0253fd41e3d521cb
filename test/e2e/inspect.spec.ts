import sharp from "sharp";
import { takePicture } from "../../core/prove/simulated-camera.ts";
import { BenchHand } from "../bench-hand.ts";
import { expect, standAtBench, stateOf, test, visit, bringIn } from "./workshop.ts";

const CODE = "GW-5951";
/** Bench around the panel in the photo, px. */
const RIM = 60;

test("dust under the glass: by the simulated camera, overruled and kept; by a photo whose corners are dragged", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  await bringIn(url, CODE, new BenchHand("BX-24", "layer").workTo("prove"));
  await standAtBench(page, url);
  await visit(page, `/jobs/${CODE}`);

  // The stand-in knows what it planted, and says how much of it was found.
  await page.getByRole("button", { name: "Take a picture (simulated camera)" }).click();
  const verdict = page.getByTestId("inspected");
  await expect(verdict).toContainText(/Does not pass: \d+ defects?/, { timeout: 20_000 });
  await expect(page.getByTestId("truth")).toContainText(
    "it had planted 4, of which 4 were found; 0 found that it had not",
  );
  await expect(page.getByTestId("defect")).toHaveCount(4);
  const list = page.getByRole("list", { name: "Defects" }).getByRole("listitem");
  await list.first().getByRole("button", { name: "Not a defect" }).click();
  await expect(verdict).toContainText("3 defects");
  await page.getByRole("button", { name: "Keep what was found" }).click();
  await expect.poll(async () => (await stateOf(url, CODE)).inspections.length).toBe(1);
  const [kept] = (await stateOf(url, CODE)).inspections;
  expect(kept).toMatchObject({ source: "simulated", lighting: "dark", truth: { planted: 4, found: 4 } });
  expect(kept!.defects.filter(({ overruled }) => overruled)).toHaveLength(1);
  await expect(page.getByTestId("last-look")).toContainText("3 counted, 1 overruled");

  // A photo with bench around the panel: with its own corners the bench would count; they are dragged in.
  await page.getByLabel("Look through a photo").setInputFiles({
    name: "notes.txt",
    mimeType: "text/plain",
    buffer: Buffer.from("no picture"),
  });
  await expect(page.getByText("notes.txt is not a picture that this browser can open.")).toBeVisible();
  const taken = takePicture({
    widthMm: 48,
    heightMm: 66,
    pxPerMm: 12,
    lighting: "white",
    defects: [{ kind: "speck", xMm: 20, yMm: 40, sizeMm: 0.6 }],
    seed: 8,
  });
  const photo = await sharp(Buffer.from(taken.rgba), {
    raw: { width: taken.width, height: taken.height, channels: 4 },
  })
    .extend({ top: RIM, bottom: RIM, left: RIM, right: RIM, background: "#333" })
    .png()
    .toBuffer();
  await page.getByRole("button", { name: "on white" }).click();
  await page
    .getByLabel("Look through a photo")
    .setInputFiles({ name: "panel.png", mimeType: "image/png", buffer: photo });
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
  await expect(verdict).toContainText(
    /Does not pass: 1 defect, too many specks and bubbles at the centre \(1 of 0\)/,
    {
      timeout: 20_000,
    },
  );
  await page.getByRole("button", { name: "Keep what was found" }).click();
  await expect.poll(async () => (await stateOf(url, CODE)).inspections.length).toBe(2);
  const [speck] = (await stateOf(url, CODE)).inspections[1]!.defects;
  expect(Math.hypot(speck!.xMm - 20, speck!.yMm - 40)).toBeLessThan(1);
});
