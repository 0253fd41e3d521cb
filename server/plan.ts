import { setImmediate as breath } from "node:timers/promises";
import type pg from "pg";
import { planProcedure } from "../core/job/plan.ts";
import { deviceRules } from "../core/moves.ts";
import { routeNow } from "../core/device/ask.ts";
import { familyRoute, type RepairRoute } from "../core/device/routes.ts";
import { median } from "../core/median.ts";
import { MOST_JOBS, type BenchPlanInput, type Shift } from "../core/plan/bench-plan-input.ts";
import { lotsWanted, type LotsWanted } from "../core/plan/lots-wanted.ts";
import { lotKinds, usableOf, type LotKind } from "../core/materials/lots.ts";
import { stationNames, usualBench, type ShopBench } from "../core/plan/shop-bench.ts";
import { jobSteps, usualStations, type JobStep, type JobSteps } from "../core/plan/job-steps.ts";
import { t } from "../words/server.ts";
import { heldFor } from "./held-for.ts";
import { shelvedLots } from "./store/lots.ts";
import { shelvedParts } from "./store/parts.ts";
import { planPins, type PlanPin } from "./store/plan-pins.ts";
import { soonPlanned } from "./store/plan-soon.ts";
import { justOpened, ownMinutes } from "./own-minutes.ts";
import { findBench, pastJobs } from "./store/shop.ts";
import { openJobs, sceneOf, type StoredJob } from "./store/jobs.ts";
import type { StoredFamily } from "./store/families.ts";
import { listAtBench, type Technician } from "./store/technicians.ts";

/** What is to be planned: the question for `bench-plan`, its minutes counted from `fromMs` on. */
export interface PlanAsked {
  fromMs: number;
  question: BenchPlanInput;
  /** What the jobs are of, and which parts they still take from the shelf, each for a step. */
  jobs: {
    code: string;
    family: string;
    takes: JobSteps["takes"];
    /** How far the minutes of each step spread here. */
    spans: JobSteps["spans"];
  }[];
  /** How many of the jobs go by what such jobs took here; the others by the usual minutes. */
  measured: number;
  /** How much of each kind of lot the jobs will still use up. */
  lots: LotsWanted;
  /** Of which kinds that is more than may be used. */
  short: LotKind[];
  /** Parts that are kept ready, and how many are left. */
  parts: { name: string; left: number }[];
  /** Everybody who works here: in the question each stands by their key, since two may have one name. */
  people: Technician[];
  /** Nobody has said what this shop has and when it works. */
  isUsual: boolean;
  /** When the bench is worked at, hours of the day. */
  hours: readonly { from: number; to: number }[];
  /** From when to when anybody is there on some day, hours of the day. */
  day: { from: number; to: number };
  /** Jobs that nothing can be planned for, and why. */
  leftOut: { code: string; why: string }[];
  /** Steps that somebody holds where they put them. */
  pins: PlanPin[];
  /** What was to begin soon when the plan was last made. */
  soon: PlanPin[];
}

/** So many days are planned for. */
const DAYS = 14;
const MINUTE_MS = 60_000;
/** So many jobs are planned: one more may be asked about. */
const MOST_PLANNED = MOST_JOBS - 1;
/** Who was worked at since then is in hand, ms. */
const IN_HAND_MS = 86_400_000;
/** What is due later than that is due then: a plan reaches no further. */
const FARTHEST_MIN = 60 * 24 * 60;

/** The hours of the days from a moment on, in minutes from it; of one that runs what is left. */
function shiftsOf({ hours, weekdays }: Pick<ShopBench, "hours" | "weekdays">, fromMs: number): Shift[] {
  return Array.from({ length: DAYS }, (_, day) => {
    const midnight = new Date(fromMs);
    midnight.setHours(0, 0, 0, 0);
    midnight.setDate(midnight.getDate() + day);
    const minute = (hour: number) => (midnight.getTime() - fromMs) / MINUTE_MS + 60 * hour;
    if (!weekdays.includes(midnight.getDay())) return [];
    return hours.map(({ from, to }) => ({ fromMin: Math.max(0, minute(from)), toMin: minute(to) }));
  })
    .flat()
    .filter(({ fromMin, toMin }) => toMin > fromMin);
}

