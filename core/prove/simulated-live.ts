import { lightOf } from "../film/srgb.ts";
import { noise, numberOf, randomStream } from "../random.ts";
import type { Family } from "../stack/family.ts";
import type { Photo } from "./picture.ts";
import type { Lens } from "./lens.ts";
import {
  borderScene,
  filmScene,
  lightOnSensor,
  sheetScene,
  speckScene,
  type LiveScene,
  type LiveSpeck,
} from "./live-scene.ts";
import { turnedCorners, withTop, type Top } from "./square-up.ts";

/** What the stand-in's live camera looks at. */
export type SimulatedLive = Pick<Family, "outline" | "borderMm"> & { code: string; top?: Top } & (
    { of: "film"; axisDeg: number } | { of: "border" } | { of: "specks" } | { of: "sheet" }
  );

const WIDTH = 640;
const HEIGHT = 400;
/** So much of the frame is panel, the tighter way. */
const FILLED = 0.82;
/** Electrons that fill a photosite, and the noise of reading one. */
const FULL_WELL = 5_000;
const READ_NOISE = 6;

/** A film is laid on after so long, and turned half round in so long, ms. */
const BARE_MS = 2_500;
const SWEEP_MS = 14_000;
/** A glass is nudged into its place in so long, ms. */
const NUDGED_MS = 14_000;
/** So many specks; one is wiped away after so long, ms, the cloth being there for so much of it. */
const SPECKS = 4;
const WIPE_MS = 4_000;
const CLOTH_MS = 1_200;

/** What a byte of sRGB is told for, by light in so many steps. */
const STEPS = 4_096;
const CODED = Uint8Array.from({ length: STEPS + 1 }, (_, k) => {
  let [low, high] = [0, 255];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (lightOf((middle + 0.5) / 255) < k / STEPS) low = middle + 1;
    else high = middle;
  }
  return low;
});

/** The stand-in's own lens: it bends a little, as cheap ones do. */
export const SIMULATED_LENS: Lens = { width: WIDTH, height: HEIGHT, k1: 0.03, k2: 0 };
/** The sheet is carried about in a circle, so long once round, ms, so far from the middle, mm. */
const CARRIED_MS = 12_000;
const CARRIED_MM = 14;

function sceneAt(what: SimulatedLive, atMs: number, random: () => number): LiveScene {
  const { outline, borderMm } = what;
  const { widthMm, heightMm } = outline;
  switch (what.of) {
    case "film": {
      const side = Math.min(widthMm, heightMm);
      const isLaid = atMs > BARE_MS;
      const angleDeg = 190 * Math.min(1, Math.max(0, (atMs - BARE_MS - 1_500) / SWEEP_MS)) - 5;
      const film = { longMm: 0.75 * side, shortMm: 0.5 * side, angleDeg, offMm: { x: 0, y: 0 } };
      return filmScene(outline, what.axisDeg, isLaid ? film : null, 1);
    }
    case "border": {
      const left = 1 - Math.min(1, atMs / NUDGED_MS);
      const off = () => (random() - 0.5) * left;
      return borderScene(outline, borderMm, {
        offsetXMm: 2.4 * off(),
        offsetYMm: 2.4 * off(),
        turnDeg: 1.2 * off(),
      });
    }
    case "sheet": {
      const angle = (2 * Math.PI * atMs) / CARRIED_MS;
      const sheet = sheetScene(outline);
      return (x, y) => sheet(x - CARRIED_MM * Math.cos(angle), y - CARRIED_MM * Math.sin(angle));
    }
    case "specks": {
      const specks: LiveSpeck[] = Array.from({ length: SPECKS }, () => ({
        xMm: widthMm * (0.15 + 0.7 * random()),
        yMm: heightMm * (0.15 + 0.7 * random()),
        sizeMm: 0.012 * Math.max(widthMm, heightMm) * (0.6 + random()),
      }));
      const wiped = Math.floor(atMs / WIPE_MS);
      const next = specks[wiped];
      const sinceMs = atMs - wiped * WIPE_MS;
      const isThere = next && sinceMs > WIPE_MS - CLOTH_MS;
      const radiusMm = 0.1 * Math.max(widthMm, heightMm);
      return speckScene(outline, specks.slice(wiped), isThere ? { ...next, radiusMm } : null);
    }
  }
}

/** What the stand-in's live camera sees so long after it was switched on: work that goes on before it, in noise of its own. */
export function simulatedFrame(what: SimulatedLive, atMs: number): Photo {
  const { outline, top = "up" } = what;
  const isUpright = top === "up" || top === "down";
  const [widthMm, heightMm] = isUpright
    ? [outline.widthMm, outline.heightMm]
    : [outline.heightMm, outline.widthMm];
  const random = randomStream(numberOf(what.code, 41, 99_991));
  const pxPerMm = FILLED * Math.min(WIDTH / widthMm, HEIGHT / heightMm);
  const turn = (random() - 0.5) * 0.1;
  const size = { widthPx: widthMm * pxPerMm, heightPx: heightMm * pxPerMm };
  const corners = withTop(turnedCorners(size, { x: WIDTH / 2, y: HEIGHT / 2 }, turn), top);
  const camera = { width: WIDTH, height: HEIGHT, corners, lens: SIMULATED_LENS };
  const { rgb } = lightOnSensor(sceneAt(what, atMs, random), what.outline, camera);
  const chance = randomStream(Math.round(atMs) + 1);
  const rgba = new Uint8ClampedArray(4 * WIDTH * HEIGHT);
  for (let i = 0; i < WIDTH * HEIGHT; i += 1) {
    // A pixel is told by several photosites: their noise is the same for all three colours here.
    const electrons = Math.max(0, rgb[3 * i + 1]!) * FULL_WELL;
    const off = (noise(chance) * Math.sqrt(electrons + READ_NOISE ** 2)) / FULL_WELL;
    for (let k = 0; k < 3; k += 1)
      rgba[4 * i + k] = CODED[Math.round(STEPS * Math.min(1, Math.max(0, rgb[3 * i + k]! + off)))]!;
    rgba[4 * i + 3] = 255;
  }
  return { rgba, width: WIDTH, height: HEIGHT };
}
