import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../../core/faults.ts";
import { uuid } from "../../../../../core/units.ts";
import { database } from "../../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../../server/problem.ts";
import { keepPhotoBack, keptBackPhotos } from "../../../../../server/store/photos.ts";
import { t } from "../../../../../words/server.ts";

const choosing = z.strictObject({
  id: uuid(),
  isShown: z.boolean({ error: () => t("must-be-true-or-false") }),
});

/** Shows one of the job's photos to the customer, or keeps it back; the answer is all that are kept back. */
export const PUT: APIRoute = async ({ params, request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = choosing.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const { id } = parsed.data;
  return (await keepPhotoBack(database(), params.code!, parsed.data))
    ? json(await keptBackPhotos(database(), params.code!))
    : problem(404, t("no-such-photo"), t("there-is-no-photo-2", { id }));
};
