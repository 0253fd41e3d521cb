import { expect } from "chai";
import { isLong } from "../../test/long.ts";
import { madeBorder, madeCamera, madeFrame } from "../../test/live-frames.ts";
import { LiveBorder } from "./live-border.ts";

const panel = { widthMm: 110, heightMm: 66 };
const BORDER_MM = 4;
const edges = ["top", "right", "bottom", "left"] as const;

describe("the border by a live camera", function () {
  this.timeout(120_000);

  it("is told to a pixel at both ends of each edge, in 95 of 100 frames", () => {
    const seeds = isLong ? 60 : 5;
    const worstPx: number[] = [];
    for (let seed = 1; seed <= seeds; seed += 1) {
      const camera = madeCamera(seed, panel, 720, 450);
      const { truth, scene } = madeBorder(camera, BORDER_MM);
      const { ends } = new LiveBorder(panel, BORDER_MM).look(madeFrame(camera, scene));
      const off = edges.flatMap((edge) => [0, 1].map((k) => ends![edge][k]! - truth[edge][k]!));
      worstPx.push(Math.max(...off.map(Math.abs)) * camera.pxPerMm);
    }
    const good = worstPx.filter((px) => px < 1).length;
    expect(good / seeds, worstPx.map((px) => px.toFixed(2)).join(" ")).to.be.at.least(0.95);
  });

  it("takes the last frames together while nothing moves, and begins anew when something did", () => {
    const camera = madeCamera(3, panel, 480, 300);
    const live = new LiveBorder(panel, BORDER_MM);
    const { scene } = madeBorder(camera, BORDER_MM);
    for (let k = 1; k <= 6; k += 1)
      expect(live.look(madeFrame(camera, scene)).frames).to.equal(Math.min(5, k));
    expect(live.look(madeFrame(camera, scene, 12)).frames).to.equal(1);
  });

  it("says that there is no glass, or no border", () => {
    const camera = madeCamera(4, panel, 480, 300);
    const live = new LiveBorder(panel, BORDER_MM);
    expect(live.look(madeFrame(camera, () => 0.3))).to.include({ fault: "no glass", ends: null });
    const plain = madeFrame(camera, (x, y) => (x > 0 && y > 0 && x < 110 && y < 66 ? 0.02 : 0.4));
    expect(live.look(plain)).to.include({ fault: "no border", ends: null });
  });
});
