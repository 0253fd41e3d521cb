import { gzipSync } from "node:zlib";
import { familyNamed, workedTo } from "../bench-hand.ts";
import { awake, bringIn, expect, holdTablet, movesOf, standAtBench, test, visit } from "./workshop.ts";

test("a device is taken in by touch, its customer finds it again, and what was misheard is put right", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  await standAtBench(page, url);
  // Who has not been here is told what this is, once.
  await visit(page, "/");
  const told = page.getByRole("region", { name: "How it works" });
  await expect(told.getByRole("listitem")).toHaveCount(3);
  await told.getByRole("button", { name: "OK" }).click();
  await expect(told).toHaveCount(0);
  await visit(page, "/");
  await expect(told).toHaveCount(0);

  await page.getByRole("link", { name: "New job" }).click();
  await awake(page);
  // No page to scroll, and nothing to type but a name.
  expect(await page.evaluate(() => document.documentElement.scrollHeight)).toBe(800);
  await page.getByRole("radio", { name: /Ticket handheld/ }).check();
  await page.getByRole("button", { name: "Cracked glass" }).click();
  await page.getByRole("button", { name: "Touch dead" }).click();
  await page.getByRole("button", { name: "Touch dead" }).click();
  await expect(page.getByLabel("What is wrong with it")).toHaveValue("Cracked glass, touch dead");
  await page.getByLabel("Customer").fill("Barge Quillon");
  await page.getByLabel("Serial number").fill("x".repeat(81));
  await page.getByLabel("Code", { exact: true }).fill("FD-1");
  await page.getByRole("button", { name: "Open the job" }).click();
  await expect(page.getByText("Must be at most 80 characters")).toBeVisible();
  await page.getByLabel("Serial number").fill("TK5-77 1");
  await page.getByLabel("Contact").fill("quillon@barge.example");
  await page.getByLabel("What came with it").fill("strap, PIN 4711");
  await page.getByRole("button", { name: "Open the job" }).click();
  await expect(page.getByText(/password or code: those are never written down/)).toBeVisible();
  await page.getByLabel("What came with it").fill("strap");
  await page.getByRole("button", { name: "Open the job" }).click();
  await page.waitForURL("**/jobs/FD-1");
  // Names stand beside the record, not in it.
  expect(JSON.stringify(await movesOf(url, "FD-1"))).not.toContain("Quillon");

  await visit(page, "/");
  await page.getByLabel("Find a job").fill("quillon");
  await expect(page.getByRole("search").getByRole("link", { name: /FD-1/ })).toContainText("Barge Quillon");
  await page.getByLabel("Find a job").press("Enter");
  await page.waitForURL("**/jobs/FD-1");

  await visit(page, "/jobs/FD-1?open=log");
  await page.getByRole("button", { name: "Change" }).click();
  await page.getByLabel("Customer").fill("Barge Quillan");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("Customer: Barge Quillan")).toBeVisible();
  await expect(page.getByText("Came with: strap")).toBeVisible();

  // The register: how each is reached, and since when that may be kept.
  await visit(page, "/jobs");
  await page.getByRole("link", { name: "Customers" }).click();
  await awake(page);
  // The name that was misheard is nobody's.
  await page.getByLabel("Find a customer").fill("quillon");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("No customer found");
  await page.getByLabel("Find a customer").fill("quillan");
  const customer = page.getByRole("listitem").filter({ hasText: "Barge Quillan" });
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("1 customer");
  await expect(customer).toContainText("quillon@barge.example");
  await customer.getByRole("button", { name: "Change" }).click();
  await page.getByLabel("Agrees that name and contact are kept").check();
  await page.getByRole("button", { name: "Save" }).click();
  await expect(customer).toContainText("may be kept, since");

  await visit(page, "/jobs");
  const list = page.getByRole("main").getByRole("listitem");
  await expect(list).toHaveCount(30);
  await page.getByRole("button", { name: "Show more" }).click();
  await expect(list).toHaveCount(60);
  await page.getByLabel("Find a job").fill("quillan touch");
  await expect(list).toHaveCount(1);
  await page.getByLabel("State").selectOption("repaired");
  await expect(page.getByText("No job matches all of that")).toBeVisible();
  await page.getByLabel("State").selectOption("open");
  await expect(list).toHaveCount(1);
  // The address opens just this list again.
  await page.reload();
  await awake(page);
  await expect(page.getByRole("heading", { name: "1 job" })).toBeVisible();
  await expect(list).toContainText("TK5-77 1");

  // A lot leads to the jobs that used it, a family to its own.
  await visit(page, "/lots");
  await page.getByLabel("Find a lot").fill("la-113");
  await expect(page.getByRole("main").getByRole("listitem")).toHaveCount(1);
  await page.getByRole("link", { name: "Used by jobs" }).click();
  await awake(page);
  await expect(page.getByText("Used lot LA-113")).toBeVisible();
  await expect(list).not.toHaveCount(0);
  await visit(page, "/families");
  await page.getByLabel("Find a family").fill("kiosk");
  await page.getByRole("link", { name: /jobs of KB-15/ }).click();
  await awake(page);
  await expect(page.getByLabel("Family")).toHaveValue("KB-15");

  // Without an answer the list stays, and says so.
  await page.route("**/api/jobs?*", (route) => route.abort());
  await page.getByLabel("Find a job").fill("nothing");
  await expect(page.getByText("Shown as last known")).toBeVisible();
  await expect(list).not.toHaveCount(0);
});

