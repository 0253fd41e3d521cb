import type { Source } from "./materials.ts";
import { t } from "../../words/materials.ts";

const niosh: Source = {
  kind: "from memory",
  text: "NIOSH Pocket Guide to Chemical Hazards, short-term limits of acetone and ethanol ACGIH, quoted from memory",
};
const tables: Source = { kind: "from memory", text: "handbook values of the pure liquid, from memory" };
const trade: Source = { kind: "common practice", text: "common practice, no source" };
const gloveChart: Source = {
  kind: "from memory",
  text: "usual glove charts, from memory; the maker's chart for the very glove decides",
};
const ownBottle: Source = {
  kind: "assumed",
  text: "worked out as if a tenth of it were alcohol; what is in the bottle differs, its safety data sheet decides",
};

/** What a wipe may meet. */
export const surfaces = [
  "bare glass",
  "coated glass",
  "polarizer",
  "plastic bezel",
  "painted or anodised frame",
  "flex",
  "camera window",
  "elastomer contact",
] as const;
export type Surface = (typeof surfaces)[number];

export const agreements = ["use", "care", "never"] as const;
export type Agreement = (typeof agreements)[number];

export interface SolventData {
  name: string;
  molarMassGmol: number;
  densityGml: number;
  /** Mean over a working day that may not be passed, ppm. */
  limitPpm: number;
  /** Mean over 15 minutes that may not be passed, ppm; null where none is published. */
  shortTermPpm: number | null;
  /** Lower explosive limit, % of the air by volume; null where it does not burn. */
  lelPct: number | null;
  flashC: number | null;
  autoignitionC: number | null;
}

export interface Solvent extends SolventData {
  /** What it is for. */
  uses: string;
  /** Where it must not go, whatever the surface. */
  keepOff: string;
  gloves: string;
  disposal: string;
  /** Hazard beyond fire, in a sentence. */
  harms: string;
  sources: { limits: Source; liquid: Source; gloves: Source; practice: Source };
  on: Readonly<Record<Surface, { agreement: Agreement; why: string }>>;
}

const use = (why: string) => ({ agreement: "use" as const, why });
const care = (why: string) => ({ agreement: "care" as const, why });
const never = (why: string) => ({ agreement: "never" as const, why });

const flammableWaste =
  "Cloths into a lidded metal bin, liquid into flammable waste as local rules say; nothing down the drain.";
const sources = { limits: niosh, liquid: tables, gloves: gloveChart, practice: trade };

