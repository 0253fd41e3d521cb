import { keptBy } from "../kept-by.ts";
import { touchPlace } from "../route/decision-tree.ts";
import type { Connector, Family, MovedPart, ScrewHolds } from "../stack/family.ts";
import { screwLedger, type LedgerCell } from "../open/screw-ledger.ts";
import { untouchedLine, type Line, type LineKey } from "./line.ts";
import type { Mark } from "./marks.ts";
import { seamFor, sensorComesOff, type RepairRoute } from "./routes.ts";
import type { Device, Scene } from "./scene.ts";

/** The route that is worked: the one last agreed, and before that the one that was asked for. */
export function routeNow({ state }: Scene): RepairRoute {
  const { agreements, wanted } = state.intake;
  for (let i = agreements.length - 1; i >= 0; i -= 1) {
    if (agreements[i]!.answer === "yes") return agreements[i]!.route;
  }
  return wanted;
}

/** The customer's last answer was no. */
export const isDeclined = ({ state }: Scene): boolean => state.intake.agreements.at(-1)?.answer === "no";

const lineSets: Record<Exclude<RepairRoute, "film">, readonly LineKey[]> = {
  layer: ["glass"],
  "add-on-touch": ["glass"],
  "glass-sensor": ["glass"],
  backlight: [],
  assembly: ["display"],
};

/** Lines that the route opens and closes. */
export function linesNow(scene: Scene): readonly LineKey[] {
  const route = routeNow(scene);
  return route === "film" ? scene.state.intake.films : lineSets[route];
}

export const lineOf = ({ lines }: Device, key: LineKey): Line => lines[key] ?? untouchedLine;

/** The state with a line changed. */
export const withLine = (state: Device, key: LineKey, change: Partial<Line>): Device => ({
  ...state,
  lines: { ...state.lines, [key]: { ...lineOf(state, key), ...change } },
});

export const markSeq = ({ marks }: Device, mark: Mark): number => marks[mark] ?? 0;

/** The state with a great step taken. */
export const withMark = (state: Device, mark: Mark, seq: number): Device => ({
  ...state,
  marks: { ...state.marks, [mark]: seq },
});

const withoutSoldered = keptBy((connectors: readonly Connector[]) =>
  connectors.filter(({ kind }) => kind !== "soldered"),
);

/** Connectors that are opened and joined; a soldered one is for the rework. */
export const pluggable = (family: Pick<Family, "connectors">): readonly Connector[] =>
  withoutSoldered(family.connectors);

const withoutLiners = keptBy((parts: readonly MovedPart[]) => parts.filter(({ kind }) => kind !== "liner"));

/** Parts that come out and go back: liners are peeled instead. */
export const looseParts = (family: Pick<Family, "parts">): readonly MovedPart[] =>
  withoutLiners(family.parts);

/** Whether a function needs a connector: all do, unless it says which. A connector named like a function serves that one. */
export const needsConnector = (
  family: Pick<Family, "functions">,
  fn: string,
  connector: Connector,
): boolean =>
  connector.serves
    ? connector.serves.includes(fn)
    : !family.functions.some(({ key }) => key === connector.key) || connector.key === fn;

const dependenciesOf = (family: Family, fn: string): readonly string[] => [
  "supply",
  ...pluggable(family).flatMap((c) => (needsConnector(family, fn, c) ? [`connector ${c.key}`] : [])),
  ...looseParts(family).flatMap((p) => (p.serves.includes(fn) ? [`part ${p.key}`] : [])),
  "stack",
];
const dependencies = keptBy(
  (family: Family) => new Map(family.functions.map(({ key }) => [key, dependenciesOf(family, key)])),
);

/** What a function depends on: things by the names under which they are touched. */
export const dependsOn = (family: Family, fn: string): readonly string[] =>
  dependencies(family).get(fn) ?? dependenciesOf(family, fn);

/** Whether what carries a function is not on the device at all: a touch sensor that went with its glass, a display that is out. */
export function isAbsent(scene: Scene, fn: string): boolean {
  const { family, state } = scene;
  const route = routeNow(scene);
  const display = state.lines.display;
  if (display && display.old === "off") return !display.on;
  if (fn !== "touch" || touchPlace(family) === "none") return false;
  const glass = lineOf(state, "glass");
  if (glass.old === "on" || glass.on) return false;
  // On a frame or a tape the new glass may lie there joined before it is stuck.
  if (route === "glass-sensor" && glass.part !== null && glass.fits) return false;
  return sensorComesOff(family, route);
}

/** Screws that hold this, with where each is. */
export const screwsHolding = ({ family, state }: Scene, holds: ScrewHolds): LedgerCell[] =>
  screwLedger(family, state.open.screws).cells.filter(({ size }) => size.holds === holds);

export const hasScrews = (family: Family, holds: ScrewHolds): boolean =>
  family.screws.some((size) => size.holds === holds);

/** The seam that is parted now; undefined where the route parts none. */
export const seamNow = (scene: Scene) => seamFor(scene.family, routeNow(scene));

/** Whether this family's glass is held by tape on a frame. */
export const isTaped = (scene: Scene): boolean => {
  const seam = scene.family.seams.find(({ route }) => route === "glass-sensor");
  return seam !== undefined;
};

export const isFromFront = ({ family }: Pick<Scene, "family">): boolean => family.wayIn === "from the front";
export const isOnFrame = ({ family }: Pick<Scene, "family">): boolean => family.wayIn === "glass on a frame";

/** Whether the glue line of a line is softened by heat or frost, rather than peeled. */
export const isHeatedLine = (scene: Scene, line: LineKey): boolean => {
  if (line !== "glass") return false;
  const seam = seamNow(scene) ?? scene.family.seams.find(({ method }) => method !== "peel");
  return seam !== undefined && seam.method !== "peel";
};
