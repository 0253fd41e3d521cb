import type { APIRoute } from "astro";
import { findCalculation, runCalculation } from "../../../../../core/calculations.ts";
import { faulty, json, problem, readBody } from "../../../../../server/problem.ts";

export const POST: APIRoute = async ({ params, request }) => {
  const calculation = findCalculation(params.name!);
  if (!calculation)
    return problem(404, "No such calculation", `There is no calculation called ${params.name}.`);
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const outcome = runCalculation(calculation, read.body);
  return outcome.faults ? faulty(outcome.faults) : json(outcome.result);
};
