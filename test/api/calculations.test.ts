import { Ajv2020 } from "ajv/dist/2020.js";
import { expect } from "chai";
import { calculations } from "../../core/calculations.ts";
import { POST as run } from "../../src/pages/api/calc/[name]/index.ts";
import { GET as schema } from "../../src/pages/api/calc/[name]/schema.ts";
import { GET as list } from "../../src/pages/api/calc/index.ts";
import { ask, expectFault } from "./ask.ts";

const glass = {
  name: "glass",
  thicknessUm: 700,
  conductivityWmK: 1.1,
  densityKgM3: 2500,
  specificHeatJkgK: 830,
};

const onPlate = {
  layers: [glass],
  startC: 20,
  phases: [
    {
      name: "soak",
      durationS: 60,
      top: { kind: "air", airC: 20, filmWm2K: 10 },
      bottom: { kind: "plate", plateC: 97, contactWm2K: 70 },
    },
  ],
};

const examples: Record<string, object> = {
  "soak-plan": {
    layers: [glass],
    startC: 20,
    airC: 20,
    target: { layer: "glass", minC: 70 },
    limits: [{ layer: "glass", maxC: 95 }],
    method: { kind: "plate", plateC: 97 },
    edgeMm: 200,
    speedMmS: 4,
    handlingS: 5,
  },
  "heat-fit": {
    ...onPlate,
    where: "top face",
    fit: ["plateContactWm2K"],
    readings: [0, 10, 20, 30, 40].map((timeS) => ({
      timeS,
      temperatureC: 20 + 70 * (1 - Math.exp(-timeS / 20)),
    })),
  },
  "heat-field": {
    panel: { widthMm: 60, heightMm: 40 },
    layers: [glass],
    startC: 20,
    airC: 20,
    sources: [
      { kind: "spot", pathMm: [{ xMm: 10, yMm: 10 }], speedMmS: 0, radiusMm: 10, airC: 150, filmWm2K: 80 },
    ],
    durationS: 30,
    target: { layer: "glass", minC: 60 },
    gridMm: 4,
  },
  thaw: { layers: [glass], startC: -20, airC: 21, relativeHumidityPct: 50 },
  "lift-stress": {
    lifted: { modulusGpa: 70, thicknessMm: 0.7 },
    base: { support: "held" },
    wedgeMm: 0.3,
    frontMm: 25,
  },
  "adhesive-dose": { areaMm2: 9100, gapUm: 150, overflowPct: 10, shrinkPct: 4, densityGcm3: 1.07 },
  "cure-dose": {
    panel: { widthMm: 140, heightMm: 65 },
    irradianceMwCm2: 50,
    coverTransmittancePct: 88,
    border: { widthMm: 4, transmittancePct: 2 },
    requiredMjCm2: 3000,
    gridMm: 5,
  },
  "squeeze-time": {
    shape: { widthMm: 140, heightMm: 65 },
    viscosityPaS: 2.5,
    forceN: 2,
    startGapUm: 2000,
    endGapUm: 150,
  },
  "reflow-profile": {
    readings: [
      { timeS: 0, temperatureC: 25 },
      { timeS: 60, temperatureC: 150 },
      { timeS: 150, temperatureC: 200 },
      { timeS: 190, temperatureC: 245 },
      { timeS: 250, temperatureC: 60 },
    ],
    alloy: "SAC305",
  },
  "contact-check": { contacts: 6, mode: "neighbours", readings: [{ a: 1, b: 2, reading: "beep" }] },
  "touch-cover": {
    strokes: [{ pointer: 1, points: [{ xPx: 10, yPx: 10, tMs: 0 }] }],
    grid: { widthPx: 400, heightPx: 300, columns: 8, rows: 6 },
  },
  "pixel-faults": { widthPx: 800, heightPx: 480, faults: [{ kind: "bright", xPx: 10, yPx: 20 }] },
  "photo-inspect": {
    width: 40,
    height: 32,
    rgbaBase64: Buffer.alloc(4 * 40 * 32, 120).toString("base64"),
    scalePxPerMm: 4,
    lighting: "dark",
  },
  debubble: {
    radiusUm: 150,
    holdBarAbs: 6,
    holdMin: 15,
    diffusivityM2S: 1e-10,
    ostwald: 0.1,
    saturation: 1,
    surfaceTensionMnM: 32,
    shape: "round",
  },
  "spread-viscosity": {
    massMg: 107,
    densityGcm3: 1.07,
    weightG: 200,
    startDiameterMm: 12,
    endDiameterMm: 30,
    timeS: 4,
  },
  "fill-front": {
    outline: { widthMm: 60, heightMm: 40 },
    windows: [{ xMm: 5, yMm: 5, radiusMm: 2 }],
    pattern: [{ kind: "dot", xMm: 30, yMm: 20, volumeUl: 300 }],
    gapUm: 150,
    viscosityPaS: 2.5,
    forceN: 2,
    gridMm: 4,
  },
  "pattern-search": {
    outline: { widthMm: 60, heightMm: 40 },
    gapUm: 150,
    viscosityPaS: 2.5,
    forceN: 2,
    gridMm: 4,
    start: [{ name: "dot", pieces: [{ kind: "dot", xMm: 30, yMm: 20, volumeUl: 300 }] }],
    rounds: 3,
  },
  "lower-time": { lengthMm: 140, viscosityPaS: 2.5, surfaceTensionMnM: 32, wedgeMm: 20 },
  "border-check": {
    panel: { widthMm: 140, heightMm: 65 },
    widthsMm: { top: [3, 3.2], right: 3, bottom: 3, left: 2.6 },
  },
  "lamp-life": {
    readings: [0, 100, 200].map((hours) => ({ hours, irradianceMwCm2: 60 - hours / 20 })),
    lowestUsefulMwCm2: 30,
  },
  "edge-plan": {
    outline: { widthMm: 140, heightMm: 65 },
    features: [{ edge: "bottom", fromMm: 0, toMm: 140, kind: "hinge", label: "flex" }],
    speedMmS: 4,
    windowS: 30,
    parkEveryMm: 40,
    maxDepthMm: 5,
  },
  vapour: {
    solvent: "isopropyl alcohol",
    volumeMl: 10,
    evaporateMin: 10,
    roomM3: 60,
    airChangesPerH: 2,
    mixing: 3,
    hottestToolC: 97,
  },
  "film-axis": { readings: [0, 30, 60, 90].map((angleDeg) => ({ angleDeg, level: 100 + angleDeg })) },
  "cell-optics": {
    twistDeg: 240,
    retardanceNm: 850,
    rearDeg: 45,
    frontDeg: 90,
    sweep: { fromDeg: 0, toDeg: 180, stepDeg: 45 },
  },
  "cell-fit": {
    looks: [
      { frontDeg: 0, srgb: "#8b29c4" },
      { frontDeg: 45, srgb: "#38a4ed" },
      { frontDeg: 90, srgb: "#dffdb2" },
    ],
    twistsDeg: [240],
    rearDeg: 45,
  },
  "card-strips": {
    outline: { widthMm: 70, heightMm: 126 },
    features: [{ edge: "bottom", fromMm: 12, toMm: 58, kind: "hinge", label: "flex" }],
    lifted: { modulusGpa: 70, thicknessMm: 0.7 },
    glue: { material: "optical adhesive film", glueC: 72 },
    windowS: 30,
  },
  "wire-sweep": {
    outline: { widthMm: 70, heightMm: 126 },
    features: [{ edge: "bottom", fromMm: 12, toMm: 58, kind: "hinge", label: "flex" }],
    glue: { fractureEnergyJm2: 4 },
  },
  "film-cut": {
    piece: { widthMm: 138, heightMm: 50 },
    axisDeg: 45,
    sheet: { widthMm: 500, heightMm: 400, axisDeg: 0 },
    gapMm: 1,
    trimMm: 3,
    adhesive: "towards",
    coverMm: 1,
  },
  "film-layout": {
    sheets: [{ id: "a", widthMm: 300, heightMm: 200, axisDeg: 0 }],
    pieces: [{ id: "front", widthMm: 138, heightMm: 50, axisDeg: 20, adhesive: "away" }],
    gapMm: 1,
    trimMm: 2,
  },
  "route-choice": {
    options: [
      { name: "layer", parts: 20, hours: 2, wins: 8, tries: 10, onFail: "assembly" },
      { name: "assembly", parts: 200, hours: 0.5, wins: 5, tries: 5 },
    ],
    ratePerHour: 50,
    priorWins: 3,
    priorTries: 4,
    value: 400,
  },
  "bench-plan": {
    stations: [{ name: "plate" }, { name: "bench", places: 2 }],
    technicians: [{ name: "Ada", can: ["bench"] }, { name: "Bo" }],
    jobs: [
      { code: "A", dueMin: 40, steps: [{ station: "plate", durationMin: 20, hands: 1, maxWaitAfterMin: 5 }] },
      { code: "B", steps: [{ station: "bench", durationMin: 15, hands: 1 }] },
    ],
    timeLimitS: 0.05,
  },
  yield: {
    jobs: [
      {
        code: "GW-1",
        endedAt: "2026-03-01T08:30:00Z",
        family: "TK-5",
        route: "layer",
        method: "plate",
        technician: "Ada",
        lots: ["LA-1"],
        settings: { plateC: 80, tool: "wire", primed: true },
        stages: [{ name: "lift", minutes: 12, passedFirst: true }],
        outcome: "repaired",
        predictions: [{ what: "window", predicted: 100, measured: 110, low: 90, high: 120 }],
      },
      {
        endedAt: "2026-03-02",
        family: "TK-5",
        route: "layer",
        outcome: "lost",
        lostAt: "lift",
        cause: "torn",
      },
    ],
    by: ["family", "method"],
  },
  "heat-soak": {
    ...onPlate,
    target: { layer: "glass", minC: 70 },
  },
};

