import type { JobState } from "../job/fold.ts";
import { routes } from "../job/route.ts";
import { tapePractice } from "../materials/adhesives.ts";
import type { Family } from "../stack/family.ts";
import { listed } from "../words.ts";

const care: Record<(typeof routes)[JobState["route"]]["joins"], string> = {
  liquid: "Keep it from heat above 60 °C and do not press on the glass for a day.",
  tape: `The tape is at its full strength after ${tapePractice.fullStrengthH.value} hours: do not pull at the glass until then.`,
  film: "Wipe the film with a soft damp cloth only; no alcohol, no acetone.",
  none: "Treat it as before.",
};

/** What a customer is told until somebody says it better: what was replaced, what is left as it was, and how to treat it. */
export function customerWords(family: Family, state: JobState): string {
  const { joins, replaces } = routes[state.route];
  const pieces = [...new Set(state.parts.filter(({ unit }) => unit === "piece").map(({ part }) => part))];
  const films = state.filmsTaken.map(({ film }) => `${film} film`);
  const what = listed([...pieces, ...films]) || replaces;
  const left = state.bubbles.filter(({ settled }) => settled === "left").length;
  const counted = state.inspections.at(-1)?.defects.filter(({ overruled }) => !overruled).length ?? 0;
  const remaining = left + counted;
  const missing = family.functions.filter(({ key }) =>
    Object.values(state.checks).some((checks) => checks?.[key]?.result === "not-fitted"),
  );
  return [
    `New: ${what}.`,
    state.sentBack.length > 0
      ? `It was sent back ${state.sentBack.length === 1 ? "once" : `${state.sentBack.length} times`} before it passed: ${state.sentBack.map(({ reason }) => reason).join("; ")}.`
      : "",
    remaining > 0
      ? `${remaining} small ${remaining === 1 ? "mark is" : "marks are"} left under the glass, within what we let pass.`
      : "Nothing is left under the glass that we could see.",
    missing.length > 0
      ? `Not fitted, so not checked: ${listed(missing.map(({ name }) => name.toLowerCase()))}.`
      : "",
    care[joins],
  ]
    .filter(Boolean)
    .join(" ");
}
