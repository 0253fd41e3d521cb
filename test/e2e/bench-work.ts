import { writeFileSync } from "node:fs";
import path from "node:path";
import type { Page } from "@playwright/test";
import type { Scene } from "../../core/device/scene.ts";
import type { FilmSide } from "../../core/film/films.ts";
import { nextMove } from "../../core/job/plan.ts";
import { deviceRules } from "../../core/moves.ts";
import type { Family } from "../../core/stack/family.ts";
import { FAR_END } from "../../core/rework/contact-check.ts";
import { jointNow } from "../../core/rework/rework-facts.ts";
import { faultsOfStep } from "./glance.ts";
import {
  answer,
  awake,
  bigButton,
  expect,
  familyOf,
  instrument,
  movesAfter,
  movesOf,
  passTime,
  sceneAfter,
  sceneOn,
  settle,
  showWhoSigns,
  speak,
  visit,
} from "./workshop.ts";
import { isLong } from "../long.ts";

/** Longer than any wait of the families. */
const LONG_S = 3_600;
/** The truth of the old films, degrees. */
const AXIS_DEG = 30;

export interface BenchJob {
  url: string;
  databaseUrl: string;
  code: string;
  family: string;
  /** The way to heat, by the name on its button; the usual one where it is left out. */
  heatBy?: string;
  /** The family of a job that is practised: it has no document of its own. Its waits are skipped by their button, and nobody signs. */
  practised?: Family;
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
    const isJoined =
      b === FAR_END || jointNow(scene).nets.some((net) => net.includes(Number(a)) && net.includes(Number(b)));
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

/** Whether a kind of step is looked at here for the first time in this run: each is once, by whichever test comes to it first. */
function isFirstLook(kind: string): boolean {
  try {
    writeFileSync(path.join(process.env.HALF_LIFT_LOOKED!, kind), "", { flag: "wx" });
    return true;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === "EEXIST") return false;
    throw error;
  }
}

/** What a page asks, and by what it can be answered. */
interface Asked {
  text: string;
  /** Buttons and fields of the form under the instrument. */
  buttons: string[];
  fields: { id: string; label: string }[];
}

/**
 * Waits, in the page itself, until it has so many moves and can be answered: by the big button, by the form, or by the instrument.
 * Asking from outside again and again would cost the page more than its own work.
 */
async function askedBy(page: Page, seq: number, by: "press" | "form" | "instrument"): Promise<Asked> {
  const found = await page.waitForFunction(
    ([wantedSeq, how]): Asked | null => {
      const part = (id: string) => document.querySelector<HTMLElement>(`[data-testid=${id}]`);
      // Not as it is laid out: that would have the page laid out at each asking.
      const text = part("answer")?.textContent ?? "";
      if (Number(part("work")?.dataset.seq) < wantedSeq || /^(Wait|Working)/.test(text)) return null;
      const press = part("press") as HTMLButtonElement | null;
      const form = part("answer-form");
      const buttons = [...(form?.querySelectorAll("button") ?? [])];
      if (how === "press" && (!press || press.disabled)) return null;
      if (how === "form" && (buttons.length === 0 || buttons[0]!.disabled)) return null;
      if (how === "instrument" && !part("instrument")?.querySelector("button")) return null;
      return {
        text,
        buttons: buttons.map((button) => button.textContent ?? ""),
        fields: [...(form?.querySelectorAll("input") ?? [])].map(({ id, labels }) => ({
          id,
          label: labels?.[0]?.textContent ?? "",
        })),
      };
    },
    [seq, by] as const,
    { polling: 40, timeout: 60_000 },
  );
  return (await found.jsonValue())!;
}

/** Lets a practised wait go by: the page comes again, further on. */
async function skipWait(page: Page): Promise<void> {
  const isAnew = page.waitForEvent("load");
  await page.getByRole("button", { name: "Skip the wait" }).click();
  await isAnew;
}

