import { numberOf, randomStream } from "../random.ts";
import type { Family } from "../stack/family.ts";
import type { DefectKind, Lighting } from "./defects.ts";
import type { Disturbance, PanelDefect } from "./lit-panel.ts";
import { scatterDefects } from "./planted.ts";
import { lyingOnBench, usualMake, type CameraView } from "./shoot-panel.ts";
import { mapCorners } from "./square-up.ts";

/** How fine the stand-in's photo is: enough for a pinprick, quick enough to make. */
const PX_PER_MM = 12;
const MOST_PIXELS = 2.2e6;
/** So many spots of dust lie on the stand-in's camera. */
const SPOTS = 2;
/** By how much the panel is moved for a second shot, as a share of its width. */
const MOVED = { x: 0.05, y: -0.03 };
/** What lies under the glass at the first look; two fewer at each later one, as after a cleaning. */
const PLANTED: readonly DefectKind[] = ["bubble", "fibre", "speck", "speck"];
/** What may disturb a look by the stand-in without hiding anything. */
const DISTURBED: readonly Disturbance[] = ["hot", "smear", "rings", "mura"];
/** Cells along a panel's shorter side, and the usual pitches. Assumed. */
const CELLS = 1_080;
const PITCHES_MM = [0.055, 0.25] as const;

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
): { view: CameraView; planted: PanelDefect[] } {
  const { widthMm, heightMm } = outline;
  const seed = numberOf(code, 5 + looks, 99_991);
  const pxPerMm = Math.min(PX_PER_MM, Math.sqrt(MOST_PIXELS / (widthMm * heightMm)));
  // Under the printed border nothing is seen, so nothing is planted there.
  const inner = { widthMm: widthMm - 2 * borderMm, heightMm: heightMm - 2 * borderMm };
  const planted = scatterDefects(seed, inner, PLANTED.slice(2 * looks)).map((defect) => ({
    ...defect,
    xMm: defect.xMm + borderMm,
    yMm: defect.yMm + borderMm,
  }));
  const lies = lyingOnBench(numberOf(code, 17, 99_991), outline, pxPerMm);
  const [alongPx, downPx] = isSecond ? [MOVED.x * widthMm * pxPerMm, MOVED.y * widthMm * pxPerMm] : [0, 0];
  const corners = mapCorners(lies.corners, ({ x, y }) => ({ x: x + alongPx, y: y + downPx }));
  const station = numberOf(code, 3, 99_991);
  const random = randomStream(station);
  const dust = Array.from({ length: SPOTS }, () => ({
    x: lies.width * (0.35 + 0.3 * random()),
    y: lies.height * (0.35 + 0.3 * random()),
    radiusPx: 2.2,
  }));
  const picture = {
    offsetXMm: 0.6 * (random() - 0.5),
    offsetYMm: 0.6 * (random() - 0.5),
    turnDeg: 0.2 * (random() - 0.5),
  };
  const [finest, coarsest] = PITCHES_MM;
  const panel = {
    widthMm,
    heightMm,
    pitchMm: Math.min(coarsest, Math.max(finest, Math.min(widthMm, heightMm) / CELLS)),
    lighting,
    defects: planted,
    disturbed: [DISTURBED[station % DISTURBED.length]!],
    seed,
  };
  return {
    view: {
      panel,
      make: { ...usualMake(station), hotSeed: station },
      borderMm,
      picture,
      dust,
      ...lies,
      corners,
    },
    planted,
  };
}
