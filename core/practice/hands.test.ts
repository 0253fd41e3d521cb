import { expect } from "chai";
import { isLong } from "../../test/long.ts";
import { asSetDown, leftToDrift } from "./align-hands.ts";
import { exerciseNames, type ExerciseName } from "./attempt.ts";
import { played } from "./exercise.ts";
import { exerciseNamed } from "./exercises.ts";
import {
  crossedCut,
  halfRubbed,
  mirroredCut,
  rimFirst,
  shortStrokes,
  uprightCut,
  wastefulCut,
} from "./cut-hands.ts";
import { leftLying, soonOut, soonPowered } from "./freeze-hands.ts";
import { bayLaid, littleLaid, muchLaid, quickLowering } from "./lower-hands.ts";
import { allPairs, neighboursAlone } from "./probe-hands.ts";
import { batteryFirst, bracketFirst, gasketLeft, linerLeft, longScrew, wrongFlap } from "./put-back-hands.ts";
import { looksTooLong, seesGhosts, seesNothing } from "./see-hands.ts";
import { overFingersHand, unevenHand } from "./sweep-hands.ts";
import { nearlyTurned, quarterTurned } from "./turn-hands.ts";
import { cableCard, coldCard, deepCard, fastCard, hotCard } from "./window-hands.ts";
import { coldWire, fastWire, wireOverCable } from "./wire-hands.ts";

const SEEDS = Array.from({ length: isLong ? 100 : 10 }, (_, k) => k + 1);
/** Four times as fast, as it may be practised. */
const TIMES = 4;

type Hand = (truth: never, times: number) => unknown[];
/** Hands that make a mistake, and what each is lost for. */
const mistakes: Record<ExerciseName, Record<string, readonly [hand: Hand, reason: string]>> = {
  sweep: {
    "stays over the middle": [unevenHand, "below dose"],
    "goes over the fingers": [overFingersHand, "skin"],
  },
  align: {
    "tacks as it was set down": [asSetDown, "outside"],
    "lets it drift": [leftToDrift, "outside"],
  },
  probe: {
    "probes all pairs": [allPairs, "too many"],
    "probes no ends": [neighboursAlone, "untested"],
  },
  see: {
    "sees nothing": [seesNothing, "missed"],
    "sees what is not there": [seesGhosts, "false calls"],
    "looks too long": [looksTooLong, "time"],
  },
  freeze: {
    "takes it out soon": [soonOut, "not brittle"],
    "leaves it lying": [leftLying, "not brittle"],
    "powers it at once": [soonPowered, "wet"],
  },
  window: {
    "goes too fast": [fastCard, "too fast"],
    "goes too cold": [coldCard, "too cold"],
    "goes too deep": [deepCard, "too deep"],
    "goes over the cable": [cableCard, "cable"],
    "heats too much": [hotCard, "too hot"],
  },
  lower: {
    "lowers too fast": [quickLowering, "trapped air"],
    "lays too little": [littleLaid, "starved"],
    "lays too much": [muchLaid, "spill"],
    "lays into the bay": [bayLaid, "flooded"],
  },
  turn: {
    "trusts the eye": [nearlyTurned, "off"],
    "turns it by a quarter": [quarterTurned, "inverted"],
  },
  cut: {
    "turns a piece as if seen from its other face": [mirroredCut, "mirrored"],
    "cuts pieces upright": [uprightCut, "axis"],
    "lays one over the other": [crossedCut, "too close"],
    "cuts through the rest of the sheet": [wastefulCut, "waste"],
    "rubs the rim down first": [rimFirst, "bubble"],
    "stops before the far edge": [shortStrokes, "bright edge"],
    "leaves half of it": [halfRubbed, "air"],
  },
  "put-back": {
    "puts the long screw elsewhere": [longScrew, "cracked"],
    "presses a flap the wrong way": [wrongFlap, "latch"],
    "joins the battery first": [batteryFirst, "live"],
    "lays the bracket on open flaps": [bracketFirst, "pinched"],
    "leaves the liner on": [linerLeft, "forgotten"],
    "leaves the gasket out": [gasketLeft, "forgotten"],
  },
  wire: {
    "pulls cold": [coldWire, "snapped"],
    "goes fast over cracks": [fastWire, "shards"],
    "goes on over the cable": [wireOverCable, "cable"],
  },
};

for (const name of exerciseNames) {
  describe(`hands that practise: ${name}`, () => {
    const exercise = exerciseNamed(name);
    /** How many of the seeds a hand ends in a way. */
    const endings = (hand: Hand, reason: string | null): number =>
      SEEDS.filter((seed) => {
        const truth = exercise.drawn(seed);
        const hands = hand(truth as never, TIMES);
        // What is kept is what a hand may be.
        expect(hands.every((one) => exercise.hand.safeParse(one).success)).to.equal(true);
        return (played(exercise, truth, hands, TIMES).lost?.reason ?? null) === reason;
      }).length;

    it("does well with a good hand, whatever a seed has drawn", () => {
      expect(endings(exercise.goodHand, null)).to.be.at.least(0.95 * SEEDS.length);
    });

    for (const [what, [hand, reason]] of Object.entries(mistakes[name])) {
      it(`loses a hand that ${what}: ${reason}`, () => {
        expect(endings(hand, reason)).to.be.at.least(0.95 * SEEDS.length);
      });
    }

    it("is the same again for the same seed and hand, and another for another seed", () => {
      const [one, again] = [0, 1].map(() => {
        const truth = exercise.drawn(2);
        return played(exercise, truth, exercise.goodHand(truth, TIMES), TIMES).end;
      });
      expect(one).to.deep.equal(again);
      expect(exercise.drawn(2)).not.to.deep.equal(exercise.drawn(4));
    });
  });
}
