import type { Page } from "@playwright/test";
import pg from "pg";
import { sceneAtStart } from "../../core/device/start.ts";
import { replay } from "../../core/kernel/replay.ts";
import { deviceRules } from "../../core/moves.ts";
import { exampleFamilies } from "../../core/stack/examples.ts";
import type { Family } from "../../core/stack/family.ts";
import type { KeptMove } from "../../server/store/work.ts";
import { families } from "../../demo/families.ts";
import { expect, standAtBench, test } from "./workshop.ts";

/** Longer than any wait of these families. */
const LONG_S = 3_600;

/** Lets time pass at a job: all that was recorded is so much older. */
async function passTime(databaseUrl: string, code: string, seconds: number): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  await client.query("ALTER TABLE move DISABLE TRIGGER move_append_only");
  await client.query(
    `UPDATE move SET received_at = received_at - make_interval(secs => $2)
     WHERE work_id = (SELECT id FROM work WHERE code = $1)`,
    [code, seconds],
  );
  await client.query("ALTER TABLE move ENABLE TRIGGER move_append_only");
  await client.end();
}

const movesOf = async (url: string, code: string): Promise<KeptMove[]> =>
  ((await (await fetch(`${url}/api/work/${code}/moves`)).json()) as { moves: KeptMove[] }).moves;

interface Job {
  url: string;
  databaseUrl: string;
  code: string;
  family: Family;
}

const stateOf = async ({ url, code, family }: Job) =>
  replay(deviceRules, sceneAtStart(family, 0), await movesOf(url, code));

/** Opens a job on its page, as somebody at the bench would. */
async function openJob(
  page: Page,
  job: Job,
  route: string,
  more: Record<string, string> = {},
): Promise<void> {
  await page.goto("/work");
  await awake(page);
  await page.getByLabel("Family").selectOption(job.family.code);
  await page.getByLabel("Replace").selectOption({ label: route });
  for (const [label, value] of Object.entries(more))
    await page.getByLabel(label).selectOption({ label: value });
  await page.getByLabel("Complaint").fill("Cracked in a fall");
  await page.getByLabel("Code").fill(job.code);
  await page.getByRole("button", { name: "Open the job" }).click();
  await page.waitForURL(`**/work/${job.code}`);
  await awake(page);
}

/** Waits until the page answers to keys: what the server wrote looks ready before it is. */
const awake = (page: Page) => expect(page.locator("astro-island[ssr]")).toHaveCount(0);

/** What is typed where a value is asked for. */
async function typed(job: Job, label: string): Promise<string | null> {
  if (label.startsWith("Price")) return "175";
  if (label.startsWith("Worst")) return "319";
  if (/^(top|right|bottom|left)/.test(label)) return "3.1";
  if (label.startsWith("Reading")) return "38.8";
  if (label.startsWith("On the bench")) return String((await stateOf(job)).close.linersPeeled);
  if (label === "Lot") return "L-77";
  if (label.startsWith("Bubbles")) return "0";
  if (label.startsWith("Who and how")) return "A card went too deep under the glass";
  if (label.startsWith("Light")) {
    const { film } = await stateOf(job);
    const n = Object.values(film.readings).reduce((sum, readings) => sum + readings.length, 0) % 4;
    // Malus, with the axis at 30 degrees: what a meter would read at 0, 45, 90 and 135.
    return String(0.05 + 0.9 * Math.cos(((45 * n - 30) * Math.PI) / 180) ** 2);
  }
  return null;
}

