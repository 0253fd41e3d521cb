import type { Page } from "@playwright/test";
import { asksFor, familyNamed, workedTo } from "../bench-hand.ts";
import { awake, bringIn, expect, sceneOf, standAtBench, test, visit } from "./workshop.ts";

/** A serial port that prints what the test says, in place of the browser's own. */
const withPort = (page: Page) =>
  page.addInitScript(() => {
    let control: ReadableStreamDefaultController<Uint8Array>;
    const port = {
      open: ({ baudRate }: { baudRate: number }) => {
        Object.assign(window, { openedAt: baudRate });
        return Promise.resolve();
      },
      close: () => Promise.resolve(),
      readable: new ReadableStream<Uint8Array>({ start: (own) => void (control = own) }),
    };
    Object.defineProperty(navigator, "serial", { value: { requestPort: () => Promise.resolve(port) } });
    Object.assign(window, {
      print: (text: string) => control.enqueue(new TextEncoder().encode(text)),
      unplug: () => control.error(new Error("The device has been lost.")),
    });
  });
const print = (page: Page, text: string) =>
  page.evaluate((of) => (window as unknown as { print: (text: string) => void }).print(of), text);
const unplug = (page: Page) => page.evaluate(() => (window as unknown as { unplug: () => void }).unplug());

test("a scale on the serial port: its line learned from one that is seen, kept for this station, its value saved; lost is said", async ({
  page,
  workshop: { url },
}) => {
  const code = "GW-5311";
  await bringIn(
    url,
    code,
    workedTo(familyNamed("TK-5"), "layer", asksFor("pattern-chosen"), { endMs: Date.now() }),
  );
  await withPort(page);
  await standAtBench(page, url);
  await visit(page, `${url}/jobs/${code}`);
  await page.getByRole("button", { name: "Reading", exact: true }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByLabel("What").selectOption({ label: "Adhesive laid" });
  await sheet.getByLabel("Baud").selectOption("4800");
  await sheet.getByRole("button", { name: "Join an instrument" }).click();
  expect(await page.evaluate(() => (window as unknown as { openedAt: number }).openedAt)).toBe(4_800);
  await print(page, "Scale ready\r\nUS,GS,+  1180.0 mg\r\nST,GS,+  12");
  await print(page, "50.0 mg\r\n");
  await sheet.getByRole("button", { name: "ST,GS,+ 1250.0 mg" }).click();
  // The unit stands in the line; what is not steady is passed over.
  await expect(sheet.getByTestId("printed")).toHaveText("1.25 g");
  await print(page, "US,GS,+  1999.0 mg\r\nST,GS,+  1307.5 mg\r\n");
  await expect(sheet.getByTestId("printed")).toHaveText("1.308 g");
  await sheet.getByRole("button", { name: "Save this value" }).click();
  const weighed = async () =>
    (await sceneOf(url, code)).state.records.readings.filter((r) => r.quantity === "mass");
  await expect
    .poll(async () => (await weighed()).map(({ value, source }) => [value, source]))
    .toEqual([[1.3075, "logger"]]);
  await unplug(page);
  await expect(sheet.getByRole("alert")).toContainText("The instrument is lost.");
  await expect(sheet.getByRole("button", { name: "Save this value" })).toBeDisabled();

  // Another day at the same station: the same instrument is read as it was.
  await page.reload();
  // The address has the sheet open.
  await awake(page);
  await sheet.getByLabel("What").selectOption({ label: "Adhesive laid" });
  await sheet.getByRole("button", { name: "Join an instrument" }).click();
  await print(page, "ST,GS,+   900.0 mg\r\n");
  await expect(sheet.getByTestId("printed")).toHaveText("0.9 g");
});

test("a thermometer on the serial port takes the stand-in's place in the glue line", async ({
  page,
  workshop: { url },
}) => {
  const code = "GW-5312";
  const onTheHeat = workedTo(
    familyNamed("TK-5"),
    "layer",
    ({ state }) => state.lift.soakingSinceMs !== null,
    {
      endMs: Date.now(),
    },
  );
  await bringIn(url, code, onTheHeat);
  await withPort(page);
  await standAtBench(page, url);
  await visit(page, `${url}/jobs/${code}`);
  await page.getByRole("button", { name: "Reading", exact: true }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByLabel("What").selectOption({ label: "Glue line" });
  await sheet.getByRole("button", { name: "Join an instrument" }).click();
  await print(page, "T1 140.9 F  T2 71.1 F\r\n");
  await sheet.getByRole("button", { name: "T1 140.9 F T2 71.1 F" }).click();
  await expect(sheet.getByTestId("printed")).toHaveText("60.5 °C");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Tools" }).click();
  await page
    .getByRole("button", { name: /glue line/i })
    .first()
    .click();
  await page.getByRole("button", { name: "Join it" }).click();
  await print(page, "T1 149.0 F  T2 71.1 F\r\n");
  await expect(page.getByTestId("thermocouple")).toHaveText("65.0°C");
  await expect(page.locator("#thermocouple")).toContainText("The instrument on this station's port");
  await page.getByRole("button", { name: "Take it off" }).first().click();
  const read = async () =>
    (await sceneOf(url, code)).state.records.readings.map(({ value, source }) => [value, source]);
  await expect.poll(read).toEqual([
    [60.5, "logger"],
    [65, "logger"],
  ]);
});

test("a light meter on the serial port reads the axis in the stand-in's place, in its own scale", async ({
  page,
  workshop: { url },
}) => {
  const code = "GW-5313";
  const family = familyNamed("KB-15");
  await bringIn(url, code, workedTo(family, "film", asksFor("axis-read"), { endMs: Date.now() }));
  await withPort(page);
  await standAtBench(page, url);
  await visit(page, `${url}/jobs/${code}`);
  await page.getByRole("button", { name: "Reading", exact: true }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByLabel("What").selectOption({ label: "Light level" });
  await sheet.getByRole("button", { name: "Join an instrument" }).click();
  await print(page, "DC 0.412 V\r\n");
  await sheet.getByRole("button", { name: "DC 0.412 V" }).click();
  await expect(sheet.getByTestId("printed")).toHaveText("412 lx");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Meter: 412" }).click();
  await expect
    .poll(async () => (await sceneOf(url, code)).state.film.readings.front?.at(-1))
    .toMatchObject({ level: 412, source: "logger" });
});
