import type { Page } from "@playwright/test";
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

  test("a whole job with the finger: steps, sliders, the plan and the bar", async ({ page, workshop }) => {
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

    await workTo("prove");
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
    for (let i = 0; i < 40 && (await bigButton(page).count()) > 0; i += 1) await tapBig();
    const state = await stateOf(url, code);
    expect(state.ended?.outcome).toBe("repaired");
    expect(state.checks.prove!.sound).toMatchObject({ result: "fail", note: "crackles at full level" });
    expect(state.overrides["proved-before-close"]?.who).toBe("tove");
  });
});
