import { z } from "zod";
import type { RouteName } from "../route/routes.ts";
import { bounded, MM_PER_INCH, words, oneOf } from "../units.ts";
import { family as familySchema, powers, type Family, type FamilyInput } from "./family.ts";
import { edgeLengthMm, edges, type Edge } from "./panel-geometry.ts";

const TITLES = {
  "bonded-back": "Glass bonded to the panel, opened from the back",
  "taped-front": "Glass with sensor on tape, opened from the front",
  "on-frame": "Glass with sensor on a frame, module behind it",
  "bare-display": "Bare display with polarizers",
  "large-panel": "Large panel, front polarizer",
  backlight: "Layered backlight",
} as const;
export const oneOffKinds = Object.keys(TITLES) as (keyof typeof TITLES)[];
export type OneOffKind = (typeof oneOffKinds)[number];
export const oneOffTitles: Readonly<Record<OneOffKind, string>> = TITLES;

/** What the code of a single device's family begins with. */
export const SINGLE_CODE = "ON-";

/** Whether an edge of it carries a flex or drivers, as far as the work goes. */
export const hasFlexEdge = (kind: OneOffKind): boolean => kind !== "on-frame" && kind !== "backlight";

/** A device that the shop takes in once: how large, how it is made, where its flex or drivers are. */
export const oneOff = z.strictObject({
  name: words(80),
  kind: oneOf(oneOffKinds),
  widthMm: bounded(10, 2_000),
  heightMm: bounded(10, 2_000),
  flexEdge: oneOf(edges),
  power: oneOf(powers),
});
export type OneOff = z.output<typeof oneOff>;

const ASSUMED = "assumed: usual for this kind, not measured on this device";

const picture = { key: "picture", name: "Picture", how: "black, white and colours, no new line or spot" };
const touch = { key: "touch", name: "Touch", how: "one unbroken drag over the whole area" };
const panelConnector = {
  key: "panel",
  name: "Panel connector",
  kind: "press",
  opens: "look first: press, latch or slide",
} as const;
const cell = {
  key: "cell",
  name: "the cell",
  irreplaceable: false,
  kind: "cell",
  goes: "back in its place",
  harmedBy: ["heat", "frost"],
} as const;
const linerOf = (what: string) =>
  ({ key: "liner", name: `liner of the ${what}`, irreplaceable: false, kind: "liner" }) as const;

const glassWithSensor = {
  name: "glass with sensor",
  role: "glass with sensor",
  material: "cover glass, soda-lime",
  thicknessUm: 1_100,
} as const;
const tape = {
  name: "tape",
  role: "adhesive",
  material: "perimeter tape, foam",
  thicknessUm: 300,
} as const;
const frame = { name: "frame", role: "frame", material: "plastic frame", thicknessUm: 1_500 } as const;
const polarizer = (name: string, thicknessUm = 200) =>
  ({ name, role: "polarizer", material: "polarizer film", thicknessUm }) as const;
const lcd = (thicknessUm: number) =>
  ({ name: "panel", role: "panel", material: "liquid-crystal cell", thicknessUm }) as const;

type Made = Pick<FamilyInput, "stack" | "routes" | "seams" | "functions" | "parts"> & Partial<FamilyInput>;

