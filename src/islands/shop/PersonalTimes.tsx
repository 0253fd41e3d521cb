import type { Technician } from "../../../server/store/technicians.ts";
import { t } from "../../../words/shop.ts";
import { TextEntry } from "../../ui/TextEntry.tsx";
import { toggled } from "../../ui/toggled.ts";
import { DayTicks } from "./DayTicks.tsx";

/** When somebody is there, as it is typed: like everybody where nothing is, or no day is told. */
export interface TypedTimes {
  hours: string;
  weekdays: readonly number[] | null;
}

const isSame = (a: readonly number[], b: readonly number[]) =>
  a.length === b.length && a.every((day) => b.includes(day));

/** Who is there at other hours, or on other days, than everybody. */
export function PersonalTimes({
  people,
  weekdays,
  times,
  faultOf,
  onChange,
}: {
  people: readonly Technician[];
  /** Everybody's. */
  weekdays: readonly number[];
  times: Readonly<Record<string, TypedTimes>>;
  faultOf: (key: string) => string | undefined;
  onChange: (key: string, times: TypedTimes) => void;
}) {
  return (
    <fieldset className="min-w-0">
      <legend className="text-soft">{t("who-is-there-when")}</legend>
      {people.map(({ key, name }) => {
        const own = times[key] ?? { hours: "", weekdays: null };
        const days = own.weekdays ?? weekdays;
        return (
          <div
            key={key}
            className="grid items-end gap-x-3 border-t border-line pb-1 sm:grid-cols-[minmax(0,1fr)_auto]"
          >
            <TextEntry
              label={t("hours-of", { person: name })}
              fault={faultOf(key)}
              value={own.hours}
              onChange={(hours) => onChange(key, { ...own, hours })}
            />
            <DayTicks
              days={days}
              of={name}
              onToggle={(weekday) => {
                const told = toggled(days, weekday);
                onChange(key, { ...own, weekdays: isSame(told, weekdays) ? null : told });
              }}
            />
          </div>
        );
      })}
    </fieldset>
  );
}
