import {
  family as familySchema,
  type Family,
  type FamilyInput,
  type ScrewPlace,
} from "../core/stack/family.ts";

/** The invented families of the demo workshop. Sizes and stacks are typical of such displays; all codes are made up. */

const glueBand = "common practice: optical adhesive parts easily from about 70 °C; assumed until measured";

const picture = { key: "picture", name: "Picture", how: "black, white and colours, no new line or spot" };
const touch = { key: "touch", name: "Touch", how: "one unbroken drag over the whole area" };
const brightness = { key: "brightness", name: "Brightness", how: "from lowest to highest without a step" };
const buttons = { key: "buttons", name: "Buttons", how: "each one pressed, each one answers" };
const sound = { key: "sound", name: "Sound", how: "a tone from every opening" };
const light = { key: "light-sensor", name: "Light sensor", how: "covered, the picture dims" };
const charging = { key: "charging", name: "Charging", how: "the contacts charge" };

/** Screws along the rim of a back, evenly from the upper left, `insetMm` in. */
function rim(
  [widthMm, heightMm]: readonly [number, number],
  count: number,
  insetMm: number,
  under?: string,
): ScrewPlace[] {
  const [w, h] = [widthMm - 2 * insetMm, heightMm - 2 * insetMm];
  return Array.from({ length: count }, (_, i) => {
    const along = ((2 * (w + h)) / count) * i;
    const [x, y] =
      along < w
        ? [along, 0]
        : along < w + h
          ? [w, along - w]
          : along < 2 * w + h
            ? [2 * w + h - along, h]
            : [0, 2 * (w + h) - along];
    const round = (mm: number) => Number((insetMm + mm).toFixed(1));
    return { xMm: round(x), yMm: round(y), ...(under ? { under } : {}) };
  });
}

/** Screws of a bracket: a row from one place to another. */
const row = (
  count: number,
  [x0, y0]: readonly [number, number],
  [x1, y1]: readonly [number, number],
  under?: string,
): ScrewPlace[] =>
  Array.from({ length: count }, (_, i) => {
    const share = count === 1 ? 0 : i / (count - 1);
    const round = (mm: number) => Number(mm.toFixed(1));
    return {
      xMm: round(x0 + share * (x1 - x0)),
      yMm: round(y0 + share * (y1 - y0)),
      ...(under ? { under } : {}),
    };
  });