/** Works a job on its page until it is over: hands press, eyes answer, waits pass. `answer` may say otherwise. */
async function workIt(
  page: Page,
  job: Job,
  answer: (asked: string, buttons: string[]) => string | null = () => null,
): Promise<string[]> {
  const asked: string[] = [];
  const headline = page.getByTestId("answer");
  for (let n = 0; n < 250; n += 1) {
    const text = await headline.innerText();
    if (text.startsWith("Over:")) return asked;
    asked.push(text);
    if (text.startsWith("Wait.")) {
      // Nothing can be recorded before its time, by finger or pedal.
      const pressable = page
        .getByTestId("press")
        .or(page.getByTestId("answer-form").getByRole("button").first());
      await expect(pressable.first()).toBeDisabled();
      await passTime(job.databaseUrl, job.code, LONG_S);
      await page.reload();
      await awake(page);
      continue;
    }
    const before = (await movesOf(job.url, job.code)).length;
    const press = page.getByTestId("press");
    const form = page.getByTestId("answer-form");
    await expect(press.or(form.getByRole("button").first()).first()).toBeVisible();
    // The page may still be on its way to what comes next, which may be a wait.
    const pressable = press.or(form.getByRole("button").first()).first();
    const isWait = async () => (await headline.innerText()).startsWith("Wait.");
    await expect
      .poll(async () => (await pressable.isEnabled()) || (await isWait()), { timeout: 60_000 })
      .toBe(true);
    if (await isWait()) continue;
    if (await press.isVisible()) {
      // A press right after another is a bounce.
      await page.waitForTimeout(360);
      await page.keyboard.press("Space");
    } else {
      const buttons = form.getByRole("button");
      // The pedal records nothing that somebody has seen or decided.
      if (n % 12 === 0) {
        await page.keyboard.press("Space");
        expect((await movesOf(job.url, job.code)).length).toBe(before);
      }
      for (const field of await form.locator("input").all()) {
        const label = await form.locator(`label[for="${await field.getAttribute("id")}"]`).innerText();
        const value = await typed(job, label);
        if (value !== null) await field.fill(value);
      }
      const names = await buttons.allInnerTexts();
      await form.getByRole("button", { name: answer(text, names) ?? names[0]!, exact: true }).click();
    }
    await expect
      .poll(async () => (await movesOf(job.url, job.code)).length, {
        intervals: [20, 40, 80],
        timeout: 15_000,
      })
      .toBeGreaterThan(before);
    await expect(headline)
      .not.toHaveText(text, { timeout: 2_000 })
      .catch(() => undefined);
  }
  throw new Error(`It does not end: ${asked.slice(-5).join(" | ")}`);
}

const certificateOf = async ({ url, code }: Job) =>
  (await (await fetch(`${url}/api/work/${code}/certificate.json`)).json()) as {
    outcome: string;
    functions: { name: string; result: string }[];
    measurements: { what: string; passes: boolean | null }[];
    broke: { what: string }[];
    stillOut: string[];
  };

const named = (code: string) => families.find((family) => family.code === code)!;
const at = (asked: readonly string[], part: string) => asked.findIndex((text) => text.includes(part));

test.describe.configure({ timeout: 240_000 });

test("taped glass from the front: lifted before it is opened, proved open, shut once", async ({
  page,
  workshop,
  baseURL,
}) => {
  const job = { url: baseURL!, databaseUrl: workshop.databaseUrl, code: "PL-11", family: named("AQ-8") };
  await standAtBench(page, baseURL!);
  await openJob(page, job, "Glass with sensor");
  const asked = await workIt(page, job);
  expect(at(asked, "Hinge the glass up")).toBeGreaterThan(at(asked, "Cut along"));
  expect(at(asked, "Fold the glass shut")).toBeGreaterThan(at(asked, "Peel"));
  expect(at(asked, "Peel")).toBeGreaterThan(asked.findIndex((text) => text.startsWith("Touch:")));
  const certificate = await certificateOf(job);
  expect(certificate.outcome).toBe("repaired");
  expect(certificate.functions.map(({ result }) => result)).toEqual(["works", "works", "works", "works"]);
});

