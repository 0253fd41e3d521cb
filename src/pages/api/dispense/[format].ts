import type { APIRoute } from "astro";
import { describeFaults } from "../../../../core/faults.ts";
import { dispenseGcode, dispenseJob, dispenseSvg } from "../../../../server/formats/dispense.ts";
import { faulty, problem, readBody } from "../../../../server/problem.ts";
import { t } from "../../../../words/server.ts";

const formats = {
  gcode: { type: "text/plain; charset=utf-8", write: dispenseGcode },
  svg: { type: "image/svg+xml", write: dispenseSvg },
} as const;

/** A pattern as a path for a dispensing machine, or as a drawing at true size. */
export const POST: APIRoute = async ({ params, request }) => {
  const format = formats[params.format as keyof typeof formats];
  if (!format)
    return problem(404, t("no-such-format"), t("a-path-comes-as", { keys: Object.keys(formats).join(", ") }));
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = dispenseJob.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  return new Response(format.write(parsed.data), {
    headers: {
      "content-type": format.type,
      "content-disposition": `attachment; filename="${parsed.data.pattern.name.replace(/[^\w-]+/g, "-")}.${params.format}"`,
    },
  });
};
