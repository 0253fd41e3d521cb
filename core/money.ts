const formats = new Map<string, Intl.NumberFormat>();

function formatOf(currency: string): Intl.NumberFormat {
  let made = formats.get(currency);
  if (!made) {
    made = new Intl.NumberFormat("en", { style: "currency", currency, currencyDisplay: "code" });
    formats.set(currency, made);
  }
  return made;
}

/** How many of the minor unit make one of the currency: 100 cents, 1 yen. */
export const minorPerMajor = (currency: string): number =>
  10 ** (formatOf(currency).resolvedOptions().maximumFractionDigits ?? 2);

/** Money in the minor unit, as it is said: whole units unless they are few. */
export function moneyText(minor: number, currency: string): string {
  const major = minor / minorPerMajor(currency);
  const digits =
    Math.abs(major) >= 100 ? 0 : (formatOf(currency).resolvedOptions().maximumFractionDigits ?? 2);
  return `${major.toLocaleString("en", { minimumFractionDigits: digits, maximumFractionDigits: digits })} ${currency}`;
}

/** What was typed as money, in the minor unit; null where it is no such number. */
export function moneyTyped(typed: string, currency: string): number | null {
  const major = Number(typed.trim().replace(",", "."));
  if (typed.trim() === "" || !Number.isFinite(major) || major < 0) return null;
  return Math.round(major * minorPerMajor(currency));
}
