import type { APIRoute } from "astro";
import { isHeated } from "../../../../../core/heat/lift-heat.ts";
import { seamNow } from "../../../../../core/device/ask.ts";
import { workedStage } from "../../../../../core/device/phase.ts";
import { describeFaults } from "../../../../../core/faults.ts";
import type { AlloyName } from "../../../../../core/materials/alloys.ts";
import { database } from "../../../../../server/db/pool.ts";
import { simulatedGlueLine } from "../../../../../server/devices/simulated-glue-line.ts";
import { simulatedJoint } from "../../../../../server/devices/simulated-joint.ts";
import { simulatedThermocouple } from "../../../../../server/devices/simulated-thermocouple.ts";
import { standInClock, standInTime } from "../../../../../server/devices/stand-in-clock.ts";
import { deviceStream } from "../../../../../server/event-stream.ts";
import { faulty, problem } from "../../../../../server/problem.ts";
import { findJob, sceneOf } from "../../../../../server/store/jobs.ts";

/**
 * Server-sent events: what a thermocouple reads in the glue line of this job, or at its joint while that is soldered. It is the stand-in that ships with the product; `?at=`
 * is the page's own time in ms since 1970, so that both go by one clock, `&speed=` lets it live up to 600 times as fast.
 */
export const GET: APIRoute = async ({ params, request, url }) => {
  const asked = Object.fromEntries(url.searchParams);
  const time = standInTime.safeParse(asked);
  if (!time.success) return faulty(describeFaults(time.error, asked));
  const job = await findJob(database(), params.code!);
  if (!job) return problem(404, "No such job", `There is no job ${params.code}.`);
  const clock = standInClock(time.data);
  const scene = sceneOf(job, clock());
  const touching = (touchedC: (nowMs: number) => number) =>
    deviceStream(request, simulatedThermocouple(touchedC, clock, Math.random, time.data.speed));
  if (workedStage(scene) === "rework") {
    return touching(
      simulatedJoint((scene.state.rework.alloy?.alloy as AlloyName | undefined) ?? "SAC305", clock()),
    );
  }
  const seam = seamNow(scene);
  if (!seam || !isHeated(seam)) {
    return problem(409, "Nothing is heated", "This job's route heats no glue line.");
  }
  return touching(simulatedGlueLine(scene, seam));
};
