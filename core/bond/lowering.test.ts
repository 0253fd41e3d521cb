import { expect } from "chai";
import { sceneAtStart } from "../device/start.ts";
import { bondPractice } from "../materials/adhesives.ts";
import { familyNamed } from "../../test/bench-hand.ts";
import { adhesiveNow } from "./adhesive-now.ts";
import { loweringOf, settleS, settlingForceN } from "./lowering.ts";
import { calculateSqueezeTime } from "./squeeze-time.ts";
import { START_GAPS } from "./fill-front.ts";

describe("a glass on its liquid", () => {
  const family = familyNamed("PH-10");
  const adhesive = adhesiveNow(sceneAtStart(family, 0));
  const { widthMm, heightMm } = family.outline;

  it("is pressed by the hand, its own weight and the liquid's pull, each worked by hand", () => {
    const areaM2 = (widthMm * heightMm) / 1e6;
    const cover = family.stack.find(({ role }) => role === "cover glass")!;
    // Glass of 2.5 g/cm³; 2 γ / h at twice the gap of 150 µm.
    const weightN = areaM2 * cover.thicknessUm * 1e-6 * 2_500 * 9.81;
    const pullN = areaM2 * ((2 * adhesive.surfaceTensionMnM.value * 1e-3) / 300e-6);
    expect(settlingForceN(family, 150, adhesive)).to.be.closeTo(
      bondPractice.pressingN.value + weightN + pullN,
      1e-9,
    );
    // A cover of a millimetre weighs about as much on its face as 25 Pa, from a table of densities.
    expect(weightN / areaM2 / cover.thicknessUm).to.be.closeTo(25 / 1_000, 1e-3);
  });

  it("takes half of what a gap that is full from the start takes under the same force", () => {
    const { timeS } = calculateSqueezeTime({
      shape: { widthMm, heightMm },
      viscosityPaS: adhesive.nowPaS,
      forceN: settlingForceN(family, 150, adhesive),
      startGapUm: START_GAPS * 150,
      endGapUm: 150,
    });
    expect(settleS(family, 150, adhesive)).to.be.closeTo(timeS / 2, 1e-9);
  });

  it("takes twice as long for a liquid twice as thick, and less the wider the gap", () => {
    const thick = { ...adhesive, nowPaS: 2 * adhesive.nowPaS };
    expect(settleS(family, 150, thick)).to.be.closeTo(2 * settleS(family, 150, adhesive), 1e-6);
    expect(settleS(family, 250, adhesive)).to.be.below(settleS(family, 150, adhesive));
  });

  it("comes down along a long edge, towards the other", () => {
    expect(loweringOf({ outline: { ...family.outline, widthMm: 200, heightMm: 100 } }, adhesive)).to.include({
      first: "top",
      towards: "bottom",
    });
    expect(loweringOf({ outline: { ...family.outline, widthMm: 100, heightMm: 200 } }, adhesive)).to.include({
      first: "left",
      towards: "right",
    });
  });
});
