import type { APIRoute } from "astro";
import { findCalculation, schemasOf } from "../../../../../core/calculations.ts";
import { json, problem } from "../../../../../server/problem.ts";
import { t } from "../../../../../words/server.ts";

export const GET: APIRoute = ({ params }) => {
  const calculation = findCalculation(params.name!);
  return calculation
    ? json(schemasOf(calculation))
    : problem(
        404,
        t("no-such-calculation"),
        t("there-is-no-calculation-called", { name: params.name ?? "" }),
      );
};
