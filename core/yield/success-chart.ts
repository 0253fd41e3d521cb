import { atLeast, atMost } from "../statistics/binomial.ts";

/** How a job ended, in the order in which jobs ended. */
export interface Ending {
  code?: string;
  endedAt: string;
  isWin: boolean;
}

export const chartRules = ["beyond-limits", "run-on-one-side", "change"] as const;

/** Some jobs one after the other. */
export interface ChartPoint {
  from: string;
  to: string;
  /** Its first job, where jobs have codes. */
  code: string | null;
  tries: number;
  wins: number;
  ratePct: number;
}

export interface ChartSignal {
  rule: (typeof chartRules)[number];
  /** The point that it ends at, or from which on it was otherwise; from 0. */
  point: number;
  /** When its first job ended, and which it was. */
  from: string;
  code: string | null;
  beforePct: number;
  afterPct: number;
}

export interface SuccessChart {
  points: ChartPoint[];
  /** Share of all that ended well, 0 to 1. */
  centre: number;
  /** Of each point: the shares outside of which it lies no more often than once in 741 to each side, were all alike. */
  limits: { low: number; high: number }[];
  signals: ChartSignal[];
}

const LEAST_IN_POINT = 5;
const MOST_POINTS = 25;
/** What lies beyond three deviations of a normal distribution to one side. */
const BEYOND = 0.00135;
/** As rare as nine points in a row on one side, where both sides are alike. */
const RUN = 1 / 512;
/** A change at an unknown point is told where chance alone would look like one so rarely. */
const CHANGE = 0.05;

/** The jobs in points of equally many; the last takes what is over. */
function pointsOf(endings: readonly Ending[]): ChartPoint[] {
  const size = Math.max(LEAST_IN_POINT, Math.ceil(endings.length / MOST_POINTS));
  const many = Math.floor(endings.length / size);
  return Array.from({ length: many }, (_, k) => {
    const own = endings.slice(k * size, k === many - 1 ? endings.length : (k + 1) * size);
    const wins = own.filter(({ isWin }) => isWin).length;
    return {
      from: own[0]!.endedAt,
      to: own.at(-1)!.endedAt,
      code: own[0]!.code ?? null,
      tries: own.length,
      wins,
      ratePct: (100 * wins) / own.length,
    };
  });
}

/** The fewest and the most wins within the limits. */
function limitsOf(tries: number, centre: number): { low: number; high: number } {
  let low = 0;
  while (low < tries && atMost(low, tries, centre) < BEYOND) low += 1;
  let high = tries;
  while (high > 0 && atLeast(high, tries, centre) < BEYOND) high -= 1;
  return { low, high };
}

type Counted = Pick<ChartPoint, "tries" | "wins">;
const sumOf = (points: readonly Counted[], of: keyof Counted) =>
  points.reduce((sum, point) => sum + point[of], 0);

/** How far the wins up to a point are from their share of all wins, in deviations. */
function apart(tries: number, wins: number, all: Counted): number {
  const share = all.wins / all.tries;
  const variance = (tries * (all.tries - tries) * share * (1 - share)) / (all.tries - 1);
  return variance > 0 ? Math.abs(wins - tries * share) / Math.sqrt(variance) : 0;
}

/** States so rare are left out. */
const NEGLIGIBLE = 1e-14;

/** Chance that so many wins, spread over the tries by chance, are so far apart anywhere: counted over all ways, point by point. */
function chanceOfChange(points: readonly Counted[], far: number): number {
  const all = { tries: sumOf(points, "tries"), wins: sumOf(points, "wins") };
  const logFactorial = new Float64Array(all.tries + 1);
  for (let n = 1; n <= all.tries; n += 1) logFactorial[n] = logFactorial[n - 1]! + Math.log(n);
  const logChoose = (many: number, taken: number) =>
    logFactorial[many]! - logFactorial[taken]! - logFactorial[many - taken]!;
  let before = new Map([[0, 1]]);
  let tries = 0;
  for (const point of points.slice(0, -1)) {
    const left = all.tries - tries;
    const after = new Map<number, number>();
    for (const [wins, chance] of before) {
      const winsLeft = all.wins - wins;
      const whole = logChoose(left, winsLeft);
      const most = Math.min(point.tries, winsLeft);
      for (let own = Math.max(0, point.tries - (left - winsLeft)); own <= most; own += 1) {
        const log = logChoose(point.tries, own) + logChoose(left - point.tries, winsLeft - own) - whole;
        const way = chance * Math.exp(log);
        if (way < NEGLIGIBLE || apart(tries + point.tries, wins + own, all) >= far) continue;
        after.set(wins + own, (after.get(wins + own) ?? 0) + way);
      }
    }
    before = after;
    tries += point.tries;
  }
  return 1 - [...before.values()].reduce((sum, chance) => sum + chance, 0);
}