const written: FamilyInput[] = [
  {
    code: "PH-10",
    name: "Wheelhouse plotter",
    kind: "fully bonded, separate touch",
    diagonalIn: 10.1,
    back: { widthMm: 262, heightMm: 182, cornerRadiusMm: 10 },
    outline: { widthMm: 242, heightMm: 162, cornerRadiusMm: 6 },
    borderMm: 11,
    features: [
      { edge: "bottom", fromMm: 60, toMm: 190, kind: "hinge", label: "panel and touch flexes" },
      { edge: "right", fromMm: 62, toMm: 96, kind: "shallow", maxDepthMm: 2, label: "button flex" },
      { edge: "top", fromMm: 8, toMm: 30, kind: "keep-out", label: "light-sensor flex" },
    ],
    windows: [{ kind: "sensor", label: "light sensor", xMm: 19, yMm: 6, radiusMm: 2.5 }],
    stack: [
      {
        name: "cover glass",
        role: "cover glass",
        material: "cover glass, aluminosilicate",
        thicknessUm: 1100,
        blocksBelowNm: 380,
      },
      { name: "upper adhesive", role: "adhesive", material: "optical adhesive film", thicknessUm: 200 },
      { name: "touch film", role: "touch sensor", material: "touch sensor film", thicknessUm: 125 },
      { name: "lower adhesive", role: "adhesive", material: "optical adhesive film", thicknessUm: 150 },
      {
        name: "front polarizer",
        role: "polarizer",
        material: "polarizer film",
        thicknessUm: 180,
      },
      { name: "cell", role: "panel", material: "liquid-crystal cell", thicknessUm: 1000 },
      {
        name: "rear polarizer",
        role: "polarizer",
        material: "polarizer film",
        thicknessUm: 150,
      },
    ],
    routes: ["layer", "assembly"],
    seams: [
      {
        route: "layer",
        layer: "upper adhesive",
        method: "plate from behind",
        minC: 68,
        maxC: 95,
        bandSource: glueBand,
        plateC: 90,
        speedMmS: 5,
        maxDepthMm: 8,
        newPart: "PH-10 cover glass",
      },
    ],
    costs: [
      { route: "layer", partsMinor: 6800, hours: 2.25 },
      { route: "assembly", partsMinor: 41500, hours: 0.5 },
    ],
    power: "supply",
    screws: [
      {
        key: "back",
        head: "cross, pan",
        thread: "M3",
        lengthMm: 8,
        count: 8,
        where: "back cover",
        places: rim([262, 182], 8, 8),
      },
      {
        key: "bracket",
        head: "cross, flat",
        thread: "M2",
        lengthMm: 4,
        count: 6,
        where: "panel bracket, shallow holes",
        holds: "module",
        places: [
          ...row(3, [70, 52], [192, 52], "the panel's rear polarizer"),
          ...row(3, [70, 130], [192, 130], "the panel's rear polarizer"),
        ],
      },
    ],
    connectors: [
      {
        key: "panel",
        name: "Panel cable",
        kind: "flip latch",
        way: "towards the panel",
        tape: "kept",
        opens: "lift the brown bar towards the panel, then pull straight",
      },
      {
        key: "touch",
        name: "Touch flex",
        kind: "slide",
        way: "away from the panel",
        opens: "both ears out 1 mm, then slide dead straight",
      },
    ],
    functions: [picture, touch, brightness, buttons, light],
    parts: [
      {
        key: "gasket",
        name: "the sealing gasket",
        irreplaceable: false,
        kind: "gasket",
        goes: "new each time",
      },
      { key: "sensor", name: "the light-sensor ring", irreplaceable: false },
      {
        key: "liner",
        name: "liner of the glass",
        irreplaceable: false,
        kind: "liner",
        count: 2,
        linerOf: "new layer",
      },
    ],
    notes: ["Sealed for spray: a new gasket wherever the old one has taken a set."],
  },
  {
    code: "TK-5",
    name: "Ticket handheld",
    kind: "fully bonded, touch in the panel",
    diagonalIn: 5,
    back: { widthMm: 76, heightMm: 142, cornerRadiusMm: 9 },
    outline: { widthMm: 70, heightMm: 126, cornerRadiusMm: 7 },
    borderMm: 3,
    features: [
      { edge: "bottom", fromMm: 12, toMm: 58, kind: "hinge", label: "panel flex" },
      { edge: "right", fromMm: 30, toMm: 52, kind: "shallow", maxDepthMm: 2, label: "button flex" },
      { edge: "top", fromMm: 28, toMm: 42, kind: "no-bond", label: "camera window" },
    ],
    windows: [{ kind: "camera", label: "camera", xMm: 35, yMm: 4, radiusMm: 2.8 }],
    stack: [
      {
        name: "cover glass",
        role: "cover glass",
        material: "cover glass, aluminosilicate",
        thicknessUm: 700,
      },
      { name: "optical adhesive", role: "adhesive", material: "optical adhesive film", thicknessUm: 150 },
      {
        name: "polarizer",
        role: "polarizer",
        material: "polarizer film",
        thicknessUm: 120,
      },
      { name: "panel", role: "panel", material: "OLED panel, glass", thicknessUm: 650 },
      { name: "back foil", role: "reflector", material: "graphite sheet on copper foil", thicknessUm: 150 },
    ],
    routes: ["layer", "assembly"],
    seams: [
      {
        route: "layer",
        layer: "optical adhesive",
        method: "plate from behind",
        minC: 72,
        maxC: 95,
        bandSource: glueBand,
        plateC: 97,
        speedMmS: 4,
        maxDepthMm: 4,
        newPart: "TK-5 cover glass",
      },
    ],
    costs: [
      { route: "layer", partsMinor: 1900, hours: 2.25 },
      { route: "assembly", partsMinor: 16800, hours: 0.5 },
    ],
    power: "cell",
    gluedBack: true,
    addOnTouch: { name: "touch controller flex", contacts: 12, pins: 2, ends: true, delicate: true },
    screws: [
      {
        key: "rear",
        head: "lobe, pan",
        thread: "M1.6",
        lengthMm: 5,
        count: 6,
        where: "rear shell",
        places: rim([76, 142], 6, 5, "the rim of the panel"),
      },
      {
        key: "plate",
        head: "cross, flat",
        thread: "M1.4",
        lengthMm: 2.5,
        count: 4,
        where: "connector plate; a longer one reaches the panel",
        holds: "connectors",
        places: row(4, [20, 108], [56, 108], "the panel's flex"),
      },
    ],
    connectors: [
      {
        key: "panel",
        name: "Panel flex",
        kind: "press",
        opens: "pops up level, never from one side",
        tape: "kept",
      },
      { key: "buttons", name: "Button flex", kind: "press", opens: "pops up level" },
    ],
    functions: [picture, touch, brightness, buttons, sound, light, charging],
    parts: [
      { key: "button", name: "the paired button", irreplaceable: true, serves: ["buttons"] },
      {
        key: "cell",
        name: "the cell",
        irreplaceable: false,
        kind: "cell",
        goes: "back in its place",
        harmedBy: ["heat", "frost"],
      },
      {
        key: "motor",
        name: "the buzzer motor",
        irreplaceable: false,
        goes: "back in its place",
        harmedBy: ["heat", "frost"],
      },
      { key: "mesh", name: "the earpiece mesh", irreplaceable: false },
      {
        key: "magnet",
        name: "the stylus magnet",
        irreplaceable: false,
        kind: "magnet",
        goes: "back in its place",
        count: 2,
      },
      { key: "rim", name: "the rim tape", irreplaceable: false, kind: "tape", goes: "new each time" },
      {
        key: "liner",
        name: "liner of the rim tape",
        irreplaceable: false,
        kind: "liner",
        count: 3,
        linerOf: "rim",
      },
    ],
    notes: ["The touch layer is part of the panel and cannot be bought for it."],
  },
  {
    code: "BX-24",
    name: "Cargo-cycle head unit",
    kind: "fully bonded, separate touch",
    diagonalIn: 2.4,
    back: { widthMm: 58, heightMm: 78, cornerRadiusMm: 6 },
    outline: { widthMm: 48, heightMm: 66, cornerRadiusMm: 3 },
    borderMm: 3,
    features: [{ edge: "bottom", fromMm: 10, toMm: 38, kind: "hinge", label: "flex" }],
    stack: [
      { name: "cover glass", role: "cover glass", material: "cover glass, soda-lime", thicknessUm: 1100 },
      {
        name: "optical adhesive",
        role: "adhesive",
        material: "liquid optical adhesive, cured",
        thicknessUm: 250,
      },
      { name: "touch film", role: "touch sensor", material: "touch sensor film", thicknessUm: 125 },
      { name: "lower adhesive", role: "adhesive", material: "optical adhesive film", thicknessUm: 100 },
      {
        name: "front polarizer",
        role: "polarizer",
        material: "polarizer film",
        thicknessUm: 180,
      },
      { name: "cell", role: "panel", material: "liquid-crystal cell", thicknessUm: 1000 },
    ],
    routes: ["layer", "assembly"],
    seams: [
      {
        route: "layer",
        layer: "optical adhesive",
        method: "plate from behind",
        minC: 66,
        maxC: 92,
        bandSource: glueBand,
        plateC: 90,
        speedMmS: 3,
        maxDepthMm: 4,
        newPart: "BX-24 cover glass",
      },
    ],
    costs: [
      { route: "layer", partsMinor: 1200, hours: 2 },
      { route: "assembly", partsMinor: 9400, hours: 0.5 },
    ],
    power: "cell",
    screws: [
      {
        key: "shell",
        head: "lobe, pan",
        thread: "M2",
        lengthMm: 6,
        count: 4,
        where: "rear shell",
        places: rim([58, 78], 4, 5),
      },
    ],
    connectors: [
      {
        key: "panel",
        name: "Panel flex",
        kind: "flip latch",
        opens: "lift the black bar, then pull straight",
        way: "away from the panel",
      },
    ],
    functions: [picture, touch, brightness, buttons],
    parts: [
      { key: "gasket", name: "the rain gasket", irreplaceable: false, kind: "gasket", goes: "new each time" },
    ],
    notes: [],
  },
  {
    code: "WS-240",
    name: "Deck scale",
    kind: "bare graphic display, both polarizers",
    diagonalIn: 5.2,
    back: { widthMm: 170, heightMm: 84 },
    outline: { widthMm: 144, heightMm: 56 },
    borderMm: 4,
    features: [
      {
        edge: "bottom",
        fromMm: 4,
        toMm: 140,
        kind: "keep-out",
        label: "elastomer strip contacts",
        noLiquid: true,
      },
    ],
    stack: [
      {
        name: "front polarizer",
        role: "polarizer",
        material: "polarizer film",
        thicknessUm: 200,
      },
      { name: "cell", role: "panel", material: "liquid-crystal cell", thicknessUm: 2200 },
      {
        name: "rear polarizer",
        role: "polarizer",
        material: "polarizer film",
        thicknessUm: 200,
      },
      { name: "reflector", role: "reflector", material: "reflector film", thicknessUm: 100 },
    ],
    routes: ["film", "assembly"],
    seams: [
      {
        route: "film",
        layer: "front polarizer",
        method: "peel",
        bandSource: "common practice: peeled at room temperature or with warm air",
        newPart: "polarizer film, self-adhesive",
      },
    ],
    costs: [
      { route: "film", partsMinor: 900, hours: 1.5 },
      { route: "assembly", partsMinor: 13200, hours: 0.75 },
    ],
    power: "mains",
    wayIn: "bare display",
    screws: [
      {
        key: "bezel",
        head: "cross, pan",
        thread: "M3",
        lengthMm: 10,
        count: 6,
        where: "metal bezel, tightened crosswise",
        places: [
          ...row(3, [8, 8], [162, 8], "the board"),
          ...row(3, [162, 76], [8, 76], "the elastomer strips"),
        ],
      },
    ],
    connectors: [
      {
        key: "board",
        name: "Board ribbon",
        kind: "slide",
        opens: "slides out dead straight",
        way: "away from the panel",
      },
    ],
    functions: [
      picture,
      { key: "contrast", name: "Contrast", how: "every row and column dark and even" },
      buttons,
    ],
    parts: [
      {
        key: "elastomer",
        name: "the elastomer strips",
        irreplaceable: false,
        goes: "back in its place",
        count: 2,
        serves: ["picture", "contrast"],
      },
      { key: "liner", name: "liner of the film", irreplaceable: false, kind: "liner", count: 2 },
    ],
    notes: ["Old films smell of vinegar: ventilate."],
  },
  {
    code: "KB-15",
    name: "Quay kiosk",
    kind: "large panel, front polarizer",
    diagonalIn: 15.6,
    back: { widthMm: 380, heightMm: 232, cornerRadiusMm: 4 },
    outline: { widthMm: 359, heightMm: 211 },
    borderMm: 6,
    features: [
      { edge: "bottom", fromMm: 10, toMm: 349, kind: "keep-out", label: "driver chips", noLiquid: true },
    ],
    stack: [
      {
        name: "front polarizer",
        role: "polarizer",
        material: "polarizer film",
        thicknessUm: 220,
      },
      { name: "cell", role: "panel", material: "liquid-crystal cell", thicknessUm: 1000 },
      {
        name: "rear polarizer",
        role: "polarizer",
        material: "polarizer film",
        thicknessUm: 180,
      },
      {
        name: "backlight",
        role: "backlight",
        material: "backlight unit",
        thicknessUm: 6000,
        contactBelowWm2K: 50,
      },
    ],
    routes: ["film", "assembly"],
    seams: [
      {
        route: "film",
        layer: "front polarizer",
        method: "peel",
        bandSource: "common practice: peeled wet, line by line",
        newPart: "polarizer film with hard coat",
      },
    ],
    costs: [
      { route: "film", partsMinor: 2600, hours: 2 },
      { route: "assembly", partsMinor: 29000, hours: 0.75 },
    ],
    power: "mains",
    wayIn: "large panel",
    dischargeS: 600,
    screws: [
      {
        key: "frame",
        head: "cross, pan",
        thread: "M3",
        lengthMm: 6,
        count: 12,
        where: "steel frame",
        places: rim([380, 232], 12, 8),
      },
      {
        key: "board",
        head: "cross, pan",
        thread: "M2.5",
        lengthMm: 4,
        count: 4,
        where: "control board",
        holds: "connectors",
        places: [
          ...row(2, [140, 150], [240, 150], "tracks of the board"),
          ...row(2, [240, 190], [140, 190], "tracks of the board"),
        ],
      },
    ],
    connectors: [
      {
        key: "panel",
        name: "Panel cable",
        kind: "flip latch",
        opens: "bar up, both ends together",
        way: "away from the panel",
        tape: "new",
      },
      { key: "light", name: "Backlight cable", kind: "press", opens: "squeeze and pull by the shell" },
    ],
    functions: [picture, brightness],
    parts: [
      { key: "tape", name: "the conductive tape", irreplaceable: false, kind: "tape", goes: "new each time" },
      { key: "liner", name: "liner of the film", irreplaceable: false, kind: "liner", count: 2 },
    ],
    notes: ["Liquid that reaches the driver edge leaves coloured lines for good: tilt the other way."],
  },
  {
    code: "AQ-8",
    name: "Auction desk display",
    kind: "air gap, glass with touch",
    diagonalIn: 8,
    back: { widthMm: 214, heightMm: 144, cornerRadiusMm: 8 },
    outline: { widthMm: 196, heightMm: 126, cornerRadiusMm: 4 },
    borderMm: 9,
    features: [
      { edge: "left", fromMm: 40, toMm: 86, kind: "hinge", label: "touch flex" },
      { edge: "top", fromMm: 80, toMm: 116, kind: "no-bond", label: "camera bay" },
    ],
    windows: [{ kind: "camera", label: "camera", xMm: 98, yMm: 5, radiusMm: 3 }],
    stack: [
      {
        name: "cover glass with sensor",
        role: "glass with sensor",
        material: "cover glass, soda-lime",
        thicknessUm: 1300,
      },
      { name: "perimeter tape", role: "adhesive", material: "perimeter tape, foam", thicknessUm: 300 },
      {
        name: "frame",
        role: "frame",
        material: "plastic frame",
        thicknessUm: 1500,
        maxC: 110,
        maxCSource: "from memory: polycarbonate blends soften above this",
      },
    ],
    routes: ["glass-sensor", "assembly"],
    seams: [
      {
        route: "glass-sensor",
        layer: "perimeter tape",
        method: "plate on the glass",
        minC: 55,
        maxC: 95,
        bandSource: "common practice: foam tape lets go from about 55 to 60 °C; assumed until measured",
        plateC: 85,
        speedMmS: 6,
        maxDepthMm: 6,
        newPart: "AQ-8 glass with sensor",
      },
    ],
    costs: [
      { route: "glass-sensor", partsMinor: 3900, hours: 1 },
      { route: "assembly", partsMinor: 17500, hours: 0.5 },
    ],
    power: "cell",
    wayIn: "from the front",
    screws: [
      {
        key: "foot",
        head: "cross, pan",
        thread: "M2.5",
        lengthMm: 6,
        count: 4,
        where: "foot plate over the cell",
        holds: "module",
        places: [...row(2, [70, 60], [144, 60], "the cell"), ...row(2, [144, 100], [70, 100], "the cell")],
      },
    ],
    connectors: [
      {
        key: "touch",
        name: "Touch flex",
        kind: "flip latch",
        opens: "bar up, then pull straight",
        way: "away from the panel",
        tape: "new",
      },
      { key: "panel", name: "Panel flex", kind: "press", opens: "pops up level" },
    ],
    functions: [picture, touch, brightness, sound],
    parts: [
      { key: "bracket", name: "the camera bracket", irreplaceable: false },
      {
        key: "liner",
        name: "liner of the perimeter tape",
        irreplaceable: false,
        kind: "liner",
        count: 4,
        linerOf: "tape",
      },
    ],
    notes: [],
  },
  {
    code: "ER-7",
    name: "Engine-room repeater",
    kind: "layered backlight",
    diagonalIn: 7,
    back: { widthMm: 184, heightMm: 124, cornerRadiusMm: 6 },
    outline: { widthMm: 165, heightMm: 104, cornerRadiusMm: 2 },
    borderMm: 5,
    features: [{ edge: "right", fromMm: 30, toMm: 74, kind: "hinge", label: "panel and backlight flexes" }],
    stack: [
      {
        name: "front polarizer",
        role: "polarizer",
        material: "polarizer film",
        thicknessUm: 180,
      },
      { name: "cell", role: "panel", material: "liquid-crystal cell", thicknessUm: 1000 },
      {
        name: "rear polarizer",
        role: "polarizer",
        material: "polarizer film",
        thicknessUm: 180,
      },
      { name: "air gap", role: "air gap", material: "air", thicknessUm: 300 },
      { name: "backlight", role: "backlight", material: "backlight unit", thicknessUm: 3500 },
    ],
    routes: ["backlight", "assembly"],
    seams: [],
    costs: [
      { route: "backlight", partsMinor: 4200, hours: 1.75 },
      { route: "assembly", partsMinor: 19800, hours: 0.5 },
    ],
    power: "supply",
    screws: [
      {
        key: "case",
        head: "hex socket",
        thread: "M4",
        lengthMm: 12,
        count: 6,
        where: "cast case",
        places: rim([184, 124], 6, 9),
      },
    ],
    connectors: [
      {
        key: "panel",
        name: "Panel flex",
        kind: "flip latch",
        opens: "bar up, then straight out",
        way: "to the right",
      },
      {
        key: "light",
        name: "Backlight flex",
        kind: "soldered",
        opens: "not touched before rework",
        way: "stays on",
      },
    ],
    functions: [picture, brightness, buttons],
    joint: {
      name: "backlight flex",
      contacts: 10,
      pins: 2,
      // Two contacts for each pole of the light.
      nets: [
        [1, 2],
        [9, 10],
      ],
      ends: true,
      delicate: false,
    },
    parts: [
      { key: "tray", name: "the film pack in its tray", irreplaceable: false, goes: "back in its place" },
    ],
    notes: ["The panel's metallised back must not be touched or scratched."],
  },
];

export const families: Family[] = written.map((entry) => familySchema.parse(entry));
