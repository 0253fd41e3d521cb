import type { APIRoute } from "astro";
import { shopLamp } from "../../../../core/cure/shop-lamp.ts";
import { database } from "../../../../server/db/pool.ts";
import { json } from "../../../../server/problem.ts";
import { lampReadings } from "../../../../server/store/lamp.ts";

/** How the shop's lamp has aged by what was read of it; null while that is too little. */
export const GET: APIRoute = async () => json(shopLamp(await lampReadings(database())));