const pctOf = (points: readonly Counted[]) => (100 * sumOf(points, "wins")) / sumOf(points, "tries");

/** The point from which on success is likeliest to have been another; null where chance alone would do. */
function changeIn(points: readonly ChartPoint[]): ChartSignal | null {
  const all = { tries: sumOf(points, "tries"), wins: sumOf(points, "wins") };
  let at = 0;
  let far = 0;
  let [tries, wins] = [0, 0];
  points.slice(0, -1).forEach((point, k) => {
    tries += point.tries;
    wins += point.wins;
    const own = apart(tries, wins, all);
    if (own > far + 1e-9) [at, far] = [k + 1, own];
  });
  if (at === 0 || chanceOfChange(points, far - 1e-9) > CHANGE) return null;
  return {
    rule: "change",
    point: at,
    from: points[at]!.from,
    code: points[at]!.code,
    beforePct: pctOf(points.slice(0, at)),
    afterPct: pctOf(points.slice(at)),
  };
}

/** Points in a row on one side of the centre that are rarer than chance should bring: the first of each row. */
function runsIn(points: readonly ChartPoint[], centre: number): ChartSignal[] {
  const sideOf = ({ tries, wins }: Counted) => Math.sign(wins - centre * tries);
  const chanceOf = ({ tries }: Counted, side: number) =>
    side > 0
      ? atLeast(Math.floor(centre * tries) + 1, tries, centre)
      : atMost(Math.ceil(centre * tries) - 1, tries, centre);
  const signals: ChartSignal[] = [];
  let begun = 0;
  let chance = 1;
  let isTold = false;
  points.forEach((point, k) => {
    const side = sideOf(point);
    if (k === 0 || side === 0 || side !== sideOf(points[k - 1]!)) [begun, chance, isTold] = [k, 1, false];
    if (side === 0) return;
    chance *= chanceOf(point, side);
    if (isTold || chance > RUN) return;
    isTold = true;
    signals.push({
      rule: "run-on-one-side",
      point: k,
      from: points[begun]!.from,
      code: points[begun]!.code,
      beforePct: 100 * centre,
      afterPct: pctOf(points.slice(begun, k + 1)),
    });
  });
  return signals;
}

/**
 * How success went over time: points of equally many jobs, exact binomial limits, and what signals: a point beyond its limits, points in a row on
 * one side, a change from some point on. Rules: Shewhart 1931; runs after Nelson 1984, by their own chance instead of nine points, since small
 * points lie unevenly about the centre; the change is the greatest distance of the running sum, its chance counted over all orders of the same
 * wins (Worsley 1983, from memory).
 */
export function successChart(endings: readonly Ending[]): SuccessChart {
  const points = pointsOf(endings);
  if (points.length === 0) return { points: [], centre: 0, limits: [], signals: [] };
  const centre = sumOf(points, "wins") / sumOf(points, "tries");
  const bounds = new Map<number, { low: number; high: number }>();
  for (const { tries } of points) if (!bounds.has(tries)) bounds.set(tries, limitsOf(tries, centre));
  const limits = points.map(({ tries }) => bounds.get(tries)!);
  const beyond = points.flatMap(({ wins, from, code, ratePct }, point): ChartSignal[] =>
    wins >= limits[point]!.low && wins <= limits[point]!.high
      ? []
      : [{ rule: "beyond-limits", point, from, code, beforePct: 100 * centre, afterPct: ratePct }],
  );
  const change = changeIn(points);
  return {
    points,
    centre,
    limits: points.map(({ tries }, k) => ({
      low: limits[k]!.low / tries,
      high: limits[k]!.high / tries,
    })),
    signals: [...(change ? [change] : []), ...beyond, ...runsIn(points, centre)],
  };
}
