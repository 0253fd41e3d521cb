import { keptBy } from "../kept-by.ts";
import { listed } from "../words.ts";
import type { Family, ScrewPlace, ScrewSize } from "../stack/family.ts";
import { t } from "../../words/open.ts";

/** One screw of a family: it has a numbered cell in the tray, and the hole that it came from has the same number. */
export interface ScrewCell {
  cell: number;
  size: ScrewSize;
  /** Null where nobody has said yet where it sits. */
  place: ScrewPlace | null;
}

/** What happened to the screws, in the order in which it did. */
export type ScrewMove =
  | { kind: "taken"; cells: readonly number[] }
  | { kind: "returned"; screws: readonly ScrewReturn[] }
  /** Counted only: the lowest cells of the size. */
  | { kind: "counted out" | "counted back"; size: string; count: number }
  | { kind: "missed"; cell: number }
  | { kind: "found"; cell: number; lengthMm?: number; thread?: string; head?: string }
  | { kind: "left over" }
  | { kind: "left over settled" };

/** The screw of a cell goes into a hole. */
export interface ScrewReturn {
  cell: number;
  hole: number;
  /** It is longer than the hole takes, and that was meant. */
  meant?: boolean;
}

export interface LedgerCell extends ScrewCell {
  /** Where the screw of this cell is: still in, in the tray, lost, or back in some hole. */
  screw: "in" | "tray" | "missing" | "back";
  /** The cell whose screw sits in this hole, or null where it is open. */
  holds: number | null;
  /** Length, thread and head of the screw in the cell: others than the family says where one came from stock. */
  lengthMm: number;
  thread: string;
  head: string;
}

/** A screw in a hole that takes a shorter one. */
export interface Misfit {
  hole: number;
  cell: number;
  longerMm: number;
  under: string | null;
  meant: boolean;
}

export interface ScrewLedger {
  cells: LedgerCell[];
  /** Screws that came out and are not back, by size. */
  left: { size: ScrewSize; count: number }[];
  /** Screws that went back and never came out, by size, and those that were found with no hole to go to. */
  over: { size: ScrewSize; count: number }[];
  leftOver: number;
  misfits: Misfit[];
  taken: number;
  returned: number;
  /** As many of every size are back as came out, none is missing and none is over. */
  balanced: boolean;
}

const numbered = keptBy((screws: readonly ScrewSize[]): readonly ScrewCell[] =>
  screws
    .flatMap((size) =>
      Array.from({ length: size.count }, (_, i) => ({ size, place: size.places[i] ?? null })),
    )
    .map((screw, i) => ({ cell: i + 1, ...screw })),
);

/** Every screw of a family with its number: sizes in their order, in each the places in theirs. */
export const screwCells = ({ screws }: Pick<Family, "screws">): readonly ScrewCell[] => numbered(screws);

/** Numbers of screws or cells as they are called out: "7", "1, 2 and 5 to 9". */
export function numbersText(numbers: readonly number[]): string {
  const runs: number[][] = [];
  for (const number of [...numbers].sort((a, b) => a - b)) {
    const run = runs.at(-1);
    if (run && run.at(-1) === number - 1) run.push(number);
    else runs.push([number]);
  }
  const words = runs.flatMap((run) =>
    run.length > 2 ? [t("to", { first: run[0]!, last: run.at(-1)! })] : run.map(String),
  );
  return listed(words);
}

/** "cell 7", "cells 1, 2 and 5 to 9". */
export const cellsText = (numbers: readonly number[]): string =>
  `${numbers.length > 1 ? "cells" : "cell"} ${numbersText(numbers)}`;

export const screwName = (size: Pick<ScrewSize, "thread" | "lengthMm">) =>
  t("mm", { thread: size.thread, lengthMm: size.lengthMm });

/** The entry of a cell: they are numbered from 1 in their order. */
const cellAt = (cells: readonly LedgerCell[], number: number): LedgerCell | undefined => cells[number - 1];

/**
 * How much longer the screw of one cell is than the hole of another takes, mm, and what lies under that hole; null where
 * it is not longer. A tenth of a millimetre is within what screws differ among themselves (common practice, no source).
 */
export function misfitOf(cells: readonly LedgerCell[], { cell, hole, meant }: ScrewReturn): Misfit | null {
  const screw = cellAt(cells, cell);
  const target = cellAt(cells, hole);
  if (!screw || !target) return null;
  const longerMm = Number((screw.lengthMm - target.size.lengthMm).toFixed(3));
  return longerMm > 0.1
    ? { hole, cell, longerMm, under: target.place?.under ?? null, meant: meant ?? false }
    : null;
}

/** What is wrong about the screw of one cell for the hole of another: longer, of another thread, of another head; null where it is like its own. */
export function unlikeOf(
  cells: readonly LedgerCell[],
  entry: ScrewReturn,
): { longerMm: number | null; thread: string | null; head: string | null } | null {
  const screw = cellAt(cells, entry.cell);
  const target = cellAt(cells, entry.hole);
  if (!screw || !target) return null;
  const longerMm = misfitOf(cells, entry)?.longerMm ?? null;
  const thread = screw.thread === target.size.thread ? null : screw.thread;
  const head = screw.head === target.size.head ? null : screw.head;
  return longerMm === null && thread === null && head === null ? null : { longerMm, thread, head };
}

