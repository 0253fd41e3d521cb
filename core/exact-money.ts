import { minorPerMajor } from "./money.ts";

/** Money to the minor unit: nothing is rounded. */
export function exactMoney(minor: number, currency: string): string {
  const per = minorPerMajor(currency);
  return `${(minor / per).toFixed(Math.round(Math.log10(per)))} ${currency}`;
}
