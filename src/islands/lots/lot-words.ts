import { isOutOfDate, lastDayOf, lotUnits, type LotKind } from "../../../core/materials/lots.ts";
import type { Lot } from "../../../core/materials/shelf-lot.ts";
import { t } from "../../../words/lots.ts";

/** How much there is, as it is read off a bottle or roll. */
export const quantityText = (kind: LotKind, quantity: number): string =>
  kind === "tape"
    ? `${(quantity / 1_000).toFixed(1)} m`
    : kind === "film"
      ? t("sheets", { quantity })
      : `${Number(quantity.toFixed(1))} ${lotUnits[kind]}`;

/** Until when a lot is good, or since when it is not. */
export function dateText(lot: Pick<Lot, "expiresOn" | "openedOn" | "openDays">, nowMs: number): string {
  const day = lastDayOf(lot);
  if (day === null) return t("no-date");
  return isOutOfDate(lot, nowMs) ? t("out-of-date-since", { day }) : t("good-until-2", { day });
}
