import { z } from "zod";
import { materialNames } from "../materials/materials.ts";
import { routeNames } from "../job/route.ts";
import { bounded, boundedWhole, temperatureC, thicknessUm, words } from "../units.ts";
import { checkFeatures, edgeFeature, outline } from "./outline.ts";

export const layerRoles = [
  "cover glass",
  "adhesive",
  "touch sensor",
  "polarizer",
  "panel",
  "reflector",
  "backlight",
  "frame",
  "air gap",
] as const;

/** A key in events and addresses: lower case, digits, hyphens. */
export const key = () =>
  z
    .string()
    .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, { error: "must be a key: lower-case letters, digits and hyphens" });

/** One layer of a stack, viewer's side first. */
export const layer = z.strictObject({
  name: words(80),
  role: z.enum(layerRoles, { error: `must be one of ${layerRoles.join(", ")}` }),
  material: z.enum(materialNames, { error: `must be one of ${materialNames.join("; ")}` }),
  thicknessUm: thicknessUm(),
  /** Hottest the layer may become; shown as assumed unless a source says otherwise. */
  maxC: temperatureC().optional(),
  maxCSource: words(200).optional(),
  /** Conductance of a poor contact under the layer. */
  contactBelowWm2K: bounded(0.01, 10_000_000).optional(),
});
export type Layer = z.output<typeof layer>;

/** Which line is opened on a route and how: the layer that is cut or peeled, its working band, the side that is heated. */
export const seam = z.strictObject({
  route: z.enum(routeNames),
  layer: words(80),
  method: z.enum(["plate from behind", "plate on the glass", "peel"]),
  minC: temperatureC().optional(),
  maxC: temperatureC().optional(),
  bandSource: words(200),
  plateC: bounded(30, 150).optional(),
  speedMmS: bounded(0.1, 50).optional(),
  maxDepthMm: bounded(0.5, 50).optional(),
  newPart: words(120),
});
export type Seam = z.output<typeof seam>;

export const screwSize = z.strictObject({
  key: key(),
  head: words(40),
  thread: words(40),
  lengthMm: bounded(0.5, 100),
  count: boundedWhole(1, 200),
  where: words(120),
});
export type ScrewSize = z.output<typeof screwSize>;

export const connector = z.strictObject({
  key: key(),
  name: words(80),
  kind: z.enum(["press", "flip latch", "slide", "glued", "soldered"]),
  opens: words(120),
});
export type Connector = z.output<typeof connector>;

/** Something the finished device must do; proved before it is closed. */
export const panelFunction = z.strictObject({ key: key(), name: words(80), how: words(200) });
export type PanelFunction = z.output<typeof panelFunction>;

export const movedPart = z.strictObject({ key: key(), name: words(80), irreplaceable: z.boolean() });

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
        message: `"${value}" stands twice; names must differ`,
      });
    }
  });
}

/** A kind of display that the shop takes in: its stack, outline, what is in the way and what must work in the end. */
export const family = z
  .strictObject({
    code: z.string().regex(/^[A-Z]{2}-[0-9]{1,3}$/, { error: "must be a code such as PH-10" }),
    name: words(80),
    kind: words(120),
    diagonalIn: bounded(0.5, 120),
    outline,
    /** Printed border behind the glass; cutting deeper smears glue on the picture. */
    borderMm: bounded(0, 200),
    features: z.array(edgeFeature).max(100),
    stack: z.array(layer).min(1).max(30),
    routes: z.array(z.enum(routeNames)).min(1),
    seams: z.array(seam),
    power: z.enum(["cell", "mains", "supply"]),
    screws: z.array(screwSize),
    connectors: z.array(connector),
    functions: z.array(panelFunction).min(1),
    parts: z.array(movedPart),
    notes: z.array(words(300)),
  })
  .superRefine((candidate, context) => {
    checkFeatures(candidate.outline, candidate.features, "features", context);
    unique(
      candidate.stack.map((l) => l.name),
      (i) => ["stack", i, "name"],
      context,
    );
    unique(
      candidate.screws.map((s) => s.key),
      (i) => ["screws", i, "key"],
      context,
    );
    unique(
      candidate.connectors.map((c) => c.key),
      (i) => ["connectors", i, "key"],
      context,
    );
    unique(
      candidate.functions.map((f) => f.key),
      (i) => ["functions", i, "key"],
      context,
    );
    unique(
      candidate.parts.map((p) => p.key),
      (i) => ["parts", i, "key"],
      context,
    );
    unique(
      candidate.seams.map((s) => s.route),
      (i) => ["seams", i, "route"],
      context,
    );
    candidate.seams.forEach((s, i) => {
      if (!candidate.stack.some((l) => l.name === s.layer)) {
        context.addIssue({
          code: "custom",
          path: ["seams", i, "layer"],
          message: `"${s.layer}" is not one of the layers: ${candidate.stack.map((l) => l.name).join(", ")}`,
        });
      }
    });
    if (!candidate.functions.some((f) => f.key === "picture")) {
      context.addIssue({
        code: "custom",
        path: ["functions"],
        message: `must hold "picture": no repair without it`,
      });
    }
  });
export type Family = z.output<typeof family>;
