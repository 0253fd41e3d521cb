import { z } from "zod";
import { defineCalculation } from "../calculation.ts";
import { pixelFaultsInput, type PixelFaultKind, type PixelFaultsInput } from "./pixel-faults-input.ts";
import { t } from "../../words/prove.ts";

/** The types of the standard: a pixel always lit, a pixel never lit, and a part of a pixel that is either. */
const typeOf: Record<PixelFaultKind, 1 | 2 | 3> = {
  bright: 1,
  dark: 2,
  "subpixel bright": 3,
  "subpixel dark": 3,
};

export const pixelClasses = ["0", "I", "II", "III", "IV", "beyond IV"] as const;
export type PixelClass = (typeof pixelClasses)[number];

/** Faults of types 1, 2 and 3 allowed for each million pixels. ISO 9241-307, from memory. */
const allowedPerMillion: Record<Exclude<PixelClass, "beyond IV">, readonly [number, number, number]> = {
  "0": [0, 0, 0],
  I: [1, 1, 2],
  II: [2, 2, 5],
  III: [5, 15, 50],
  IV: [50, 150, 500],
};

export const pixelFaultsResult = z.strictObject({
  counts: z.strictObject({ type1: z.int(), type2: z.int(), type3: z.int() }),
  perMillion: z.strictObject({ type1: z.number(), type2: z.number(), type3: z.number() }),
  /** Faults that share a block of five by five pixels with another. */
  clustered: z.int(),
  class: z.enum(pixelClasses),
  source: z.string(),
});
export type PixelFaults = z.output<typeof pixelFaultsResult>;

/** Side of the block within which two faults are a cluster, px. From memory of the standard. */
const CLUSTER_PX = 5;

/**
 * Which class of ISO 9241-307 a panel's pixel faults leave it in (from memory): the best class whose numbers for each million pixels are
 * not passed, rounded up to whole faults for a panel of this size. Clusters are counted and not classed.
 */
export function calculatePixelFaults(input: PixelFaultsInput): PixelFaults {
  const { widthPx, heightPx, faults } = pixelFaultsInput.parse(input);
  const millions = (widthPx * heightPx) / 1e6;
  const count = (type: 1 | 2 | 3) => faults.filter(({ kind }) => typeOf[kind] === type).length;
  const counts = [count(1), count(2), count(3)] as const;
  const allowed = (perMillion: number) => Math.ceil(perMillion * millions - 1e-9);
  const fits = (name: keyof typeof allowedPerMillion) =>
    counts.every((found, i) => found <= allowed(allowedPerMillion[name][i]!));
  const names = pixelClasses.filter((name) => name !== "beyond IV");
  const clustered = faults.filter((a) =>
    faults.some(
      (b) => a !== b && Math.abs(a.xPx - b.xPx) < CLUSTER_PX && Math.abs(a.yPx - b.yPx) < CLUSTER_PX,
    ),
  ).length;
  const named = (of: (i: number) => number) => ({ type1: of(0), type2: of(1), type3: of(2) });
  return {
    counts: named((i) => counts[i]!),
    perMillion: named((i) => counts[i]! / millions),
    clustered,
    class: names.find(fits) ?? "beyond IV",
    source: t("iso-9241-307-from-memory"),
  };
}

export const pixelFaults = defineCalculation({
  name: "pixel-faults",
  purpose: "Which class of ISO 9241-307 (from memory) a panel's pixel faults leave it in.",
  input: pixelFaultsInput,
  result: pixelFaultsResult,
  calculate: calculatePixelFaults,
});
