import type { Locator } from "@playwright/test";
import { foldJob } from "../../core/job/fold.ts";
import { screwLedger } from "../../core/open/screw-ledger.ts";
import { familyNamed } from "../bench-hand.ts";
import { dragOn, tapOn } from "./plan.ts";
import {
  bar,
  bigButton,
  eventsOf,
  expect,
  openJob,
  pressOnce,
  standAtBench,
  stateOf,
  test,
  visit,
} from "./workshop.ts";

test.use({ viewport: { width: 1280, height: 1000 } });

test("two cracks and a dead zone, a quotation, a screw that is lost and found", async ({
  page,
  workshop,
}) => {
  test.setTimeout(120_000);
  const { url } = workshop;
  const code = "GW-5601";
  const family = familyNamed("AQ-8");
  await openJob(url, code, "AQ-8", "glass-sensor");
  await standAtBench(page, url);
  await page.clock.install();
  await visit(page, `/jobs/${code}`);
  const press = (what: Locator = bigButton(page)) => pressOnce(page, url, code, () => what.click());
  await press();

  // Two cracks, point by point; a reload in the middle of one loses nothing of it.
  const plan = page.getByRole("application");
  await tapOn(page, plan, 0.002, 0.3);
  await tapOn(page, plan, 0.3, 0.4);
  await page.reload();
  await visit(page, `/jobs/${code}`);
  await tapOn(page, plan, 0.5, 0.35);
  await press(page.getByRole("button", { name: "Crack drawn" }));
  await tapOn(page, plan, 0.998, 0.02);
  await tapOn(page, plan, 0.8, 0.3);
  await press(page.getByRole("button", { name: "Crack drawn" }));
  // A third that was none is removed again.
  await tapOn(page, plan, 0.1, 0.9);
  await tapOn(page, plan, 0.2, 0.9);
  await press(page.getByRole("button", { name: "Crack drawn" }));
  const marked = page.getByRole("list", { name: "Marked damage" }).getByRole("listitem");
  await press(marked.nth(2).getByRole("button", { name: "Remove" }));
  await page.getByRole("button", { name: "Dead touch zone" }).click();
  await pressOnce(page, url, code, () => dragOn(page, plan, [0.6, 0.5], [0.9, 0.8]));
  await expect(marked).toHaveCount(3);
  const { damage } = await stateOf(url, code);
  expect(damage.map((mark) => [mark.damage, mark.points.length])).toEqual([
    ["crack", 3],
    ["crack", 2],
    ["dead touch", 2],
  ]);
  expect(Math.abs(damage[2]!.points[0]!.xMm - 0.6 * family.outline.widthMm)).toBeLessThan(1.5);

  // The questions come in the order that decides soonest; what they rule out is said.
  await press();
  await expect(bar(page)).toContainText("Every flex and cable pressed home");
  for (let i = 0; i < 6; i += 1) {
    const asked = await bar(page).innerText();
    if (asked.includes("Tell the customer")) break;
    await press(
      asked.includes("touch work") ? bar(page).getByRole("button", { name: "Dead zones" }) : undefined,
    );
  }
  await expect(bar(page)).toContainText("Tell the customer");
  await expect(page.getByTestId("answer")).toHaveText("Glass with sensor or whole assembly");

  // The odds follow what is typed, and a price that is none is named with its bounds.
  const glass = page.getByRole("group", { name: "Glass with sensor, tape" });
  await glass.getByLabel("Parts, EUR").fill("cheap");
  await expect(glass).toContainText("Parts: cheap must be a number from 0 to");
  await glass.getByLabel("Parts, EUR").fill("45,50");
  await press();
  const { quote } = await stateOf(url, code);
  expect(quote!.input.options[0]).toMatchObject({ parts: 4_550, onFail: "Whole assembly" });
  expect(quote!.input.options[0]!.tries).toBeGreaterThan(5);
  await page.getByRole("link", { name: "Quotation" }).click();
  await expect(page.getByRole("heading", { name: "Quotation" })).toBeVisible();
  await expect(page.locator("main")).toContainText(/Of 100 repairs like this one, about \d+ go well/);
  await page.evaluate(() => {
    window.print = () => document.body.setAttribute("data-printed", "yes");
  });
  await page.getByRole("button", { name: "Print" }).click();
  await expect(page.locator("body")).toHaveAttribute("data-printed", "yes");
  const pdf = await page.request.get(`/api/jobs/${code}/quotation.pdf`);
  expect((await pdf.body()).subarray(0, 5).toString()).toBe("%PDF-");
  await visit(page, `/jobs/${code}`);

  // Opened: the screws by tapping their holes in any order.
  await press();
  await press();
  await press();
  for (const cell of [3, 1, 4, 2]) {
    await press(page.getByRole("button", { name: `Hole ${cell}, ` }));
  }
  await expect(page.getByTestId("answer")).toContainText("4 of 4 screws out");

  for (let i = 0; i < 120 && (await stateOf(url, code)).present !== "close"; i += 1) await press();
  // One is gone from its cell: the ledger holds the job until it is found.
  await page.getByRole("button", { name: "Cell 2: screw in the tray" }).click();
  await press(page.getByRole("button", { name: "It is missing" }));
  await press(page.getByRole("button", { name: "Hole 3, " }));
  await press(page.getByRole("button", { name: "Hole 1, " }));
  for (let i = 0; i < 30; i += 1) {
    if ((await bar(page).innerText()).includes("is missing")) break;
    await press();
  }
  await press(bar(page).getByRole("button", { name: "Skip" }));
  for (let i = 0; i < 12 && !(await bar(page).innerText()).includes("do not add up"); i += 1) await press();
  await expect(bar(page)).toContainText(
    "The screws do not add up: 1 of M2.5 × 6 mm still out; missing from cell 2",
  );
  expect((await stateOf(url, code)).ended).toBeNull();
  await press(bar(page).getByRole("button", { name: "Screw 2 found" }));
  await press(bar(page).getByRole("button", { name: "Screw 2 back" }));
  await expect(page.getByTestId("answer")).toHaveText("All 4 screws back");
  await press();
  const state = foldJob(await eventsOf(url, code));
  expect(state.ended?.outcome).toBe("repaired");
  expect(screwLedger(family, state.screwMoves).balanced).toBe(true);
});

