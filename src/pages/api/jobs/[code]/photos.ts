import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../../core/faults.ts";
import { jobEvent } from "../../../../../core/job/event.ts";
import { stageNames } from "../../../../../core/job/route.ts";
import { database } from "../../../../../server/db/pool.ts";
import { LARGEST_PHOTO, makePhoto, PhotoRefused } from "../../../../../server/formats/photo.ts";
import { answerAppend, faulty, problem, readBytes } from "../../../../../server/problem.ts";
import { appendPhoto } from "../../../../../server/store/jobs.ts";

const told = z.object({
  id: z.string().default(""),
  stage: z.enum(stageNames, { error: `must be one of ${stageNames.join(", ")}` }),
  who: z.string().default(""),
  at: z.string().default(""),
  caption: z.string().optional(),
});

/** Adds a photo: the picture is the body; who took it, when and at which stage stand in the address. */
export const POST: APIRoute = async ({ params, request, url }) => {
  const asked = Object.fromEntries(url.searchParams);
  const parsed = told.safeParse(asked);
  if (!parsed.success) return faulty(describeFaults(parsed.error, asked));
  const read = await readBytes(request, LARGEST_PHOTO);
  if ("answer" in read) return read.answer;
  try {
    const photo = await makePhoto(read.bytes);
    const { caption, ...stamp } = parsed.data;
    const data = { widthPx: photo.widthPx, heightPx: photo.heightPx, ...(caption ? { caption } : {}) };
    const event = { ...stamp, kind: "photo-added", data };
    const checked = jobEvent.safeParse(event);
    if (!checked.success) return faulty(describeFaults(checked.error, event));
    const result = await appendPhoto(database(), params.code!, checked.data, photo);
    return answerAppend(result, [checked.data], params.code!);
  } catch (error) {
    if (error instanceof PhotoRefused) return problem(415, "Not a picture", error.message);
    throw error;
  }
};
