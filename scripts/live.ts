import { chromium as browserType, type Page } from "@playwright/test";
import { axesApartDeg } from "../core/film/axis-angle.ts";
import { AxisSweep } from "../core/film/axis-sweep.ts";
import { measuredAxis } from "../core/film/measured-axis.ts";
import { LiveBorder } from "../core/prove/live-border.ts";
import { LiveHunt } from "../core/prove/live-hunt.ts";
import { borderScene, filmScene, speckScene } from "../core/prove/live-scene.ts";
import { edges } from "../core/stack/panel-geometry.ts";
import { asksFor, familyNamed, workedTo } from "../test/bench-hand.ts";
import {
  huntedFrames,
  madeBorder,
  madeCamera,
  madeFrame,
  madeSpecks,
  sweptFrames,
} from "../test/live-frames.ts";
import { seenByCamera, withMadeCamera } from "../test/e2e/made-video.ts";
import { bringIn } from "../test/e2e/workshop.ts";
import { percentile } from "./percentile.ts";
import { browserCookies, signIn } from "./signed-in.ts";

const PANEL = { widthMm: 110, heightMm: 66 };
const BORDER_MM = 4;
/** Seeds from here on are in no test. */
const HELD_OUT = 5_000;
/** Half a turn in ten seconds, eight frames a second. */
const SWEEP_FRAMES = 80;

export interface LiveMeasured {
  /** Off the true axis, deg, and whether the interval held it, sweep by sweep. */
  axes: { offDeg: number; isHeld: boolean }[];
  /** The worst of eight widths, px, glass by glass. */
  borderPx: number[];
  /** Hunts in which the last speck gone was told, and in which it was told too early. */
  hunts: { many: number; told: number; tooEarly: number };
}

/** How well the live looks tell what is planted, on frames of sensors as bad as real ones. */
export function measureLive(many: { sweeps: number; borders: number; hunts: number }): LiveMeasured {
  const axes = Array.from({ length: many.sweeps }, (_, k) => {
    const camera = madeCamera(HELD_OUT + k, PANEL, 480, 300);
    const axisDeg = 180 * camera.random();
    const sweep = new AxisSweep(PANEL);
    let readings: ReturnType<AxisSweep["look"]>["readings"] = [];
    for (const { photo } of sweptFrames(camera, axisDeg, SWEEP_FRAMES)) readings = sweep.look(photo).readings;
    const found = measuredAxis(readings.map((reading) => ({ ...reading, source: "camera" })))!;
    const offDeg = axesApartDeg(found.axisDeg, axisDeg);
    return { offDeg, isHeld: offDeg <= found.axisHalfWidth95Deg };
  });
  const borderPx = Array.from({ length: many.borders }, (_, k) => {
    const camera = madeCamera(HELD_OUT + k, PANEL, 960, 600);
    const { truth, scene } = madeBorder(camera, BORDER_MM);
    const { ends } = new LiveBorder(PANEL, BORDER_MM).look(madeFrame(camera, scene));
    if (!ends) return Infinity;
    const off = edges.flatMap((edge) => ([0, 1] as const).map((end) => ends[edge][end] - truth[edge][end]));
    return Math.max(...off.map(Math.abs)) * camera.pxPerMm;
  });
  const hunts = { many: many.hunts, told: 0, tooEarly: 0 };
  for (let k = 0; k < many.hunts; k += 1) {
    const camera = madeCamera(HELD_OUT + k, PANEL, 480, 300);
    // From the smallest that it claims on.
    const least = 2.5 / camera.pxPerMm;
    const hunt = new LiveHunt(PANEL);
    let isTold = false;
    let isEarly = false;
    for (const { photo, left } of huntedFrames(camera, madeSpecks(camera, 2, [least, 2 * least]), 20)) {
      if (!hunt.look(photo).isClear) continue;
      if (left > 0) isEarly = true;
      else isTold = true;
    }
    if (isTold) hunts.told += 1;
    if (isEarly) hunts.tooEarly += 1;
  }
  return { axes, borderPx, hunts };
}

interface LivePage {
  what: string;
  framesPerS: number;
  /** The longest that the page's own thread was held while frames came, ms; 0 where none was above 50. */
  longTaskMs: number;
}

const WATCHED_MS = 6_000;

