import type { Page } from "@playwright/test";
import sharp from "sharp";
import { askewView, photographPanel } from "../../core/prove/simulated-camera.ts";
import type { Certificate } from "../../core/records/certificate.ts";
import { figureText } from "../../server/formats/certificate-text.ts";
import { pdfText } from "../pdf-text.ts";
import { screwLedger } from "../../core/open/screw-ledger.ts";
import { familyNamed } from "../bench-hand.ts";
import {
  awake,
  bar,
  bigButton,
  expect,
  openJob,
  pressOnce,
  standAtBench,
  stateOf,
  test,
  visit,
} from "./workshop.ts";

async function tabTo(page: Page, isThere: () => Promise<boolean>): Promise<void> {
  for (let i = 0; i < 60; i += 1) {
    if (await isThere()) return;
    await page.keyboard.press("Tab");
  }
  throw new Error("The keyboard never got there");
}

const focused = (page: Page, selector: string) => () =>
  page.evaluate((wanted) => document.activeElement?.matches(wanted) ?? false, selector);

test("a whole job by keyboard alone, from the bench to a closed device", async ({ page, workshop }) => {
  await page.clock.install();
  await visit(page, "/");
  await expect(page.getByRole("heading", { level: 1 })).toContainText("want hands");
  await tabTo(page, focused(page, "a[href='/jobs/new']"));
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "What came in?" })).toBeVisible();
  await awake(page);

  await tabTo(page, focused(page, "input[type=radio]"));
  const ticket = page.getByRole("radio", { name: /TK-5/ });
  await page.keyboard.press("Space");
  for (let i = 0; i < 20 && !(await ticket.isChecked()); i += 1) await page.keyboard.press("ArrowDown");
  await expect(ticket).toBeChecked();
  await tabTo(page, focused(page, "textarea[name=complaint]"));
  await page.keyboard.type("Glass starred, picture good");
  await tabTo(page, focused(page, "input[name=code]"));
  await page.keyboard.press("Control+A");
  await page.keyboard.type("GW-5001");
  await tabTo(page, focused(page, "select[name=who]"));
  await page.keyboard.type("Tove");
  await tabTo(page, focused(page, "button[type=submit]"));
  await page.keyboard.press("Enter");
  await page.waitForURL("**/jobs/GW-5001");
  await awake(page);
  await expect(bigButton(page)).toHaveText("Start intake");

  // A press that was wrong is taken back by Backspace.
  await pressOnce(page, workshop.url, "GW-5001", () => page.keyboard.press("PageDown"));
  expect((await stateOf(workshop.url, "GW-5001")).present).toBe("intake");
  await pressOnce(page, workshop.url, "GW-5001", () => page.keyboard.press("Backspace"));
  expect((await stateOf(workshop.url, "GW-5001")).present).toBe(null);

  const questions = new Set<string>();
  for (let presses = 0; presses < 140; presses += 1) {
    if ((await bigButton(page).count()) === 0) break;
    questions.add(await page.locator("#question").innerText());
    const key = presses % 2 === 0 ? "Space" : "PageDown";
    await pressOnce(page, workshop.url, "GW-5001", () => page.keyboard.press(key));
  }
  await expect(page.getByTestId("answer")).toHaveText("Repaired");
  await expect(bar(page)).toContainText("This job is over");
  expect(questions.size).toBe(9);

  const state = await stateOf(workshop.url, "GW-5001");
  expect(state.ended?.outcome).toBe("repaired");
  expect(state.stretches.length).toBeGreaterThan(5);
  expect(screwLedger(familyNamed("TK-5"), state.screwMoves)).toMatchObject({
    taken: 10,
    returned: 10,
    balanced: true,
  });
  expect(Object.values(state.checks.prove!).every((check) => check.result === "pass")).toBe(true);
  expect(state.settings.lift!.plateC).toBe(97);
  expect(state.timers.filter((timer) => timer.timer === "main")[0]!.durationS).toBe(
    state.settings.cure!.exposureS,
  );
});

