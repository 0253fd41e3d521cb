import { z } from "zod";
import { windowBox } from "./window-box.ts";
import { drawnAs, materialNamed, materialNames, type Material } from "../materials/materials.ts";
import { routeNames, routes } from "../route/routes.ts";
import { bounded, boundedWhole, temperatureC, thicknessUm, words, oneOf } from "../units.ts";
import { checkFeatures, edgeFeature, outline } from "./outline.ts";
import type { Outline } from "./panel-geometry.ts";
import { t } from "../../words/stack.ts";

export const layerRoles = [
  "cover glass",
  "glass with sensor",
  "adhesive",
  "touch sensor",
  "polarizer",
  "panel",
  "reflector",
  "backlight",
  "lithium cell",
  "frame",
  "air gap",
] as const;

/** A key in events and addresses: lower case, digits, hyphens. */
export const key = () =>
  z.string().regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, { error: () => t("must-be-a-key-lower-case-letters") });

/** One layer of a stack, viewer's side first. */
export const layer = z.strictObject({
  name: words(80),
  role: oneOf(layerRoles),
  /** A name from the library of materials, or one of the family's own. */
  material: words(80),
  thicknessUm: thicknessUm(),
  /** Hottest the layer may become, where the family knows better than the library of materials. */
  maxC: temperatureC().optional(),
  maxCSource: words(200).optional(),
  /** Conductance of a poor contact under the layer. */
  contactBelowWm2K: bounded(0.01, 10_000_000).optional(),
  /** A filter: it lets no light through below this wavelength. */
  blocksBelowNm: bounded(200, 800).optional(),
});
export type Layer = z.output<typeof layer>;

export const seamMethods = ["plate from behind", "plate on the glass", "peel"] as const;

/** Which line is opened on a route and how: the layer that is cut or peeled, its working band, the side that is heated. */
export const seam = z.strictObject({
  route: z.enum(routeNames),
  layer: words(80),
  method: oneOf(seamMethods),
  minC: temperatureC().optional(),
  maxC: temperatureC().optional(),
  bandSource: words(200),
  plateC: bounded(30, 150).optional(),
  speedMmS: bounded(0.1, 50).optional(),
  maxDepthMm: bounded(0.5, 50).optional(),
  newPart: words(120),
});
export type Seam = z.output<typeof seam>;

export const isHeatedMethod = (method: Seam["method"]): boolean => method !== "peel";

/** A place on the back, in mm from the left and from the top, seen from the back. */
export const screwPlace = z.strictObject({
  xMm: bounded(0, 5_000),
  yMm: bounded(0, 5_000),
  /** What a screw that is too long would run into here. */
  under: words(80).optional(),
});
export type ScrewPlace = z.output<typeof screwPlace>;

export const screwHolds = ["casing", "connectors", "module"] as const;
export type ScrewHolds = (typeof screwHolds)[number];

export const screwSize = z.strictObject({
  key: key(),
  head: words(40),
  thread: words(40),
  lengthMm: bounded(0.5, 100),
  count: boundedWhole(1, 200),
  where: words(120),
  /** Where they sit, the first ones first; may be fewer than there are. */
  places: z.array(screwPlace).max(200).default([]),
  /**
   * What they hold: the casing (out first, in last), a plate over the connectors (out before the supply is isolated, back
   * after all is joined), or the module and its bracket (out after the connectors, back before them).
   */
  holds: oneOf(screwHolds).default("casing"),
});
export type ScrewSize = z.output<typeof screwSize>;

export const connectorKinds = ["press", "flip latch", "slide", "glued", "soldered"] as const;
/** Which way a connector, or its latch, goes when it opens. */
export const connectorWays = [
  "straight up",
  "towards the panel",
  "away from the panel",
  "to the left",
  "to the right",
  "stays on",
] as const;

