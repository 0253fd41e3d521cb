import { t } from "../../words/records.ts";

/** How what was measured stands to what was predicted: as a share of it, as a difference, or as two counts. */
type ComparedAs = "share" | "difference" | "count";

/** What the product predicts and a bench can measure: by which calculation, in which unit. */
export const comparedKinds = {
  ready: {
    calculation: "heat-soak",
    unit: "s",
    as: "share",
    get label() {
      return t("until-the-glue-is-soft");
    },
  },
  window: {
    calculation: "heat-soak",
    unit: "s",
    as: "share",
    get label() {
      return t("window-off-the-heat");
    },
  },
  "glue line": {
    calculation: "heat-soak",
    unit: "°C",
    as: "difference",
    get label() {
      return t("glue-line-as-the-soak-ends");
    },
  },
  front: {
    calculation: "lift-stress",
    unit: "mm",
    as: "share",
    get label() {
      return t("front-before-a-card");
    },
  },
  "card speed": {
    calculation: "card-strips",
    unit: "mm/s",
    as: "share",
    get label() {
      return t("speed-of-a-card");
    },
  },
  "wire speed": {
    calculation: "wire-sweep",
    unit: "mm/s",
    as: "share",
    get label() {
      return t("speed-of-a-wire");
    },
  },
  laid: {
    calculation: "adhesive-dose",
    unit: "ml",
    as: "share",
    get label() {
      return t("liquid-laid");
    },
  },
  settling: {
    calculation: "squeeze-time",
    unit: "min",
    as: "share",
    get label() {
      return t("settling-under-the-glass");
    },
  },
  "light dose": {
    calculation: "cure-dose",
    unit: "mJ/cm²",
    as: "share",
    get label() {
      return t("light-in-the-glue");
    },
  },
  axis: {
    calculation: "film-axis",
    unit: "°",
    as: "difference",
    get label() {
      return t("axis-of-a-film");
    },
  },
  bubbles: {
    calculation: "debubble",
    unit: "",
    as: "count",
    get label() {
      return t("bubbles-gone-in-the-chamber");
    },
  },
  defects: {
    calculation: "photo-inspect",
    unit: "",
    as: "count",
    get label() {
      return t("defects-that-stood");
    },
  },
} as const satisfies Record<
  string,
  { calculation: string; unit: string; as: ComparedAs; readonly label: string }
>;
export type ComparedKind = keyof typeof comparedKinds;
export const comparedNames = Object.keys(comparedKinds) as [ComparedKind, ...ComparedKind[]];
