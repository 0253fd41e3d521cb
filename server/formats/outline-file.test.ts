import { expect } from "chai";
import { panelAreaMm2, rimOfPanel } from "../../core/stack/panel-geometry.ts";
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
    const { outline, found, notKept } = readOutline(
      svg('<circle cx="200" cy="20" r="3"/><rect x="4" y="5" width="140" height="80" rx="6"/>'),
    );
    expect(outline).to.deep.equal({ widthMm: 140, heightMm: 80, cornerRadiusMm: 6 });
    expect(found).to.include("2 shapes").and.include("rect");
    expect(notKept).to.deep.equal(["1 closed line beside it"]);
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

  it("follows the transforms of groups and shapes, turned and skewed ones too", () => {
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
    const turned = outline(`<g transform="rotate(30)">${rect}/></g>`);
    expect(panelAreaMm2(turned)).to.be.closeTo(60 * 40 - (4 - Math.PI) * 16, 1);
    expect(turned.widthMm).to.be.closeTo(52 * Math.cos(Math.PI / 6) + 32 / 2 + 8, 0.02);
    const skewed = outline('<g transform="skewX(10)"><rect width="60" height="40"/></g>');
    expect(skewed.pathMm).to.have.length(4);
    expect(panelAreaMm2(skewed)).to.be.closeTo(2_400, 0.1);
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

  it("keeps any other shape as it is: an ellipse, a notch, a star; a circle is round and no rectangle", () => {
    const read = (inside: string) => readOutline(svg(inside)).outline;
    const ellipse = read('<ellipse cx="50" cy="40" rx="45" ry="30"/>');
    expect([ellipse.widthMm, ellipse.heightMm]).to.deep.equal([90, 60]);
    for (const { xMm, yMm } of ellipse.pathMm!) {
      expect(((xMm - 45) / 45) ** 2 + ((yMm - 30) / 30) ** 2).to.be.closeTo(1, 0.004);
    }
    expect(panelAreaMm2(ellipse)).to.be.closeTo(Math.PI * 45 * 30, 0.05 * rimOfPanel(ellipse)!.lengthMm);
    const round = read('<circle cx="21" cy="21" r="21"/>');
    expect(round.cornerRadiusMm).to.equal(undefined);
    expect(panelAreaMm2(round)).to.be.closeTo(Math.PI * 21 ** 2, 0.05 * 2 * Math.PI * 21);
    const notch = read('<path d="M0 0h30v8h20v-8h30v120h-80z"/>');
    expect(notch.pathMm).to.deep.equal(
      [
        [0, 0],
        [30, 0],
        [30, 8],
        [50, 8],
        [50, 0],
        [80, 0],
        [80, 120],
        [0, 120],
      ].map(([xMm, yMm]) => ({ xMm, yMm })),
    );
  });

  it("takes closed lines inside for holes, and says what of a drawing it did not keep", () => {
    const { outline, found, notKept } = readOutline(
      svg(
        '<rect width="120" height="70" rx="5"/><circle cx="100" cy="20" r="4"/><rect x="8" y="8" width="90" height="54"/>' +
          '<line x1="0" y1="90" x2="20" y2="90"/>',
      ),
    );
    expect(outline.holesMm).to.have.length(1);
    expect(panelAreaMm2(outline)).to.be.closeTo(120 * 70 - (4 - Math.PI) * 25 - Math.PI * 16, 1);
    expect(found).to.include("1 hole");
    expect(notKept).to.deep.equal([
      "1 line that is not closed",
      "a line inside that takes up 58 % of it: too large for a hole",
    ]);
  });

  it("joins lines and arcs of a DXF whichever way they were drawn, and names the kinds that it does not read", () => {
    const arc = (x: number, y: number, r: number, from: number, to: number) =>
      ["0", "ARC", "8", "0", "10", x, "20", y, "40", r, "50", from, "51", to].map(String);
    // A slot: two half circles and two lines, one of them backwards.
    const slot = [
      ...line(10, 0, 50, 0),
      ...arc(50, 10, 10, 270, 90),
      ...line(10, 20, 50, 20),
      ...arc(10, 10, 10, 90, 270),
    ];
    const point = ["0", "POINT", "8", "0", "10", "1", "20", "1"];
    const { outline, notKept } = readOutline(dxf([...slot, ...point]));
    expect([outline.widthMm, outline.heightMm]).to.deep.equal([60, 20]);
    expect(panelAreaMm2(outline)).to.be.closeTo(40 * 20 + Math.PI * 100, 0.05 * 143);
    expect(notKept).to.deep.equal(["POINT: not read"]);
  });

  it("turns a DXF over, whose y goes up, and keeps what is left on the left", () => {
    const step = polyline([
      [0, 0],
      [40, 0],
      [40, 20],
      [10, 20],
      [10, 30],
      [0, 30],
    ]);
    const { pathMm } = readOutline(dxf(step)).outline;
    // The step up at the left of the drawing is at the top left of the panel.
    expect(pathMm).to.deep.include({ xMm: 0, yMm: 0 }).and.deep.include({ xMm: 40, yMm: 30 });
    expect(pathMm).not.to.deep.include({ xMm: 40, yMm: 0 });
  });

  it("is refused where the line crosses itself, by the place", () => {
    expect(refusal(svg('<path d="M0 0L40 30L40 0L0 20z"/>'))).to.match(/pathMm\.\d+ the line crosses/);
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
