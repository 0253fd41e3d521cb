import { expect } from "chai";
import { planted } from "../../test/made-panel.ts";
import { shootPanel, usualMake } from "./shoot-panel.ts";
import { usualAcceptance } from "./acceptance.ts";
import { judge, sizeMm, zoneOf } from "./judge.ts";
import { bytesOfBase64 } from "./base64.ts";
import type { Defect } from "./defects.ts";
import { calculatePhotoInspect, photoInspectInput } from "./photo-inspect.ts";

const speck = (xMm: number, yMm: number, across: number): Defect => ({
  kind: "speck",
  xMm,
  yMm,
  areaMm2: (Math.PI * across ** 2) / 4,
  lengthMm: across,
  strength: 20,
});
const panel = { widthMm: 60, heightMm: 40 };

describe("acceptance", () => {
  it("knows the zones from the rim inwards: border, edge, centre", () => {
    expect(zoneOf({ xMm: 1, yMm: 20 }, panel, 3)).to.equal("border");
    expect(zoneOf({ xMm: 30, yMm: 33 }, panel, 3)).to.equal("edge");
    expect(zoneOf({ xMm: 30, yMm: 20 }, panel, 3)).to.equal("centre");
  });

  it("fails a speck of 0.4 mm in the centre, lets one pass at the edge, and does not look under the border", () => {
    expect(sizeMm(speck(0, 0, 0.4))).to.be.closeTo(0.4, 1e-9);
    expect(judge([speck(30, 20, 0.4)], panel, 3).verdict).to.equal("fail");
    expect(judge([speck(6, 20, 0.4)], panel, 3)).to.include({ verdict: "pass", score: 1 });
    expect(judge([speck(6, 20, 0.4), speck(54, 20, 0.4)], panel, 3).verdict).to.equal("fail");
    expect(judge([speck(1, 20, 2)], panel, 3)).to.include({ verdict: "pass", score: 0 });
  });

  it("counts up to a limit and not beyond", () => {
    const pinpricks = (n: number) => Array.from({ length: n }, (_, i) => speck(20 + i, 20, 0.1));
    expect(judge(pinpricks(5), panel, 3).verdict).to.equal("pass");
    expect(judge(pinpricks(6), panel, 3).verdict).to.equal("fail");
    for (const row of usualAcceptance) expect(row.toMm ?? Infinity).to.be.above(row.fromMm);
  });
});

describe("photo-inspect", () => {
  const taken = shootPanel(
    {
      widthMm: 24,
      heightMm: 18,
      pitchMm: 0.16,
      lighting: "white",
      defects: [planted("speck", 12, 9, 0.5)],
      disturbed: [],
      seed: 3,
    },
    { ...usualMake(3), turnDeg: 0, pxPerMm: 20 },
  );
  const input = {
    width: taken.width,
    height: taken.height,
    rgbaBase64: Buffer.from(taken.rgba).toString("base64"),
    scalePxPerMm: 20,
    lighting: "white" as const,
  };

  it("finds the speck, places it, and says that it does not pass; behind a box it is not looked at", () => {
    const { defects, verdict, score } = calculatePhotoInspect(input);
    expect(defects).to.have.length(1);
    expect(defects[0]!.xMm).to.be.closeTo(12, 0.05);
    expect(defects[0]!.yMm).to.be.closeTo(9, 0.05);
    expect(sizeMm(defects[0]!)).to.be.closeTo(0.5, 0.2);
    expect(verdict).to.equal("fail");
    expect(score).to.be.above(1);
    const hidden = { ...input, ignore: [{ xMm: 10, yMm: 7, widthMm: 4, heightMm: 4 }] };
    expect(calculatePhotoInspect(hidden)).to.include({ verdict: "pass", score: 0 });
  });

  it("refuses bytes that are too few for the picture, and names both numbers", () => {
    const { error } = photoInspectInput.safeParse({ ...input, rgbaBase64: "AAAA" });
    expect(error!.issues[0]!.path).to.deep.equal(["rgbaBase64"]);
    expect(error!.issues[0]!.message).to.equal(
      `holds 3 bytes; must hold ${4 * taken.width * taken.height} for ${taken.width} × ${taken.height} pixels`,
    );
  });

  it("reads base64 as Node does, whatever its length", () => {
    for (let length = 0; length < 20; length += 1) {
      const bytes = Buffer.from(Array.from({ length }, (_, i) => (i * 73 + 250) % 256));
      expect([...bytesOfBase64(bytes.toString("base64"))]).to.deep.equal([...bytes]);
    }
  });
});
