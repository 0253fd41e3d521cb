import { expect } from "chai";
import { randomStream } from "../random.ts";
import { hiddenParts, isHotSite } from "./cannot-see.ts";
import { defectKinds, type DefectKind, type Lighting } from "./defects.ts";
import { sharedLook } from "./begun-look.ts";
import { beginLook, lookThrough } from "./find-defects.ts";
import { findLines, linesToFind } from "./find-lines.ts";
import { fastPanelLight } from "./fast-panel-light.ts";
import { lineSums, plainPasses, VALUE_PARTS, Z_PARTS } from "./line-sums.ts";
import type { Disturbance } from "./lit-panel.ts";
import { verdictOf } from "./look.ts";
import { panelLight, plainPanelLight, type MakeRoom } from "./panel-light.ts";
import { greyOf, type GreyPicture } from "./picture.ts";
import { shootPanel, usualMake } from "./shoot-panel.ts";
import { hitsOf, scatterDefects } from "./planted.ts";
import { smoothed } from "./smoothed.ts";
import { withoutGrid } from "./without-grid.ts";

const panel = { widthMm: 20, heightMm: 14 };
const PX = 20;

function shot(
  seed: number,
  lighting: Lighting,
  kinds: readonly DefectKind[] = [],
  disturbed: readonly Disturbance[] = [],
  pitchMm = 0.16,
) {
  const defects = scatterDefects(seed, panel, kinds);
  const photo = shootPanel(
    { ...panel, pitchMm, lighting, defects, disturbed, seed },
    { ...usualMake(seed), pxPerMm: PX },
  );
  return { photo, defects };
}

const panelOf = (picture: GreyPicture, makeRoom: MakeRoom = fastPanelLight) => panelLight(picture, makeRoom);
const bareOf = (picture: GreyPicture) => withoutGrid(panelOf(picture));

/** The outermost pixels are a camera's guess. */
const inside = ({ xMm, yMm }: { xMm: number; yMm: number }) =>
  xMm > 0.6 && yMm > 0.6 && xMm < panel.widthMm - 0.6 && yMm < panel.heightMm - 0.6;

describe("a lit panel's grid", () => {
  it("is taken out of a picture to a seventh of what it was, and no defect with it", () => {
    const { photo, defects } = shot(3, "white", ["speck", "bubble"], [], 0.2);
    const grey = greyOf(photo.rgba, photo.width, photo.height);
    const bare = bareOf(grey);
    const spread = ({ light }: { light: Float32Array }) => {
      const around = smoothed(light, photo.width, photo.height, 14);
      const off = Array.from(light, (value, i) => Math.abs(value - around[i]!)).sort((a, b) => a - b);
      return off[off.length >> 1]!;
    };
    expect(spread(grey)).to.be.above(12);
    expect(spread(bare)).to.be.below(0.15 * spread(grey));
    const found = lookThrough(photo, PX, "white").defects.filter(inside);
    expect(hitsOf(defects, found)).to.not.include(-1);
  });

  it("comes out the same compiled as in plain TypeScript", () => {
    const { photo } = shot(5, "white", ["speck"]);
    const grey = greyOf(photo.rgba, photo.width, photo.height);
    const [fast, plain] = [fastPanelLight, plainPanelLight].map((make) => panelOf(grey, make));
    const off = (one: ArrayLike<number>, other: ArrayLike<number>) =>
      Array.from(one).reduce((most, value, i) => Math.max(most, Math.abs(value - other[i]!)), 0);
    expect(off(withoutGrid(fast!).light, withoutGrid(plain!).light)).to.be.below(0.01);
    // And what leaves the light about it, for either sign, in squares of one pixel and of more.
    for (const by of [1, 3]) {
      const asked = { by, sign: by === 1 ? 1 : -1, close: 6, far: 15, most: 2.5, parts: VALUE_PARTS };
      const [own, other] = [fast!, plain!].map((panel) => panel.standing(asked));
      expect([own!.width, own!.height]).to.deep.equal([other!.width, other!.height]);
      // Whole numbers: what lies between two may be taken for either.
      expect(off(own!.values, other!.values)).to.be.at.most(1);
    }
  });

  it("is left alone where there is none, and where the picture is too small to tell", () => {
    const random = randomStream(5);
    const flat = {
      width: 200,
      height: 160,
      light: Float32Array.from({ length: 32_000 }, () => 100 + 4 * random()),
    };
    const bare = bareOf(flat);
    const off = bare.light.reduce((most, value, i) => Math.max(most, Math.abs(value - flat.light[i]!)), 0);
    expect(off).to.be.below(2);
    const small = { width: 40, height: 40, light: new Float32Array(1_600) };
    expect(bareOf(small)).to.deep.equal(small);
  });
});

describe("means over a square", () => {
  it("are those of a sum by hand, at the rim too", () => {
    const values = Float32Array.from({ length: 35 }, (_, i) => (i * 7) % 11);
    const out = smoothed(values, 7, 5, 1);
    for (let y = 0; y < 5; y += 1)
      for (let x = 0; x < 7; x += 1) {
        const near: number[] = [];
        for (let v = Math.max(0, y - 1); v <= Math.min(4, y + 1); v += 1)
          for (let u = Math.max(0, x - 1); u <= Math.min(6, x + 1); u += 1) near.push(values[v * 7 + u]!);
        expect(out[y * 7 + x]).to.be.closeTo(near.reduce((a, b) => a + b, 0) / near.length, 1e-5);
      }
  });
});

