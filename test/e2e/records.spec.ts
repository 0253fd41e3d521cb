import type { Page } from "@playwright/test";
import type { ShopBench } from "../../core/plan/shop-bench.ts";
import { askAsOwner } from "../../scripts/signed-in.ts";
import type { PlanAsked } from "../../server/plan.ts";
import { familyNamed, workedTo } from "../bench-hand.ts";
import { awake, bringIn, expect, standAtBench, test, visit } from "./workshop.ts";

const FAMILY = "TK-5";
const CUSTOMER = "Barge Quickstep";

/** Takes a device in at the desk and promises it for the day that the plan has room for; returns that day. */
async function takenIn(page: Page, code: string): Promise<string> {
  await visit(page, "/jobs/new");
  await page.getByRole("radio", { name: /Ticket handheld/ }).check();
  await page.getByRole("button", { name: "Cracked glass" }).click();
  await page.getByLabel("Customer").fill(CUSTOMER);
  await page.getByLabel("Serial number").fill("TK5-88 200");
  await page.getByLabel("Code", { exact: true }).fill(code);
  await expect(page.getByText(/^Could be ready \d/)).toBeVisible({ timeout: 30_000 });
  await expect(page.getByText(/8 of 10 such jobs.*It went well in \d+ of \d+/)).toBeVisible();
  await page.getByRole("button", { name: "Promise it" }).click();
  const day = await page.getByLabel("Due on").inputValue();
  await page.getByRole("button", { name: "Open the job" }).click();
  await page.waitForURL(`**/jobs/${code}`);
  return day;
}

test("a rush job is promised, planned by drag and worked; it comes back, its lot is blocked and its customer found", async ({
  page,
  workshop: { url },
}) => {
  test.setTimeout(120_000);
  await standAtBench(page, url);
  // Somebody is there at any hour at which this is tried.
  const bench = (await (await askAsOwner(`${url}/api/shop/bench`)).json()) as ShopBench;
  const open = await page.request.put(`${url}/api/shop/bench`, {
    data: { ...bench, hours: [{ from: 0, to: 24 }] },
  });
  expect(open.status()).toBe(200);
  const today = new Date().toISOString().slice(0, 10);
  expect((await takenIn(page, "GW-7001")) >= today).toBe(true);

  // The bench says what the plan has next for whoever stands at it.
  await visit(page, "/");
  await expect(
    page.getByRole("link", { name: /^Next for Tove: [A-Z]{2}-\d+, .* at \d\d:\d\d$/ }),
  ).toBeVisible({
    timeout: 20_000,
  });

  // The day as lanes: a block of it is dragged to later, is held there, and stays held for everybody.
  await visit(page, "/plan");
  await expect(page.getByRole("region", { name: "Jobs in the plan" })).toContainText("GW-7001", {
    timeout: 30_000,
  });
  // All blocks in one asking, once the search for a better plan moves none any more.
  const blocks = () =>
    page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>(".cursor-grab")].map((block) => {
        const { x, y, width, height } = block.getBoundingClientRect();
        return { code: block.dataset.code!, index: block.dataset.index!, x, y, width, height };
      }),
    );
  const atRest = () =>
    expect
      .poll(
        async () => {
          const first = await blocks();
          await page.waitForTimeout(1_000);
          return first.length > 0 && JSON.stringify(first) === JSON.stringify(await blocks());
        },
        { timeout: 30_000 },
      )
      .toBe(true);
  // The last step of a job: nothing has to follow it in time; there must be room after it on its day.
  const { question } = (await (await askAsOwner(`${url}/api/plan`)).json()) as PlanAsked;
  const lastSteps = async () => {
    await atRest();
    const { right } = await page
      .getByRole("group", { name: "The day" })
      .last()
      .evaluate((lanes) => lanes.getBoundingClientRect());
    return (await blocks()).filter(
      (box) =>
        box.x + box.width + 100 < right &&
        question.jobs.some((job) => job.code === box.code && job.steps.length - 1 === +box.index),
    );
  };
  let last = await lastSteps();
  if (last.length === 0) {
    // Late in a day what is left is for the next one.
    await page.getByRole("button", { name: "Day after" }).click();
    last = await lastSteps();
  }
  const before = last.reduce((best, box) => (box.width > best.width ? box : best));
  const { code, index } = before;
  await page.mouse.move(before.x + before.width / 2, before.y + before.height / 2);
  await page.mouse.down();
  const kept = page.waitForResponse((answer) => answer.url().endsWith("/api/plan/pins"));
  await page.mouse.move(before.x + before.width / 2 + 90, before.y + before.height / 2, { steps: 6 });
  await page.mouse.up();
  expect((await kept).status()).toBe(200);
  const held = page.locator(`[data-code="${code}"][data-index="${index}"]`);
  await expect
    .poll(async () => Math.abs(((await held.boundingBox())?.x ?? 0) - before.x - 90))
    .toBeLessThan(15);
  await expect(page.getByRole("alert")).toHaveCount(0);
  const pins = (await (await askAsOwner(`${url}/api/plan/pins`)).json()) as {
    code: string;
    station: string;
  }[];
  expect(pins.map((pin) => pin.code)).toEqual([code]);
  await visit(page, "/plan");
  const jobs = page.getByRole("region", { name: "Jobs in the plan" });
  await jobs.getByRole("button", { name: new RegExp(code) }).click();
  await expect(jobs.getByText("held there")).toBeVisible();
  // What if: both plans stand one above the other, each with what it comes to.
  await page.getByLabel("What if").selectOption({ label: "Imre is away" });
  await expect(page.getByRole("status").filter({ hasText: /all done/ })).toHaveCount(2, { timeout: 20_000 });
  await jobs.getByRole("button", { name: "Let it go" }).click();
  await expect.poll(async () => (await askAsOwner(`${url}/api/plan/pins`)).text()).toBe("[]");
  // The calendar file is for whoever is at the bench.
  const saved = page.waitForEvent("download");
  await page.getByRole("button", { name: "Calendar file" }).click();
  expect((await saved).suggestedFilename()).toBe("plan-Tove.ics");

  // One that was worked to its end comes back: the desk knows it by its serial number.
  await bringIn(url, "GW-7002", workedTo(familyNamed(FAMILY), "layer", undefined, { endMs: Date.now() }));
  const ticket = { customer: CUSTOMER, serial: "TK5-88 201" };
  await page.request.put(`${url}/api/jobs/GW-7002/ticket`, { data: ticket });
  await visit(page, "/jobs/new");
  await page.getByRole("radio", { name: /Ticket handheld/ }).check();
  await page.getByRole("button", { name: "Bubbles or haze" }).click();
  await page.getByLabel("Customer").fill(CUSTOMER);
  await page.getByLabel("Serial number").fill(ticket.serial);
  await page.getByRole("checkbox", { name: /It came back because of GW-7002/ }).check();
  await page.getByLabel("Code", { exact: true }).fill("GW-7003");
  await page.getByRole("button", { name: "Open the job" }).click();
  await page.waitForURL("**/jobs/GW-7003");

  await visit(page, "/records");
  await page.getByRole("button", { name: "By lot" }).click();
  await page.getByRole("list", { name: "Success" }).getByRole("button", { name: /^L-1/ }).click();
  const behind = page.getByRole("region", { name: "The jobs behind it" });
  await expect(behind.getByRole("link", { name: /GW-7002.*came back/ })).toBeVisible();
  await behind.getByRole("button", { name: "Block lot L-1" }).click();
  await expect(behind.getByRole("status")).toHaveText("Lot L-1 is blocked.");
  const recall = await page.request.get(`${url}/api/lots/recall/L-1.csv`);
  expect(await recall.text()).toContain(`GW-7002,${CUSTOMER},${ticket.serial},TK-5,`);
  await behind.getByRole("link", { name: "Jobs and customers" }).click();
  await awake(page);
  await expect(page.getByRole("listitem").filter({ hasText: "GW-7002" })).toContainText(CUSTOMER);
});