test("film and lots are added where they lie, and a slip is named in its place", async ({
  page,
  workshop,
}) => {
  await standAtBench(page, workshop.url);
  await visit(page, "/film");
  await page.getByRole("button", { name: "Add a sheet" }).click();
  await page.getByLabel("Label").fill("F-300");
  await page.getByLabel("Lot", { exact: true }).fill("26-031");
  await page.getByLabel("Width, mm").fill("30o");
  await page.getByLabel("Height, mm").fill("200");
  await page.getByRole("button", { name: "Add to shelf" }).click();
  await expect(page.getByRole("dialog")).toContainText(/Width, mm: .*must be/);
  // Shut by mistake: what was typed is there again.
  await page.getByRole("button", { name: "Close" }).click();
  await page.getByRole("button", { name: "Add a sheet" }).click();
  await expect(page.getByLabel("Label")).toHaveValue("F-300");
  await page.getByLabel("Width, mm").fill("300");
  await page.getByRole("button", { name: "Add to shelf" }).click();
  await expect(page.getByRole("status")).toContainText("F-300 is on the shelf");
  await page.getByLabel("Find a sheet").fill("f-300");
  await expect(page.getByRole("list", { name: "Sheets and remnants" }).getByRole("listitem")).toHaveCount(1);
  await page.getByRole("button", { name: "Remove F-300 from the shelf" }).click();
  await page.getByRole("button", { name: "Throw it away" }).click();
  await expect(page.getByText("No sheet matches")).toBeVisible();

  await visit(page, "/lots");
  await page.getByRole("button", { name: "Add a lot" }).click();
  await page.getByLabel("Lot", { exact: true }).fill("LA-900");
  await page.getByRole("button", { name: "Add to shelf" }).click();
  await expect(page.getByRole("dialog")).toContainText(/How much, ml: .*must be/);
  await page.getByLabel("How much, ml").fill("100");
  await page.getByRole("button", { name: "Add to shelf" }).click();
  await expect(page.getByText("LA-900 is on the shelf")).toBeVisible();
});

