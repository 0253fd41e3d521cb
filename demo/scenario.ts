import { calculateFilmAxis } from "../core/film/film-axis.ts";
import { cellKinds, usualCellKind } from "../core/film/picture-advice.ts";
import { withSetting } from "../core/heat/heat-methods.ts";
import { calculateLiftHeat, chooseSoakS, isHeated, seamOf, usualSettings } from "../core/heat/lift-heat.ts";
import type { Damage } from "../core/intake/damage.ts";
import type { EventDraft, JobEvent } from "../core/job/event.ts";
import { applyEvent, foldJob, secondsLeft, type JobState } from "../core/job/fold.ts";
import { nextAction, type NextAction } from "../core/job/next-action.ts";
import { heatDraft } from "../core/job/stages/lift.ts";
import { routes, type RouteName, type StageName } from "../core/job/route.ts";
import { bringsTouch, decideRoute } from "../core/route/decision-tree.ts";
import {
  priceOf,
  quotedRoutes,
  routeOptions,
  type PastJobs,
  type ShopTerms,
} from "../core/route/route-options.ts";
import { speedOf } from "../core/lift/lift-plan.ts";
import type { Family, Seam } from "../core/stack/family.ts";
import { isOutOfDate, lotKinds, type Lot } from "../core/materials/lots.ts";
import { families } from "./families.ts";
import { demoLots } from "./lots.ts";
import { seededRandom, type Random } from "./random.ts";

export interface ScenarioJob {
  id: string;
  code: string;
  family: Family;
  events: JobEvent[];
}

export const technicians = [
  { key: "tove", name: "Tove" },
  { key: "imre", name: "Imre" },
  { key: "saskia", name: "Saskia" },
  { key: "noor", name: "Noor" },
  { key: "bram", name: "Bram" },
  { key: "linus", name: "Linus" },
];

const SEED = 20_419;
const FINISHED_JOBS = 150;
const DAY_MS = 86_400_000;

const familyNamed = (code: string): Family => families.find((family) => family.code === code)!;

interface HeatHabit {
  draft: EventDraft;
  setting: number;
  /** Glue line at the end of the soak, as reckoned. */
  glueLineC: number;
}

/** Heat settings that the shop's technicians favour for a seam: a little cooler, usual, a little hotter. */
const habits = new Map<string, HeatHabit[]>();
function heatHabits(family: Family, seam: Seam & { plateC: number }): HeatHabit[] {
  const name = `${family.code} ${seam.route}`;
  const kept = habits.get(name);
  if (kept) return kept;
  const seamIndex = family.stack.findIndex((layer) => layer.name === seam.layer);
  const made = [-4, 0, 4].map((offsetC): HeatHabit => {
    const { method, ...surroundings } = usualSettings(seam);
    const usual = { ...surroundings, method: withSetting(method, seam.plateC + offsetC) };
    const soakS = chooseSoakS(family, seam, usual) ?? 600;
    const heat = { ...usual, soakS };
    const { windowS, result } = calculateLiftHeat(family, seam, heat);
    const atEnd = result.timesS.findIndex((timeS) => timeS >= soakS);
    return {
      draft: heatDraft(heat, speedOf(seam), windowS),
      setting: seam.plateC + offsetC,
      glueLineC: result.interfaces[seamIndex + 1]!.temperatureC[atEnd]!,
    };
  });
  habits.set(name, made);
  return made;
}

/** One job being worked: its events so far, the clock on the wall, and who stands at the bench. */
class Bench {
  readonly events: JobEvent[] = [];
  state: JobState = foldJob([]);
  readonly family: Family;
  readonly random: Random;
  private clockMs: number;
  private who: string;

  constructor(family: Family, random: Random, startMs: number) {
    this.family = family;
    this.random = random;
    this.clockMs = startMs;
    this.who = random.pick(technicians).key;
  }

  readonly record = (draft: EventDraft): void => {
    const event = {
      ...draft,
      id: this.random.uuid(),
      who: this.who,
      at: new Date(Math.round(this.clockMs)).toISOString(),
    } as JobEvent;
    this.events.push(event);
    this.state = applyEvent(this.state, event);
  };

  wait(seconds: number): void {
    this.clockMs += seconds * 1_000;
  }

  get nowMs(): number {
    return this.clockMs;
  }

