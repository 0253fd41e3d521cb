import { expect } from "chai";
import fc from "fast-check";
import { begin, change, redo, undo, type History } from "./history.ts";

describe("the history of a drawing", () => {
  const typed = (...values: [number, string, number][]) =>
    values.reduce<History<number>>((h, [value, what, atMs]) => change(h, value, what, atMs), begin(0));

  it("takes more of the same within a moment back at once, and other things one by one", () => {
    const h = typed([1, "width", 0], [12, "width", 300], [120, "width", 700], [5, "height", 800]);
    expect(h.past).to.deep.equal([0, 120]);
    expect(undo(h).present).to.equal(120);
    expect(undo(undo(h)).present).to.equal(0);
    const later = typed([1, "width", 0], [2, "width", 5_000]);
    expect(later.past).to.deep.equal([0, 1]);
  });

  it("goes back and forth to the same, and forgets what was taken back when something new is done", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer(), { minLength: 1, maxLength: 30 }),
        fc.nat({ max: 40 }),
        (values, back) => {
          const h = values.reduce<History<number>>((kept, v, i) => change(kept, v, `${i}`, i), begin(0));
          let there = h;
          for (let i = 0; i < back; i += 1) there = undo(there);
          let again = there;
          for (let i = 0; i < back; i += 1) again = redo(again);
          expect(again.present).to.equal(h.present);
          expect(change(there, 7, "new", 0).future).to.deep.equal([]);
        },
      ),
    );
  });

  it("does nothing at either end", () => {
    const h = begin("a");
    expect(undo(h)).to.equal(h);
    expect(redo(h)).to.equal(h);
  });
});
