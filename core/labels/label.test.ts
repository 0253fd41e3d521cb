import { expect } from "chai";
import fc from "fast-check";
import { codeRead, labelled, labelText, partOf, readLabel } from "./label.ts";
import { badgeText, readBadge } from "./badge.ts";
import { partCode } from "./part-code.ts";
import { labelPlaces, labelSheets, PAGE } from "./label-sheets.ts";

describe("a label", () => {
  it("says what it names, whatever the code holds, and is read again", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...labelled),
        fc.string({ minLength: 1, maxLength: 100, unit: "grapheme" }).filter((code) => {
          const kept = code.trim();
          return kept.length > 0 && kept.length <= 100 && kept === code && kept.isWellFormed();
        }),
        (of, code) => {
          expect(readLabel(labelText({ of, code }))).to.deep.equal({ of, code });
        },
      ),
    );
    expect(readLabel(labelText({ of: "lot", code: "LA/22 31" }))).to.deep.equal({
      of: "lot",
      code: "LA/22 31",
    });
  });

  it("is never somebody's badge", () => {
    const badge = badgeText("23456789ABCDEFGHJKLMNPQRST");
    for (const of of labelled) expect(codeRead(of, badge)).to.equal(null);
    for (const none of ["", "BADGE", badge.slice(0, -1), `${badge}X`, badge.replace("2", "1")])
      expect(readBadge(none), none).to.equal(null);
  });

  it("is none where it is another's, of another kind, or broken", () => {
    for (const text of [
      "",
      "LA-2231",
      "half-lift/lot",
      "half-lift/panel/1",
      "half-lift/lot/%",
      "half-lift/lot/A/B",
    ])
      expect(readLabel(text), text).to.equal(null);
    expect(codeRead("lot", "half-lift/job/GW-1160")).to.equal(null);
    expect(codeRead("lot", " LA-2231\n")).to.equal("LA-2231");
    expect(codeRead("lot", "x".repeat(101))).to.equal(null);
  });
});

describe("a part's label", () => {
  it("names its job and its key, whatever the job is called", () => {
    for (const job of ["GW-1160", "A/7", "Ü 9"]) {
      const read = readLabel(labelText({ of: "part", code: partCode({ job, part: "back-cover" }) }));
      expect(partOf(read!.code)).to.deep.equal({ job, part: "back-cover" });
    }
    for (const code of ["GW-1160", "/magnet", "GW-1160/"]) expect(partOf(code), code).to.equal(null);
    expect(codeRead("part", "half-lift/job/GW-1160")).to.equal(null);
  });
});

describe("sheets of labels", () => {
  for (const sheet of labelSheets)
    it(`of ${sheet.id}: none lies over another or off the page; a sheet that was begun is used up`, () => {
      const each = sheet.across * sheet.down;
      expect(String(each)).to.equal(sheet.id);
      const places = labelPlaces(sheet, each + 2, 3);
      expect(places.filter(({ page }) => page === 0)).to.have.length(each - 2);
      expect(places.at(-1)).to.deep.include({ page: 1 });
      expect(places[0]!.xMm).to.equal(sheet.leftMm + 2 * sheet.stepXMm);
      for (const [k, { page, xMm, yMm }] of places.entries()) {
        expect(xMm).to.be.at.least(0);
        expect(xMm + sheet.widthMm).to.be.at.most(PAGE.widthMm + 1e-9);
        expect(yMm + sheet.heightMm).to.be.at.most(PAGE.heightMm + 1e-9);
        for (const other of places.slice(0, k))
          if (other.page === page)
            expect(
              Math.abs(other.xMm - xMm) > sheet.widthMm - 1e-6 ||
                Math.abs(other.yMm - yMm) > sheet.heightMm - 1e-6,
            ).to.equal(true);
      }
    });
});
