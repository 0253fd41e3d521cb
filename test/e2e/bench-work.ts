import type { Page } from "@playwright/test";
import type { Scene } from "../../core/device/scene.ts";
import type { FilmSide } from "../../core/film/films.ts";
import { nextMove } from "../../core/job/plan.ts";
import { deviceRules } from "../../core/moves.ts";
import { jointNow } from "../../core/rework/rework-facts.ts";
import type { KeptMove } from "../../server/store/kept-moves.ts";
import {
  answer,
  awake,
  bigButton,
  expect,
  familyOf,
  instrument,
  moreThan,
  movesOf,
  passTime,
  sceneAfter,
  settle,
  visit,
} from "./workshop.ts";

/** Longer than any wait of the families. */
const LONG_S = 3_600;
/** The truth of the old films, degrees. */
const AXIS_DEG = 30;

export interface BenchJob {
  url: string;
  databaseUrl: string;
  code: string;
  family: string;
}

/** Opens a job at the desk, as somebody would who takes it in. */
export async function takeIn(
  page: Page,
  { family, code }: BenchJob,
  route: string,
  more: Record<string, string> = {},
): Promise<void> {
  await visit(page, "/jobs/new");
  await page.getByRole("radio", { name: new RegExp(`^${family}`) }).check();
  await page.getByLabel("Route").selectOption({ label: route });
  for (const [label, value] of Object.entries(more))
    await page.getByLabel(label).selectOption({ label: value });
  await page.getByLabel("What is wrong with it").fill("Cracked in a fall");
  await page.getByLabel("Code", { exact: true }).fill(code);
  await page.getByRole("button", { name: "Open the job" }).click();
  await page.waitForURL(`**/jobs/${code}`);
  await awake(page);
}

/** What is typed into a field that stands under the instrument. */
function typed({ state }: Scene, label: string): string | null {
  if (label.startsWith("On the bench")) return String(state.close.linersPeeled);
  if (label.startsWith("Bubbles")) return "0";
  if (label.startsWith("Who and how")) return "A card went too deep under the glass";
  return null;
}

/** The instruments that record the answer themselves, as a hand works them. */
const hands: Record<string, (page: Page, scene: Scene, data: Record<string, unknown>) => Promise<void>> = {
  agreed: (page) =>
    instrument(page)
      .getByRole("button", { name: /^Customer agrees/ })
      .click(),
  "solvent-chosen": (page) => instrument(page).getByRole("button", { name: /^Use / }).click(),
  "alloy-chosen": (page) => instrument(page).getByRole("button", { name: /^Use / }).click(),
  "contact-probed": (page, scene, { a, b }) => {
    const isJoined = jointNow(scene).nets.some((net) => net.includes(Number(a)) && net.includes(Number(b)));
    return instrument(page)
      .getByRole("button", { name: isJoined ? "Beep" : "Silence" })
      .click();
  },
  "lot-taken": (page) =>
    instrument(page)
      .getByRole("button", { name: /^Take / })
      .first()
      .click(),
  aligned: async (page) => {
    for (const edge of ["Top", "Right", "Bottom", "Left"]) {
      await instrument(page).getByLabel(edge, { exact: true }).fill("3.1");
    }
    await instrument(page).getByRole("button", { name: "Save border" }).click();
  },
  "lamp-read": async (page) => {
    await instrument(page).getByLabel("Reading at the glass, mW/cm²").fill("38.8");
    await instrument(page).getByRole("button", { name: "Save reading" }).click();
  },
  "axis-read": async (page, { state }, { film }) => {
    // Malus, with the axis at 30 degrees: what a meter would read at 0, 45, 90 and 135.
    const angle = 45 * ((state.film.readings[film as FilmSide] ?? []).length % 4);
    const level = 0.05 + 0.9 * Math.cos(((angle - AXIS_DEG) * Math.PI) / 180) ** 2;
    await instrument(page).getByLabel("Angle, °").fill(String(angle));
    await instrument(page).getByLabel("Light", { exact: true }).fill(level.toFixed(4));
    await instrument(page).getByRole("button", { name: "Save reading" }).click();
  },
  "axis-chosen": (page) =>
    instrument(page)
      .getByRole("button", { name: /as measured$/ })
      .click(),
  "film-cut-out": (page) =>
    instrument(page)
      .getByRole("button", { name: /^Cut (this|these)/ })
      .click(),
};

/** Works a job on its page until it is over: hands press, eyes answer, waits pass. `says` may answer otherwise. */
export async function workIt(
  page: Page,
  job: BenchJob,
  says: (asked: string, buttons: string[]) => string | null = () => null,
): Promise<string[]> {
  const { url, code } = job;
  const asked: string[] = [];
  const family = await familyOf(url, code);
  let moves: KeptMove[] = [];
  for (let n = 0; n < 260; n += 1) {
    moves = [...moves, ...(await movesOf(url, code, moves.length))];
    const scene = sceneAfter(family, moves);
    const next = nextMove(deviceRules, scene);
    if (!next) {
      await expect(answer(page)).toContainText("Over:");
      return asked;
    }
    if (!("step" in next)) throw new Error(`No way on: ${JSON.stringify(next.stuck.at)}`);
    const { move, data, notBeforeMs } = next.step;
    if (notBeforeMs !== null && notBeforeMs > Date.now()) {
      await expect(answer(page)).toContainText(/^Wait\. /);
      // Nothing can be recorded before its time, by finger or pedal.
      const pressable = bigButton(page).or(page.getByTestId("answer-form").getByRole("button").first());
      await expect(pressable.first()).toBeDisabled();
      asked.push(await answer(page).innerText());
      await passTime(job.databaseUrl, code, LONG_S);
      moves = [];
      await page.reload();
      await awake(page);
      continue;
    }
    await expect(answer(page)).not.toContainText(/^(Wait|Working)/, { timeout: 60_000 });
    const text = await answer(page).innerText();
    asked.push(text);
    const hand = hands[move.kind];
    const form = page.getByTestId("answer-form");
    if (move.told === "press") {
      await expect(bigButton(page)).toBeEnabled({ timeout: 60_000 });
      // A press right after another is a bounce.
      await settle(page);
      await page.keyboard.press("Space");
    } else {
      // The pedal records nothing that somebody has seen or decided.
      if (n % 12 === 0) {
        await page.keyboard.press("Space");
        expect(await movesOf(url, code, moves.length)).toHaveLength(0);
      }
      if (hand) await expect(instrument(page).getByRole("button").first()).toBeVisible();
      const own = hand ? says(text, await instrument(page).getByRole("button").allInnerTexts()) : null;
      if (own !== null) await instrument(page).getByRole("button", { name: own }).click();
      else if (hand) await hand(page, scene, data as Record<string, unknown>);
      else {
        await expect(form.getByRole("button").first()).toBeEnabled({ timeout: 60_000 });
        for (const field of await form.locator("input").all()) {
          const label = await form.locator(`label[for="${await field.getAttribute("id")}"]`).innerText();
          const value = typed(scene, label);
          if (value !== null) await field.fill(value);
        }
        const names = await form.getByRole("button").allInnerTexts();
        await form.getByRole("button", { name: says(text, names) ?? names[0]!, exact: true }).click();
      }
    }
    await expect
      .poll(async () => Number(await page.getByTestId("work").getAttribute("data-seq")), {
        intervals: [20, 40, 80],
        timeout: 30_000,
      })
      .toBeGreaterThan(moves.length);
    await moreThan(url, code, moves.length);
  }
  throw new Error(`It does not end: ${asked.slice(-5).join(" | ")}`);
}
