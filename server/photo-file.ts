import { z } from "zod";
import { database } from "./db/pool.ts";
import { problem } from "./problem.ts";
import { findPhoto } from "./store/photos.ts";
import { t } from "../words/server.ts";

/** A photo as JPEG; `?size=thumbnail` for the small one. Neither ever changes. */
export async function answerPhoto(asked: string | undefined, url: URL): Promise<Response> {
  const id = z.uuid().safeParse(asked);
  const size = url.searchParams.get("size") === "thumbnail" ? "thumbnail" : "picture";
  const bytes = id.success ? await findPhoto(database(), id.data, size) : null;
  if (!bytes) return problem(404, t("no-such-photo"), t("there-is-no-photo", { asked: asked ?? "" }));
  return new Response(new Uint8Array(bytes), {
    headers: {
      "content-type": "image/jpeg",
      "x-content-type-options": "nosniff",
      "content-security-policy": "default-src 'none'",
      "cache-control": "private, max-age=31536000, immutable",
    },
  });
}