export const connector = z.strictObject({
  key: key(),
  name: words(80),
  kind: oneOf(connectorKinds),
  opens: words(120),
  way: oneOf(connectorWays).default("straight up"),
  /** Tape lies over it: off first, back last; new where the old one does not hold again. */
  tape: oneOf(["none", "kept", "new"]).default("none"),
  /** Functions that need it, by key; every function where it is not named. */
  serves: z.array(key()).max(50).optional(),
});
export type Connector = z.output<typeof connector>;

/** Something the finished device must do; proved before it is closed. */
export const panelFunction = z.strictObject({ key: key(), name: words(80), how: words(200) });
export type PanelFunction = z.output<typeof panelFunction>;

export const partKinds = ["part", "gasket", "magnet", "tape", "liner", "cell"] as const;
export const harms = ["heat", "frost"] as const;
export const partGoes = ["to the new layer", "back in its place", "new each time"] as const;

/** What comes off and must not be forgotten. A liner is peeled from a new part and only counted. */
export const movedPart = z.strictObject({
  key: key(),
  name: words(80),
  irreplaceable: z.boolean(),
  kind: oneOf(partKinds).default("part"),
  goes: oneOf(partGoes).default("to the new layer"),
  count: boundedWhole(1, 100).default(1),
  /** What it does not bear: it is out before the stack is warmed or frozen. */
  harmedBy: z
    .array(z.enum(harms, { error: () => t("must-be-heat-or-frost") }))
    .max(2)
    .default([]),
  /** Functions that do not work without it, by key. */
  serves: z.array(key()).max(50).default([]),
  /** What a liner lies on: the new layer, the tape of the frame, or another part by its key. */
  linerOf: words(60).optional(),
});
export type MovedPart = z.output<typeof movedPart>;

const windowKind = oneOf(["camera", "sensor"]);
/** A place that must stay clear of adhesive, in mm from the left and from the top, seen from the viewer's side. */
export const panelWindow = z.union([
  z.strictObject({
    kind: windowKind,
    label: words(80),
    xMm: bounded(0, 5_000),
    yMm: bounded(0, 5_000),
    radiusMm: bounded(0.1, 500),
  }),
  z.strictObject({
    kind: windowKind,
    label: words(80),
    xMm: bounded(0, 5_000),
    yMm: bounded(0, 5_000),
    widthMm: bounded(0.1, 5_000),
    heightMm: bounded(0.1, 5_000),
  }),
]);
export type PanelWindow = z.output<typeof panelWindow>;

/** A material that the library does not hold. */
export const ownMaterial = z.strictObject({
  name: words(80),
  drawnAs: oneOf(drawnAs),
  conductivityWmK: bounded(0.001, 2_000),
  densityKgM3: bounded(0.1, 25_000),
  specificHeatJkgK: bounded(50, 15_000),
  source: words(200),
});
export type OwnMaterial = z.output<typeof ownMaterial>;

/** What a route takes in parts and time, as this shop knows it. Money in the shop's minor unit. */
export const routeCost = z.strictObject({
  route: oneOf(routeNames),
  partsMinor: boundedWhole(0, 100_000_000),
  hours: bounded(0, 200),
});
export type RouteCost = z.output<typeof routeCost>;

/** A soldered joint of many contacts: how many, which are joined on purpose, and the pins that place it. */
export const joint = z.strictObject({
  name: words(80),
  contacts: boundedWhole(2, 200),
  /** Two rows face each other; contact numbers run along the first and back along the second. */
  rows: boundedWhole(1, 2).default(1),
  pins: boundedWhole(0, 6).default(2),
  nets: z
    .array(z.array(boundedWhole(1, 200)).min(2))
    .max(100)
    .default([]),
  /** The far end of each line can be reached with a probe, so that a single contact that does not hold is found. */
  ends: z.boolean().default(false),
  /** Bears only so much: a delicate flex wants a low-temperature solder. */
  delicate: z.boolean().default(false),
});
export type Joint = z.output<typeof joint>;

function unique(
  keys: readonly string[],
  at: (index: number) => (string | number)[],
  context: z.core.$RefinementCtx,
) {
  keys.forEach((value, i) => {
    if (keys.indexOf(value) !== i) {
      context.addIssue({
        code: "custom",
        path: at(i),
        message: t("stands-twice-names-must-differ", { value }),
      });
    }
  });
}

