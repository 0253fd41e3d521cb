import DxfParser from "dxf-parser";
import { XMLParser, XMLValidator } from "fast-xml-parser";
import SVGPathCommander from "svg-path-commander";
import {
  applyToPoint,
  compose,
  fromDefinition,
  fromTransformAttribute,
  identity,
  scale as scaled,
  type Matrix,
} from "transformation-matrix";
import { flatArc, flatCircle, piecesOfArc } from "../../core/stack/flatten.ts";
import { outline } from "../../core/stack/outline.ts";
import type { Outline } from "../../core/stack/panel-geometry.ts";
import type { PanelPoint } from "../../core/stack/panel-point.ts";
import { FLATTEST_MM } from "../../core/stack/rim.ts";
import { boxOf, goesRound, signedAreaMm2, toStretchMm, toThousandth } from "../../core/stack/ring.ts";
import { t } from "../../words/server.ts";

/** Why a drawing gives no outline. */
export class OutlineRefused extends Error {}

/** What was read of a drawing: the outline, how it was found, and what of the drawing is not in it. */
export interface ReadOutline {
  outline: Outline;
  found: string;
  notKept: string[];
}

/** What a drawing may hold: an outline needs a fraction, and what is more keeps others waiting while it is read. */
export const LARGEST_DRAWING = 1024 * 1024;
const MOST_ELEMENTS = 2_000;
const DEEPEST = 50;
const LONGEST_SHAPES = 50_000;
const MOST_POINTS = 100_000;
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

type Node = Record<string, unknown>;
const shapes = ["rect", "path", "polygon", "polyline", "circle", "ellipse", "line"] as const;
type ShapeName = (typeof shapes)[number];

/** A line of a drawing as points in mm, closed or not, and what it was drawn as. */
interface Drawn {
  points: PanelPoint[];
  what: string;
}

/** What is drawn as an SVG path, whatever element it is; null where that draws nothing. */
function pathOf(name: ShapeName, node: Node): string | null {
  const n = (attribute: string) => Number(node[`@${attribute}`] ?? 0);
  switch (name) {
    case "rect": {
      const [x, y, w, h] = [n("x"), n("y"), n("width"), n("height")];
      if (!(w > 0 && h > 0)) return null;
      const rx = Math.min(n("rx") || n("ry"), w / 2);
      const ry = Math.min(n("ry") || n("rx"), h / 2);
      if (!(rx > 0 && ry > 0)) return `M${x} ${y}h${w}v${h}h${-w}z`;
      const arc = (dx: number, dy: number) => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`;
      return `M${x + rx} ${y}h${w - 2 * rx}${arc(rx, ry)}v${h - 2 * ry}${arc(-rx, ry)}h${2 * rx - w}${arc(-rx, -ry)}v${2 * ry - h}${arc(rx, -ry)}z`;
    }
    case "circle":
    case "ellipse": {
      const [rx, ry] = name === "circle" ? [n("r"), n("r")] : [n("rx"), n("ry")];
      if (!(rx > 0 && ry > 0)) return null;
      // By quarters, so that its outermost places are among the points.
      const arc = (dx: number, dy: number) => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`;
      return `M${n("cx")} ${n("cy") - ry}${arc(rx, ry)}${arc(-rx, ry)}${arc(-rx, -ry)}${arc(rx, -ry)}z`;
    }
    case "line":
      return `M${n("x1")} ${n("y1")}L${n("x2")} ${n("y2")}`;
    case "polygon":
    case "polyline":
      return `M${String(node["@points"] ?? "").trim()}${name === "polygon" ? "z" : ""}`;
    case "path":
      return String(node["@d"] ?? "");
  }
}

/** Curves of a path are followed to this, mm. */
const CURVE_MM = 0.02;
/** Places nearer than this are one, mm. */
const SAME_MM = 0.01;
const isSame = (a: PanelPoint, b: PanelPoint) => Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm) <= SAME_MM;

/** A cubic curve by straight pieces, its first point left out: none is farther from it than an outline's may be (Wang 1984). */
function flatCurve(p0: PanelPoint, p1: PanelPoint, p2: PanelPoint, p3: PanelPoint): PanelPoint[] {
  const bend = (a: PanelPoint, b: PanelPoint, c: PanelPoint) =>
    Math.hypot(a.xMm - 2 * b.xMm + c.xMm, a.yMm - 2 * b.yMm + c.yMm);
  const pieces = Math.max(
    1,
    Math.ceil(Math.sqrt((0.75 * Math.max(bend(p0, p1, p2), bend(p1, p2, p3))) / CURVE_MM)),
  );
  atMost(t("points-of-one-curve"), pieces, MOST_VERTICES);
  return Array.from({ length: pieces }, (_, i) => {
    const s = (i + 1) / pieces;
    const q = 1 - s;
    const at = (of: keyof PanelPoint) =>
      q * q * q * p0[of] + 3 * q * q * s * p1[of] + 3 * q * s * s * p2[of] + s * s * s * p3[of];
    return { xMm: at("xMm"), yMm: at("yMm") };
  });
}

