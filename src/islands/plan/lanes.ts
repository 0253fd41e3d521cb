import { isLater } from "../../../core/plan/line.ts";
import type { BenchPlan, PlannedStep } from "../../../core/plan/bench-plan.ts";
import type { PlanAsked } from "../../../server/plan.ts";

export const laneBy = ["station", "person"] as const;
export type LaneBy = (typeof laneBy)[number];

/** A row of the day: a station's place, or somebody, and what is done there. */
export interface Lane {
  key: string;
  station: string | null;
  /** Of several of the station; null where it is the only one, or a person. */
  place: number | null;
  person: string | null;
  /** Side by side where they share it: which of how many rows each lies in. */
  steps: { step: PlannedStep; row: number }[];
  rows: number;
}

/** Puts steps that overlap into rows of their own, the first row that is free. */
function inRows(steps: readonly PlannedStep[]): Pick<Lane, "steps" | "rows"> {
  const ends: number[] = [];
  const placed = [...steps]
    .sort((a, b) => a.startMin - b.startMin)
    .map((step) => {
      const free = ends.findIndex((end) => !isLater(end, step.startMin));
      const row = free < 0 ? ends.length : free;
      ends[row] = step.endMin;
      return { step, row };
    });
  return { steps: placed, rows: Math.max(1, ends.length) };
}

/** The lanes of a plan: each place of each station, or everybody; a batch's station is one lane. */
export function lanesOf({ question, people }: PlanAsked, { steps }: BenchPlan, by: LaneBy): Lane[] {
  if (by === "person")
    return people.map(({ key, name }) => ({
      key,
      station: null,
      place: null,
      person: name,
      ...inRows(steps.filter(({ technician }) => technician === key)),
    }));
  return question.stations.flatMap(({ name, places = 1, kind }) => {
    const own = steps.filter(({ station }) => station === name);
    const many = kind === "batch" ? 1 : places;
    return Array.from({ length: many }, (_, k) => ({
      key: `${name} ${k}`,
      station: name,
      place: many > 1 ? k + 1 : null,
      person: null,
      ...inRows(own.filter(({ place }) => kind === "batch" || place === k + 1)),
    }));
  });
}
