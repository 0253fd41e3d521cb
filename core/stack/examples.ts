import { family, type Family, type FamilyInput } from "./family.ts";

/** Small made-up families, one for each way in: what the core's own tests are held against. */

const picture = { key: "picture", name: "Picture", how: "black, white and colours" };
const touch = { key: "touch", name: "Touch", how: "one unbroken drag" };
const band = "assumed";

const glass = (thicknessUm = 700) =>
  ({
    name: "cover glass",
    role: "cover glass",
    material: "cover glass, soda-lime",
    thicknessUm,
  }) as const;

const written = {
  back: {
    code: "EB-1",
    name: "Bonded, from the back",
    kind: "fully bonded, touch in the panel",
    diagonalIn: 3,
    outline: { widthMm: 60, heightMm: 40 },
    borderMm: 3,
    features: [{ edge: "bottom", fromMm: 10, toMm: 50, kind: "hinge", label: "panel flex" }],
    windows: [{ kind: "camera", label: "camera", xMm: 30, yMm: 3, radiusMm: 1.5 }],
    stack: [
      glass(),
      { name: "adhesive", role: "adhesive", material: "optical adhesive film", thicknessUm: 150 },
      { name: "polarizer", role: "polarizer", material: "polarizer film", thicknessUm: 120 },
      { name: "panel", role: "panel", material: "liquid-crystal cell", thicknessUm: 800 },
    ],
    routes: ["layer", "assembly"],
    seams: [
      {
        route: "layer",
        layer: "adhesive",
        method: "plate from behind",
        minC: 70,
        maxC: 95,
        bandSource: band,
        plateC: 95,
        speedMmS: 4,
        newPart: "EB-1 glass",
      },
    ],
    gluedBack: true,
    addOnTouch: { name: "controller flex", contacts: 4, pins: 2 },
    power: "cell",
    screws: [
      { key: "rear", head: "cross", thread: "M1.6", lengthMm: 4, count: 3, where: "rear shell" },
      {
        key: "plate",
        head: "cross",
        thread: "M1.4",
        lengthMm: 2.5,
        count: 2,
        where: "connector plate",
        holds: "connectors",
      },
    ],
    connectors: [
      { key: "panel", name: "Panel flex", kind: "press", opens: "pops up level" },
      { key: "buttons", name: "Button flex", kind: "press", opens: "pops up level" },
    ],
    functions: [picture, touch, { key: "buttons", name: "Buttons", how: "each one pressed" }],
    parts: [
      { key: "cell", name: "the cell", irreplaceable: false, kind: "cell", goes: "back in its place" },
      {
        key: "speaker",
        name: "the speaker",
        irreplaceable: false,
        goes: "back in its place",
        harmedBy: ["heat", "frost"],
      },
      { key: "button", name: "the paired button", irreplaceable: true, serves: ["buttons"] },
      { key: "rim", name: "the rim tape", irreplaceable: false, kind: "tape", goes: "new each time" },
      {
        key: "rim-liner",
        name: "liner of the rim tape",
        irreplaceable: false,
        kind: "liner",
        count: 2,
        linerOf: "rim",
      },
      { key: "glass-liner", name: "liner of the glass", irreplaceable: false, kind: "liner" },
    ],
    notes: [],
  },
  front: {
    code: "EF-1",
    name: "Taped, from the front",
    kind: "air gap, glass with touch",
    diagonalIn: 5,
    wayIn: "from the front",
    outline: { widthMm: 120, heightMm: 80 },
    borderMm: 8,
    features: [{ edge: "left", fromMm: 0, toMm: 80, kind: "hinge", label: "touch flex" }],
    stack: [
      {
        name: "glass with sensor",
        role: "glass with sensor",
        material: "cover glass, soda-lime",
        thicknessUm: 1100,
      },
      { name: "tape", role: "adhesive", material: "perimeter tape, foam", thicknessUm: 300 },
      { name: "frame", role: "frame", material: "plastic frame", thicknessUm: 1500 },
    ],
    routes: ["glass-sensor", "assembly"],
    seams: [
      {
        route: "glass-sensor",
        layer: "tape",
        method: "plate on the glass",
        minC: 55,
        maxC: 95,
        bandSource: band,
        plateC: 80,
        speedMmS: 6,
        newPart: "EF-1 glass with sensor",
      },
    ],
    power: "cell",
    screws: [
      { key: "module", head: "cross", thread: "M2", lengthMm: 4, count: 4, where: "module", holds: "module" },
    ],
    connectors: [
      { key: "touch", name: "Touch flex", kind: "flip latch", opens: "bar up" },
      { key: "panel", name: "Panel flex", kind: "press", opens: "pops up level" },
    ],
    functions: [picture, touch],
    parts: [
      { key: "button", name: "the button", irreplaceable: true },
      {
        key: "tape-liner",
        name: "liner of the tape",
        irreplaceable: false,
        kind: "liner",
        count: 4,
        linerOf: "tape",
      },
    ],
    notes: [],
  },
  frame: {
    code: "EG-1",
    name: "Glass on a frame",
    kind: "air gap, module behind the frame",
    diagonalIn: 5,
    wayIn: "glass on a frame",
    outline: { widthMm: 120, heightMm: 80 },
    borderMm: 8,
    features: [],
    stack: [
      {
        name: "glass with sensor",
        role: "glass with sensor",
        material: "cover glass, soda-lime",
        thicknessUm: 1100,
      },
      { name: "tape", role: "adhesive", material: "perimeter tape, foam", thicknessUm: 300 },
      { name: "frame", role: "frame", material: "plastic frame", thicknessUm: 1500 },
    ],
    routes: ["glass-sensor", "assembly"],
    seams: [
      {
        route: "glass-sensor",
        layer: "tape",
        method: "plate on the glass",
        minC: 55,
        maxC: 95,
        bandSource: band,
        plateC: 80,
        speedMmS: 6,
        newPart: "EG-1 glass with sensor",
      },
    ],
    power: "supply",
    screws: [
      { key: "case", head: "cross", thread: "M3", lengthMm: 8, count: 2, where: "case" },
      { key: "module", head: "cross", thread: "M2", lengthMm: 4, count: 4, where: "module", holds: "module" },
    ],
    connectors: [
      { key: "touch", name: "Touch flex", kind: "flip latch", opens: "bar up" },
      { key: "panel", name: "Panel cable", kind: "flip latch", opens: "bar up" },
    ],
    functions: [picture, touch],
    parts: [
      {
        key: "module",
        name: "the module",
        irreplaceable: false,
        goes: "back in its place",
        serves: ["picture"],
      },
      {
        key: "tape-liner",
        name: "liner of the tape",
        irreplaceable: false,
        kind: "liner",
        count: 4,
        linerOf: "tape",
      },
    ],
    notes: [],
  },
  bare: {
    code: "EP-1",
    name: "Bare display, both polarizers",
    kind: "bare graphic display",
    diagonalIn: 4,
    wayIn: "bare display",
    outline: { widthMm: 100, heightMm: 40 },
    borderMm: 3,
    features: [
      { edge: "bottom", fromMm: 4, toMm: 96, kind: "keep-out", label: "contact strips", noLiquid: true },
    ],
    stack: [
      { name: "front polarizer", role: "polarizer", material: "polarizer film", thicknessUm: 200 },
      { name: "cell", role: "panel", material: "liquid-crystal cell", thicknessUm: 2000 },
      { name: "rear polarizer", role: "polarizer", material: "polarizer film", thicknessUm: 200 },
    ],
    routes: ["film", "assembly"],
    seams: [
      {
        route: "film",
        layer: "front polarizer",
        method: "peel",
        bandSource: band,
        newPart: "polarizer film",
      },
    ],
    power: "mains",
    dischargeS: 120,
    screws: [{ key: "bezel", head: "cross", thread: "M3", lengthMm: 10, count: 4, where: "bezel" }],
    connectors: [{ key: "board", name: "Board ribbon", kind: "slide", opens: "slides out" }],
    functions: [picture, { key: "contrast", name: "Contrast", how: "every row dark" }],
    parts: [
      {
        key: "strips",
        name: "the contact strips",
        irreplaceable: false,
        goes: "back in its place",
        count: 2,
        serves: ["picture", "contrast"],
      },
      { key: "film-liner", name: "liner of the film", irreplaceable: false, kind: "liner", count: 2 },
    ],
    notes: [],
  },
  backlight: {
    code: "EL-1",
    name: "Layered backlight",
    kind: "layered backlight",
    diagonalIn: 5,
    outline: { widthMm: 110, heightMm: 70 },
    borderMm: 4,
    features: [],
    stack: [
      { name: "cell", role: "panel", material: "liquid-crystal cell", thicknessUm: 1000 },
      { name: "backlight", role: "backlight", material: "backlight unit", thicknessUm: 3000 },
    ],
    routes: ["backlight", "assembly"],
    seams: [],
    power: "supply",
    screws: [{ key: "case", head: "cross", thread: "M3", lengthMm: 8, count: 4, where: "case" }],
    connectors: [
      { key: "panel", name: "Panel flex", kind: "flip latch", opens: "bar up" },
      { key: "light", name: "Backlight flex", kind: "soldered", opens: "not before rework" },
    ],
    functions: [picture, { key: "brightness", name: "Brightness", how: "from lowest to highest" }],
    joint: { name: "backlight flex", contacts: 4, pins: 2, nets: [[1, 2]] },
    parts: [{ key: "tray", name: "the film pack", irreplaceable: false, goes: "back in its place" }],
    notes: [],
  },
} satisfies Record<string, FamilyInput>;

/** By the way in, and the layered backlight. */
export const exampleFamilies = {
  back: family.parse(written.back),
  front: family.parse(written.front),
  frame: family.parse(written.frame),
  bare: family.parse(written.bare),
  backlight: family.parse(written.backlight),
} satisfies Record<string, Family>;
