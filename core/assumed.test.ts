import { expect } from "chai";
import { z } from "zod";
import { terms } from "../words/es/terms.ts";
import { assumedIn } from "./assumed.ts";
import { calculations, findCalculation, resultOf, runCalculation } from "./calculations.ts";

/** Every field of a schema that has a value standing in for it, or says so. */
function standIns(schema: z.core.JSONSchema._JSONSchema, path = ""): { path: string; source: unknown }[] {
  if (typeof schema !== "object") return [];
  const own =
    "default" in schema || "assumed" in schema
      ? [{ path, source: (schema as { assumed?: unknown }).assumed }]
      : [];
  const under = [
    ...Object.entries(schema.properties ?? {}).map(([key, field]) => [`${path}.${key}`, field] as const),
    ...[schema.anyOf ?? [], schema.oneOf ?? []].flat().map((option) => [path, option] as const),
    ...(schema.items && !Array.isArray(schema.items) ? [[`${path}[]`, schema.items] as const] : []),
  ];
  return [...own, ...under.flatMap(([at, field]) => standIns(field as z.core.JSONSchema._JSONSchema, at))];
}
const allStandIns = () =>
  calculations.flatMap((calculation) =>
    standIns(z.toJSONSchema(calculation.input, { io: "input" })).map((found) => ({
      ...found,
      at: `${calculation.name}${found.path}`,
    })),
  );

describe("what a calculation assumes", () => {
  it("is said of every default in every calculation, in both languages", () => {
    const found = allStandIns();
    expect(found.length).to.be.above(40);
    for (const { at, source } of found) {
      expect(source, at).to.be.a("string").and.match(/\w/);
      expect(terms[source as string], `${at}: ${String(source)}`).to.be.a("string");
    }
  });

  it("is put into its result by the registry, and only where the input did not say it", () => {
    const run = (name: string, input: object) => {
      const outcome = runCalculation(findCalculation(name)!, input);
      expect(outcome.faults, JSON.stringify(outcome.faults)).to.equal(undefined);
      return outcome as { result: { assumed: string[] }; assumptions: string[] };
    };
    const lowering = { lengthMm: 140, viscosityPaS: 2, surfaceTensionMnM: 32, wedgeMm: 20 };
    expect(run("lower-time", lowering).result.assumed).to.deep.equal(["capillaryLimit"]);
    expect(run("lower-time", lowering).assumptions[0]).to.match(/capillary number of 0.1/);
    expect(run("lower-time", { ...lowering, capillaryLimit: 0.1 }).result.assumed).to.deep.equal([]);
    const layers = [
      { name: "glass", thicknessUm: 700, conductivityWmK: 1.1, densityKgM3: 2_500, specificHeatJkgK: 830 },
      { name: "glue", thicknessUm: 150, conductivityWmK: 0.2, densityKgM3: 1_100, specificHeatJkgK: 1_800 },
    ];
    const way = {
      layers,
      startC: 21,
      target: { layer: "glue", minC: 70, maxC: 100 },
      airC: 21,
      edgeMm: 400,
      speedMmS: 4,
      handlingS: 5,
    };
    // Within one of several forms of a field, the one that was sent.
    expect(run("soak-plan", { ...way, method: { kind: "plate", plateC: 95 } }).result.assumed).to.deep.equal([
      "method.contactWm2K",
      "method.side",
      "filmWm2K",
    ]);
    const gun = { kind: "gun", gunC: 150, reach: 0.5, jetWm2K: 100, share: 0.3 };
    // A value that was sent and equals the table's is still nobody's measurement.
    expect(run("soak-plan", { ...way, filmWm2K: 8, method: gun }).result.assumed).to.deep.equal([
      "method.jetWm2K",
    ]);
    // What it says itself stands beside what it was not given.
    const wedge = { lifted: { modulusGpa: 70, thicknessMm: 0.7 }, base: { support: "held" }, wedgeMm: 0.1 };
    expect(run("lift-stress", { ...wedge, frontMm: 12 }).assumptions).to.deep.equal([
      "the lifted part bears 30 MPa",
    ]);
  });

  it("follows lists, and leaves alone what is wrong", () => {
    const path = [{ xMm: 0, yMm: 0 }];
    const jet = { kind: "spot", pathMm: path, speedMmS: 0, radiusMm: 9, airC: 150, filmWm2K: 90 };
    const sources = [jet, { ...jet, isClosed: false }];
    const { input } = findCalculation("heat-field")!;
    expect(assumedIn(input, { sources }).map((each) => each.path)).to.deep.equal([
      "filmWm2K",
      "sources[].isClosed",
    ]);
    for (const wrong of [null, 3, "text", [], { sources: 5 }])
      expect(() => assumedIn(input, wrong)).not.to.throw();
  });

  it("stands in what every calculation says that it gives", () => {
    for (const calculation of calculations) {
      const { properties } = z.toJSONSchema(resultOf(calculation));
      expect(properties, calculation.name).to.have.property("assumed");
    }
  });
});
