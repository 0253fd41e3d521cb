import type { APIRoute } from "astro";
import { database } from "../../../../server/db/pool.ts";
import { json } from "../../../../server/problem.ts";
import { wantedPieces } from "../../../../server/store/film-shelf.ts";

/** Pieces that open jobs wait for. */
export const GET: APIRoute = async () => json(await wantedPieces(database()));
