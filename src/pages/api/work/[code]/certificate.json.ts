import type { APIRoute } from "astro";
import { sceneAtStart } from "../../../../../core/device/start.ts";
import { replay } from "../../../../../core/kernel/replay.ts";
import { deviceRules } from "../../../../../core/moves.ts";
import { certificateOf } from "../../../../../core/records/job-certificate.ts";
import { database } from "../../../../../server/db/pool.ts";
import { json, problem } from "../../../../../server/problem.ts";
import { findWork } from "../../../../../server/store/work.ts";

export const GET: APIRoute = async ({ params }) => {
  const work = await findWork(database(), params.code!);
  if (!work) return problem(404, "No such job", `There is no job ${params.code}.`);
  const start = sceneAtStart(work.family.family, work.moves.at(-1)?.atMs ?? 0);
  return json(certificateOf({ ...start, state: replay(deviceRules, start, work.moves) }));
};
