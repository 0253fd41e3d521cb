import { comparedKinds, type ComparedKind } from "../../../core/records/compared-kinds.ts";
import { type ComparedSum } from "../../../core/records/compared.ts";
import { PopoverNote } from "../../ui/PopoverNote.tsx";
import { t } from "../../../words/work.ts";

/** How what was measured stands to what was predicted, over jobs, in words. */
export function sumText({ what, n, simulated, middle, low, high }: ComparedSum): string {
  const { as, unit } = comparedKinds[what];
  const digits = (value: number) => (as === "difference" ? value.toFixed(1) : value.toFixed(2));
  const range =
    low === null || high === null ? "" : t("nine-in-ten-from-to", { low: digits(low), high: digits(high) });
  const times = t("times-of-these-simulated", { n, simulated });
  return as === "difference"
    ? t("differs-by", { middle: digits(middle), unit, range, times })
    : t("of-what-was-predicted", { middle: digits(middle), range, times });
}

/** How often the shop has measured what is predicted here, and a tap says with what result. Nothing where it never was. */
export function MeasuredHere({
  compared,
  of,
}: {
  compared: readonly ComparedSum[];
  of: readonly ComparedKind[];
}) {
  const sums = compared.filter(({ what }) => of.includes(what));
  if (sums.length === 0) return null;
  const n = Math.max(...sums.map((sum) => sum.n));
  return (
    <PopoverNote
      className="text-sm"
      heading={t("measured-beside-predicted")}
      shown={<span className="border-b border-ink">{t("measured-here-times", { n })}</span>}
    >
      <dl className="mt-1">
        {sums.map((sum) => (
          <div key={sum.what} className="mt-1">
            <dt className="first-letter:uppercase">{comparedKinds[sum.what].label}</dt>
            <dd className="text-soft">{sumText(sum)}</dd>
          </div>
        ))}
      </dl>
    </PopoverNote>
  );
}
