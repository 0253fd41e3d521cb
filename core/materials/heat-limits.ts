import type { MaterialValue } from "./materials.ts";

/** How hot a layer of a material may become before it is harmed, C; a family may know better of its own. */
export const materialLimits: Readonly<Record<string, MaterialValue>> = {
  "polarizer film": {
    value: 95,
    low: 80,
    high: 100,
    source: {
      kind: "assumed",
      text: "polarizers discolour when hot for long; usual sheets allow 80 to 95 °C",
    },
  },
  "liquid-crystal cell": {
    value: 90,
    low: 70,
    high: 105,
    source: { kind: "assumed", text: "below the clearing point of common liquid-crystal mixtures" },
  },
  "OLED panel, glass": {
    value: 95,
    low: 80,
    high: 105,
    source: { kind: "assumed", text: "organic emitters age fast above this" },
  },
  "lithium cell, pouch": {
    value: 60,
    low: 45,
    high: 60,
    source: {
      kind: "common practice",
      text: "a lithium cell is never heated above 60 °C; its maker's sheet may say less",
    },
  },
  "backlight unit": {
    value: 85,
    low: 75,
    high: 95,
    source: { kind: "assumed", text: "acrylic light guides and diffusers bend near their glass transition" },
  },
};