test("bonded glass from the back: the panel dies in the lift, and the customer declines the new price", async ({
  page,
  workshop,
  baseURL,
}) => {
  const job = { url: baseURL!, databaseUrl: workshop.databaseUrl, code: "PL-12", family: named("BX-24") };
  await standAtBench(page, baseURL!);
  await openJob(page, job, "Layer only");
  let isLifted = false;
  let hasBroken = false;
  const asked = await workIt(page, job, (text, buttons) => {
    if (text.startsWith("Press every flex")) isLifted = false;
    if (buttons.includes("It broke")) {
      hasBroken = true;
      return "It broke";
    }
    if (hasBroken && buttons.includes("Customer declines")) return "Customer declines";
    if (text.startsWith("Picture:") && buttons.includes("Fails")) {
      const fails = isLifted;
      isLifted = true;
      return fails ? "Fails" : null;
    }
    return null;
  });
  expect(at(asked, "Stop.")).toBeGreaterThan(at(asked, "Lift the old glass off"));
  // Nothing was cleaned or spent on a panel that was dead.
  expect(at(asked, "Roll the old glue off")).toBe(-1);
  expect(at(asked, "from stock")).toBe(-1);
  const certificate = await certificateOf(job);
  expect(certificate.outcome).toBe("declined");
  expect(certificate.broke).toHaveLength(1);
  // It goes back in pieces: its casing screws lie in the tray.
  expect(certificate.stillOut).toContain("4 × M2 × 6 mm");
});

test("a bare display: both polarizers, each axis read while the old film is on", async ({
  page,
  workshop,
  baseURL,
}) => {
  const job = { url: baseURL!, databaseUrl: workshop.databaseUrl, code: "PL-13", family: named("WS-240") };
  await standAtBench(page, baseURL!);
  await openJob(page, job, "Film", { Films: "Front and rear" });
  const asked = await workIt(page, job);
  expect(at(asked, "Read the light through the old rear film")).toBeLessThan(
    at(asked, "Start one corner of the front film"),
  );
  const certificate = await certificateOf(job);
  expect(certificate.outcome).toBe("repaired");
  expect(certificate.measurements.map(({ what }) => what)).toContain("Axis of the rear film");
  const { film } = await stateOf(job);
  expect(film.chosen.front?.axisDeg).toBeCloseTo(30, 3);
});

test("a large panel at the mains: capacitors waited for, driver edge kept dry", async ({
  page,
  workshop,
  baseURL,
}) => {
  const job = { url: baseURL!, databaseUrl: workshop.databaseUrl, code: "PL-14", family: named("KB-15") };
  await standAtBench(page, baseURL!);
  await openJob(page, job, "Film");
  const asked = await workIt(page, job);
  expect(asked.some((text) => text.startsWith("Wait. Then:"))).toBe(true);
  expect(at(asked, "Hold the bottom edge up")).toBeLessThan(at(asked, "Peel a few centimetres"));
  expect((await certificateOf(job)).outcome).toBe("repaired");
});

test("glass on a frame, module behind it: reload, double press, a press taken back", async ({
  page,
  workshop,
  baseURL,
}) => {
  const family = exampleFamilies.frame;
  const sent = await fetch(`${baseURL}/api/families`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(family),
  });
  expect(sent.status).toBe(201);
  const job = { url: baseURL!, databaseUrl: workshop.databaseUrl, code: "PL-15", family };
  await standAtBench(page, baseURL!);
  await openJob(page, job, "Glass with sensor");
  // A double press is one press.
  const form = page.getByTestId("answer-form");
  await form.getByRole("button", { name: "All drawn" }).dblclick();
  await expect.poll(async () => (await movesOf(job.url, job.code)).length).toBeGreaterThan(1);
  const kept = await movesOf(job.url, job.code);
  expect(kept.filter(({ kind }) => kind === "damage-drawn")).toHaveLength(1);
  await page.reload();
  await awake(page);
  await expect(page.getByTestId("answer")).toContainText("Try it from outside");
  await page.waitForTimeout(400);
  await page.keyboard.press("Backspace");
  await expect(page.getByTestId("answer")).toContainText("Look in strong light");
  const asked = await workIt(page, job);
  expect(at(asked, "Set the new glass")).toBeLessThan(at(asked, "Put back the module"));
  expect((await certificateOf(job)).outcome).toBe("repaired");
});
