import { markSeq } from "../../core/device/ask.ts";
import { faceOf } from "../../core/prove/panel-face.ts";
import { touchCells } from "../../core/prove/touch-proof.js";
import { familyNamed, workedTo } from "../bench-hand.ts";
import { bringIn, expect, sceneOf, standAtBench, test, visit } from "./workshop.ts";

const CODE = "GW-5971";
/** The panel under test: a small landscape screen that is touched. */
const PANEL = { width: 640, height: 360 };

test("the panel tests itself in a browser of its own: by a code once, painted by touch, told live; no other code opens it", async ({
  page,
  browser,
  workshop,
}) => {
  const { url } = workshop;
  // Joined and running again, the picture just proved.
  const running = workedTo(
    familyNamed("TK-5"),
    "layer",
    ({ state }) =>
      markSeq(state, "renewed") > 0 && (state.prove.tests.picture?.seq ?? 0) > markSeq(state, "renewed"),
    { endMs: Date.now() },
  );
  await bringIn(url, CODE, running);
  await standAtBench(page, url);
  await visit(page, `/jobs/${CODE}?open=tools%20panel-test`);
  await page.getByRole("button", { name: "Test on the panel" }).click();
  const shown = page.getByTestId("panel-code");
  await expect(shown).toContainText(/Opens once, for 1[45] ?min/);
  await expect(shown.getByRole("img", { name: "Code that opens the test" })).toBeVisible();
  await expect(shown).toContainText("Other devices cannot reach this server");
  const code = /[2-9A-Z]{4} [2-9A-Z]{4}/.exec(await shown.innerText())![0];

  const device = await browser.newContext({ viewport: PANEL, hasTouch: true, baseURL: url });
  const panel = await device.newPage();
  // A wrong one first; then the right one, typed as it is read.
  await panel.goto("/p");
  await panel.getByLabel("Code").fill("2222-2222");
  await panel.getByRole("button", { name: "Go" }).tap();
  await expect(panel.getByText("There is no such code")).toBeVisible();
  await panel.getByLabel("Code").fill(code.toLowerCase());
  await panel.getByRole("button", { name: "Go" }).tap();
  await panel.getByRole("button", { name: "Open the test here" }).tap();
  await expect(panel.getByText(`Panel test for ${CODE}`)).toBeVisible();
  await expect(page.getByTestId("panel-open")).toBeVisible();
  // It was used: another device gets nothing by it. This one may load it again.
  const other = await device.request.get(`/p/${code.replace(" ", "")}`, {
    headers: { cookie: "panel-test=none" },
  });
  expect(other.status()).toBe(410);
  await panel.reload();
  await panel.getByRole("button", { name: "Begin" }).tap();

  // Off the network from here on: everything that it needs is there, and what it finds out is kept.
  await device.setOffline(true);
  await expect(panel.getByText("1 of 10: black")).toBeVisible();
  await panel.getByRole("button", { name: "Mark a pixel" }).tap();
  await panel.touchscreen.tap(300, 100);
  await panel.getByRole("button", { name: "Done marking" }).tap();
  for (let pattern = 1; pattern <= 10; pattern += 1) {
    await expect(panel.getByText(`${pattern} of 10`)).toBeVisible();
    await panel.getByRole("button", { name: pattern === 3 ? "Something is wrong" : "Good" }).tap();
  }
  await expect(panel.getByText("Paint the whole screen")).toBeVisible({ timeout: 15_000 });
  await expect(panel.getByText("kept here until the server answers")).toBeVisible();
  await panel.getByRole("button", { name: "Begin", exact: true }).tap();
  const hand = await device.newCDPSession(panel);
  const touch = (
    type: "touchStart" | "touchMove" | "touchEnd",
    touchPoints: { x: number; y: number; id: number }[],
  ) => hand.send("Input.dispatchTouchEvent", { type, touchPoints });
  // Line by line without lifting, all but the lowest cells; then three fingers at once, within what was painted.
  const { longMm, shortMm } = faceOf(familyNamed("TK-5"));
  const { columns, rows } = touchCells(PANEL.width, PANEL.height, longMm, shortMm);
  const [across, down] = [PANEL.width / columns, PANEL.height / rows];
  await touch("touchStart", [{ x: across / 2, y: down / 2, id: 1 }]);
  for (let row = 0; row < rows - 1; row += 1) {
    for (let k = 0; k < columns; k += 1) {
      const column = row % 2 ? columns - 1 - k : k;
      await touch("touchMove", [{ x: (column + 0.5) * across, y: (row + 0.5) * down, id: 1 }]);
    }
  }
  await touch("touchEnd", []);
  // The lowest cells are told of by nothing: a spot could hide there, and a ring shows where.
  await expect(panel.getByText(/A dead spot of \d+(\.\d)? mm could still hide/)).toBeVisible();
  await panel.screenshot({ path: process.env.HALF_LIFT_LOOK ?? "/dev/null", type: "png" });
  // The ring stays to be seen while it is painted: in the lowest row, where nothing was told.
  await panel.getByRole("button", { name: "Go on painting" }).tap();
  const ringed = await panel.evaluate(
    ([x0, y0, x1, y1]) => {
      const canvas = document.getElementById("screen") as HTMLCanvasElement;
      const { data } = canvas.getContext("2d")!.getImageData(x0!, y0!, x1! - x0!, y1! - y0!);
      let count = 0;
      for (let i = 0; i < data.length; i += 4)
        if (data[i]! > 240 && data[i + 1]! > 180 && data[i + 2]! < 140) count += 1;
      return count;
    },
    [0, Math.floor(PANEL.height - 2 * down), PANEL.width, PANEL.height],
  );
  expect(ringed).toBeGreaterThan(20);
  const fingers = [100, 300, 500].map((x, id) => ({ x, y: 100, id }));
  await touch("touchStart", fingers);
  // Farther than a browser takes for a finger that trembles: that they lie there at once shows by what they report.
  for (const y of [140, 180])
    await touch(
      "touchMove",
      fingers.map((finger) => ({ ...finger, y })),
    );
  await touch("touchEnd", []);
  await expect(panel.getByText(/A dead spot of \d+(\.\d)? mm could still hide/)).toBeVisible();
  await panel.getByRole("button", { name: "Send it" }).tap();
  await expect(panel.getByText("That was all.")).toBeVisible();
  expect((await sceneOf(url, CODE)).state.prove.panel).toEqual({});

  // Back on the network it goes out by itself, and stands at the job without a reload.
  await device.setOffline(false);
  const results = page.getByTestId("panel-results");
  await expect(results).toContainText("Wrong on red, on the panel.", { timeout: 15_000 });
  await expect(results).toContainText("1 pixel fault of 640 × 360: class");
  await expect(results).toContainText("Pictures every");
  await expect(page.getByTestId("touch-result")).toContainText(
    new RegExp(`${columns} dead cells, ${columns} of them together`),
  );
  await expect(page.getByTestId("touch-result")).toContainText(/a dead spot of \d+\.\d mm would have shown/);
  await expect(page.getByTestId("touch-result")).toContainText("3 fingers at once");
  const { pixels, touch: told } = (await sceneOf(url, CODE)).state.prove.panel;
  expect(pixels!.faults).toMatchObject([{ kind: "bright", xPx: 300, yPx: 100 }]);
  expect(told!.dead.every(({ row }) => row === rows - 1)).toBe(true);
  expect(told!.unbrokenPct).toBeGreaterThan(80);
  await device.close();
});
