import { moneyText } from "../../../core/money.ts";
import type { FamilyMoney } from "../../../server/store/job-records.ts";
import { t } from "../../../words/yield.ts";
import { cell, opener, Table } from "./tables.tsx";
import { useOfPeriod, type Period } from "./useOfPeriod.ts";

/** What the jobs of each family brought, what they took, and what was left; the least first. */
export function MoneyTable({
  nowMs,
  period,
  who,
  family,
  onOpen,
}: {
  nowMs: number;
  period: Period;
  who: string;
  /** The only one that is shown; all where it is empty. */
  family: string;
  onOpen: (family: string) => void;
}) {
  const { told, isAway, again } = useOfPeriod<FamilyMoney[]>("/api/records/money", nowMs, period, who);
  if (told === null)
    return isAway ? (
      <p>
        {t("no-answer")}{" "}
        <button type="button" className="control px-3" onClick={again}>
          {t("try-again")}
        </button>
      </p>
    ) : (
      <p>{t("fetching")}</p>
    );
  const leftOf = ({ chargedMinor, materialsMinor, labourMinor }: FamilyMoney) =>
    chargedMinor - materialsMinor - labourMinor;
  const shown = told
    .filter((one) => family === "" || one.family === family)
    .sort((a, b) => leftOf(a) - leftOf(b));
  const untold = shown.reduce((jobs, one) => jobs + one.untoldJobs, 0);
  return (
    <>
      <Table
        head={[t("family"), t("jobs-measured"), t("charged"), t("materials"), t("labour"), t("left-over")]}
      >
        {shown.map((one) => {
          const money = (minor: number) => moneyText(minor, one.currency);
          const left = leftOf(one);
          return (
            <tr key={`${one.family} ${one.currency}`}>
              <td className={cell}>
                <button type="button" className={opener} onClick={() => onOpen(one.family)}>
                  {one.family}
                </button>
              </td>
              <td className={cell}>{one.jobs}</td>
              <td className={cell}>{money(one.chargedMinor)}</td>
              <td className={cell}>
                {money(one.materialsMinor)}
                {one.untoldJobs > 0 && " *"}
              </td>
              <td className={cell}>
                {t("money-for-hours", { money: money(one.labourMinor), hours: one.hours.toFixed(1) })}
              </td>
              <td className={`${cell} font-semibold ${left < 0 ? "text-danger" : ""}`}>{money(left)}</td>
            </tr>
          );
        })}
      </Table>
      {untold > 0 && <p>{t("cost-untold-in", { jobs: untold })}</p>}
      <p className="text-soft">{t("what-money-is")}</p>
    </>
  );
}
