import { edges } from "../stack/panel-geometry.ts";
import type { CureSlot, Zone } from "./cure-slot.ts";

const byPlaces = new Map<number, readonly Zone[]>();

/** All that is lit, in its order: tack, each side, each place over the face, each edge again. */
export function zonesOf({ exposure }: Pick<CureSlot, "exposure">): readonly Zone[] {
  const places = exposure?.places ?? 1;
  const known = byPlaces.get(places);
  if (known) return known;
  const zones: Zone[] = [
    "tack",
    ...edges.map((edge): Zone => `side ${edge}`),
    ...Array.from({ length: places }, (_, i): Zone => `face ${i + 1}`),
    ...edges.map((edge): Zone => `edge ${edge}`),
  ];
  byPlaces.set(places, zones);
  return zones;
}
