import { chromium as browserType, type Page } from "@playwright/test";
import os from "node:os";
import { calculateAdhesiveDose } from "../core/bond/adhesive-dose.ts";
import { calculateCureDose } from "../core/cure/cure-dose.ts";
import { calculateHeatSoak } from "../core/heat/heat-soak.ts";
import { chooseSoakS, seamOf, usualSettings } from "../core/heat/lift-heat.ts";
import { planLift } from "../core/lift/lift-plan.ts";
import { families } from "../demo/families.ts";
import { ensureBuilt } from "./build.ts";
import { chromium } from "./chromium.ts";
import { openWorkshop } from "./workshop.ts";

interface Row {
  what: string;
  medianMs: number;
  worstMs: number;
  wantedMs: number | null;
}

const rows: Row[] = [];

function keep(what: string, timesMs: number[], wantedMs: number | null = null): void {
  const sorted = [...timesMs].sort((a, b) => a - b);
  rows.push({ what, medianMs: sorted[sorted.length >> 1]!, worstMs: sorted.at(-1)!, wantedMs });
}

function time(work: () => void, times = 30): number[] {
  for (let i = 0; i < 5; i += 1) work();
  return Array.from({ length: times }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  });
}

async function timeRequests(url: string, times = 30): Promise<number[]> {
  const taken: number[] = [];
  for (let i = 0; i < times + 5; i += 1) {
    const from = performance.now();
    await (await fetch(url)).text();
    if (i >= 5) taken.push(performance.now() - from);
  }
  return taken;
}

/** From a key on the plate's slider to the new text of the answer, or to the new path of the curve. */
async function timeSlider(page: Page, shows: string): Promise<number[]> {
  await page.getByRole("slider", { name: "Plate" }).focus();
  return page.evaluate(async (selector) => {
    const slider = document.activeElement!;
    const taken: number[] = [];
    for (let i = 0; i < 30; i += 1) {
      await new Promise((resolve) => requestAnimationFrame(resolve));
      const before = document.querySelector(selector)!.outerHTML;
      const from = performance.now();
      const changed = new Promise<void>((resolve) => {
        const observer = new MutationObserver(() => {
          if (document.querySelector(selector)!.outerHTML === before) return;
          observer.disconnect();
          resolve();
        });
        observer.observe(document.body, {
          subtree: true,
          childList: true,
          characterData: true,
          attributes: true,
        });
      });
      slider.dispatchEvent(
        new KeyboardEvent("keydown", {
          key: i % 2 === 0 ? "ArrowRight" : "ArrowLeft",
          bubbles: true,
          cancelable: true,
        }),
      );
      await changed;
      if (i >= 5) taken.push(performance.now() - from);
    }
    return taken;
  }, shows);
}

const ticket = families.find((family) => family.code === "TK-5")!;
const seam = seamOf(ticket, "layer")!;
const glass = { conductivityWmK: 1.1, densityKgM3: 2500, specificHeatJkgK: 830 };
const air = { kind: "air", airC: 20, filmWm2K: 10 } as const;
keep(
  "heat-soak, 5 layers, 10 min, output each second",
  time(() =>
    calculateHeatSoak({
      layers: [700, 150, 120, 1_000, 500].map((thicknessUm, i) => ({
        name: `layer ${i}`,
        thicknessUm,
        ...glass,
      })),
      startC: 20,
      phases: [
        { name: "soak", durationS: 420, top: air, bottom: { kind: "plate", plateC: 97, contactWm2K: 70 } },
        { name: "cut", durationS: 180, top: air, bottom: air },
      ],
      target: { layer: "layer 1", minC: 70 },
      limits: [{ layer: "layer 3", maxC: 95 }],
      outputEveryS: 1,
    }),
  ),
  20,
);
keep(
  "choosing a soak for a seam",
  time(() => void chooseSoakS(ticket, seam, usualSettings(seam))),
);
keep(
  "edge-plan of a handheld",
  time(() => void planLift(ticket, seam, { windowS: 31, speedMmS: 4 })),
);
keep(
  "cure-dose, 12 lamps over 360 x 210 mm at 2 mm",
  time(() =>
    calculateCureDose({
      panel: { widthMm: 360, heightMm: 210 },
      lamps: Array.from({ length: 12 }, (_, i) => ({
        xMm: 30 + 100 * (i % 4),
        yMm: 35 + 70 * Math.floor(i / 4),
        zMm: 80,
        powerMw: 3_000,
        order: 2,
      })),
      coverTransmittancePct: 88,
      border: { widthMm: 6, transmittancePct: 2 },
      requiredMjCm2: 3_000,
      gridMm: 2,
    }),
  ),
);
keep(
  "adhesive-dose",
  time(() =>
    calculateAdhesiveDose({ areaMm2: 9_100, gapUm: 150, overflowPct: 10, shrinkPct: 4, densityGcm3: 1.07 }),
  ),
);

ensureBuilt();
const workshop = await openWorkshop();
try {
  for (const [what, path] of [
    ["bench page, at the server", "/"],
    ["job page in its lift, at the server", "/jobs/GW-1154"],
    ["job page in its prove, at the server", "/jobs/GW-1160"],
    ["family page, at the server", "/families/PH-10"],
    ["find by code", "/api/jobs?code=GW-10"],
  ] as const) {
    keep(what, await timeRequests(`${workshop.url}${path}`), 100);
  }
  const browser = await browserType.launch(chromium);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${workshop.url}/jobs/GW-1161?stage=lift`);
  await page.getByTestId("curves").waitFor();
  keep("slider to answer, in the browser", await timeSlider(page, "[data-testid=answer]"), 1_000 / 60);
  keep("slider to curve, in the browser", await timeSlider(page, "[data-testid=curves]"), 1_000 / 60);
  await browser.close();
} finally {
  await workshop.close();
}

console.log(`\n${os.cpus()[0]?.model ?? "?"}, ${os.cpus().length} cores, Node ${process.version}\n`);
console.log(`${"what".padEnd(54)}${"median".padStart(10)}${"worst".padStart(10)}${"wanted".padStart(10)}`);
for (const { what, medianMs, worstMs, wantedMs } of rows) {
  const ms = (value: number) => `${value.toFixed(value < 1 ? 3 : 1)} ms`.padStart(10);
  console.log(
    `${what.padEnd(54)}${ms(medianMs)}${ms(worstMs)}${wantedMs === null ? "" : `< ${wantedMs.toFixed(0)} ms`.padStart(10)}`,
  );
}
