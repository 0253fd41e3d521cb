import { randomStream } from "../random.ts";
import type { DefectKind } from "./defects.ts";
import type { PanelDefect } from "./lit-panel.ts";

/** From least to most, mm: what a shop wants to find of each kind. */
export const plantedMm: Readonly<Record<DefectKind, readonly [number, number]>> = {
  speck: [0.1, 0.5],
  fibre: [1, 4],
  bubble: [0.6, 2.5],
  scratch: [2, 8],
  patch: [5, 9],
};

/** Defects of some kinds, apart from one another and from the rim; a scratch takes at least a tenth of the light. */
export function scatterDefects(
  seed: number,
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
  kinds: readonly DefectKind[],
): PanelDefect[] {
  const random = randomStream(seed);
  const scattered: PanelDefect[] = [];
  for (const kind of kinds) {
    for (let tries = 0; tries < 200; tries += 1) {
      const [least, most] = plantedMm[kind];
      const sizeMm = least * (most / least) ** random();
      const rim = sizeMm / 2 + 1.5;
      const defect = {
        kind,
        xMm: rim + (widthMm - 2 * rim) * random(),
        yMm: rim + (heightMm - 2 * rim) * random(),
        sizeMm,
        strength: kind === "scratch" ? 0.1 + 0.25 * random() : random(),
        angle: Math.PI * random(),
      };
      const isClear = scattered.every(
        (other) =>
          Math.hypot(other.xMm - defect.xMm, other.yMm - defect.yMm) > (other.sizeMm + sizeMm) / 2 + 1.5,
      );
      if (!isClear) continue;
      scattered.push(defect);
      break;
    }
  }
  return scattered;
}

/** Which of the found places each planted defect is, by its index, or -1; none is given away twice. */
export function hitsOf(
  planted: readonly Pick<PanelDefect, "xMm" | "yMm" | "sizeMm">[],
  found: readonly { xMm: number; yMm: number }[],
): number[] {
  const used = new Set<number>();
  return planted.map(({ xMm, yMm, sizeMm }) => {
    const withinMm = Math.max(0.6, 0.45 * sizeMm);
    const hit = found.findIndex(
      (place, i) => !used.has(i) && Math.hypot(place.xMm - xMm, place.yMm - yMm) < withinMm,
    );
    if (hit >= 0) used.add(hit);
    return hit;
  });
}
