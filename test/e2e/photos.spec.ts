import { writeFileSync } from "node:fs";
import { askAsOwner } from "../../scripts/signed-in.ts";
import sharp from "sharp";
import { expect, movesOf, openJob, sceneOf, standAtBench, test, visit } from "./workshop.ts";

const photosOf = async (url: string, code: string) => (await sceneOf(url, code)).state.records.photos;
const flat = (background: string, width = 800, height = 600) =>
  sharp({ create: { width, height, channels: 3, background } });

test("photos: several at once, made small and bare, bad files named, two compared", async ({
  page,
  workshop,
}, testInfo) => {
  const { url } = workshop;
  const code = "GW-5201";
  await openJob(url, code, "TK-5", "layer");
  await standAtBench(page, url);
  await visit(page, `/jobs/${code}?open=photo`);
  const choose = page.getByLabel("Choose photos");
  const tagged = await flat("#884422", 3_000, 2_000)
    .withExif({ IFD0: { ImageDescription: "<script>alert(1)</script>", Make: "a camera" } })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();
  // Noise does not get smaller: a photo of more than 30 MB.
  const noise = await sharp({
    create: {
      width: 4_200,
      height: 3_100,
      channels: 3,
      background: "#000",
      noise: { type: "gaussian", mean: 128, sigma: 60 },
    },
  })
    .jpeg({ quality: 100, chromaSubsampling: "4:4:4" })
    .toBuffer();
  expect(noise.length).toBeGreaterThan(30 * 1024 * 1024);
  // From the disk, as somebody would choose them: so large a file is not sent through the test's own line.
  const files: [string, Buffer][] = [
    ["front.jpg", tagged],
    ["text.jpg", Buffer.from("this is a text")],
    ["cut.jpg", tagged.subarray(0, 400)],
    ["huge.jpg", noise],
  ];
  const paths = files.map(([name, content]) => {
    const path = testInfo.outputPath(name);
    writeFileSync(path, content);
    return path;
  });
  await choose.setInputFiles(paths);
  const onTheirWay = page.getByRole("list", { name: "Photos on their way" });
  await expect(onTheirWay).toContainText("text.jpg: This browser cannot read it as a picture", {
    timeout: 120_000,
  });
  await expect(onTheirWay).toContainText("cut.jpg: This browser cannot read it as a picture");
  await expect.poll(async () => (await photosOf(url, code)).length, { timeout: 60_000 }).toBe(2);
  const photos = await photosOf(url, code);
  // Turned upright by what its metadata said, and no larger than a bench needs.
  expect(photos.map(({ widthPx, heightPx }) => [widthPx, heightPx])).toEqual([
    [1365, 2048],
    [2048, 1512],
  ]);
  for (const { id } of photos) {
    const bytes = await (await page.request.get(`/api/photos/${id}`)).body();
    expect(bytes.length).toBeLessThan(5 * 1024 * 1024);
    expect(bytes.includes("script")).toBe(false);
    expect((await sharp(bytes).metadata()).exif).toBeUndefined();
  }
  await page.getByRole("button", { name: "Leave out text.jpg" }).click();
  await page.getByRole("button", { name: "Leave out cut.jpg" }).click();
  await expect(onTheirWay).toHaveCount(0);

  // Two over one another.
  const compare = page.getByRole("button", { name: "Compare two" });
  await expect(compare).toBeDisabled();
  const boxes = page.getByRole("checkbox");
  await boxes.nth(0).check();
  await boxes.nth(1).check();
  await compare.click();
  const dialog = page.getByRole("dialog").last();
  await expect(dialog.getByRole("img")).toHaveCount(2);
  await expect(dialog.getByRole("slider")).toBeVisible();
  await dialog.getByRole("button", { name: "Close" }).click();
});

test("a photo that finds the server away is kept and goes out later, once", async ({ page, workshop }) => {
  const { url } = workshop;
  const code = "GW-5202";
  await openJob(url, code, "TK-5", "layer");
  await standAtBench(page, url);
  await visit(page, `/jobs/${code}?open=photo`);
  await page.route("**/photos?**", (route) => route.abort());
  const buffer = await flat("#226644").jpeg().toBuffer();
  await page
    .getByLabel("Choose photos")
    .setInputFiles([{ name: "late.jpg", mimeType: "image/jpeg", buffer }]);
  await expect(page.getByText("late.jpg: No answer from the server: kept here")).toBeVisible();
  await page.unroute("**/photos?**");
  // A reload in between: the photo is still there, and goes out by itself.
  await visit(page, `/jobs/${code}?open=photo`);
  await expect.poll(async () => (await photosOf(url, code)).length).toBe(1);
  await visit(page, `/jobs/${code}?open=photo`);
  await expect(page.getByRole("img", { name: /^Photo of GW-5202/ })).toHaveCount(1);
  expect((await movesOf(url, code)).filter(({ kind }) => kind === "photo-added")).toHaveLength(1);
});

test("a job with forty photos asks for thumbnails only as they come into view", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  const code = "GW-5203";
  await openJob(url, code, "TK-5", "layer");
  for (let i = 0; i < 40; i += 1) {
    const body = await flat(`hsl(${9 * i}, 60%, 40%)`, 640, 480)
      .jpeg()
      .toBuffer();
    const told = new URLSearchParams({
      id: crypto.randomUUID(),
      who: "tove",
      at: new Date().toISOString(),
    });
    const answer = await askAsOwner(`${url}/api/jobs/${code}/photos?${told}`, {
      method: "POST",
      body: new Uint8Array(body),
    });
    expect(answer.status).toBe(201);
  }
  await standAtBench(page, url);
  // Held in one hand: a few rows in view.
  await page.setViewportSize({ width: 390, height: 844 });
  const asked = new Set<string>();
  page.on("request", (request) => {
    if (request.url().includes("/api/photos/")) asked.add(request.url());
  });
  await visit(page, `/jobs/${code}?open=photo`);
  await expect(page.getByRole("img", { name: /^Photo of GW-5203/ })).toHaveCount(40);
  expect(asked.size).toBeLessThan(40);
  expect([...asked].every((address) => address.endsWith("size=thumbnail"))).toBe(true);
  await page
    .getByRole("img", { name: /^Photo of GW-5203/ })
    .last()
    .scrollIntoViewIfNeeded();
  await expect.poll(() => asked.size).toBe(40);
});
