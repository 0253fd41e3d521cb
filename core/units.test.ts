import { expect } from "chai";
import { celsiusToFahrenheit, fahrenheitToCelsius, inchToMm, mmToInch } from "./units.ts";

describe("units", () => {
  it("meet the fixed points of the scales", () => {
    expect(celsiusToFahrenheit(0)).to.equal(32);
    expect(celsiusToFahrenheit(100)).to.equal(212);
    expect(fahrenheitToCelsius(-40)).to.equal(-40);
    expect(inchToMm(10)).to.equal(254);
    expect(mmToInch(25.4)).to.equal(1);
  });
});
