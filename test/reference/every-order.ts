interface Asked {
  stations: { name: string; places?: number }[];
  technicians: { name: string; can?: string[] }[];
  jobs: {
    steps: { station: string; durationMin: number; hands: number; minutesBy?: Record<string, number> }[];
  }[];
}

/**
 * When all is done at the earliest, by trying every order of the steps in every hands and places, each begun as soon as it can be: for a
 * few steps without waits, shifts and batches. Some such order is best, since nothing is gained by beginning later.
 */
export function leastMakespan({ stations, technicians, jobs }: Asked): number {
  const places = stations.flatMap(({ name, places: many = 1 }) => Array.from({ length: many }, () => name));
  let least = Infinity;
  const go = (done: number[], ready: number[], placeFree: number[], handsFree: number[], end: number) => {
    if (end >= least) return;
    if (done.every((many, j) => many === jobs[j]!.steps.length)) {
      least = end;
      return;
    }
    jobs.forEach(({ steps }, j) => {
      const step = steps[done[j]!];
      if (!step) return;
      const who = technicians.flatMap(({ can }, k) => (!can || can.includes(step.station) ? [k] : []));
      for (const person of step.hands === 1 ? who : [null])
        places.forEach((station, place) => {
          if (station !== step.station) return;
          const length =
            person === null
              ? step.durationMin
              : (step.minutesBy?.[technicians[person]!.name] ?? step.durationMin);
          const over =
            Math.max(ready[j]!, placeFree[place]!, person === null ? 0 : handsFree[person]!) + length;
          const put = (values: number[], at: number | null) =>
            values.map((one, k) => (k === at ? over : one));
          const next = done.map((many, k) => (k === j ? many + 1 : many));
          go(next, put(ready, j), put(placeFree, place), put(handsFree, person), Math.max(end, over));
        });
    });
  };
  const zeros = (many: number) => Array.from({ length: many }, () => 0);
  go(zeros(jobs.length), zeros(jobs.length), zeros(places.length), zeros(technicians.length), 0);
  return least;
}
