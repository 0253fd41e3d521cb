import { z } from "zod";
import { linersPutAside } from "../../close/liners-put-aside.ts";
import { lineOf, linesNow, withLine } from "../../device/ask.ts";
import { workedStage } from "../../device/phase.ts";
import { defineMove, never, noHazard, takes } from "../../device/define-move.ts";
import { untouchedLine } from "../../device/line.ts";
import { nothingSigned } from "../../device/facts.ts";
import type { Device, Scene } from "../../device/scene.ts";
import { message } from "../../job/message.ts";
import { words, oneOf } from "../../units.ts";

export const settlements = ["try again", "take it off again", "broke"] as const;

/** What lies on the device is what must come off again: its part is spent, its line begins anew. */
const takeOff = (scene: Scene): Device => {
  const { state } = scene;
  const on = linesNow(scene).filter((line) => lineOf(state, line).on);
  const cleared = on.reduce((next, line) => withLine(next, line, untouchedLine), state);
  // Nothing new is in place any more: what was proved of it is history.
  const { opened, shut } = cleared.marks;
  return {
    ...cleared,
    marks: { ...(opened === undefined ? {} : { opened }), ...(shut === undefined ? {} : { shut }) },
    signed: nothingSigned,
    close: linersPutAside(scene),
    open: {
      ...cleared.open,
      // What was moved over sits on the layer that comes off.
      parts: Object.fromEntries(
        Object.entries(cleared.open.parts).map(([part, is]) => [part, is === "moved" ? ("in" as const) : is]),
      ),
    },
    film: { ...cleared.film, cut: {}, skinsOff: [], corners: [], litBare: null },
    bond: {
      ...cleared.bond,
      dose: null,
      pattern: null,
      laidMl: null,
      loweringSinceMs: null,
      loweredS: null,
      settledFromMs: null,
      chamberRuns: 0,
      laminated: false,
      filmOnGlass: false,
      inMould: false,
      sensorOnGlass: false,
    },
    cure: { ...cleared.cure, exposure: null, hadS: {}, seepWiped: false },
    lift: { ...cleared.lift, heat: null, windowUntilMs: null },
  };
};

/** After a test that failed or a look that found something: what follows. Nothing else goes on before. */
export const troubleSettled = defineMove({
  kind: "trouble-settled",
  version: 1,
  stage: workedStage,
  data: z.strictObject({
    as: oneOf(settlements),
    /** What broke and how, or why it is tried again. */
    reason: words(500),
    what: words(120),
  }),
  told: "word",
  meets: ["trouble-settled"],
  offers: (scene) => {
    const { trouble } = scene.state.intake;
    if (trouble === null) return [];
    const again = { as: "try again" as const, reason: "looked at again", what: trouble.fn ?? trouble.kind };
    const off = linesNow(scene).some((line) => lineOf(scene.state, line).on)
      ? [{ ...again, as: "take it off again" as const }]
      : [];
    const broke = trouble.fn === null ? [] : [{ ...again, as: "broke" as const }];
    return [again, ...off, ...broke];
  },
  needs: never,
  faults: (scene, { as }) => {
    const { trouble } = scene.state.intake;
    if (trouble === null) return message("fault.no-trouble");
    if (as === "broke" && trouble.fn === null) return message("fault.nothing-broke");
    return as === "take it off again" && !linesNow(scene).some((line) => lineOf(scene.state, line).on)
      ? message("fault.nothing-on-yet")
      : null;
  },
  does: (scene, { as, reason, what }, { who, atMs, seq }) => {
    const { trouble } = scene.state.intake;
    const state = as === "take it off again" ? takeOff(scene) : scene.state;
    const broke = as === "broke" ? [{ what, fn: trouble?.fn ?? null, reason, who, atMs, seq }] : [];
    return {
      ...state,
      intake: { ...state.intake, trouble: null, broke: [...state.intake.broke, ...broke] },
      // Bubbles that are looked for again are looked for after another run.
      bond: trouble?.kind === "bubbles" ? { ...state.bond, chamberRuns: 0 } : state.bond,
      // A wet edge is waited for and looked at again.
      film: trouble?.kind === "wet" ? { ...state.film, drySeq: -1 } : state.film,
    };
  },
  reopens: never,
  words: (_, { as, what, reason }) => message("move.trouble-settled", { as, what, reason }),
  hazard: noHazard,
  minutes: takes(3),
  hands: 0,
  example: { as: "broke", reason: "A card went too deep under the glass", what: "Picture" },
});
