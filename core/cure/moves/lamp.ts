import { z } from "zod";
import { durationText } from "../../duration-text.ts";
import { withMark } from "../../device/ask.ts";
import { defineMove, hazardOf, inStage } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import type { Scene } from "../../device/scene.ts";
import { message } from "../../job/message.ts";
import { edges } from "../../stack/panel-geometry.ts";
import { zoneLeftS } from "../cure-facts.ts";
import type { Zone } from "../cure-slot.ts";
import { zonesOf } from "../zones.ts";
import { t } from "../../../words/cure.ts";

const zone = () =>
  z.custom<Zone>(
    (text) =>
      typeof text === "string" && /^(tack|(side|edge) (top|right|bottom|left)|face [1-9])$/.test(text),
    {
      error: () => t("must-be-tack-a-side-or-edge", { edges: edges.join(", ") }),
    },
  );

/** What comes before a zone: tack first, what seeped out wiped, each side, the face, the edges again. */
function beforeZone(scene: Scene, of: Zone): DeviceFact[] {
  const on: DeviceFact[] = [{ is: "on", line: "glass" }];
  if (of === "tack") return [...on, { is: "aligned" }, { is: "airless" }];
  const all = zonesOf(scene.state.cure);
  const rank = (z1: Zone) => (z1 === "tack" ? 0 : z1.startsWith("side") ? 1 : z1.startsWith("face") ? 2 : 3);
  return [
    ...on,
    { is: "lit", zone: "tack" },
    { is: "seep-wiped" },
    ...all
      .filter((z1) => rank(z1) > 0 && rank(z1) < rank(of))
      .map((z1): DeviceFact => ({ is: "lit", zone: z1 })),
  ];
}

/** The lamp is on over one zone. */
export const lampOn = defineMove({
  kind: "lamp-on",
  version: 1,
  stage: inStage("cure"),
  data: z.strictObject({ zone: zone() }),
  told: "press",
  meets: ["lamp-on", "lit"],
  offers: ({ state }, fact) => {
    if (state.cure.lit !== null && fact === null) return [];
    return zonesOf(state.cure).flatMap((of) => {
      if ((fact?.is === "lit" || fact?.is === "lamp-on") && fact.zone !== of) return [];
      return (zoneLeftS(state.cure, of) ?? 1) >= 0.5 ? [{ zone: of }] : [];
    });
  },
  needs: (scene, { zone: of }): DeviceFact[] => [
    { is: "exposure-chosen" },
    { is: "lamp-off" },
    ...beforeZone(scene, of),
  ],
  faults: ({ state }, { zone: of }) =>
    state.cure.exposure && !zonesOf(state.cure).includes(of)
      ? message("fault.unknown-zone", { zone: of })
      : null,
  does: ({ state }, { zone: of }, { atMs }) => ({
    ...state,
    cure: { ...state.cure, lit: { zone: of, sinceMs: atMs } },
  }),
  reopens: () => ["stack"],
  words: ({ state }, { zone: of }) => {
    const [what, where] = of.split(" ");
    return message("move.lamp-on", {
      zone: what ?? of,
      where: where ?? "",
      time: durationText(Math.ceil(zoneLeftS(state.cure, of) ?? 0)),
      places: state.cure.exposure?.places ?? 1,
    });
  },
  hazard: hazardOf("uv"),
  minutes: () => 0.1,
  hands: 1,
  example: { zone: "tack" },
});

/** The lamp is off: the zone has had as many seconds as it really was on. */
export const lampOff = defineMove({
  kind: "lamp-off",
  version: 1,
  stage: inStage("cure"),
  data: z.strictObject({
    /** It went off before its time: the zone has had only so much, and is lit again for the rest. */
    early: z.boolean(),
  }),
  told: "press",
  meets: ["lit", "lamp-off"],
  offers: ({ state }, fact) =>
    state.cure.lit === null || (fact?.is === "lit" && fact.zone !== state.cure.lit.zone)
      ? []
      : fact === null
        ? [{ early: false }, { early: true }]
        : [{ early: false }],
  needs: ({ state }, { early }) =>
    state.cure.lit && !early ? [{ is: "lamp-on", zone: state.cure.lit.zone }] : [],
  faults: ({ state }) => (state.cure.lit === null ? message("fault.lamp-is-off") : null),
  does: ({ state }, _, { atMs, seq }) => {
    const { lit, hadS } = state.cure;
    if (lit === null) return state;
    const had = (hadS[lit.zone] ?? 0) + (atMs - lit.sinceMs) / 1_000;
    const cure = { ...state.cure, lit: null, hadS: { ...hadS, [lit.zone]: had } };
    const isAll = zonesOf(cure).every((of) => (zoneLeftS(cure, of) ?? 1) < 0.5);
    return isAll ? withMark({ ...state, cure }, "cured", seq) : { ...state, cure };
  },
  reopens: () => ["stack"],
  words: ({ state }, { early }) =>
    message("move.lamp-off", { zone: state.cure.lit?.zone ?? "", early: early ? "yes" : "no" }),
  hazard: hazardOf("uv"),
  minutes: () => 0.1,
  hands: 1,
  example: { early: false },
});
