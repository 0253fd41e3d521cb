import type { ComponentType, LazyExoticComponent } from "react";
import type { StageName } from "../../../../core/stage.ts";
import type { ToolProps } from "../instrument.ts";
import { lazyPart } from "../../../ui/lazy-part.ts";
import { t } from "../../../../words/work.ts";

export interface Tool {
  key: string;
  title: string;
  /** The stages at which it is offered first. */
  of: readonly StageName[];
  View: LazyExoticComponent<ComponentType<ToolProps>>;
}

/** Everything that is one press away from the work, by what it answers. */
export const tools: readonly Tool[] = [
  {
    key: "survey",
    get title() {
      return t("it-came-in-open");
    },
    of: ["intake"],
    View: lazyPart(() => import("./SurveyTool.tsx"), "SurveyTool"),
  },
  {
    key: "stack",
    get title() {
      return t("not-the-usual-stack");
    },
    of: ["open", "lift", "clean"],
    View: lazyPart(() => import("./StackTool.tsx"), "StackTool"),
  },
  {
    key: "glue-line",
    get title() {
      return t("thermocouple-in-the-glue-line");
    },
    of: ["lift"],
    View: lazyPart(() => import("./HeatTools.tsx"), "GlueLineTool"),
  },
  {
    key: "even-heat",
    get title() {
      return t("how-even-is-the-heat");
    },
    of: ["lift"],
    View: lazyPart(() => import("./HeatTools.tsx"), "EvenHeatTool"),
  },
  {
    key: "ways",
    get title() {
      return t("every-heating-method");
    },
    of: ["lift"],
    View: lazyPart(() => import("./HeatTools.tsx"), "WaysTool"),
  },
  {
    key: "gauge",
    get title() {
      return t("how-hard-does-the-glue-hold");
    },
    of: ["lift"],
    View: lazyPart(() => import("../../lift/LiftGauge.tsx"), "LiftGauge"),
  },
  {
    key: "residue",
    get title() {
      return t("glue-left");
    },
    of: ["clean"],
    View: lazyPart(() => import("../../clean/ResiduePlan.tsx"), "ResiduePlan"),
  },
  {
    key: "surfaces",
    get title() {
      return t("which-solvent-on-what");
    },
    of: ["clean"],
    View: lazyPart(() => import("../../clean/SurfaceTable.tsx"), "SurfaceTable"),
  },
  {
    key: "profile",
    get title() {
      return t("soldering-profile");
    },
    of: ["rework"],
    View: lazyPart(() => import("../../rework/SolderProfile.tsx"), "SolderProfile"),
  },
  {
    key: "pattern",
    get title() {
      return t("a-better-pattern");
    },
    of: ["bond"],
    View: lazyPart(() => import("./PatternTool.tsx"), "PatternTool"),
  },
  {
    key: "spread",
    get title() {
      return t("how-thick-is-the-liquid");
    },
    of: ["bond"],
    View: lazyPart(() => import("../../bond/SpreadTest.tsx"), "SpreadTest"),
  },
  {
    key: "weigh",
    get title() {
      return t("weigh-the-liquid");
    },
    of: ["bond"],
    View: lazyPart(() => import("../../bond/ScaleWeigh.tsx"), "ScaleWeigh"),
  },
  {
    key: "chamber",
    get title() {
      return t("pressure-chamber");
    },
    of: ["bond"],
    View: lazyPart(() => import("../../bond/ChamberWatch.tsx"), "ChamberWatch"),
  },
  {
    key: "look",
    get title() {
      return t("look-under-the-glass-by-photo");
    },
    of: ["prove", "close", "bond"],
    View: lazyPart(() => import("../../prove/PhotoInspection.tsx"), "PhotoInspection"),
  },
  {
    key: "measured",
    get title() {
      return t("measured-beside-predicted");
    },
    of: ["lift", "bond", "cure", "prove"],
    View: lazyPart(() => import("./ComparedTool.tsx"), "ComparedTool"),
  },
  {
    key: "panel-test",
    get title() {
      return t("the-panels-own-test");
    },
    of: ["lift", "prove", "close"],
    View: lazyPart(() => import("../../prove/PanelTest.tsx"), "PanelTest"),
  },
];
