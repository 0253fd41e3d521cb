import { materialOf, type Family } from "./family.ts";
import type { Material } from "../materials/materials.ts";

/** What a small drawing of a family shows: its face, and its layers from the viewer's side. */
export interface PanelSketch extends Pick<Family, "outline" | "borderMm" | "features" | "windows"> {
  layers: { drawnAs: Material["drawnAs"]; thicknessUm: number }[];
}

/**
 * What a list needs of a family to draw it small.
 *
 * @param family a whole family
 * @returns its outline in mm, and its layers with their thickness in µm
 * @example
 * panelSketch(family).layers.length === family.stack.length // true
 */
export const panelSketch = (family: Family): PanelSketch => ({
  outline: family.outline,
  borderMm: family.borderMm,
  features: family.features,
  windows: family.windows,
  layers: family.stack.map(({ material, thicknessUm }) => ({
    drawnAs: materialOf(family, material).drawnAs,
    thicknessUm,
  })),
});
