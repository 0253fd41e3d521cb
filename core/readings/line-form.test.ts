import { expect } from "chai";
import fc from "fast-check";
import { readingKindNames } from "../records/reading.ts";
import { formOf, inKeptUnit, numbersIn, readLine, unitIn, unitsFor } from "./line-form.ts";

describe("the form of an instrument's lines", () => {
  it("is learned from one example, and reads the next line of it", () => {
    for (const [example, next, value] of [
      ["ST,GS,+   1.234 g", "ST,GS,-   0.52 g", -0.52],
      ["T1= 23.5 °C  T2= 24.0 °C", "T1=101.25 °C T2= 24.0 °C", 101.25],
      ["2026-11-29 14:03:20  61,3 mW/cm2 OK", "2026-11-29 14:03:25  60,9 mW/cm2 OK", 60.9],
      ["42.0", " 43.75\r", 43.75],
      ["CH1;+2.315E+01;degC;0", "CH1;-1.5E-01;degC;0", -0.15],
    ] as const) {
      const form = formOf(example)!;
      expect(readLine(form, next), example).to.equal(value);
    }
  });

  it("passes over lines that say something else: not steady, overload, a headline", () => {
    const form = formOf("ST,GS,+   1.234 g")!;
    for (const other of [
      "US,GS,+   1.234 g",
      "OL",
      "",
      "ST,GS,+   1.234 kg",
      "Scale ready",
      "x".repeat(500),
    ]) {
      expect(readLine(form, other), other).to.equal(null);
    }
    expect(formOf("no number here")).to.equal(null);
  });

  it("takes the number that is chosen, and guesses the first with a unit else", () => {
    const line = "3;T;21.9;C;H;44;%";
    expect(numbersIn(line).map(({ value }) => value)).to.deep.equal([3, 21.9, 44]);
    expect(formOf("3 T 21.9 C H 44 %")!.number).to.equal(1);
    expect(readLine(formOf(line, 2)!, "7;T;22.0;C;H;45;%")).to.equal(45);
  });

  it("knows the unit that is printed, and keeps the value in the record's own", () => {
    const unitOf = (quantity: "mass" | "plate" | "irradiance", line: string) =>
      unitIn(quantity, line, formOf(line)!);
    expect(unitOf("mass", "N 12.5 mg")).to.equal("mg");
    expect(unitOf("plate", "T 204.8 °F")).to.equal("F");
    expect(unitOf("irradiance", "E 61.3 mW/cm²")).to.equal("mW/cm2");
    expect(unitOf("irradiance", "E 800 µW/cm2")).to.equal("uW/cm2");
    expect(unitOf("mass", "T 204.8 °F")).to.equal(null);
    // The avoirdupois ounce, the pound-force over the square inch: NIST SP 811.
    expect(inKeptUnit("mass", "oz", 1)).to.be.closeTo(28.349523125, 1e-12);
    expect(inKeptUnit("chamber pressure", "psi", 14.5037738)).to.be.closeTo(1, 1e-8);
    expect(inKeptUnit("plate", "F", 212)).to.be.closeTo(100, 1e-9);
    expect(inKeptUnit("irradiance", "W/m2", 613)).to.be.closeTo(61.3, 1e-9);
    for (const quantity of readingKindNames)
      expect(inKeptUnit(quantity, unitsFor(quantity)[0]!, 7)).to.equal(7);
  });

  it("reads what was printed again, whatever text stands around and however it is spaced", () => {
    const text = fc.stringMatching(/^[A-Za-z:=;,]{0,6}$/);
    fc.assert(
      fc.property(text, text, fc.double({ min: -999, max: 999, noNaN: true }), (before, after, value) => {
        // A comma right before or after a digit is a decimal's: an instrument sets a space there.
        const print = (number: number) => `${before}  ${number.toFixed(3)}  ${after}`;
        const form = formOf(print(1.5))!;
        expect(readLine(form, print(value))).to.be.closeTo(Number(value.toFixed(3)), 1e-9);
      }),
    );
  });
});