/** The lines of an SVG path, in mm by the matrix. */
function linesOf(path: string, matrix: Matrix, what: string): Drawn[] {
  if (!SVGPathCommander.isValidPath(path)) return [];
  const place = (x: number, y: number): PanelPoint => {
    const at = applyToPoint(matrix, { x, y });
    return { xMm: at.x, yMm: at.y };
  };
  const drawn: Drawn[] = [];
  for (const segment of new SVGPathCommander(path).toCurve().segments) {
    const [command, ...numbers] = segment as [string, ...number[]];
    const line = drawn.at(-1);
    if (command === "M") drawn.push({ points: [place(numbers[0]!, numbers[1]!)], what });
    else if (command === "C" && line) {
      const [x1, y1, x2, y2, x, y] = numbers as [number, number, number, number, number, number];
      line.points.push(...flatCurve(line.points.at(-1)!, place(x1, y1), place(x2, y2), place(x, y)));
    } else if (command === "Z" && line && !isSame(line.points[0]!, line.points.at(-1)!)) {
      line.points.push(line.points[0]!);
    }
  }
  return drawn;
}

const isClosed = ({ points }: Drawn): boolean => points.length > 2 && isSame(points[0]!, points.at(-1)!);

/** Lines whose ends meet, joined to longer ones. */
function joined(lines: readonly Drawn[]): Drawn[] {
  const done = lines.filter(isClosed);
  const open = lines.filter((line) => !isClosed(line));
  const meets = (place: PanelPoint) =>
    open.findIndex(({ points }) => isSame(points[0]!, place) || isSame(points.at(-1)!, place));
  while (open.length > 0) {
    let line = open.pop()!;
    while (!isClosed(line)) {
      const end = line.points.at(-1)!;
      const next = meets(end);
      if (next < 0) break;
      const [{ points }] = open.splice(next, 1) as [Drawn];
      const way = isSame(points[0]!, end) ? points : [...points].reverse();
      line = { points: [...line.points, ...way.slice(1)], what: t("shape-of-lines-and-arcs") };
    }
    // It may have been begun in its middle: then it goes on from its other end.
    if (!isClosed(line) && meets(line.points[0]!) >= 0)
      open.push({ ...line, points: [...line.points].reverse() });
    else done.push(line);
  }
  return done;
}

/** A turn of less than this is none: the point between is left out, mm off the line. */
const STRAIGHT_MM = 0.001;

/** A closed line as a ring: no point twice, none in the middle of a straight stretch. */
function ringOf(points: readonly PanelPoint[]): PanelPoint[] {
  const apart = points.filter((point, i) => i === 0 || !isSame(point, points[i - 1]!));
  if (apart.length > 1 && isSame(apart[0]!, apart.at(-1)!)) apart.pop();
  return apart.filter((point, i) => {
    const [before, after] = [apart[(i + apart.length - 1) % apart.length]!, apart[(i + 1) % apart.length]!];
    return toStretchMm(point.xMm, point.yMm, before, after) > STRAIGHT_MM;
  });
}

/** A rectangle's own corners are no rounder than this share of its shorter side: what is rounder is a shape of its own. */
const MOST_ROUND = 0.35;

/** The rectangle, its corners round or not, that a ring is; null where it is none. */
function rectangleOf(ring: readonly PanelPoint[], widthMm: number, heightMm: number): Outline | null {
  const along = ring.filter(({ yMm }) => yMm < SAME_MM).map(({ xMm }) => xMm);
  const radius = toThousandth(Math.min(...along));
  if (radius > MOST_ROUND * Math.min(widthMm, heightMm)) return null;
  const isOn = ({ xMm, yMm }: PanelPoint) => {
    const [fromX, fromY] = [Math.min(xMm, widthMm - xMm), Math.min(yMm, heightMm - yMm)];
    return fromX < radius && fromY < radius
      ? Math.abs(Math.hypot(radius - fromX, radius - fromY) - radius) < FLATTEST_MM
      : Math.min(fromX, fromY) < SAME_MM;
  };
  const areaMm2 = widthMm * heightMm - (4 - Math.PI) * radius ** 2;
  // Each round corner loses no more than its pieces are away from it.
  const lostMm2 = SAME_MM * (widthMm + heightMm) + 2 * Math.PI * radius * FLATTEST_MM;
  if (!ring.every(isOn) || Math.abs(Math.abs(signedAreaMm2(ring)) - areaMm2) > lostMm2) return null;
  return { widthMm, heightMm, ...(radius >= 0.05 ? { cornerRadiusMm: Number(radius.toFixed(2)) } : {}) };
}

