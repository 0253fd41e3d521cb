/* Written in ECMAScript 5: the panel under test judges by it while it is painted, and the server by the same when all is sent. */

/** Between this many reports the usual time is known. */
var KNOWN = 3;
var INTERVALS_KEPT = 31;
var STEPS_KEPT = 5;
/** So many times the usual time between two reports are still one, as clocks jitter; so many are reports that did not come. */
var STILL_ONE = 1.75;
var MISSING = 2.5;
/** So many times the longest of the last steps is farther than a finger comes without a report. */
var TOO_FAR = 1.75;
var BUCKET_MM = 4;
/** How finely the largest place without a report is looked for, mm. */
var FINE_MM = 0.05;

function middleOf(list) {
  var sorted = list.slice().sort(function (a, b) {
    return a - b;
  });
  return sorted[Math.floor(sorted.length / 2)];
}

function kept(list, value, most) {
  list.push(value);
  if (list.length > most) list.shift();
}

/**
 * What the way from one report of a stroke to the next tells: "proved" where no report is missing on it, "lost" where reports are missing
 * and the finger has moved on meanwhile, "unsure" where neither can be said.
 *
 * @param {number[]} intervals ms between reports of a moving finger so far, of all strokes; written on
 * @param {number[]} steps px between the last reports of this stroke; written on
 * @param {{ xPx: number, yPx: number, tMs: number }} from
 * @param {{ xPx: number, yPx: number, tMs: number }} to
 * @returns {"proved" | "unsure" | "lost"}
 */
export function judgeWay(intervals, steps, from, to) {
  var lastedMs = to.tMs - from.tMs;
  var apartPx = Math.sqrt(Math.pow(to.xPx - from.xPx, 2) + Math.pow(to.yPx - from.yPx, 2));
  var usualMs = intervals.length >= KNOWN ? middleOf(intervals) : null;
  var longestPx = steps.length >= KNOWN ? Math.max.apply(null, steps) : null;
  var told = "unsure";
  if (apartPx === 0) return "proved";
  if (usualMs !== null && lastedMs <= STILL_ONE * usualMs) told = "proved";
  else if (longestPx !== null && apartPx <= TOO_FAR * longestPx) told = "proved";
  else if (usualMs !== null && longestPx !== null && lastedMs > MISSING * usualMs) told = "lost";
  kept(intervals, lastedMs, INTERVALS_KEPT);
  if (told !== "lost") kept(steps, apartPx, STEPS_KEPT);
  return told;
}

/**
 * The largest disc that lies whole on the panel and in which nothing was reported: a dead spot of its size could have been missed. Found by
 * halving squares that may still hold a larger one.
 *
 * @param {{ xMm: number, yMm: number }[]} reports
 * @param {number} widthMm
 * @param {number} heightMm
 * @returns {{ xMm: number, yMm: number, radiusMm: number }}
 */
export function largestUntouched(reports, widthMm, heightMm) {
  var columns = Math.max(1, Math.ceil(widthMm / BUCKET_MM));
  var rows = Math.max(1, Math.ceil(heightMm / BUCKET_MM));
  var buckets = {};
  var best = { xMm: widthMm / 2, yMm: heightMm / 2, radiusMm: 0 };
  var squares = [];
  var i, key, side, square, radius, half, x, y;
  function bucketOf(mm, most) {
    return Math.max(0, Math.min(most - 1, Math.floor(mm / BUCKET_MM)));
  }
  function nearest(xMm, yMm, within) {
    var column = bucketOf(xMm, columns);
    var row = bucketOf(yMm, rows);
    var least = within * within;
    var ring, c, r, k, list, apart;
    for (ring = 0; ring <= columns + rows; ring += 1) {
      /* Whatever is in this ring of buckets or beyond is farther than what was found. */
      if (ring > 0 && Math.pow((ring - 1) * BUCKET_MM, 2) > least) break;
      for (r = row - ring; r <= row + ring; r += 1) {
        if (r < 0 || r >= rows) continue;
        for (
          c = column - ring;
          c <= column + ring;
          c += r === row - ring || r === row + ring || ring === 0 ? 1 : 2 * ring
        ) {
          list = buckets[r * columns + c];
          if (c < 0 || c >= columns || !list) continue;
          for (k = 0; k < list.length; k += 1) {
            apart = Math.pow(list[k].xMm - xMm, 2) + Math.pow(list[k].yMm - yMm, 2);
            if (apart < least) least = apart;
          }
        }
      }
    }
    return Math.sqrt(least);
  }
  for (i = 0; i < reports.length; i += 1) {
    key = bucketOf(reports[i].yMm, rows) * columns + bucketOf(reports[i].xMm, columns);
    (buckets[key] = buckets[key] || []).push(reports[i]);
  }
  side = Math.min(widthMm, heightMm) / 4;
  for (y = side / 2; y < heightMm + side / 2; y += side) {
    for (x = side / 2; x < widthMm + side / 2; x += side) squares.push([x, y, side]);
  }
  while (squares.length > 0) {
    square = squares.pop();
    half = square[2] / 2;
    x = Math.min(square[0], widthMm);
    y = Math.min(square[1], heightMm);
    radius = nearest(x, y, Math.max(0, Math.min(x, y, widthMm - x, heightMm - y)));
    if (radius > best.radiusMm) best = { xMm: x, yMm: y, radiusMm: radius };
    if (radius + half * Math.SQRT2 <= best.radiusMm + FINE_MM) continue;
    for (i = 0; i < 4; i += 1) {
      squares.push([square[0] + (i % 2 ? half : -half) / 2, square[1] + (i < 2 ? half : -half) / 2, half]);
    }
  }
  return best;
}

/**
 * How small a dead spot would have shown, as a diameter in mm: no smaller than it is, to the tenth above.
 *
 * @param {number} untouchedRadiusMm of the largest disc in which nothing was reported
 */
export function provedToMm(untouchedRadiusMm) {
  /* The search stops so short of the largest disc, and reports so close are taken for one. */
  return Math.ceil(20 * (untouchedRadiusMm + 2 * FINE_MM)) / 10;
}

/** A cell is about half a fingertip, mm; more of them than this to a side tell no more. */
var CELL_MM = 5;
var MOST_CELLS = 200;

/**
 * How a touch layer is split into cells on a screen that is held either way.
 *
 * @param {number} widthPx
 * @param {number} heightPx
 * @param {number} longMm
 * @param {number} shortMm
 */
export function touchCells(widthPx, heightPx, longMm, shortMm) {
  var widthMm = widthPx >= heightPx ? longMm : shortMm;
  var heightMm = widthPx >= heightPx ? shortMm : longMm;
  function cells(mm) {
    return Math.max(1, Math.min(MOST_CELLS, Math.round(mm / CELL_MM)));
  }
  return { columns: cells(widthMm), rows: cells(heightMm), widthMm: widthMm, heightMm: heightMm };
}