test("three of a kind are taken in at once, each a job with its number", async ({
  page,
  workshop: { url },
}) => {
  await standAtBench(page, url);
  await visit(page, "/jobs/new");
  await page.getByRole("radio", { name: /Ticket handheld/ }).check();
  await page.getByRole("button", { name: "Cracked glass" }).click();
  await page.getByLabel("Customer").fill("Ferry hall kiosk");
  await page.getByLabel("Code", { exact: true }).fill("FD-11");
  await page.getByLabel("How many").fill("3x");
  await page.getByRole("button", { name: "Open 3 jobs" }).click();
  await expect(page.getByText("Must be a whole number from 1 to 50")).toBeVisible();
  await page.getByLabel("How many").fill("3");
  const numbers = page.getByLabel("Serial numbers, one a line");
  await numbers.fill("TK5-1\nTK5-2\nTK5-3\nTK5-4");
  await page.getByRole("button", { name: "Open 3 jobs" }).click();
  await expect(page.getByText("There are more numbers than the 3 devices")).toBeVisible();
  await numbers.fill("TK5-1\n\nTK5-3");
  await expect(page.getByText(/^Could be ready \d/)).toBeVisible({ timeout: 120_000 });
  expect(await page.evaluate(() => document.documentElement.scrollHeight)).toBe(800);
  await page.getByRole("button", { name: "Open 3 jobs" }).click();
  await page.waitForURL("**/jobs");
  await awake(page);
  for (const [code, serial] of [
    ["FD-11", "TK5-1"],
    ["FD-12", "Layer only"],
    ["FD-13", "TK5-3"],
  ] as const)
    await expect(page.getByRole("listitem").filter({ hasText: code })).toContainText(serial);
});

test("a device that is over waits to be fetched, and is handed over against a signature", async ({
  page,
  workshop: { url },
}) => {
  await standAtBench(page, url);
  const code = "GW-7012";
  await bringIn(url, code, workedTo(familyNamed("TK-5"), "layer", undefined, { endMs: Date.now() }));
  const ticket = { customer: "Barge Quillon", serial: "", accessories: "strap and charger" };
  await page.request.put(`${url}/api/jobs/${code}/ticket`, { data: ticket });
  const waiting = page.getByRole("listitem").filter({ hasText: code });
  await visit(page, "/jobs");
  await page.getByLabel("State").selectOption({ label: "Not fetched" });
  await expect(waiting).toContainText("not fetched for");
  await visit(page, `/jobs/${code}/certificate`);
  await page.getByRole("button", { name: "Hand the device over" }).click();
  await expect(page.getByText("Goes back with: strap and charger")).toBeVisible();
  await page.getByLabel("Fetched by").fill("Barge Quillon");
  const done = page.getByRole("button", { name: "It is handed over" });
  // Nobody has signed yet.
  await expect(done).toBeDisabled();
  const field = (await page.getByLabel("Sign here").boundingBox())!;
  await page.mouse.move(field.x + 40, field.y + 90);
  await page.mouse.down();
  await page.mouse.move(field.x + 120, field.y + 30, { steps: 5 });
  await page.mouse.move(field.x + 180, field.y + 90, { steps: 5 });
  await page.mouse.up();
  await done.click();
  await expect(page.getByText(/^Fetched by Barge Quillon on .*, handed over by Tove\.$/)).toBeVisible();
  await page.reload();
  await awake(page);
  await expect(page.getByRole("img", { name: "Signature of Barge Quillon" })).toBeVisible();
  await visit(page, "/jobs?state=not+fetched");
  await expect(page.getByRole("heading", { level: 1 })).toContainText("job");
  await expect(waiting).toHaveCount(0);
});

test("a first visit loads little script: what a step does not show is left for later", async ({
  browser,
  workshop,
}) => {
  for (const [path, mostKb] of [
    ["/", 110],
    ["/jobs", 110],
    ["/jobs/GW-1151", 200],
    ["/jobs/GW-1155", 200],
    ["/jobs/GW-1160", 200],
  ] as const) {
    const context = await browser.newContext({ serviceWorkers: "block" });
    const page = await context.newPage();
    await holdTablet(page, workshop.url);
    const scripts = new Set<string>();
    page.on("request", (asked) => {
      if (/\.js(\?|$)/.test(asked.url())) scripts.add(asked.url());
    });
    await visit(page, workshop.url + path);
    await page.waitForLoadState("networkidle");
    const sizes = await Promise.all(
      [...scripts].map(
        async (url) =>
          // A connection that the server was about to close is asked for anew.
          gzipSync(await (await page.request.get(url, { maxRetries: 2 })).body()).length,
      ),
    );
    const bytes = sizes.reduce((sum, size) => sum + size, 0);
    expect(bytes, path).toBeGreaterThan(50_000);
    expect(bytes, path).toBeLessThan(1_000 * mostKb);
    await context.close();
  }
});
