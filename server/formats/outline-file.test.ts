import { expect } from "chai";
import { OutlineRefused, readOutline } from "./outline-file.ts";
import { cpuMs } from "../../test/cpu-time.ts";

const svg = (inside: string, attributes = 'width="150mm" height="90mm" viewBox="0 0 150 90"') =>
  `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`;
const dxf = (entities: string[], units = "4") =>
  [
    "0",
    "SECTION",
    "2",
    "HEADER",
    "9",
    "$INSUNITS",
    "70",
    units,
    "0",
    "ENDSEC",
    "0",
    "SECTION",
    "2",
    "ENTITIES",
    ...entities,
    "0",
    "ENDSEC",
    "0",
    "EOF",
  ].join("\n");
const polyline = (vertices: [number, number, number?][]) => [
  "0",
  "LWPOLYLINE",
  "8",
  "0",
  "90",
  String(vertices.length),
  "70",
  "1",
  ...vertices.flatMap(([x, y, bulge]) => [
    "10",
    String(x),
    "20",
    String(y),
    ...(bulge === undefined ? [] : ["42", String(bulge)]),
  ]),
];
const line = (x0: number, y0: number, x1: number, y1: number) => [
  "0",
  "LINE",
  "8",
  "0",
  "10",
  String(x0),
  "20",
  String(y0),
  "11",
  String(x1),
  "21",
  String(y1),
];
const refusal = (text: string) => {
  try {
    readOutline(text);
  } catch (error) {
    expect(error).to.be.instanceOf(OutlineRefused);
    return (error as Error).message;
  }
  throw new Error("It was read");
};

