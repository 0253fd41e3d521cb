import { BenchHand } from "../bench-hand.ts";
import {
  bar,
  bigButton,
  bringIn,
  expect,
  pressOnce,
  standAtBench,
  stateOf,
  test,
  visit,
} from "./workshop.ts";

const CODE = "GW-5961";

/** A logger's file of a lead-free profile that is held liquid for too short. */
const profile = () => {
  const corners = [
    [0, 25],
    [70, 150],
    [155, 200],
    [182, 243],
    [190, 243],
    [250, 60],
  ] as const;
  const rows = ["time s;joint C"];
  for (let s = 0; s <= 250; s += 2) {
    const next = corners.findIndex(([at]) => at >= s);
    const [[t0, c0], [t1, c1]] = [corners[Math.max(0, next - 1)]!, corners[next]!];
    const c = t1 === t0 ? c1 : c0 + ((c1 - c0) * (s - t0)) / (t1 - t0);
    rows.push(`${s};${c.toFixed(1).replace(".", ",")}`);
  }
  return rows.join("\n");
};

test("a joint: pins held, the solder over what was there, the profile from a logger, contacts by the pedal, a short mended", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  await bringIn(url, CODE, new BenchHand("ER-7", "backlight").workTo("rework"));
  await standAtBench(page, url);
  await page.clock.install();
  await visit(page, `/jobs/${CODE}`);
  const state = () => stateOf(url, CODE);
  const press = () => pressOnce(page, url, CODE, () => page.keyboard.press("PageDown"));

  await page.getByRole("button", { name: /^Sn42Bi58/ }).click();
  await page.getByLabel("Before it there was").selectOption("Sn63Pb37");
  await press();
  expect((await state()).alloy).toMatchObject({ alloy: "Sn42Bi58", before: "Sn63Pb37" });
  await expect(page.getByRole("list", { name: "Mind" })).toContainText("melt at about 96 °C");
  await page.getByRole("button", { name: /^SAC305/ }).click();
  await page.getByLabel("Before it there was").selectOption("SAC305");
  await pressOnce(page, url, CODE, () => page.getByRole("button", { name: "Use this solder" }).click());

  // Solder before the pins: held.
  const step = (text: string) => page.getByRole("listitem").filter({ hasText: text });
  await step("Solder it with fresh").getByRole("button", { name: "Soldered" }).click();
  const hold = page.getByRole("alert").filter({ hasText: "Hold" });
  await expect(hold).toContainText("Nobody has seen the 2 locating pins of the backlight flex home");
  await pressOnce(page, url, CODE, () => hold.getByRole("button", { name: "Pins home" }).click());
  while (!(await bar(page).innerText()).includes("Probe 1 and 2")) await press();

  // Logged live, and the page loaded anew in the middle of it: what was read is still here.
  await page.getByRole("button", { name: "Log it live" }).click();
  await expect(page.getByTestId("profile")).toContainText("Simulated.", { timeout: 15_000 });
  await page.reload();
  // What the server wrote looks ready before it answers to a finger.
  await expect(page.locator("astro-island[ssr]")).toHaveCount(0);
  await pressOnce(page, url, CODE, () => page.getByRole("button", { name: "Keep what was logged" }).click());
  expect((await state()).profile!.source).toBe("simulated");
  expect((await state()).profile!.readings.length).toBeGreaterThanOrEqual(3);

  // The profile as a logger wrote it, with commas; what it lacks is said and drawn.
  await page.getByText("Readings from a logger").click();
  await page
    .getByLabel("File (CSV, tabs or semicolons)")
    .setInputFiles({ name: "joint.csv", mimeType: "text/csv", buffer: Buffer.from(profile()) });
  await pressOnce(page, url, CODE, () =>
    page.getByRole("button", { name: /^Bring in 126 readings/ }).click(),
  );
  await expect(page.getByTestId("profile")).toContainText("Peak 243");
  await expect(page.getByRole("list", { name: "Faults of the profile" })).toContainText("Liquid for 33 s");
  await page.reload();
  await expect(page.locator("astro-island[ssr]")).toHaveCount(0);
  await expect(page.getByTestId("profile")).toContainText("Peak 243");

  // Contacts by the pedal; the third pair beeps, and is a short until it is mended and probed again.
  await expect(page.getByRole("button", { name: "Contact 1", exact: true })).toBeVisible();
  // A press while the page still wakes up counts as a bounce: then it is pressed again.
  await expect(press).toPass({ timeout: 30_000 });
  await press();
  await pressOnce(page, url, CODE, () => bar(page).getByRole("button", { name: "Beep: short" }).click());
  await expect(page.getByTestId("answer")).toHaveText("1 short");
  await expect(page.getByTestId("fault-short")).toHaveCount(1);
  while ((await bigButton(page).innerText()) !== "Probe again from the first") await press();
  await expect(bar(page)).toContainText("Not sound: short between 3 and 4");
  await page.getByRole("button", { name: "Contact 3, at fault" }).click();
  await page.getByRole("button", { name: "Contact 4, at fault" }).click();
  await pressOnce(page, url, CODE, () =>
    page.getByRole("status").getByRole("button", { name: "Silence" }).click(),
  );
  await expect(page.getByTestId("answer")).toHaveText("All 9 pairs sound");
  await press();
  expect((await state()).endedStages.rework).toBeDefined();
});
