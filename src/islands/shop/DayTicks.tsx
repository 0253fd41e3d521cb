import { dateFormat } from "../../../words/dates.ts";

/** Monday first. */
const WEEK = [1, 2, 3, 4, 5, 6, 0] as const;
/** 4 January 1970 was a Sunday. */
const dayName = (weekday: number): string =>
  dateFormat({ weekday: "short", timeZone: "UTC" }).format(Date.UTC(1970, 0, 4 + weekday));

/** The days of a week, each to be ticked. */
export const DayTicks = ({
  days,
  of,
  onToggle,
}: {
  days: readonly number[];
  /** Whose they are, where not everybody's. */
  of?: string;
  onToggle: (weekday: number) => void;
}) => (
  <div className="flex flex-wrap gap-x-3">
    {WEEK.map((weekday) => (
      <label key={weekday} className="inline-flex min-h-12 min-w-12 items-center justify-center gap-2">
        <input
          type="checkbox"
          className="size-6 accent-ink"
          checked={days.includes(weekday)}
          onChange={() => onToggle(weekday)}
        />
        {of !== undefined && <span className="sr-only">{of}</span>}
        {dayName(weekday)}
      </label>
    ))}
  </div>
);
