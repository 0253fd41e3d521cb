import { assumedIn, assumedWords } from "./assumed.ts";
import { adhesiveDose } from "./bond/adhesive-dose.ts";
import { borderCheck } from "./bond/border-check.ts";
import { debubble } from "./bond/debubble.ts";
import { fillFront } from "./bond/fill-front.ts";
import { lowerTime } from "./bond/lower-time.ts";
import { patternSearch } from "./bond/pattern-search.ts";
import { spreadViscosity } from "./bond/spread-viscosity.ts";
import { squeezeTime } from "./bond/squeeze-time.ts";
import type { Calculation, OnProgress } from "./calculation.ts";
import { vapour } from "./clean/vapour.ts";
import { cureDose } from "./cure/cure-dose.ts";
import { lampLife } from "./cure/lamp-life.ts";
import { cellFit } from "./film/cell-fit.ts";
import { cellOptics } from "./film/cell-optics.ts";
import { filmAxis } from "./film/film-axis.ts";
import { filmCut } from "./film/film-cut.ts";
import { filmLayout } from "./film/film-layout.ts";
import { heatField } from "./heat/heat-field.ts";
import { heatFit } from "./heat/heat-fit.ts";
import { heatSoak } from "./heat/heat-soak.ts";
import { soakPlan } from "./heat/soak-plan.ts";
import { thaw } from "./heat/thaw.ts";
import { cardStrips } from "./lift/card-strips.ts";
import { edgePlan } from "./lift/edge-plan.ts";
import { liftStress } from "./lift/lift-stress.ts";
import { wireSweep } from "./lift/wire-sweep.ts";
import { yieldOfRecords } from "./yield/yield.ts";
import { benchPlan } from "./plan/bench-plan.ts";
import { pixelFaults } from "./prove/pixel-faults.ts";
import { touchCover } from "./prove/touch-cover.ts";
import { contactCheck } from "./rework/contact-check.ts";
import { reflowProfile } from "./rework/reflow-profile.ts";
import { photoInspect } from "./prove/photo-inspect.ts";
import { routeChoice } from "./route/route-choice.ts";
import { z } from "zod";
import { TooMuchEffort } from "./effort.ts";
import { describeFaults, type Fault } from "./faults.ts";

/** Every calculation of the product. Screens, API, command line and docs read this list. */
export const calculations: readonly Calculation[] = [
  heatSoak,
  soakPlan,
  heatFit,
  heatField,
  thaw,
  liftStress,
  edgePlan,
  cardStrips,
  wireSweep,
  vapour,
  filmAxis,
  cellOptics,
  cellFit,
  filmCut,
  filmLayout,
  adhesiveDose,
  squeezeTime,
  lowerTime,
  fillFront,
  patternSearch,
  debubble,
  spreadViscosity,
  borderCheck,
  cureDose,
  lampLife,
  reflowProfile,
  contactCheck,
  photoInspect,
  touchCover,
  pixelFaults,
  routeChoice,
  benchPlan,
  yieldOfRecords,
] as unknown as readonly Calculation[];

export const findCalculation = (name: string): Calculation | undefined =>
  calculations.find((calculation) => calculation.name === name);

/** What a calculation rests on that nobody measured: fields that were not given and stand at their usual, and what it says itself. */
export interface Assuming {
  assumed: string[];
}

/** Checks an untrusted input and runs the calculation: its result with what it assumes, that in words, or what is wrong with the input. */
export function runCalculation(
  calculation: Calculation,
  input: unknown,
  onProgress?: OnProgress,
): { result: Assuming; assumptions: string[]; faults?: undefined } | { faults: Fault[] } {
  const parsed = calculation.input.safeParse(input);
  if (!parsed.success) return { faults: describeFaults(parsed.error, input) };
  try {
    const result = calculation.calculate(parsed.data, onProgress) as Partial<Assuming>;
    const stoodIn = assumedIn(calculation.input, input);
    const assumed = [...new Set([...stoodIn.map(({ path }) => path), ...(result.assumed ?? [])])];
    return { result: { ...result, assumed }, assumptions: assumedWords(stoodIn, assumed) };
  } catch (error) {
    if (error instanceof TooMuchEffort) return { faults: [error.fault] };
    throw error;
  }
}

/** What a calculation gives through the registry: its result, always with what it assumes. */
export const resultOf = ({ result }: Calculation): z.ZodType =>
  result instanceof z.ZodObject ? result.extend({ assumed: z.array(z.string()) }) : result;

/** JSON Schema (draft 2020-12) of what a calculation takes and gives. */
export function schemasOf(calculation: Calculation) {
  return {
    name: calculation.name,
    purpose: calculation.purpose,
    input: z.toJSONSchema(calculation.input, { io: "input" }),
    result: z.toJSONSchema(resultOf(calculation)),
  };
}
