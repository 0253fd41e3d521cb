import { expect } from "chai";
import { minorPerMajor, moneyText, moneyTyped } from "./money.ts";

describe("money", () => {
  it("knows how many of the minor unit make one: ISO 4217 has 2 digits for EUR, none for JPY, 3 for KWD", () => {
    expect([minorPerMajor("EUR"), minorPerMajor("JPY"), minorPerMajor("KWD")]).to.deep.equal([100, 1, 1_000]);
  });

  it("is said with its currency, whole units where it is much", () => {
    expect(moneyText(4_800, "EUR")).to.equal("48.00 EUR");
    expect(moneyText(123_456, "EUR")).to.equal("1,235 EUR");
    expect(moneyText(900, "JPY")).to.equal("900 JPY");
  });

  it("is read with a point or a comma, and is nothing where it is no number", () => {
    expect(moneyTyped("19.5", "EUR")).to.equal(1_950);
    expect(moneyTyped(" 19,5 ", "EUR")).to.equal(1_950);
    expect(moneyTyped("0", "EUR")).to.equal(0);
    for (const typed of ["", "x", "-3", "1 000 000,0,0"]) expect(moneyTyped(typed, "EUR")).to.equal(null);
  });
});
