import { contours } from "d3-contour";
import { memo, useMemo } from "react";

/** Edges of cells whose middles, or corners at the rim, are these places. */
const edgesOf = (places: readonly number[]): number[] => [
  places[0]!,
  ...places.slice(1).map((place, i) => (places[i]! + place) / 2),
  places.at(-1)!,
];

/** Even cells over a length. */
export const evenEdges = (lengthMm: number, count: number): number[] =>
  Array.from({ length: count + 1 }, (_, i) => (lengthMm * i) / count);

/** A place counted in cells, in mm. */
const placeOf = (edges: readonly number[], cells: number): number => {
  const i = Math.min(edges.length - 2, Math.max(0, Math.floor(cells)));
  return edges[i]! + (cells - i) * (edges[i + 1]! - edges[i]!);
};

/** Paths round all that lies at or above each level, with smooth rims. */
function rimsOf(
  rows: readonly (readonly number[])[],
  xs: readonly number[],
  ys: readonly number[],
  levels: readonly number[],
): string[] {
  const width = rows[0]!.length;
  const found = contours()
    .size([width, rows.length])
    .thresholds([...levels])(rows.flat());
  const point = ([x, y]: number[]) => `${placeOf(xs, x!).toFixed(2)} ${placeOf(ys, y!).toFixed(2)}`;
  return found.map(({ coordinates }) =>
    coordinates
      .flat()
      .map((ring) => `M${ring.map(point).join("L")}Z`)
      .join(""),
  );
}

/** Each value as the mean of itself and its neighbours: the rim of what is wet in whole cells becomes a line. */
export const softened = (rows: readonly (readonly number[])[]): number[][] =>
  rows.map((row, r) =>
    row.map((_, c) => {
      const near = [-1, 0, 1].flatMap((dr) => [-1, 0, 1].map((dc) => rows[r + dr]?.[c + dc]));
      const there = near.filter((value) => value !== undefined);
      return there.reduce((sum, value) => sum + value, 0) / there.length;
    }),
  );

/** A field over the panel in steps: one shape for each step that has a fill. Values are 0 to 1; rows from the top. */
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
  const rims = useMemo(() => {
    const xs = xMm.length === rows[0]!.length ? edgesOf(xMm) : xMm;
    const ys = yMm.length === rows.length ? edgesOf(yMm) : yMm;
    return rimsOf(
      rows,
      xs,
      ys,
      fills.map((_, step) => (step === 0 ? -Infinity : step / fills.length)),
    );
  }, [rows, xMm, yMm, fills]);
  return (
    <g data-testid={testId}>
      {fills.map(
        // What lies above the next step is left out of this one.
        (fill, step) =>
          fill && (
            <path key={step} d={`${rims[step]}${rims[step + 1] ?? ""}`} fill={fill} fillRule="evenodd" />
          ),
      )}
    </g>
  );
});
