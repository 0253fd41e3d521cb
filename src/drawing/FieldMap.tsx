import { memo } from "react";

/** Edges of cells whose middles, or corners at the rim, are these places. */
const edgesOf = (places: readonly number[]): number[] => [
  places[0]!,
  ...places.slice(1).map((place, i) => (places[i]! + place) / 2),
  places.at(-1)!,
];

/** Even cells over a length. */
export const evenEdges = (lengthMm: number, count: number): number[] =>
  Array.from({ length: count + 1 }, (_, i) => (lengthMm * i) / count);

/** Path of all cells for which `takes` holds: runs along each row. */
function runs(
  rows: readonly (readonly number[])[],
  xs: readonly number[],
  ys: readonly number[],
  takes: (value: number) => boolean,
): string {
  let path = "";
  rows.forEach((row, r) => {
    for (let c = 0; c < row.length; c += 1) {
      if (!takes(row[c]!)) continue;
      const from = c;
      while (c + 1 < row.length && takes(row[c + 1]!)) c += 1;
      path += `M${xs[from]} ${ys[r]}H${xs[c + 1]}V${ys[r + 1]}H${xs[from]}Z`;
    }
  });
  return path;
}

/** A field over the panel in steps: one path for each step that has a fill. Values are 0 to 1; rows from the top. */
export const FieldMap = memo(function FieldMap({
  rows,
  xMm,
  yMm,
  fills,
  testId,
}: {
  rows: readonly (readonly number[])[];
  /** Edges of the columns and rows, or, where there are as many as cells, their middles. */
  xMm: readonly number[];
  yMm: readonly number[];
  /** From the lowest step to the highest; null draws nothing. */
  fills: readonly (string | null)[];
  testId?: string;
}) {
  const xs = xMm.length === rows[0]!.length ? edgesOf(xMm) : xMm;
  const ys = yMm.length === rows.length ? edgesOf(yMm) : yMm;
  const stepOf = (value: number) => Math.min(fills.length - 1, Math.max(0, Math.floor(value * fills.length)));
  return (
    <g data-testid={testId} shapeRendering="crispEdges">
      {fills.map(
        (fill, step) =>
          fill && <path key={step} d={runs(rows, xs, ys, (value) => stepOf(value) === step)} fill={fill} />,
      )}
    </g>
  );
});
