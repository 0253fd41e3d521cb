import makerjs from "makerjs";
import { z } from "zod";
import {
  cutHoles,
  cutLine,
  rotationFor,
  sheetPlace,
  turned,
  type Placed,
  type Point,
} from "../../core/film/cutting.ts";
import { faceUp, filmPiece, filmSheet } from "../../core/film/films.ts";
import { words } from "../../core/units.ts";

/** A sheet with what is to be cut from it, lying adhesive down, mm from its lower left corner. */
export const filmDrawing = z.strictObject({
  sheet: filmSheet.pick({ label: true, widthMm: true, heightMm: true, axisDeg: true }),
  pieces: z
    .array(
      z.strictObject({
        ...filmPiece.shape,
        label: words(60),
        centre: sheetPlace,
      }),
    )
    .min(1)
    .max(60),
});
export type FilmDrawing = z.output<typeof filmDrawing>;

/** A piece as it is drawn: the corners of its cut, and a line along its film's axis. */
export interface DrawnPiece {
  label: string;
  corners: Point[];
  holes: Point[][];
  axis: [Point, Point];
  centre: Point;
}

export function drawnPieces({ sheet, pieces }: FilmDrawing): DrawnPiece[] {
  return pieces.map(({ label, film, widthMm, heightMm, pathMm, holesMm, axisDeg, centre }) => {
    const mirrored = faceUp(film) === "away";
    const rotationDeg = rotationFor(axisDeg, sheet.axisDeg, mirrored);
    const placed: Placed = { widthMm, heightMm, rotationDeg, centre };
    const reach = turned({ xMm: 0.4 * Math.min(widthMm, heightMm), yMm: 0 }, sheet.axisDeg);
    const end = (sign: 1 | -1): Point => ({
      xMm: centre.xMm + sign * reach.xMm,
      yMm: centre.yMm + sign * reach.yMm,
    });
    return {
      label,
      corners: cutLine(placed, pathMm, mirrored),
      holes: cutHoles(placed, holesMm, mirrored),
      axis: [end(-1), end(1)],
      centre,
    };
  });
}

export const drawingLayers = ["sheet", "cut", "axis", "labels"] as const;

function modelOf(drawing: FilmDrawing): makerjs.IModel {
  const xy = ({ xMm, yMm }: Point): makerjs.IPoint => [xMm, yMm];
  const drawn = drawnPieces(drawing);
  const models: Record<string, makerjs.IModel> = {
    sheet: { ...new makerjs.models.Rectangle(drawing.sheet.widthMm, drawing.sheet.heightMm), layer: "sheet" },
  };
  drawn.forEach(({ label, corners, holes, axis, centre }, i) => {
    models[`cut ${i}`] = { ...new makerjs.models.ConnectTheDots(true, corners.map(xy)), layer: "cut" };
    holes.forEach((hole, k) => {
      models[`cut ${i} hole ${k}`] = {
        ...new makerjs.models.ConnectTheDots(true, hole.map(xy)),
        layer: "cut",
      };
    });
    models[`axis ${i}`] = {
      paths: { axis: new makerjs.paths.Line(xy(axis[0]), xy(axis[1])) },
      layer: "axis",
    };
    const below = { xMm: centre.xMm, yMm: centre.yMm - 4 };
    models[`label ${i}`] = {
      layer: "labels",
      caption: {
        text: label,
        anchor: new makerjs.paths.Line([below.xMm - 1, below.yMm], [below.xMm + 1, below.yMm]),
      },
    };
  });
  return { models, units: makerjs.unitType.Millimeter };
}

/** The drawing at true size: SVG in millimetres, a path for each layer. */
export const filmSvg = (drawing: FilmDrawing): string =>
  makerjs.exporter.toSVG(modelOf(drawing), {
    units: makerjs.unitType.Millimeter,
    fontSize: "4",
    strokeWidth: "0.25mm",
    layerOptions: {
      sheet: { stroke: "#777777" },
      cut: { stroke: "#000000" },
      axis: { stroke: "#17617d" },
      labels: { stroke: "none", fill: "#000000" },
    },
  });

/** The drawing as DXF in millimetres: layers by name, each piece one closed polyline. */
export const filmDxf = (drawing: FilmDrawing): string =>
  makerjs.exporter.toDXF(modelOf(drawing), {
    units: makerjs.unitType.Millimeter,
    fontSize: 4,
    usePOLYLINE: true,
    layerOptions: {
      sheet: { color: makerjs.exporter.colors.silver },
      cut: { color: makerjs.exporter.colors.black },
      axis: { color: makerjs.exporter.colors.blue },
      labels: { color: makerjs.exporter.colors.black },
    },
  });