/** A line inside that takes up more than this share of the outline is no hole but something drawn on it. */
const MOST_HOLE = 0.25;

/** The outline that lines come to: the largest closed one, with the closed ones inside it as its holes; and what of them was not kept. */
function outlineIn(lines: readonly Drawn[]): ReadOutline {
  atMost(
    t("vertices"),
    lines.reduce((sum, { points }) => sum + points.length, 0),
    MOST_POINTS,
  );
  const whole = joined(lines);
  const closed = whole
    .filter(isClosed)
    .map(({ points, what }) => ({ ring: ringOf(points), what }))
    .filter(({ ring }) => ring.length >= 3)
    .map((one) => ({ ...one, areaMm2: Math.abs(signedAreaMm2(one.ring)) }))
    .filter(({ areaMm2 }) => areaMm2 > 0)
    .sort((a, b) => b.areaMm2 - a.areaMm2);
  const [best, ...others] = closed;
  if (!best) throw new OutlineRefused(t("the-drawing-holds-no-closed-shape-that"));
  const { left, top, right, bottom } = boxOf(best.ring);
  const [widthMm, heightMm] = [toThousandth(right - left), toThousandth(bottom - top)];
  if (!(widthMm >= 1 && widthMm <= 5_000 && heightMm >= 1 && heightMm <= 5_000)) {
    throw new OutlineRefused(t("the-drawing-is-mm-each-side-must", { widthMm, heightMm }));
  }
  const moved = (ring: readonly PanelPoint[]) =>
    ring.map(({ xMm, yMm }) => ({ xMm: toThousandth(xMm - left), yMm: toThousandth(yMm - top) }));
  const ring = moved(best.ring);
  const isInside = (other: readonly PanelPoint[]) =>
    other.every(({ xMm, yMm }) => goesRound(best.ring, xMm, yMm));
  const inside = others.filter(({ ring: other }) => isInside(other));
  const isHole = ({ areaMm2 }: { areaMm2: number }) => areaMm2 <= MOST_HOLE * best.areaMm2;
  const holes = inside.filter(isHole);
  const drawnOn = inside.filter((one) => !isHole(one));
  const beside = others.length - inside.length;
  const open = whole.filter((line) => !isClosed(line)).length;
  const rectangle = holes.length === 0 ? rectangleOf(ring, widthMm, heightMm) : null;
  const told = rectangle ?? {
    pathMm: ring,
    ...(holes.length > 0 ? { holesMm: holes.map((one) => moved(one.ring)) } : {}),
  };
  const checked = outline.safeParse(told);
  if (!checked.success) {
    const [issue] = checked.error.issues;
    throw new OutlineRefused(
      t("the-line-cannot-be-an-outline", { path: issue!.path.join("."), message: issue!.message }),
    );
  }
  return {
    outline: checked.data,
    found: [
      closed.length > 1
        ? t("the-largest-of-shapes-a", { found: closed.length, what: best.what })
        : t("a-shape", { what: best.what }),
      ...(holes.length > 0 ? [t("holes-in-it", { count: holes.length })] : []),
    ].join(", "),
    notKept: [
      ...(open > 0 ? [t("open-lines", { count: open })] : []),
      ...(beside > 0 ? [t("closed-lines-beside-it", { count: beside })] : []),
      ...drawnOn.map(({ areaMm2 }) =>
        t("a-line-inside-too-large-for-a-hole", { share: Math.round((100 * areaMm2) / best.areaMm2) }),
      ),
    ],
  };
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
  const lines: Drawn[] = [];
  for (const [name, node, matrix] of walk(svg, identity())) {
    if (!shapes.includes(name as ShapeName)) continue;
    const path = pathOf(name as ShapeName, node);
    if (path) lines.push(...linesOf(path, compose(scaled(scale), matrix), name));
  }
  return outlineIn(lines);
}

/** Units of a DXF drawing by its header's $INSUNITS (DXF reference, from memory): inch, mm, cm, m. */
const DXF_UNITS: Record<number, number> = { 0: 1, 1: 25.4, 4: 1, 5: 10, 6: 1_000 };

