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
import { t } from "../../../words/shop.ts";
import { term } from "../../../words/speaker.ts";
import { toggled } from "../../ui/toggled.ts";
import { typedNumber } from "../../ui/typed-number.ts";
import { DayTicks } from "./DayTicks.tsx";
import { PersonalTimes, type TypedTimes } from "./PersonalTimes.tsx";
import { ShopForm } from "./ShopForm.tsx";
import { TextEntry } from "../../ui/TextEntry.tsx";
import { useKept } from "./useKept.ts";

const typedTimes = ({ own }: ShopBench): Record<string, TypedTimes> =>
  Object.fromEntries(
    Object.entries(own).map(([key, { hours, weekdays = null }]) => [
      key,
      { hours: hours ? hoursText(hours) : "", weekdays },
    ]),
  );

/** The hours and days of those who are there at others; the first of them whose hours cannot be read. */
function readTimes(times: Readonly<Record<string, TypedTimes>>): {
  own: ShopBench["own"];
  wrong: string | null;
} {
  let wrong: string | null = null;
  const own = Object.entries(times).flatMap(([key, { hours, weekdays }]) => {
    const read = hours.trim() === "" ? undefined : readHours(hours);
    if (read === null) wrong ??= key;
    const told = { ...(read ? { hours: read } : {}), ...(weekdays ? { weekdays: [...weekdays] } : {}) };
    return Object.keys(told).length === 0 ? [] : [[key, told] as const];
  });
  return { own: Object.fromEntries(own), wrong };
}

/** How many places each station has, when the bench is worked at, by whom when, and who does not work where: the plan of the day is made with it. */
export function BenchForm({ initial, people }: { initial: ShopBench; people: readonly Technician[] }) {
  const [places, setPlaces] = useState<Record<string, string>>(
    Object.fromEntries(Object.entries(initial.places).map(([name, count]) => [name, String(count)])),
  );
  const [hours, setHours] = useState(hoursText(initial.hours));
  const [weekdays, setWeekdays] = useState(initial.weekdays);
  const [cannot, setCannot] = useState(initial.cannot);
  const [times, setTimes] = useState(() => typedTimes(initial));
  const [isByPerson, setIsByPerson] = useState(initial.isByPerson);
  const { faults, setFaults, said, setSaid, keep } = useKept(shopBench, "/api/shop/bench", t("kept"));
  const save = () => {
    const read = readHours(hours);
    const { own, wrong } = readTimes(times);
    if (!read || wrong !== null) {
      setSaid(undefined);
      setFaults({
        ...(read ? {} : { hours: t("type-hours-such-as", { hours }) }),
        ...(wrong === null
          ? {}
          : { [`own.${wrong}`]: t("type-hours-such-as", { hours: times[wrong]!.hours }) }),
      });
      return undefined;
    }
    return keep({
      places: Object.fromEntries(Object.entries(places).map(([name, text]) => [name, typedNumber(text)])),
      hours: read,
      weekdays,
      own,
      cannot: Object.fromEntries(Object.entries(cannot).filter(([, stations]) => stations.length > 0)),
      isByPerson,
    });
  };
  const faultAt = (start: string) =>
    Object.entries(faults).find(
      ([path]) => path === start || path.startsWith(`${start}.`) || path.startsWith(`${start}[`),
    )?.[1];
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
        <TextEntry label={t("hours-of-work")} fault={faultAt("hours")} value={hours} onChange={setHours} />
        <fieldset className="min-w-0">
          <legend>{t("days-of-work")}</legend>
          <DayTicks days={weekdays} onToggle={(weekday) => setWeekdays(toggled(weekdays, weekday))} />
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
        <PersonalTimes
          people={people}
          weekdays={weekdays}
          times={times}
          faultOf={(key) => faultAt(`own.${key}`)}
          onChange={(key, told) => setTimes({ ...times, [key]: told })}
        />
      )}
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
