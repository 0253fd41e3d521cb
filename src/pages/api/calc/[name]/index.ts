import type { APIRoute } from "astro";
import { findCalculation } from "../../../../../core/calculations.ts";
import { offThread } from "../../../../../server/off-thread/off-thread.ts";
import { faulty, notJson, problem, readBytes } from "../../../../../server/problem.ts";
import { t } from "../../../../../words/server.ts";

/** A picture of eight megapixels as base64 stays below, bytes; a hundred thousand readings stay below the other. */
const LARGEST_PICTURE = 48 * 1024 * 1024;
const LARGEST_INPUT = 8 * 1024 * 1024;
const takePictures: ReadonlySet<string> = new Set(["photo-inspect", "border-check"]);

export const POST: APIRoute = async ({ params, request }) => {
  const calculation = findCalculation(params.name!);
  if (!calculation)
    return problem(
      404,
      t("no-such-calculation"),
      t("there-is-no-calculation-called", { name: params.name ?? "" }),
    );
  const read = await readBytes(request, takePictures.has(calculation.name) ? LARGEST_PICTURE : LARGEST_INPUT);
  if ("answer" in read) return read.answer;
  const { bytes } = read;
  const done = await offThread("calculate", { name: calculation.name, bytes }, request.signal);
  if ("notJson" in done) return notJson(done.notJson);
  if ("faults" in done) return faulty(done.faults);
  return new Response(done.json, { headers: { "content-type": "application/json" } });
};
