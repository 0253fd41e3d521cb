import type { ExerciseName } from "../../../../core/practice/attempt.ts";
import type { HandOf, StateOf, TruthOf } from "../../../../core/practice/exercises.ts";
import type { AnyView, ExerciseView } from "../exercise-view.ts";
import { alignView } from "./align.tsx";
import { cutView } from "./cut.tsx";
import { freezeView } from "./freeze.tsx";
import { lowerView } from "./lower.tsx";
import { probeView } from "./probe.tsx";
import { putBackView } from "./put-back.tsx";
import { seeView } from "./see.tsx";
import { sweepView } from "./sweep.tsx";
import { turnView } from "./turn.tsx";
import { windowView } from "./window.tsx";
import { wireView } from "./wire.tsx";

const views: { [Name in ExerciseName]: ExerciseView<TruthOf<Name>, HandOf<Name>, StateOf<Name>> } = {
  sweep: sweepView,
  align: alignView,
  probe: probeView,
  see: seeView,
  "put-back": putBackView,
  freeze: freezeView,
  window: windowView,
  lower: lowerView,
  turn: turnView,
  cut: cutView,
  wire: wireView,
};

/** How an exercise is shown. */
export const viewOf = (name: ExerciseName): AnyView => views[name] as unknown as AnyView;
