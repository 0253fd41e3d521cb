import type { BenchPlanInput } from "../core/plan/bench-plan-input.ts";
import { randomStream } from "../core/random.ts";

/** A bench of a day: so many jobs of nine steps. */
export function dayOf(jobs: number, seed: number): BenchPlanInput {
  const random = randomStream(seed);
  const minutes = (from: number, to: number) => Math.round(from + random() * (to - from));
  return {
    stations: [
      { name: "plate", places: 2 },
      { name: "lay-up", places: 2 },
      { name: "lamp" },
      { name: "chamber", kind: "batch", places: 4 },
      { name: "bench", places: 3 },
    ],
    technicians: [
      {
        name: "Ada",
        shifts: [
          { fromMin: 0, toMin: 240 },
          { fromMin: 270, toMin: 480 },
        ],
      },
      { name: "Bo", can: ["bench", "plate", "lay-up"] },
      { name: "Cy" },
    ],
    shifts: [0, 1, 2, 3, 4, 5, 6, 7].map((day) => ({ fromMin: day * 1_440, toMin: day * 1_440 + 480 })),
    jobs: Array.from({ length: jobs }, (_, k) => ({
      code: `J${k}`,
      releaseMin: k % 3 === 0 ? 0 : minutes(0, 200),
      dueMin: minutes(300, 3_000),
      weight: minutes(1, 3),
      steps: [
        { station: "bench", durationMin: minutes(5, 15), hands: 1 },
        { station: "plate", durationMin: minutes(5, 12), hands: 0, maxWaitAfterMin: 3 },
        { station: "plate", durationMin: minutes(8, 20), hands: 1 },
        { station: "bench", durationMin: minutes(5, 15), hands: 1, maxWaitAfterMin: 60 },
        { station: "lay-up", durationMin: minutes(5, 12), hands: 1, maxWaitAfterMin: 10 },
        { station: "lamp", durationMin: minutes(1, 4), hands: 1 },
        { station: "chamber", durationMin: 30, hands: 0, program: "debubble" },
        { station: "lamp", durationMin: minutes(5, 10), hands: 0 },
        { station: "bench", durationMin: minutes(8, 20), hands: 1 },
      ],
    })),
  };
}
