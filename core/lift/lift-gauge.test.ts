import { expect } from "chai";
import { families } from "../../demo/families.ts";
import { familyNamed } from "../../test/bench-hand.ts";
import { bendingParts, gaugeInput } from "./lift-gauge.ts";
import { calculateLiftStress } from "./lift-stress.ts";
import { liftStressInput } from "./lift-stress-input.ts";

describe("the lift gauge", () => {
  it("bends the glass above the seam against the stiffest layer below it", () => {
    const ticket = familyNamed("TK-5");
    const { lifted, base } = bendingParts(ticket, ticket.seams[0]!)!;
    expect(lifted).to.include({ modulusGpa: 70, thicknessMm: 0.7 });
    expect(base).to.include({ modulusGpa: 73, thicknessMm: 0.65 });
  });

  it("trusts cracked glass less", () => {
    const ticket = familyNamed("TK-5");
    const sound = bendingParts(ticket, ticket.seams[0]!)!;
    const cracked = bendingParts(ticket, ticket.seams[0]!, [{ damage: "crack" }])!;
    const tinted = bendingParts(ticket, ticket.seams[0]!, [{ damage: "tint" }])!;
    expect(sound.lifted.bearsMpa).to.equal(120);
    expect(cracked.lifted.bearsMpa).to.equal(30);
    expect(tinted).to.deep.equal(sound);
  });

  it("makes an input of every seam that has something on both sides, which the calculation takes", () => {
    for (const family of families) {
      for (const seam of family.seams) {
        const parts = bendingParts(family, seam);
        if (!parts) continue;
        for (const isHeld of [true, false]) {
          const input = liftStressInput.parse(gaugeInput(parts, isHeld, 0.3, 20));
          const { baseMpa, assumed } = calculateLiftStress(input);
          expect(baseMpa === null).to.equal(isHeld);
          expect(assumed).to.deep.equal([]);
        }
      }
    }
  });
});
