import { createCanvas } from "@napi-rs/canvas";
import { expect } from "chai";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { prepareZXingModule, readBarcodes } from "zxing-wasm/reader";
import { labelText } from "../../core/labels/label.ts";
import { labelSheets } from "../../core/labels/label-sheets.ts";
import { labelsPdf, type LabelWords } from "./labels-pdf.ts";

const wasmBinary = readFileSync(
  createRequire(import.meta.url).resolve("zxing-wasm/reader/zxing_reader.wasm"),
);
prepareZXingModule({ overrides: { wasmBinary: wasmBinary.buffer as ArrayBuffer } });

const words = (n: number): LabelWords => ({
  label: { of: n % 2 === 0 ? "lot" : "job", code: `LA-${n} é/µ` },
  title: `LA-${n}`,
  lines: ["liquid optical adhesive, soft", "good until 2027-03-31"],
});

/** What codes a page shows, printed at 300 dots an inch. */
async function codesOn(pdf: Buffer, pageNumber: number) {
  const document = await getDocument({ data: new Uint8Array(pdf) }).promise;
  const page = await document.getPage(pageNumber);
  const viewport = page.getViewport({ scale: 300 / 72 });
  const canvas = createCanvas(Math.ceil(viewport.width), Math.ceil(viewport.height));
  const context = canvas.getContext("2d");
  await page.render({ canvas: null, canvasContext: context as unknown as CanvasRenderingContext2D, viewport })
    .promise;
  const { data, width, height } = context.getImageData(0, 0, canvas.width, canvas.height);
  const read = await readBarcodes({ data, width, height } as unknown as ImageData, {
    formats: ["QRCode"],
    maxNumberOfSymbols: 255,
    tryHarder: true,
  });
  const millimetres = (px: number) => (px / 300) * 25.4;
  return {
    pages: document.numPages,
    codes: read.map(({ text, position: { topLeft } }) => ({
      text,
      xMm: millimetres(topLeft.x),
      yMm: millimetres(topLeft.y),
    })),
  };
}

describe("labels on paper", () => {
  for (const sheet of labelSheets)
    it(`of ${sheet.id} a sheet are read again from the page by another's reader, each in its place`, async () => {
      const each = sheet.across * sheet.down;
      const labels = Array.from({ length: 4 }, (_, n) => words(n));
      const { pages, codes } = await codesOn(await labelsPdf(labels, sheet, each - 2), 1);
      expect(pages).to.equal(2);
      expect(codes.map(({ text }) => text).sort()).to.deep.equal(
        labels
          .slice(0, 3)
          .map(({ label }) => labelText(label))
          .sort(),
      );
      const first = codes.find(({ text }) => text === labelText(labels[0]!.label))!;
      const column = (each - 3) % sheet.across;
      const row = Math.floor((each - 3) / sheet.across);
      expect(first.xMm - sheet.leftMm - column * sheet.stepXMm).to.be.within(2, 4);
      expect(first.yMm - sheet.topMm - row * sheet.stepYMm).to.be.within(2, 4);
    });
});
