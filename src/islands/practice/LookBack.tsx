import { t } from "../../../words/practice.ts";

/** What to change next time, and a slider over each second. */
export const LookBack = ({
  advice,
  atS,
  most,
  value,
  onChange,
}: {
  advice: string;
  atS: number;
  most: number;
  value: number;
  onChange: (second: number) => void;
}) => (
  <>
    <p className="font-semibold">{advice}</p>
    <label className="grid gap-1">
      {t("look-at-second", { second: Math.round(atS) })}
      <input
        type="range"
        className="min-h-12 accent-ink"
        min={0}
        max={most}
        value={value}
        onChange={({ target }) => onChange(Number(target.value))}
      />
    </label>
  </>
);
