import { expect } from "chai";
import { calculateBorderCheck } from "../bond/border-check.ts";
import { calculateFillFront } from "../bond/fill-front.ts";
import { calculateLowerTime } from "../bond/lower-time.ts";
import { calculateCellOptics } from "../film/cell-optics.ts";
import { rotationFor } from "../film/cutting.ts";
import { calculateFilmLayout } from "../film/film-layout.ts";
import { faceUp } from "../film/films.ts";
import { calculateFilmAxis } from "../film/film-axis.ts";
import { dewPointC } from "../heat/dew-point.ts";
import { liftHeatInput } from "../heat/lift-heat.ts";
import { calculateHeatSoak, SEARCH_GRID } from "../heat/heat-soak.ts";
import { calculateThaw } from "../heat/thaw.ts";
import { CARD_MM, CARD_MM_S } from "../lift/handling.ts";
import { calculateLiftStress } from "../lift/lift-stress.ts";
import { calculateWireSweep, wireSweepInput } from "../lift/wire-sweep.ts";
import { surfaceTensionOfLiquids } from "../materials/adhesives.ts";
import { glueOf, strengthAt } from "../materials/glues.ts";
import { calculateContactCheck } from "../rework/contact-check.ts";
import { align } from "./align-hands.ts";
import { borderInput, borderOf } from "./align.ts";
import { bondedFamily, bondedSeam, glueFace } from "./bonded-panel.ts";
import { FRAMES_PER_S, played, type Exercise, type Moment } from "./exercise.ts";
import { cut } from "./cut-hands.ts";
import { closedIn, cutLayoutInput } from "./cut.ts";
import { freeze } from "./freeze-hands.ts";
import { freezeThawInput } from "./freeze.ts";
import { lower } from "./lower-hands.ts";
import { frontLimit, lowerFillInput } from "./lower.ts";
import { probe } from "./probe-hands.ts";
import { probeInput } from "./probe.ts";
import { turn } from "./turn-hands.ts";
import { window } from "./window-hands.ts";
import { windowHeat, windowStressInput } from "./window.ts";
import { wire } from "./wire-hands.ts";
import { wireForce } from "./wire.ts";

const SEED = 7;

/** A good hand's whole exercise. */
function wellPlayed<Truth, Hand, State extends Moment>(exercise: Exercise<Truth, Hand, State>) {
  const truth = exercise.drawn(SEED);
  const hands = exercise.goodHand(truth, 1);
  return { truth, hands, ...played(exercise, truth, hands) };
}

