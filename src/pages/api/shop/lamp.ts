import type { APIRoute } from "astro";
import { z } from "zod";
import { shopLamp } from "../../../../core/cure/shop-lamp.ts";
import { describeFaults } from "../../../../core/faults.ts";
import { key } from "../../../../core/stack/family.ts";
import { wrongAuthor } from "../../../../server/asked-by.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, readBody } from "../../../../server/problem.ts";
import { changeLamp, lampReadings } from "../../../../server/store/lamp.ts";
import { utcTime, uuid } from "../../../../core/units.ts";

/** How the shop's lamp has aged by what was read of it; null while that is too little. */
export const GET: APIRoute = async () => json(shopLamp(await lampReadings(database())));

const lampChange = z.strictObject({
  id: uuid(),
  at: utcTime(),
  who: key(),
});

/** Notes that a new lamp was put in: what was read of the old one counts no more. */
export const POST: APIRoute = async ({ request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = lampChange.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const stranger = wrongAuthor(parsed.data.who);
  if (stranger) return stranger;
  await changeLamp(database(), parsed.data);
  return json(shopLamp(await lampReadings(database())), 201);
};
