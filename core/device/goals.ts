import { zonesOf } from "../cure/zones.ts";
import { keptBy } from "../kept-by.ts";
import { provedOpen } from "../close/proved-open.ts";
import { looseParts } from "../device/ask.ts";
import { hasScrews, isDeclined, isFromFront, linesNow, lineOf, routeNow } from "./ask.ts";
import type { Family } from "../stack/family.ts";
import { holds, type DeviceFact } from "./facts.ts";
import { lineKeys } from "./line.ts";
import type { Scene } from "./scene.ts";

const intakeGoals = keptBy((family: Family): readonly DeviceFact[] => [
  { is: "opened-job" },
  { is: "damage-drawn" },
  ...family.functions.map(({ key }): DeviceFact => ({ is: "tried", fn: key })),
  { is: "questions-answered" },
  { is: "agreed" },
]);

const openQuestions = new WeakMap<Scene["state"]["intake"], readonly DeviceFact[]>();

/** What the intake still asks for; kept for its slot, which seldom changes and which alone it depends on. */
function openIntakeGoals(scene: Scene): readonly DeviceFact[] {
  const { intake } = scene.state;
  const known = openQuestions.get(intake);
  if (known) return known;
  const open = [
    { is: "released" } as const,
    { is: "trouble-settled" } as const,
    ...intakeGoals(scene.family),
  ].filter((fact) => !holds(scene, fact));
  openQuestions.set(intake, open);
  return open;
}

const hasFunction = ({ family }: Scene, fn: string): boolean =>
  family.functions.some(({ key }) => key === fn);

const panelShown = (scene: Scene, since: "opened" | "glass off"): DeviceFact[] =>
  ["picture", "touch"].flatMap((fn): DeviceFact[] =>
    hasFunction(scene, fn) ? [{ is: "shown", fn, since }] : [],
  );

const movedParts = keptBy((family: Family): readonly DeviceFact[] =>
  looseParts(family).flatMap(({ key, goes }): DeviceFact[] =>
    goes === "to the new layer" ? [{ is: "part-moved", part: key }] : [],
  ),
);
const moved = ({ family }: Scene) => movedParts(family);

const glass = { line: "glass" } as const;

/** Liquid: dosed, run, laid, lowered, settled, aligned, free of air, then each zone its own light. */
const liquidGoals = ({ state }: Scene): DeviceFact[] => [
  { is: "lot-taken", kind: "adhesive" },
  { is: "dose-chosen" },
  { is: "pattern-run" },
  { is: "liquid-laid" },
  { is: "on", ...glass },
  { is: "aligned" },
  { is: "airless" },
  { is: "lamp-read" },
  { is: "exposure-chosen" },
  { is: "lit", zone: "tack" },
  { is: "seep-wiped" },
  ...zonesOf(state.cure)
    .slice(1)
    .map((zone): DeviceFact => ({ is: "lit", zone })),
  { is: "lamp-off" },
];

const sheetGoals: readonly DeviceFact[] = [
  { is: "film-on-glass" },
  { is: "in-mould" },
  { is: "on", ...glass },
  { is: "aligned" },
  { is: "airless" },
];

const reworkGoals: readonly DeviceFact[] = [
  { is: "alloy-chosen" },
  { is: "shielded" },
  { is: "old-desoldered" },
  { is: "pins-home" },
  { is: "soldered" },
  { is: "flux-off" },
  { is: "joint-sound" },
];

function bondedGoals(scene: Scene): DeviceFact[] {
  const { state } = scene;
  return [
    ...panelShown(scene, "opened"),
    { is: "old-off", ...glass },
    ...panelShown(scene, "glass off"),
    { is: "heat-away" },
    { is: "glue-off", ...glass },
    { is: "clean", ...glass },
    { is: "part-taken", ...glass },
    { is: "fits", ...glass },
    ...(routeNow(scene) === "add-on-touch" ? [...reworkGoals, { is: "sensor-on-glass" } as const] : []),
    ...moved(scene),
    ...(state.intake.bondMethod === "sheet" ? sheetGoals : liquidGoals(scene)),
  ];
}

const tapedGoals = (scene: Scene): DeviceFact[] => [
  { is: "old-off", ...glass },
  { is: "heat-away" },
  { is: "glue-off", ...glass },
  { is: "clean", ...glass },
  { is: "part-taken", ...glass },
  { is: "fits", ...glass },
  ...moved(scene),
  { is: "tape-on" },
  // Glass on a frame is set before the module goes back; from the front it comes down with the closing.
  ...(isFromFront(scene) ? [] : [{ is: "on", ...glass } as const]),
];

/** A face that is covered again is not cleaned again: those goals stand while the old film is off and the new one not yet on. */
const filmGoals = ({ state }: Scene): DeviceFact[] => {
  const { films } = state.intake;
  return [
    ...films.flatMap((film): DeviceFact[] => [
      { is: "axis-read", film },
      { is: "up-edge-marked", film },
    ]),
    ...films.flatMap((line): DeviceFact[] => [
      { is: "old-off", line },
      { is: "glue-off", line },
      { is: "clean", line },
    ]),
    { is: "lit-bare" },
    ...films.flatMap((film): DeviceFact[] => [
      { is: "axis-chosen", film },
      { is: "film-cut", film },
      { is: "on", line: film },
      { is: "film-rubbed", film },
    ]),
  ];
};