function madeAs(kind: OneOffKind, edge: Edge, alongMm: number): Made {
  const along = { edge, fromMm: 0, toMm: alongMm } as const;
  const hinge = { ...along, kind: "hinge", label: "flex" } as const;
  const dry = { ...along, kind: "keep-out", noLiquid: true } as const;
  const taped = {
    routes: ["glass-sensor", "assembly"],
    seams: [
      {
        route: "glass-sensor",
        layer: "tape",
        method: "plate on the glass",
        minC: 55,
        maxC: 95,
        bandSource: ASSUMED,
        plateC: 80,
        speedMmS: 4,
        newPart: "glass with sensor",
      },
    ],
    functions: [picture, touch],
    stack: [glassWithSensor, tape, frame],
  } satisfies Partial<Made>;
  const peeled = (layer: string) =>
    [
      { route: "film", layer, method: "peel", bandSource: ASSUMED, newPart: "polarizer film" },
    ] satisfies FamilyInput["seams"];
  switch (kind) {
    case "bonded-back":
      return {
        wayIn: "from the back",
        gluedBack: true,
        features: [hinge],
        stack: [
          { name: "cover glass", role: "cover glass", material: "cover glass, soda-lime", thicknessUm: 700 },
          { name: "adhesive", role: "adhesive", material: "optical adhesive film", thicknessUm: 150 },
          polarizer("polarizer", 120),
          lcd(800),
        ],
        routes: ["layer", "assembly"],
        seams: [
          {
            route: "layer",
            layer: "adhesive",
            method: "plate from behind",
            minC: 72,
            maxC: 95,
            bandSource: ASSUMED,
            plateC: 90,
            speedMmS: 4,
            newPart: "cover glass",
          },
        ],
        functions: [picture, touch],
        parts: [linerOf("new glass")],
      };
    case "taped-front":
      return {
        ...taped,
        wayIn: "from the front",
        features: [hinge],
        parts: [{ ...linerOf("tape"), count: 4, linerOf: "tape" }],
      };
    case "on-frame":
      return {
        ...taped,
        wayIn: "glass on a frame",
        parts: [
          {
            key: "module",
            name: "the module",
            irreplaceable: false,
            goes: "back in its place",
            serves: ["picture"],
          },
          { ...linerOf("tape"), count: 4, linerOf: "tape" },
        ],
      };
    case "bare-display":
      return {
        wayIn: "bare display",
        features: [{ ...dry, label: "contacts" }],
        stack: [polarizer("front polarizer"), lcd(2_000), polarizer("rear polarizer")],
        routes: ["film", "assembly"],
        seams: peeled("front polarizer"),
        functions: [picture, { key: "contrast", name: "Contrast", how: "every row and column dark" }],
        parts: [{ ...linerOf("film"), count: 2 }],
      };
    case "large-panel":
      return {
        wayIn: "large panel",
        features: [{ ...dry, label: "driver chips" }],
        stack: [polarizer("front polarizer", 250), lcd(1_400)],
        routes: ["film", "assembly"],
        seams: peeled("front polarizer"),
        functions: [picture],
        parts: [{ ...linerOf("film"), count: 2 }],
      };
    case "backlight":
      return {
        stack: [
          lcd(1_000),
          { name: "backlight", role: "backlight", material: "backlight unit", thicknessUm: 3_000 },
        ],
        routes: ["backlight", "assembly"],
        seams: [],
        connectors: [
          panelConnector,
          { key: "light", name: "Backlight leads", kind: "soldered", opens: "not before rework" },
        ],
        functions: [picture, { key: "brightness", name: "Brightness", how: "from lowest to highest" }],
        joint: { name: "backlight leads", contacts: 2, pins: 0 },
        parts: [{ key: "films", name: "the film pack", irreplaceable: false, goes: "back in its place" }],
      };
  }
}

/** What of a device that is made like this can be replaced. */
export const oneOffRoutes = (kind: OneOffKind): RouteName[] => madeAs(kind, "bottom", 0).routes;

/**
 * A family for one device, from its size and how it is made: what is usual for its kind, and said to be assumed. Its screws are not
 * known, so the plan does not count them.
 *
 * @param code of the family, such as ON-12
 * @example
 * const frame = { name: "Picture frame", kind: "bonded-back", widthMm: 160, heightMm: 90, flexEdge: "bottom", power: "supply" };
 * oneOffFamily("ON-1", frame).outline; // { widthMm: 160, heightMm: 90 }
 */
export function oneOffFamily(code: string, device: OneOff): Family {
  const { name, kind, widthMm, heightMm, flexEdge, power } = device;
  const outline = { widthMm, heightMm };
  const { parts, ...made } = madeAs(kind, flexEdge, edgeLengthMm({ widthMm, heightMm }, flexEdge));
  return familySchema.parse({
    code,
    name,
    kind: TITLES[kind].toLowerCase(),
    oneOff: true,
    diagonalIn: Number((Math.hypot(widthMm, heightMm) / MM_PER_INCH).toFixed(1)),
    outline,
    borderMm: Math.min(3, widthMm / 10, heightMm / 10),
    features: [],
    power,
    screws: [],
    connectors: [panelConnector],
    notes: [ASSUMED],
    ...made,
    parts: power === "cell" ? [...parts, cell] : parts,
  });
}
