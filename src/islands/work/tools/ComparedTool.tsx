import { comparedKinds, comparedNames } from "../../../../core/records/compared-kinds.ts";
import { comparedOf, type Compared } from "../../../../core/records/compared.ts";
import { durationText } from "../../../../core/duration-text.ts";
import { sumText } from "../MeasuredHere.tsx";
import type { ToolProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

const figure = ({ what }: Compared, value: number): string => {
  const { unit } = comparedKinds[what];
  return unit === "s" ? durationText(value) : `${Number(value.toPrecision(3))} ${unit}`.trim();
};

/** The most rows of one kind that are listed. */
const MOST_ROWS = 12;

/** What this job has measured of what was predicted, and what the shop's jobs come to. */
export function ComparedTool({ scene, shop }: ToolProps) {
  const rows = comparedOf(scene);
  const known = comparedNames.filter(
    (what) => rows.some((row) => row.what === what) || shop.compared.some((sum) => sum.what === what),
  );
  if (known.length === 0) return <p className="mt-2 text-soft">{t("nothing-measured-yet-beside")}</p>;
  return (
    <table className="mt-2 w-full text-left" data-testid="compared">
      <thead>
        <tr className="border-b-2 border-ink">
          <th scope="col" className="py-1 pr-3">
            {t("what")}
          </th>
          <th scope="col" className="pr-3">
            {t("this-job-predicted-measured")}
          </th>
          <th scope="col">{t("all-jobs")}</th>
        </tr>
      </thead>
      <tbody>
        {known.map((what) => {
          const own = rows.filter((row) => row.what === what).slice(-MOST_ROWS);
          const sum = shop.compared.find((one) => one.what === what);
          return (
            <tr key={what} className="border-b border-line align-top">
              <th scope="row" className="py-1 pr-3 font-normal first-letter:uppercase">
                {comparedKinds[what].label}
              </th>
              <td className="py-1 pr-3">
                {own.length === 0 && <span className="text-soft">{t("not-yet")}</span>}
                {own.map((row, i) => (
                  <span key={i} className="block whitespace-nowrap">
                    {figure(row, row.predicted)} → <strong>{figure(row, row.measured)}</strong>
                    {row.isSimulated && <span className="text-soft"> {t("by-a-stand-in")}</span>}
                  </span>
                ))}
              </td>
              <td className="py-1">{sum ? sumText(sum) : ""}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
