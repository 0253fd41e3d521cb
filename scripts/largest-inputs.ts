import { boxOf } from "../core/stack/ring.ts";

/** The heaviest input that each calculation's schema takes, as far as it is known: what a hostile or careless asker would send. */

const range = (count: number) => Array.from({ length: count }, (_, i) => i);

const layer = (name: string, more: object = {}) => ({
  name,
  thicknessUm: 300,
  conductivityWmK: 1,
  densityKgM3: 2_500,
  specificHeatJkgK: 830,
  ...more,
});
const copper = { thicknessUm: 1_000, conductivityWmK: 400, densityKgM3: 8_900, specificHeatJkgK: 385 };
const layers = range(40).map((i) => layer(`layer ${i}`, i % 2 ? copper : { thicknessUm: 5 }));
const air = { kind: "air", airC: 20, filmWm2K: 10 };

/** Shifts of many days, one after the other. */
const days = range(60).map((day) => ({ fromMin: day * 1_440, toMin: day * 1_440 + 480 }));

/** A picture of so many pixels, all of them noise. */
function noise(width: number, height: number) {
  const bytes = Buffer.alloc(width * height * 4);
  for (let i = 0, value = 1; i < bytes.length; i += 1) {
    value = (value * 1_103_515_245 + 12_345) % 2_147_483_648;
    bytes[i] = i % 4 === 3 ? 255 : value >> 16;
  }
  return { width, height, scalePxPerMm: 10, rgbaBase64: bytes.toString("base64") };
}

const beads = range(200).map((i) => ({
  kind: "bead",
  pathMm: range(200).map((n) => ({ xMm: (n * 4.9) % 999, yMm: (i * 4.9 + n) % 999 })),
  volumeUl: 1,
}));

const filling = {
  outline: { widthMm: 1_000, heightMm: 1_000 },
  windows: range(50).map((i) => ({ xMm: 20 * i, yMm: 500, radiusMm: 5 })),
  gapUm: 5,
  startGapUm: 50_000,
  viscosityPaS: 0.001,
  lowering: { from: "left", wedgeMm: 500, timeS: 86_400 },
  gridMm: 4.1,
};

/** A wheel with as many points as an outline may have. */
const wheel = range(1_000).map((i) => {
  const angle = (2 * Math.PI * i) / 1_000;
  const radius = 2_000 * (1 + 0.2 * Math.sin(9 * angle));
  return { xMm: radius * Math.cos(angle), yMm: radius * Math.sin(angle) };
});
const { left, top } = boxOf(wheel);
const gear = wheel.map(({ xMm, yMm }) => ({ xMm: xMm - left, yMm: yMm - top }));

const probes = range(100_000).map((i) => ({ a: 1 + (i % 199), b: 2 + (i % 199), reading: "silence" }));

