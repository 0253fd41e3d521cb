import makerjs from "makerjs";
import { z } from "zod";
import { halfWidthMm } from "../../core/bond/fill-front.ts";
import { namedPattern, pathLengthMm, placeOffPanel } from "../../core/bond/pattern.ts";
import { offPanelWords, outline } from "../../core/stack/outline.ts";
import { bounded } from "../../core/units.ts";
import { t } from "../../words/server.ts";

/** A pattern to be laid by a machine: how fast liquid comes, and how high the nozzle goes. */
export const dispenseJob = z
  .strictObject({
    outline,
    pattern: namedPattern,
    /** What the nozzle gives while it is open, µl/s. */
    flowUlS: bounded(0.1, 10_000),
    /** Height of the nozzle over the panel while it lays, and while it travels, mm. */
    layHeightMm: bounded(0.05, 50).default(0.6),
    travelHeightMm: bounded(0.1, 200).default(10),
    travelMmS: bounded(0.1, 2_000).default(60),
    /** Everything at this height and the valve left shut: to see where it goes. */
    dryRunHeightMm: bounded(0.1, 200).optional(),
    /** How high liquid stands when the glass first lies on it: the width of what is drawn. */
    startGapUm: bounded(6, 50_000).default(1_200),
  })
  .superRefine(({ outline: panel, pattern, layHeightMm, travelHeightMm }, context) => {
    if (travelHeightMm < layHeightMm) {
      // It would be dragged through what it has just laid.
      context.addIssue({
        code: "custom",
        path: ["travelHeightMm"],
        message: t("must-be-at-least-layheightmm-which-is", { travelHeightMm, layHeightMm }),
      });
    }
    const off = placeOffPanel(panel, pattern.pieces);
    if (!off) return;
    context.addIssue({
      code: "custom",
      path: ["pattern", "pieces", ...off.at],
      message: offPanelWords(panel, off),
    });
  });
export type DispenseJob = z.output<typeof dispenseJob>;

const number = (value: number, digits = 3) => String(Number(value.toFixed(digits)));
/** Nothing but letters, digits and blanks may stand in a comment. */
const comment = (text: string) => `(${text.replace(/[^\p{L}\p{N} .,:/+-]/gu, " ")})`;

/**
 * The path as G-code: millimetres, absolute; X to the right and Y up from the panel's lower left corner, seen from the viewer's side, Z up
 * from its face. M8 opens the valve, M9 shuts it. A bead is travelled at its length over its time; a dot waits.
 */
export function dispenseGcode({
  outline: { widthMm, heightMm },
  pattern,
  flowUlS,
  layHeightMm,
  travelHeightMm,
  travelMmS,
  dryRunHeightMm,
}: DispenseJob): string {
  const isDry = dryRunHeightMm !== undefined;
  const low = number(isDry ? dryRunHeightMm : layHeightMm);
  const high = number(isDry ? Math.max(dryRunHeightMm, travelHeightMm) : travelHeightMm);
  const at = ({ xMm, yMm }: { xMm: number; yMm: number }) => `X${number(xMm)} Y${number(heightMm - yMm)}`;
  const lines = [
    comment(`Pattern ${pattern.name}, panel ${number(widthMm)} by ${number(heightMm)} mm`),
    comment("Origin: lower left corner of the panel from the viewer's side. Z is 0 on its face."),
    comment(isDry ? `Dry run at ${low} mm: the valve stays shut` : `Flow ${number(flowUlS)} ul/s`),
    "G21",
    "G90",
    "M9",
    `G0 Z${high}`,
    `G0 F${number(travelMmS * 60)}`,
  ];
  pattern.pieces.forEach((piece, i) => {
    const seconds = piece.volumeUl / flowUlS;
    const places = piece.kind === "dot" ? [piece] : piece.pathMm;
    lines.push(comment(`${piece.kind} ${i + 1}: ${number(piece.volumeUl)} ul in ${number(seconds)} s`));
    lines.push(`G0 ${at(places[0]!)}`, `G1 Z${low} F${number(travelMmS * 60)}`);
    if (!isDry) lines.push("M8");
    if (piece.kind === "dot") lines.push(`G4 P${number(isDry ? 0.2 : seconds)}`);
    else {
      const feed = isDry ? travelMmS * 60 : (pathLengthMm(piece.pathMm) / seconds) * 60;
      places.slice(1).forEach((place) => lines.push(`G1 ${at(place)} F${number(feed)}`));
    }
    if (!isDry) lines.push("M9");
    lines.push(`G0 Z${high}`);
  });
  return `${[...lines, "M2"].join("\n")}\n`;
}

/** The pattern at true size in millimetres, from the viewer's side: the panel's outline, and what is laid as wide as it stands. */
export function dispenseSvg({ outline: panel, pattern, startGapUm }: DispenseJob): string {
  const { widthMm, heightMm, cornerRadiusMm = 0, pathMm, holesMm = [] } = panel;
  const point = ({ xMm, yMm }: { xMm: number; yMm: number }): makerjs.IPoint => [xMm, heightMm - yMm];
  const models: Record<string, makerjs.IModel> = {
    panel: {
      ...(pathMm
        ? {
            models: Object.fromEntries(
              [pathMm, ...holesMm].map((ring, i) => [
                String(i),
                new makerjs.models.ConnectTheDots(true, ring.map(point)),
              ]),
            ),
          }
        : new makerjs.models.RoundRectangle(widthMm, heightMm, cornerRadiusMm)),
      layer: "panel",
    },
  };
  pattern.pieces.forEach((piece, i) => {
    const half = halfWidthMm(piece, startGapUm);
    if (piece.kind === "dot") {
      models[`dot ${i}`] = {
        paths: { rim: new makerjs.paths.Circle(point(piece), half) },
        layer: "laid",
      };
      return;
    }
    models[`bead ${i}`] = {
      ...new makerjs.models.ConnectTheDots(false, piece.pathMm.map(point)),
      layer: "path",
    };
    models[`rims ${i}`] = {
      models: Object.fromEntries(
        piece.pathMm
          .slice(1)
          .map((to, n) => [String(n), new makerjs.models.Slot(point(piece.pathMm[n]!), point(to), half)]),
      ),
      layer: "laid",
    };
  });
  return makerjs.exporter.toSVG(
    { models, units: makerjs.unitType.Millimeter },
    {
      units: makerjs.unitType.Millimeter,
      strokeWidth: "0.25mm",
      layerOptions: {
        panel: { stroke: "#777777" },
        path: { stroke: "#000000" },
        laid: { stroke: "#17617d" },
      },
    },
  );
}