/** From the first hour of anybody to the last. */
function dayOf({ hours, own }: ShopBench): PlanAsked["day"] {
  const all = [...hours, ...Object.values(own).flatMap((times) => times.hours ?? [])];
  return { from: Math.min(...all.map(({ from }) => from)), to: Math.max(...all.map(({ to }) => to)) };
}

/** What a new job would ask of the bench, beside all that is to be planned anyhow. */
export interface PromiseAsked {
  asked: PlanAsked;
  /** What the new job is known by in the plan. */
  code: string;
  steps: JobSteps["steps"];
  /** How long such jobs took here, each beside the middle of all; none where too few have ended. */
  paces: number[];
  /** How often such a repair was tried here, and went well. */
  tries: number;
  wins: number;
}

type Steps = (JobSteps & { isMeasured: boolean; lots: LotsWanted }) | { why: string };

/** While nothing is added to its job a procedure holds for so long: only what runs by itself grows shorter. */
const known = heldFor<Steps>(30_000);

/** A job's steps from now on; or why there are none. */
async function stepsOf(
  pool: pg.Pool,
  job: StoredJob,
  people: readonly Technician[],
  nowMs: number,
): Promise<Steps> {
  const scene = sceneOf(job, nowMs);
  const { held, trouble } = scene.state.intake;
  if (held) return { why: t("is-held", { reason: held.reason }) };
  if (trouble) return { why: t("something-is-to-be-settled-first") };
  const { steps, stuck, end } = planProcedure(deviceRules, scene, job.moves.length + 1);
  if (stuck) return { why: t("no-way-found-check-the-device") };
  const own = await ownMinutes(pool, scene.family, routeNow(scene), nowMs);
  const method = scene.state.lift.heat?.method;
  const paces = own.paces({ method });
  const pacesBy = Object.fromEntries(people.map(({ key }) => [key, own.paces({ method, who: key })]));
  return {
    ...jobSteps(steps, paces, pacesBy),
    isMeasured: Object.keys(paces).length > 0,
    lots: lotsWanted(scene.state.bond, end.state.bond),
  };
}

/** A step as it is where how long each person takes is not gone by. */
const inAnyHands = (step: JobStep): JobStep => ({ ...step, minutesBy: undefined });

/** The open jobs that are planned, what is in hand before what is due first, and those that are too many. */
function split(stored: readonly StoredJob[], nowMs: number, most: number): [StoredJob[], StoredJob[]] {
  if (stored.length <= most) return [[...stored], []];
  const isInHand = ({ moves }: StoredJob) => (moves.at(-1)?.atMs ?? 0) > nowMs - IN_HAND_MS;
  const ordered = [...stored.filter(isInHand), ...stored.filter((job) => !isInHand(job))];
  return [ordered.slice(0, most), ordered.slice(most)];
}

/**
 * What the bench is to plan at a moment: every open job with what it still asks for, everybody who works here, the shop's stations and hours.
 * What runs by itself now is pinned where it is. Of more open jobs than can be planned those wait that are due last.
 */