  next(): NextAction | null {
    return nextAction({ state: this.state, family: this.family, nowMs: this.clockMs });
  }

  /** Lets the time pass that this action takes, a running timer's remainder included. */
  takeTime(action: NextAction): void {
    const timer = this.state.timers.find((t) => t.timer === action.timer && t.stoppedAt === null);
    if (timer) this.wait(Math.max(0, secondsLeft(timer, this.clockMs)) + this.random.between(1, 5));
    else if (action.key.startsWith("soak-")) this.wait(this.random.between(2, 8));
    else this.wait(action.press.startsWith("Cut ") ? 0 : this.random.between(12, 110));
  }

  read(
    stage: StageName,
    quantity: "plate" | "glue line" | "irradiance" | "mass" | "border offset",
    value: number,
  ) {
    const at = new Date(Math.round(this.clockMs)).toISOString();
    this.record({
      stage,
      kind: "reading-taken",
      data: { quantity, source: "hand", values: [{ at, value: Number(value.toFixed(2)) }] },
    });
  }
}

interface Fate {
  /** The panel does not survive the lift. */
  panelDies: boolean;
  /** A function fails at the first proof and passes after another look. */
  failsProof: boolean;
  givesUp: boolean;
  /** The first look at the proof shows a speck under the glass. */
  hasSpeck: boolean;
}

/** The readings that a careful technician writes down along the way. */
function takeReadings(bench: Bench, draft: EventDraft, lampShare: number): void {
  const { random, state, family } = bench;
  if (draft.kind === "timer-started" && draft.data.timer.startsWith("soak-")) {
    bench.read("lift", "plate", (state.settings.lift?.plateC ?? 90) + random.normal(0, 0.8));
  }
  if (draft.kind === "timer-started" && draft.data.timer === "window-1" && random.chance(0.6)) {
    const seam = seamOf(family, state.route);
    if (isHeated(seam)) {
      const habit = heatHabits(family, seam).find((h) => h.setting === state.settings.lift?.plateC);
      if (habit) bench.read("lift", "glue line", habit.glueLineC + random.normal(0, 1));
    }
  }
  if (draft.kind === "part-spent" && draft.data.unit === "ml") {
    bench.read("bond", "mass", draft.data.quantity * 1.07 * random.normal(1, 0.03));
  }
  if (draft.kind === "step-done" && draft.data.step === "align") {
    bench.read("bond", "border offset", Math.abs(random.normal(0.18, 0.12)));
  }
  if (draft.kind === "stage-started" && draft.stage === "cure") {
    bench.read("cure", "irradiance", 60 * lampShare * random.normal(1, 0.02));
  }
}

/** The terms of the demo shop: what its first migration assumes too. */
const terms: ShopTerms = { currency: "EUR", ratePerHourMinor: 4_800, priorWins: 3, priorTries: 4 };

/** Finished jobs so far, by family: what this shop knows when it quotes the next one. */
const finishedBefore = new Map<string, PastJobs>();

function quote({ family, state }: Bench): EventDraft | null {
  const { possible } = decideRoute(family, state.answers);
  if (!possible.includes(state.route)) return null;
  const quoted = quotedRoutes(family, possible);
  const prices = Object.fromEntries(quoted.map((route) => [route, priceOf(family, route)!]));
  const past = finishedBefore.get(family.code) ?? {};
  const input = routeOptions(quoted, prices, past, terms, null);
  return { stage: "intake", kind: "quoted", data: { currency: terms.currency, input, agreed: state.route } };
}

function rememberJob({ family, state }: Bench): void {
  const { triedRoute, route, ended } = state;
  if (!triedRoute || !ended) return;
  const past = { ...finishedBefore.get(family.code) };
  const isGood = ended.outcome === "repaired" || ended.outcome === "assembly fitted";
  for (const tried of new Set(route === "assembly" ? [triedRoute, route] : [triedRoute])) {
    const { wins, tries } = past[tried] ?? { wins: 0, tries: 0 };
    past[tried] = { wins: wins + Number(isGood && tried === route), tries: tries + 1 };
  }
  finishedBefore.set(family.code, past);
}

