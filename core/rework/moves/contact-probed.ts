import { routeNow, withMark } from "../../device/ask.ts";
import { defineMove, hazardOf, inStage } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { handsIn } from "../../open/open-facts.ts";
import { highestOf, probe } from "../contact-check.ts";
import { isReworked, isSound, jointChecked, jointNow } from "../rework-facts.ts";

/** What the meter said between two contacts. */
export const contactProbed = defineMove({
  kind: "contact-probed",
  version: 1,
  stage: inStage("rework"),
  data: probe,
  told: "answer",
  meets: ["joint-sound"],
  offers: (scene) => {
    if (!scene.state.rework.soldered) {
      return [{ a: 1, b: 2, reading: "silence" as const }];
    }
    const { next } = jointChecked(scene);
    if (!next) return [];
    const other = next.expected === "beep" ? ("silence" as const) : ("beep" as const);
    return [
      { a: next.a, b: next.b, reading: next.expected },
      { a: next.a, b: next.b, reading: other },
    ];
  },
  needs: (): DeviceFact[] => [...handsIn, { is: "soldered" }, { is: "flux-off" }],
  faults: (scene, { a, b }) => {
    const { contacts } = jointNow(scene);
    if (!isReworked(scene)) return message("fault.no-rework-on-route");
    return a === b || highestOf({ a, b }) > contacts
      ? message("fault.no-such-contacts", { a, b, contacts })
      : null;
  },
  does: (scene, reading, { seq }) => {
    const rework = { ...scene.state.rework, probes: [...scene.state.rework.probes, reading] };
    const state = { ...scene.state, rework };
    const check = jointChecked({ ...scene, state });
    if (check.next === null && !isSound(check)) {
      // A joint that is not sound is soldered again.
      return {
        ...state,
        rework: { ...rework, probes: [], soldered: false, fluxOff: false, pinsHome: false },
        intake: { ...state.intake, trouble: { fn: null, kind: "joint" as const, seq } },
      };
    }
    // A backlight is renewed by its joint; an add-on layer only once its glass lies on the panel.
    return check.next === null && routeNow(scene) === "backlight" ? withMark(state, "renewed", seq) : state;
  },
  reopens: () => [],
  words: (scene, { a, b, reading }) => {
    const check = scene.state.rework.soldered ? jointChecked(scene) : null;
    return message("move.contact-probed", { a, b, reading, left: check?.untested.length ?? 0 });
  },
  hazard: hazardOf("meter"),
  minutes: () => 0.1,
  hands: 1,
  example: { a: 1, b: 2, reading: "silence" },
});
