import { expect } from "chai";
import { squareUp } from "./fast-square-up.ts";
import {
  boxCorners,
  isConvex,
  mapCorners,
  mapToCorners,
  plainSquareUp,
  turnedCorners,
  type Corners,
} from "./square-up.ts";

const tilted: Corners = [
  { x: 30, y: 20 },
  { x: 190, y: 35 },
  { x: 175, y: 150 },
  { x: 20, y: 130 },
];

const isSame = (a: Uint8ClampedArray, b: Uint8ClampedArray) =>
  a.length === b.length && a.every((value, i) => value === b[i]);

describe("squaring up", () => {
  it("takes the corners of the rectangle to the corners of the panel, and its diagonals' crossing to theirs", () => {
    const [a, b, c, d, e, f, g, h] = mapToCorners(160, 100, tilted) as number[];
    const at = (x: number, y: number) => {
      const w = g! * x + h! * y + 1;
      return { x: (a! * x + b! * y + c!) / w, y: (d! * x + e! * y + f!) / w };
    };
    const corners = [at(0, 0), at(160, 0), at(160, 100), at(0, 100)];
    corners.forEach((corner, i) => {
      expect(corner.x).to.be.closeTo(tilted[i]!.x, 1e-9);
      expect(corner.y).to.be.closeTo(tilted[i]!.y, 1e-9);
    });
    // A projective map keeps straight lines straight: the middle lies on both diagonals.
    const middle = at(80, 50);
    const off = (p: { x: number; y: number }, q: { x: number; y: number }) =>
      (q.x - p.x) * (middle.y - p.y) - (q.y - p.y) * (middle.x - p.x);
    expect(off(tilted[0], tilted[2])).to.be.closeTo(0, 1e-6);
    expect(off(tilted[1], tilted[3])).to.be.closeTo(0, 1e-6);
  });

  it("leaves a picture as it is where its own corners are meant", () => {
    const [width, height] = [9, 7];
    const rgba = Uint8ClampedArray.from({ length: 4 * width * height }, (_, i) =>
      i % 4 === 3 ? 255 : (i * 37) % 256,
    );
    const whole = boxCorners(width, height);
    expect([...squareUp({ rgba, width, height }, whole, { width, height })]).to.deep.equal([...rgba]);
  });

  it("does the same compiled and in plain TypeScript, straight, tilted, turned, drawn out and beyond the picture", () => {
    const [width, height] = [203, 151];
    const rgba = Uint8ClampedArray.from({ length: 4 * width * height }, (_, i) => (i * i * 37) % 256);
    const turned = turnedCorners({ widthPx: 120, heightPx: 60 }, { x: 100, y: 76 }, 0.7);
    const beyond = mapCorners(tilted, ({ x, y }) => ({ x: 1.4 * x - 30, y: 1.4 * y - 40 }));
    for (const corners of [boxCorners(width, height), tilted, turned, beyond])
      for (const size of [
        { width: 160, height: 100 },
        { width: 701, height: 333 },
        { width: 21, height: 30 },
      ])
        expect(
          isSame(
            squareUp({ rgba, width, height }, corners, size),
            plainSquareUp({ rgba, width, height }, corners, size),
          ),
          JSON.stringify([corners, size]),
        ).to.equal(true);
  });

  it("knows corners that do not go round a panel", () => {
    expect(isConvex(tilted)).to.equal(true);
    expect(isConvex([tilted[0], tilted[2], tilted[1], tilted[3]])).to.equal(false);
    expect(isConvex([tilted[0], tilted[0], tilted[2], tilted[3]])).to.equal(false);
  });
});
