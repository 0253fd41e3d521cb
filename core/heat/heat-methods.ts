import type { HeatMethod } from "./heat-method-input.ts";
import { t } from "../../words/heat.ts";

export const heatMethodKinds = ["plate", "mat", "gun", "dryer", "sun", "freezer", "wire"] as const;
export type HeatMethodKind = (typeof heatMethodKinds)[number];

export interface HeatMethodInfo {
  kind: HeatMethodKind;
  title: string;
  /** The one thing that is set on it. */
  setting: { field: string; label: string; unit: "C" | "W/m2"; min: number; max: number; step: number };
  usual: number;
  /** Said across the bench: off it. */
  off: string;
  /** The panel stays on the heat while it is cut: there is no window to lose. */
  staysOn: boolean;
  /** Colder is nearer: the glue is to break, not to soften. */
  isCold: boolean;
  /** Longest that anybody waits for it, s. */
  longestS: number;
}

const celsius = (label: string, field: string, min: number, max: number, step = 1) =>
  ({ field, label, unit: "C", min, max, step }) as const;
const hot = {
  staysOn: false,
  isCold: false,
  get off() {
    return t("off-the-heat");
  },
} as const;

/** A method that heats, with its words: they are looked up when they are said, so they must not be copied. */
const heating = <Own extends object>(own: Own): typeof hot & Own =>
  Object.defineProperties(
    Object.defineProperties({}, Object.getOwnPropertyDescriptors(hot)),
    Object.getOwnPropertyDescriptors(own),
  ) as typeof hot & Own;

/** The schools' ways to warm or cool a stack, as data. Usual values: common practice, no source. */
export const heatMethods: readonly HeatMethodInfo[] = [
  heating({
    kind: "plate",
    get title() {
      return t("hot-plate");
    },
    setting: celsius("Plate", "plateC", 50, 130),
    usual: 95,
    longestS: 1_800,
  }),
  heating({
    kind: "mat",
    get title() {
      return t("heat-mat");
    },
    setting: celsius("Mat", "matC", 40, 110),
    usual: 85,
    longestS: 3_600,
  }),
  heating({
    kind: "gun",
    get title() {
      return t("hot-air-gun");
    },
    setting: celsius("Nozzle", "gunC", 80, 450, 5),
    usual: 300,
    longestS: 1_800,
  }),
  heating({
    kind: "dryer",
    get title() {
      return t("hair-dryer");
    },
    setting: celsius("Nozzle", "dryerC", 50, 180, 5),
    usual: 140,
    longestS: 3_600,
  }),
  heating({
    kind: "sun",
    get title() {
      return t("direct-sun");
    },
    setting: {
      field: "irradianceWm2",
      get label() {
        return t("sun");
      },
      unit: "W/m2",
      min: 300,
      max: 1_100,
      step: 25,
    },
    usual: 900,
    longestS: 7_200,
  }),
  {
    kind: "freezer",
    get title() {
      return t("deep-freezer");
    },
    setting: celsius("Freezer", "freezerC", -80, -10),
    usual: -25,
    staysOn: false,
    isCold: true,
    get off() {
      return t("out-of-the-freezer");
    },
    longestS: 3_600,
  },
  heating({
    kind: "wire",
    get title() {
      return t("wire-on-the-plate");
    },
    setting: celsius("Plate", "plateC", 50, 130),
    usual: 100,
    staysOn: true,
    get off() {
      return t("draw-the-wire");
    },
    longestS: 1_800,
  }),
];

export const methodOf = (kind: HeatMethodKind): HeatMethodInfo =>
  heatMethods.find((method) => method.kind === kind)!;

/** What is set on a method, as a number. */
export const settingOf = (method: HeatMethod): number =>
  (method as unknown as Record<string, number>)[methodOf(method.kind).setting.field]!;

/** The same method, set otherwise. */
export const withSetting = (method: HeatMethod, setting: number): HeatMethod => ({
  ...method,
  [methodOf(method.kind).setting.field]: setting,
});
