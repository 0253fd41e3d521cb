import type { APIRoute } from "astro";
import { takenBackAnswer } from "../../../../server/asked-by.ts";
import { revokeTablet } from "../../../../server/store/people.ts";

/** Takes a tablet's secret back: nothing that it sends is taken any more. */
export const DELETE: APIRoute = ({ params }) => takenBackAnswer(params.id, revokeTablet);