describe("what an exercise computes", () => {
  it("is heat-soak's glue line and lift-stress's margin, where a card is going", () => {
    const truth = window.drawn(SEED);
    const hands = window.goodHand(truth, 1);
    let state = window.begun(truth);
    const cut = hands.find((hand) => {
      state = window.step(truth, state, hand, 1 / FRAMES_PER_S);
      return state.load > 0 && state.tS > 3;
    })!;
    const family = bondedFamily(truth);
    const input = liftHeatInput(family, bondedSeam(family), windowHeat(family, cut, truth.contactShare));
    const { timesS, interfaces } = calculateHeatSoak({ ...input, outputEveryS: 2 }, SEARCH_GRID);
    const offS = 60 * cut.soakMin + state.tS - state.cooling!.fromS;
    const k = timesS.findIndex((timeS) => timeS >= offS);
    const glue = interfaces[glueFace(family)]!.temperatureC;
    expect(state.glueC).to.be.within(glue[k]!, glue[k - 1]!);
    const at = { ...state, strengthShare: truth.strengthShare, bearsMpa: truth.bearsMpa };
    const asked = windowStressInput(truth, at);
    expect(asked.wedgeMm).to.equal(CARD_MM);
    expect(1 / state.load).to.be.closeTo(calculateLiftStress(asked).margin, 1e-9);
    // At a card's usual speed it is the glue's own curve.
    const { fractureEnergyJm2 } = windowStressInput(truth, { glueC: 80, speedMmS: CARD_MM_S });
    expect(fractureEnergyJm2).to.be.closeTo(strengthAt(glueOf("optical adhesive film"), 80), 1e-9);
  });

  it("is wire-sweep's force and where the wire breaks", () => {
    const truth = wire.drawn(SEED);
    const swept = calculateWireSweep(
      wireSweepInput.parse({
        outline: truth.panel,
        features: [],
        glue: { fractureEnergyJm2: strengthAt(glueOf("optical adhesive film"), 80) },
        tensileMpa: truth.tensileMpa,
      }),
    );
    const frontMm = Math.max(...swept.passes.map(({ longestMm }) => longestMm));
    const { forceN, breaksAtN } = wireForce(truth, { glueC: 80, speedMmS: CARD_MM_S, frontMm });
    expect(forceN).to.be.closeTo(swept.forceN, 1e-9);
    expect(breaksAtN).to.be.closeTo(swept.breaksAtN, 1e-9);
  });

  it("is thaw's waiting and the room's dew point", () => {
    const { truth, seconds, end } = wellPlayed(freeze);
    const popped = seconds.find(({ poppedAtS }) => poppedAtS !== null)!;
    expect(popped.thaw!.dewPointC).to.be.closeTo(dewPointC(21, truth.reallyPct), 1e-9);
    // Out of the freezer its glue line has what it had when it was popped.
    const before = seconds.filter(({ poppedAtS }) => poppedAtS === null).at(-1)!;
    const asked = calculateThaw(freezeThawInput(truth, before.glueC, truth.reallyPct));
    expect(popped.thaw!.dryAfterS!).to.be.closeTo(asked.dryAfterS!, 0.05 * asked.dryAfterS!);
    expect(end.poweredAtS! - end.poppedAtS!).to.be.at.least(end.thaw!.dryAfterS!);
  });

  it("is fill-front's filling and lower-time's fastest front", () => {
    const { truth, end } = wellPlayed(lower);
    const asked = calculateFillFront(lowerFillInput(truth, end.laid));
    expect(end.filling!.wetPct).to.equal(asked.wetPct);
    expect([...end.filling!.frames.at(-1)!]).to.deep.equal([
      ...Float32Array.from(asked.frames.at(-1)!.wet.flat()),
    ]);
    const { frontMmS } = calculateLowerTime({
      lengthMm: truth.panel.heightMm,
      viscosityPaS: truth.viscosityPaS,
      surfaceTensionMnM: surfaceTensionOfLiquids.value,
      wedgeMm: truth.wedgeMm,
    });
    expect(frontLimit(truth, truth.viscosityPaS)).to.be.closeTo(frontMmS, 1e-9);
  });

  it("is border-check's border", () => {
    const { truth, end } = wellPlayed(align);
    const asked = calculateBorderCheck(borderInput(truth, end.lying));
    expect(borderOf(truth, end.lying)).to.deep.equal(asked);
    // And the border is that of the glass as it lies.
    expect(asked.offsetXMm).to.be.closeTo(end.lying.xMm, 1e-9);
    expect(asked.offsetYMm).to.be.closeTo(end.lying.yMm, 1e-9);
    expect(asked.turnDeg!).to.be.closeTo(end.lying.turnDeg, 1e-9);
  });

  it("is cell-optics' picture and film-axis' axis", () => {
    const { truth, end } = wellPlayed(turn);
    const { contrast, sense } = calculateCellOptics({
      twistDeg: truth.twistDeg,
      retardanceNm: truth.retardanceNm,
      rearDeg: 0,
      frontDeg: end.deg - truth.lyingDeg,
    });
    expect([end.picture.contrast, end.picture.sense]).to.deep.equal([contrast, sense]);
    const { extinctionDeg } = calculateFilmAxis({ readings: [...end.readings], drift: "none" });
    expect(end.axis!.darkestDeg).to.equal(extinctionDeg);
  });

  it("is contact-check's faults, which are those that the seed drew", () => {
    const { truth, end } = wellPlayed(probe);
    const { faults, untested } = calculateContactCheck(probeInput(truth, end.readings));
    expect(end.check.faults).to.deep.equal(faults);
    expect(untested).to.deep.equal([]);
    const shorts = faults.filter(({ kind }) => kind === "short").map(({ a }) => a);
    const opens = faults.filter(({ kind }) => kind === "open").map(({ a }) => a);
    expect(shorts).to.deep.equal(truth.shorts);
    expect(opens).to.deep.equal(truth.opens);
  });

  it("is film-layout's places and the angle that film cutting asks for", () => {
    const { truth, end } = wellPlayed(cut);
    const { placed, left } = calculateFilmLayout(cutLayoutInput(truth, truth.sheet.heightMm));
    expect(left).to.deep.equal([]);
    for (const { id, rotationDeg } of placed) {
      const { film, axisDeg } = truth.pieces[Number(id)]!;
      expect(rotationDeg).to.equal(rotationFor(axisDeg, 0, faceUp(film) === "away"));
      expect(truth.rightDeg[Number(id)]).to.equal(rotationDeg);
    }
    // In the strip that is best they all lie, and in one that is much lower they do not.
    const inStrip = (heightMm: number) => calculateFilmLayout(cutLayoutInput(truth, heightMm)).left.length;
    expect(inStrip(truth.bestMm + 3.001)).to.equal(0);
    expect(inStrip(0.8 * truth.bestMm)).to.be.at.least(1);
    // Its air: places that a walk from the edges does not come to.
    expect(closedIn([0, 0, 0, 0, 1, 1, 1, 0, 1, 0, 1, 0, 1, 1, 1, 0], 4, 4).indexOf(true)).to.equal(9);
    expect([...end.stuck].every((is) => is === 1)).to.equal(true);
  });
});