/** What the strong light shows: cracks from an edge inwards where there is glass, fading where there is only film. */
function markDamage({ random, family, state, record }: Bench): void {
  const { widthMm, heightMm } = family.outline;
  const at = (x: number, y: number) => ({
    xMm: Number(Math.min(widthMm, Math.max(0, x)).toFixed(1)),
    yMm: Number(Math.min(heightMm, Math.max(0, y)).toFixed(1)),
  });
  const mark = (data: Damage) => record({ stage: "intake", kind: "damage-marked", data });
  if (state.route === "film") {
    const x = random.between(0.1, 0.5) * widthMm;
    const y = random.between(0.1, 0.4) * heightMm;
    mark({ damage: "patch", points: [at(x, y), at(x + 0.35 * widthMm, y + 0.4 * heightMm)] });
    return;
  }
  if (state.route === "backlight") {
    mark({
      damage: "dark bleed",
      points: [at(0.2 * widthMm, heightMm / 2), at(0.38 * widthMm, heightMm / 2)],
    });
    return;
  }
  for (let cracks = random.whole(1, 3); cracks > 0; cracks -= 1) {
    let [x, y] = [random.chance(0.5) ? 0 : widthMm, random.between(0, heightMm)];
    const points = [at(x, y)];
    const inwards = x === 0 ? 1 : -1;
    for (let bends = random.whole(2, 4); bends > 0; bends -= 1) {
      x += inwards * random.between(0.08, 0.22) * widthMm;
      y += random.between(-0.2, 0.2) * heightMm;
      points.push(at(x, y));
    }
    mark({ damage: "crack", points });
  }
  if (random.chance(0.25)) {
    const corner = random.chance(0.5) ? widthMm : 0;
    const inwards = corner === 0 ? 1 : -1;
    mark({
      damage: "missing shard",
      points: [at(corner, 0), at(corner + inwards * 0.09 * widthMm, 0), at(corner, 0.07 * heightMm)],
    });
  }
}

/** What goes on the cloth here, ml and min. */
const wipes = [
  ["isopropyl alcohol", 6, 5],
  ["isopropyl alcohol", 10, 8],
  ["ethanol", 5, 4],
  ["n-hexane", 3, 2],
] as const;

/** Reads light through the old film at six angles and takes the axis that the readings tell. */
function measureAxis({ random, family, record }: Bench): EventDraft {
  const { usualFrontDeg, directorDeg } = cellKinds.find(({ key }) => key === usualCellKind(family))!;
  const trueDeg = usualFrontDeg + directorDeg + random.normal(0, 0.8);
  const readings = [0, 30, 60, 90, 120, 150].map((angleDeg) => {
    const along = Math.cos(((angleDeg - trueDeg) * Math.PI) / 180) ** 2;
    return { angleDeg, level: Number((40 + 700 * along * random.normal(1, 0.01)).toFixed(1)) };
  });
  for (const reading of readings) {
    record({ stage: "fit", kind: "axis-read", data: { film: "front", ...reading, source: "hand" } });
  }
  const axisDeg = Number(calculateFilmAxis({ readings }).axisDeg.toFixed(1));
  return { stage: "fit", kind: "axis-chosen", data: { film: "front", axisDeg, from: "measured" } };
}

/** A patch of glue that side light shows. */
function residueOf({ random, family }: Bench): EventDraft {
  const { widthMm, heightMm } = family.outline;
  const [x, y] = [random.between(0.05, 0.7) * widthMm, random.between(0.05, 0.7) * heightMm];
  const round = (mm: number) => Number(mm.toFixed(1));
  return {
    stage: "clean",
    kind: "residue-marked",
    data: {
      points: [
        { xMm: round(x), yMm: round(y) },
        { xMm: round(x + 0.12 * widthMm), yMm: round(y + 0.2 * heightMm) },
      ],
    },
  };
}

/** The shop's lots at the moment of loading. */
let shelf: readonly Lot[] = [];

/** A lot of a kind that was open, or could be, and in date on the day. */
function lotAtHand({ random }: Bench, kind: string, dayMs: number): EventDraft | null {
  const good = shelf.filter(
    (lot) =>
      lot.kind === kind &&
      lot.openedOn !== null &&
      Date.parse(lot.openedOn) <= dayMs &&
      !isOutOfDate(lot, dayMs),
  );
  if (good.length === 0) return null;
  const { lot, material, expiresOn, openedOn, openDays, kind: of } = random.pick(good);
  return {
    stage: "bond",
    kind: "lot-chosen",
    data: { kind: of, lot, material, expiresOn, openedOn, openDays },
  };
}

