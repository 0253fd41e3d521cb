import type { APIRoute } from "astro";
import { foldJob } from "../../../../../core/job/fold.ts";
import { isHeated, seamOf } from "../../../../../core/heat/lift-heat.ts";
import { database } from "../../../../../server/db/pool.ts";
import { simulatedThermocouple } from "../../../../../server/devices/simulated-thermocouple.ts";
import { eventStream } from "../../../../../server/event-stream.ts";
import { simulatedGlueLine } from "../../../../../server/devices/simulated-glue-line.ts";
import { problem } from "../../../../../server/problem.ts";
import { findJob } from "../../../../../server/store/jobs.ts";

/** Server-sent events: what a thermocouple in the glue line of this job reads. It is the stand-in that ships with the product. */
export const GET: APIRoute = async ({ params, request }) => {
  const job = await findJob(database(), params.code!);
  if (!job) return problem(404, "No such job", `There is no job ${params.code}.`);
  const state = foldJob(job.events);
  const { family } = job.family;
  const seam = seamOf(family, state.route);
  if (!isHeated(seam)) return problem(409, "Nothing is heated", "This job's route heats no glue line.");
  const device = simulatedThermocouple(simulatedGlueLine(family, seam, state));
  return eventStream(request, (send) => {
    send({ name: device.name, isSimulated: device.isSimulated }, "device");
    return device.start(
      (reading) => send(reading, "reading"),
      (why) => send({ why }, "lost"),
    );
  });
};
