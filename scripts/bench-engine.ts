import { sceneAtStart } from "../core/device/start.ts";
import { routesOf } from "../core/device/routes.ts";
import type { Scene } from "../core/device/scene.ts";
import type { Recorded } from "../core/job/move.ts";
import { nextMove, planProcedure } from "../core/job/plan.ts";
import { replay } from "../core/job/replay.ts";
import { deviceRules } from "../core/moves.ts";
import { hopedPlay } from "../core/twin/hoped.ts";
import { playJob } from "../core/twin/play.ts";
import { truthOf } from "../core/twin/truth.ts";
import { families } from "../demo/families.ts";

/** A job as it was played: where it stood once it was opened, and all that was recorded. */
interface PlayedJob {
  name: string;
  opened: Scene;
  start: Scene;
  events: Recorded[];
}

function played(code: string, route: string, seed: number): PlayedJob {
  const family = families.find((known) => known.code === code)!;
  const game = playJob(
    deviceRules,
    hopedPlay({
      family,
      route: routesOf(family).find((known) => known === route)!,
      truth: truthOf(seed, family),
      seed,
      stray: 0.3,
    }),
  );
  for (let step = game.next(); ; step = game.next()) {
    if (!step.done) continue;
    const start = sceneAtStart(family, 0);
    const { events } = step.value;
    const opened = { ...start, state: replay(deviceRules, start, events.slice(0, 1)) };
    return { name: `${code} ${route}`, opened, start, events };
  }
}

/** What the job engine is timed with: the longest procedure there is, one move of it, and the fold of a job of 200 moves and more. */
export function engineTimes(): { what: string; work: () => void; wantedMs: number }[] {
  const jobs = [played("PH-10", "layer", 4), played("TK-5", "add-on-touch", 4), played("WS-240", "film", 4)];
  const plans = jobs.map((job) => ({ job, steps: planProcedure(deviceRules, job.opened, 2).steps.length }));
  const longest = plans.sort((a, b) => b.steps - a.steps)[0]!;
  const most = [...jobs].sort((a, b) => b.events.length - a.events.length)[0]!;
  return [
    {
      what: `plan of ${longest.job.name}, ${longest.steps} moves`,
      work: () => void planProcedure(deviceRules, longest.job.opened, 2),
      wantedMs: 5,
    },
    { what: "next move of it", work: () => void nextMove(deviceRules, longest.job.opened), wantedMs: 1 },
    {
      what: `replay of ${most.name}, ${most.events.length} events`,
      work: () => void replay(deviceRules, most.start, most.events),
      wantedMs: 10,
    },
  ];
}