/** A bubble that side light shows, a pinprick mostly. */
function bubbleOf({ random, family }: Bench): EventDraft {
  const { widthMm, heightMm } = family.outline;
  const round = (mm: number) => Number(mm.toFixed(1));
  return {
    stage: "bond",
    kind: "bubble-marked",
    data: {
      xMm: round(random.between(0.15, 0.85) * widthMm),
      yMm: round(random.between(0.15, 0.85) * heightMm),
      diameterMm: random.pick([0.1, 0.2, 0.3]),
    },
  };
}

/** A photo on black that shows one speck, too large to pass. */
function speckSeen({ random, family }: Bench): EventDraft {
  const { widthMm, heightMm } = family.outline;
  const lengthMm = random.pick([0.35, 0.5, 0.8]);
  return {
    stage: "prove",
    kind: "photo-inspected",
    data: {
      lighting: "dark",
      source: "photo",
      defects: [
        {
          kind: "speck",
          xMm: Number((random.between(0.35, 0.65) * widthMm).toFixed(1)),
          yMm: Number((random.between(0.4, 0.6) * heightMm).toFixed(1)),
          areaMm2: Number(((Math.PI * lengthMm ** 2) / 4).toFixed(3)),
          lengthMm,
          strength: random.whole(15, 40),
          overruled: false,
        },
      ],
    },
  };
}

/** Chooses what is recorded for an action: mostly what the bar offers, sometimes what goes wrong. */
function decide(bench: Bench, action: NextAction, fate: Fate, skipsChecks: boolean): EventDraft {
  const { random, state, family } = bench;
  const seam = seamOf(family, state.route);
  if (state.present === "lift" && action.press === "Use these settings" && isHeated(seam)) {
    return random.pick(heatHabits(family, seam)).draft;
  }
  if (action.skip && state.present === "clean") return random.chance(0.3) ? action.draft() : action.skip();
  if (action.skip && skipsChecks && state.present === "lift") return action.skip();
  const draft = action.draft();
  if (draft.kind === "step-done" && draft.data.step === "risk") return quote(bench) ?? draft;
  if (draft.kind === "axis-chosen") return measureAxis(bench);
  if (draft.kind === "solvent-chosen") {
    const [solvent, volumeMl, evaporateMin] = random.pick(wipes);
    return { ...draft, data: { solvent, volumeMl, evaporateMin } };
  }
  if (draft.kind === "step-done" && draft.data.step === "look" && state.residue.length === 0) {
    return random.chance(0.35) ? residueOf(bench) : draft;
  }
  if (draft.kind === "step-done" && draft.data.step.startsWith("lot-")) {
    const kind = lotKinds.find((name) => draft.data.step === `lot-${name}`)!;
    return lotAtHand(bench, kind, bench.nowMs) ?? draft;
  }
  if (draft.kind === "step-done" && draft.data.step === "bubbles" && state.bubbles.length === 0) {
    return random.chance(0.2) ? bubbleOf(bench) : draft;
  }
  if (draft.kind === "step-done" && draft.data.step === "bubbles-settled") {
    const open = state.bubbles.find(({ settled }) => settled === null);
    if (open) return { stage: "bond", kind: "bubble-settled", data: { bubble: open.id, as: "gone" } };
  }
  if (draft.kind === "step-done" && draft.stage === "prove" && draft.data.step === "clear") {
    return fate.hasSpeck && state.sentBack.length === 0 ? speckSeen(bench) : draft;
  }
  if (draft.kind === "question-answered") {
    const { question } = draft.data;
    const answer =
      question === "touch" && bringsTouch(family, state.route) && random.chance(0.45)
        ? "dead"
        : question === "picture" && state.route === "film"
          ? "pale"
          : draft.data.answer;
    return { ...draft, data: { question, answer } };
  }
  if (draft.kind !== "function-checked") return draft;
  const fails =
    (draft.stage === "lift" && fate.panelDies && draft.data.function === "picture") ||
    (draft.stage === "prove" &&
      fate.failsProof &&
      draft.data.function === "brightness" &&
      state.checks.prove?.[draft.data.function] === undefined);
  return fails ? { ...draft, data: { ...draft.data, result: "fail" } } : draft;
}

