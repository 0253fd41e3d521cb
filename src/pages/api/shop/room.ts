import type { APIRoute } from "astro";
import { shopRoom } from "../../../../core/clean/room.ts";
import { describeFaults } from "../../../../core/faults.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, readBody } from "../../../../server/problem.ts";
import { findRoom, setRoom } from "../../../../server/store/shop.ts";

export const GET: APIRoute = async () => json(await findRoom(database()));

/** Sets the room and how its air is changed. */
export const PUT: APIRoute = async ({ request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = shopRoom.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  await setRoom(database(), parsed.data);
  return json(parsed.data);
};
