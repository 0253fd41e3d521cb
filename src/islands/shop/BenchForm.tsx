import { useState } from "react";
import {
  hoursText,
  readHours,
  shopBench,
  stationNames,
  type ShopBench,
} from "../../../core/plan/shop-bench.ts";
import { capitalised } from "../../../core/words.ts";
import type { Technician } from "../../../server/store/technicians.ts";
import { dateFormat } from "../../../words/dates.ts";
import { t } from "../../../words/shop.ts";
import { term } from "../../../words/speaker.ts";
import { toggled } from "../../ui/toggled.ts";
import { typedNumber } from "../../ui/typed-number.ts";
import { ShopForm } from "./ShopForm.tsx";
import { TextEntry } from "../../ui/TextEntry.tsx";
import { useKept } from "./useKept.ts";

/** Monday first. */
const WEEK = [1, 2, 3, 4, 5, 6, 0] as const;
/** 4 January 1970 was a Sunday. */
const dayName = (weekday: number): string =>
  dateFormat({ weekday: "short", timeZone: "UTC" }).format(Date.UTC(1970, 0, 4 + weekday));

/** How many places each station has, when the bench is worked at, and who does not work where: the plan of the day is made with it. */
export function BenchForm({ initial, people }: { initial: ShopBench; people: readonly Technician[] }) {
  const [places, setPlaces] = useState<Record<string, string>>(
    Object.fromEntries(Object.entries(initial.places).map(([name, count]) => [name, String(count)])),
  );
  const [hours, setHours] = useState(hoursText(initial.hours));
  const [weekdays, setWeekdays] = useState(initial.weekdays);
  const [cannot, setCannot] = useState(initial.cannot);
  const [isByPerson, setIsByPerson] = useState(initial.isByPerson);
  const { faults, setFaults, said, setSaid, keep } = useKept(shopBench, "/api/shop/bench", t("kept"));
  const save = () => {
    const read = readHours(hours);
    if (!read) {
      setSaid(undefined);
      setFaults({ hours: t("type-hours-such-as", { hours }) });
      return undefined;
    }
    return keep({
      places: Object.fromEntries(Object.entries(places).map(([name, text]) => [name, typedNumber(text)])),
      hours: read,
      weekdays,
      cannot: Object.fromEntries(Object.entries(cannot).filter(([, stations]) => stations.length > 0)),
      isByPerson,
    });
  };
  const hoursFault = Object.entries(faults).find(([path]) => path.startsWith("hours"))?.[1];
  const tick = "inline-flex min-h-12 min-w-12 items-center justify-center gap-2";
  return (
    <ShopForm
      className="grid-cols-[minmax(0,1fr)]"
      onSave={() => void save()}
      save={t("save-the-bench")}
      said={said}
    >
      <div className="grid grid-cols-3 gap-3 sm:grid-cols-6">
        {stationNames.map((name) => (
          <TextEntry
            key={name}
            label={capitalised(term(name))}
            fault={faults[`places.${name}`]}
            inputMode="numeric"
            value={places[name] ?? ""}
            onChange={(text) => setPlaces({ ...places, [name]: text })}
          />
        ))}
      </div>
      <div className="grid gap-3 sm:grid-cols-2">
        <TextEntry label={t("hours-of-work")} fault={hoursFault} value={hours} onChange={setHours} />
        <fieldset className="min-w-0">
          <legend>{t("days-of-work")}</legend>
          <div className="flex flex-wrap gap-x-3">
            {WEEK.map((weekday) => (
              <label key={weekday} className={tick}>
                <input
                  type="checkbox"
                  className="size-6 accent-ink"
                  checked={weekdays.includes(weekday)}
                  onChange={() => setWeekdays(toggled(weekdays, weekday))}
                />
                {dayName(weekday)}
              </label>
            ))}
          </div>
          {faults.weekdays && <p className="edge-hatch text-danger">{t("choose-a-day")}</p>}
        </fieldset>
      </div>
      <label className="flex min-h-12 items-center gap-2">
        <input
          type="checkbox"
          className="size-6 shrink-0 accent-ink"
          checked={isByPerson}
          onChange={(event) => setIsByPerson(event.target.checked)}
        />
        <span>
          {t("plan-by-own-minutes")} <span className="text-soft">{t("all-see-own-minutes")}</span>
        </span>
      </label>
      {people.length > 0 && (
        <div className="relative min-w-0 overflow-x-auto">
          <table>
            <caption className="text-left text-soft">{t("who-works-where")}</caption>
            <thead>
              <tr>
                <td />
                {stationNames.map((name) => (
                  <th key={name} className="px-2 font-normal">
                    {term(name)}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {people.map(({ key, name: person }) => (
                <tr key={key} className="border-t border-line">
                  <th className="pr-3 text-left font-normal">{person}</th>
                  {stationNames.map((name) => (
                    <td key={name} className="text-center">
                      <label className={tick}>
                        <span className="sr-only">{t("works-at", { person, station: term(name) })}</span>
                        <input
                          type="checkbox"
                          className="size-6 accent-ink"
                          checked={!(cannot[key] ?? []).includes(name)}
                          onChange={() => setCannot({ ...cannot, [key]: toggled(cannot[key] ?? [], name) })}
                        />
                      </label>
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </ShopForm>
  );
}
