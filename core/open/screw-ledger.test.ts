import { expect } from "chai";
import fc from "fast-check";
import { familyNamed } from "../../test/bench-hand.ts";
import type { ScrewSize } from "../stack/family.ts";
import {
  cellsText,
  imbalance,
  misfitOf,
  returnsFor,
  screwCells,
  screwLedger,
  screwRefusal,
  type ScrewMove,
} from "./screw-ledger.ts";

const ticket = familyNamed("TK-5");

const size = (key: string, lengthMm: number, count: number): ScrewSize => ({
  key,
  head: "cross, pan",
  thread: "M2",
  lengthMm,
  count,
  where: "back",
  holds: "casing",
  places: Array.from({ length: count }, (_, i) => ({ xMm: i, yMm: lengthMm, under: `under ${key}` })),
});

/** A family of two to four sizes, no two of one length. */
const screwsOf = fc
  .array(fc.integer({ min: 1, max: 6 }), { minLength: 2, maxLength: 4 })
  .map((counts) => ({ screws: counts.map((count, i) => size(`s${i}`, 3 + 2 * i, count)) }));

const multiset = (sizes: readonly string[]) => [...sizes].sort().join();

describe("the screw ledger", () => {
  it("numbers a cell for every screw, sizes in their order, with the place of each", () => {
    const cells = screwCells(ticket);
    expect(cells.map((c) => c.cell)).to.deep.equal([1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
    expect(cells.map((c) => c.size.key)).to.deep.equal([
      ...Array<string>(6).fill("rear"),
      ...Array<string>(4).fill("plate"),
    ]);
    expect(cells[6]!.place).to.deep.equal({ xMm: 20, yMm: 108, under: "the panel's flex" });
  });

  it("reconciles exactly when as many of every size are back as came out, in any order", () => {
    fc.assert(
      fc.property(
        screwsOf,
        fc.infiniteStream(fc.nat()),
        fc.array(fc.nat(), { maxLength: 3 }),
        (family, dice, lost) => {
          const roll = dice[Symbol.iterator]();
          const shuffled = <T>(list: readonly T[]) =>
            list
              .map((entry) => ({ entry, at: roll.next().value as number }))
              .sort((a, b) => a.at - b.at)
              .map(({ entry }) => entry);
          const cells = screwCells(family);
          const sizeOf = (cell: number) => cells.find((c) => c.cell === cell)!.size.key;
          const out = shuffled(cells.map((c) => c.cell));
          // Some screws never come back; the others go into holes in any order, also into each other's.
          const gone = new Set(lost.map((n) => out[n % out.length]!));
          const back = shuffled(out.filter((cell) => !gone.has(cell)));
          const holes = shuffled(out).slice(0, back.length);
          const moves: ScrewMove[] = [
            ...out.map((cell): ScrewMove => ({ kind: "taken", cells: [cell] })),
            ...back.map((cell, i): ScrewMove => ({
              kind: "returned",
              screws: [{ cell, hole: holes[i]!, meant: true }],
            })),
          ];
          const ledger = screwLedger(family, moves);
          const matches = multiset(out.map(sizeOf)) === multiset(back.map(sizeOf));
          expect(ledger.balanced).to.equal(matches);
          expect(imbalance(ledger) === null).to.equal(matches);
          const left = ledger.left.reduce((sum, { count }) => sum + count, 0);
          expect(left).to.equal(gone.size);
        },
      ),
    );
  });

  it("always catches a long screw at a short hole, and says how much and what lies under it", () => {
    fc.assert(
      fc.property(screwsOf, fc.nat(), fc.nat(), (family, a, b) => {
        const cells = screwCells(family);
        const [screw, hole] = [cells[a % cells.length]!, cells[b % cells.length]!];
        const out: ScrewMove = { kind: "taken", cells: cells.map((c) => c.cell) };
        const ledger = screwLedger(family, [out]);
        const entry = { cell: screw.cell, hole: hole.cell };
        const refusal = screwRefusal(ledger, { kind: "returned", screws: [entry] });
        const longer = screw.size.lengthMm - hole.size.lengthMm;
        if (longer <= 0) {
          expect(refusal).to.equal(null);
          return;
        }
        expect(refusal!.misfit).to.deep.include({
          ...entry,
          longerMm: longer,
          under: `under ${hole.size.key}`,
        });
        expect(refusal!.sentence).to.include(`${longer} mm too long`).and.include(`under ${hole.size.key}`);
        // Meant, it goes in, and the account remembers it.
        const meant = { kind: "returned", screws: [{ ...entry, meant: true }] } as const;
        expect(screwRefusal(ledger, meant)).to.equal(null);
        expect(screwLedger(family, [out, meant]).misfits).to.have.length(1);
      }),
    );
  });

  it("catches a longer screw from stock, even in its own hole", () => {
    const moves: ScrewMove[] = [
      { kind: "taken", cells: [7] },
      { kind: "missed", cell: 7 },
      { kind: "found", cell: 7, lengthMm: 4 },
    ];
    const ledger = screwLedger(ticket, moves);
    expect(misfitOf(ledger.cells, { cell: 7, hole: 7 })!.longerMm).to.equal(1.5);
    expect(screwRefusal(ledger, { kind: "returned", screws: [{ cell: 7, hole: 7 }] })!.misfit).to.not.equal(
      undefined,
    );
  });

  it("goes by the true thread length within a tenth of a millimetre", () => {
    const family = { screws: [size("a", 4, 1), size("b", 4.1, 1), size("c", 4.11, 1)] };
    const { cells } = screwLedger(family, []);
    expect(misfitOf(cells, { cell: 2, hole: 1 })).to.equal(null);
    expect(misfitOf(cells, { cell: 3, hole: 1 })!.longerMm).to.equal(0.11);
  });

  it("refuses what cannot be: twice out, twice back, a filled hole, a cell that there is none of", () => {
    const out = screwLedger(ticket, [{ kind: "taken", cells: [1, 2] }]);
    const says = (move: ScrewMove) => screwRefusal(out, move)?.sentence;
    expect(says({ kind: "taken", cells: [2] })).to.include("Screw 2 is out already");
    expect(says({ kind: "taken", cells: [3, 3] })).to.include("Screw 3 is out already");
    expect(says({ kind: "taken", cells: [11] })).to.include("from 1 to 10");
    expect(says({ kind: "returned", screws: [{ cell: 3, hole: 1 }] })).to.include("not out");
    expect(says({ kind: "returned", screws: [{ cell: 1, hole: 3 }] })).to.include("Hole 3 has its screw");
    const twice = [
      { cell: 1, hole: 1 },
      { cell: 1, hole: 2 },
    ];
    expect(says({ kind: "returned", screws: twice })).to.include("back already");
    const same = [
      { cell: 1, hole: 1 },
      { cell: 2, hole: 1 },
    ];
    expect(says({ kind: "returned", screws: same })).to.include("Hole 1 has its screw");
    expect(says({ kind: "found", cell: 1 })).to.include("not missing");
    expect(says({ kind: "missed", cell: 5 })).to.include("not in the tray");
    expect(says({ kind: "left over settled" })).to.include("No screw is left over");
    expect(says({ kind: "taken", cells: [3, 4] })).to.equal(undefined);
  });

  it("does not close with one left over, until it is settled", () => {
    const moves: ScrewMove[] = [
      { kind: "taken", cells: [1] },
      { kind: "returned", screws: [{ cell: 1, hole: 1 }] },
      { kind: "left over" },
    ];
    expect(imbalance(screwLedger(ticket, moves))).to.include("1 left over with no hole");
    expect(screwLedger(ticket, [...moves, { kind: "left over settled" }]).balanced).to.equal(true);
  });

  it("counts where nobody told the screws apart, lowest cells first, and sees one too many", () => {
    const out: ScrewMove = { kind: "counted out", size: "plate", count: 3 };
    expect(
      screwLedger(ticket, [out])
        .cells.filter((c) => c.screw === "tray")
        .map((c) => c.cell),
    ).to.deep.equal([7, 8, 9]);
    const over = screwLedger(ticket, [out, { kind: "counted back", size: "plate", count: 4 }]);
    expect(over.over.map(({ size: s, count }) => [s.key, count])).to.deep.equal([["plate", 1]]);
    expect(imbalance(over)).to.equal("1 of M1.4 × 2.5 mm too many back");
    expect(screwRefusal(screwLedger(ticket, [out]), { ...out, count: 2 })!.sentence).to.include(
      "from 1 to 1",
    );
  });

  it("calls cells out as a bench would", () => {
    expect(cellsText([7])).to.equal("cell 7");
    expect(cellsText([3, 1, 2])).to.equal("cells 1 to 3");
    expect(cellsText([1, 2, 5, 6, 7, 9])).to.equal("cells 1, 2, 5 to 7 and 9");
  });

  it("offers each screw its own hole, and where that is taken an open one of its size", () => {
    const ledger = screwLedger(ticket, [
      { kind: "taken", cells: [1, 2, 3] },
      { kind: "returned", screws: [{ cell: 1, hole: 2 }] },
    ]);
    expect(returnsFor(ledger, "rear")).to.deep.equal([
      { cell: 3, hole: 3 },
      { cell: 2, hole: 1 },
    ]);
  });
});
