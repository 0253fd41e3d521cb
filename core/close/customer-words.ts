import { isDeclined, lineOf, linesNow, routeNow } from "../device/ask.ts";
import type { Scene } from "../device/scene.ts";
import { tapePractice } from "../materials/adhesives.ts";
import { leftOut } from "../records/left-out.ts";
import { routes } from "../route/routes.ts";
import { listed } from "../words.ts";

const care: Record<(typeof routes)["layer"]["joins"], string> = {
  liquid: "Keep it from heat above 60 °C and do not press on the glass for a day.",
  tape: `The tape is at its full strength after ${tapePractice.fullStrengthH.value} hours: do not pull at the glass until then.`,
  film: "Wipe the film with a soft damp cloth only; no alcohol, no acetone.",
  none: "Treat it as before.",
};

/** What is new on the device, as it goes out; empty where nothing is. */
function renewed(scene: Scene): string[] {
  return linesNow(scene).flatMap((line) => {
    const { on, part } = lineOf(scene.state, line);
    if (!on) return [];
    return [part?.name ?? `${line} film`];
  });
}

/**
 * What a customer is told until somebody says it better: what is new, what broke, what was dead before and still is, how to treat it.
 * Nothing that was not done or seen.
 */
export function customerWords(scene: Scene): string {
  const { family, state } = scene;
  const { broke, tried, seated } = state.intake;
  const route = routeNow(scene);
  const { joins, replaces } = routes[route === "add-on-touch" ? "layer" : route];
  const out = leftOut(scene);
  const fresh = renewed(scene);
  const lost =
    broke.length > 0 ? `Broken in the work: ${listed(broke.map(({ what }) => what.toLowerCase()))}.` : "";
  if (isDeclined(scene)) {
    return [
      "The repair was not done, as agreed.",
      lost,
      out.length > 0 ? `Not put back: ${listed(out)}.` : "",
    ]
      .filter(Boolean)
      .join(" ");
  }
  if (seated === "gone") return "A connector had come loose and was pressed home. Nothing was replaced.";
  const looked = state.prove.look?.result === "clear";
  const left = state.bond.bubbles.filter(({ settled }) => settled === "left").length;
  const dead = family.functions.filter(
    ({ key }) => tried[key] === "dead" && state.prove.tests[key]?.result !== "pass",
  );
  const absent = family.functions.filter(({ key }) => tried[key] === "not-fitted");
  const names = (of: typeof dead) => listed(of.map(({ name }) => name.toLowerCase()));
  return [
    fresh.length > 0 ? `New: ${listed(fresh)}.` : route === "backlight" ? `New: ${replaces}.` : "",
    lost,
    left > 0
      ? `${left} small ${left === 1 ? "bubble is" : "bubbles are"} left, within what we let pass.`
      : "",
    looked && left === 0 ? "Nothing was seen under the glass." : "",
    dead.length > 0 ? `Dead when it came in, and still so: ${names(dead)}.` : "",
    absent.length > 0 ? `Not fitted, so not checked: ${names(absent)}.` : "",
    care[joins],
  ]
    .filter(Boolean)
    .join(" ");
}
