import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../../core/faults.ts";
import { wrongAuthor } from "../../../../../server/asked-by.ts";
import { database } from "../../../../../server/db/pool.ts";
import { LARGEST_PHOTO, makePhoto, PhotoRefused } from "../../../../../server/formats/photo.ts";
import { answerMoves, sentMove } from "../../../../../server/move-answer.ts";
import { faulty, problem, readBytes } from "../../../../../server/problem.ts";
import { appendPhoto } from "../../../../../server/store/jobs.ts";
import { t } from "../../../../../words/server.ts";

const told = z.object({
  id: z.string().default(""),
  who: z.string().default(""),
  at: z.string().default(""),
  device: z.string().default("bench"),
  caption: z
    .string()
    .trim()
    .max(200, { error: () => t("must-be-at-most-200-characters") })
    .default(""),
});

/** Adds a photo: the picture is the body; who took it and when stand in the address. */
export const POST: APIRoute = async ({ params, request, url }) => {
  const asked = Object.fromEntries(url.searchParams);
  const parsed = told.safeParse(asked);
  if (!parsed.success) return faulty(describeFaults(parsed.error, asked));
  const read = await readBytes(request, LARGEST_PHOTO);
  if ("answer" in read) return read.answer;
  try {
    const photo = await makePhoto(read.bytes);
    const { caption, at, ...stamp } = parsed.data;
    const { widthPx, heightPx } = photo;
    const move = {
      ...stamp,
      toldAt: at,
      kind: "photo-added",
      version: 1,
      data: { widthPx, heightPx, caption },
    };
    const checked = sentMove.safeParse(move);
    if (!checked.success) {
      return faulty(
        describeFaults(checked.error, move).map(({ path, message }) => ({
          path: path === "toldAt" ? "at" : path,
          message,
        })),
      );
    }
    const wrong = wrongAuthor(checked.data.who);
    if (wrong) return wrong;
    const result = await appendPhoto(database(), params.code!, checked.data, photo);
    return answerMoves(result, [checked.data], params.code!);
  } catch (error) {
    if (error instanceof PhotoRefused) return problem(415, t("not-a-picture"), error.message);
    throw error;
  }
};
