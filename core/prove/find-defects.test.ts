import { expect } from "chai";
import fc from "fast-check";
import { fromMask, Mask } from "image-js";
import { planted as defectAt } from "../../test/made-panel.ts";
import type { LitPanel } from "./lit-panel.ts";
import { scatterDefects } from "./planted.ts";
import { shootPanel, usualMake, type SensorMake } from "./shoot-panel.ts";
import { lightings, type Defect, type Lighting } from "./defects.ts";
import { findDefects } from "./find-defects.ts";
import { greyOf, labelPlaces } from "./picture.ts";

const PX = 20;
const panel = { widthMm: 40, heightMm: 30 };
type Shown = Pick<LitPanel, "lighting" | "defects" | "seed"> & Partial<LitPanel>;
const shot = (shown: Shown, make: Partial<SensorMake> & { vignetting?: number } = {}) => {
  const { rgba, width, height } = shootPanel(
    { ...panel, pitchMm: 0.16, disturbed: [], ...shown },
    { ...usualMake(shown.seed), turnDeg: 0, pxPerMm: PX, ...make },
  );
  return greyOf(rgba, width, height);
};
/** The outermost pixels are a camera's guess. */
const RIM_MM = 0.6;
const look = (shown: Shown, make: Parameters<typeof shot>[1] = {}) =>
  findDefects(shot(shown, make), PX, shown.lighting).filter(
    ({ xMm, yMm }) => Math.min(xMm, yMm, panel.widthMm - xMm, panel.heightMm - yMm) > RIM_MM,
  );
const near = (found: readonly Defect[], { xMm, yMm }: { xMm: number; yMm: number }, withinMm: number) =>
  found.find((defect) => Math.hypot(defect.xMm - xMm, defect.yMm - yMm) <= withinMm);

describe("connected places", () => {
  it("are those that a reference library finds, on random masks", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 24 }),
        fc.integer({ min: 1, max: 24 }),
        fc.double({ min: 0.1, max: 0.8, noNaN: true }),
        fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })),
        (width, height, share, stream) => {
          const mask = Uint8Array.from({ length: width * height }, () =>
            stream.next().value < share ? 1 : 0,
          );
          const { labels, count } = labelPlaces(mask, width, height);
          const reference = new Mask(width, height);
          mask.forEach((bit, i) => reference.setBitByIndex(i, bit ? 1 : 0));
          // image-js: regions of white pixels, corners joined; positive numbers, in an order of its own.
          const { data } = fromMask(reference, { allowCorners: true }).getMap();
          const twin = new Map<number, number>();
          mask.forEach((bit, i) => {
            const [own, other] = [labels[i]!, data[i]!];
            expect(own > 0).to.equal(bit === 1);
            if (!bit) return;
            expect(twin.get(own) ?? other).to.equal(other);
            twin.set(own, other);
          });
          expect(twin.size).to.equal(count);
          expect(new Set(twin.values()).size).to.equal(count);
        },
      ),
      { numRuns: 100 },
    );
  });
});

describe("defects in a picture", () => {
  for (const lighting of lightings) {
    it(`on ${lighting}: each kind is found where it was planted and called by its name`, () => {
      const defects = [
        defectAt("speck", 6, 6, 0.2),
        defectAt("fibre", 20, 7, 3),
        defectAt("scratch", 33, 8, 4),
        defectAt("bubble", 8, 22, 1.6),
        defectAt("patch", 27, 20, 8),
      ];
      const found = look({ lighting, defects, seed: 4 });
      for (const planted of defects) {
        const hit = near(found, planted, 0.6);
        expect(hit, planted.kind).to.not.equal(undefined);
        expect(hit!.kind).to.equal(planted.kind);
      }
      expect(found).to.have.length(defects.length);
      const fibre = near(found, defects[1]!, 0.6)!;
      expect(fibre.lengthMm).to.be.within(2.4, 3.8);
      expect(near(found, defects[3]!, 0.6)!.lengthMm).to.be.within(1.2, 2.4);
    });

    it(`on ${lighting}: nothing is found on a clean panel with falling light and much noise`, () => {
      for (const seed of [11, 12]) {
        const found = look({ lighting, defects: [], seed }, { vignetting: 0.45, fullWell: 3_000 });
        expect(found).to.deep.equal([]);
      }
    });
  }

  it("specks of two and a half pixels are found on black, as a look claims", () => {
    let [hits, all] = [0, 0];
    for (let seed = 1; seed <= 3; seed += 1) {
      const specks = scatterDefects(
        seed,
        panel,
        Array.from({ length: 8 }, () => "speck" as const),
      ).map((speck) => ({ ...speck, sizeMm: 2.5 / PX }));
      const found = look({ lighting: "dark", defects: specks, seed });
      all += specks.length;
      hits += specks.filter((speck) => near(found, speck, 0.15)).length;
    }
    expect(hits / all).to.be.at.least(0.94);
  });

  it("is the same mirrored, and looks away where it is told to", () => {
    const defects = scatterDefects(5, panel, ["speck", "fibre", "bubble", "scratch", "patch"]);
    const grey = shot({ lighting: "dark", defects, seed: 5 });
    const { width, height } = grey;
    const mirrored = { ...grey, light: grey.light.slice() };
    for (let y = 0; y < height; y += 1) mirrored.light.subarray(y * width, (y + 1) * width).reverse();
    const [one, other] = [findDefects(grey, PX, "dark"), findDefects(mirrored, PX, "dark")];
    expect(other).to.have.length(one.length);
    for (const defect of one) {
      // A patch is placed by cells of a millimetre, of which a sample is taken; a line by sums along it.
      const isLine = defect.kind === "scratch" || defect.kind === "fibre";
      const withinMm = defect.kind === "patch" ? 1 : isLine ? 0.4 : 0.1;
      const twin = near(other, { xMm: panel.widthMm - defect.xMm, yMm: defect.yMm }, withinMm);
      expect(twin?.kind).to.equal(defect.kind);
    }
    expect(findDefects(grey, PX, "dark", new Uint8Array(width * height).fill(1))).to.deep.equal([]);
  });

  it("keeps a picture that is no panel from running away", () => {
    const noise = Float32Array.from({ length: 400 * 400 }, (_, i) => ((i * 7_919) % 251) as number);
    const lighting: Lighting = "dark";
    expect(findDefects({ width: 400, height: 400, light: noise }, PX, lighting).length).to.be.below(50_000);
  });
});
