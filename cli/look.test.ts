import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { expect } from "chai";
import sharp from "sharp";
import { shootPanel, usualMake } from "../core/prove/shoot-panel.ts";

const look = (...args: string[]) =>
  spawnSync(process.execPath, ["--import=tsx", "cli/look.ts", ...args], { encoding: "utf8" });

interface Told {
  corners: unknown;
  pxPerMm: number;
  defects: { kind: string; xMm: number; yMm: number }[];
  cannotSee: unknown[];
  smallestMm: Record<string, number>;
  verdict: string;
  advice: string;
}

describe("the command line of a look", () => {
  let folder: string;
  let file: string;
  before(async () => {
    folder = mkdtempSync(path.join(tmpdir(), "half-lift-look-"));
    file = path.join(folder, "panel.jpg");
    const { rgba, width, height } = shootPanel(
      {
        widthMm: 18,
        heightMm: 12,
        pitchMm: 0.14,
        lighting: "white",
        defects: [
          { kind: "speck", xMm: 7, yMm: 5, sizeMm: 0.4, strength: 0.8, angle: 0 },
          { kind: "speck", xMm: 12, yMm: 8, sizeMm: 0.4, strength: 0.5, angle: 0 },
        ],
        disturbed: [],
        seed: 12,
      },
      { ...usualMake(12), pxPerMm: 20 },
    );
    const raw = sharp(Buffer.from(rgba.buffer), { raw: { width, height, channels: 4 } });
    await raw.jpeg({ quality: 92 }).toFile(file);
    await raw
      .clone()
      .extend({ top: 70, bottom: 70, left: 70, right: 70, background: "#3c3c3a" })
      .jpeg({ quality: 92 })
      .toFile(path.join(folder, "bench.jpg"));
    writeFileSync(path.join(folder, "notes.jpg"), "no picture");
  });
  after(() => rmSync(folder, { recursive: true }));

  it("finds a speck at its place, whether the picture is the panel or the panel lies on the bench, a line for each", () => {
    const bare = look(file, file, "--lighting", "white", "--scale", "20");
    expect(bare.status, bare.stderr).to.equal(0);
    const lines = bare.stdout.trim().split("\n");
    expect(lines).to.have.length(2);
    expect(lines[0]).to.equal(lines[1]);
    const onBench = look(path.join(folder, "bench.jpg"), "--lighting", "white", "--panel", "18x12");
    for (const text of [lines[0]!, onBench.stdout]) {
      const told = JSON.parse(text) as Told;
      expect(told.pxPerMm).to.be.closeTo(20, 0.3);
      expect(told.defects, text).to.have.length(2);
      const [first] = told.defects.toSorted((a, b) => a.xMm - b.xMm);
      expect(first!.kind).to.equal("speck");
      expect(Math.hypot(first!.xMm - 7, first!.yMm - 5)).to.be.below(0.2);
      expect(told.smallestMm).to.have.all.keys("speck", "fibre", "bubble", "scratch", "delamination");
      expect(told).to.include({ verdict: "fail" });
      expect(told.advice).to.include("specks and bubbles");
    }
  });

  it("says what is wrong with what it was asked, and prints nothing else", () => {
    for (const [args, said] of [
      [[file, "--lighting", "red", "--scale", "20"], '--lighting: "red"'],
      [[file, "--lighting", "white", "--scale", "0"], '--scale: "0" must be a number from 1 to 400'],
      [[file, "--lighting", "white", "--panel", "18"], '--panel: "18"'],
      [[file, "--lighting", "white"], "look picture.jpg"],
      [[path.join(folder, "notes.jpg"), "--lighting", "white", "--scale", "20"], "is no picture"],
      [[path.join(folder, "none.jpg"), "--lighting", "white", "--scale", "20"], "cannot be read"],
    ] as const) {
      const { status, stdout, stderr } = look(...args);
      expect(status).to.equal(2);
      expect(stdout).to.equal("");
      expect(stderr).to.include(said);
    }
  });
});
