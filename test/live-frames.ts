import { throughSensor, type SensorMake } from "../core/prove/camera-sensor.ts";
import type { Photo } from "../core/prove/picture.ts";
import {
  borderScene,
  filmScene,
  lightOnSensor,
  speckScene,
  type LiveScene,
  type LiveSpeck,
} from "../core/prove/live-scene.ts";
import type { Lens } from "../core/prove/lens.ts";
import type { BorderWidths } from "../core/prove/photo-border.ts";
import { usualMake } from "../core/prove/shoot-panel.ts";
import { mapCorners, turnedCorners, type Corners } from "../core/prove/square-up.ts";
import { randomStream } from "../core/random.ts";

interface Size {
  widthMm: number;
  heightMm: number;
}

/** A camera over the bench as people have one: turned a little, its sensor and file as bad as they are, the same for the same seed. */
export interface MadeCamera {
  panel: Size;
  width: number;
  height: number;
  pxPerMm: number;
  corners: Corners;
  make: SensorMake;
  random: () => number;
}

export function madeCamera(seed: number, panel: Size, width: number, height: number): MadeCamera {
  const random = randomStream(seed * 91 + 3);
  const filled = 0.8 + 0.06 * random();
  const pxPerMm = filled * Math.min(width / panel.widthMm, height / panel.heightMm);
  const turn = (random() - 0.5) * 0.14;
  const [w, h] = [panel.widthMm * pxPerMm, panel.heightMm * pxPerMm];
  const tilt = () => (random() - 0.5) * 0.02 * w;
  const [midX, midY] = [width / 2 + (random() - 0.5) * 0.03 * w, height / 2 + (random() - 0.5) * 0.03 * h];
  const corners = turnedCorners({ widthPx: w, heightPx: h }, { x: midX, y: midY }, turn, tilt);
  const make = { ...usualMake(seed), hotPerMillion: 30, hotSeed: seed + 11 };
  return { panel, width, height, pxPerMm, corners, make, random };
}

/** A frame of a scene by a camera; the panel may have been moved by so many px, and the lens may bend it. */
export function madeFrame(camera: MadeCamera, scene: LiveScene, movedPx = 0, lens?: Lens): Photo {
  const { panel, width, height, make, random } = camera;
  const corners = mapCorners(camera.corners, ({ x, y }) => ({ x: x + movedPx, y }));
  const light = lightOnSensor(scene, panel, { width, height, corners, ...(lens ? { lens } : {}) });
  return throughSensor(light, make, random);
}

/** A film turned a little more than half round over a lit panel, in jerks and not about one point; a camera that opens up as it grows dark. */
export function* sweptFrames(
  camera: MadeCamera,
  axisDeg: number,
  many: number,
): Generator<{ photo: Photo; angleDeg: number | null }> {
  const { panel, random } = camera;
  const side = Math.min(panel.widthMm, panel.heightMm);
  const film = { longMm: 0.85 * side, shortMm: 0.55 * side };
  const startDeg = 12 * (random() - 0.5);
  for (let k = 0; k < 6; k += 1)
    yield { photo: madeFrame(camera, filmScene(panel, axisDeg, null, 1)), angleDeg: null };
  for (let k = 0; k < many; k += 1) {
    const angleDeg = startDeg + (190 * k) / many + 2 * (random() - 0.5);
    const offMm = { x: 0.08 * side * (random() - 0.5), y: 0.08 * side * (random() - 0.5) };
    const exposure = 1 + 0.25 * Math.sin(((angleDeg - axisDeg) * Math.PI) / 180) ** 2;
    const scene = filmScene(panel, axisDeg, { ...film, angleDeg, offMm }, exposure);
    yield { photo: madeFrame(camera, scene), angleDeg };
  }
}

/** How a picture lies within its glass, and the widths of the border that this leaves: plane geometry, exact. */
export function borderTruth(
  { widthMm, heightMm }: Size,
  borderMm: number,
  { offsetXMm, offsetYMm, turnDeg }: { offsetXMm: number; offsetYMm: number; turnDeg: number },
): BorderWidths {
  const angle = (turnDeg * Math.PI) / 180;
  const [tan, cos] = [Math.tan(angle), Math.cos(angle)];
  const [midX, midY] = [widthMm / 2 + offsetXMm, heightMm / 2 + offsetYMm];
  const [halfW, halfH] = [(widthMm / 2 - borderMm) / cos, (heightMm / 2 - borderMm) / cos];
  const top = (x: number) => midY - halfH + (x - midX) * tan;
  const bottom = (x: number) => heightMm - (midY + halfH + (x - midX) * tan);
  const left = (y: number) => midX - halfW - (y - midY) * tan;
  const right = (y: number) => widthMm - (midX + halfW - (y - midY) * tan);
  return {
    top: [top(0), top(widthMm)],
    right: [right(0), right(heightMm)],
    bottom: [bottom(0), bottom(widthMm)],
    left: [left(0), left(heightMm)],
  };
}

export const madeBorder = (camera: MadeCamera, borderMm: number) => {
  const { panel, random } = camera;
  const lies = {
    offsetXMm: 1.6 * (random() - 0.5),
    offsetYMm: 1.6 * (random() - 0.5),
    turnDeg: 0.8 * (random() - 0.5),
  };
  return { truth: borderTruth(panel, borderMm, lies), scene: borderScene(panel, borderMm, lies) };
};

/** Specks that lie well within a panel. */
export const madeSpecks = (
  { panel, random }: MadeCamera,
  many: number,
  [least, most]: [number, number],
): LiveSpeck[] =>
  Array.from({ length: many }, () => ({
    xMm: panel.widthMm * (0.1 + 0.8 * random()),
    yMm: panel.heightMm * (0.1 + 0.8 * random()),
    sizeMm: least + (most - least) * random(),
  }));

/** Frames of one speck after the other being wiped away, a cloth over it for two of them; at the end none is left. */
export function* huntedFrames(
  camera: MadeCamera,
  specks: readonly LiveSpeck[],
  framesEach: number,
): Generator<{ photo: Photo; left: number }> {
  const { panel } = camera;
  for (let gone = 0; gone <= specks.length; gone += 1) {
    const left = specks.slice(gone);
    for (let k = 0; k < framesEach; k += 1) {
      // The panel is moved a little halfway, as one does to see what is the camera's own.
      const moved = gone > 0 ? Math.round(1.5 * camera.pxPerMm) : 0;
      yield { photo: madeFrame(camera, speckScene(panel, left, null), moved), left: left.length };
    }
    const next = left[0];
    const cloth = next ? { ...next, radiusMm: 0.15 * Math.min(panel.widthMm, panel.heightMm) } : null;
    if (cloth)
      for (let k = 0; k < 2; k += 1)
        yield { photo: madeFrame(camera, speckScene(panel, left, cloth)), left: left.length };
  }
}