export const largestInputs: Record<string, () => object> = {
  "heat-soak": () => ({
    layers,
    startC: 20,
    phases: range(60).map((i) => ({
      name: `phase ${i}`,
      durationS: 86_400,
      top: i % 2 ? air : { kind: "held", faceC: 200 },
      bottom: i % 2 ? { kind: "held", faceC: -50 } : air,
    })),
    limits: range(80).map((i) => ({ layer: `layer ${i % 40}`, maxC: 90 })),
    outputEveryS: 260,
  }),
  "soak-plan": () => ({
    layers,
    startC: 20,
    airC: 20,
    target: { layer: "layer 20", minC: 70 },
    limits: range(80).map((i) => ({ layer: `layer ${i % 40}`, maxC: 95 })),
    method: { kind: "plate", plateC: 97 },
    edgeMm: 20_000,
    speedMmS: 0.05,
    handlingS: 0,
  }),
  "heat-fit": () => ({
    layers,
    startC: 20,
    phases: range(60).map((i) => ({
      name: `phase ${i}`,
      durationS: 86_400,
      top: air,
      bottom: { kind: "plate", plateC: i % 2 ? 97 : 30, contactWm2K: 70 },
    })),
    where: "top face",
    fit: ["plateContactWm2K", "airFilmWm2K"],
    readings: range(5_000).map((i) => ({ timeS: i * 120, temperatureC: 20 + 60 * Math.sin(i / 20) ** 2 })),
    outputEveryS: 260,
  }),
  "heat-field": () => ({
    panel: { widthMm: 150, heightMm: 150 },
    layers: [layer("copper", copper)],
    startC: 20,
    airC: 20,
    sources: range(20).map((i) => ({
      kind: "spot",
      pathMm: range(500).map((n) => ({ xMm: (n * 37 + i) % 150, yMm: (n * 53) % 150 })),
      speedMmS: 100,
      radiusMm: 10,
      airC: 300,
      filmWm2K: 200,
    })),
    durationS: 1.58,
    target: { layer: "copper", minC: 60 },
    gridMm: 0.5,
  }),
  thaw: () => ({ layers, startC: -100, airC: 60, relativeHumidityPct: 100, filmWm2K: 0.1 }),
  "card-strips": () => ({
    outline: { pathMm: gear },
    features: [],
    lifted: { modulusGpa: 70, thicknessMm: 0.7 },
    cardMm: 0.05,
    glue: {
      material: "optical adhesive film",
      glueC: 70,
      readings: range(1_000).map((i) => ({ glueC: 60 + (i % 30), fractureEnergyJm2: 100_000 })),
    },
    speedMmS: 0.05,
    windowS: 1,
  }),
  "wire-sweep": () => ({
    outline: { pathMm: gear },
    features: range(100).map((i) => ({
      edge: "rim",
      fromMm: 100 * i,
      toMm: 100 * i + 40,
      kind: "keep-out",
      label: `flex ${i}`,
    })),
    glue: { fractureEnergyJm2: 40 },
    maxDepthMm: 100,
  }),
  "edge-plan": () => ({
    outline: { pathMm: gear },
    features: range(100).map((i) => ({
      edge: "rim",
      fromMm: i * 100,
      toMm: i * 100 + 20,
      kind: i % 2 ? "keep-out" : "shallow",
      label: `flex ${i}`,
    })),
    speedMmS: 100,
    windowS: 1,
    parkEveryMm: 2,
    maxDepthMm: 100,
    school: "wire",
    wireUm: 100,
    glueUm: 500,
  }),
  vapour: () => ({
    solvent: "ethanol",
    volumeMl: 10_000,
    evaporateMin: 480,
    timesPerDay: 200,
    roomM3: 1,
    airChangesPerH: 1_000,
    mixing: 10,
  }),
  "film-axis": () => ({
    readings: range(500).map((i) => ({ angleDeg: i * 0.7, level: 1 + Math.cos(i / 40) ** 2 })),
  }),
  "cell-optics": () => ({
    twistDeg: 360,
    retardanceNm: 5_000,
    rearDeg: 45,
    frontDeg: 45,
    sweep: { fromDeg: 0, toDeg: 180, stepDeg: 0.25 },
  }),
  "cell-fit": () => ({
    looks: range(20).map((i) => ({ frontDeg: i * 9, srgb: `#${(0x6432c8 + i).toString(16)}` })),
    twistsDeg: [90, 120, 180, 210, 240, 260],
  }),
  "film-cut": () => ({
    piece: { widthMm: 34, heightMm: 34 },
    axisDeg: 17,
    adhesive: "away",
    sheet: { widthMm: 4_800, heightMm: 4_800, axisDeg: 0 },
    gapMm: 0,
    trimMm: 0,
  }),
  "film-layout": () => ({
    sheets: range(20).map((i) => ({ id: `sheet ${i}`, widthMm: 600, heightMm: 400, axisDeg: 7 * i })),
    pieces: range(60).map((i) => ({
      id: `piece ${i}`,
      widthMm: 40 + 3 * i,
      heightMm: 60 + 2 * i,
      axisDeg: 6 * i,
      adhesive: i % 2 ? "towards" : "away",
    })),
    gapMm: 1,
    trimMm: 2,
    rounds: 5_000,
  }),
  "bench-plan": () => ({
    stations: range(50).map((i) => ({ name: `station ${i}`, places: 50 })),
    technicians: range(100).map((i) => ({ name: `person ${i}`, shifts: days })),
    shifts: days,
    jobs: range(300).map((i) => ({
      code: `job ${i}`,
      dueMin: 10 * i,
      steps: range(6).map((k) => ({
        station: `station ${(i * 7 + k * 13) % 50}`,
        durationMin: 10 + ((i + k) % 50),
        hands: 1,
        maxWaitAfterMin: 30,
      })),
    })),
    timeLimitS: 20,
  }),
  yield: () => ({
    jobs: range(10_000).map((i) => ({
      endedAt: new Date(i * 3_600_000).toISOString(),
      family: `family ${i % 30}`,
      route: "layer",
      lots: [`lot ${i % 500}`, `lot ${(i * 7) % 501}`],
      outcome: (i * 7_919) % 10 < 8 ? "repaired" : "lost",
      lostAt: `stage ${i % 8}`,
      settings: Object.fromEntries(range(40).map((k) => [`setting ${k}`, (i * (2 * k + 1)) % 997])),
      stages: range(8).map((k) => ({ name: `stage ${k}`, minutes: i % 50, passedFirst: (i + k) % 9 > 0 })),
    })),
    by: ["family", "lot"],
  }),
  "lower-time": () => ({ lengthMm: 5_000, viscosityPaS: 10_000, surfaceTensionMnM: 1, wedgeMm: 500 }),
  "fill-front": () => ({ ...filling, pattern: beads, frames: 60 }),
  "pattern-search": () => ({
    ...filling,
    start: range(20).map((i) => ({ name: `start ${i}`, pieces: beads.slice(0, 14) })),
    rounds: 5_000,
  }),
  debubble: () => ({
    shape: "round",
    radiusUm: 50_000,
    holdBarAbs: 100,
    holdMin: 100_000,
    diffusivityM2S: 1e-16,
    ostwald: 0.0001,
    saturation: 10,
    surfaceTensionMnM: 1_000,
  }),
  "cure-dose": () => ({
    panel: { widthMm: 5_000, heightMm: 5_000 },
    lamps: range(200).map((i) => ({ xMm: 25 * i, yMm: 2_500, zMm: 400, powerMw: 1_000, order: 3.3 })),
    coverTransmittancePct: 90,
    requiredMjCm2: 3_000,
    gridMm: 15.9,
  }),
  "lamp-life": () => ({
    readings: range(5_000).map((i) => ({ hours: i, irradianceMwCm2: 100 - i / 100 + (i % 7) })),
    lowestUsefulMwCm2: 20,
  }),
  "reflow-profile": () => ({
    alloy: "SAC305",
    readings: range(100_000).map((i) => ({
      timeS: i * 0.8,
      temperatureC: 25 + 200 * Math.sin(i / 30_000) ** 2,
    })),
    slopeOverS: 60,
  }),
  "contact-check": () => ({
    contacts: 200,
    mode: "all pairs",
    nets: range(100).map((i) => [1 + 2 * i, 2 + 2 * i]),
    readings: probes,
  }),
  "photo-inspect": () => ({ ...noise(3_000, 2_600), lighting: "white" }),
  "border-check": () => ({
    panel: { widthMm: 300, heightMm: 260 },
    picture: { ...noise(3_000, 2_600), borderMm: 3 },
  }),
  "touch-cover": () => ({
    strokes: range(5).map((s) => ({
      pointer: s,
      points: range(20_000).map((i) => ({ xPx: (i * 997) % 9_000, yPx: (i * 1_499) % 9_000, tMs: i * 60 })),
    })),
    grid: { widthPx: 10_000, heightPx: 10_000, columns: 200, rows: 200 },
    jumpPx: 100_000,
  }),
  "pixel-faults": () => ({
    widthPx: 100_000,
    heightPx: 100_000,
    faults: range(2_000).map((i) => ({ xPx: (i * 37) % 300, yPx: (i * 53) % 300, kind: "bright" })),
  }),
};
