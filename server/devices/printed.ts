import { formOf, readLine } from "../../core/readings/line-form.ts";

/** A stand-in prints lines as an instrument of its kind does, and what it says is read from them as from a real one's. */
export function printedBy(print: (value: string) => string): (value: number, decimals: number) => number {
  const form = formOf(print("1.5"))!;
  return (value, decimals) => readLine(form, print(value.toFixed(decimals)))!;
}
