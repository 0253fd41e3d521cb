import type { ScrewPlace } from "../core/stack/family.ts";

export const glueBand =
  "common practice: optical adhesive parts easily from about 70 °C; assumed until measured";

export const picture = {
  key: "picture",
  name: "Picture",
  how: "black, white and colours, no new line or spot",
};
export const touch = { key: "touch", name: "Touch", how: "one unbroken drag over the whole area" };
export const brightness = {
  key: "brightness",
  name: "Brightness",
  how: "from lowest to highest without a step",
};
export const buttons = { key: "buttons", name: "Buttons", how: "each one pressed, each one answers" };
export const sound = { key: "sound", name: "Sound", how: "a tone from every opening" };
export const light = { key: "light-sensor", name: "Light sensor", how: "covered, the picture dims" };
export const charging = { key: "charging", name: "Charging", how: "the contacts charge" };

/** Screws along the rim of a back, evenly from the upper left, `insetMm` in. */
export function rim(
  [widthMm, heightMm]: readonly [number, number],
  count: number,
  insetMm: number,
  under?: string,
): ScrewPlace[] {
  const [w, h] = [widthMm - 2 * insetMm, heightMm - 2 * insetMm];
  return Array.from({ length: count }, (_, i) => {
    const along = ((2 * (w + h)) / count) * i;
    const [x, y] =
      along < w
        ? [along, 0]
        : along < w + h
          ? [w, along - w]
          : along < 2 * w + h
            ? [2 * w + h - along, h]
            : [0, 2 * (w + h) - along];
    const round = (mm: number) => Number((insetMm + mm).toFixed(1));
    return { xMm: round(x), yMm: round(y), ...(under ? { under } : {}) };
  });
}

/** Screws of a bracket: a row from one place to another. */
export const row = (
  count: number,
  [x0, y0]: readonly [number, number],
  [x1, y1]: readonly [number, number],
  under?: string,
): ScrewPlace[] =>
  Array.from({ length: count }, (_, i) => {
    const share = count === 1 ? 0 : i / (count - 1);
    const round = (mm: number) => Number(mm.toFixed(1));
    return {
      xMm: round(x0 + share * (x1 - x0)),
      yMm: round(y0 + share * (y1 - y0)),
      ...(under ? { under } : {}),
    };
  });
