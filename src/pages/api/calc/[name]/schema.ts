import type { APIRoute } from "astro";
import { findCalculation, schemasOf } from "../../../../../core/calculations.ts";
import { json, problem } from "../../../../../server/problem.ts";

export const GET: APIRoute = ({ params }) => {
  const calculation = findCalculation(params.name!);
  return calculation
    ? json(schemasOf(calculation))
    : problem(404, "No such calculation", `There is no calculation called ${params.name}.`);
};
