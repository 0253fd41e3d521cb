/**
 * What layers are made of. Every value carries where it comes from; a screen shows an assumed one as assumed.
 * Ranges are what the same name covers in practice.
 */
export type Source =
  | { kind: "handbook"; text: string }
  | { kind: "from memory"; text: string }
  | { kind: "common practice"; text: string }
  | { kind: "assumed"; text: string };

export interface MaterialValue {
  value: number;
  low: number;
  high: number;
  source: Source;
}

/** How a layer of a material is drawn: its hatch and hue. */
export const drawnAs = ["glass", "glue", "film", "cell", "metal", "plastic", "air"] as const;

export interface Material {
  name: string;
  drawnAs: (typeof drawnAs)[number];
  conductivityWmK: MaterialValue;
  densityKgM3: MaterialValue;
  specificHeatJkgK: MaterialValue;
}

const handbook = (text: string): Source => ({ kind: "handbook", text });
export const memory = (text: string): Source => ({ kind: "from memory", text });
export const assumed = (text: string): Source => ({ kind: "assumed", text });
/** What the trade does and nobody has published. */
export const practice = (text: string): Source => ({ kind: "common practice", text: `${text}, no source` });

/** A value between what is met at the least and at the most. */
export const valueOf = (value: number, low: number, high: number, source: Source): MaterialValue => ({
  value,
  low,
  high,
  source,
});

const incropera = handbook(
  "Incropera & DeWitt, Fundamentals of Heat and Mass Transfer, appendix A (quoted from memory)",
);
const sodaLime = memory("soda-lime glass, usual data-sheet values");
const acrylic = memory("acrylic polymers, usual data-sheet values");

function material(
  name: string,
  drawnAs: Material["drawnAs"],
  source: Source,
  conductivity: readonly [number, number, number],
  density: readonly [number, number, number],
  specificHeat: readonly [number, number, number],
): Material {
  const value = (range: readonly [number, number, number]) => valueOf(...range, source);
  return {
    name,
    drawnAs,
    conductivityWmK: value(conductivity),
    densityKgM3: value(density),
    specificHeatJkgK: value(specificHeat),
  };
}

/** Order as shown in lists: each as [value, lowest, highest]. Conductivity W/(m K), density kg/m3, heat J/(kg K). */
export const materials = [
  material("cover glass, soda-lime", "glass", sodaLime, [1.1, 0.9, 1.4], [2500, 2440, 2550], [830, 750, 880]),
  material(
    "cover glass, aluminosilicate",
    "glass",
    memory("chemically strengthened aluminosilicate glass, usual data-sheet values"),
    [1.2, 1.0, 1.3],
    [2440, 2380, 2500],
    [800, 750, 850],
  ),
  material(
    "optical adhesive film",
    "glue",
    acrylic,
    [0.19, 0.15, 0.25],
    [1000, 950, 1100],
    [1900, 1500, 2200],
  ),
  material(
    "liquid optical adhesive, cured",
    "glue",
    acrylic,
    [0.18, 0.14, 0.25],
    [1070, 980, 1150],
    [1900, 1500, 2200],
  ),
  material(
    "perimeter tape, foam",
    "glue",
    assumed("acrylic foam tape; depends on how much gas the foam holds"),
    [0.08, 0.05, 0.17],
    [700, 450, 1000],
    [1800, 1400, 2200],
  ),
  material(
    "polarizer film",
    "film",
    assumed("cellulose triacetate and polyvinyl alcohol laminate, taken as its thickest part, triacetate"),
    [0.2, 0.15, 0.3],
    [1290, 1250, 1350],
    [1500, 1300, 1700],
  ),
  material(
    "touch sensor film",
    "film",
    memory("polyester film"),
    [0.2, 0.15, 0.24],
    [1390, 1350, 1400],
    [1200, 1100, 1350],
  ),
  material(
    "liquid-crystal cell",
    "cell",
    assumed("two thin sheets of alkali-free glass; the few micrometres of liquid between them are left out"),
    [1.05, 0.9, 1.2],
    [2500, 2380, 2550],
    [800, 720, 880],
  ),
  material(
    "OLED panel, glass",
    "cell",
    assumed("substrate and encapsulation glass; organic layers under a micrometre are left out"),
    [1.05, 0.9, 1.2],
    [2450, 2380, 2550],
    [800, 720, 880],
  ),
  material(
    "backlight unit",
    "plastic",
    assumed("acrylic light guide with films and thin air between; a mean of both"),
    [0.15, 0.1, 0.2],
    [1150, 1050, 1200],
    [1470, 1400, 1500],
  ),
  material(
    "reflector film",
    "film",
    memory("polyester film"),
    [0.2, 0.15, 0.24],
    [1390, 1350, 1400],
    [1200, 1100, 1350],
  ),
  material(
    "plastic frame",
    "plastic",
    memory("polycarbonate blends"),
    [0.2, 0.18, 0.25],
    [1200, 1100, 1300],
    [1250, 1150, 1400],
  ),
  material(
    "lithium cell, pouch",
    "metal",
    assumed("through the thickness of a wound or stacked pouch"),
    [0.9, 0.5, 1.5],
    [2300, 2000, 2600],
    [1050, 900, 1200],
  ),
  material("air", "air", incropera, [0.027, 0.026, 0.03], [1.1, 0.95, 1.2], [1007, 1005, 1010]),
  material("aluminium", "metal", incropera, [180, 130, 237], [2700, 2650, 2800], [900, 880, 960]),
  material("steel, stainless", "metal", incropera, [15, 13, 17], [7900, 7700, 8050], [477, 460, 500]),
  material(
    "graphite sheet on copper foil",
    "metal",
    assumed("through the thickness, glue between included"),
    [5, 2, 15],
    [3000, 1500, 6000],
    [600, 400, 750],
  ),
  material(
    "silicone rubber",
    "plastic",
    memory("unfilled silicone elastomers"),
    [0.2, 0.17, 0.3],
    [1150, 1100, 1250],
    [1400, 1200, 1500],
  ),
] as const satisfies readonly Material[];

export const materialNames = materials.map((entry) => entry.name) as [string, ...string[]];

/** Throws where the library holds no such material; names that come from outside are checked by their schema first. */
export function materialNamed(name: string): Material {
  const found = materials.find((entry) => entry.name === name);
  if (!found) throw new RangeError(`No material is called "${name}"`);
  return found;
}

/** What stands between a panel and its surroundings: assumed until this bench has measured its own. */
export const surroundings = {
  /** Still air over a warm flat panel, radiation included. */
  airFilmWm2K: {
    value: 10,
    low: 6,
    high: 15,
    source: assumed("natural convection and radiation of a warm panel in a still room"),
  },
  /** A bare panel lying on a hot plate: a film of air a few tenths of a millimetre thick lies between. */
  plateContactWm2K: {
    value: 70,
    low: 40,
    high: 250,
    source: assumed("about 0.4 mm of air under most of the panel; k of air over its thickness"),
  },
  roomC: { value: 21, low: 15, high: 30, source: assumed("a heated workshop") },
} as const satisfies Record<string, MaterialValue>;
