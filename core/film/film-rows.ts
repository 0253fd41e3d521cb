import { cornersOf, SAME_MM, turned, type Placed, type Point } from "./cutting.ts";

interface Strip {
  /** Where the strip begins, across the rows. */
  at: number;
  count: number;
}

/** Between which u a convex outline can be used along v, as two functions of v. */
function sides(outline: readonly Point[]) {
  const at = (v: number): [number, number] => {
    let [left, right] = [Infinity, -Infinity];
    outline.forEach((p, i) => {
      const q = outline[(i + 1) % outline.length]!;
      const [low, high] = p.yMm <= q.yMm ? [p, q] : [q, p];
      if (v < low.yMm - SAME_MM || v > high.yMm + SAME_MM) return;
      const rise = high.yMm - low.yMm;
      const ends =
        rise <= SAME_MM
          ? [low.xMm, high.xMm]
          : [low.xMm + (high.xMm - low.xMm) * Math.min(1, Math.max(0, (v - low.yMm) / rise))];
      left = Math.min(left, ...ends);
      right = Math.max(right, ...ends);
    });
    return [left, right];
  };
  return at;
}

/**
 * The most pieces of one size that lie in rows on a sheet, each row slid freely along and across. Exact for rows: pushed down as far as
 * it goes, each row begins where its count first fits, or touches the row below; all such places are looked at (dynamic programming).
 */
function rowsOf(
  sheet: readonly Point[],
  alongMm: number,
  acrossMm: number,
  rotationDeg: number,
  gapMm: number,
): Point[] {
  const outline = sheet.map((p) => turned(p, -rotationDeg));
  const at = sides(outline);
  const vs = outline.map((p) => p.yMm);
  const [bottom, top] = [Math.min(...vs), Math.max(...vs)];
  const last = top - acrossMm;
  if (last < bottom - SAME_MM) return [];
  /** The stretch of a strip from v that is inside over all its height: the outline is convex, so its ends decide. */
  const span = (v: number): [number, number] => {
    const [a, b] = [at(v), at(v + acrossMm)];
    return [Math.max(a[0], b[0]), Math.min(a[1], b[1])];
  };
  const usable = (v: number) => {
    const [from, to] = span(v);
    return to - from;
  };
  const countAt = (v: number) => Math.max(0, Math.floor((usable(v) + gapMm + SAME_MM) / (alongMm + gapMm)));

  // The usable length is concave, and linear between these: the corners at either side of a strip, and where its tighter side changes.
  const corners = [...new Set([bottom, Math.max(bottom, last), ...vs, ...vs.map((v) => v - acrossMm)])]
    .filter((v) => v >= bottom - SAME_MM && v <= last + SAME_MM)
    .map((v) => Math.min(Math.max(v, bottom), Math.max(bottom, last)))
    .sort((a, b) => a - b);
  const bends = corners.flatMap((v, i) => {
    const next = corners[i + 1];
    if (next === undefined) return [v];
    // Just inside, where every side is one straight line.
    const [from, to] = [v + SAME_MM, next - SAME_MM];
    const changes = ([0, 1] as const).flatMap((side) => {
      const off = (w: number) => at(w)[side] - at(w + acrossMm)[side];
      const [first, second] = [off(from), off(to)];
      return first * second < 0 ? [from + ((to - from) * first) / (first - second)] : [];
    });
    return [v, ...changes.sort((x, y) => x - y)];
  });
  const most = Math.max(...bends.map(countAt));
  const begins: number[] = [];
  for (let count = 1; count <= most; count += 1) {
    const wanted = count * (alongMm + gapMm) - gapMm;
    const i = bends.findIndex((v) => usable(v) >= wanted - SAME_MM);
    const [before, after] = [bends[i - 1], bends[i]!];
    if (before === undefined) begins.push(after);
    else {
      const [low, high] = [usable(before), usable(after)];
      begins.push(before + ((after - before) * (wanted - low)) / (high - low));
    }
  }
  const pitch = acrossMm + gapMm;
  const places = [
    ...new Set(
      begins.flatMap((from) =>
        Array.from({ length: Math.floor((last - from + SAME_MM) / pitch) + 1 }, (_, m) => from + m * pitch),
      ),
    ),
  ].sort((a, b) => a - b);
  const best: { pieces: number; strip: Strip | null; next: number }[] = Array.from(
    { length: places.length + 1 },
    () => ({ pieces: 0, strip: null, next: -1 }),
  );
  let after = places.length;
  for (let i = places.length - 1; i >= 0; i -= 1) {
    while (after > i + 1 && places[after - 1]! >= places[i]! + pitch - SAME_MM) after -= 1;
    const count = countAt(places[i]!);
    const taken = count + best[after]!.pieces;
    best[i] =
      taken > best[i + 1]!.pieces
        ? { pieces: taken, strip: { at: places[i]!, count }, next: after }
        : { ...best[i + 1]! };
  }
  const centres: Point[] = [];
  for (let step = best[0]!; step.strip; step = best[step.next]!) {
    const [from] = span(step.strip.at);
    for (let n = 0; n < step.strip.count; n += 1) {
      const centre = { xMm: from + n * (alongMm + gapMm) + alongMm / 2, yMm: step.strip.at + acrossMm / 2 };
      centres.push(turned(centre, rotationDeg));
    }
  }
  return centres;
}

/** Pieces of one size and turn on a sheet: rows along their width or along their height, whichever holds more. */
export function fillRows(
  sheet: { widthMm: number; heightMm: number },
  piece: { widthMm: number; heightMm: number; rotationDeg: number },
  gapMm: number,
  trimMm: number,
): Placed[] {
  const { widthMm, heightMm, rotationDeg } = piece;
  const free = cornersOf({
    widthMm: sheet.widthMm - 2 * trimMm,
    heightMm: sheet.heightMm - 2 * trimMm,
    rotationDeg: 0,
    centre: { xMm: sheet.widthMm / 2, yMm: sheet.heightMm / 2 },
  });
  if (sheet.widthMm <= 2 * trimMm || sheet.heightMm <= 2 * trimMm) return [];
  const [along, across] = [
    rowsOf(free, widthMm, heightMm, rotationDeg, gapMm),
    rowsOf(free, heightMm, widthMm, rotationDeg + 90, gapMm),
  ];
  return (along.length >= across.length ? along : across).map((centre) => ({ ...piece, centre }));
}