/** Works a job until it is over or `stops` says so. */
function work(
  bench: Bench,
  fate: Fate,
  lampShare: number,
  stops: (bench: Bench, action: NextAction) => boolean = () => false,
  skipsChecks = false,
): void {
  for (let presses = 0; presses < 400; presses += 1) {
    const action = bench.next();
    if (!action || stops(bench, action)) return;
    bench.takeTime(action);
    if (fate.givesUp && bench.state.present === "clean") {
      bench.record({
        stage: "clean",
        kind: "note-written",
        data: { text: "A crack ran across the cell while cleaning." },
      });
      bench.record({
        stage: "clean",
        kind: "job-ended",
        data: { outcome: "given up", note: "Customer takes it back." },
      });
      return;
    }
    // What heat is worth, and what is wanted, is reckoned at the moment of the press.
    const draft = decide(bench, bench.next()!, fate, skipsChecks);
    if (draft.kind === "step-done" && draft.data.step === "damage") markDamage(bench);
    if (draft.kind === "stretch-cut") {
      const seam = seamOf(bench.family, bench.state.route)!;
      bench.wait(
        (Math.abs(draft.data.toMm - draft.data.fromMm) / speedOf(seam)) * bench.random.between(0.8, 0.98),
      );
    }
    bench.record(draft);
    takeReadings(bench, draft, lampShare);
  }
  throw new Error(`${bench.family.code} did not come to an end`);
}

const complaints: Record<string, readonly string[]> = {
  "PH-10": [
    "Cover glass starred by a winch handle, picture good.",
    "Glass cracked across the lower left, touch patchy.",
  ],
  "TK-5": [
    "Dropped on the quay, glass in pieces, picture good.",
    "Corner crushed, cracks to the camera window.",
  ],
  "BX-24": ["Glass crazed after a fall with the bicycle.", "Stone chip, crack from edge to edge."],
  "WS-240": ["Digits pale, smells of vinegar, film bubbled.", "Front film ridged, half of it faded."],
  "KB-15": [
    "Front film scratched white at hand height.",
    "Film peeling at the corner, picture good under it.",
  ],
  "AQ-8": ["Glass cracked by the gavel, touch dead on the right.", "Touch dead in a band, glass whole."],
  "ER-7": ["Dark on the left half, backlight flex torn.", "Flickers when the engine runs, joint cracked."],
};

function open(bench: Bench, route: RouteName, dueInDays: number, openedMs: number): void {
  bench.record({
    stage: "intake",
    kind: "job-opened",
    data: {
      route,
      complaint: bench.random.pick(complaints[bench.family.code]!),
      dueAt: new Date(openedMs + dueInDays * DAY_MS).toISOString(),
    },
  });
  bench.wait(bench.random.between(60, 400));
}

const primaryRoute = (family: Family): RouteName => family.routes[0]!;

function finishedJob(index: number, nowMs: number, random: Random): ScenarioJob {
  const family = random.pick(families);
  // Spread over the past year up to the day before yesterday, in working hours.
  const day = Math.floor((nowMs - 367 * DAY_MS) / DAY_MS) + Math.floor((index * 365) / FINISHED_JOBS);
  const startMs = day * DAY_MS + random.between(7, 14) * 3_600_000;
  const bench = new Bench(family, random, startMs);
  open(bench, primaryRoute(family), random.whole(2, 7), startMs);
  // The lamp loses a third in a year.
  const lampShare = 1 - (0.33 * index) / FINISHED_JOBS;
  const route = primaryRoute(family);
  work(
    bench,
    {
      panelDies: route === "layer" && random.chance(0.16),
      failsProof: random.chance(0.06),
      givesUp: random.chance(0.03),
      hasSpeck: routes[route].stages.includes("clean") && random.chance(0.09),
    },
    lampShare,
  );
  rememberJob(bench);
  return { id: random.uuid(), code: `GW-${1001 + index}`, family, events: bench.events };
}

interface OpenJob {
  family: string;
  /** How long ago its last event was, s. */
  quietS: number;
  dueInDays: number;
  stops: (bench: Bench, action: NextAction) => boolean;
  panelDies?: boolean;
  skipsChecks?: boolean;
  after?: (bench: Bench) => void;
}