test("a long screw in hand is stopped at a short hole", async ({ page, workshop }) => {
  const { url } = workshop;
  await standAtBench(page, url);
  await visit(page, "/jobs/GW-1161");
  await page.getByRole("button", { name: "Cell 1: screw in the tray" }).click();
  await expect(page.getByText("Screw 1 in hand, M3 × 8 mm")).toBeVisible();
  await page.getByRole("button", { name: "Hole 9, " }).click();
  const warning = page.getByRole("dialog");
  await expect(warning).toContainText("4 mm too long");
  await expect(warning).toContainText("the panel's rear polarizer");
  const before = (await eventsOf(url, "GW-1161")).length;
  await warning.getByRole("button", { name: "Leave it in hand" }).click();
  expect(await eventsOf(url, "GW-1161")).toHaveLength(before);
  // Still in hand, it goes where it came from.
  await page.getByRole("button", { name: "Into hole 1" }).click();
  await expect(page.getByRole("button", { name: "Cell 1: empty, screw back" })).toBeVisible();
  // Another bench sees it; what it thinks of hole 1 is refused there.
  const answer = await page.request.post("/api/jobs/GW-1161/events", {
    data: {
      id: crypto.randomUUID(),
      stage: "close",
      kind: "screws-returned",
      who: "imre",
      at: new Date().toISOString(),
      data: { screws: [{ cell: 2, hole: 9 }] },
    },
  });
  expect(answer.status()).toBe(409);
  expect(((await answer.json()) as { detail: string }).detail).toContain("4 mm too long");
});