/** Every step of a screen asks for the same account: it is kept for as long as its moves are. */
const kept = new WeakMap<readonly ScrewMove[], { screws: readonly ScrewSize[]; ledger: ScrewLedger }>();

/**
 * Where every screw is after these moves, and whether the account closes. Moves are taken as they are; whether one may
 * happen is for `screwRefusal` to say.
 */
export function screwLedger(family: Pick<Family, "screws">, moves: readonly ScrewMove[]): ScrewLedger {
  const before = kept.get(moves);
  if (before?.screws === family.screws) return before.ledger;
  const ledger = accountOf(family, moves);
  kept.set(moves, { screws: family.screws, ledger });
  return ledger;
}

/** Every screw in its own hole: an account begins with these, and replaces those that move. */
const cellsAtStart = keptBy((screws: readonly ScrewSize[]): readonly LedgerCell[] =>
  numbered(screws).map(({ cell, size, place }): LedgerCell => {
    const { lengthMm, thread, head } = size;
    return { cell, size, place, screw: "in", holds: cell, lengthMm, thread, head };
  }),
);

function accountOf(family: Pick<Family, "screws">, moves: readonly ScrewMove[]): ScrewLedger {
  const cells = [...cellsAtStart(family.screws)];
  const at = (number: number) => cellAt(cells, number);
  const change = (number: number, to: Partial<LedgerCell>) => {
    cells[number - 1] = { ...cells[number - 1]!, ...to };
  };
  /** The hole in which a cell's screw sits, where that has changed; null where it sits in none. */
  const holeOf = new Map<number, number | null>();
  const taken = new Map<string, number>();
  const returned = new Map<string, number>();
  const count = (counts: Map<string, number>, size: string, more: number) =>
    counts.set(size, (counts.get(size) ?? 0) + more);
  const misfits: Misfit[] = [];
  let leftOver = 0;

  const take = ({ cell, size }: LedgerCell) => {
    const known = holeOf.get(cell);
    const hole = known === undefined ? cell : known;
    change(cell, { screw: "tray" });
    if (hole !== null && at(hole)?.holds === cell) change(hole, { holds: null });
    holeOf.set(cell, null);
    count(taken, size.key, 1);
  };
  const put = (entry: ScrewReturn) => {
    const screw = at(entry.cell);
    const hole = at(entry.hole);
    if (!screw || !hole) return;
    const misfit = misfitOf(cells, entry);
    if (misfit) misfits.push(misfit);
    change(screw.cell, { screw: "back" });
    change(hole.cell, { holds: screw.cell });
    holeOf.set(screw.cell, hole.cell);
    count(returned, screw.size.key, 1);
  };
  for (const move of moves) {
    switch (move.kind) {
      case "taken":
        for (const number of move.cells) {
          const cell = at(number);
          if (cell) take(cell);
        }
        break;
      case "returned":
        move.screws.forEach(put);
        break;
      case "counted out":
        cells
          .filter((c) => c.size.key === move.size && c.screw === "in")
          .slice(0, move.count)
          .forEach(take);
        break;
      case "counted back": {
        const own = cells.filter((c) => c.size.key === move.size && c.screw === "tray" && c.holds === null);
        const fitting = own.slice(0, move.count);
        fitting.forEach(({ cell }) => put({ cell, hole: cell }));
        count(returned, move.size, move.count - fitting.length);
        break;
      }
      case "missed": {
        const cell = at(move.cell);
        if (cell) change(move.cell, { screw: "missing" });
        break;
      }
      case "found": {
        const cell = at(move.cell);
        if (cell) {
          change(move.cell, {
            screw: "tray",
            lengthMm: move.lengthMm ?? cell.lengthMm,
            thread: move.thread ?? cell.thread,
            head: move.head ?? cell.head,
          });
        }
        break;
      }
      case "left over":
        leftOver += 1;
        break;
      case "left over settled":
        leftOver -= 1;
        break;
    }
  }
  const difference = (sign: 1 | -1) =>
    family.screws.flatMap((size) => {
      const apart = sign * ((taken.get(size.key) ?? 0) - (returned.get(size.key) ?? 0));
      return apart > 0 ? [{ size, count: apart }] : [];
    });
  const left = difference(1);
  const over = difference(-1);
  const sum = (counts: Map<string, number>) => [...counts.values()].reduce((a, b) => a + b, 0);
  return {
    cells,
    left,
    over,
    leftOver,
    misfits,
    taken: sum(taken),
    returned: sum(returned),
    balanced: left.length === 0 && over.length === 0 && leftOver === 0,
  };
}

/**
 * How the screws of one size that lie in the tray would go back: each to its own hole, and where another sits in that,
 * to an open hole, one of the same size first.
 */
