import { cameraSheet } from "./camera-sheet.ts";
import { straightened, type Lens } from "./lens.ts";
import { ontoRectangle, type Corners } from "./square-up.ts";
import { exposed, type SensorLight } from "./camera-sensor.ts";

/** Light of a place on the bench, in mm of the panel from its upper left; a share of what fills the sensor. */
export type LiveScene = (xMm: number, yMm: number) => number;

interface Size {
  widthMm: number;
  heightMm: number;
}

/** What falls on a sensor that looks at a scene, the panel's corners being where they are in it; darker towards its own corners. */
export function lightOnSensor(
  scene: LiveScene,
  panel: Size,
  camera: { width: number; height: number; corners: Corners; vignetting?: number; lens?: Lens },
): SensorLight {
  const { width, height, corners, vignetting = 0.2, lens } = camera;
  const { widthMm, heightMm } = panel;
  const onPanel = ontoRectangle(widthMm, heightMm, corners);
  return exposed({ width, height, vignetting }, (x, y, out) => {
    const straight = lens ? straightened(lens, { x, y }) : { x, y };
    const at = onPanel(straight.x, straight.y);
    out[0] = out[1] = scene(at.x, at.y);
    out[2] = out[0] * 0.96;
  });
}

const inBox = (x: number, y: number, { widthMm, heightMm }: Size) =>
  x >= 0 && y >= 0 && x <= widthMm && y <= heightMm;

/** Light of a bench of grey plastic under a room's lamps, lighter to one side. */
const benchLight = (x: number, y: number) => 0.11 + 0.0002 * x + 0.0001 * y;

/** The sheet of dots on the bench, its middle on the middle of where a panel would lie. */
export function sheetScene({ widthMm, heightMm }: Size): LiveScene {
  const { columns, rows, pitchMm, dotMm } = cameraSheet;
  const [halfW, halfH] = [((columns - 1) / 2) * pitchMm, ((rows - 1) / 2) * pitchMm];
  return (x, y) => {
    const [dx, dy] = [x - widthMm / 2, y - heightMm / 2];
    if (Math.abs(dx) > halfW + 25 || Math.abs(dy) > halfH + 25) return benchLight(x, y);
    // From the nearest dot of the grid.
    const column = Math.min(columns - 1, Math.max(0, Math.round((dx + halfW) / pitchMm)));
    const row = Math.min(rows - 1, Math.max(0, Math.round((dy + halfH) / pitchMm)));
    const off = Math.hypot(dx + halfW - column * pitchMm, dy + halfH - row * pitchMm);
    return (off < dotMm / 2 ? 0.03 : 0.55) + 0.0004 * dx;
  };
}

export interface TurnedFilm {
  /** Long and short side, mm. */
  longMm: number;
  shortMm: number;
  /** How its long side lies, degrees counter-clockwise from the panel's width; its axis is along it. */
  angleDeg: number;
  /** Where its middle lies off the panel's, mm. */
  offMm: { x: number; y: number };
}

/** Light through two films along one another and across, as a share of the bare panel's: usual sheets, from memory. */
const [THROUGH_ALONG, THROUGH_ACROSS] = [0.84, 0.004];

/** A lit panel, brighter in its middle, whose light swings along `axisDeg`; over it a film, held by a hand at one end. */
export function filmScene(
  panel: Size,
  axisDeg: number,
  film: TurnedFilm | null,
  exposure: number,
): LiveScene {
  const [midX, midY] = [panel.widthMm / 2, panel.heightMm / 2];
  const reach2 = midX * midX + midY * midY;
  const turn = ((film?.angleDeg ?? 0) * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const apart = turn - (axisDeg * Math.PI) / 180;
  const through = THROUGH_ACROSS + (THROUGH_ALONG - THROUGH_ACROSS) * Math.cos(apart) ** 2;
  return (x, y) => {
    const isPanel = inBox(x, y, panel);
    let light = isPanel
      ? 0.72 * (1 - (0.3 * ((x - midX) ** 2 + (y - midY) ** 2)) / reach2)
      : benchLight(x, y);
    if (film) {
      const [dx, dy] = [x - midX - film.offMm.x, y - midY - film.offMm.y];
      // Counter-clockwise as it is seen: rows run downwards.
      const [along, up] = [dx * cos - dy * sin, dx * sin + dy * cos];
      if (Math.abs(along) <= film.longMm / 2 && Math.abs(up) <= film.shortMm / 2)
        light *= isPanel ? through : 0.6;
      // A thumb on its end, and the hand behind it.
      const [hx, hy] = [along - film.longMm / 2, up - 0.2 * film.shortMm];
      if (Math.hypot(hx + 2, hy) < 9 || (hx > 0 && Math.hypot(hx - 24, hy + 6) < 28)) light = 0.16;
    }
    return light * exposure;
  };
}

/** A glass with a printed border on a panel that is lit white: the picture lies off its middle and turned clockwise. */
export function borderScene(
  panel: Size,
  borderMm: number,
  { offsetXMm, offsetYMm, turnDeg }: { offsetXMm: number; offsetYMm: number; turnDeg: number },
): LiveScene {
  const [halfW, halfH] = [panel.widthMm / 2 - borderMm, panel.heightMm / 2 - borderMm];
  const [cos, sin] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)];
  return (x, y) => {
    if (!inBox(x, y, panel)) return 0.32 + benchLight(x, y);
    const [dx, dy] = [x - panel.widthMm / 2 - offsetXMm, y - panel.heightMm / 2 - offsetYMm];
    const [along, down] = [dx * cos + dy * sin, dy * cos - dx * sin];
    // Ink is nearly black; a room's lamp lies on the glass.
    const shine = 0.012 + 0.0001 * x;
    return Math.abs(along) <= halfW && Math.abs(down) <= halfH ? 0.66 + shine : 0.004 + shine;
  };
}

export interface LiveSpeck {
  xMm: number;
  yMm: number;
  sizeMm: number;
}

/** A panel that is off, light along its face: specks shine; a cloth may lie over a part of it. */
export function speckScene(
  panel: Size,
  specks: readonly LiveSpeck[],
  cloth: { xMm: number; yMm: number; radiusMm: number } | null,
): LiveScene {
  return (x, y) => {
    if (cloth && Math.hypot(x - cloth.xMm, y - cloth.yMm) < cloth.radiusMm)
      return 0.5 + 0.04 * Math.sin(2.1 * x) * Math.sin(2.3 * y);
    if (!inBox(x, y, panel)) return 0.1 + benchLight(x, y);
    const ground = 0.014 + 0.00004 * x;
    for (const { xMm, yMm, sizeMm } of specks)
      if (Math.hypot(x - xMm, y - yMm) < sizeMm / 2) return ground + 0.55;
    return ground;
  };
}
