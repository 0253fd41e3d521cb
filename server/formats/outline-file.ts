import DxfParser from "dxf-parser";
import { XMLParser, XMLValidator } from "fast-xml-parser";
import SVGPathCommander from "svg-path-commander";
import {
  compose,
  fromDefinition,
  fromTransformAttribute,
  identity,
  type Matrix,
} from "transformation-matrix";
import type { Outline } from "../../core/stack/outline.ts";
import { t } from "../../words/server.ts";

/** Why a drawing gives no outline. */
export class OutlineRefused extends Error {}

/** What was read of a drawing: the outline, and how it was found. */
export interface ReadOutline {
  outline: Outline;
  found: string;
}

/** What a drawing may hold: an outline needs a fraction, and what is more keeps others waiting while it is read. */
export const LARGEST_DRAWING = 1024 * 1024;
const MOST_ELEMENTS = 2_000;
const DEEPEST = 50;
const LONGEST_SHAPES = 50_000;
const LONGEST_TRANSFORM = 500;
const MOST_VERTICES = 20_000;

/** Refuses what is more than its bound, by the bound's name. */
function atMost(what: string, is: number, most: number): void {
  if (is > most) throw new OutlineRefused(t("must-be-at-most", { what, is, most }));
}

/** How many elements an XML text has, how deep they lie and how long all its paths and polygons are, before anything is parsed. */
function measureXml(text: string): { elements: number; depth: number; shapes: number } {
  let elements = 0;
  let drawn = 0;
  let [depth, deepest] = [0, 0];
  for (let at = text.indexOf("<"); at >= 0; at = text.indexOf("<", at + 1)) {
    const next = text[at + 1];
    if (next === "/") depth -= 1;
    else if (next !== "!" && next !== "?") {
      elements += 1;
      const end = text.indexOf(">", at);
      if (text.startsWith("path", at + 1) || text.startsWith("poly", at + 1)) drawn += Math.max(0, end - at);
      if (end > 0 && text[end - 1] !== "/") deepest = Math.max(deepest, (depth += 1));
    }
  }
  return { elements, depth: deepest, shapes: drawn };
}

const MM_PER: Record<string, number> = {
  mm: 1,
  cm: 10,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  px: 25.4 / 96,
  "": 25.4 / 96,
};

function lengthMm(text: unknown): number | null {
  const match = /^\s*([\d.]+(?:e[-+]?\d+)?)\s*(mm|cm|in|pt|pc|px|)\s*$/i.exec(String(text ?? ""));
  return match ? Number(match[1]) * MM_PER[match[2]!.toLowerCase()]! : null;
}

const round = (mm: number) => Number(mm.toFixed(2));

function outlineOf(widthMm: number, heightMm: number, cornerRadiusMm: number): Outline {
  if (!(widthMm >= 1 && widthMm <= 5_000 && heightMm >= 1 && heightMm <= 5_000)) {
    throw new OutlineRefused(
      t("the-drawing-is-mm-each-side-must", { widthMm: round(widthMm), heightMm: round(heightMm) }),
    );
  }
  const most = Math.min(widthMm, heightMm) / 2;
  const radius = Math.min(cornerRadiusMm, most);
  return {
    widthMm: round(widthMm),
    heightMm: round(heightMm),
    ...(radius >= 0.05 ? { cornerRadiusMm: round(radius) } : {}),
  };
}

type Node = Record<string, unknown>;
const shapes = ["rect", "path", "polygon", "polyline", "circle", "ellipse"] as const;

interface Found {
  widthMm: number;
  heightMm: number;
  radiusMm: number;
  what: string;
}

/** The radius of the first arc of a path, in its own units; 0 where it has none. */
function firstArc(path: string): number {
  const arc = new SVGPathCommander(path).toAbsolute().segments.find(([command]) => command === "A");
  return arc ? Number(arc[1]) : 0;
}

function shapeOf(
  name: (typeof shapes)[number],
  node: Node,
): { width: number; height: number; radius: number } | null {
  const n = (attribute: string) => Number(node[`@${attribute}`] ?? 0);
  switch (name) {
    case "rect":
      return { width: n("width"), height: n("height"), radius: n("rx") || n("ry") };
    case "circle":
      return { width: 2 * n("r"), height: 2 * n("r"), radius: n("r") };
    case "ellipse":
      return { width: 2 * n("rx"), height: 2 * n("ry"), radius: Math.min(n("rx"), n("ry")) };
    case "polygon":
    case "polyline": {
      const path = `M${String(node["@points"] ?? "").trim()}`;
      if (!SVGPathCommander.isValidPath(path)) return null;
      const { width, height } = SVGPathCommander.getPathBBox(path);
      return { width, height, radius: 0 };
    }
    case "path": {
      const path = String(node["@d"] ?? "");
      if (!SVGPathCommander.isValidPath(path)) return null;
      const { width, height } = SVGPathCommander.getPathBBox(path);
      return { width, height, radius: firstArc(path) };
    }
  }
}