const backlightGoals = (): DeviceFact[] => [
  { is: "sheets-photographed" },
  ...reworkGoals,
  // Lit before the sheets are stacked.
  { is: "shown", fn: "picture", since: "renewed" },
];

const assemblyGoals = (scene: Scene): DeviceFact[] => [
  { is: "old-off", line: "display" },
  { is: "part-taken", line: "display" },
  { is: "fits", line: "display" },
  ...moved(scene),
  ...(isFromFront(scene)
    ? ([{ is: "glue-off", line: "display" }, { is: "clean", line: "display" }, { is: "tape-on" }] as const)
    : []),
  { is: "on", line: "display" },
];

function routeGoals(scene: Scene): DeviceFact[] {
  switch (routeNow(scene)) {
    case "layer":
    case "add-on-touch":
      return bondedGoals(scene);
    case "glass-sensor":
      return tapedGoals(scene);
    case "film":
      return filmGoals(scene);
    case "backlight":
      return backlightGoals();
    case "assembly":
      return assemblyGoals(scene);
  }
}

/** Shut, screwed, and proved as it leaves. */
function leavingGoals(scene: Scene): DeviceFact[] {
  const { family, state } = scene;
  const declined = isDeclined(scene);
  const tape = (isFromFront(scene) || family.gluedBack) && !declined;
  return [
    { is: "shut" },
    ...(tape ? [{ is: "squeezed" } as const] : []),
    ...(hasScrews(family, "casing") ? [{ is: "screws-back", holds: "casing" } as const] : []),
    ...(declined
      ? []
      : family.functions.map(({ key }): DeviceFact => ({
          is: "still-shown",
          fn: key,
          since: state.marks.shut === undefined ? "opened" : "shut",
        }))),
    { is: "outside-clean" },
  ];
}

const lastWords: readonly DeviceFact[] = [{ is: "customer-told" }, { is: "certificate-signed" }];

/** Whether the device can be put together as it is: nothing of it is off and not replaced. */
const isWhole = (scene: Scene): boolean =>
  lineKeys.every((line) => {
    const { old, on } = lineOf(scene.state, line);
    return old === "on" || on;
  });

/** What must hold when the job ends. */
export function endGoals(scene: Scene): DeviceFact[] {
  if (isDeclined(scene)) {
    // What is in pieces goes back in pieces, and the paper says which.
    return [...(isWhole(scene) ? leavingGoals(scene) : [{ is: "off" } as const]), ...lastWords];
  }
  return [...leavingGoals(scene), ...lastWords];
}

/** The last goals that were asked for, by the intake's slot: most moves change nothing that they depend on. */
const lastGoals = new WeakMap<
  Scene["state"]["intake"],
  Pick<Scene["state"], "marks"> & {
    lying: number;
    casing: string;
    exposure: unknown;
    family: Family;
    goals: readonly DeviceFact[];
  }
>();

/** Which old layers are off and which new ones on, one bit each: of the lines, goals depend on nothing else. */
function lyingNow({ lines }: Scene["state"]): number {
  let bits = 0;
  for (const key of lineKeys) {
    const line = lines[key];
    bits = bits * 4 + (line?.old === "off" ? 2 : 0) + (line?.on ? 1 : 0);
  }
  return bits;
}

/**
 * What is to be reached, in the trade's order, as far as it is known now. What is over stays over: once the new layer is on, the
 * goals that led to it are not asked for again.
 */
export function goals(scene: Scene): readonly DeviceFact[] {
  const { family, state } = scene;
  const { intake, marks } = state;
  const lying = lyingNow(state);
  const { casing } = state.open;
  const { exposure } = state.cure;
  const last = lastGoals.get(intake);
  if (
    last &&
    last.lying === lying &&
    last.marks === marks &&
    last.casing === casing &&
    last.exposure === exposure &&
    last.family === family
  ) {
    return last.goals;
  }
  const asked = goalsOf(scene);
  lastGoals.set(intake, { lying, marks, casing, exposure, family, goals: asked });
  return asked;
}

function goalsOf(scene: Scene): readonly DeviceFact[] {
  const { state } = scene;
  if (state.intake.ended) return [];
  const first = openIntakeGoals(scene);
  const last: DeviceFact[] = [...endGoals(scene), { is: "ended" }];
  if (isDeclined(scene)) return [...first, { is: "lamp-off" }, { is: "off-heat" }, ...last];
  const isShut = state.marks.shut !== undefined && state.open.casing === "shut";
  if (isShut) return [...first, ...last];
  const open: DeviceFact[] = [...first, { is: "casing-open" }, { is: "seated-tried" }];
  if (state.intake.seated === "gone") return [...open, ...provedOpen(scene), ...last];
  const lines = linesNow(scene);
  const isOn = lines.length > 0 && lines.every((line) => lineOf(state, line).on);
  const done = isOn ? routeGoals(scene).filter(staysAsked) : routeGoals(scene);
  return [
    ...open,
    ...done,
    ...provedOpen(scene),
    ...(routeNow(scene) === "film"
      ? state.intake.films.map((film): DeviceFact => ({ is: "skin-off", film }))
      : []),
    ...last,
  ];
}

/** Of a route's goals those that still lie ahead once its new layer is on. */
const staysAsked = ({ is }: DeviceFact): boolean =>
  [
    "aligned",
    "airless",
    "lamp-read",
    "exposure-chosen",
    "lit",
    "seep-wiped",
    "lamp-off",
    "film-rubbed",
    "on",
  ].includes(is);
