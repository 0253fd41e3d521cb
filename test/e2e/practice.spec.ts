import type { Page } from "@playwright/test";
import pg from "pg";
import { exerciseNames } from "../../core/practice/attempt.ts";
import { probeOf } from "../../core/practice/probe.ts";
import { sweepOf } from "../../core/practice/sweep.ts";
import { wholeJobOf } from "../../core/practice/whole-job.ts";
import { windowOf } from "../../core/practice/window.ts";
import { listFamilies } from "../../server/store/families.ts";
import { askAsOwner } from "../../scripts/signed-in.ts";
import { workIt } from "./bench-work.ts";
import { awake, expect, standAtBench, test, visit } from "./workshop.ts";

/** What is shown of the bench beside a panel, mm: see the pictures of each exercise. */
const around = {
  sweep: ({ widthMm, heightMm }: Size) => ({
    fromX: -25,
    fromY: -25,
    wide: widthMm + 50,
    tall: heightMm + 85,
  }),
  window: ({ widthMm }: Size) => ({ fromX: -14, fromY: -14, wide: widthMm + 28, tall: 40 }),
};
type Size = { widthMm: number; heightMm: number };
type Bench = ReturnType<(typeof around)["sweep"]>;

const answer = (page: Page) => page.getByRole("status").first();
const press = (page: Page, name: string) => page.getByRole("button", { name, exact: true }).click();

/** Moves a real pointer to places of the bench, mm. */
async function pointer(page: Page, { fromX, fromY, wide, tall }: Bench) {
  const box = (await page.getByRole("application").boundingBox())!;
  return (xMm: number, yMm: number, steps = 1) =>
    page.mouse.move(box.x + ((xMm - fromX) / wide) * box.width, box.y + ((yMm - fromY) / tall) * box.height, {
      steps,
    });
}