describe("the calculations by HTTP", () => {
  it("are listed with their purpose, and each has an example here", async () => {
    const { body } = await ask(list);
    expect(body.map((entry: { name: string }) => entry.name)).to.have.members(Object.keys(examples));
    expect(calculations).to.have.length(body.length);
  });

  for (const name of Object.keys(examples)) {
    it(`${name}: takes what its schema says it takes and gives what its schema says it gives`, async () => {
      const described = (await ask(schema, { params: { name } })).body;
      const ajv = new Ajv2020({ strict: false, validateFormats: false });
      const answer = await ask(run, { params: { name }, body: examples[name] });
      expect(answer.status).to.equal(200);
      expect(ajv.validate(described.input, examples[name]), ajv.errorsText()).to.equal(true);
      expect(ajv.validate(described.result, answer.body), ajv.errorsText()).to.equal(true);
      expect(ajv.validate(described.input, { ...examples[name], surprise: 1 })).to.equal(false);
    });

    it(`${name}: refuses an unknown field by its name`, async () => {
      expectFault(
        await ask(run, { params: { name }, body: { ...examples[name], surprise: 1 } }),
        422,
        "surprise",
      );
    });
  }

  it("name field, value and bounds of what is wrong", async () => {
    const body = { ...examples["adhesive-dose"], gapUm: -4 };
    const answer = await ask(run, { params: { name: "adhesive-dose" }, body });
    expectFault(answer, 422, "gapUm");
    expect(answer.body.detail).to.equal("gapUm: -4 must be a number from 1 to 5000");
  });

  it("refuse infinities, missing fields and what is not JSON", async () => {
    const params = { name: "adhesive-dose" };
    const infinite = JSON.stringify(examples["adhesive-dose"]).replace("150", "1e999");
    expectFault(await ask(run, { params, raw: infinite }), 422, "gapUm");
    expectFault(await ask(run, { params, body: {} }), 422, "areaMm2");
    expect((await ask(run, { params, raw: "{oops" })).status).to.equal(400);
  });

  it("find the fault in the branch of a face that was meant", async () => {
    const example = examples["heat-soak"] as { phases: object[] };
    const body = {
      ...example,
      phases: [{ ...example.phases[0], bottom: { kind: "plate", plateC: 9_000, contactWm2K: 5 } }],
    };
    const answer = await ask(run, { params: { name: "heat-soak" }, body });
    expectFault(answer, 422, "phases[0].bottom.plateC");
    expect(answer.body.detail).to.include("9000 must be a number from -100 to 600");
  });

  it("answer 404 for a name that does not exist", async () => {
    expect((await ask(run, { params: { name: "no-such" }, body: {} })).status).to.equal(404);
    expect((await ask(schema, { params: { name: "no-such" } })).status).to.equal(404);
  });
});
