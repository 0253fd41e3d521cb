import { isDeclined, lineOf, linesNow, routeNow } from "../device/ask.ts";
import type { Scene } from "../device/scene.ts";
import { tapePractice } from "../materials/adhesives.ts";
import { leftOut } from "../records/left-out.ts";
import { routes } from "../route/routes.ts";
import { listed } from "../words.ts";
import { t } from "../../words/close.ts";
import { familyRoute } from "../device/routes.ts";

const care: Record<(typeof routes)["layer"]["joins"], string> = {
  get liquid() {
    return t("keep-it-from-heat-above-60-c");
  },
  get tape() {
    return t("the-tape-is-at-its-full-strength", { fullStrengthH: tapePractice.fullStrengthH.value });
  },
  get film() {
    return t("wipe-the-film-with-a-soft-damp");
  },
  get none() {
    return t("treat-it-as-before");
  },
};

/** What is new on the device, as it goes out; empty where nothing is. */
function renewed(scene: Scene): string[] {
  return linesNow(scene).flatMap((line) => {
    const { on, part } = lineOf(scene.state, line);
    if (!on) return [];
    return [part?.name ?? t("film", { line })];
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
  const { joins, replaces } = routes[familyRoute(route)];
  const out = leftOut(scene);
  const fresh = renewed(scene);
  const lost =
    broke.length > 0
      ? t("broken-in-the-work", { listed: listed(broke.map(({ what }) => what.toLowerCase())) })
      : "";
  if (isDeclined(scene)) {
    return [
      t("the-repair-was-not-done-as-agreed"),
      lost,
      out.length > 0 ? t("not-put-back", { listed: listed(out) }) : "",
    ]
      .filter(Boolean)
      .join(" ");
  }
  if (seated === "gone") return t("a-connector-had-come-loose-and-was");
  const looked = state.prove.look?.result === "clear";
  const left = state.bond.bubbles.filter(({ settled }) => settled === "left").length;
  const dead = family.functions.filter(
    ({ key }) => tried[key] === "dead" && state.prove.tests[key]?.result !== "pass",
  );
  const absent = family.functions.filter(({ key }) => tried[key] === "not-fitted");
  const names = (of: typeof dead) => listed(of.map(({ name }) => name.toLowerCase()));
  return [
    fresh.length > 0
      ? t("new", { listed: listed(fresh) })
      : route === "backlight"
        ? t("new-2", { replaces })
        : "",
    lost,
    left > 0 ? t("small-left-within-what-we-let-pass", { left }) : "",
    looked && left === 0 ? t("nothing-was-seen-under-the-glass") : "",
    dead.length > 0 ? t("dead-when-it-came-in-and-still", { names: names(dead) }) : "",
    absent.length > 0 ? t("not-fitted-so-not-checked", { names: names(absent) }) : "",
    care[joins],
  ]
    .filter(Boolean)
    .join(" ");
}
