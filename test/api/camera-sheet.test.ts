import { expect } from "chai";
import { getDocument, OPS } from "pdfjs-dist/legacy/build/pdf.mjs";
import { cameraSheet } from "../../core/prove/camera-sheet.ts";
import { GET as sheet } from "../../src/pages/api/camera-sheet.ts";
import { pdfText } from "../pdf-text.ts";
import { call } from "./ask.ts";

describe("the sheet of dots for a camera", () => {
  it("is A4 laid across, every dot on it whole, with a line to see that it was printed true", async () => {
    const answer = await call(sheet);
    expect(answer.headers.get("content-type")).to.equal("application/pdf");
    const bytes = Buffer.from(await answer.arrayBuffer());
    expect(await pdfText(bytes)).to.include("this line is 100 mm");
    const page = await (await getDocument({ data: new Uint8Array(bytes) }).promise).getPage(1);
    const [, , width, height] = page.view as [number, number, number, number];
    expect([width, height].map(Math.round)).to.deep.equal([842, 595]);
    const { columns, rows, pitchMm, dotMm } = cameraSheet;
    // Letter is 279 by 216 mm: the dots leave a rim on that too.
    expect((columns - 1) * pitchMm + dotMm).to.be.below(279 - 20);
    expect((rows - 1) * pitchMm + dotMm).to.be.below(210 - 20);
    const { fnArray } = await page.getOperatorList();
    expect(fnArray.filter((operator) => operator === OPS.constructPath).length).to.be.at.least(1);
  });
});