/** Works a job on its page until it is over: hands press, eyes answer, waits pass. `says` may answer otherwise. */
export async function workIt(
  page: Page,
  job: BenchJob,
  says: (asked: string, buttons: string[]) => string | null | Promise<string | null> = () => null,
): Promise<string[]> {
  const { url, code } = job;
  const asked: string[] = [];
  const family = job.practised ?? (await familyOf(url, code));
  let moves = await movesOf(url, code);
  let stands = sceneAfter(family, moves);
  const faults: string[] = [];
  for (let n = 0; n < 260; n += 1) {
    const scene = { ...stands, nowMs: Date.now() };
    const next = nextMove(deviceRules, scene);
    if (!next) {
      await expect(answer(page)).toContainText("Over:");
      expect(faults).toEqual([]);
      return asked;
    }
    if (!("step" in next)) throw new Error(`No way on: ${JSON.stringify(next.stuck.at)}`);
    const { move, data, notBeforeMs } = next.step;
    if (notBeforeMs !== null && notBeforeMs > Date.now()) {
      await expect(answer(page)).toContainText(/^Wait\. /);
      // Nothing can be recorded before its time, by finger or pedal.
      const pressable = hands[move.kind]
        ? instrument(page).getByRole("button", { name: /^(Save|Use|Take|Cut)/ })
        : bigButton(page).or(page.getByTestId("answer-form").getByRole("button").first());
      await expect(pressable.first()).toBeDisabled();
      asked.push(await answer(page).innerText());
      if (job.practised) await skipWait(page);
      else await passTime(job.databaseUrl, code, LONG_S);
      moves = await movesOf(url, code);
      stands = sceneAfter(family, moves);
      if (!job.practised) await page.reload();
      await awake(page);
      continue;
    }
    const hand = hands[move.kind];
    const isPress = move.told === "press";
    const by = isPress ? "press" : hand ? "instrument" : "form";
    let shown = await askedBy(page, moves.length, by);
    const shownMs = Date.now();
    asked.push(shown.text);
    const chooseHeat = async () => {
      if (move.kind !== "heat-chosen" || job.heatBy === undefined) return;
      await instrument(page).getByRole("button", { name: job.heatBy, exact: true }).click();
      shown = await askedBy(page, moves.length, by);
    };
    await chooseHeat();
    if (isLong || isFirstLook(move.kind)) {
      faults.push(...(await faultsOfStep(page)).map((fault) => `${move.kind} ${fault}`));
      if (isLong) {
        await speak(page, url, "es");
        faults.push(...(await faultsOfStep(page, "es")).map((fault) => `${move.kind}, Spanish, ${fault}`));
        await speak(page, url, "en");
        shown = await askedBy(page, moves.length, by);
        // The page has come anew, with its usual choice.
        await chooseHeat();
      }
    }
    const { text, buttons, fields } = shown;
    if (isPress) {
      // A press right after the step has come is a bounce of the one before.
      await settle(shownMs);
      await page.keyboard.press("Space");
    } else {
      // The pedal records nothing that somebody has seen or decided.
      if (n % 12 === 0) {
        await page.keyboard.press("Space");
        expect(await movesOf(url, code, moves.length)).toHaveLength(0);
      }
      // A form waits by itself until a tap is no bounce; an instrument that asks the same again takes none.
      if (hand) await settle(shownMs);
      const own = hand ? await says(text, await instrument(page).getByRole("button").allInnerTexts()) : null;
      if (own !== null) await instrument(page).getByRole("button", { name: own }).click();
      else if (hand) await hand(page, scene, data as Record<string, unknown>);
      else {
        for (const { id, label } of fields) {
          const value = typed(scene, label);
          if (value !== null) await page.locator(`[id="${id}"]`).fill(value);
        }
        const form = page.getByTestId("answer-form");
        const own = (await says(text, buttons)) ?? buttons[0]!;
        await form.getByRole("button", { name: own, exact: true }).click();
      }
    }
    if (move.kind === "certificate-signed" && !job.practised) {
      const before = moves.length;
      await showWhoSigns(page, async () => (await movesOf(url, code, before)).length > 0);
    }
    const more = await movesAfter(url, code, moves.length);
    moves = [...moves, ...more];
    stands = sceneOn(scene, more) ?? sceneAfter(family, moves);
  }
  throw new Error(`It does not end: ${asked.slice(-5).join(" | ")}`);
}
