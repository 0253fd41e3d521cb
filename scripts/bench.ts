import { chromium as browserType, type Page } from "@playwright/test";
import { execFileSync } from "node:child_process";
import { randomUUID } from "node:crypto";
import os from "node:os";
import sharp from "sharp";
import { adhesiveNow } from "../core/bond/adhesive-now.ts";
import { sceneAtStart } from "../core/device/start.ts";
import { calculateAdhesiveDose } from "../core/bond/adhesive-dose.ts";
import { bondDose, bondDoseInput } from "../core/bond/bond-dose.ts";
import { inChamber, programOf } from "../core/bond/bubbles.ts";
import { calculateFillFront } from "../core/bond/fill-front.ts";
import { panelFill } from "../core/bond/panel-fill.ts";
import { calculatePatternSearch, type PatternFigures } from "../core/bond/pattern-search.ts";
import { shippedPatterns } from "../core/bond/shipped-patterns.ts";
import { cureExposure, type CureBasis } from "../core/cure/cure-exposure.ts";
import { calculateCureDose } from "../core/cure/cure-dose.ts";
import { calculateVapour } from "../core/clean/vapour.ts";
import { calculateFilmAxis } from "../core/film/film-axis.ts";
import { calculateFilmCut } from "../core/film/film-cut.ts";
import { calculateFilmLayout } from "../core/film/film-layout.ts";
import { sweepOf } from "../core/film/picture-advice.ts";
import { calculateHeatSoak } from "../core/heat/heat-soak.ts";
import { calculateHeatField } from "../core/heat/heat-field.ts";
import { heatMethods } from "../core/heat/heat-methods.ts";
import { chooseSoakS, seamOf, usualSettings, wayInput } from "../core/heat/lift-heat.ts";
import { calculateSoakPlan } from "../core/heat/soak-plan.ts";
import { calculateLiftStress } from "../core/lift/lift-stress.ts";
import { calculateEdgePlan } from "../core/lift/edge-plan.ts";
import { calculateBenchPlan } from "../core/plan/bench-plan.ts";
import { calculateYield } from "../core/yield/yield.ts";
import { yieldInput, type YieldInput } from "../core/yield/yield-input.ts";
import { screwLedger } from "../core/open/screw-ledger.ts";
import { calculateRouteChoice } from "../core/route/route-choice.ts";
import { liveText, measureLive, measureLivePages } from "./live.ts";
import { claimsText, eyesText, measureClaims, measureEyes, measurePhotos, photosText } from "./eyes.ts";
import { weighPage, type PageWeight } from "./page-weight.ts";
import { families } from "../demo/families.ts";
import { againstC } from "./against-c.ts";
import { engineTimes } from "./bench-engine.ts";
import { ensureBuilt } from "./build.ts";
import { chromium } from "./chromium.ts";
import { dayOf } from "../test/bench-day.ts";
import { asksFor, familyNamed, workedTo } from "../test/bench-hand.ts";
import { largestInputs } from "./largest-inputs.ts";
import { openWorkshop } from "./workshop.ts";
import { askAsOwner, browserCookies, sendAsOwner, signIn } from "./signed-in.ts";

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

function time(work: () => void, times = 30, runsBefore = 5): number[] {
  for (let i = 0; i < runsBefore; i += 1) work();
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
    await (await askAsOwner(url)).text();
    if (i >= 5) taken.push(performance.now() - from);
  }
  return taken;
}