test("a torch is practised: swept unevenly a place stays below its dose, evenly none does; what is kept stands apart from all work", async ({
  page,
  workshop,
}) => {
  const seed = 4;
  const { panel } = sweepOf(seed);
  const { widthMm, heightMm } = panel;
  await standAtBench(page, workshop.url, { who: "imre" });
  await visit(page, `/practice/sweep?seed=${seed}`);
  await expect(answer(page)).toContainText("Give every place 900 mJ/cm²");
  await press(page, "4 ×");
  /** Sweeps rows over a part of the panel until something is so. */
  const sweep = async (
    [fromX, toX, fromY, toY]: readonly [number, number, number, number],
    until: () => Promise<boolean>,
  ) => {
    const go = await pointer(page, around.sweep(panel));
    await go(fromX, fromY);
    await page.mouse.down();
    for (let pass = 0; pass < 200 && !(await until()); pass += 1)
      for (let y = fromY; y <= toY; y += 16) {
        await go(fromX, y, 12);
        await go(toX, y, 12);
      }
    await page.mouse.up();
  };
  // Only the middle: the corner that had least is said, with what it had.
  await press(page, "Start");
  const swept = async () => Number(/(\d+) s\./.exec(await answer(page).innerText())?.[1] ?? 0);
  await sweep([35, widthMm - 35, 30, heightMm - 30], async () => (await swept()) > 20);
  await press(page, "Done");
  await expect(answer(page)).toContainText(/^Lost: .* had [\d,]+ of 900 mJ/);
  await expect(page.getByText("8 mm out over each edge")).toBeVisible();
  await expect(page.getByTestId("learned-seen")).toContainText("0 of your last 1 went well");
  // The same panel in whole rows, until the place with the least has all of it.
  await press(page, "Same panel again");
  const least = async () => Number(/(\d+) %/.exec(await answer(page).innerText())?.[1] ?? 0);
  await sweep([-8, widthMm + 8, -8, heightMm + 8], async () => (await least()) >= 100);
  await press(page, "Done");
  await expect(answer(page)).toContainText(/^Every place had its dose/);
  await expect(page.getByTestId("learned-seen")).toContainText("1 of your last 2 went well");
  // Each second can be looked at again, beside a good hand.
  await expect(page.getByText("A good hand")).toBeVisible();
  await page.getByRole("slider").fill("0");
  await expect(page.getByText("At 0 s")).toBeVisible();

  // What to practise next is what is new; what was done stands beside it.
  await page.getByRole("link", { name: "All exercises" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Next: Align a glass");
  await expect(page.getByRole("link", { name: /Sweep a torch/ })).toContainText("Help shown: 1 of 2.");
});

test("a card that is dragged too fast cracks the panel and says so; the same edge at a planned speed parts", async ({
  page,
  workshop,
}) => {
  const seed = 3;
  const truth = windowOf(seed);
  await standAtBench(page, workshop.url, { who: "noor" });
  await visit(page, `/practice/window?seed=${seed}`);
  await press(page, "4 ×");
  const heat = async () => {
    // 95 °C: hot enough, and nothing on the panel comes near its limit.
    await press(page, "More, Plate, °C");
    await press(page, "Lift off");
  };
  await press(page, "Start");
  await heat();
  let go = await pointer(page, around.window(truth.panel));
  await go(1, 4);
  await page.mouse.down();
  await go(30, 4, 6);
  await expect(answer(page)).toContainText(
    /^Lost: it cracked \d+ mm from the left. The card went [\d.]+ mm\/s; the glue line allowed [\d.]+ mm\/s/,
  );
  await page.mouse.up();
  await expect(page.getByText("Go slower as the glue line cools")).toBeVisible();

  await press(page, "Same panel again");
  await heat();
  go = await pointer(page, around.window(truth.panel));
  // 1.5 mm/s of its time, back on the plate before the glue line stiffens; a machine that stands still makes the card wait.
  const stepMm = (1.5 * 4) / 30;
  let since = Date.now();
  let isDown = false;
  const { fromMm, toMm } = truth.cable;
  for (let xMm = 0; xMm < truth.panel.widthMm; xMm += stepMm) {
    if (xMm > fromMm - 1.5 && xMm < toMm + 1.5) {
      await page.mouse.up();
      isDown = false;
      continue;
    }
    if (Date.now() - since > 2_500) {
      await page.mouse.up();
      isDown = false;
      await press(page, "Back on the plate");
      await press(page, "Lift off");
      since = Date.now();
    }
    await go(xMm, 4);
    if (!isDown) await page.mouse.down();
    isDown = true;
    await page.waitForTimeout(33);
  }
  await page.mouse.up();
  await press(page, "Done");
  await expect(answer(page)).toContainText(/^The edge is free, in \d+ s and \d+ soaks/);
  await expect(page.getByTestId("learned-seen")).toContainText("1 of your last 2 went well");
});

test("a glass that is lowered too fast traps air where the front was", async ({ page, workshop }) => {
  await standAtBench(page, workshop.url, { who: "bram" });
  await visit(page, "/practice/lower?seed=3");
  await press(page, "Start");
  const box = (await page.getByRole("application").boundingBox())!;
  await page.mouse.move(box.x + 0.3 * box.width, box.y + 0.5 * box.height);
  await page.mouse.down();
  await page.mouse.move(box.x + 0.7 * box.width, box.y + 0.5 * box.height, { steps: 20 });
  await page.mouse.up();
  await expect(answer(page)).toContainText(/[1-9]\d* of 766 µl laid/);
  await page.route("**/api/practice", (route) => route.abort());
  await page.getByRole("slider").fill("300");
  await expect(answer(page)).toContainText(
    /^Lost: air is trapped \d+ mm from the top. The front went [\d.]+ mm\/s; it may go [\d.]+ mm\/s/,
  );
  // The server was away: the same attempt is counted once it is back.
  await expect(page.getByRole("alert")).toContainText("not counted yet");
  await page.unroute("**/api/practice");
  await press(page, "Count it");
  await expect(page.getByTestId("learned-seen")).toContainText("0 of your last 1 went well");
  await expect(page.getByRole("alert")).toHaveCount(0);
});

test("every exercise is done by keys alone, from Start to its end", async ({ page, workshop }) => {
  await standAtBench(page, workshop.url, { who: "saskia" });
  for (const name of exerciseNames) {
    await visit(page, `/practice/${name}?seed=5`);
    const before = await answer(page).innerText();
    await page.getByRole("button", { name: "Start", exact: true }).focus();
    await page.keyboard.press("Enter");
    const field = page.getByRole("application");
    await expect(field).toBeFocused();
    // What is pressed beside the bench comes first where there is such a thing.
    const first = {
      window: "Lift off",
      wire: "Heat for ten minutes",
      freeze: "Take it out",
      probe: "Touch",
      turn: "Read the meter",
      cut: "Turn left",
      "put-back": "Screw out of Shell 1",
    };
    const button = first[name as keyof typeof first];
    if (button) {
      await page.getByRole("button", { name: button, exact: true }).focus();
      await page.keyboard.press("Enter");
      await field.focus();
    }
    await page.keyboard.press("Space");
    await page.keyboard.down("ArrowRight");
    await page.waitForTimeout(700);
    await page.keyboard.up("ArrowRight");
    await expect.poll(() => answer(page).innerText()).not.toBe(before);
    const end = page.getByRole("button", { name: /^(Done|Stop here)$/ });
    // It may be lost already, by what the keys did.
    if (await end.isVisible()) {
      await end.focus();
      await page.keyboard.press("Enter");
    }
    await expect(answer(page)).toContainText(/^Lost: /);
    await expect(page.getByTestId("learned-seen")).toContainText("0 of your last 1");
  }
});

/** What a hand records of what the device shows, by the button for it. */
async function recorded(page: Page, buttons: readonly string[]): Promise<string | null> {
  const band = page.getByTestId("practice");
  const seq = await page.getByTestId("work").getAttribute("data-seq");
  await expect(band).toHaveAttribute("data-seq", seq!);
  const found = await page.getByTestId("found").innerText();
  const pairs: readonly (readonly [RegExp, string])[] = [
    [/nothing happens/, buttons.includes("Dead") ? "Dead" : "Fails"],
    [/still power/, "Still alive"],
    [/dull patches/, "Glue left"],
    [/stands up/, "Does not fit"],
    [/specks stand out/, "Specks"],
    [/stays dead/, "It broke"],
  ];
  return pairs.find(([shows]) => shows.test(found))?.[1] ?? null;
}

test("a whole job is practised in the workspace: what the device shows is recorded; an untrue word loses it, and no list has any of it", async ({
  page,
  workshop,
}) => {
  const { url, databaseUrl } = workshop;
  const pool = new pg.Pool({ connectionString: databaseUrl });
  const families = await listFamilies(pool, "families");
  await pool.end();
  const drawn = Array.from({ length: 2_000 }, (_, k) => k + 1).map((seed) => ({
    seed,
    whole: wholeJobOf(
      seed,
      families.map(({ family }) => family),
    )!,
  }));
  const { seed, whole } = drawn.find(
    ({ whole: { family, truth } }) =>
      family.code === "AQ-8" && truth.staysAlive && truth.deadAtFirst.length > 0,
  )!;
  await standAtBench(page, url, { who: "imre" });
  await visit(page, `/practice/whole-job?seed=${seed}`);
  await press(page, "Begin the job");
  await page.waitForURL("**/jobs/practice-*");
  await awake(page);
  const job = { url, databaseUrl, family: "AQ-8", practised: whole.family };
  const code = page.url().split("/").at(-1)!;
  await workIt(page, { ...job, code }, (_, buttons) => recorded(page, buttons));
  const over = page.getByRole("dialog");
  await expect(over).toContainText(
    /^It went well: all that is recorded is so\. Hidden was: .*still alive once isolated/,
  );
  expect((await askAsOwner(`${url}/api/jobs/${code}/certificate.json`)).status).toBe(404);
  expect(await (await askAsOwner(`${url}/api/bench`)).text()).not.toContain(code);

  await over.getByRole("button", { name: "Same panel again" }).click();
  await page.waitForURL((at) => !at.pathname.endsWith(code) && at.pathname.startsWith("/jobs/practice-"));
  await awake(page);
  const again = page.url().split("/").at(-1)!;
  const reached = new Error("The meter is at the rail");
  await workIt(page, { ...job, code: again }, (_, buttons) => {
    if (buttons.includes("Still alive")) throw reached;
    return recorded(page, buttons);
  }).catch((error: unknown) => expect(error).toBe(reached));
  await page.getByTestId("answer-form").getByRole("button", { name: "Dead", exact: true }).click();
  await expect(page.getByRole("dialog")).toContainText(
    /^Lost in Open: you recorded “.+” It shows: It answers: there is still power/,
  );
  // Each step again, beside what the device showed.
  const lost = page.getByRole("dialog");
  await expect(lost.getByTestId("step-back")).toContainText("It showed: It answers: there is still power");
  await lost.getByRole("slider").fill("0");
  await expect(lost.getByTestId("step-back")).toContainText("You recorded: Job opened");
  await lost.getByRole("link", { name: "All exercises" }).click();
  await expect(page.getByRole("link", { name: /A whole job/ })).toContainText("Help shown: 1 of 2.");
});

test.describe("by touch", () => {
  test.use({ hasTouch: true, viewport: { width: 844, height: 390 } });

  test("fingers sweep and probe", async ({ page, workshop }) => {
    await standAtBench(page, workshop.url, { who: "imre" });
    await visit(page, "/practice/sweep?seed=4");
    await press(page, "Start");
    const client = await page.context().newCDPSession(page);
    const box = (await page.getByRole("application").boundingBox())!;
    const at = (x: number, y: number) => [{ x: box.x + x * box.width, y: box.y + y * box.height }];
    const touch = (type: "touchStart" | "touchMove" | "touchEnd", touchPoints: { x: number; y: number }[]) =>
      client.send("Input.dispatchTouchEvent", { type, touchPoints });
    await touch("touchStart", at(0.5, 0.85));
    for (let k = 0; k < 20; k += 1) {
      await touch("touchMove", at(0.5 + 0.01 * k, 0.85));
      await page.waitForTimeout(40);
    }
    await touch("touchEnd", []);
    // Over the fingers: they had some of it.
    await expect(page.getByText(/Your fingers so far: [1-9]/)).toBeVisible();
    await press(page, "Done");
    await expect(answer(page)).toContainText(/^Lost: /);

    const { contacts } = probeOf(5);
    await visit(page, "/practice/probe?seed=5");
    await press(page, "Start");
    await expect(answer(page)).toContainText("Set the tips down.");
    const field = (await page.getByRole("application").boundingBox())!;
    await page.touchscreen.tap(field.x + (2 / (contacts + 1)) * field.width, field.y + 0.25 * field.height);
    await expect(answer(page)).toContainText("2 and the far end of 2");
  });
});

test("whoever answers for others sees how they do, and says from where on somebody is ready", async ({
  page,
  workshop,
}) => {
  await standAtBench(page, workshop.url, { who: "tove" });
  await visit(page, "/practice");
  await expect(page.getByRole("table", { name: "By person, as at the bench" })).toContainText("Linus");
  await page.getByLabel("Ready from, % (empty: no limit)").fill("0");
  await press(page, "Save");
  await expect(page.getByText(/Ready from.*: .*1.*99/)).toBeVisible();
  // What is no number is said to be none; it does not take a limit away.
  await page.getByLabel("Ready from, % (empty: no limit)").fill("eighty");
  await press(page, "Save");
  await expect(page.getByText(/Ready from.*: .*eighty.*1.*99/)).toBeVisible();
  await page.getByLabel("Ready from, % (empty: no limit)").fill("80");
  await press(page, "Save");
  await expect(page.getByText("likely to go well at least 80 times in 100")).toBeVisible();
  await page.reload();
  await expect(page.getByText("likely to go well at least 80 times in 100")).toBeVisible();
  // A learner sees what comes next, and nobody else's.
  await standAtBench(page, workshop.url, { who: "linus" });
  await visit(page, "/practice");
  await expect(page.getByRole("link", { name: /Probe a joint/ })).toContainText("Help shown: 1 of 2.");
  await expect(page.getByRole("table")).toHaveCount(0);
  // A first visit: three exercises, one after the other.
  await page.getByRole("link", { name: "Two-minute tour" }).click();
  await expect(page).toHaveURL(/\/practice\/align\?seed=12&tour=1/);
  await expect(page.locator("main")).toHaveAttribute("aria-busy", "false");
  await press(page, "Start");
  await press(page, "Tack");
  await page.getByRole("link", { name: "Next in the tour (2 of 3)" }).click();
  await expect(page).toHaveURL(/\/practice\/window\?seed=3&tour=2/);
});
