import { expect } from "chai";
import { randomStream, noise } from "../random.ts";
import { edgeTurnDeg } from "./edge-turn.ts";

const SIZE = 160;
/** A darker rectangle turned clockwise on a light ground, its edges led over a pixel, with noise. */
function turned(deg: number, dark: number, random: () => number, sigma: number): Float32Array {
  const [cos, sin] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  return Float32Array.from({ length: SIZE * SIZE }, (_, i) => {
    const [x, y] = [(i % SIZE) + 0.5 - SIZE / 2, Math.floor(i / SIZE) + 0.5 - SIZE / 2];
    const inside = Math.min(50 - Math.abs(x * cos + y * sin), 30 - Math.abs(y * cos - x * sin));
    return 1 - (1 - dark) * Math.min(1, Math.max(0, 0.5 + inside)) + sigma * noise(random);
  });
}

describe("how far straight edges are turned", () => {
  it("is told to a quarter of a degree at every turn, dark films and nearly clear ones", () => {
    const random = randomStream(8);
    for (const dark of [0.02, 0.5, 0.84])
      for (let deg = -44; deg <= 44; deg += 8) {
        const light = turned(deg, dark, random, 0.01);
        const told = edgeTurnDeg({ light, width: SIZE, height: SIZE }, 6);
        expect(told, `${deg} of ${dark}`).to.be.closeTo(deg, 0.25);
      }
  });

  it("is not told where there is no straight edge: noise, a round thing", () => {
    const random = randomStream(9);
    const plain = Float32Array.from({ length: SIZE * SIZE }, () => 1 + 0.02 * noise(random));
    expect(edgeTurnDeg({ light: plain, width: SIZE, height: SIZE }, 6)).to.equal(null);
    const round = plain.map((value, i) =>
      Math.hypot((i % SIZE) - 80, Math.floor(i / SIZE) - 80) < 40 ? 0.3 * value : value,
    );
    expect(edgeTurnDeg({ light: round, width: SIZE, height: SIZE }, 6)).to.equal(null);
  });
});
