import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../../core/faults.ts";
import { bounded, boundedWhole } from "../../../../../core/units.ts";
import { drivers } from "../../../../../server/devices/drivers.ts";
import { faulty, json } from "../../../../../server/problem.ts";

const asked = z.object({
  /** What the hand aims at, g, and how often it has topped up. */
  aim: z.coerce.number().pipe(bounded(0.001, 5_000)),
  topUps: z.coerce.number().pipe(boundedWhole(0, 20)).default(0),
});

/** What lies on the bench's scale. */
export const GET: APIRoute = ({ params, url }) => {
  const search = Object.fromEntries(url.searchParams);
  const parsed = asked.safeParse(search);
  if (!parsed.success) return faulty(describeFaults(parsed.error, search));
  const { aim: aimG, topUps } = parsed.data;
  const scale = drivers.scale({ code: params.code!, aimG, topUps });
  return json({ name: scale.name, isSimulated: scale.isSimulated, massG: scale.read() });
};