test("the records show the plate that drifted and the lot that comes back; the first job behind each is one press away", async ({
  page,
  workshop: { url },
}) => {
  await standAtBench(page, url);
  await visit(page, "/records");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^\d+ of \d+ jobs ended well$/);
  const findings = page.getByRole("region", { name: "What stands out" }).getByRole("listitem");
  await expect(findings.filter({ hasText: /LA-098: \d+ of \d+ ended well/ })).toHaveCount(1, {
    timeout: 20_000,
  });
  const drift = findings.filter({ hasText: /glue line as the soak ends.*below what was worked out since/i });
  const first = drift.getByRole("link", { name: /^First: GW-\d+$/ });
  const code = (await first.innerText()).replace("First: ", "");

  // The same by its figures: since when, and every job behind it.
  await page.getByRole("button", { name: "Measured and worked out" }).click();
  await expect(page.getByRole("row", { name: /glue line.*from -?\d+ to -\d+ %/ })).toBeVisible();
  await drift.getByRole("button").click();
  const behind = page.getByRole("region", { name: "The jobs behind it" });
  await expect(behind.getByRole("link").first()).toContainText(code);
  await behind.getByRole("button", { name: "What stands out" }).click();

  // What a family brought and took, and its jobs; a lot whose cost is told costs its jobs that.
  await page.getByRole("button", { name: "Money" }).click();
  const row = page.getByRole("row").filter({ has: page.getByRole("button", { name: "PH-10" }) });
  await expect(row).toContainText(/[\d,]+ EUR.*\(\d+\.\d h\)/);
  const asItWas = await row.innerText();
  await visit(page, "/lots");
  await page.getByRole("button", { name: /cost 62.00 EUR LA-113/ }).click();
  await page.getByLabel("Cost of all of it, EUR").fill("much");
  await page.getByRole("button", { name: "Save the cost" }).click();
  await expect(page.getByText('"much" must be a number from 0 to')).toBeVisible();
  await page.getByLabel("Cost of all of it, EUR").fill("620");
  await page.getByRole("button", { name: "Save the cost" }).click();
  await expect(page.getByRole("status").first()).toHaveText("The cost of LA-113 is kept.");
  await visit(page, "/records");
  await page.getByRole("button", { name: "Money" }).click();
  await expect(row).toContainText("EUR");
  expect(await row.innerText()).not.toBe(asItWas);
  await row.getByRole("button").click();
  await expect(behind.getByRole("link").first()).toContainText("PH-10");

  await visit(page, "/records");
  await first.click();
  await expect(page).toHaveURL(`${url}/jobs/${code}`);
});
