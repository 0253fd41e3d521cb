import { expect } from "chai";
import { isLong } from "../../test/long.ts";
import { huntedFrames, madeCamera, madeFrame, madeSpecks } from "../../test/live-frames.ts";
import { LiveHunt } from "./live-hunt.ts";
import { speckScene } from "./live-scene.ts";

const panel = { widthMm: 110, heightMm: 66 };
const cameraOf = (seed: number) => madeCamera(seed, panel, 400, 260);

describe("specks before a live camera", function () {
  this.timeout(isLong ? 900_000 : 120_000);

  it("are framed until they are wiped away, and none is said to be left only when none is", () => {
    for (let seed = 1; seed <= (isLong ? 12 : 1); seed += 1) {
      const camera = cameraOf(seed);
      // Above what it claims: 2.5 px.
      const least = 2.6 / camera.pxPerMm;
      const specks = madeSpecks(camera, isLong ? 2 : 1, [least, 3 * least]);
      const hunt = new LiveHunt(panel);
      let clearAt: number | null = null;
      let many = 0;
      let told = 0;
      for (const { photo, left } of huntedFrames(camera, specks, 20)) {
        const seen = hunt.look(photo);
        if (seen.fault === null) told = seen.specks.length;
        if (seen.isClear) {
          expect(left, `seed ${seed}`).to.equal(0);
          clearAt ??= many;
        }
        many += 1;
      }
      expect(clearAt, `seed ${seed}: the last one gone`).to.be.a("number");
      expect(told).to.equal(0);
    }
  });

  it("are counted right while nothing moves, each where it lies", () => {
    const camera = cameraOf(7);
    const specks = madeSpecks(camera, 4, [0.9, 1.5]);
    const hunt = new LiveHunt(panel);
    let seen = hunt.look(madeFrame(camera, speckScene(panel, specks, null)));
    for (let k = 0; k < 8; k += 1) seen = hunt.look(madeFrame(camera, speckScene(panel, specks, null)));
    expect(seen.fault).to.equal(null);
    expect(seen.specks).to.have.length(4);
    expect(seen.leastMm).to.be.closeTo(2.5 / camera.pxPerMm, 0.02);
  });

  it("are told however large they are: a clump of lint is no clean face", () => {
    const camera = cameraOf(8);
    const clump = [{ xMm: 50, yMm: 30, sizeMm: 6 }];
    const hunt = new LiveHunt(panel);
    for (let k = 0; k < 13; k += 1)
      expect(hunt.look(madeFrame(camera, speckScene(panel, clump, null))).isClear).to.equal(false);
  });

  it("are not looked for on a lit panel, under a lamp's image, or while something moves", () => {
    const camera = cameraOf(9);
    const isFace = (x: number, y: number) => x > 0 && y > 0 && x < 110 && y < 66;
    const after = (scene: (x: number, y: number) => number, frames = 6) => {
      const hunt = new LiveHunt(panel);
      let seen = hunt.look(madeFrame(camera, scene));
      for (let k = 1; k < frames; k += 1) seen = hunt.look(madeFrame(camera, scene));
      return seen;
    };
    expect(after(() => 0.2).fault).to.equal("no panel");
    expect(after((x, y) => (isFace(x, y) ? 0.6 : 0.1)).fault).to.equal("not dark");
    const lamp = (x: number, y: number) =>
      isFace(x, y) ? (Math.hypot(x - 40, y - 30) < 12 ? 0.9 : 0.015) : 0.2;
    expect(after(lamp).fault).to.equal("glare");
    expect(after(speckScene(panel, [], null), 2).fault).to.equal("moving");
    expect(after(speckScene(panel, [], null), 14).isClear).to.equal(true);
  });
});