interface Vertex {
  x: number;
  y: number;
  bulge?: number;
}

/** The arc that a bulge stands for, its first point left out: four times the arc tangent of the bulge is its angle (DXF reference, from memory). */
function bulgeArc(from: PanelPoint, to: PanelPoint, bulge: number): PanelPoint[] {
  const angle = 4 * Math.atan(bulge);
  const [dx, dy] = [to.xMm - from.xMm, to.yMm - from.yMm];
  const radius = Math.hypot(dx, dy) / (2 * Math.sin(angle / 2));
  const middle = radius * Math.cos(angle / 2);
  const long = Math.hypot(dx, dy);
  const centre = {
    xMm: (from.xMm + to.xMm) / 2 - (middle * dy) / long,
    yMm: (from.yMm + to.yMm) / 2 + (middle * dx) / long,
  };
  const start = Math.atan2(from.yMm - centre.yMm, from.xMm - centre.xMm);
  const pieces = piecesOfArc(Math.abs(radius), angle);
  return Array.from({ length: pieces }, (_, i) => {
    const at = start + (angle * (i + 1)) / pieces;
    return i === pieces - 1
      ? to
      : {
          xMm: centre.xMm + Math.abs(radius) * Math.cos(at),
          yMm: centre.yMm + Math.abs(radius) * Math.sin(at),
        };
  });
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
  // A DXF drawing has y upwards.
  const place = ({ x, y }: Vertex): PanelPoint => ({ xMm: x * scale, yMm: -y * scale });
  const lines: Drawn[] = [];
  const others = new Set<string>();
  for (const entity of drawing.entities as unknown as (Node & { type: string; vertices?: Vertex[] })[]) {
    if (entity.type === "LWPOLYLINE" || entity.type === "POLYLINE") {
      const vertices = entity.vertices ?? [];
      if (vertices.length < 2) continue;
      const points = [place(vertices[0]!)];
      const isClosed = entity.shape === true;
      vertices.forEach((vertex, i) => {
        const next = vertices[i + 1] ?? (isClosed ? vertices[0] : undefined);
        if (!next) return;
        const [from, to] = [place(vertex), place(next)];
        // Mirrored with y, an arc turns the other way.
        points.push(...(vertex.bulge ? bulgeArc(from, to, -vertex.bulge) : [to]));
      });
      lines.push({ points, what: "polyline" });
    } else if (entity.type === "LINE") {
      const points = (entity.vertices ?? []).map(place);
      if (points.length > 1) lines.push({ points, what: t("shape-of-lines-and-arcs") });
    } else if (entity.type === "ARC" || entity.type === "CIRCLE") {
      const { center, radius } = entity as unknown as { center: Vertex; radius: number };
      const middle = place(center);
      if (entity.type === "CIRCLE") {
        const ring = flatCircle(middle, radius * scale);
        lines.push({ points: [...ring, ring[0]!], what: "circle" });
      } else {
        const { startAngle, endAngle } = entity as unknown as { startAngle: number; endAngle: number };
        const sweep = (endAngle - startAngle + 2 * Math.PI) % (2 * Math.PI) || 2 * Math.PI;
        lines.push({
          points: flatArc(middle, radius * scale, -startAngle, -sweep),
          what: t("shape-of-lines-and-arcs"),
        });
      }
    } else others.add(entity.type);
  }
  const read = outlineIn(lines);
  return {
    ...read,
    notKept: [
      ...read.notKept,
      ...(others.size > 0 ? [t("kinds-that-are-not-read", { kinds: [...others].sort().join(", ") })] : []),
    ],
  };
}

/**
 * Reads a panel's outline from a drawing: the largest closed line in it with the closed lines inside it as holes, exactly, its curves by
 * straight pieces to 0.05 mm; a rectangle, with round corners or without, is kept as one. SVG in the units of its width and viewBox, DXF
 * in those of its header. What is not in it is named.
 * @throws OutlineRefused where the file is neither, or nothing in it could be an outline.
 */
export function readOutline(text: string): ReadOutline {
  atMost(t("bytes"), Buffer.byteLength(text), LARGEST_DRAWING);
  const start = text.trimStart().slice(0, 400);
  if (/^(<\?xml|<!--|<!doctype|<svg)/i.test(start)) return readSvg(text);
  if (/^(0|999)\s*[\r\n]/.test(start)) return readDxf(text);
  throw new OutlineRefused(t("by-its-content-this-is-neither-an"));
}
