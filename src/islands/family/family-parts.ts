import { routeNames } from "../../../core/route/routes.ts";
import type { Family } from "../../../core/stack/family.ts";
import { t } from "../../../words/family.ts";

/** The sheets of the drawing board, in the order in which a family is usually drawn. */
export const parts = ["device", "stack", "panel", "back", "inside", "routes"] as const;
export type Part = (typeof parts)[number];

export const partWords: Record<Part, string> = {
  get device() {
    return t("device");
  },
  get stack() {
    return t("stack");
  },
  get panel() {
    return t("panel");
  },
  get back() {
    return t("back");
  },
  get inside() {
    return t("inside");
  },
  get routes() {
    return t("routes");
  },
};

/** What can be selected: an entry of a list, or one of the things that a family has once. */
export interface Selection {
  list:
    | "stack"
    | "ownMaterials"
    | "outline"
    | "features"
    | "windows"
    | "back"
    | "screws"
    | "connectors"
    | "parts"
    | "functions"
    | "joint"
    | "addOnTouch"
    | "routes"
    | "notes"
    | "device";
  index: number;
  /** Which of a size's screws. */
  place?: number;
}

/** What is selected on each sheet before anything was. */
export const firstSelections: Readonly<Record<Part, Selection>> = {
  device: { list: "device", index: 0 },
  stack: { list: "stack", index: 0 },
  panel: { list: "outline", index: 0 },
  back: { list: "back", index: 0 },
  inside: { list: "connectors", index: 0 },
  routes: { list: "routes", index: 0 },
};

const partOfList: Readonly<Record<Selection["list"], Part>> = {
  stack: "stack",
  ownMaterials: "stack",
  outline: "panel",
  features: "panel",
  windows: "panel",
  back: "back",
  screws: "back",
  connectors: "inside",
  parts: "inside",
  functions: "inside",
  joint: "inside",
  addOnTouch: "inside",
  routes: "routes",
  notes: "device",
  device: "device",
};

/** The sheet that a selection lies on. */
export const partOf = ({ list }: Selection): Part => partOfList[list];

export const isPart = (name: string | null): name is Part => parts.some((part) => part === name);

const isList = (name: string): name is Selection["list"] => name in partOfList;

/**
 * Where on the board a fault is mended: its sheet, and what must be selected there.
 *
 * @example
 * placeOfFault("screws[1].places[3].xMm", family) // { part: "back", selection: { list: "screws", index: 1, place: 3 } }
 */
export function placeOfFault(
  path: string,
  family: Pick<Family, "seams" | "costs">,
): { part: Part; selection: Selection } {
  const [, name = "", at] = /^(\w+)(?:\[(\d+)\])?/.exec(path) ?? [];
  const index = Number(at ?? 0);
  const ofRoute = name === "seams" || name === "costs" ? family[name][index]?.route : undefined;
  if (ofRoute) return { part: "routes", selection: { list: "routes", index: routeNames.indexOf(ofRoute) } };
  if (["seams", "costs", "routes", "survivesParting"].includes(name)) {
    return { part: "routes", selection: firstSelections.routes };
  }
  if (name === "borderMm") return { part: "panel", selection: firstSelections.panel };
  if (!isList(name)) return { part: "device", selection: firstSelections.device };
  const place = /\.places\[(\d+)\]/.exec(path)?.[1];
  return {
    part: partOfList[name],
    selection: { list: name, index, ...(place === undefined ? {} : { place: Number(place) }) },
  };
}
