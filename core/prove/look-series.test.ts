import { expect } from "chai";
import { familyNamed, workedTo } from "../../test/bench-hand.ts";
import { markSeq } from "../device/ask.ts";
import type { Scene } from "../device/scene.ts";
import { certificateOf } from "../records/job-certificate.ts";
import type { Defect, Lighting } from "./defects.ts";
import { lookSeries } from "./look-series.ts";
import type { PhotoLook } from "./photo-look.ts";

const job = workedTo(familyNamed("BX-24"), "layer", ({ state }) => markSeq(state, "cured") > 0, {
  endMs: Date.parse("2026-01-05T12:00:00Z"),
});
const cured: Scene = job.scene;
/** A seq after everything that was done so far. */
const LATER = 10_000;

const speck = (xMm: number, sizeMm: number): Defect => ({
  kind: "speck",
  xMm,
  yMm: 33,
  areaMm2: (Math.PI * sizeMm ** 2) / 4,
  lengthMm: sizeMm,
  strength: 20,
});
const look = (lighting: Lighting, more: Partial<PhotoLook> = {}): PhotoLook => ({
  lighting,
  source: "photo",
  defects: [],
  pxPerMm: 20,
  cannotSee: [],
  ...more,
});
/** The job with these looks kept, one after the other. */
const withLooks = (looks: readonly PhotoLook[], firstSeq = LATER): Scene => ({
  ...cured,
  state: {
    ...cured.state,
    prove: {
      ...cured.state.prove,
      photos: looks.map((one, k) => ({ ...one, id: `look ${k}`, seq: firstSeq + k, atMs: cured.nowMs + k })),
    },
  },
});
const seriesOf = (...looks: PhotoLook[]) => lookSeries(withLooks(looks))!;
const refused = { ...speck(24, 0.5), overruled: false };

describe("the pictures of a panel together", () => {
  it("are none where none was looked through, nor where the layer came on later", () => {
    expect(lookSeries(withLooks([]))).to.equal(null);
    expect(lookSeries(withLooks([look("dark")], 1))).to.equal(null);
    expect(certificateOf(withLooks([look("dark")], 1)).underGlass).to.equal(null);
  });

  it("fail where one of them refuses, however well the next one looks; looked at again in the same light it counts as it is then", () => {
    const failing = look("white", { defects: [refused] });
    const both = seriesOf(failing, look("dark"));
    expect(both.verdict).to.equal("fail");
    expect(both.looks.map(({ lighting, verdict }) => [lighting, verdict])).to.deep.equal([
      ["dark", "pass"],
      ["white", "fail"],
    ]);
    expect(both.left).to.have.length(1);
    expect(both.next).to.equal(null);
    const { underGlass } = certificateOf(withLooks([failing, look("dark")]));
    expect(underGlass).to.deep.include({ verdict: "fail", overruled: 0 });
    expect(underGlass!.pictures).to.have.length(2);
    expect(seriesOf(failing, look("dark"), look("white")).verdict).to.equal("pass");
    const overruled = look("white", { defects: [{ ...refused, overruled: true }] });
    expect(seriesOf(overruled)).to.deep.include({ verdict: "pass", overruled: 1, left: [] });
  });

  it("cannot tell where none is fine enough, and ask for the light that was not taken; a finer one in another light tells", () => {
    const coarse = seriesOf(look("white", { pxPerMm: 9 }));
    expect(coarse.verdict).to.equal("cannot tell");
    expect(coarse.next).to.equal("dark");
    expect(coarse.advice.join()).to.match(/^Take it nearer: 14 pixels/);
    // On black 2.5 px show a speck: 9 px/mm do for 0.3 mm.
    const told = seriesOf(look("white", { pxPerMm: 9 }), look("dark", { pxPerMm: 9 }));
    expect(told.verdict).to.equal("pass");
    expect(told.smallestMm!.speck).to.be.closeTo(2.5 / 9, 1e-9);
    expect(told.advice).to.deep.equal([]);
  });

  it("cannot tell what is out of focus, however many pixels it has", () => {
    const blurred = seriesOf(look("dark", { blurMm: 0.3 }));
    expect(blurred.verdict).to.equal("cannot tell");
    expect(blurred.advice.join()).to.match(/^Out of focus/);
    expect(seriesOf(look("dark", { blurMm: 0.05 })).verdict).to.equal("pass");
  });

  it("cannot tell where glare hides the same place in each of them; where one shows it they do", () => {
    const glare = (xMm: number) => [{ xMm, yMm: 20, widthMm: 6, heightMm: 6, why: "glare" as const }];
    const same = seriesOf(look("dark", { cannotSee: glare(10) }), look("white", { cannotSee: glare(12) }));
    expect(same.verdict).to.equal("cannot tell");
    expect(same.next).to.equal("side");
    const apart = seriesOf(look("dark", { cannotSee: glare(10) }), look("white", { cannotSee: glare(30) }));
    expect(apart.verdict).to.equal("pass");
  });

  it("name a defect once that two of them show", () => {
    const inBoth = seriesOf(
      look("dark", { defects: [refused] }),
      look("white", {
        defects: [
          { ...refused, xMm: 24.3 },
          { ...speck(40, 0.4), overruled: false },
        ],
      }),
    );
    expect(inBoth.left.map(({ xMm }) => xMm)).to.deep.equal([24, 40]);
  });

  it("count as they were judged where they were kept before pictures said how fine they are", () => {
    const old = { lighting: "dark", source: "photo", defects: [] } as const;
    expect(seriesOf({ ...old, defects: [] })).to.deep.include({ verdict: "pass", smallestMm: null });
  });
});