export const powers = ["cell", "mains", "supply"] as const;

/** How hands get to the panel; the order of the work follows from it. */
export const waysIn = [
  "from the back",
  "from the front",
  "glass on a frame",
  "bare display",
  "large panel",
] as const;

/** A kind of display that the shop takes in: its stack, outline, what is in the way and what must work in the end. */
export const family = z
  .strictObject({
    code: z.string().regex(/^[A-Z]{2}-[0-9]{1,5}$/, { error: () => t("must-be-a-code-such-as-ph") }),
    name: words(80),
    kind: words(120),
    /** Made for one device that came in: not offered when the next one is taken in. */
    oneOff: z.boolean().default(false),
    diagonalIn: bounded(0.5, 120),
    outline,
    /** The back of the device, where the screws sit; as large as the panel where it is not named. */
    back: outline.optional(),
    /** Printed border behind the glass; cutting deeper smears glue on the picture. */
    borderMm: bounded(0, 200),
    features: z.array(edgeFeature).max(100),
    windows: z.array(panelWindow).max(50).default([]),
    ownMaterials: z.array(ownMaterial).max(50).default([]),
    stack: z.array(layer).min(1).max(30),
    /** Whether a panel of this family lives through parting. Where it does not, only the whole assembly is offered. */
    survivesParting: z.boolean().default(true),
    routes: z.array(z.enum(routeNames)).min(1),
    seams: z.array(seam).max(10),
    costs: z.array(routeCost).max(10).default([]),
    /** The soldered joint between panel and board or backlight, where there is one. */
    joint: joint.optional(),
    wayIn: oneOf(waysIn).default("from the back"),
    /** The back cover is glued along its rim: warmed and cut before it comes off. */
    gluedBack: z.boolean().default(false),
    /** The joint of an add-on touch layer's controller, where that route is offered. */
    addOnTouch: joint.optional(),
    power: oneOf(powers),
    /** How long the capacitors take after the plug is out, s; assumed where it is not named. Mains only. */
    dischargeS: bounded(10, 7_200).optional(),
    screws: z.array(screwSize).max(50),
    connectors: z.array(connector).max(50),
    functions: z.array(panelFunction).min(1).max(50),
    parts: z.array(movedPart).max(50),
    notes: z.array(words(300)).max(50),
  })
  .superRefine((candidate, context) => {
    checkFeatures(candidate.outline, candidate.features, "features", context);
    const named = {
      stack: ["name", candidate.stack.map((l) => l.name)],
      ownMaterials: ["name", candidate.ownMaterials.map((m) => m.name)],
      screws: ["key", candidate.screws.map((s) => s.key)],
      connectors: ["key", candidate.connectors.map((c) => c.key)],
      functions: ["key", candidate.functions.map((f) => f.key)],
      parts: ["key", candidate.parts.map((p) => p.key)],
      seams: ["route", candidate.seams.map((s) => s.route)],
      costs: ["route", candidate.costs.map((c) => c.route)],
    } as const;
    for (const [list, [field, names]] of Object.entries(named)) {
      unique(names, (i) => [list, i, field], context);
    }
    const fault = (path: (string | number)[], message: string) =>
      context.addIssue({ code: "custom", path, message });
    const functionKeys = candidate.functions.map((f) => f.key);
    for (const list of ["connectors", "parts"] as const) {
      candidate[list].forEach(({ serves }, i) =>
        serves?.forEach((served, n) => {
          if (!functionKeys.includes(served)) {
            fault(
              [list, i, "serves", n],
              t("must-be-one-of-12", { served, functionKeys: functionKeys.join(", ") }),
            );
          }
        }),
      );
    }
    candidate.stack.forEach(({ material }, i) => {
      if (!isMaterial(candidate, material)) {
        const known = [...candidate.ownMaterials.map((m) => m.name), ...materialNames];
        fault(["stack", i, "material"], t("must-be-one-of-13", { material, known: known.join("; ") }));
      }
    });
    candidate.ownMaterials.forEach(({ name }, i) => {
      if (materialNames.includes(name)) {
        fault(["ownMaterials", i, "name"], t("stands-in-the-library-already", { name }));
      }
    });
    const back = backOf(candidate);
    candidate.screws.forEach((size, i) => {
      if (size.places.length > size.count) {
        fault(
          ["screws", i, "places"],
          t("places-are-more-than-the-screws-of", { places: size.places.length, count: size.count }),
        );
      }
      size.places.forEach(({ xMm, yMm }, n) => {
        if (xMm > back.widthMm || yMm > back.heightMm) {
          fault(
            ["screws", i, "places", n],
            t("must-lie-on-the-back-which-is", { xMm, yMm, widthMm: back.widthMm, heightMm: back.heightMm }),
          );
        }
      });
    });
    const joined = new Set<number>();
    candidate.joint?.nets.forEach((net, i) =>
      net.forEach((number, k) => {
        const { contacts } = candidate.joint!;
        if (number > contacts)
          fault(["joint", "nets", i, k], t("must-be-one-of-the-contacts", { number, contacts }));
        else if (joined.has(number)) fault(["joint", "nets", i, k], t("stands-in-two-nets", { number }));
        joined.add(number);
      }),
    );
    candidate.windows.forEach((w, i) => {
      const { xMm, yMm, widthMm, heightMm } = windowBox(w);
      const { outline: panel } = candidate;
      if (xMm < 0 || yMm < 0 || xMm + widthMm > panel.widthMm || yMm + heightMm > panel.heightMm) {
        fault(
          ["windows", i],
          t("must-lie-on-the-panel-which-is", {
            label: w.label,
            widthMm: panel.widthMm,
            heightMm: panel.heightMm,
          }),
        );
      }
    });
    if (!candidate.survivesParting) {
      candidate.routes.forEach((route, i) => {
        if (routes[route].joins !== "none") {
          fault(["routes", i], t("parts-the-stack-and-this-family-does", { route }));
        }
      });
    }
    candidate.seams.forEach((s, i) => {
      if (s.minC !== undefined && s.maxC !== undefined && s.minC >= s.maxC) {
        fault(["seams", i, "minC"], t("must-be-below-maxc-which-is", { minC: s.minC, maxC: s.maxC }));
      }
      if (!candidate.stack.some((l) => l.name === s.layer)) {
        context.addIssue({
          code: "custom",
          path: ["seams", i, "layer"],
          message: t("is-not-one-of-the-layers", {
            layer: s.layer,
            stack: candidate.stack.map((l) => l.name).join(", "),
          }),
        });
      }
    });
    if (!candidate.functions.some((f) => f.key === "picture")) {
      context.addIssue({
        code: "custom",
        path: ["functions"],
        message: t("must-hold-picture-no-repair-without-it"),
      });
    }
  });
export type Family = z.output<typeof family>;
/** A family as it is written down, before what is left out is filled in. */
export type FamilyInput = z.input<typeof family>;

/** The back of the device, seen from the back. */
export const backOf = (family: Pick<Family, "back" | "outline">): Outline => family.back ?? family.outline;

type OfMaterials = Pick<Family, "ownMaterials">;

const isMaterial = (family: OfMaterials, name: string): boolean =>
  materialNames.includes(name) || family.ownMaterials.some((own) => own.name === name);

/** A material as this family knows it: its own, or the library's. */
export function materialOf(family: OfMaterials, name: string): Material {
  const own = family.ownMaterials.find((entry) => entry.name === name);
  if (!own) return materialNamed(name);
  const value = (v: number) => ({
    value: v,
    low: v,
    high: v,
    source: { kind: "assumed" as const, text: t("entered-with-the-family", { source: own.source }) },
  });
  return {
    name,
    drawnAs: own.drawnAs,
    conductivityWmK: value(own.conductivityWmK),
    densityKgM3: value(own.densityKgM3),
    specificHeatJkgK: value(own.specificHeatJkgK),
  };
}
