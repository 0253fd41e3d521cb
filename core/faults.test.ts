import { expect } from "chai";
import { z } from "zod";
import { describeFaults, formatFault, formatPath } from "./faults.ts";
import { spanish } from "../words/spanish.ts";
import { addCatalogue, hearFrom } from "../words/language.ts";
import { bounded, boundedWhole, words } from "./units.ts";

const schema = z.strictObject({
  name: words(10),
  count: boundedWhole(1, 9),
  faces: z.array(
    z.discriminatedUnion("kind", [
      z.strictObject({ kind: z.literal("held"), faceC: bounded(-100, 600) }),
      z.strictObject({ kind: z.literal("open") }),
    ]),
  ),
  either: z.union([bounded(0, 1), z.literal("none")]).optional(),
});

const lines = (input: unknown) => describeFaults(schema.safeParse(input).error!, input).map(formatFault);
const good = { name: "plate", count: 3, faces: [{ kind: "held", faceC: 20 }] };

describe("faults", () => {
  it("write a path as a person would point at it", () => {
    expect(formatPath(["layers", 2, "thicknessUm"])).to.equal("layers[2].thicknessUm");
    expect(formatPath([0, "who"])).to.equal("[0].who");
    expect(formatPath([])).to.equal("");
  });

  it("name the field, the value that was met and both bounds", () => {
    expect(lines({ ...good, count: 12 })).to.deep.equal(["count: 12 must be a whole number from 1 to 9"]);
    expect(lines({ ...good, count: 2.5 })).to.deep.equal(["count: 2.5 must be a whole number from 1 to 9"]);
    expect(lines({ ...good, count: "3" })).to.deep.equal(['count: "3" must be a whole number from 1 to 9']);
    expect(lines({ ...good, count: NaN })).to.deep.equal(["count: NaN must be a whole number from 1 to 9"]);
    expect(lines({ ...good, count: null })).to.deep.equal(["count: null must be a whole number from 1 to 9"]);
    expect(lines({ ...good, name: "  " })).to.deep.equal(['name: "  " must be a text of 1 to 10 characters']);
  });

  it("say what is missing and what is not known, one line each", () => {
    expect(lines({ count: 3, faces: [], x: 1, y: 2 })).to.have.members([
      "name: is missing: must be a text of 1 to 10 characters",
      "x: is not a known field",
      "y: is not a known field",
    ]);
  });

  it("point inside the branch of a union that was meant", () => {
    const faces = [
      { kind: "held", faceC: 20 },
      { kind: "held", faceC: 900 },
    ];
    expect(lines({ ...good, faces })).to.deep.equal([
      "faces[1].faceC: 900 must be a number from -100 to 600",
    ]);
    expect(lines({ ...good, faces: [{ kind: "shut" }] })[0]).to.match(/^faces\[0\]\.kind: "shut"/);
    expect(lines({ ...good, either: 7 })[0]).to.match(/^either: 7 must be a number from 0 to 1/);
  });

  it("say what a value must be where its schema has no words of its own, in the reader's language", () => {
    const bare = z.strictObject({
      text: z.string(),
      list: z.array(z.string()).min(2).max(3),
      most: z.number().max(4),
      kind: z.enum(["a", "b"]),
      code: z.string().regex(/^x/),
    });
    const wrong = { text: 1, list: ["y"], most: 5, kind: "c", code: "y" };
    const said = () => describeFaults(bare.safeParse(wrong).error!, wrong).map(({ message }) => message);
    expect(said()).to.deep.equal([
      "1 must be text",
      '["y"] must be at least 2 in number',
      "5 must be at most 4",
      '"c" must be one of a, b',
      '"y" must be written in another way',
    ]);
    addCatalogue("es", spanish);
    const heard = hearFrom(() => "es");
    try {
      expect(said()[0]).to.equal("1 debe ser texto");
    } finally {
      hearFrom(heard);
    }
  });

  it("cut a long value short", () => {
    const [line] = lines({ ...good, count: "x".repeat(500) });
    expect(line!.length).to.be.below(140);
    expect(line).to.include("...");
  });
});
