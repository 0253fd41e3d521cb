import { t } from "../words/trade.ts";
/** Each stands once, at the step where it applies. All defer to data sheets, local codes and licensed practice. */
export const cautions = {
  glass: {
    get title() {
      return t("broken-glass");
    },
    get text() {
      return t("eye-protection-and-cut-resistant");
    },
  },
  heat: {
    get title() {
      return t("hot-plate");
    },
    get text() {
      return t("contact-burns-begin-at-about-44-c");
    },
  },
  cold: {
    get title() {
      return t("deep-cold");
    },
    get text() {
      return t("insulated-gloves-cold-metal-burns");
    },
  },
  solvent: {
    get title() {
      return t("solvent");
    },
    get text() {
      return t("air-moving-no-flame-or-hot-tool");
    },
  },
  uv: {
    get title() {
      return t("ultraviolet-light");
    },
    get text() {
      return t("closed-box-or-covered-skin-and-uv");
    },
  },
  cell: {
    get title() {
      return t("lithium-cell");
    },
    get text() {
      return t("isolate-it-before-any-connector-never");
    },
  },
  mains: {
    get title() {
      return t("mains");
    },
    get text() {
      return t("unplug-then-wait-for-the-capacitors");
    },
  },
  adhesive: {
    get title() {
      return t("acrylic-adhesive");
    },
    get text() {
      return t("uncured-adhesive-can-sensitise-skin");
    },
  },
  pressure: {
    get title() {
      return t("pressure-and-closing-plates");
    },
    get text() {
      return t("door-locked-before-the-pressure-comes");
    },
  },
  film: {
    get title() {
      return t("decaying-film");
    },
    get text() {
      return t("old-polarizers-give-off-acetic-acid");
    },
  },
  meter: {
    get title() {
      return t("probing");
    },
    get text() {
      return t("power-off-and-isolated-before-the");
    },
  },
  solder: {
    get title() {
      return t("hot-iron-and-fumes");
    },
    get text() {
      return t("iron-near-380-c-air-near-300");
    },
  },
} as const;
export type CautionName = keyof typeof cautions;
