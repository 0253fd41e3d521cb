import { z } from "zod";
import { bounded, oneOf, utcTime } from "../units.ts";
import { t } from "../../words/records.ts";

/** What a bench can read by hand, with the unit its values are kept in and the bounds it can meet. */
export const readingKinds = {
  plate: {
    get label() {
      return t("plate");
    },
    unit: "C",
    min: -100,
    max: 400,
  },
  "glue line": {
    get label() {
      return t("glue-line");
    },
    unit: "C",
    min: -100,
    max: 400,
  },
  face: {
    get label() {
      return t("glass-face");
    },
    unit: "C",
    min: -100,
    max: 400,
  },
  room: {
    get label() {
      return t("room");
    },
    unit: "C",
    min: -30,
    max: 60,
  },
  irradiance: {
    get label() {
      return t("irradiance");
    },
    unit: "mW/cm2",
    min: 0,
    max: 100_000,
  },
  mass: {
    get label() {
      return t("adhesive-laid");
    },
    unit: "g",
    min: 0,
    max: 5_000,
  },
  viscosity: {
    get label() {
      return t("viscosity");
    },
    get unit() {
      return t("pa-s");
    },
    min: 0.001,
    max: 10_000,
  },
  settling: {
    get label() {
      return t("settled-after");
    },
    unit: "min",
    min: 0,
    max: 1_440,
  },
  "light dose": {
    get label() {
      return t("light-under-the-glass");
    },
    unit: "mJ/cm2",
    min: 0,
    max: 1_000_000,
  },
  "light level": {
    get label() {
      return t("light-level");
    },
    unit: "lx",
    min: 0,
    max: 10_000_000,
  },
  "chamber pressure": {
    get label() {
      return t("chamber");
    },
    unit: "bar",
    min: 0,
    max: 100,
  },
  "border offset": {
    get label() {
      return t("border-offset");
    },
    unit: "mm",
    min: 0,
    max: 50,
  },
} as const satisfies Record<string, { label: string; unit: string; min: number; max: number }>;
export type ReadingKind = keyof typeof readingKinds;
export const readingKindNames = Object.keys(readingKinds) as [ReadingKind, ...ReadingKind[]];

export const readingSources = ["hand", "logger", "photo", "simulated"] as const;
export type ReadingSource = (typeof readingSources)[number];

/** Kept to the millisecond in one way of writing. */
const instant = () =>
  utcTime().overwrite((text) => (Number.isNaN(Date.parse(text)) ? text : new Date(text).toISOString()));

/** What is wrong with a value of a quantity, in words; null where it can be. */
export function readingFault(quantity: ReadingKind, value: number): string | null {
  const { min, max, unit } = readingKinds[quantity];
  return value < min || value > max ? t("must-be-a-number-from-to", { value, unit, min, max }) : null;
}

/** One quantity as it was read, once or as a logger wrote it down. */
export const readingTold = z
  .strictObject({
    quantity: oneOf(readingKindNames),
    source: oneOf(readingSources),
    values: z
      .array(z.strictObject({ at: instant(), value: bounded(-1e6, 1e6) }))
      .min(1)
      .max(2_000),
  })
  .superRefine(({ quantity, values }, context) => {
    values.forEach(({ value }, i) => {
      const fault = readingFault(quantity, value);
      if (fault) context.addIssue({ code: "custom", path: ["values", i, "value"], message: fault });
    });
  });
