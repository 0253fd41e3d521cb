import { expect } from "chai";
import { noise, randomStream } from "../random.ts";
import { fastStandsOut } from "./fast-stands-out.ts";
import { nearPlaces } from "./near-places.ts";
import { labelPlaces } from "./picture.ts";
import { standsOut } from "./stands-out.ts";

/** A picture of noise with specks, its light falling off, and the surroundings of its cells. */
function scene(width: number, height: number, columns: number, rows: number, seed: number) {
  const random = randomStream(seed);
  const light = Float32Array.from({ length: width * height }, (_, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    const speck = x % 37 < 3 && y % 29 < 3 ? (x % 2 === 0 ? 40 : -40) : 0;
    return 100 + 0.1 * x - 0.05 * y + 2 * noise(random) + speck;
  });
  const [wide, tall] = [columns + 2, rows + 2];
  const at = (of: (x: number, y: number) => number) =>
    Float32Array.from({ length: wide * tall }, (_, i) =>
      of(((i % wide) - 0.5) * (width / columns), (Math.floor(i / wide) - 0.5) * (height / rows)),
    );
  return {
    picture: { width, height, light },
    around: {
      columns,
      rows,
      base: at((x, y) => 100 + 0.1 * x - 0.05 * y),
      deviation: at((x) => 2 + 0.001 * x),
    },
    ignored: Uint8Array.from({ length: width * height }, (_, i) => Number(i % width < width / 5)),
  };
}

describe("what stands out of a picture", () => {
  // Widths that are no multiple of four, cells that are wider or narrower than four pixels.
  for (const [width, height, columns, rows] of [
    [203, 151, 9, 7],
    [64, 50, 16, 12],
    [37, 40, 1, 1],
    [5, 5, 1, 1],
  ] as const) {
    it(`is the same compiled and in plain TypeScript, ${width} x ${height} pixels in ${columns} x ${rows} cells`, () => {
      const { picture, around, ignored } = scene(width, height, columns, rows, width);
      for (const left of [null, ignored]) {
        const [plain, fast] = [standsOut, fastStandsOut].map((search) => {
          const { at, z } = search(picture, around, left);
          return new Map([...at].map((pixel, k) => [pixel, z[k]!]));
        });
        let [differing, worst] = [0, 0];
        for (const pixel of new Set([...plain!.keys(), ...fast!.keys()])) {
          const [own, other] = [plain!.get(pixel), fast!.get(pixel)];
          // Four numbers at a time are single ones: a pixel on the very limit may fall to either side.
          if (own === undefined || other === undefined) {
            expect(Math.abs((own ?? other)!), `pixel ${pixel}`).to.be.closeTo(3.2, 1e-3);
            differing += 1;
          } else worst = Math.max(worst, Math.abs(own - other) / Math.abs(own));
        }
        expect(worst).to.be.below(1e-3);
        expect(differing).to.be.at.most(2);
        const signs = new Set([...plain!.values()].map(Math.sign));
        if (width > 40) expect([...signs].sort()).to.deep.equal([-1, 1]);
      }
    });
  }

  it("is passed over where there is nothing, whatever the size: places are numbered as they are met", () => {
    const random = randomStream(3);
    for (const [width, height] of [
      [13, 11],
      [8, 8],
      [31, 2],
      [7, 1],
    ] as const) {
      const mask = Uint8Array.from({ length: width * height }, () => Number(random() < 0.3));
      const { labels, count, pixels } = labelPlaces(mask, width, height);
      // Flooded from each pixel in turn, as it is said.
      const own = new Int32Array(mask.length);
      let places = 0;
      mask.forEach((is, from) => {
        if (!is || own[from]) return;
        places += 1;
        const left = [from];
        while (left.length > 0) {
          const i = left.pop()!;
          if (own[i]) continue;
          own[i] = places;
          const [x, y] = [i % width, Math.floor(i / width)];
          for (let dy = -1; dy <= 1; dy += 1) {
            for (let dx = -1; dx <= 1; dx += 1) {
              const [u, v] = [x + dx, y + dy];
              if (u < 0 || v < 0 || u >= width || v >= height) continue;
              if (mask[v * width + u] && !own[v * width + u]) left.push(v * width + u);
            }
          }
        }
      });
      expect(count).to.equal(places);
      expect([...labels]).to.deep.equal([...own]);
      expect([...pixels]).to.deep.equal([...mask.keys()].filter((i) => mask[i]));
    }
  });
});

describe("pixels that lie near each other", () => {
  it("are in one group where steps of no more than that lead from one to the next, whatever lies between", () => {
    const random = randomStream(11);
    for (const [width, height, reach, share] of [
      [31, 23, 1, 0.3],
      [40, 30, 3, 0.05],
      [17, 60, 5, 0.02],
      [9, 9, 3, 1],
      [50, 1, 2, 0.2],
    ] as const) {
      const at = Int32Array.from(
        Array.from({ length: width * height }, (_, i) => i).filter(() => random() < share),
      );
      const { order, starts, count } = nearPlaces(at, width, reach);
      expect([...order].sort((a, b) => a - b)).to.deep.equal([...at.keys()]);
      const groupOf = new Map<number, number>();
      for (let g = 0; g < count; g += 1)
        for (const k of order.subarray(starts[g], starts[g + 1])) groupOf.set(k, g);
      // Walked from each pixel in turn, over all others that are near.
      const own = new Map<number, number>();
      let groups = 0;
      for (const from of at.keys()) {
        if (own.has(from)) continue;
        const left = [from];
        while (left.length > 0) {
          const k = left.pop()!;
          if (own.has(k)) continue;
          own.set(k, groups);
          const [x, y] = [at[k]! % width, Math.floor(at[k]! / width)];
          at.forEach((pixel, j) => {
            const apart = Math.max(Math.abs((pixel % width) - x), Math.abs(Math.floor(pixel / width) - y));
            if (apart <= reach) left.push(j);
          });
        }
        groups += 1;
      }
      expect(count).to.equal(groups);
      expect([...groupOf].sort(([a], [b]) => a - b)).to.deep.equal([...own].sort(([a], [b]) => a - b));
    }
  });
});