function transformOf(name: string, node: Node): Matrix {
  const text = String(node["@transform"] ?? "").trim();
  if (text === "") return identity();
  atMost(t("characters-of-the-s-transform", { name }), text.length, LONGEST_TRANSFORM);
  try {
    return compose(fromDefinition(fromTransformAttribute(text)));
  } catch {
    throw new OutlineRefused(t("the-s-transform-cannot-be-read", { name, text: text.slice(0, 80) }));
  }
}

/** Every element that is drawn, with what all the transforms round it and on it come to. */
function* walk(parent: Node, outer: Matrix): Generator<[name: string, node: Node, matrix: Matrix]> {
  for (const [name, child] of Object.entries(parent)) {
    // What is only defined, or clips something else, is not drawn.
    if (name.startsWith("@") || ["defs", "clipPath", "mask", "symbol", "pattern"].includes(name)) continue;
    for (const one of Array.isArray(child) ? child : [child]) {
      if (typeof one !== "object" || one === null) continue;
      const matrix = compose(outer, transformOf(name, one as Node));
      yield [name, one as Node, matrix];
      yield* walk(one as Node, matrix);
    }
  }
}

/** How a transform stretches width and height; null where it turns or shears by anything but right angles. */
function stretch({ a, b, c, d }: Matrix): { x: number; y: number; swaps: boolean } | null {
  const small = 1e-6 * Math.max(Math.abs(a), Math.abs(b), Math.abs(c), Math.abs(d));
  if (Math.abs(b) <= small && Math.abs(c) <= small) return { x: Math.abs(a), y: Math.abs(d), swaps: false };
  if (Math.abs(a) <= small && Math.abs(d) <= small) return { x: Math.abs(c), y: Math.abs(b), swaps: true };
  return null;
}

function readSvg(text: string): ReadOutline {
  const { elements, depth, shapes: drawn } = measureXml(text);
  atMost(t("elements"), elements, MOST_ELEMENTS);
  atMost(t("characters-of-all-paths-and-polygons"), drawn, LONGEST_SHAPES);
  atMost(t("elements-inside-one-another"), depth, DEEPEST);
  const valid = XMLValidator.validate(text);
  if (valid !== true) throw new OutlineRefused(t("the-drawing-is-no-sound-svg", { msg: valid.err.msg }));
  const tree = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: "@",
    processEntities: false,
  }).parse(text) as Node;
  const svg = tree.svg as Node | undefined;
  if (!svg) throw new OutlineRefused(t("the-file-holds-no-svg-drawing"));
  const box = String(svg["@viewBox"] ?? "")
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const width = lengthMm(svg["@width"]);
  // Millimetres for one unit of the drawing: by its width against its viewBox, else CSS pixels.
  const scale = width !== null && box.length === 4 && box[2]! > 0 ? width / box[2]! : MM_PER.px!;
  const found: Found[] = [];
  for (const [name, node, matrix] of walk(svg, identity())) {
    if (!shapes.includes(name as (typeof shapes)[number])) continue;
    const shape = shapeOf(name as (typeof shapes)[number], node);
    if (!shape || !(shape.width > 0 && shape.height > 0)) continue;
    const by = stretch(matrix);
    if (!by) {
      throw new OutlineRefused(t("the-is-turned-or-sheared-by-a", { name }));
    }
    found.push({
      widthMm: (by.swaps ? shape.height : shape.width) * by.x * scale,
      heightMm: (by.swaps ? shape.width : shape.height) * by.y * scale,
      radiusMm: shape.radius * Math.min(by.x, by.y) * scale,
      what: name,
    });
  }
  return largest(found);
}

function largest(found: readonly Found[]): ReadOutline {
  const [best] = [...found].sort((a, b) => b.widthMm * b.heightMm - a.widthMm * a.heightMm);
  if (!best) throw new OutlineRefused(t("the-drawing-holds-no-closed-shape-that"));
  return {
    outline: outlineOf(best.widthMm, best.heightMm, best.radiusMm),
    found:
      found.length > 1
        ? t("the-largest-of-shapes-a", { found: found.length, what: best.what })
        : t("a-shape", { what: best.what }),
  };
}

