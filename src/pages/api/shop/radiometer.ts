import type { APIRoute } from "astro";
import { shopLamp } from "../../../../core/cure/shop-lamp.ts";
import { benchLamp } from "../../../../core/materials/adhesives.ts";
import { database } from "../../../../server/db/pool.ts";
import { drivers } from "../../../../server/devices/drivers.ts";
import { json } from "../../../../server/problem.ts";
import { lampReadings } from "../../../../server/store/lamp.ts";

/** What the bench's radiometer reads under the shop's lamp; a stand-in reads a lamp as old as the shop's. */
export const GET: APIRoute = async () => {
  const readings = await lampReadings(database());
  const lamp =
    shopLamp(readings)?.nowMwCm2 ?? readings.at(-1)?.irradianceMwCm2 ?? benchLamp.irradianceMwCm2.value;
  const radiometer = drivers.radiometer({ lampMwCm2: lamp });
  return json({ name: radiometer.name, isSimulated: radiometer.isSimulated, mwCm2: radiometer.read() });
};
