import pg from "pg";
import { askAsOwner } from "../../scripts/signed-in.ts";
import { readFile } from "node:fs/promises";
import { awake, expect, sceneOf, standAtBench, test, visit } from "./workshop.ts";

test("values in the wrong unit or out of bounds are refused with their bounds and stay typed", async ({
  page,
  workshop,
}) => {
  await standAtBench(page, workshop.url);
  await visit(page, "/jobs/GW-1155?open=reading");
  const value = page.getByLabel("Value, °C");
  await value.fill("160 F");
  await page.getByRole("button", { name: "Save reading" }).click();
  await expect(page.getByRole("alert")).toContainText("Plate: 160 F must be a number from -100 to 400 °C");
  await expect(value).toHaveValue("160 F");

  await page.context().addCookies([{ name: "temperature", value: "F", url: workshop.url }]);
  await page.reload();
  await awake(page);
  await expect(page.getByLabel("Value, °F")).toHaveValue("160 F");
  await page.getByLabel("Value, °F").fill("158");
  await page.getByRole("button", { name: "Save reading" }).click();
  const readings = async () => (await sceneOf(workshop.url, "GW-1155")).state.records.readings;
  await expect.poll(async () => (await readings()).at(-1)?.value).toBe(70);

  // A comma that slipped is corrected; what stood there stays.
  await page.getByRole("button", { name: "Correct" }).first().click();
  await page.getByLabel(/should be/).fill("176");
  await page.getByRole("button", { name: "Correct it" }).click();
  await expect(page.getByText("Why: nothing; must be a text of 1 to 300 characters")).toBeVisible();
  await page.getByLabel("Why").fill("Read the wrong display");
  await page.getByRole("button", { name: "Correct it" }).click();
  await expect
    .poll(async () => (await readings()).at(-1))
    .toMatchObject({ value: 80, corrected: { was: 70, reason: "Read the wrong display" } });
});

test("a job is found by its code, ended ones too, and a code that is taken is said at its field", async ({
  page,
  workshop,
}) => {
  await standAtBench(page, workshop.url);
  await visit(page, "/");
  await page.getByLabel("Find a job").fill("gw-10");
  await expect(page.getByRole("link", { name: /GW-1099/ })).toBeVisible();
  await page.getByLabel("Find a job").fill("gw-1042");
  // A later job may tell of it as well: a whole code means the job of that code.
  await expect(page.getByRole("search").getByRole("link", { name: /^GW-1042/ })).toBeVisible();
  await expect(page.getByRole("link", { name: /GW-1099/ })).toHaveCount(0);
  await page.keyboard.press("Enter");
  await page.waitForURL("**/jobs/GW-1042");

  await visit(page, "/jobs/new");
  await page.getByRole("radio", { name: /WS-240/ }).check();
  await page.getByLabel("What is wrong with it").fill("Film gone sour");
  await page.getByLabel("Code").fill("GW-1042");
  await page.getByRole("button", { name: "Open the job" }).click();
  await expect(page.getByText("GW-1042 is taken by another job")).toBeVisible();
  await expect(page.getByLabel("What is wrong with it")).toHaveValue("Film gone sour");
  await page.reload();
  await awake(page);
  await expect(page.getByLabel("What is wrong with it")).toHaveValue("Film gone sour");
});

test("a job document goes out and comes in; a wrong file is refused with the place of its fault", async ({
  page,
  workshop,
}) => {
  const empty = await workshop.openEmpty();
  await standAtBench(page, workshop.url);
  await visit(page, "/jobs/GW-1163?open=log");
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Export" }).click(),
  ]);
  expect(download.suggestedFilename()).toBe("GW-1163.job.json");
  const text = await readFile(await download.path(), "utf8");

  await standAtBench(page, empty.url);
  await visit(page, `${empty.url}/`);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("The bench is clear");
  await page.getByRole("link", { name: "bring one in from another workshop" }).click();
  await page.waitForURL("**/jobs/import");
  await awake(page);
  const file = page.getByLabel(/Document/);
  const give = (name: string, content: string | Buffer) =>
    file.setInputFiles({ name, mimeType: "application/json", buffer: Buffer.from(content) });
  await give("wrong.json", text.replace('"thicknessUm": 700', '"thicknessUm": -700'));
  await expect(page.getByRole("alert")).toContainText("family.stack[0].thicknessUm");
  await expect(page.getByRole("alert")).toContainText("-700 must be a number from 0.1 to 100000");
  await give("picture.json", Buffer.from([0xff, 0xd8, 0xff, 0xe0]));
  await expect(page.getByRole("alert")).toContainText("not JSON");
  await give("right.json", text);
  await expect(page.getByText(/GW-1163 is in, with \d+ (entries|moves)/)).toBeVisible();
  await give("right.json", text);
  await expect(page.getByText("GW-1163 was here already; nothing changed.")).toBeVisible();
  await page.getByRole("link", { name: "Open it" }).click();
  await expect(page.getByTestId("work")).toContainText("GW-1163");
  await visit(page, `${empty.url}/families/import`);
  await give("enormous.json", Buffer.alloc(17 * 1024 * 1024, "x"));
  await expect(page.getByRole("alert")).toContainText("17 MB must be at most 16 MB");
  await empty.close();
});

test("everything is shown in the reader's units", async ({ page, workshop }) => {
  await standAtBench(page, workshop.url, { temperature: "F", length: "inch" });
  await visit(page, "/jobs/GW-1154");
  await expect(page.getByTestId("instrument")).toContainText(" in");
  await expect(page.getByTestId("instrument")).not.toContainText(" mm");
});

test("what somebody asked for and left is not worked on: the database is free for others", async ({
  workshop,
}) => {
  const { url, databaseUrl } = workshop;
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  // Within a transaction the database tells who waits as it was when it was asked first.
  const watcher = new pg.Client({ connectionString: databaseUrl });
  await watcher.connect();
  // Everything that looks at the lots waits for as long as this lasts.
  await client.query("BEGIN");
  await client.query("LOCK TABLE lot IN ACCESS EXCLUSIVE MODE");
  const waiting = async () => {
    const { rows } = await watcher.query<{ n: number }>(
      "SELECT count(*)::int AS n FROM pg_stat_activity WHERE wait_event_type = 'Lock' AND datname = current_database()",
    );
    return rows[0]!.n;
  };
  const asker = new AbortController();
  const asked = Array.from({ length: 12 }, () =>
    askAsOwner(`${url}/lots`, { signal: asker.signal }).catch(() => "left"),
  );
  await expect.poll(waiting).toBeGreaterThan(3);
  asker.abort();
  expect(new Set(await Promise.all(asked))).toEqual(new Set(["left"]));
  await expect.poll(waiting).toBe(0);
  // The lots are locked still, and all else answers.
  expect((await askAsOwner(`${url}/api/bench`)).status).toBe(200);
  await client.query("ROLLBACK");
  expect((await askAsOwner(`${url}/api/lots`)).status).toBe(200);
  await watcher.end();
  await client.end();
});
