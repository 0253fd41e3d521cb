import { expect } from "chai";
import sharp from "sharp";
import { makePhoto, PhotoRefused, PICTURE_PX, THUMBNAIL_PX } from "./photo.ts";

const picture = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: "#336699" } });
const refusal = async (file: Uint8Array) => {
  try {
    await makePhoto(file);
  } catch (error) {
    expect(error).to.be.instanceOf(PhotoRefused);
    return (error as Error).message;
  }
  throw new Error("It was kept");
};

describe("a photo", () => {
  it("is made no larger than a bench needs, with a thumbnail, both JPEG", async () => {
    const made = await makePhoto(await picture(4_000, 1_000).png().toBuffer());
    expect([made.widthPx, made.heightPx]).to.deep.equal([PICTURE_PX, PICTURE_PX / 4]);
    const [large, small] = await Promise.all([
      sharp(made.picture).metadata(),
      sharp(made.thumbnail).metadata(),
    ]);
    expect([large.format, large.width]).to.deep.equal(["jpeg", PICTURE_PX]);
    expect([small.format, small.width]).to.deep.equal(["jpeg", THUMBNAIL_PX]);
  });

  it("loses place, device and a script in its metadata, and is turned upright", async () => {
    const script = "<script>alert(1)</script>";
    const file = await picture(300, 200)
      .withExif({
        IFD0: { ImageDescription: script, Make: "a camera" },
        IFD3: { GPSLatitude: "53/1 30/1 0/1" },
      })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    const tagged = await sharp(file).metadata();
    expect(tagged.orientation).to.equal(6);
    const made = await makePhoto(file);
    // Orientation 6 lies on its side.
    expect([made.widthPx, made.heightPx]).to.deep.equal([200, 300]);
    for (const bytes of [made.picture, made.thumbnail]) {
      const { exif, xmp, iptc, icc, orientation } = await sharp(bytes).metadata();
      expect([exif, xmp, iptc, icc, orientation]).to.deep.equal([
        undefined,
        undefined,
        undefined,
        undefined,
        undefined,
      ]);
      expect(bytes.includes("script")).to.equal(false);
    }
  });

  it("loses what is hung on behind the picture", async () => {
    const jpeg = await picture(200, 200).jpeg().toBuffer();
    const { picture: kept } = await makePhoto(Buffer.concat([jpeg, Buffer.from("<?php echo 1 ?>")]));
    expect(kept.includes("php")).to.equal(false);
  });

  it("stays as it is, byte for byte, where there is nothing in it but the picture", async () => {
    const { picture: once } = await makePhoto(await picture(640, 480).png().toBuffer());
    const { picture: twice } = await makePhoto(once);
    expect(twice.equals(once)).to.equal(true);
  });

  it("is judged by its content, not by its name: a text, an SVG with a script and a page are refused", async () => {
    const files = [
      "just a text",
      "<svg xmlns='http://www.w3.org/2000/svg'><script>1</script></svg>",
      "<html>",
      "",
    ];
    for (const text of files) expect(await refusal(Buffer.from(text))).to.include("no JPEG, PNG or WebP");
    const gif = Buffer.from("R0lGODlhAQABAAAAACwAAAAAAQABAAA=", "base64");
    expect(await refusal(gif)).to.include("no JPEG, PNG or WebP");
  });

  it("is refused where it is cut off or is only a picture's beginning", async () => {
    const noise = {
      create: { width: 600, height: 600, channels: 3, noise: { type: "gaussian", mean: 128, sigma: 40 } },
    } as const;
    for (const format of ["jpeg", "png", "webp"] as const) {
      const whole = await sharp({ ...noise, create: { ...noise.create, background: "#000" } })
        .toFormat(format)
        .toBuffer();
      for (const share of [0.02, 0.5, 0.95]) {
        const cut = whole.subarray(0, Math.round(whole.length * share));
        expect(await refusal(cut), `${format} ${share}`).to.include("cannot be read whole");
      }
    }
  });

  it("is refused where it has more pixels than anybody looks at, before they are decoded", async () => {
    const huge = await sharp({
      create: { width: 12_000, height: 11_000, channels: 3, background: "#fff" },
      limitInputPixels: false,
    })
      .png({ compressionLevel: 9 })
      .toBuffer();
    expect(huge.length).to.be.below(2_000_000);
    expect(await refusal(huge)).to.include("pixel limit");
  }).timeout(60_000);
});