async function watched(
  page: Page,
  url: string,
  path: string,
  button: string,
): Promise<Omit<LivePage, "what">> {
  await page.goto(`${url}${path}`);
  await page.getByRole("button", { name: button }).click();
  const camera = page.getByRole("region", { name: "Camera" });
  await page.waitForFunction(
    () => Number(document.querySelector("[data-looked]")?.getAttribute("data-looked")) > 3,
  );
  const looked = async () => Number(await camera.getAttribute("data-looked"));
  const before = await looked();
  const longest = await page.evaluate(
    (forMs) =>
      new Promise<number>((resolve) => {
        let most = 0;
        const observer = new PerformanceObserver((list) => {
          for (const { duration } of list.getEntries()) most = Math.max(most, duration);
        });
        observer.observe({ type: "longtask" });
        setTimeout(() => {
          observer.disconnect();
          resolve(most);
        }, forMs);
      }),
    WATCHED_MS,
  );
  return { framesPerS: ((await looked()) - before) / (WATCHED_MS / 1_000), longTaskMs: longest };
}

/** Frames of 1280 x 720 looked at a second in Chromium, and how long the page was held meanwhile. */
export async function measureLivePages(url: string): Promise<LivePage[]> {
  const [film, layer] = [familyNamed("KB-15"), familyNamed("TK-5")];
  const long = { endMs: Date.now() - 3_600_000 };
  await bringIn(url, "GW-1181", workedTo(film, "film", asksFor("axis-read"), { endMs: Date.now() }));
  await bringIn(url, "GW-1182", workedTo(layer, "layer", asksFor("aligned"), long));
  await bringIn(url, "GW-1183", workedTo(layer, "layer", asksFor("looked-clean"), { endMs: Date.now() }));
  const browser = await browserType.launch(withMadeCamera);
  const pages: LivePage[] = [];
  for (const [what, path, button, of] of [
    ["film swept", "/jobs/GW-1181", "Turn a film before the camera", "film"],
    ["border", "/jobs/GW-1182", "Border by camera", "border"],
    ["specks", "/jobs/GW-1183", "Look for specks by camera", "specks"],
  ] as const) {
    const outline = (of === "film" ? film : layer).outline;
    const camera = madeCamera(HELD_OUT, outline, 1_280, 720);
    const scene = {
      film: filmScene(outline, 30, null, 1),
      border: borderScene(outline, layer.borderMm, { offsetXMm: 0.2, offsetYMm: 0.1, turnDeg: 0.1 }),
      specks: speckScene(outline, madeSpecks(camera, 3, [1, 2]), null),
    }[of];
    seenByCamera([madeFrame(camera, scene)]);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.context().addCookies(browserCookies(await signIn(url), url));
    pages.push({ what, ...(await watched(page, url, path, button)) });
    await page.close();
  }
  await browser.close();
  return pages;
}

/** As `npm run bench` prints it. */
export function liveText({ axes, borderPx, hunts }: LiveMeasured, pages: readonly LivePage[]): string {
  const off = axes.map(({ offDeg }) => offDeg);
  const within = (values: readonly number[], limit: number) =>
    values.filter((value) => value <= limit).length;
  return [
    `axis by a sweep of ${SWEEP_FRAMES / 8} s: ${within(off, 0.5)} of ${axes.length} within 0.5 degrees; half of them within ${percentile(off, 0.5)!.toFixed(2)}, the worst ${Math.max(...off).toFixed(2)}; the interval held ${axes.filter(({ isHeld }) => isHeld).length}`,
    `border: ${within(borderPx, 1)} of ${borderPx.length} frames within 1 px at both ends of all edges; half of them within ${percentile(borderPx, 0.5)!.toFixed(2)}, the worst ${Math.max(...borderPx).toFixed(2)}`,
    `specks from 2.5 px on, wiped away one by one: the last one gone told in ${hunts.told} of ${hunts.many}, too early in ${hunts.tooEarly}`,
    ...pages.map(
      ({ what, framesPerS, longTaskMs }) =>
        `${what.padEnd(12)}${framesPerS.toFixed(1)} frames of 1280 x 720 a second (8 wanted), longest task of the page ${longTaskMs > 0 ? `${longTaskMs.toFixed(0)} ms` : "below 50 ms"}`,
    ),
  ].join("\n");
}
