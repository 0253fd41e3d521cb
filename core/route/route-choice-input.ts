import { z } from "zod";
import { bounded, boundedWhole, words } from "../units.ts";
import { t } from "../../words/route.ts";

const money = () => bounded(0, 1e10);

export const routeChoiceInput = z
  .strictObject({
    options: z
      .array(
        z.strictObject({
          name: words(80),
          /** Price of the parts. Any unit of money, the same throughout. */
          parts: money(),
          hours: bounded(0, 1_000),
          /** This shop's own past jobs: how many were tried, how many went well. */
          wins: boundedWhole(0, 1_000_000),
          tries: boundedWhole(0, 1_000_000),
          /** The option that is gone over to where this one fails. Without one a failure ends the repair. */
          onFail: words(80).optional(),
        }),
      )
      .min(1)
      .max(20),
    ratePerHour: money(),
    /** The starting estimate before any job counts: so many successes out of so many tries. */
    priorWins: bounded(0.01, 1_000),
    priorTries: bounded(0.02, 2_000),
    /** What the working device is worth to its owner; lost where the repair ends without one. */
    value: money().optional(),
    /** What is charged above parts and time, %. None where it is left out. */
    marginPct: bounded(0, 1_000).optional(),
    /** How much of what failures cost is spread over all such repairs, %; the rest is charged where one fails. All of it there where it is left out. */
    riskSharePct: bounded(0, 100).optional(),
    /** The tax that comes on top of each price, %; no price has it in it. */
    taxPct: bounded(0, 100).optional(),
  })
  .superRefine((input, context) => {
    const fault = (path: (string | number)[], message: string) =>
      context.addIssue({ code: "custom", path, message });
    if (input.priorWins >= input.priorTries) {
      fault(
        ["priorWins"],
        t("must-be-below-priortries-which-is", { priorWins: input.priorWins, priorTries: input.priorTries }),
      );
    }
    const names = input.options.map((option) => option.name);
    input.options.forEach((option, i) => {
      if (names.indexOf(option.name) !== i)
        fault(["options", i, "name"], t("stands-twice-names-must-differ", { name: option.name }));
      if (option.wins > option.tries) {
        fault(
          ["options", i, "wins"],
          t("must-be-at-most-tries-which-is", { wins: option.wins, tries: option.tries }),
        );
      }
      if (option.onFail !== undefined && !names.includes(option.onFail)) {
        fault(
          ["options", i, "onFail"],
          t("is-not-one-of-the-options", { onFail: option.onFail, names: names.join(", ") }),
        );
      }
      const met = new Set([option.name]);
      for (let next = option.onFail; next !== undefined;) {
        if (met.has(next)) {
          fault(["options", i, "onFail"], t("leads-round-in-a-circle", { onFail: option.onFail ?? "" }));
          break;
        }
        met.add(next);
        next = input.options.find((other) => other.name === next)?.onFail;
      }
    });
  });
export type RouteChoiceInput = z.output<typeof routeChoiceInput>;
