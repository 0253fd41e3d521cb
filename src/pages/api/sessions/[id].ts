import type { APIRoute } from "astro";
import { endSession } from "../../../../server/access/sign-in.ts";
import { takenBackAnswer } from "../../../../server/asked-by.ts";

/** Signs somebody out somewhere; one that has ended already stays ended. */
export const DELETE: APIRoute = ({ params }) =>
  takenBackAnswer(params.id, async (pool, id) => {
    await endSession(pool, id);
    return true;
  });