export async function planAsked(pool: pg.Pool, nowMs: number, most = MOST_PLANNED): Promise<PlanAsked> {
  const [stored, people, pins, bench, parts, soon, shelf] = await Promise.all([
    openJobs(pool),
    listAtBench(pool),
    planPins(pool),
    findBench(pool),
    shelvedParts(pool),
    soonPlanned(pool, nowMs),
    shelvedLots(pool),
  ]);
  // Own hours may lie outside everybody's: then each has theirs.
  const isOneForAll = Object.keys(bench.own).length === 0;
  const asked: PlanAsked = {
    fromMs: nowMs,
    question: {
      stations: usualStations.map(({ name, kind }) => ({ name, kind, places: bench.places[name] })),
      technicians: people.map(({ key }) => {
        const not = bench.cannot[key] ?? [];
        return {
          name: key,
          ...(not.length === 0 ? {} : { can: stationNames.filter((name) => !not.includes(name)) }),
          ...(isOneForAll ? {} : { shifts: shiftsOf({ ...bench, ...bench.own[key] }, nowMs) }),
        };
      }),
      ...(isOneForAll ? { shifts: shiftsOf(bench, nowMs) } : {}),
      jobs: [],
      timeLimitS: 1,
    },
    jobs: [],
    measured: 0,
    lots: {},
    short: [],
    parts: parts.map(({ name, left }) => ({ name, left })),
    people,
    hours: bench.hours,
    day: dayOf(bench),
    isUsual: bench === usualBench,
    leftOut: [],
    pins,
    soon,
  };
  const running = new Map<string, number>();
  const [planned, tooMany] = split(stored, nowMs, most);
  for (const job of planned) {
    let found = known.of(job, nowMs);
    if (!found) {
      // Each takes some milliseconds: others are answered in between.
      await breath();
      found = known.keep(job, nowMs, await stepsOf(pool, job, people, nowMs));
    }
    if ("why" in found) {
      asked.leftOut.push({ code: job.code, why: found.why });
      continue;
    }
    const { takes, spans, isMeasured, lots } = found;
    const steps = bench.isByPerson ? found.steps : found.steps.map(inAnyHands);
    for (const kind of lotKinds) {
      const more = lots[kind];
      if (more !== undefined) asked.lots[kind] = (asked.lots[kind] ?? 0) + more;
    }
    if (isMeasured) asked.measured += 1;
    if (steps.length === 0) continue;
    const isRunning = steps[0]!.hands === 0;
    if (isRunning) running.set(steps[0]!.station, (running.get(steps[0]!.station) ?? 0) + 1);
    asked.jobs.push({
      code: job.code,
      family: `${job.family.family.code} ${job.family.family.name.toLowerCase()}`,
      takes,
      spans,
    });
    asked.question.jobs.push({
      code: job.code,
      ...(job.dueAt === null
        ? {}
        : { dueMin: Math.min(FARTHEST_MIN, Math.max(0, (Date.parse(job.dueAt) - nowMs) / MINUTE_MS)) }),
      steps: steps.map((step, k) => (k === 0 && isRunning ? { ...step, fixed: { startMin: 0 } } : step)),
    });
  }
  asked.short = lotKinds.filter((kind) => (asked.lots[kind] ?? 0) > usableOf(kind, shelf, nowMs));
  for (const { code } of tooMany) asked.leftOut.push({ code, why: t("too-many-to-plan", { most }) });
  // More of them run than there usually are: so the shop has as many.
  for (const station of asked.question.stations)
    station.places = Math.max(station.places ?? 1, running.get(station.name) ?? 0);
  return asked;
}

/** Such a code no job can have. */
const NEW_JOB = "?";
/** From so many jobs on it is said how their pace spreads. */
const LEAST_PACES = 5;

/** What is to be planned to promise a job of a family; null where its repair cannot be planned, or another is asked for than there is. */
export async function promiseAsked(
  pool: pg.Pool,
  family: StoredFamily,
  route: RepairRoute,
  nowMs: number,
): Promise<PromiseAsked | null> {
  const scene = justOpened(family.family, route, nowMs);
  const { steps, stuck } = planProcedure(deviceRules, scene, 2);
  if (stuck) return null;
  const [asked, past, { paces: own, whole: minutes }] = await Promise.all([
    planAsked(pool, nowMs),
    pastJobs(pool, family.family.code),
    ownMinutes(pool, family.family, route, nowMs),
  ]);
  const { tries, wins } = past[familyRoute(route)] ?? { tries: 0, wins: 0 };
  const middle = median(minutes);
  const paces = minutes.length < LEAST_PACES ? [] : minutes.map((one) => one / middle);
  return {
    asked,
    code: NEW_JOB,
    steps: jobSteps(steps, own()).steps,
    paces,
    tries,
    wins,
  };
}
