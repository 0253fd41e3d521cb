import type { ComponentType, LazyExoticComponent } from "react";
import type { StageName } from "../../../../core/stage.ts";
import type { ToolProps } from "../instrument.ts";
import { lazyPart } from "../../../ui/lazy-part.ts";

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
    title: "It came in open",
    of: ["intake"],
    View: lazyPart(() => import("./SurveyTool.tsx"), "SurveyTool"),
  },
  {
    key: "stack",
    title: "Not the usual stack",
    of: ["open", "lift", "clean"],
    View: lazyPart(() => import("./StackTool.tsx"), "StackTool"),
  },
  {
    key: "glue-line",
    title: "Thermocouple in the glue line",
    of: ["lift"],
    View: lazyPart(() => import("./HeatTools.tsx"), "GlueLineTool"),
  },
  {
    key: "even-heat",
    title: "How even is the heat?",
    of: ["lift"],
    View: lazyPart(() => import("./HeatTools.tsx"), "EvenHeatTool"),
  },
  {
    key: "ways",
    title: "Every heating method",
    of: ["lift"],
    View: lazyPart(() => import("./HeatTools.tsx"), "WaysTool"),
  },
  {
    key: "gauge",
    title: "How hard does the glue hold?",
    of: ["lift"],
    View: lazyPart(() => import("../../lift/LiftGauge.tsx"), "LiftGauge"),
  },
  {
    key: "residue",
    title: "Glue left",
    of: ["clean"],
    View: lazyPart(() => import("../../clean/ResiduePlan.tsx"), "ResiduePlan"),
  },
  {
    key: "surfaces",
    title: "Which solvent on what",
    of: ["clean"],
    View: lazyPart(() => import("../../clean/SurfaceTable.tsx"), "SurfaceTable"),
  },
  {
    key: "profile",
    title: "Soldering profile",
    of: ["rework"],
    View: lazyPart(() => import("../../rework/SolderProfile.tsx"), "SolderProfile"),
  },
  {
    key: "pattern",
    title: "A better pattern",
    of: ["bond"],
    View: lazyPart(() => import("./PatternTool.tsx"), "PatternTool"),
  },
  {
    key: "spread",
    title: "How thick is the liquid?",
    of: ["bond"],
    View: lazyPart(() => import("../../bond/SpreadTest.tsx"), "SpreadTest"),
  },
  {
    key: "weigh",
    title: "Weigh the liquid",
    of: ["bond"],
    View: lazyPart(() => import("../../bond/ScaleWeigh.tsx"), "ScaleWeigh"),
  },
  {
    key: "chamber",
    title: "Pressure chamber",
    of: ["bond"],
    View: lazyPart(() => import("../../bond/ChamberWatch.tsx"), "ChamberWatch"),
  },
  {
    key: "look",
    title: "Look under the glass by photo",
    of: ["prove", "close", "bond"],
    View: lazyPart(() => import("../../prove/PhotoInspection.tsx"), "PhotoInspection"),
  },
  {
    key: "panel-test",
    title: "The panel's own test",
    of: ["lift", "prove", "close"],
    View: lazyPart(() => import("../../prove/PanelTest.tsx"), "PanelTest"),
  },
];
