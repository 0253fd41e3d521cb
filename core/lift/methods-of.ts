import type { RepairRoute } from "../device/routes.ts";
import { seamFor } from "../device/routes.ts";
import { heatMethodKinds, type HeatMethodKind } from "../heat/heat-methods.ts";
import type { Family } from "../stack/family.ts";

/** Ways that a route's seam can be softened or frozen, and how its new layer can be joined. Empty where nothing is heated or chosen. */
export function methodsOf(
  family: Family,
  route: RepairRoute,
): { methods: HeatMethodKind[]; bondMethods: ("liquid" | "sheet")[] } {
  const isBonded = route === "layer" || route === "add-on-touch";
  // Whatever comes off, glass that opens from the front is warmed first.
  const seam =
    seamFor(family, route) ??
    (family.wayIn === "from the front" ? family.seams.find(({ method }) => method !== "peel") : undefined);
  if (!seam || seam.method === "peel") return { methods: [], bondMethods: [] };
  return {
    // Tape is warmed along its rim: no wire goes under it, and frost reaches the whole device.
    methods: heatMethodKinds.filter((kind) => isBonded || (kind !== "wire" && kind !== "freezer")),
    bondMethods: isBonded ? ["liquid", "sheet"] : [],
  };
}
