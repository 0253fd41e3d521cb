import { z } from "zod";
import { key } from "../stack/family.ts";
import { bounded, boundedWhole, oneOf } from "../units.ts";
import { t } from "../../words/plan.ts";
import { hourText } from "./hour-text.ts";
import { usualStations, type StationName } from "./job-steps.ts";

export const stationNames = usualStations.map(({ name }) => name) as [StationName, ...StationName[]];

/** From when to when the bench is worked at, hours of the day. */
const hours = z.strictObject({ from: bounded(0, 24), to: bounded(0, 24) });

const spans = z.array(hours).min(1).max(4);
/** Days of the week, 0 for Sunday. */
const days = z.array(boundedWhole(0, 6)).min(1).max(7);

/** What a shop has and when it works: the plan of the day is made with it. */
export const shopBench = z
  .strictObject({
    /** How many places each station has. */
    places: z.strictObject(
      Object.fromEntries(stationNames.map((name) => [name, boundedWhole(1, 20)])) as Record<
        StationName,
        z.ZodNumber
      >,
    ),
    hours: spans,
    /** Days that are worked. */
    weekdays: days,
    /** Hours and days of those who are there at others than the rest. */
    own: z.record(key(), z.strictObject({ hours: spans.optional(), weekdays: days.optional() })).default({}),
    /** Stations that somebody does not work at; everybody else works everywhere. */
    cannot: z.record(key(), z.array(oneOf(stationNames)).max(stationNames.length)),
    /** Whether the plan goes by how long each person takes: whoever sees it then sees how long somebody is planned for. */
    isByPerson: z.boolean().default(false),
  })
  .superRefine(({ hours: everybodys, own }, context) => {
    const inOrder = (path: string[], given: ShopBench["hours"]) =>
      given.forEach(({ from, to }, k) => {
        const before = given[k - 1];
        if (to <= from || (before && from < before.to))
          context.addIssue({
            code: "custom",
            path: [...path, k],
            message: t("hours-come-one-after-the-other"),
          });
      });
    inOrder(["hours"], everybodys);
    for (const [who, times] of Object.entries(own)) inOrder(["own", who, "hours"], times.hours ?? []);
  });
export type ShopBench = z.output<typeof shopBench>;

/** A bench as it usually is. Common practice, no source. */
export const usualBench: ShopBench = {
  places: Object.fromEntries(usualStations.map(({ name, places }) => [name, places])) as Record<
    StationName,
    number
  >,
  hours: [
    { from: 8, to: 12.5 },
    { from: 13, to: 17 },
  ],
  weekdays: [0, 1, 2, 3, 4, 5, 6],
  own: {},
  cannot: {},
  isByPerson: false,
};

/**
 * Hours as they are typed.
 *
 * @example
 * hoursText([{ from: 8, to: 12.5 }, { from: 13, to: 17 }]) // "8:00-12:30, 13:00-17:00"
 */
export const hoursText = (spans: ShopBench["hours"]): string =>
  spans.map(({ from, to }) => `${hourText(from)}-${hourText(to)}`).join(", ");

const SPAN = /^(\d{1,2})(?::(\d{2}))?\s*[-–]\s*(\d{1,2})(?::(\d{2}))?$/;

/**
 * Hours of what was typed; null where it cannot be read.
 *
 * @example
 * readHours("8-12:30, 13:00 - 17") // [{ from: 8, to: 12.5 }, { from: 13, to: 17 }]
 */
export function readHours(text: string): ShopBench["hours"] | null {
  const spans = text.split(",").map((part) => SPAN.exec(part.trim()));
  const read = spans.flatMap((found) =>
    found && Number(found[2] ?? 0) < 60 && Number(found[4] ?? 0) < 60
      ? [
          {
            from: Number(found[1]) + Number(found[2] ?? 0) / 60,
            to: Number(found[3]) + Number(found[4] ?? 0) / 60,
          },
        ]
      : [],
  );
  return read.length === spans.length ? read : null;
}
