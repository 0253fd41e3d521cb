import type { APIRoute } from "astro";
import { LARGEST_DRAWING } from "../../../server/formats/outline-file.ts";
import { offThread } from "../../../server/off-thread/off-thread.ts";
import { json, problem, readBytes } from "../../../server/problem.ts";
import { t } from "../../../words/server.ts";

/** Reads the outline of a panel from an SVG or DXF drawing. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBytes(request, LARGEST_DRAWING);
  if ("answer" in read) return read.answer;
  const done = await offThread("outlineOf", { bytes: read.bytes }, request.signal);
  return "refused" in done ? problem(422, t("no-outline"), done.refused) : json(done.read);
};