export function returnsFor(ledger: ScrewLedger, sizeKey: string): ScrewReturn[] {
  const waiting = ledger.cells.filter((c) => c.size.key === sizeKey && c.screw === "tray");
  const open = new Set(ledger.cells.filter((c) => c.holds === null).map((c) => c.cell));
  const atHome = waiting.filter(({ cell }) => open.delete(cell)).map(({ cell }) => ({ cell, hole: cell }));
  const away = waiting
    .filter(({ cell }) => !atHome.some((entry) => entry.cell === cell))
    .flatMap(({ cell }): ScrewReturn[] => {
      const left = ledger.cells.filter((c) => open.has(c.cell));
      const hole = (left.find((c) => c.size.key === sizeKey) ?? left[0])?.cell;
      if (hole === undefined) return [];
      open.delete(hole);
      return [{ cell, hole }];
    });
  return [...atHome, ...away];
}

/** Why a move may not happen: the sentence, the field at fault, and the misfit that must be meant. */
export interface ScrewRefusal {
  sentence: string;
  path: string;
  misfit?: Misfit;
}

const no = (sentence: string, path: string, misfit?: Misfit): ScrewRefusal => ({
  sentence,
  path,
  ...(misfit ? { misfit } : {}),
});

export function misfitSentence(cells: readonly LedgerCell[], misfit: Misfit): string {
  const hole = cellAt(cells, misfit.hole)!;
  const screw = cellAt(cells, misfit.cell)!;
  const beneath = misfit.under ?? t("nobody-has-noted-what");
  return t("the-screw-of-cell-is-mm-long", {
    cell: misfit.cell,
    lengthMm: screw.lengthMm,
    hole: misfit.hole,
    lengthMm2: hole.size.lengthMm,
    longerMm: misfit.longerMm,
    beneath,
  });
}

/** Whether a move makes sense where the screws are now. */
export function screwRefusal(ledger: ScrewLedger, move: ScrewMove): ScrewRefusal | null {
  const { cells } = ledger;
  const most = cells.length;
  const unknown = (number: number, path: string) =>
    cells.some((c) => c.cell === number) ? null : no(t("is-not-a-cell-must-be-a", { number, most }), path);
  const at = (number: number) => cells.find((c) => c.cell === number)!;
  switch (move.kind) {
    case "taken": {
      const seen = new Set<number>();
      for (const [i, number] of move.cells.entries()) {
        const path = `cells[${i}]`;
        const wrong = unknown(number, path);
        if (wrong) return wrong;
        const isIn = at(number).screw === "in" || at(number).screw === "back";
        if (!isIn || seen.has(number)) return no(t("screw-is-out-already", { number }), path);
        seen.add(number);
      }
      return null;
    }
    case "returned": {
      const filled = new Set<number>();
      const used = new Set<number>();
      for (const [i, entry] of move.screws.entries()) {
        const wrong = unknown(entry.cell, `screws[${i}].cell`) ?? unknown(entry.hole, `screws[${i}].hole`);
        if (wrong) return wrong;
        const { screw } = at(entry.cell);
        if (screw !== "tray" || used.has(entry.cell)) {
          const where = screw === "missing" ? "missing" : screw === "in" ? t("not-out") : t("back-already");
          return no(t("screw-is", { cell: entry.cell, where }), `screws[${i}].cell`);
        }
        if (at(entry.hole).holds !== null || filled.has(entry.hole)) {
          return no(t("hole-has-its-screw", { hole: entry.hole }), `screws[${i}].hole`);
        }
        const misfit = misfitOf(cells, entry);
        if (misfit && !misfit.meant) return no(misfitSentence(cells, misfit), `screws[${i}].cell`, misfit);
        filled.add(entry.hole);
        used.add(entry.cell);
      }
      return null;
    }
    case "counted out": {
      const own = cells.filter((c) => c.size.key === move.size);
      const left = own.filter((c) => c.screw === "in").length;
      return move.count > left
        ? no(t("is-more-than-there-are-must-be", { count: move.count, left, own: own.length }), "count")
        : null;
    }
    case "missed":
      return (
        unknown(move.cell, "cell") ??
        (at(move.cell).screw === "tray"
          ? null
          : no(t("screw-is-not-in-the-tray", { cell: move.cell }), "cell"))
      );
    case "found":
      return (
        unknown(move.cell, "cell") ??
        (at(move.cell).screw === "missing"
          ? null
          : no(t("screw-is-not-missing", { cell: move.cell }), "cell"))
      );
    case "left over settled":
      return ledger.leftOver > 0 ? null : no(t("no-screw-is-left-over"), "note");
    case "counted back":
    case "left over":
      return null;
  }
}

/** What is wrong with the account in one line, or null where it closes. */
export function imbalance(ledger: ScrewLedger): string | null {
  if (ledger.balanced) return null;
  const missing = ledger.cells.filter((c) => c.screw === "missing").map((c) => c.cell);
  return [
    ...ledger.left.map(({ size, count }) => t("of-still-out", { count, screwName: screwName(size) })),
    ...ledger.over.map(({ size, count }) => t("of-too-many-back", { count, screwName: screwName(size) })),
    ...(missing.length ? [t("missing-from", { missing: cellsText(missing) })] : []),
    ...(ledger.leftOver ? [t("left-over-with-no-hole", { leftOver: ledger.leftOver })] : []),
  ].join("; ");
}
