import QRCode from "qrcode";
import { labelText, type Label } from "../../core/labels/label.ts";
import { partCode } from "../../core/labels/part-code.ts";
import { nextMove } from "../../core/job/plan.ts";
import { deviceRules } from "../../core/moves.ts";
import type { Photo } from "../../core/prove/picture.ts";
import { asksFor, familyNamed, workedTo } from "../bench-hand.ts";
import { seenByCamera, withMadeCamera } from "./made-video.ts";
import { bringIn, expect, sceneOf, standAtBench, test, visit } from "./workshop.ts";

const [WIDTH, HEIGHT, FRAMES_EACH] = [640, 480, 15];

/** A label held before a camera, grey around it. */
function frameOf(label: Label | null): Photo {
  const rgba = new Uint8ClampedArray(4 * WIDTH * HEIGHT).fill(150);
  const frame = { rgba, width: WIDTH, height: HEIGHT };
  if (!label) return frame;
  const { modules } = QRCode.create(labelText(label), { errorCorrectionLevel: "M" });
  const [quiet, square] = [4, 8];
  const side = (modules.size + 2 * quiet) * square;
  const [left, top] = [(WIDTH - side) >> 1, (HEIGHT - side) >> 1];
  for (let y = 0; y < side; y += 1)
    for (let x = 0; x < side; x += 1) {
      const [c, r] = [Math.floor(x / square) - quiet, Math.floor(y / square) - quiet];
      const isDark = c >= 0 && r >= 0 && c < modules.size && r < modules.size && modules.get(r, c);
      const at = 4 * ((top + y) * WIDTH + left + x);
      rgba.fill(isDark ? 30 : 235, at, at + 4);
    }
  return frame;
}

test.use({ launchOptions: withMadeCamera });

const CODE = "GW-5941";

test("a lot is taken by its label before the camera; what is no lot's label, or on no shelf, is said and takes nothing", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  await bringIn(
    url,
    CODE,
    workedTo(familyNamed("TK-5"), "layer", asksFor("lot-taken"), { endMs: Date.now() }),
  );
  // Over and over: nothing, a tray's label, a tape's, and then the adhesive's.
  seenByCamera(
    [
      null,
      { of: "job", code: "GW-1160" } as const,
      { of: "lot", code: "L-NOWHERE" } as const,
      { of: "lot", code: "LA-127" } as const,
    ].flatMap((label) => new Array<Photo>(FRAMES_EACH).fill(frameOf(label))),
  );
  await standAtBench(page, url);
  await visit(page, `/jobs/${CODE}`);
  await page.getByRole("button", { name: "Read a label" }).click();
  await expect(page.getByText("That is no label of a lot.")).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText("L-NOWHERE is on no shelf.")).toBeVisible({ timeout: 20_000 });
  expect((await sceneOf(url, CODE)).state.bond.lots.adhesive).toBe(undefined);
  await expect
    .poll(async () => (await sceneOf(url, CODE)).state.bond.lots.adhesive?.lot, { timeout: 20_000 })
    .toBe("LA-127");
  // Left, the camera is off.
  await expect(page.getByLabel("What the camera sees")).toBeHidden();

  // A tray's label opens its job.
  await visit(page, "/jobs");
  await page.getByRole("button", { name: "Read a label" }).click();
  await page.waitForURL(/\/jobs(\/GW-1160|\?lot=)/, { timeout: 20_000 });
});

test("a part goes back only on its own device: its label says whose it is", async ({ page, workshop }) => {
  const { url } = workshop;
  const code = "GW-5943";
  await bringIn(
    url,
    code,
    workedTo(familyNamed("TK-5"), "layer", asksFor("part-put-back"), { endMs: Date.now() }),
  );
  const scene = await sceneOf(url, code);
  const next = nextMove(deviceRules, scene);
  const { part } = (next && "step" in next ? next.step.data : {}) as { part: string };
  const out = scene.family.parts.find(({ key }) => key === part)!;
  // Over and over: nothing, a tray's label, the same part of another device, and then its own.
  seenByCamera(
    [
      null,
      { of: "job", code: "GW-1160" } as const,
      { of: "part", code: partCode({ job: "GW-1160", part: out.key }) } as const,
      { of: "part", code: partCode({ job: code, part: out.key }) } as const,
    ].flatMap((label) => new Array<Photo>(FRAMES_EACH).fill(frameOf(label))),
  );
  await standAtBench(page, url);
  await visit(page, `/jobs/${code}`);
  await page.getByRole("button", { name: "Read a label" }).click();
  await expect(page.getByText("That is no label of a part.")).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText(`It is a part of GW-1160, not of ${code}.`)).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText(`It is the right part: ${out.name}.`)).toBeVisible({ timeout: 20_000 });
  // It told whose it is and put nothing back.
  expect((await sceneOf(url, code)).state.open.parts[out.key]).toBe("out");
  await visit(page, `/jobs/${code}?open=log`);
  await page.getByRole("button", { name: "Labels for its parts" }).click();
  const href = await page.getByRole("link", { name: "Open to print" }).getAttribute("href");
  expect(href).toContain(new URLSearchParams([["part", partCode({ job: code, part: out.key })]]).toString());
  expect((await page.request.get(href!)).headers()["content-type"]).toBe("application/pdf");
});

test("no camera, or one that nobody may use: a clear word, and everything else works", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  const code = "GW-5942";
  await bringIn(
    url,
    code,
    workedTo(familyNamed("TK-5"), "layer", asksFor("lot-taken"), { endMs: Date.now() }),
  );
  await standAtBench(page, url);
  for (const [name, word] of [
    ["NotAllowedError", "This browser may not use the camera."],
    ["NotReadableError", "Another program is using the camera."],
    ["NotFoundError", "There is no camera here."],
  ] as const) {
    await page.addInitScript((fault) => {
      navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException("", fault));
    }, name);
    await visit(page, `/jobs/${code}`);
    await page.getByRole("button", { name: "Read a label" }).click();
    await expect(page.getByRole("alert")).toContainText(word);
  }
  await page.getByRole("button", { name: "Take LA-127" }).click();
  await expect.poll(async () => (await sceneOf(url, code)).state.bond.lots.adhesive?.lot).toBe("LA-127");
});
