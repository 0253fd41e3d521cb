import { expect } from "chai";
import { isLong } from "../../test/long.ts";
import { madeCamera, madeFrame, sweptFrames } from "../../test/live-frames.ts";
import type { Photo } from "../prove/picture.ts";
import { filmScene } from "../prove/live-scene.ts";
import { axesApartDeg, signedApartDeg } from "./axis-angle.ts";
import { AxisSweep, type SweepSeen } from "./axis-sweep.ts";
import { calculateFilmAxis } from "./film-axis.ts";

const panel = { widthMm: 110, heightMm: 70 };
const cameraOf = (seed: number) => madeCamera(seed, panel, 340, 220);

function swept(seed: number, axisDeg: number, many: number, bent = (photo: Photo) => photo) {
  const sweep = new AxisSweep(panel);
  let last: SweepSeen | undefined;
  const off: number[] = [];
  for (const { photo, angleDeg } of sweptFrames(cameraOf(seed), axisDeg, many)) {
    last = sweep.look(bent(photo));
    if (angleDeg !== null && last.angleDeg !== null)
      off.push(Math.abs(signedApartDeg(angleDeg, last.angleDeg)));
  }
  return { seen: last!, off };
}

describe("a film turned over a lit panel before a camera", function () {
  this.timeout(isLong ? 900_000 : 120_000);

  it("gives the axis within half a degree, a hand on the film and a camera that adapts", () => {
    const seeds = isLong ? 40 : 1;
    let held = 0;
    for (let seed = 1; seed <= seeds; seed += 1) {
      const axisDeg = (37.3 + 53.1 * seed) % 180;
      const { seen, off } = swept(seed, axisDeg, 40);
      expect(seen.coveredDeg, `seed ${seed}`).to.be.at.least(168);
      expect(off.sort((a, b) => a - b)[off.length >> 1]!, "an angle by its edges").to.be.below(0.3);
      const found = calculateFilmAxis({ readings: [...seen.readings], drift: "none" });
      if (axesApartDeg(found.axisDeg, axisDeg) <= 0.5) held += 1;
      // What it says of itself is no more than it knows.
      expect(found.axisHalfWidth95Deg).to.be.below(1);
    }
    expect(held / seeds).to.be.at.least(0.95);
  });

  it("gives it by a camera that bends light its own way: deep shadows, steep middle, soft end", () => {
    const curve = Uint8ClampedArray.from(
      { length: 256 },
      (_, v) => 255 * Math.max(0, Math.sin((v / 255) * 1.75 - 0.18)),
    );
    const bent = ({ rgba, ...size }: Photo) => ({
      ...size,
      rgba: rgba.map((v, i) => (i % 4 === 3 ? 255 : curve[v]!)),
    });
    const { seen } = swept(8, 71, 38, bent);
    const found = calculateFilmAxis({ readings: [...seen.readings], drift: "none" });
    expect(axesApartDeg(found.axisDeg, 71)).to.be.below(0.5);
  });

  it("asks for the bare panel once more where panel or camera were moved", () => {
    const sweep = new AxisSweep(panel);
    const camera = cameraOf(7);
    for (let k = 0; k < 6; k += 1) sweep.look(madeFrame(camera, filmScene(panel, 30, null, 1)));
    const film = { longMm: 55, shortMm: 36, angleDeg: 20, offMm: { x: 0, y: 0 } };
    const lying = madeFrame(camera, filmScene(panel, 30, film, 1));
    for (let k = 0; k < 12; k += 1) expect(sweep.look(lying).of).to.equal("film");
    const moved = madeFrame(camera, filmScene(panel, 30, film, 1), 9);
    const faults = Array.from({ length: 11 }, () => sweep.look(moved).fault);
    expect(faults).to.include("moved");
  });

  it("reads a film that was lifted off and laid on anew from its marked edge again", () => {
    const camera = cameraOf(9);
    const film = { longMm: 55, shortMm: 36, offMm: { x: 0, y: 0 } };
    const sweep = new AxisSweep(panel);
    const bare = madeFrame(camera, filmScene(panel, 30, null, 1));
    const angleAt = (angleDeg: number) =>
      sweep.look(madeFrame(camera, filmScene(panel, 30, { ...film, angleDeg }, 1))).angleDeg!;
    for (let k = 0; k < 6; k += 1) sweep.look(bare);
    for (let angleDeg = 0; angleDeg <= 84; angleDeg += 12) angleAt(angleDeg);
    // Off for a moment only, it is where it was: near a right angle, not along the width.
    for (let k = 0; k < 3; k += 1) sweep.look(bare);
    expect(angleAt(86)).to.be.closeTo(86, 1.5);
    for (let k = 0; k < 10; k += 1) sweep.look(bare);
    expect(axesApartDeg(angleAt(4), 4)).to.be.below(1.5);
  });

  it("takes no panel for bare that has a film on it, lying or turning", () => {
    const sweep = new AxisSweep(panel);
    const camera = cameraOf(6);
    const film = { longMm: 60, shortMm: 40, offMm: { x: 0, y: 0 } };
    for (let k = 0; k < 8; k += 1) {
      const turned = { ...film, angleDeg: 12 * Math.max(0, k - 3) };
      expect(sweep.look(madeFrame(camera, filmScene(panel, 12, turned, 1))).of).to.equal("panel");
    }
  });

  it("says what is wrong while it cannot tell: no panel, not lit, no film, a film beside the ring, one turned too fast", () => {
    const camera = cameraOf(5);
    const bare = filmScene(panel, 30, null, 1);
    const film = { longMm: 55, shortMm: 36, offMm: { x: 0, y: 0 } };
    const frameOf = (angleDeg: number, offMm = film.offMm) =>
      madeFrame(camera, filmScene(panel, 30, { ...film, angleDeg, offMm }, 1));
    const grey = { rgba: new Uint8ClampedArray(4 * 340 * 220).fill(120), width: 340, height: 220 };
    const sweep = new AxisSweep(panel);
    expect(sweep.look(grey).fault).to.equal("no panel");
    const dim = madeFrame(camera, (x, y) => (x > 0 && y > 0 && x < 110 && y < 70 ? 0.05 : 0.01));
    expect(new AxisSweep(panel).look(dim).fault).to.equal("too dark");
    const glaring = madeFrame(camera, (x, y) => (x > 0 && y > 0 && x < 110 && y < 70 ? 3 : 0.1));
    expect(new AxisSweep(panel).look(glaring).fault).to.equal("too bright");
    for (let k = 0; k < 4; k += 1) expect(sweep.look(madeFrame(camera, bare)).fault).to.equal("not still");
    expect(sweep.look(madeFrame(camera, bare))).to.include({ of: "film", fault: "no film" });
    expect(sweep.look(madeFrame(camera, bare)).fault).to.equal("no film");
    expect(sweep.look(frameOf(0, { x: 27, y: 0 })).fault).to.equal("not over the middle");
    expect(sweep.look(frameOf(2)).fault).to.equal(null);
    const fast = sweep.look(frameOf(40));
    expect(fast.fault).to.equal("too fast");
    expect(fast.readings).to.have.length(1);
    // Turned back to where it was told, it goes on.
    expect(sweep.look(frameOf(10)).readings).to.have.length(2);
    // Lying still it does not weigh more.
    expect(sweep.look(frameOf(10)).readings).to.have.length(2);
  });
});
