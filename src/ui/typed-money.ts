import { MOST_COST_MINOR } from "../../core/materials/cost.ts";
import { exactMoney } from "../../core/exact-money.ts";
import { minorPerMajor, moneyTyped } from "../../core/money.ts";
import { t } from "../../words/lots.ts";

/** A cost as it stands in its field. */
export const moneyField = (minor: number | null, currency: string): string =>
  minor === null ? "" : String(minor / minorPerMajor(currency));

/** What was typed as a cost, in the minor unit: null where the field is empty; or what is wrong with it. */
export function costTyped(typed: string, currency: string): { costMinor: number | null } | { fault: string } {
  if (typed.trim() === "") return { costMinor: null };
  const minor = moneyTyped(typed, currency);
  return minor === null || minor > MOST_COST_MINOR
    ? { fault: t("must-be-money", { typed, most: exactMoney(MOST_COST_MINOR, currency) }) }
    : { costMinor: minor };
}
