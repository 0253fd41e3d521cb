import type { APIRoute } from "astro";
import { describeFaults } from "../../../../../core/faults.ts";
import { filmDrawing, filmDxf, filmSvg } from "../../../../../server/formats/film-drawing.ts";
import { filmTemplate, papers, type Paper } from "../../../../../server/formats/film-template.ts";
import { faulty, problem, readBody } from "../../../../../server/problem.ts";
import { t } from "../../../../../words/server.ts";

const types = { svg: "image/svg+xml", dxf: "image/vnd.dxf", pdf: "application/pdf" } as const;

/** A sheet with its cut lines at true size: SVG, DXF, or a template on paper (`?paper=A4` or `Letter`). */
export const POST: APIRoute = async ({ params, request, url }) => {
  const format = params.format as keyof typeof types;
  if (!(format in types)) {
    return problem(
      404,
      t("no-such-format"),
      t("a-drawing-comes-as", { keys: Object.keys(types).join(", ") }),
    );
  }
  const paper = (url.searchParams.get("paper") ?? "A4") as Paper;
  if (!(paper in papers)) {
    return faulty([
      { path: "paper", message: t("must-be-one-of-2", { keys: Object.keys(papers).join(", ") }) },
    ]);
  }
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = filmDrawing.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const drawn =
    format === "svg"
      ? filmSvg(parsed.data)
      : format === "dxf"
        ? filmDxf(parsed.data)
        : new Uint8Array(await filmTemplate(parsed.data, paper));
  return new Response(drawn, {
    headers: {
      "content-type": types[format],
      "content-disposition": `attachment; filename="${parsed.data.sheet.label.replace(/[^\w-]+/g, "-")}.${format}"`,
    },
  });
};
