import { t } from "../../../words/practice.ts";

/** A number that is set by pressing less and more. */
export function StepEntry({
  label,
  value,
  step,
  least,
  most,
  onChange,
}: {
  label: string;
  value: number;
  step: number;
  least: number;
  most: number;
  onChange: (value: number) => void;
}) {
  const to = (next: number) => onChange(Math.min(most, Math.max(least, next)));
  return (
    <div role="group" aria-label={label} className="flex items-center gap-2">
      <span className="flex-1">{label}</span>
      <button
        type="button"
        className="control min-w-12"
        aria-label={`${t("less")}, ${label}`}
        onClick={() => to(value - step)}
      >
        −
      </button>
      <span className="min-w-12 text-center text-xl font-semibold" aria-live="polite">
        {value}
      </span>
      <button
        type="button"
        className="control min-w-12"
        aria-label={`${t("more")}, ${label}`}
        onClick={() => to(value + step)}
      >
        +
      </button>
    </div>
  );
}
