import { expect } from "chai";
import fc from "fast-check";
import { calculateCureDose, cureDoseInput } from "./cure-dose.ts";

const panel = { widthMm: 200, heightMm: 100 };
const at = (result: ReturnType<typeof calculateCureDose>, x: number, y: number) => {
  const column = result.map.xMm.findIndex((v) => Math.abs(v - x) < 1e-9);
  const row = result.map.yMm.findIndex((v) => Math.abs(v - y) < 1e-9);
  return result.map.mwCm2[row]![column]!;
};

/** All that arrives on the panel, mW, by the trapezium rule over its map. */
function powerMw({ map: { xMm, yMm, mwCm2 } }: ReturnType<typeof calculateCureDose>): number {
  let sumMw = 0;
  for (let r = 1; r < yMm.length; r += 1) {
    for (let c = 1; c < xMm.length; c += 1) {
      const areaCm2 = ((xMm[c]! - xMm[c - 1]!) * (yMm[r]! - yMm[r - 1]!)) / 100;
      const corners = mwCm2[r]![c]! + mwCm2[r - 1]![c]! + mwCm2[r]![c - 1]! + mwCm2[r - 1]![c - 1]!;
      sumMw += (areaCm2 * corners) / 4;
    }
  }
  return sumMw;
}

describe("cure-dose", () => {
  it("is dose over irradiance under uniform light, through the cover and under the border", () => {
    const result = calculateCureDose({
      panel,
      irradianceMwCm2: 50,
      coverTransmittancePct: 80,
      border: { widthMm: 5, transmittancePct: 5 },
      requiredMjCm2: 3_000,
    });
    expect(result.minMwCm2).to.be.closeTo(40, 1e-12);
    expect(result.uniformityPct).to.be.closeTo(100, 1e-12);
    expect(result.exposureS).to.be.closeTo(75, 1e-9);
    expect(result.borderExposureS).to.be.closeTo(1_500, 1e-9);
  });

  it("gives P / (pi z^2) below one Lambertian lamp and falls as cos^4 (inverse square and cosine laws)", () => {
    const result = calculateCureDose({
      panel,
      lamps: [{ xMm: 100, yMm: 50, zMm: 100, powerMw: 10_000, order: 1 }],
      coverTransmittancePct: 100,
      requiredMjCm2: 1_000,
      gridMm: 10,
    });
    const below = 10_000 / (Math.PI * 10 ** 2);
    expect(result.maxMwCm2).to.be.closeTo(below, 1e-9);
    expect(at(result, 100, 50)).to.be.closeTo(below, 1e-9);
    for (const x of [0, 40, 70, 150, 200]) {
      const cosine = 100 / Math.hypot(x - 100, 100);
      expect(at(result, x, 50)).to.be.closeTo(below * cosine ** 4, 1e-9);
    }
    const corner = 100 / Math.hypot(100, 50, 100);
    expect(result.minMwCm2).to.be.closeTo(below * corner ** 4, 1e-9);
  });

  it("finds the bright spot of a lamp that stands between grid points", () => {
    const result = calculateCureDose({
      panel,
      lamps: [{ xMm: 33.3, yMm: 21.7, zMm: 20, powerMw: 500, order: 4 }],
      coverTransmittancePct: 100,
      requiredMjCm2: 1_000,
      gridMm: 25,
    });
    expect(result.maxMwCm2).to.be.closeTo((500 * 5) / (2 * Math.PI * 4), 1e-9);
  });

  it("stays a number for the narrowest beam from the highest lamp", () => {
    const { minMwCm2, maxMwCm2 } = calculateCureDose({
      panel,
      lamps: [{ xMm: 100, yMm: 50, zMm: 5_000, powerMw: 1_000, order: 200 }],
      coverTransmittancePct: 100,
      requiredMjCm2: 1_000,
      gridMm: 25,
    });
    expect(maxMwCm2).to.be.closeTo((1_000 * 201) / (2 * Math.PI * 500 ** 2), 1e-9);
    expect(minMwCm2).to.be.within(0.9 * maxMwCm2, maxMwCm2);
  });

  it("conserves power: a lamp's light over a wide plane adds up to what it gives out", () => {
    const result = calculateCureDose({
      panel: { widthMm: 4_000, heightMm: 4_000 },
      lamps: [{ xMm: 2_000, yMm: 2_000, zMm: 100, powerMw: 1_000, order: 3 }],
      coverTransmittancePct: 100,
      requiredMjCm2: 1_000,
      gridMm: 10,
    });
    const sumMw = powerMw(result);
    expect(sumMw).to.be.closeTo(1_000, 5);
  });

  it("is symmetric, adds up over lamps, and never promises where no light comes", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.double({ min: 10, max: 300, noNaN: true }),
        (xMm, yMm, zMm) => {
          const lamp = { xMm, yMm, zMm, powerMw: 2_000, order: 1 };
          const mirror = { ...lamp, xMm: 200 - xMm };
          const run = (lamps: (typeof lamp)[]) =>
            calculateCureDose({ panel, lamps, coverTransmittancePct: 90, requiredMjCm2: 500, gridMm: 20 });
          const [one, other, both] = [run([lamp]), run([mirror]), run([lamp, mirror])];
          expect(one.exposureS).to.be.closeTo(other.exposureS!, 1e-6 * one.exposureS!);
          both.map.mwCm2.forEach((row, r) =>
            row.forEach((value, c) => {
              expect(value).to.be.closeTo(one.map.mwCm2[r]![c]! + other.map.mwCm2[r]![c]!, 1e-9 * value);
              expect(one.map.mwCm2[r]![c]).to.be.closeTo(
                other.map.mwCm2[r]![row.length - 1 - c]!,
                1e-9 * value,
              );
            }),
          );
        },
      ),
      { numRuns: 30 },
    );
    const dark = calculateCureDose({
      panel,
      irradianceMwCm2: 50,
      coverTransmittancePct: 100,
      border: { widthMm: 5, transmittancePct: 0 },
      requiredMjCm2: 3_000,
    });
    expect(dark.exposureS).to.equal(60);
    expect(dark.borderExposureS).to.equal(null);
  });

  it("asks for lamps or an irradiance, not both and not neither, and a border that leaves room", () => {
    const base = { panel, coverTransmittancePct: 90, requiredMjCm2: 500 };
    const paths = (input: object) =>
      cureDoseInput.safeParse(input).error?.issues.map((i) => i.path.join("."));
    expect(paths(base)).to.deep.equal(["irradianceMwCm2"]);
    const lamps = Array.from({ length: 200 }, () => ({ xMm: 1, yMm: 1, zMm: 99, powerMw: 9, order: 1 }));
    const large = { ...base, panel: { widthMm: 1_000, heightMm: 1_000 }, gridMm: 2.5 };
    expect(paths({ ...large, lamps })).to.deep.equal(["gridMm"]);
    expect(paths({ ...large, lamps: lamps.slice(0, 100) })).to.equal(undefined);
    expect(
      paths({ ...base, irradianceMwCm2: 5, border: { widthMm: 50, transmittancePct: 1 } }),
    ).to.deep.equal(["border.widthMm"]);
  });

  it("sums a face that shines over its area: the view factor of a rectangle from a parallel element (Howell, B-4)", () => {
    // From the element below a corner: F = 1/2pi (A/sqrt(1+A2) atan(B/sqrt(1+A2)) + B/sqrt(1+B2) atan(A/sqrt(1+B2))), A = a/c, B = b/c.
    const corner = (a: number, b: number, c: number) => {
      const [A, B] = [a / c, b / c];
      const [p, q] = [Math.hypot(1, A), Math.hypot(1, B)];
      return ((A / p) * Math.atan(B / p) + (B / q) * Math.atan(A / q)) / (2 * Math.PI);
    };
    for (const zMm of [5, 20, 60, 200, 800]) {
      const face = { xMm: 100, yMm: 50, zMm, powerMw: 8_000, order: 1, widthMm: 80, heightMm: 40 };
      const result = calculateCureDose({
        panel,
        lamps: [face],
        coverTransmittancePct: 100,
        requiredMjCm2: 1_000,
        gridMm: 10,
      });
      // Of what leaves a square centimetre of the face, the share that meets the element is the factor.
      const leavingMwCm2 = 8_000 / (8 * 4);
      for (const [x, y] of [
        [100, 50],
        [130, 50],
        [140, 70],
        [180, 10],
        [0, 0],
      ] as const) {
        // Signed sum over the four corners, as the element lies inside or beside the face.
        const reach = (at: number, middle: number, side: number) =>
          [middle - side / 2, middle + side / 2].map((edge) => at - edge);
        const [left, right] = reach(x, 100, 80);
        const [top, bottom] = reach(y, 50, 40);
        const part = (a: number, b: number) =>
          Math.sign(a) * Math.sign(b) * corner(Math.abs(a), Math.abs(b), zMm);
        const factor = part(left!, top!) - part(left!, bottom!) - part(right!, top!) + part(right!, bottom!);
        expect(at(result, x, y), `${x}, ${y} at ${zMm}`).to.be.closeTo(
          leavingMwCm2 * factor,
          2e-4 * leavingMwCm2,
        );
      }
    }
  });

  it("keeps a face's power too, for a narrow beam right over the panel", () => {
    const result = calculateCureDose({
      panel: { widthMm: 300, heightMm: 200 },
      lamps: [{ xMm: 150, yMm: 100, zMm: 20, powerMw: 5_000, order: 20, widthMm: 100, heightMm: 60 }],
      coverTransmittancePct: 100,
      requiredMjCm2: 1_000,
      gridMm: 4,
    });
    const sumMw = powerMw(result);
    expect(sumMw).to.be.closeTo(5_000, 25);
  });

  it("warns of a point that is nearer than five times its face, and refuses half a face or one too near", () => {
    const one = { xMm: 100, yMm: 50, zMm: 100, powerMw: 1_000, order: 1 };
    const run = (lamp: object) =>
      cureDoseInput.safeParse({ panel, lamps: [lamp], coverTransmittancePct: 100, requiredMjCm2: 1_000 });
    const warned = (zMm: number) =>
      calculateCureDose({
        panel,
        lamps: [{ ...one, zMm, faceMm: 20 }],
        coverTransmittancePct: 100,
        requiredMjCm2: 1_000,
      }).warnings;
    expect(warned(99)[0]).to.match(/Lamp 1: at 99 mm it is nearer than 5 times its face of 20 mm/);
    expect(warned(100)).to.deep.equal([]);
    // What the rule is worth: the point's error below the middle of such a face is within 2 %.
    const faced = calculateCureDose({
      panel,
      lamps: [{ ...one, widthMm: 20, heightMm: 20 }],
      coverTransmittancePct: 100,
      requiredMjCm2: 1_000,
    });
    const pointed = calculateCureDose({
      panel,
      lamps: [one],
      coverTransmittancePct: 100,
      requiredMjCm2: 1_000,
    });
    expect(pointed.maxMwCm2 / faced.maxMwCm2).to.be.within(1, 1.02);
    expect(run({ ...one, widthMm: 20 }).error!.issues[0]!.path).to.deep.equal(["lamps", 0, "heightMm"]);
    expect(run({ ...one, widthMm: 20, heightMm: 20, faceMm: 20 }).error!.issues[0]!.path).to.deep.equal([
      "lamps",
      0,
      "faceMm",
    ]);
    const huge = run({ ...one, zMm: 1, widthMm: 2_000, heightMm: 2_000, order: 200 });
    expect(huge.error!.issues[0]!.message).to.match(/too near for so large a face/);
  });
});