test.describe("by touch at tablet size", () => {
  test.use({ hasTouch: true, viewport: { width: 1024, height: 768 } });

  test("a whole job with the finger, to the certificate: sent back once from the proof for a speck under the glass", async ({
    page,
    workshop,
  }) => {
    const { url } = workshop;
    const code = "GW-5002";
    await openJob(url, code, "AQ-8", "glass-sensor");
    await standAtBench(page, url, { temperature: "F" });
    await page.clock.install();
    await visit(page, `/jobs/${code}`);
    await expect(bigButton(page)).toHaveText("Start intake");
    const tapBig = () => pressOnce(page, url, code, () => bigButton(page).tap());
    const workTo = async (stage: string) => {
      for (let i = 0; i < 80 && (await stateOf(url, code)).present !== stage; i += 1) await tapBig();
      expect((await stateOf(url, code)).present).toBe(stage);
    };

    await workTo("open");
    // A connector before the battery: the hold says what is missing and offers what lifts it.
    await page
      .getByRole("listitem")
      .filter({ hasText: "Touch flex" })
      .getByRole("button", { name: "Open" })
      .tap();
    const hold = page.getByRole("alert").filter({ hasText: "Hold" });
    await expect(hold).toContainText("The battery is not isolated");
    await expect(hold.getByRole("button", { name: "Go on with a signed reason" })).toHaveCount(0);
    await pressOnce(page, url, code, () => hold.getByRole("button", { name: "Isolated" }).tap());

    await workTo("lift");
    await tapBig();
    // Settings by slider: the answer follows, in the unit that was chosen.
    await expect(page.getByTestId("answer")).toContainText("185°F");
    await page.getByRole("slider", { name: "Plate" }).tap();
    await page.getByRole("slider", { name: "Plate" }).press("ArrowRight");
    await expect(page.getByTestId("answer")).toContainText("187°F");
    await pressOnce(page, url, code, () =>
      page.getByRole("button", { name: "Use these settings" }).first().tap(),
    );
    expect((await stateOf(url, code)).settings.lift!.plateC).toBe(86);
    await tapBig();
    await expect(bar(page).getByRole("timer")).toContainText("Soak 1");
    await tapBig();
    // The first stretch is marked on the drawing itself.
    await pressOnce(page, url, code, () => page.getByRole("button", { name: /^Mark as cut: 1,/ }).tap());
    expect((await stateOf(url, code)).stretches).toHaveLength(1);

    // The first proof fails: a photo shows specks, the close is held, and the work goes back to the cleaning.
    await workTo("prove");
    const look = async () => {
      await expect(page.getByTestId("inspected")).toBeVisible({ timeout: 30_000 });
      await pressOnce(page, url, code, () => page.getByRole("button", { name: "Keep what was found" }).tap());
    };
    await page.getByRole("button", { name: "Take a picture (simulated camera)" }).tap();
    await look();
    for (let i = 0; i < 20 && (await hold.count()) === 0; i += 1) await tapBig();
    await expect(hold).toContainText("The last photo does not pass: too many");
    await pressOnce(page, url, code, () => hold.getByRole("button", { name: "Back to clean" }).tap());
    const sentBack = await stateOf(url, code);
    expect(sentBack.upcoming).toBe("clean");
    expect(Object.keys(sentBack.endedStages)).toEqual(["intake", "open", "lift"]);
    expect(sentBack.before.parts.length).toBeGreaterThan(0);

    // Cleaned and laid anew, it passes: by a photo of a panel with nothing under its glass.
    await workTo("prove");
    const { widthMm, heightMm } = familyNamed("AQ-8").outline;
    const clean = photographPanel({
      scene: { widthMm, heightMm, pxPerMm: 6, lighting: "dark", defects: [], seed: 3 },
      borderMm: familyNamed("AQ-8").borderMm,
      ...askewView(3, { widthMm, heightMm }, 6),
    });
    await page.getByLabel("Look through a photo").setInputFiles({
      name: "clean.png",
      mimeType: "image/png",
      buffer: await sharp(Buffer.from(clean.rgba), {
        raw: { width: clean.width, height: clean.height, channels: 4 },
      })
        .png()
        .toBuffer(),
    });
    await look();
    const sound = page.getByRole("listitem").filter({ hasText: "Sound" });
    await sound.getByRole("textbox").fill("crackles at full level");
    await pressOnce(page, url, code, () => sound.getByRole("button", { name: "Fail" }).tap());
    for (let i = 0; i < 12 && (await hold.count()) === 0; i += 1) await tapBig();
    await expect(hold).toContainText("Failed at the proof: sound");
    await hold.getByRole("button", { name: "Go on with a signed reason" }).tap();
    const dialog = page.getByRole("dialog");
    await dialog.getByLabel("Reason").fill("too short");
    await dialog.getByRole("button", { name: "Sign" }).tap();
    await expect(dialog).toContainText("9 characters; must be at least 10");
    await dialog.getByLabel("Reason").fill("Speaker was worn before, customer accepts it");
    await pressOnce(page, url, code, () => dialog.getByRole("button", { name: "Sign" }).tap());

    await workTo("close");
    await expect(page.getByTestId("still-out")).toContainText("Touch flex");
    await page
      .getByLabel("Worded from the record")
      .fill("New glass with its sensor. The speaker was worn before and stays as it was.");
    for (let i = 0; i < 60 && (await bigButton(page).count()) > 0; i += 1) await tapBig();
    const state = await stateOf(url, code);
    expect(state.ended?.outcome).toBe("repaired");
    expect(state.checks.prove!.sound).toMatchObject({ result: "fail", note: "crackles at full level" });
    expect(state.overrides["proved-before-close"]?.who).toBe("tove");
    expect(state.sentBack).toMatchObject([{ from: "prove", to: "clean" }]);

    // The certificate: on the screen, on paper as another package reads it, and for the customer until it is withdrawn.
    await page.getByRole("link", { name: "Certificate" }).tap();
    await awake(page);
    await expect(page.getByTestId("verdict")).toContainText("Repaired on");
    await expect(page.getByText("sent back from prove to clean by Tove")).toBeVisible();
    const certificate = (await (
      await page.request.get(`/api/jobs/${code}/certificate.json`)
    ).json()) as Certificate;
    const pdf = await (await page.request.get(`/api/jobs/${code}/certificate.pdf`)).body();
    const text = await pdfText(pdf);
    for (const { value, unit } of certificate.measurements) {
      expect(text).toContain(figureText(value, unit).replaceAll("\u00a0", " "));
    }
    expect(text).toContain("The speaker was worn before and stays as it was.");
    expect(text).toContain("nothing left");
    expect(text).toContain("Signed by Tove");
    await page.getByRole("button", { name: "Make an address for the customer" }).tap();
    const address = await page.getByTestId("customer-link").innerText();
    await page.goto(address);
    await expect(page.getByTestId("verdict")).toContainText("Repaired on");
    await page.goBack();
    await awake(page);
    await page.getByRole("button", { name: "Withdraw it" }).tap();
    await expect(page.getByRole("button", { name: "Make an address for the customer" })).toBeVisible();
    await page.goto(address);
    await expect(page.getByText("This certificate was withdrawn.")).toBeVisible();
  });
});