describe("sums along lines", () => {
  it("find a line that no pixel of it shows, in its own direction, and nothing in noise alone", () => {
    const [width, height] = [160, 120];
    const random = randomStream(8);
    const gauss = () => (random() + random() + random() + random() - 2) * Math.sqrt(3);
    const values = Int16Array.from({ length: width * height }, () => VALUE_PARTS * gauss());
    const most = (z: Int16Array) => z.reduce((a, b) => Math.max(a, b), 0) / Z_PARTS;
    expect(most(lineSums(values, width, height).z)).to.be.below(6.5);
    // 45 degrees, 60 pixels, each no more than its own noise.
    for (let k = 0; k < 60; k += 1) values[(30 + k) * width + 40 + k]! += 1.6 * VALUE_PARTS;
    const { z, direction } = lineSums(values, width, height);
    const at = 60 * width + 70;
    expect(most(z)).to.be.above(7);
    expect(z[at]! / Z_PARTS).to.be.above(6.5);
    expect(direction[at]).to.equal(8);
  });

  it("are the same compiled as in plain TypeScript, whatever the size", () => {
    const random = randomStream(2);
    for (const [width, height] of [
      [61, 47],
      [8, 90],
      [133, 5],
      // More rows than a strip has.
      [37, 205],
    ] as const) {
      const values = Int16Array.from({ length: width * height }, () => 250 * random() - 125);
      const [fast, plain] = [lineSums(values, width, height), lineSums(values, width, height, plainPasses)];
      expect([...fast.z]).to.deep.equal([...plain.z]);
      expect([...fast.direction]).to.deep.equal([...plain.direction]);
    }
  });

  it("do not take a ring's fringes for lines", () => {
    const { photo } = shot(6, "white", [], ["rings"]);
    const bare = panelOf(greyOf(photo.rgba, photo.width, photo.height));
    withoutGrid(bare);
    const asked = linesToFind(bare, PX, false, null)!;
    expect(findLines(asked).filter(({ defect }) => inside(defect))).to.deep.equal([]);
  });
});

describe("a look shared by two threads", () => {
  it("finds what a look on one thread finds", async () => {
    const { photo } = shot(13, "white", ["speck", "scratch", "fibre"]);
    let linesSent = 0;
    const found = await sharedLook(beginLook(photo, PX, "white"), (asked) => {
      const sent = structuredClone(asked);
      return new Promise((resolve) =>
        setTimeout(() => {
          const lines = findLines(sent);
          linesSent = lines.length;
          resolve(lines);
        }),
      );
    });
    expect(linesSent).to.be.above(0);
    expect(found).to.deep.equal(lookThrough(photo, PX, "white"));
  });
});

describe("what a picture cannot tell", () => {
  for (const lighting of ["white", "dark"] as const) {
    it(`is a lamp's image and lit text, on ${lighting}; no defect, and no pass`, () => {
      for (const [disturbance, why] of [
        ["reflection", "glare"],
        ["text", "lit text"],
      ] as const) {
        const { photo } = shot(4, lighting, [], [disturbance]);
        const { defects, cannotSee } = lookThrough(photo, PX, lighting);
        expect(cannotSee.map((part) => part.why)).to.include(why);
        expect(defects.filter(inside).length).to.be.at.most(2);
        const told = verdictOf({
          defects: [],
          cannotSee,
          pxPerMm: PX,
          isWhite: lighting === "white",
          panel,
          borderMm: 0,
        });
        expect(told.verdict).to.equal("cannot tell");
        expect(told.advice).to.have.length.above(0);
      }
    });
  }

  it("is nowhere on a plain picture with defects", () => {
    const { photo } = shot(9, "white", ["speck", "bubble", "patch", "fibre"]);
    expect(hiddenParts(panelOf(greyOf(photo.rgba, photo.width, photo.height)), PX, "white")).to.deep.equal(
      [],
    );
  });

  it("is too small for a coarse picture: it asks to go nearer instead of passing", () => {
    const clean = { defects: [], cannotSee: [], isWhite: true, panel, borderMm: 0 };
    expect(verdictOf({ ...clean, pxPerMm: 20 }).verdict).to.equal("pass");
    const coarse = verdictOf({ ...clean, pxPerMm: 6 });
    expect(coarse.verdict).to.equal("cannot tell");
    expect(coarse.advice.join()).to.match(/^Take it nearer: 14 pixels a millimetre/);
    expect(coarse.smallestMm.speck).to.be.closeTo(4 / 6, 1e-9);
  });

  it("is told from a photosite that shines by itself by its colours", () => {
    const { photo, defects } = shot(7, "dark", ["speck", "speck"], ["hot"]);
    const found = lookThrough(photo, PX, "dark").defects.filter(inside);
    expect(hitsOf(defects, found)).to.not.include(-1);
    for (const defect of found.filter((one) =>
      defects.some((d) => Math.hypot(d.xMm - one.xMm, d.yMm - one.yMm) < 0.4),
    ))
      expect(isHotSite(photo, PX, defect)).to.equal(false);
    expect(found.length).to.be.at.most(defects.length + 1);
  });
});

describe("a look through pictures as bad as real ones, on seeds that nothing was tuned on", () => {
  for (const lighting of ["white", "dark"] as const) {
    it(`finds on ${lighting} what was planted, and calls hardly anything else`, () => {
      let [planted, hits, more] = [0, 0, 0];
      for (const seed of [9_001, 9_002]) {
        const kinds = defectKinds.filter((kind) => kind !== "patch");
        const { photo, defects } = shot(seed, lighting, kinds, [], 0.08 + 0.06 * (seed - 9_001));
        const found = lookThrough(photo, PX, lighting).defects.filter(inside);
        planted += defects.length;
        hits += hitsOf(defects, found).filter((hit) => hit >= 0).length;
        more += Math.max(0, found.length - defects.length);
      }
      expect(hits / planted).to.be.at.least(0.8);
      expect(more).to.be.at.most(1);
    });
  }
});
