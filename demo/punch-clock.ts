import type { FamilyInput } from "../core/stack/family.ts";
import { buttons, picture, rim, row, sound, touch } from "./family-parts.ts";

/** The family whose glass is taped on a frame, with the module behind it: the glass is lifted only once the module is out. */
export const punchClock: FamilyInput = {
  code: "PC-3",
  name: "Punch clock",
  kind: "air gap, glass with touch on a frame",
  diagonalIn: 7,
  wayIn: "glass on a frame",
  back: { widthMm: 188, heightMm: 128, cornerRadiusMm: 6 },
  outline: { widthMm: 176, heightMm: 116, cornerRadiusMm: 4 },
  borderMm: 9,
  features: [
    { edge: "left", fromMm: 44, toMm: 72, kind: "keep-out", label: "touch flex" },
    { edge: "bottom", fromMm: 78, toMm: 98, kind: "shallow", maxDepthMm: 2, label: "card reader flex" },
  ],
  stack: [
    {
      name: "glass with sensor",
      role: "glass with sensor",
      material: "cover glass, soda-lime",
      thicknessUm: 1800,
    },
    { name: "perimeter tape", role: "adhesive", material: "perimeter tape, foam", thicknessUm: 400 },
    { name: "frame", role: "frame", material: "plastic frame", thicknessUm: 2000 },
  ],
  routes: ["glass-sensor", "assembly"],
  seams: [
    {
      route: "glass-sensor",
      layer: "perimeter tape",
      method: "plate on the glass",
      minC: 55,
      maxC: 85,
      bandSource: "common practice: foam tape lets go from about 55 °C; assumed until measured",
      plateC: 80,
      speedMmS: 6,
      maxDepthMm: 5,
      newPart: "PC-3 glass with sensor",
    },
  ],
  costs: [
    { route: "glass-sensor", partsMinor: 5200, hours: 1.25 },
    { route: "assembly", partsMinor: 23800, hours: 0.5 },
  ],
  power: "supply",
  screws: [
    {
      key: "back",
      head: "cross, pan",
      thread: "M3",
      lengthMm: 8,
      count: 4,
      where: "back cover",
      places: rim([188, 128], 4, 6),
      holds: "casing",
    },
    {
      key: "module",
      head: "cross, pan",
      thread: "M2",
      lengthMm: 4,
      count: 4,
      where: "module bracket",
      places: row(4, [30, 20], [158, 20]),
      holds: "module",
    },
  ],
  connectors: [
    {
      key: "touch",
      name: "Touch flex",
      kind: "flip latch",
      opens: "lift the black bar, then pull straight",
      way: "away from the panel",
    },
    {
      key: "panel",
      name: "Panel cable",
      kind: "slide",
      opens: "both ears out 1 mm, then slide dead straight",
      way: "away from the panel",
    },
  ],
  functions: [picture, touch, buttons, sound],
  parts: [
    {
      key: "module",
      name: "the module",
      irreplaceable: false,
      goes: "back in its place",
      serves: ["picture"],
    },
    {
      key: "liner",
      name: "liner of the tape",
      irreplaceable: false,
      kind: "liner",
      count: 4,
      linerOf: "tape",
    },
  ],
  notes: ["Hangs by a door: the glass is struck with cards and keys."],
};
