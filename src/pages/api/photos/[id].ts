import type { APIRoute } from "astro";
import { answerPhoto } from "../../../../server/photo-file.ts";

export const GET: APIRoute = ({ params, url }) => answerPhoto(params.id, url);
