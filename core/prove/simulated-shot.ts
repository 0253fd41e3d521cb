import { numberOf, randomStream } from "../random.ts";
import type { Family } from "../stack/family.ts";
import type { Lighting } from "./defects.ts";
import { askewView, plantDefects, type CameraView, type PlantedDefect } from "./simulated-camera.ts";
import type { Corners } from "./square-up.ts";

/** How fine the stand-in's photo is: enough for a pinprick, quick enough to make. */
const PX_PER_MM = 10;
const MOST_PIXELS = 2.2e6;
/** So many spots of dust lie on the stand-in's camera. */
const SPOTS = 2;
/** By how much the panel is moved for a second shot, as a share of its width. */
const MOVED = [0.05, -0.03];

/**
 * What the stand-in's camera sees of a job's panel, and what lies planted under its glass: some at the first look, less at each later one,
 * as after a cleaning. Its dust stays where it is; in a second shot of the same look the panel has been moved.
 */
export function simulatedShot(
  code: string,
  { outline, borderMm }: Pick<Family, "outline" | "borderMm">,
  lighting: Lighting,
  looks: number,
  isSecond: boolean,
): { view: CameraView; planted: PlantedDefect[] } {
  const { widthMm, heightMm } = outline;
  const panel = { widthMm, heightMm };
  const seed = numberOf(code, 5 + looks, 99_991);
  const pxPerMm = Math.min(PX_PER_MM, Math.sqrt(MOST_PIXELS / (widthMm * heightMm)));
  // Under the printed border nothing is seen, so nothing is planted there.
  const planted = plantDefects(
    seed,
    widthMm - 2 * borderMm,
    heightMm - 2 * borderMm,
    Math.max(0, 4 - 2 * looks),
  ).map((defect) => ({ ...defect, xMm: defect.xMm + borderMm, yMm: defect.yMm + borderMm }));
  const first = askewView(numberOf(code, 17, 99_991), panel, pxPerMm);
  const [alongPx, downPx] = isSecond ? MOVED.map((share) => share * widthMm * pxPerMm) : [0, 0];
  const view = {
    ...first,
    corners: first.corners.map(({ x, y }) => ({ x: x + alongPx!, y: y + downPx! })) as unknown as Corners,
  };
  const random = randomStream(numberOf(code, 3, 99_991));
  const dust = Array.from({ length: SPOTS }, () => ({
    x: view.width * (0.35 + 0.3 * random()),
    y: view.height * (0.35 + 0.3 * random()),
    radiusPx: 2.2,
  }));
  const picture = {
    offsetXMm: 0.6 * (random() - 0.5),
    offsetYMm: 0.6 * (random() - 0.5),
    turnDeg: 0.2 * (random() - 0.5),
  };
  const scene = { ...panel, pxPerMm, lighting, defects: planted, seed };
  return { view: { scene, borderMm, picture, dust, ...view }, planted };
}
