/** Wins of tries under one setting and under another, in jobs that are alike otherwise. */
export interface TwoByTwo {
  fromWins: number;
  fromTries: number;
  toWins: number;
  toTries: number;
}

/** A distribution of whole numbers from `least` on. */
interface Spread {
  least: number;
  shares: number[];
}

/** Shares so far below the greatest are left out. */
const NEGLIGIBLE = 1e-30;

function trimmed({ least, shares }: Spread): Spread {
  const floor = NEGLIGIBLE * shares.reduce((most, share) => Math.max(most, share), 0);
  const first = shares.findIndex((share) => share > floor);
  let last = shares.length - 1;
  while (last > first && shares[last]! <= floor) last -= 1;
  const kept = shares.slice(first, last + 1);
  const sum = kept.reduce((total, share) => total + share, 0);
  return { least: least + first, shares: kept.map((share) => share / sum) };
}

const leastOf = ({ fromWins, toWins, fromTries }: TwoByTwo) => Math.max(0, fromWins + toWins - fromTries);
const mostOf = ({ fromWins, toWins, toTries }: TwoByTwo) => Math.min(toTries, fromWins + toWins);

/**
 * How many of the wins fall to the other setting, where its odds are `exp(logOdds)` times those of the one: from the likeliest number outwards,
 * each by its ratio to the one before.
 */
function spreadOf(table: TwoByTwo, logOdds: number): Spread {
  const { fromTries, toTries } = table;
  const wins = table.fromWins + table.toWins;
  const odds = Math.exp(logOdds);
  const [least, most] = [leastOf(table), mostOf(table)];
  const toNext = (to: number) =>
    (odds * (toTries - to) * (wins - to)) / ((to + 1) * (fromTries - wins + to + 1));
  let [mode, over] = [least, most];
  while (mode < over) {
    const middle = (mode + over) >> 1;
    if (toNext(middle) > 1) mode = middle + 1;
    else over = middle;
  }
  const below: number[] = [];
  for (let to = mode, share = 1; to > least && share > NEGLIGIBLE; to -= 1) {
    share /= toNext(to - 1);
    below.push(share);
  }
  const above: number[] = [];
  for (let to = mode, share = 1; to < most && share > NEGLIGIBLE; to += 1) {
    share *= toNext(to);
    above.push(share);
  }
  return trimmed({ least: mode - below.length, shares: [...below.reverse(), 1, ...above] });
}

/** The distribution of a sum. */
function summed(a: Spread, b: Spread): Spread {
  const shares = new Array<number>(a.shares.length + b.shares.length - 1).fill(0);
  for (let i = 0; i < a.shares.length; i += 1)
    for (let k = 0; k < b.shares.length; k += 1) shares[i + k]! += a.shares[i]! * b.shares[k]!;
  return trimmed({ least: a.least + b.least, shares });
}

const spreadOfAll = (tables: readonly TwoByTwo[], logOdds: number): Spread =>
  tables.map((table) => spreadOf(table, logOdds)).reduce(summed);

/** Sums over the same distribution under odds that are `exp(by)` times as high: `of` says what each number, counted from the least, adds. */
function tilts({ shares }: Spread): (by: number, of: (k: number) => number) => number {
  const logs = shares.map((share) => Math.log(share));
  return (by, of) => {
    let top = -Infinity;
    for (let k = 0; k < logs.length; k += 1) top = Math.max(top, logs[k]! + k * by);
    let [sum, whole] = [0, 0];
    for (let k = 0; k < logs.length; k += 1) {
      const raised = Math.exp(logs[k]! + k * by - top);
      whole += raised;
      sum += raised * of(k);
    }
    return sum / whole;
  };
}

/** Where a function that rises goes through zero, halved in. */
function rootOf(rising: (x: number) => number, low: number, high: number): number {
  for (let i = 0; i < 48; i += 1) {
    const middle = (low + high) / 2;
    if (rising(middle) < 0) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

export interface OddsCompared {
  /** How many times higher the odds of a win are under the other setting; null where they are without bound. */
  oddsRatio: number | null;
  /** 95 %; null where it has no upper end. */
  interval95: [low: number, high: number | null];
  /** Chance of a difference at least as rare where there is none, both ways. */
  pValue: number;
  /** No outcome of so many tries and wins could have had a smaller one. */
  leastPValue: number;
}

/** Odds further apart than this, by their logarithm, are told as this. */
const FARTHEST = 40;
/** What lies outside of an interval of 95 % to either side. */
const TAIL = 0.025;
/** Chances that differ by less than this share are alike. */
const ALIKE = 1e-7;

/**
 * What a setting does to the odds of a win, jobs compared only with jobs that are alike: exact, whatever else makes those differ. With one table it
 * is Fisher's exact test, with the ratio of odds that is most likely given the totals, and its exact interval. Sources: Fisher 1935; several
 * tables: Gart 1970, the sum of their distributions given each one's totals (from memory).
 *
 * @example
 * compareOdds([{ fromWins: 3, fromTries: 4, toWins: 1, toTries: 4 }]).pValue.toFixed(4) // "0.4857"
 */
export function compareOdds(all: readonly TwoByTwo[]): OddsCompared {
  const tables = all.filter((table) => mostOf(table) > leastOf(table));
  if (tables.length === 0) return { oddsRatio: 1, interval95: [0, null], pValue: 1, leastPValue: 1 };
  const total = (of: (table: TwoByTwo) => number) => tables.reduce((sum, table) => sum + of(table), 0);
  const seen = total(({ toWins }) => toWins);
  const isLeast = seen === total(leastOf);
  const isMost = seen === total(mostOf);

  const same = spreadOfAll(tables, 0);
  const own = same.shares[seen - same.least] ?? 0;
  const asRare = same.shares.reduce((sum, share) => (share <= own * (1 + ALIKE) ? sum + share : sum), 0);
  const rarest = Math.min(same.shares[0]!, same.shares.at(-1)!);
  const leastPValue = same.shares.reduce(
    (sum, share) => (share <= rarest * (1 + ALIKE) ? sum + share : sum),
    0,
  );

  // Near what was seen, so that no part that counts is negligible: the ratio of Mantel & Haenszel 1959, half a job added to each part.
  const part = (of: (table: TwoByTwo) => number) =>
    total((table) => of(table) / (table.fromTries + table.toTries));
  const near = Math.log(
    (part(({ toWins, fromTries, fromWins }) => toWins * (fromTries - fromWins)) + 0.5) /
      (part(({ fromWins, toTries, toWins }) => fromWins * (toTries - toWins)) + 0.5),
  );
  const spread = spreadOfAll(tables, near);
  const at = seen - spread.least;
  const under = tilts(spread);
  const solve = (rising: (by: number) => number) => Math.exp(near + rootOf(rising, -FARTHEST, FARTHEST));
  return {
    oddsRatio: isMost ? null : isLeast ? 0 : solve((by) => under(by, (k) => k) - at),
    interval95: [
      isLeast ? 0 : solve((by) => under(by, (k) => (k >= at ? 1 : 0)) - TAIL),
      isMost ? null : solve((by) => TAIL - under(by, (k) => (k <= at ? 1 : 0))),
    ],
    pValue: Math.min(1, Math.max(NEGLIGIBLE, asRare)),
    leastPValue: Math.min(1, Math.max(NEGLIGIBLE, leastPValue)),
  };
}
