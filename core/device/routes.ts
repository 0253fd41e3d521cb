import { touchPlace } from "../route/decision-tree.ts";
import { routeNames, routes, type RouteName } from "../route/routes.ts";
import type { Family } from "../stack/family.ts";
import { t } from "../../words/device.ts";

export const repairRoutes = [...routeNames, "add-on-touch"] as const;
/** What is replaced: the family's routes, and a touch layer laminated under new glass where the panel's own has died. */
export type RepairRoute = RouteName | "add-on-touch";

export const isRepairRoute = (name: string): name is RepairRoute =>
  (repairRoutes as readonly string[]).includes(name);

/** The family's own route that a repair is worked and priced as. */
export const familyRoute = (route: RepairRoute): RouteName => (route === "add-on-touch" ? "layer" : route);

/** A repair in words, with how it is usually joined. */
export const repairTitleInFull = (route: RepairRoute): string =>
  route === "add-on-touch" ? t("layer-with-add-on-touch") : routes[route].title;

/** A repair in words: by what is replaced; how it is joined is chosen for each job. */
export const repairTitle = (route: RepairRoute): string => repairTitleInFull(route).split(",")[0]!;

export const routesOf = (family: Pick<Family, "routes" | "addOnTouch">): RepairRoute[] => [
  ...family.routes,
  ...(family.addOnTouch ? (["add-on-touch"] as const) : []),
];

/** The seam that a route opens: an add-on touch layer comes in where the glass alone would. */
export const seamFor = (family: Family, route: RepairRoute) =>
  family.seams.find((seam) => seam.route === familyRoute(route));

/** Whether a route gives the device a touch layer that it did not have before. */
export function renewsTouch(family: Family, route: RepairRoute): boolean {
  if (route === "assembly" || route === "glass-sensor" || route === "add-on-touch") return true;
  if (touchPlace(family) !== "above") return false;
  return sensorComesOff(family, route);
}

/** Whether the touch sensor lies above the seam of a route, so that it is gone once the seam is parted. */
export function sensorComesOff(family: Family, route: RepairRoute): boolean {
  const cut = family.stack.findIndex((layer) => layer.name === seamFor(family, route)?.layer);
  const sensor = family.stack.findIndex(
    (layer) => layer.role === "touch sensor" || layer.role === "glass with sensor",
  );
  return sensor >= 0 && cut > sensor;
}

/** Functions that a route is meant to bring back; a dead one of any other kind is dead before and after. */
export function isMended(family: Family, route: RepairRoute, fn: string): boolean {
  if (route === "assembly") return true;
  if (fn === "touch") return renewsTouch(family, route);
  if (route === "film") return fn === "picture" || fn === "contrast";
  if (route === "backlight") return fn === "picture" || fn === "brightness";
  return false;
}
