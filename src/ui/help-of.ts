/** Pages of the handbook: one for each place, one for each repair. */
export const placePages = [
  "bench",
  "plan",
  "new-job",
  "job",
  "jobs",
  "families",
  "film",
  "lots",
  "records",
  "shop",
  "people",
  "practice",
] as const;
export const repairPages = [
  "route-layer-liquid",
  "route-layer-film",
  "route-glass-sensor",
  "route-film",
  "route-backlight",
  "route-assembly",
  "route-add-on",
] as const;
export type HelpPage = (typeof placePages)[number] | (typeof repairPages)[number];

/**
 * The page of the handbook about what stands at an address.
 *
 * @example
 * helpOf("/jobs/GW-1042") // "job"
 */
export function helpOf(pathname: string): HelpPage {
  const [, place = "", more] = pathname.split("/");
  if (place === "jobs")
    return more === undefined || more === "" ? "jobs" : more === "new" ? "new-job" : "job";
  if (place === "parts") return "lots";
  if (place === "customers") return "jobs";
  if (place === "sign-in" || place === "join") return "people";
  return placePages.find((page) => page === place) ?? "bench";
}
