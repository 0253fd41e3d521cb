import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../../core/faults.ts";
import { filmSide } from "../../../../../core/film/films.ts";
import { bounded } from "../../../../../core/units.ts";
import { drivers } from "../../../../../server/devices/drivers.ts";
import { faulty, json } from "../../../../../server/problem.ts";

const asked = z.object({ film: filmSide(), angle: z.coerce.number().pipe(bounded(-360, 360)) });

/** One reading of light through a film at an angle, from the bench's light meter. */
export const GET: APIRoute = ({ params, url }) => {
  const search = Object.fromEntries(url.searchParams);
  const parsed = asked.safeParse(search);
  if (!parsed.success) return faulty(describeFaults(parsed.error, search));
  const { film, angle } = parsed.data;
  const meter = drivers.lightMeter({ code: params.code!, film });
  return json({ name: meter.name, isSimulated: meter.isSimulated, level: meter.read(angle) });
};
