import { expect } from "chai";
import Papa from "papaparse";
import { guessShape, readTable } from "./reading-table.ts";

const rowsOf = (text: string) => Papa.parse<string[]>(text, { skipEmptyLines: true }).data;
const read = (text: string) => {
  const rows = rowsOf(text);
  return readTable(rows, guessShape(rows));
};
const values = (text: string) =>
  read(text).readings.map(({ offsetS, valueC }) => [offsetS, Number(valueC.toFixed(3))]);

describe("a logger's table", () => {
  it("is read in the shapes that loggers write", () => {
    const wanted = [
      [0, 21.5],
      [5, 40.25],
      [10, 60],
    ];
    expect(values("time_s,temp_C\n0,21.5\n5,40.25\n10,60")).to.deep.equal(wanted);
    expect(values("0;21,5\n5;40,25\n10;60"), "semicolon, decimal comma, no header").to.deep.equal(wanted);
    expect(
      values("Zeit\tTemperatur\n14:03:20\t21.5\n14:03:25\t40.25\n14:03:30\t60"),
      "tabs and a clock",
    ).to.deep.equal(wanted);
    expect(
      values(
        "date,probe 1 (C)\n2026-03-01T14:03:20Z,21.5\n2026-03-01T14:03:25Z,40.25\n2026-03-01T14:03:30Z,60",
      ),
      "ISO",
    ).to.deep.equal(wanted);
    expect(values("t,T (°F)\n100,70.7\n105,104.45\n110,140"), "Fahrenheit, not from zero").to.deep.equal(
      wanted,
    );
    expect(
      values("n,sec,glue °C,plate °C\n1,0,21.5,97\n2,5,40.25,97\n3,10,60,97"),
      "more columns",
    ).to.deep.equal(wanted);
    expect(values("0,21.5 C\n5,40.25 C\n10,60 C"), "units behind the numbers").to.deep.equal(wanted);
  });

  it("keeps the moment where the file says it", () => {
    const { readings } = read("2026-03-01T14:03:20Z,21.5\n2026-03-01T14:03:20.500Z,22");
    expect(readings.map(({ at }) => at)).to.deep.equal([
      "2026-03-01T14:03:20.000Z",
      "2026-03-01T14:03:20.500Z",
    ]);
    expect(read("0,20\n1,21").readings[0]!.at).to.equal(null);
  });

  it("goes on over midnight", () => {
    expect(values("23:59:58,20\n23:59:59,21\n00:00:01,22")).to.deep.equal([
      [0, 20],
      [1, 21],
      [3, 22],
    ]);
  });

  it("tells each row that cannot be read, by its number, and keeps the others", () => {
    const { readings, faults } = read("s,C\n0,20\nlater,21\n2,hot\n3,9000\n-1,22\n4,23\n\n");
    expect(readings.map(({ offsetS }) => offsetS)).to.deep.equal([0, 4]);
    expect(faults.map(({ row }) => row)).to.deep.equal([3, 4, 5, 6]);
    expect(faults[0]!.message).to.equal('Time: "later" is no number of seconds');
    expect(faults[2]!.message).to.equal('Temperature: "9000" must be a number from -100 to 400 °C');
    expect(faults[3]!.message).to.include("before the row above");
  });

  it("can be told otherwise than it was guessed", () => {
    const rows = rowsOf("0,21.5,97\n5,40.25,97");
    const plate = readTable(rows, { ...guessShape(rows), valueColumn: 2 });
    expect(plate.readings.map(({ valueC }) => valueC)).to.deep.equal([97, 97]);
    const warm = readTable(rows, { ...guessShape(rows), unit: "F" });
    expect(warm.readings[0]!.valueC).to.be.closeTo(-5.833, 1e-3);
  });

  it("is empty where nothing in it is a reading", () => {
    expect(readTable([], guessShape([]))).to.deep.equal({ readings: [], faults: [] });
    expect(read("hello\nworld").readings).to.deep.equal([]);
  });
});