/** Units of a DXF drawing by its header's $INSUNITS (DXF reference, from memory): inch, mm, cm, m. */
const DXF_UNITS: Record<number, number> = { 0: 1, 1: 25.4, 4: 1, 5: 10, 6: 1_000 };

interface Vertex {
  x: number;
  y: number;
  bulge?: number;
}

/** The radius of the arc that a bulge stands for: chord · (1 + b²) / (4 |b|). */
function bulgeRadius(vertices: readonly Vertex[]): number {
  for (const [i, { x, y, bulge }] of vertices.entries()) {
    if (!bulge) continue;
    const next = vertices[(i + 1) % vertices.length]!;
    return (Math.hypot(next.x - x, next.y - y) * (1 + bulge * bulge)) / (4 * Math.abs(bulge));
  }
  return 0;
}

/** Refuses a DXF text whose lists say that they are longer than the file, or than an outline is, before anything is parsed. */
function checkDxf(text: string): void {
  const lines = text.split(/\r\n|\r|\n/);
  let vertices = 0;
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const code = Number(lines[i]);
    // Group codes 90 to 99 hold counts (DXF reference, from memory).
    if (code >= 90 && code <= 99)
      atMost(t("vertices-that-a-list-says-it-has"), Number(lines[i + 1]), MOST_VERTICES);
    if (code === 10 || code === 11) vertices += 1;
  }
  atMost(t("vertices"), vertices, MOST_VERTICES);
}

function readDxf(text: string): ReadOutline {
  checkDxf(text);
  let drawing;
  try {
    drawing = new DxfParser().parseSync(text);
  } catch (error) {
    throw new OutlineRefused(t("the-drawing-is-no-sound-dxf", { message: (error as Error).message }));
  }
  if (!drawing) throw new OutlineRefused(t("the-file-holds-no-dxf-drawing"));
  const unit = Number(drawing.header?.$INSUNITS ?? 4);
  const scale = DXF_UNITS[unit];
  if (scale === undefined) throw new OutlineRefused(t("the-drawings-unit-number-is-not-known", { unit }));
  const extent = (points: readonly Vertex[]) => {
    const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
    return {
      widthMm: (Math.max(...xs) - Math.min(...xs)) * scale,
      heightMm: (Math.max(...ys) - Math.min(...ys)) * scale,
    };
  };
  const found: Found[] = [];
  const loose: Vertex[] = [];
  let looseRadius = 0;
  for (const entity of drawing.entities as unknown as (Node & { type: string; vertices?: Vertex[] })[]) {
    if (entity.type === "LWPOLYLINE" || entity.type === "POLYLINE") {
      const vertices = entity.vertices ?? [];
      if (vertices.length < 2) continue;
      found.push({ ...extent(vertices), radiusMm: bulgeRadius(vertices) * scale, what: "polyline" });
    } else if (entity.type === "LINE") {
      loose.push(...(entity.vertices ?? []));
    } else if (entity.type === "ARC" || entity.type === "CIRCLE") {
      const { center, radius } = entity as unknown as { center: Vertex; radius: number };
      if (entity.type === "CIRCLE") {
        found.push({
          widthMm: 2 * radius * scale,
          heightMm: 2 * radius * scale,
          radiusMm: radius * scale,
          what: "circle",
        });
      } else {
        looseRadius ||= radius;
        // The ends of the arc; between them lie lines that say the rest.
        const { startAngle, endAngle } = entity as unknown as { startAngle: number; endAngle: number };
        for (const angle of [startAngle, endAngle]) {
          loose.push({ x: center.x + radius * Math.cos(angle), y: center.y + radius * Math.sin(angle) });
        }
      }
    }
  }
  if (loose.length > 2) {
    found.push({ ...extent(loose), radiusMm: looseRadius * scale, what: t("shape-of-lines-and-arcs") });
  }
  return largest(found.filter((f) => f.widthMm > 0 && f.heightMm > 0));
}

/**
 * Reads a panel's outline from a drawing: the largest shape in it, as a rectangle with rounded corners. SVG in the units
 * of its width and viewBox, DXF in those of its header.
 * @throws OutlineRefused where the file is neither, or nothing in it could be an outline.
 */
export function readOutline(text: string): ReadOutline {
  atMost(t("bytes"), Buffer.byteLength(text), LARGEST_DRAWING);
  const start = text.trimStart().slice(0, 400);
  if (/^(<\?xml|<!--|<!doctype|<svg)/i.test(start)) return readSvg(text);
  if (/^(0|999)\s*[\r\n]/.test(start)) return readDxf(text);
  throw new OutlineRefused(t("by-its-content-this-is-neither-an"));
}
