import { z } from "zod";
import type { ReadingKind } from "../records/reading.ts";
import { boundedWhole, fahrenheitToCelsius, oneOf } from "../units.ts";

/** A number as an instrument prints it: its sign may stand apart, its decimals after a point or a comma. */
const NUMBER = /(?:[+-]\s*)?\d+(?:[.,]\d+)?(?:[eE][+-]?\d+)?/g;
export const LONGEST_LINE = 300;

/** How an instrument writes a line: its text with every number as "#", and which of the numbers is the reading, from 0. */
export const lineForm = z.strictObject({
  shape: z.string().max(LONGEST_LINE),
  number: boundedWhole(0, 50),
});
export type LineForm = z.output<typeof lineForm>;

/** A number of a line, with what is printed right after it. */
export interface PrintedNumber {
  text: string;
  value: number;
  after: string;
}

const squeezed = (text: string): string => text.replaceAll(/\s+/g, " ").trim();

/** Whether a number stands for itself: the digit of "T1" or "cm2" belongs to its word. */
const isOwn = (text: string, at: number, printed: string): boolean =>
  /[.,]/.test(printed) || !/[A-Za-z]/.test(text.charAt(at - 1));

/** What a line says besides its numbers; a line of another shape ("not steady", "overload") is another saying. */
const shapeOf = (line: string): string =>
  squeezed(
    squeezed(line).replaceAll(NUMBER, (printed: string, at: number, text: string) =>
      isOwn(text, at, printed) ? " # " : printed,
    ),
  );

/** The numbers of a line in their order. */
export function numbersIn(line: string): PrintedNumber[] {
  const text = squeezed(line).slice(0, LONGEST_LINE);
  const found = [...text.matchAll(NUMBER)].filter((match) => isOwn(text, match.index, match[0]));
  return found.map((match) => ({
    text: match[0].trim(),
    value: Number(match[0].replaceAll(/\s/g, "").replace(",", ".")),
    after: /^[\s,;]*([^\s\d,;][^\s,;]*)?/.exec(text.slice(match.index + match[0].length))![1] ?? "",
  }));
}

/**
 * The form of a line that was pasted or seen. Without a choice the reading is the first number that a unit follows, else the last.
 *
 * @example
 * formOf("ST,GS,+   1.234 g") // { shape: "ST,GS, # g", number: 0 }
 */
export function formOf(line: string, number?: number): LineForm | null {
  const numbers = numbersIn(line);
  if (numbers.length === 0) return null;
  const likely = numbers.findIndex(({ after }) => unitNamed(after) !== null);
  return { shape: shapeOf(line), number: number ?? (likely >= 0 ? likely : numbers.length - 1) };
}

/**
 * The reading of a line of this form, as printed; null where the line says something else.
 *
 * @example
 * readLine({ shape: "ST,GS, # g", number: 0 }, "ST,GS,-   0.52 g") // -0.52
 */
export function readLine({ shape, number }: LineForm, line: string): number | null {
  if (line.length > LONGEST_LINE || shapeOf(line) !== shape) return null;
  return numbersIn(line)[number]?.value ?? null;
}

/** Units that instruments print, by what is measured: the first of each is what the record keeps. */
const printed = {
  C: { C: (v) => v, F: fahrenheitToCelsius, K: (v) => v - 273.15 },
  g: { g: (v) => v, mg: (v) => v / 1_000, kg: (v) => v * 1_000, oz: (v) => v * 28.349523125 },
  "mW/cm2": {
    "mW/cm2": (v) => v,
    "W/m2": (v) => v / 10,
    "uW/cm2": (v) => v / 1_000,
    "W/cm2": (v) => v * 1_000,
  },
  "Pa s": { "Pa s": (v) => v, "mPa s": (v) => v / 1_000, cP: (v) => v / 1_000 },
  bar: { bar: (v) => v, kPa: (v) => v / 100, MPa: (v) => v * 10, psi: (v) => v * 0.0689475729 },
  mm: { mm: (v) => v, in: (v) => v * 25.4, um: (v) => v / 1_000 },
  min: { min: (v) => v, s: (v) => v / 60 },
  // How light compares at two angles is all that counts: a meter's own scale does as well.
  lx: { lx: (v) => v, klx: (v) => v * 1_000, "cd/m2": (v) => v, V: (v) => v * 1_000, mV: (v) => v },
  "mJ/cm2": { "mJ/cm2": (v) => v, "J/cm2": (v) => v * 1_000, "J/m2": (v) => v / 10 },
} as const satisfies Record<string, Record<string, (value: number) => number>>;

const quantityUnits: Record<ReadingKind, keyof typeof printed> = {
  plate: "C",
  "glue line": "C",
  face: "C",
  room: "C",
  irradiance: "mW/cm2",
  mass: "g",
  viscosity: "Pa s",
  "chamber pressure": "bar",
  "border offset": "mm",
  settling: "min",
  "light dose": "mJ/cm2",
  "light level": "lx",
};

export type PrintedUnit = { [Of in keyof typeof printed]: keyof (typeof printed)[Of] }[keyof typeof printed];
const allUnits = Object.values(printed).flatMap((units) => Object.keys(units)) as PrintedUnit[];
export const printedUnit = () => oneOf(allUnits);

/** The units in which an instrument may print a quantity. */
export const unitsFor = (quantity: ReadingKind): PrintedUnit[] =>
  Object.keys(printed[quantityUnits[quantity]]) as PrintedUnit[];

/** The unit that a printed name stands for, whatever its dress: "°C", "degC", "mW/cm²", "µW/cm2". */
function unitNamed(name: string): PrintedUnit | null {
  const plain = name
    .replace(/^(°|º|deg\.?)/i, "")
    .replace("²", "2")
    .replace("^2", "2")
    .replace(/^[µμ]/, "u");
  return (
    allUnits.find((unit) => unit === plain) ??
    allUnits.find((unit) => plain !== "" && unit.toLowerCase() === plain.toLowerCase()) ??
    null
  );
}

/** The unit that stands after the reading of a line, where it is one of this quantity's. */
export function unitIn(quantity: ReadingKind, line: string, { number }: LineForm): PrintedUnit | null {
  const found = unitNamed(numbersIn(line)[number]?.after ?? "");
  return found !== null && unitsFor(quantity).includes(found) ? found : null;
}

/** A printed value as the record keeps it. */
export const inKeptUnit = (quantity: ReadingKind, unit: PrintedUnit, value: number): number =>
  (printed[quantityUnits[quantity]] as Record<string, (value: number) => number>)[unit]!(value);

/** How an instrument is read: the form of its lines and the unit that they print. */
export interface LearnedLine {
  form: LineForm;
  unit: PrintedUnit;
}

/** What a line teaches of how its instrument is read: its form, and its unit or else the one that is `usual` here. Null without a number. */
export function learnedFrom(
  quantity: ReadingKind,
  line: string,
  { number, usual }: { number?: number; usual?: PrintedUnit | null } = {},
): LearnedLine | null {
  const form = formOf(line, number);
  return form && { form, unit: unitIn(quantity, line, form) ?? usual ?? unitsFor(quantity)[0]! };
}

/** What a line says, as the record keeps it; null where it says something else. */
export function keptValue(quantity: ReadingKind, { form, unit }: LearnedLine, line: string): number | null {
  const printedValue = readLine(form, line);
  return printedValue === null ? null : Number(inKeptUnit(quantity, unit, printedValue).toPrecision(9));
}