describe("an outline from a drawing", () => {
  it("is the largest shape of an SVG, in the millimetres of its size", () => {
    const { outline, found } = readOutline(
      svg('<circle cx="20" cy="20" r="3"/><rect x="4" y="5" width="140" height="80" rx="6"/>'),
    );
    expect(outline).to.deep.equal({ widthMm: 140, heightMm: 80, cornerRadiusMm: 6 });
    expect(found).to.include("2 shapes").and.include("rect");
  });

  it("goes by the units of the SVG: a viewBox that is scaled, inches, and CSS pixels where nothing is said", () => {
    const scaled = svg('<rect width="300" height="100"/>', 'width="15cm" viewBox="0 0 300 180"');
    expect(readOutline(scaled).outline).to.deep.equal({ widthMm: 150, heightMm: 50 });
    const inches = svg('<rect width="2" height="1"/>', 'width="4in" height="2in" viewBox="0 0 4 2"');
    expect(readOutline(inches).outline).to.deep.equal({ widthMm: 50.8, heightMm: 25.4 });
    const pixels = svg('<rect width="96" height="192"/>', "");
    expect(readOutline(pixels).outline).to.deep.equal({ widthMm: 25.4, heightMm: 50.8 });
  });

  it("reads a rounded rectangle that is drawn as a path", () => {
    const path =
      "M10 0 H110 A10 10 0 0 1 120 10 V60 A10 10 0 0 1 110 70 H10 A10 10 0 0 1 0 60 V10 A10 10 0 0 1 10 0 Z";
    const { outline } = readOutline(svg(`<g><path d="${path}"/></g>`));
    expect(outline.widthMm).to.be.closeTo(120, 0.05);
    expect(outline.heightMm).to.be.closeTo(70, 0.05);
    expect(outline.cornerRadiusMm).to.equal(10);
  });

  it("follows the transforms of groups and shapes, and refuses what is skewed", () => {
    const rect = '<rect x="-30" y="-20" width="60" height="40" rx="4"';
    const outline = (inside: string) => readOutline(svg(inside)).outline;
    const plain = { widthMm: 60, heightMm: 40, cornerRadiusMm: 4 };
    expect(outline(`<g transform="translate(100 50)">${rect} transform="scale(1,-1)"/></g>`)).to.deep.equal(
      plain,
    );
    expect(outline(`<g transform="scale(2)"><g transform="translate(5)">${rect}/></g></g>`)).to.deep.equal({
      widthMm: 120,
      heightMm: 80,
      cornerRadiusMm: 8,
    });
    expect(outline(`${rect} transform="rotate(90 10 10)"/>`)).to.deep.equal({
      widthMm: 40,
      heightMm: 60,
      cornerRadiusMm: 4,
    });
    expect(refusal(svg(`<g transform="rotate(30)">${rect}/></g>`))).to.include("turned or sheared");
    expect(refusal(svg(`<g transform="skewX(10)">${rect}/></g>`))).to.include("turned or sheared");
    expect(refusal(svg(`${rect} transform="sideways(3)"/>`))).to.include("cannot be read: sideways(3)");
  });

  it("does not take what is only defined or clips", () => {
    const clipped = svg('<defs><rect width="500" height="500"/></defs><rect width="60" height="40"/>');
    expect(readOutline(clipped).outline).to.deep.equal({ widthMm: 60, heightMm: 40 });
  });

  it("is read from a DXF polyline, corners by their bulge (a quarter circle has tan(90°/4))", () => {
    const b = Math.tan(Math.PI / 8);
    const rounded = polyline([
      [8, 0],
      [192, 0, b],
      [200, 8],
      [200, 92, b],
      [192, 100],
      [8, 100, b],
      [0, 92],
      [0, 8, b],
    ]);
    expect(readOutline(dxf(rounded)).outline).to.deep.equal({
      widthMm: 200,
      heightMm: 100,
      cornerRadiusMm: 8,
    });
  });

  it("is read from loose lines, in the unit of the DXF header", () => {
    const lines = [...line(0, 0, 10, 0), ...line(10, 0, 10, 5), ...line(10, 5, 0, 5), ...line(0, 5, 0, 0)];
    expect(readOutline(dxf(lines)).outline).to.deep.equal({ widthMm: 10, heightMm: 5 });
    expect(readOutline(dxf(lines, "5")).outline).to.deep.equal({ widthMm: 100, heightMm: 50 });
    expect(readOutline(dxf(lines, "1")).outline).to.deep.equal({ widthMm: 254, heightMm: 127 });
    expect(refusal(dxf(lines, "17"))).to.include("unit, number 17");
  });

  const many = (n: number, text: string) => Array.from({ length: n }, () => text).join("");
  const heavy: Record<string, string> = {
    "a polyline that says it has a thousand million vertices": dxf([
      "0",
      "LWPOLYLINE",
      "8",
      "0",
      "90",
      "1000000000",
      "70",
      "1",
      "10",
      "0",
      "20",
      "0",
    ]),
    "a list of vertices longer than any outline": dxf(
      polyline(
        many(30_000, "x")
          .split("")
          .map((_, i) => [i, i % 7]),
      ),
    ),
    "a path of a megabyte": svg(`<path d="M0 0${many(100_000, "c1 1 2 2 3 3")}"/>`),
    "a polygon of a megabyte": svg(`<polygon points="${many(150_000, "1,2 3,4 ")}"/>`),
    "many shapes": svg(many(30_000, '<rect width="1" height="2"/>')),
    "many curved shapes": svg(many(6_000, `<path d="M0 0${many(40, "c1 1 2 2 3 3")}"/>`)),
    "groups in groups in groups": svg(`${many(30_000, "<g>")}${many(30_000, "</g>")}`),
    "a transform without end": svg(
      `<rect width="9" height="9" transform="${many(7_000, "translate(1) ")}"/>`,
    ),
  };
  for (const [what, text] of Object.entries(heavy)) {
    it(`is refused at once, by the bound's name, where the drawing is ${what}`, () => {
      const took = cpuMs(() => expect(refusal(text)).to.match(/must be at most \d+/));
      expect(took).to.be.below(1_000);
    });
  }

  it("is read in a moment where the drawing is as heavy as may be", () => {
    const paths = `<path d="M0 0${many(3_500, "c1 1 2 2 0 0")}"/>`;
    const most = svg(`${paths}<rect width="150" height="90"/>${many(1_900, '<rect width="1" height="2"/>')}`);
    const took = cpuMs(() => expect(readOutline(most).outline).to.deep.equal({ widthMm: 150, heightMm: 90 }));
    expect(took).to.be.below(2_000);
  });

  it("is refused where there is none, and says why", () => {
    expect(refusal("hello")).to.include("neither an SVG nor a DXF");
    expect(refusal(svg("<text>panel</text>"))).to.include("no closed shape");
    expect(refusal("<svg><rect></svg>")).to.include("no sound SVG");
    expect(refusal(svg('<rect width="9000" height="40"/>'))).to.include("from 1 to 5000");
    expect(refusal(dxf([]))).to.include("no closed shape");
    // An entity that would grow without end is not resolved.
    const bomb = `<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa">]><svg><rect width="&a;" height="4"/></svg>`;
    expect(refusal(bomb)).to.be.a("string");
  });
});
