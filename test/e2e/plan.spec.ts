import { awake, expect, openJob, standAtBench, test, visit } from "./workshop.ts";

test("what begins soon stays where it is when the plan is made anew", async ({ page, workshop }) => {
  await standAtBench(page, workshop.url);
  const isPlanned = () =>
    expect(page.getByRole("group", { name: "The day" }).last()).toHaveAttribute("aria-busy", "false", {
      timeout: 30_000,
    });
  const soon = () =>
    page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>("[data-code]")]
        .filter(({ style }) => parseFloat(style.left) < 100)
        .map(
          ({ dataset, style }) =>
            [`${dataset.code} ${dataset.index}`, parseFloat(style.left), style.top] as const,
        ),
    );
  const isKept = page.waitForResponse("**/api/plan/soon");
  await visit(page, "/plan");
  await isPlanned();
  const kept = ((await isKept).request().postDataJSON() as { steps: { code: string }[] }).steps;
  expect(kept.length).toBeGreaterThan(3);
  const before = await soon();
  // By now there is one job more.
  await openJob(workshop.url, "PL-31", "TK-5", "layer");
  await visit(page, "/plan");
  await isPlanned();
  const after = new Map((await soon()).map(([key, left, top]) => [key, { left, top }]));
  const firsts = before.filter(([key]) => kept.some(({ code }) => key === `${code} 0`));
  expect(firsts.length).toBeGreaterThan(3);
  for (const [key, left, top] of firsts) {
    expect(after.get(key)!.top, key).toBe(top);
    expect(after.get(key)!.left, key).toBeCloseTo(left, 0);
  }
  // It is not said to run.
  const jobs = page.getByRole("region", { name: "Jobs in the plan" });
  await jobs.getByRole("button", { name: firsts[0]![0].split(" ")[0]! }).click();
  await expect(jobs).toContainText("stays as planned");
});

test("the day as lanes: what is next for me, each job with its time, nobody and no place twice at once", async ({
  page,
  workshop,
}) => {
  await standAtBench(page, workshop.url);
  await visit(page, "/plan");
  await expect(page.getByRole("heading", { level: 1 })).toContainText(/^Next for Tove: [A-Z]{2}-\d+, /, {
    timeout: 30_000,
  });
  const jobs = page.getByRole("region", { name: "Jobs in the plan" });
  const first = jobs.getByRole("button").first();
  const code = (await first.innerText()).split("\n")[0]!;
  await first.click();
  await expect(
    jobs
      .getByRole("listitem")
      .filter({ hasText: /\d\d:\d\d to .*\d\d:\d\d/ })
      .first(),
  ).toBeVisible();

  // Of all days that something is planned for: blocks of one lane lie side by side.
  const overlapping = () =>
    page.evaluate(() => {
      const boxes = [...document.querySelectorAll<HTMLElement>("[data-code]")].map((block) => {
        const { left, right, top, bottom } = block.getBoundingClientRect();
        return { left, right, top, bottom };
      });
      return boxes.filter((a, i) =>
        boxes.some(
          (b, k) =>
            k > i &&
            a.left < b.right - 4 &&
            b.left < a.right - 4 &&
            a.top < b.bottom - 1 &&
            b.top < a.bottom - 1,
        ),
      ).length;
    });
  let seen = 0;
  for (const by of ["By person", "By station"]) {
    await page.getByRole("button", { name: by }).click();
    for (let day = 0; day < 2; day += 1) {
      expect(await overlapping(), by).toBe(0);
      seen += await page.locator("[data-code]").count();
      await page.getByRole("button", { name: "Day after" }).click();
    }
    for (let day = 0; day < 2; day += 1) await page.getByRole("button", { name: "Day before" }).click();
  }
  expect(seen).toBeGreaterThan(20);

  await jobs.getByRole("link", { name: "Open the job" }).click();
  await expect(page).toHaveURL(`${workshop.url}/jobs/${code}`);
});

test("a shift is handed over with what stands where, and taken over by somebody else", async ({
  page,
  workshop: { url },
}) => {
  await standAtBench(page, url, { seen: "yes" });
  await visit(page, "/");
  await page.getByRole("link", { name: "Hand the shift over" }).click();
  await page.waitForURL("**/handover");
  await awake(page);
  await expect(page.getByRole("listitem").filter({ hasText: "GW-1162" })).toContainText("on hold");
  await page.getByLabel("What the next one should know").fill("The lamp flickers.");
  await page.reload();
  await awake(page);
  await page.getByRole("button", { name: "Hand the bench over" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^Tove handed the bench over, /);
  // Nobody takes over from themselves.
  const take = page.getByRole("button", { name: "I take it over" });
  await expect(take).toBeDisabled();
  await visit(page, "/");
  await page.getByRole("banner").getByRole("button", { name: /^Tove/ }).click();
  await page.getByRole("dialog").getByRole("button", { name: /^Imre/ }).click();
  await expect(page.getByRole("banner").getByRole("button", { name: /^Imre/ })).toBeVisible();
  await page.getByRole("link", { name: "Tove handed the bench over" }).click();
  await page.waitForURL("**/handover");
  await awake(page);
  await expect(page.getByText("The lamp flickers.")).toBeVisible();
  await take.click();
  await expect(page.getByRole("status")).toHaveText(/^Imre took it over from Tove, /);
});