/** Solvents of the bench. Limits: see each one's sources; surfaces: common practice and general chemistry, no source. */
export const solvents: readonly Solvent[] = [
  {
    name: "isopropyl alcohol",
    molarMassGmol: 60.1,
    densityGml: 0.785,
    limitPpm: 400,
    shortTermPpm: 500,
    lelPct: 2.0,
    flashC: 12,
    autoignitionC: 399,
    get uses() {
      return t("swells-acrylic-glue-until-it-rolls-off");
    },
    get keepOff() {
      return t("driver-edges-cameras-speakers-open");
    },
    get gloves() {
      return t("nitrile");
    },
    disposal: flammableWaste,
    get harms() {
      return t("vapour-makes-drowsy-and-stings-the");
    },
    sources,
    on: {
      "bare glass": use("leaves nothing that the last wipe does not take"),
      "coated glass": care("a few strokes; the grease-shedding coat wears with each"),
      polarizer: care("damp cloth, short; it creeps in at the edge of the film"),
      "plastic bezel": care("stressed plastic crazes: damp cloth, dry at once"),
      "painted or anodised frame": care("try it where nobody looks; some paints soften"),
      flex: use("brush or swab; let it dry before power"),
      "camera window": never("it runs under the lens and leaves rings"),
      "elastomer contact": use("damp swab along the strip, then dry"),
    },
  },
  {
    name: "ethanol",
    molarMassGmol: 46.07,
    densityGml: 0.789,
    limitPpm: 1_000,
    shortTermPpm: 1_000,
    lelPct: 3.3,
    flashC: 13,
    autoignitionC: 363,
    get uses() {
      return t("the-last-wipe-dries-fast-and-clean");
    },
    get keepOff() {
      return t("driver-edges-cameras-speakers-open");
    },
    get gloves() {
      return t("nitrile");
    },
    disposal: flammableWaste,
    get harms() {
      return t("what-denatures-it-may-be-worse-than");
    },
    sources,
    on: {
      "bare glass": use("the usual last wipe"),
      "coated glass": care("a few strokes; the grease-shedding coat wears with each"),
      polarizer: care("damp cloth, short; it creeps in at the edge of the film"),
      "plastic bezel": care("stressed plastic crazes: damp cloth, dry at once"),
      "painted or anodised frame": care("try it where nobody looks; some paints soften"),
      flex: use("brush or swab; let it dry before power"),
      "camera window": never("it runs under the lens and leaves rings"),
      "elastomer contact": use("damp swab along the strip, then dry"),
    },
  },
  {
    name: "acetone",
    molarMassGmol: 58.08,
    densityGml: 0.784,
    limitPpm: 250,
    shortTermPpm: 500,
    lelPct: 2.5,
    flashC: -18,
    autoignitionC: 465,
    get uses() {
      return t("fast-on-cured-glue-and-fingerprints-on");
    },
    get keepOff() {
      return t("driver-edges-cameras-plastics-coatings");
    },
    get gloves() {
      return t("butyl-rubber-nitrile-swells-within");
    },
    disposal: flammableWaste,
    get harms() {
      return t("dries-the-skin-out-its-vapour-is");
    },
    sources,
    on: {
      "bare glass": use("fast, and gone at once"),
      "coated glass": never("takes the coat off"),
      polarizer: never("dissolves the outer film"),
      "plastic bezel": never("melts and whitens most plastics"),
      "painted or anodised frame": never("takes paint off; only bare anodised metal bears it"),
      flex: care("the foil bears it, printed marks and stiffeners do not"),
      "camera window": never("clouds plastic lenses and coats"),
      "elastomer contact": never("loosens the conducting rows"),
    },
  },
  {
    name: "n-hexane",
    molarMassGmol: 86.18,
    densityGml: 0.659,
    limitPpm: 50,
    shortTermPpm: null,
    lelPct: 1.1,
    flashC: -22,
    autoignitionC: 225,
    get uses() {
      return t("dissolves-optical-adhesive-where");
    },
    get keepOff() {
      return t("driver-edges-cameras-rubber-open-cells");
    },
    get gloves() {
      return t("nitrile-latex-lets-it-through");
    },
    disposal: flammableWaste,
    get harms() {
      return t("harms-the-nerves-of-hands-and-feet");
    },
    sources,
    on: {
      "bare glass": use("rolls optical adhesive off without a haze"),
      "coated glass": care("a few strokes, then look at the coat in side light"),
      polarizer: care("the face bears it; the glue at its edge does not"),
      "plastic bezel": care("some plastics craze: damp cloth, dry at once"),
      "painted or anodised frame": care("try it where nobody looks"),
      flex: care("softens the glue of stiffeners"),
      "camera window": never("creeps under the lens"),
      "elastomer contact": never("swells rubber"),
    },
  },
  {
    name: "glass cleaner, water-based",
    molarMassGmol: 60.1,
    densityGml: 0.1,
    limitPpm: 400,
    shortTermPpm: 500,
    lelPct: null,
    flashC: null,
    autoignitionC: null,
    get uses() {
      return t("the-outside-of-finished-glass-never");
    },
    get keepOff() {
      return t("open-seams-driver-edges-connectors");
    },
    get gloves() {
      return t("nitrile");
    },
    get disposal() {
      return t("as-its-data-sheet-says");
    },
    get harms() {
      return t("some-hold-ammonia-not-on-coated-glass");
    },
    sources: { limits: ownBottle, liquid: ownBottle, gloves: gloveChart, practice: trade },
    on: {
      "bare glass": use("on a cloth, outside only"),
      "coated glass": care("without ammonia"),
      polarizer: never("water creeps in at the edge and lifts the film"),
      "plastic bezel": use("on a cloth"),
      "painted or anodised frame": use("on a cloth"),
      flex: never("leaves salts that conduct"),
      "camera window": care("on a cloth, breath-damp"),
      "elastomer contact": never("leaves salts that conduct"),
    },
  },
];

export const solventNamed = (name: string): Solvent | undefined =>
  solvents.find((solvent) => solvent.name === name);
