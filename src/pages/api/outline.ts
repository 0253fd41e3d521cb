import type { APIRoute } from "astro";
import { LARGEST_DRAWING, OutlineRefused, readOutline } from "../../../server/formats/outline-file.ts";
import { json, problem, readBytes } from "../../../server/problem.ts";

/** Reads the outline of a panel from an SVG or DXF drawing. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBytes(request, LARGEST_DRAWING);
  if ("answer" in read) return read.answer;
  try {
    return json(readOutline(new TextDecoder("utf-8").decode(read.bytes)));
  } catch (error) {
    if (error instanceof OutlineRefused) return problem(422, "No outline", error.message);
    throw error;
  }
};