const inStage = (stage: StageName, doneSteps: number) => (bench: Bench) =>
  bench.state.present === stage &&
  bench.events.filter((event) => event.stage === stage && event.kind !== "stage-started").length >= doneSteps;
const runningTimer = (prefix: string) => (bench: Bench) =>
  bench.state.timers.some((timer) => timer.timer.startsWith(prefix) && timer.stoppedAt === null);

/** The open jobs: between them at every stage, one held, one overdue, one whose panel died. */
const openJobs: readonly OpenJob[] = [
  { family: "TK-5", quietS: 900, dueInDays: 3, stops: inStage("intake", 2) },
  { family: "PH-10", quietS: 240, dueInDays: 4, stops: inStage("open", 3) },
  { family: "TK-5", quietS: 20, dueInDays: 2, stops: runningTimer("soak-1") },
  { family: "PH-10", quietS: 420, dueInDays: 1, stops: (bench) => bench.state.stretches.length >= 2 },
  { family: "BX-24", quietS: 300, dueInDays: 2, stops: inStage("clean", 1) },
  { family: "ER-7", quietS: 1_500, dueInDays: 5, stops: inStage("rework", 2) },
  { family: "AQ-8", quietS: 7_200, dueInDays: -1, stops: inStage("fit", 1) },
  { family: "TK-5", quietS: 600, dueInDays: 2, stops: inStage("bond", 1) },
  { family: "BX-24", quietS: 15, dueInDays: 1, stops: runningTimer("main") },
  { family: "KB-15", quietS: 2_700, dueInDays: 6, stops: inStage("prove", 1) },
  { family: "PH-10", quietS: 1_100, dueInDays: 1, stops: inStage("close", 2) },
  {
    family: "WS-240",
    quietS: 86_000,
    dueInDays: 9,
    stops: inStage("fit", 1),
    after: (bench) =>
      bench.record({ stage: "fit", kind: "job-held", data: { reason: "film sheet on order" } }),
  },
  {
    family: "TK-5",
    quietS: 3_300,
    dueInDays: 2,
    panelDies: true,
    stops: (bench) => bench.state.route === "assembly" && inStage("fit", 1)(bench),
  },
  {
    family: "AQ-8",
    quietS: 1_900,
    dueInDays: 3,
    skipsChecks: true,
    stops: (_bench, action) => action.hold?.name === "checked-after-lift",
  },
];

function openJob(plan: OpenJob, index: number, nowMs: number, random: Random): ScenarioJob {
  const family = familyNamed(plan.family);
  const bench = new Bench(family, random, nowMs);
  open(bench, primaryRoute(family), 0, nowMs);
  const fate: Fate = {
    panelDies: plan.panelDies ?? false,
    failsProof: false,
    givesUp: false,
    hasSpeck: false,
  };
  work(bench, fate, 0.66, plan.stops, plan.skipsChecks);
  plan.after?.(bench);
  // Worked from now on, then moved back as a whole, so that the last event lies as long ago as planned.
  const shiftMs = nowMs - plan.quietS * 1_000 - Date.parse(bench.events.at(-1)!.at);
  const moved = (text: string) => new Date(Date.parse(text) + shiftMs).toISOString();
  const events = bench.events.map((event): JobEvent => {
    const at = moved(event.at);
    if (event.kind === "reading-taken") {
      const values = event.data.values.map((value) => ({ ...value, at: moved(value.at) }));
      return { ...event, at, data: { ...event.data, values } };
    }
    if (event.kind === "job-opened") {
      return {
        ...event,
        at,
        data: { ...event.data, dueAt: new Date(nowMs + plan.dueInDays * DAY_MS).toISOString() },
      };
    }
    return { ...event, at };
  });
  return { id: random.uuid(), code: `GW-${1001 + FINISHED_JOBS + index}`, family, events };
}

/** The whole scenario as of `nowMs`. The same moment gives the same data, down to the ids. */
export function makeScenario(nowMs: number): ScenarioJob[] {
  const random = seededRandom(SEED);
  shelf = demoLots(nowMs);
  finishedBefore.clear();
  return [
    ...Array.from({ length: FINISHED_JOBS }, (_, index) => finishedJob(index, nowMs, random)),
    ...openJobs.map((plan, index) => openJob(plan, index, nowMs, random)),
  ];
}