/** From asking for a page until its islands answer. */
async function timeAwake(page: Page, url: string): Promise<number[]> {
  const taken: number[] = [];
  for (let i = 0; i < 12; i += 1) {
    const from = performance.now();
    await page.goto(url, { waitUntil: "commit" });
    await page.waitForFunction(
      () => document.querySelector("main") && !document.querySelector("astro-island[ssr]"),
    );
    if (i >= 2) taken.push(performance.now() - from);
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

const plotter = families.find((family) => family.code === "PH-10")!;
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
  time(
    () =>
      void calculateEdgePlan({
        outline: ticket.outline,
        features: ticket.features,
        speedMmS: 4,
        windowS: 26,
        parkEveryMm: 40,
        maxDepthMm: 4,
      }),
  ),
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
  50,
);
const liquid = adhesiveNow(sceneAtStart(ticket, 0));
const lampBasis: CureBasis = { route: "layer", adhesive: liquid, chosen: { lampPlaces: 6 } };
keep(
  "dose map of the screen, six places",
  time(() => void cureExposure(plotter, lampBasis)),
  50,
);
keep(
  "fill-front, 150 x 75 mm at 1 mm (in a worker)",
  time(
    () =>
      void calculateFillFront({
        outline: { widthMm: 150, heightMm: 75 },
        pattern: shippedPatterns({ widthMm: 150, heightMm: 75 }, 150 * 75 * 0.15 * 1.08)[3]!.pieces,
        gapUm: 150,
        viscosityPaS: 2.5,
        forceN: 2,
        gridMm: 1,
      }),
    5,
  ),
  2_000,
);
keep(
  "debubble, with the largest bubble that goes",
  time(() => void inChamber(0.5, 150, programOf(), liquid)),
);
keep(
  "adhesive-dose",
  time(() =>
    calculateAdhesiveDose({ areaMm2: 9_100, gapUm: 150, overflowPct: 10, shrinkPct: 4, densityGcm3: 1.07 }),
  ),
);

const cut = { edgeMm: 300, speedMmS: 4, handlingS: 5 };
const ways = heatMethods.map(({ kind }) => wayInput(ticket, seam, usualSettings(seam, kind), cut));
const onPlate = ways[0]!;
keep(
  "soak-plan of a handheld, all methods (in a worker)",
  time(() => ways.forEach((way) => void calculateSoakPlan(way)), 7),
  300,
);
keep(
  "heat-field, 300 x 200 mm at 2 mm, 10 min (in a worker)",
  time(
    () =>
      void calculateHeatField({
        panel: { widthMm: 300, heightMm: 200 },
        layers: onPlate.layers,
        startC: 21,
        airC: 21,
        sources: [
          { kind: "plate", xMm: 0, yMm: 0, widthMm: 200, heightMm: 200, plateC: 97, contactWm2K: 70 },
        ],
        durationS: 600,
        target: { layer: seam.layer, minC: 72 },
        gridMm: 2,
      }),
    5,
  ),
  1_000,
);
keep(
  "heat-field of the map on the screen (in a worker)",
  time(
    () =>
      void calculateHeatField({
        panel: { widthMm: 70, heightMm: 126 },
        layers: onPlate.layers,
        startC: 21,
        airC: 21,
        sources: [{ kind: "plate", xMm: 0, yMm: 0, widthMm: 70, heightMm: 90, plateC: 97, contactWm2K: 70 }],
        durationS: 120,
        target: { layer: seam.layer, minC: 72 },
        gridMm: 4.5,
      }),
    5,
  ),
);
keep(
  "vapour of a wipe, twenty a day",
  time(() =>
    calculateVapour({
      solvent: "n-hexane",
      volumeMl: 5,
      evaporateMin: 5,
      timesPerDay: 20,
      roomM3: 120,
      airChangesPerH: 2,
      mixing: 3,
    }),
  ),
);
keep(
  "film-axis, 6 readings",
  time(() =>
    calculateFilmAxis({
      readings: [0, 30, 60, 90, 120, 150].map((angleDeg) => ({
        angleDeg,
        level: 40 + 700 * Math.cos(((angleDeg - 44) * Math.PI) / 180) ** 2 + (angleDeg % 7),
      })),
    }),
  ),
);
const cell = { twistDeg: 240, retardanceNm: 850, rearDeg: 45, frontDeg: 90, filmExtinction: 1_000 };
keep(
  "picture at every angle of a film",
  time(() => sweepOf(cell, "front")),
  17,
);
keep(
  "film-cut, pieces of a deck scale on a sheet at 20 degrees",
  time(() =>
    calculateFilmCut({
      piece: { widthMm: 140, heightMm: 52 },
      axisDeg: 20,
      sheet: { widthMm: 620, heightMm: 500, axisDeg: 0 },
      gapMm: 1,
      trimMm: 3,
      adhesive: "towards",
    }),
  ),
);
keep(
  "film-layout, 40 mixed pieces on 5 sheets (in a worker)",
  time(
    () =>
      calculateFilmLayout({
        sheets: [1, 2, 3, 4, 5].map((n) => ({ id: `sheet ${n}`, widthMm: 400, heightMm: 300, axisDeg: 0 })),
        pieces: Array.from({ length: 40 }, (_, n) => ({
          id: `piece ${n}`,
          widthMm: 60 + 3 * ((n * 7) % 40),
          heightMm: 50 + 2 * ((n * 11) % 37),
          axisDeg: 0,
          adhesive: "towards" as const,
        })),
        gapMm: 1,
        trimMm: 3,
      }),
    5,
  ),
  2_000,
);
/** Thrown once there is a plan: better ones are not waited for. */
class FirstPlan extends Error {}
keep(
  "bench-plan, a first plan of 40 jobs of 9 steps (in a worker)",
  time(
    () => {
      try {
        calculateBenchPlan(dayOf(40, 3), () => {
          throw new FirstPlan();
        });
      } catch (error) {
        if (!(error instanceof FirstPlan)) throw error;
      }
    },
    10,
    2,
  ),
  1_000,
);
const tenthOfMost = {
  ...largestInputs.yield!(),
  jobs: (largestInputs.yield!() as YieldInput).jobs.slice(0, 1_000),
};
keep(
  "yield of 1,000 jobs with 40 settings each (in a worker)",
  time(() => calculateYield(yieldInput.parse(tenthOfMost)), 5, 1),
);
keep(
  "lift-stress",
  time(() =>
    calculateLiftStress({
      lifted: { modulusGpa: 70, thicknessMm: 0.7 },
      base: { support: "held" },
      wedgeMm: 0.3,
      frontMm: 25,
    }),
  ),
);
keep(
  "route-choice, 3 options",
  time(() =>
    calculateRouteChoice({
      options: ["layer", "glass and sensor", "assembly"].map((name, i) => ({
        name,
        parts: 2_000 * (i + 1),
        hours: 2 - i / 2,
        wins: 20 + i,
        tries: 26,
        ...(name === "assembly" ? {} : { onFail: "assembly" }),
      })),
      ratePerHour: 4_800,
      priorWins: 3,
      priorTries: 4,
    }),
  ),
);
for (const { what, work, wantedMs } of engineTimes()) {
  keep(`${what}, the first five`, time(work, 5, 0));
  // As in a server that has been up for a while: the compiler is done with it by then.
  keep(`${what}, later`, time(work, 200, 400), wantedMs);
}

const screws = { screws: [{ ...ticket.screws[0]!, count: 60, places: [] }] };
keep(
  "screw ledger, 60 screws out and back one by one",
  time(
    () =>
      void screwLedger(screws, [
        ...Array.from({ length: 60 }, (_, i) => ({ kind: "taken" as const, cells: [i + 1] })),
        ...Array.from({ length: 60 }, (_, i) => ({
          kind: "returned" as const,
          screws: [{ cell: i + 1, hole: i + 1 }],
        })),
      ]),
  ),
);

/** A photo as a browser sends it: 12 megapixels made 2048 px wide, with as much in it as a real one has. */
const photo = await sharp({
  create: {
    width: 2_048,
    height: 1_536,
    channels: 3,
    background: "#777",
    noise: { type: "gaussian", mean: 128, sigma: 12 },
  },
})
  .jpeg({ quality: 86 })
  .toBuffer();

async function addPhoto(url: string, code: string): Promise<number> {
  const from = performance.now();
  const told = new URLSearchParams({
    id: randomUUID(),
    who: "tove",
    at: new Date().toISOString(),
  });
  const answer = await askAsOwner(`${url}/api/jobs/${code}/photos?${told}`, {
    method: "POST",
    body: new Uint8Array(photo),
  });
  if (answer.status !== 201) throw new Error(await answer.text());
  return performance.now() - from;
}

/** A job at which such a move is next. */
async function addJobAt(url: string, code: string, kind: string): Promise<void> {
  const { family, moves } = workedTo(familyNamed("PH-10"), "layer", asksFor(kind), { endMs: Date.now() });
  const document = {
    format: "half-lift/job",
    version: 2,
    job: { id: randomUUID(), code },
    family,
    technicians: [{ key: "tove", name: "Tove" }],
    moves: moves.map(({ atMs, ...move }) => ({ ...move, receivedAt: new Date(atMs).toISOString() })),
  };
  const answer = await sendAsOwner(`${url}/api/jobs/import`, document);
  if (answer.status !== 201) throw new Error(await answer.text());
}

/** What the pattern search comes to on each family that is bonded with liquid, against the best shipped pattern. */
const searches = families
  .filter(({ routes: offered }) => offered.includes("layer"))
  .map((family) => {
    const { gapUm } = bondDoseInput(family, {}, liquid);
    const from = performance.now();
    const { start, best, found, beats, tried } = calculatePatternSearch({
      ...panelFill(family, gapUm, liquid, "pressed level"),
      start: shippedPatterns(family.outline, bondDose(family, {}, liquid).volumeMl * 1_000),
      rounds: 400,
    });
    const shipped = start.find(({ name }) => name === best)!.figures;
    return { code: family.code, best, shipped, found, beats, tried, tookMs: performance.now() - from };
  });

/** So many pictures of each light and scale. */
const EYES = 16;
/** So many photos of panels on the bench. */
const PHOTOS = 24;
/** So many pictures with one defect each. */
const CLAIMS = 100;
/** So many sweeps of a film, glasses and hunts before a live camera. */
const LIVE = { sweeps: 8, borders: 60, hunts: 6 };
/** A lit panel that fills a photo of 12 megapixels, squared up and looked through in a process of its own. */
const costOf = (what: "panel" | "photo") =>
  JSON.parse(
    execFileSync(process.execPath, ["--import", "tsx", "scripts/look-cost.ts", what]).toString(),
  ) as { megapixels: number; times: number[]; memoryMb: number };
const lookCost = costOf("panel");
keep("12 megapixel photo: panel squared up, looked through (two threads)", lookCost.times, 1_500);
/** The same of a whole photo: the panel found in it and squared up first. */
const photoCost = costOf("photo");
keep(
  `${photoCost.megapixels.toFixed(1)} megapixel photo: panel found, squared up, looked through`,
  photoCost.times,
  1_500,
);

/** The pages that are weighed, and what can be pressed on them. */
const weighed = [
  "/",
  "/jobs",
  "/jobs/new",
  ...["1151", "1153", "1155", "1158", "1160", "1161", "1171", "1172"].map((nr) => `/jobs/GW-${nr}`),
];
const ACTION =
  "[data-testid=press], [data-testid=instrument] button, [data-testid=answer-form] button, a.control-strong, button[type=submit]";
const weights = new Map<string, PageWeight>();

await ensureBuilt();
let livePages: Awaited<ReturnType<typeof measureLivePages>> = [];
const workshop = await openWorkshop();
try {
  const sent: number[] = [];
  for (let i = 0; i < 40; i += 1) sent.push(await addPhoto(workshop.url, "GW-1152"));
  keep(`photo of ${Math.round(photo.length / 1_024)} kB kept, with its thumbnail`, sent);
  keep("job page with 40 photos, at the server", await timeRequests(`${workshop.url}/jobs/GW-1152`), 200);
  for (const [what, path] of [
    ["bench page, at the server", "/"],
    ["job page in its lift, at the server", "/jobs/GW-1154"],
    ["job page in its bond, at the server", "/jobs/GW-1158"],
    ["job page in its cure, at the server", "/jobs/GW-1159"],
    ["shelf of lots, at the server", "/lots"],
    ["shelf of parts, at the server", "/parts"],
    ["register of customers, at the server", "/customers"],
    ["hand-over of the shift, at the server", "/handover"],
    ["practice, at the server", "/practice"],
    ["plan of the day, at the server", "/plan"],
    ["what the records say, at the server", "/records"],
    ["job page in its prove, at the server", "/jobs/GW-1160"],
    ["job page in its intake, at the server", "/jobs/GW-1151"],
    ["quotation, at the server", "/jobs/GW-1158/quotation"],
    ["quotation as PDF", "/api/jobs/GW-1158/quotation.pdf"],
    ["family page, at the server", "/families/PH-10"],
    ["family editor, at the server", "/families/PH-10/edit"],
    ["find a job", "/api/jobs?find=gw-10"],
  ] as const) {
    keep(what, await timeRequests(`${workshop.url}${path}`), 100);
  }
  await addJobAt(workshop.url, "GW-1171", "heat-chosen");
  await addJobAt(workshop.url, "GW-1172", "pattern-chosen");
  const browser = await browserType.launch(chromium);
  for (const path of weighed) weights.set(path, await weighPage(browser, `${workshop.url}${path}`, ACTION));
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.context().addCookies(browserCookies(await signIn(workshop.url), workshop.url));
  keep("job page with 40 photos, until it answers", await timeAwake(page, `${workshop.url}/jobs/GW-1152`));
  await page.goto(`${workshop.url}/jobs/GW-1171`);
  await page.getByTestId("curves").waitFor();
  keep("slider to curve, in the browser", await timeSlider(page, "[data-testid=curves]"), 1_000 / 60);
  await browser.close();
  livePages = await measureLivePages(workshop.url);
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

const compared = againstC();
console.log(
  `\nAgainst the same steps in C (gcc -O3 -march=native, by turns)${compared ? "" : ": skipped, there is no gcc"}`,
);
for (const { what, ownMs, cMs } of compared ?? []) {
  console.log(
    `${what.padEnd(54)}${ownMs.toFixed(0).padStart(7)} ms  C ${cMs.toFixed(0)} ms  ${(ownMs / cMs).toFixed(2)} times`,
  );
}

console.log(
  "\nFirst visit on 1.6 Mbit/s, the processor slowed four times: kB over the line, and when it can be pressed",
);
for (const [path, { scriptKb, styleKb, fontKb, pageKb, worksS }] of weights) {
  const kb = (value: number) => `${value.toFixed(0)} kB`.padStart(8);
  console.log(
    `${path.padEnd(20)}script${kb(scriptKb)}  style${kb(styleKb)}  fonts${kb(fontKb)}  page${kb(pageKb)}  ${worksS.toFixed(1)} s`,
  );
}

console.log(
  "\nPatterns: the best shipped one and what 400 tries found, in mm² of fault, flooded window and spill",
);
for (const { code, best, shipped, found, beats, tookMs } of searches) {
  const figures = ({ faultMm2, airMm2, floodedMm2, dryMm2, spillUl }: PatternFigures) =>
    `${faultMm2.toFixed(0)} (air ${airMm2.toFixed(0)}, flooded ${floodedMm2.toFixed(1)}, dry ${dryMm2.toFixed(0)} mm², spill ${(spillUl / 1_000).toFixed(2)} ml)`;
  console.log(
    `${code}: ${best} ${figures(shipped)}; found ${figures(found)}; ${beats ? "better" : "not better"}; ${(tookMs / 1_000).toFixed(1)} s`,
  );
}

console.log(`\nA look through pictures as bad as real ones: ${4 * EYES} that nothing was tuned on`);
console.log(eyesText(measureEyes(EYES)));
console.log(`\nLive by camera, on seeds that no test has`);
console.log(liveText(measureLive(LIVE), livePages));
console.log(`\nDoes what a verdict claims hold?`);
console.log(claimsText(measureClaims(CLAIMS)));
console.log(`\nPanels that lie askew on the bench, in ${PHOTOS} photos`);
console.log(photosText(measurePhotos(PHOTOS)));
console.log(
  `\nMemory of a look through 12 megapixels, the picture counted in: ${lookCost.memoryMb} MB (250 wanted); of a photo of ${photoCost.megapixels.toFixed(1)} and what it is squared up to: ${photoCost.memoryMb} MB`,
);
