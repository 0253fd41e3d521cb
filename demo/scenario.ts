import { proofsOf } from "../server/access/roles.ts";
import { demoPeople } from "./people.ts";
import { type RepairRoute, familyRoute } from "../core/device/routes.ts";
import { chooseFor, type BenchChoices } from "../core/device/choose.ts";
import type { Scene } from "../core/device/scene.ts";
import { seamNow } from "../core/device/ask.ts";
import type { FilmSide } from "../core/film/films.ts";
import { methodOf, settingOf, type HeatMethodKind } from "../core/heat/heat-methods.ts";
import { calculateLiftHeat, isHeated, keptMethod, usualSettings } from "../core/heat/lift-heat.ts";
import type { Damage } from "../core/intake/damage.ts";
import { adhesiveNow } from "../core/bond/adhesive-now.ts";
import { bendingParts, gaugeInput } from "../core/lift/lift-gauge.ts";
import { calculateLiftStress } from "../core/lift/lift-stress.ts";
import { glueOf, strengthAt } from "../core/materials/glues.ts";
import { outcomes } from "../core/intake/intake-slot.ts";
import { isOutOfDate, lastDayOf } from "../core/materials/lots.ts";
import type { Lot } from "../core/materials/shelf-lot.ts";
import { deviceRules } from "../core/moves.ts";
import { calculateRouteChoice } from "../core/route/route-choice.ts";
import {
  priceOf,
  quotedRoutes,
  routeOptions,
  type PastJobs,
  type QuoteTerms,
} from "../core/route/route-options.ts";
import { routes, type RouteName } from "../core/route/routes.ts";
import type { StageName } from "../core/stage.ts";
import type { Family } from "../core/stack/family.ts";
import type { Recorded } from "../core/job/move.ts";
import { playJob, type Play } from "../core/twin/play.ts";
import { truthOf, type Truth } from "../core/twin/truth.ts";
import { families } from "./families.ts";
import { demoLots } from "./lots.ts";
import { seededRandom, type Random } from "./random.ts";

/** A move of the scenario, as the database keeps it. */
export interface ScenarioMove extends Recorded<StageName> {
  toldAt: string;
  device: string;
}

export interface ScenarioJob {
  id: string;
  code: string;
  family: Family;
  moves: ScenarioMove[];
}

/** Who of the demo's people works at the bench. */
export const technicians = demoPeople
  .filter(({ role }) => proofsOf(role).digits)
  .map(({ key, name }) => ({ key, name }));

const SEED = 20_419;
/** The year's own: its truths are to be found by whoever looks, so chance must not have hidden them. */
const YEAR_SEED = 9;
export const FINISHED_JOBS = 150;
const DAY_MS = 86_400_000;

const familyNamed = (code: string): Family => families.find((family) => family.code === code)!;

/** What the year holds for somebody who looks: docs/demo.md lists it. Days before the day of loading. */
export const truths = {
  /** This liquid adhesive yellowed: what was laid with it came back. */
  yellowLot: { lot: "LA-098", fromDay: 310, toDay: 220, returns: 0.4 },
  /** From then on the plate of this shop touches worse and worse. */
  plateDrift: { fromDay: 150, lossPerDay: 0.0016 },
  /** A learner: how often a panel dies under these hands at first, and at the end of the year. */
  learner: { who: "linus", diesAtFirst: 0.5, diesAtLast: 0.06 },
  /** Frost spares the panel of this family only. */
  frost: { family: "TK-5", diesOnPlate: 0.55, diesInFrost: 0.04 },
  /** In these two weeks there was dust in the air. */
  dust: { fromDay: 96, toDay: 82, specks: 0.7 },
} as const;

/** How often a panel dies where nothing else is known of it. */
const USUALLY_DIES = 0.1;

/** The terms of the demo shop: what its first migration assumes too. */
const terms: QuoteTerms = {
  currency: "EUR",
  ratePerHourMinor: 4_800,
  marginPct: 0,
  riskSharePct: 0,
  taxPct: 0,
  priorWins: 3,
  priorTries: 4,
};

const complaints: Record<string, readonly string[]> = {
  "PC-3": ["Glass starred by a bunch of keys, picture good behind it."],
  "TW-42": ["Glass cracked on a bollard, tide still shown."],
  "NH-6": ["Dropped from the steps, glass in pieces, picture good."],
  "DG-9": ["Front film faded and lifting at one chamfer."],
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

/** Settings that were worked out once stand for every job that asks the same. */
type Worked = Map<string, unknown>;

/** What a shop works by: its shelf, what it knows from finished jobs, what it has worked out. */
interface Shop {
  lots: readonly Lot[];
  past: Map<string, PastJobs>;
  worked: Worked;
  nowMs: number;
}

function workOut(shop: Shop, scene: Scene, kind: string, offered: unknown, choices: BenchChoices): unknown {
  // These hands soak as long each time as the first.
  if (kind === "soak-started") return null;
  const { family, state } = scene;
  // What a choice rests on, beside the family.
  const on = {
    "heat-chosen": [
      choices.method,
      choices.setting,
      state.intake.damage.some(({ damage }) => damage === "crack"),
      seamNow(scene)?.layer,
    ],
    "dose-chosen": [state.bond.lots.adhesive?.material],
    "pattern-chosen": [state.bond.dose?.gapUm, state.bond.lots.adhesive?.material],
    lowered: [state.bond.dose?.gapUm, state.bond.lots.adhesive?.material],
  }[kind];
  if (!on) return chooseFor(scene, kind, offered, choices);
  const key = JSON.stringify([kind, family.code, on]);
  if (!shop.worked.has(key)) shop.worked.set(key, chooseFor(scene, kind, offered, choices));
  return shop.worked.get(key);
}

/** What the strong light shows: cracks from an edge inwards where there is glass, fading where there is only film. */
function damageOf(random: Random, family: Family, route: RepairRoute): Damage[] {
  const { widthMm, heightMm } = family.outline;
  const at = (x: number, y: number) => ({
    xMm: Number(Math.min(widthMm, Math.max(0, x)).toFixed(1)),
    yMm: Number(Math.min(heightMm, Math.max(0, y)).toFixed(1)),
  });
  if (route === "film") {
    const x = random.between(0.1, 0.5) * widthMm;
    const y = random.between(0.1, 0.4) * heightMm;
    return [{ damage: "patch", points: [at(x, y), at(x + 0.35 * widthMm, y + 0.4 * heightMm)] }];
  }
  if (route === "backlight") {
    return [
      { damage: "dark bleed", points: [at(0.2 * widthMm, heightMm / 2), at(0.38 * widthMm, heightMm / 2)] },
    ];
  }
  return Array.from({ length: random.whole(1, 3) }, (): Damage => {
    let [x, y] = [random.chance(0.5) ? 0 : widthMm, random.between(0, heightMm)];
    const points = [at(x, y)];
    const inwards = x === 0 ? 1 : -1;
    for (let bends = random.whole(2, 4); bends > 0; bends -= 1) {
      x += inwards * random.between(0.08, 0.22) * widthMm;
      y += random.between(-0.2, 0.2) * heightMm;
      points.push(at(x, y));
    }
    return { damage: "crack", points };
  });
}

/** A lot of a kind that was open, or could be, and in date on the day. */
function lotAtHand(random: Random, shop: Shop, kind: string, atMs: number): Lot | null {
  const day = Math.round((shop.nowMs - atMs) / DAY_MS);
  const { yellowLot } = truths;
  if (kind === "adhesive" && day <= yellowLot.fromDay && day >= yellowLot.toDay) {
    const usual = shop.lots.find((lot) => lot.kind === "adhesive")!;
    return { ...usual, lot: yellowLot.lot, expiresOn: null, openedOn: null, openDays: null };
  }
  const good = shop.lots.filter(
    (lot) => lot.kind === kind && !isOutOfDate(lot, atMs) && lot.openedOn !== null,
  );
  return good.length > 0 ? random.pick(good) : (shop.lots.find((lot) => lot.kind === kind) ?? null);
}

/** What goes on the cloth here, ml and min. */
const wipes = [
  ["isopropyl alcohol", 6, 5],
  ["isopropyl alcohol", 10, 8],
  ["ethanol", 5, 4],
  ["n-hexane", 3, 2],
] as const;

/** What a customer is told of a route, by what this shop knows on the day. */
function quoted(shop: Shop, { family }: Scene, told: Record<string, unknown>): unknown {
  const route = told.route as RepairRoute;
  const priced = familyRoute(route);
  const options = quotedRoutes(family, [priced]);
  const prices = Object.fromEntries(
    options.map((of) => [of, priceOf(family, of) ?? { partsMinor: 0, hours: 1 }]),
  );
  const input = routeOptions(options, prices, shop.past.get(family.code) ?? {}, terms, null);
  const odds = calculateRouteChoice(input).options.find(({ name }) => name === priced)!;
  const whole = (minor: number) => 100 * Math.round(minor / 100);
  return {
    ...told,
    currency: terms.currency,
    priceMinor: whole(odds.price),
    worstMinor: whole(odds.worstPrice),
    successPct: Math.round(odds.successPct),
    quoted: input,
  };
}

/** What this shop's world has otherwise than is assumed of it: stickier glue, a pump that gives a little more, slower liquid, more light. */
const world = { glue: 1.4, laid: 1.02, settling: 1.12, light: 1.08 };

/** Wedges, weights, settling and light that somebody measures at one job in so many. */
function measuredOnTheWay(random: Random): (scene: Scene, kind: string) => { kind: string; data: unknown }[] {
  const wanted = {
    wedge: random.chance(0.3),
    mass: random.chance(0.5),
    settling: random.chance(0.4),
    light: random.chance(0.3),
  };
  /** Read once, and only where it is to be read at this job. */
  const isWanted = (what: keyof typeof wanted) => {
    const is = wanted[what];
    wanted[what] = false;
    return is;
  };
  const reading = ({ nowMs }: Scene, quantity: string, value: number) => [
    {
      kind: "reading-taken",
      data: {
        quantity,
        source: "hand",
        values: [{ at: new Date(nowMs).toISOString(), value: Number(value.toPrecision(4)) }],
      },
    },
  ];
  return (scene, kind) => {
    const { family, state } = scene;
    const { bond, cure } = state;
    const seam = seamNow(scene);
    const parts = seam && bendingParts(family, seam);
    if (kind === "strip-cut" && parts && seam.minC !== undefined && isWanted("wedge")) {
      const { material } = family.stack.find(({ name }) => name === seam.layer)!;
      const glueC = Math.round(seam.minC + random.between(-6, 8));
      const fractureEnergyJm2 =
        world.glue * 1.25 ** random.normal(0, 1) * strengthAt(glueOf(material), glueC);
      const { frontMm, ...input } = gaugeInput(parts, true, 0.5, 1);
      const front = calculateLiftStress({ ...input, fractureEnergyJm2 }).frontMm;
      return [
        {
          kind: "wedge-read",
          data: {
            glue: material,
            glueC,
            input: { ...input, frontMm: Math.max(frontMm!, Number(front.toFixed(1))) },
          },
        },
      ];
    }
    if (kind === "liquid-laid" && bond.dose && isWanted("mass")) {
      const g = bond.dose.volumeMl * adhesiveNow(scene).densityGcm3.value * random.normal(world.laid, 0.03);
      return reading(scene, "mass", g);
    }
    if (kind === "looked-for-bubbles" && bond.settledFromMs && bond.loweringSinceMs && isWanted("settling")) {
      const min = (bond.settledFromMs - bond.loweringSinceMs - 1_000 * (bond.loweredS ?? 0)) / 60_000;
      return reading(scene, "settling", min * random.normal(world.settling, 0.1));
    }
    if (kind === "lamp-off" && cure.exposure && cure.lit?.zone.startsWith("face") && isWanted("light"))
      return reading(scene, "light dose", cure.exposure.requiredMjCm2 * random.normal(world.light, 0.05));
    return [];
  };
}

/** The hands at one job: how they read, mark and say things. */
function hands(
  shop: Shop,
  random: Random,
  lampShare: number,
  day: number,
): Pick<Play, "says" | "between" | "choose"> & { choices: BenchChoices } {
  const choices: BenchChoices = { method: "plate" };
  const { plateDrift } = truths;
  const contact = day < plateDrift.fromDay ? 1 - plateDrift.lossPerDay * (plateDrift.fromDay - day) : 1;
  let drawn = false;
  // What is measured on the way draws from a row of its own: the jobs stay as they are whatever is read of them.
  const readings = measuredOnTheWay(seededRandom(lampShare * 1e6 + day));
  return {
    choices,
    choose: (scene, kind, offered) => {
      if (kind === "solvent-chosen") {
        const [solvent, volumeMl, evaporateMin] = random.pick(wipes);
        return { ...(offered as object), solvent, volumeMl, evaporateMin };
      }
      if (kind === "lot-taken") {
        const of = (offered as { kind: string }).kind;
        const lot = lotAtHand(random, shop, of, scene.nowMs);
        return lot
          ? { kind: of, lot: lot.lot, material: lot.material, goodUntil: lastDayOf(lot), viscosityPaS: null }
          : null;
      }
      if (kind === "film-cut-out") {
        const cut = chooseFor(scene, kind, offered, choices) as object;
        return { ...cut, sheet: `F-${random.whole(2, 8)}`, lot: "25-090" };
      }
      return workOut(shop, scene, kind, offered, choices);
    },
    says: (scene, kind, told) => {
      switch (kind) {
        case "agreed":
          return quoted(shop, scene, told);
        case "lamp-read":
          return {
            irradianceMwCm2: Number((60 * lampShare * random.normal(1, 0.02)).toFixed(1)),
            from: "hand",
          };
        case "aligned": {
          const off = () => Number((scene.family.borderMm + random.normal(0, 0.09)).toFixed(2));
          return { ...told, topMm: off(), rightMm: off(), bottomMm: off(), leftMm: off() };
        }
        case "axis-read":
          return {
            ...told,
            level: Number(((told.level as number) * 700 * random.normal(1, 0.004) + 20).toFixed(1)),
          };
        default:
          return told;
      }
    },
    between: (scene, kind) => {
      if (kind === "damage-drawn" && !drawn) {
        drawn = true;
        return damageOf(random, scene.family, scene.state.intake.wanted).map((data) => ({
          kind: "damage-marked",
          data,
        }));
      }
      const measured = readings(scene, kind);
      if (measured.length > 0) return measured;
      const { heat } = scene.state.lift;
      const seam = seamNow(scene);
      if (
        kind === "soak-ended" &&
        heat &&
        seam &&
        isHeated(seam) &&
        !methodOf(heat.method).isCold &&
        random.chance(0.6)
      ) {
        const at = new Date(scene.nowMs).toISOString();
        const method = keptMethod(seam, heat.method, heat.settings);
        const setting = settingOf(method);
        const glueLineC = workedGlueLineC(shop, scene.family, seam, heat.method, heat.settings, heat.soakS);
        // What touches worse stays colder.
        const readC = 22 + contact * (glueLineC - 22) + random.normal(0, 0.8);
        return [
          ...(heat.method === "plate"
            ? [
                {
                  kind: "reading-taken",
                  data: {
                    quantity: "plate",
                    source: "hand",
                    values: [{ at, value: Number((setting + random.normal(0, 0.6)).toFixed(1)) }],
                  },
                },
              ]
            : []),
          {
            kind: "reading-taken",
            data: {
              quantity: "glue line",
              source: "hand",
              values: [{ at, value: Number(readC.toFixed(1)) }],
            },
          },
        ];
      }
      return [];
    },
  };
}

function workedGlueLineC(
  shop: Shop,
  family: Family,
  seam: NonNullable<ReturnType<typeof seamNow>>,
  kind: HeatMethodKind,
  settings: Readonly<Record<string, number>>,
  soakS: number,
): number {
  const key = JSON.stringify(["glue line", family.code, kind, settings, soakS]);
  if (!shop.worked.has(key)) {
    const method = keptMethod(seam, kind, settings);
    const { result } = calculateLiftHeat(family, seam as never, {
      ...usualSettings(seam as never, kind),
      method,
      soakS,
    });
    const seamIndex = family.stack.findIndex((layer) => layer.name === seam.layer);
    const at = result.timesS.findIndex((timeS) => timeS >= soakS);
    shop.worked.set(key, result.interfaces[seamIndex + 1]!.temperatureC[at]!);
  }
  return shop.worked.get(key) as number;
}

interface Fate {
  family: Family;
  route: RepairRoute;
  who: string;
  /** Days before the loading. */
  day: number;
  startMs: number;
  dueInDays: number;
  complaint: string;
  truth: Truth;
  method: HeatMethodKind;
  declines: boolean;
  bondMethod: "liquid" | "sheet";
  films: readonly FilmSide[];
}

/** Plays a job until it ends or `stops` says so. */
function play(
  shop: Shop,
  random: Random,
  fate: Fate,
  stops: (scene: Scene, moves: readonly Recorded[]) => boolean = () => false,
): { moves: ScenarioMove[]; scene: Scene } {
  const lampShare = 1 - (0.33 * (365 - fate.day)) / 365;
  const { choices, ...way } = hands(shop, random, lampShare, fate.day);
  choices.method = fate.method;
  const setting = fate.method === "plate" ? random.pick([-3, 0, 3]) : 0;
  const seam = fate.family.seams.find(({ method }) => method !== "peel");
  if (setting !== 0 && seam && isHeated(seam)) {
    choices.setting = settingOf(usualSettings(seam, fate.method).method) + setting;
  }
  const game = playJob(deviceRules, {
    family: fate.family,
    route: fate.route,
    films: fate.films,
    method: fate.method,
    bondMethod: fate.bondMethod,
    truth: fate.truth,
    seed: random.whole(1, 1_000_000),
    stray: 0,
    declines: fate.declines,
    startMs: Math.round(fate.startMs),
    complaint: fate.complaint,
    dueAt: new Date(Math.round(fate.startMs + fate.dueInDays * DAY_MS)).toISOString(),
    who: fate.who,
    idOf: () => random.uuid(),
    ...way,
  });
  const moves: ScenarioMove[] = [];
  for (let step = game.next(); ; step = game.next()) {
    if (step.done) return { moves, scene: step.value.scene };
    const { event, scene } = step.value;
    moves.push({
      ...event,
      stage: event.stage as StageName,
      atMs: Math.round(event.atMs),
      toldAt: new Date(Math.round(event.atMs)).toISOString(),
      device: "bench",
    });
    if (stops(scene, moves)) return { moves, scene };
  }
}

const primaryRoute = (family: Family): RouteName => family.routes[0]!;
const isParted = (route: RepairRoute): boolean => routes[familyRoute(route)].joins === "liquid";

/** How likely a panel dies under these hands, this way, on this day. */
function diesWith(family: Family, method: HeatMethodKind, who: string, day: number): number {
  const { learner, frost } = truths;
  if (who === learner.who) {
    const share = (365 - day) / 365;
    return learner.diesAtFirst + share * (learner.diesAtLast - learner.diesAtFirst);
  }
  if (family.code === frost.family) return method === "freezer" ? frost.diesInFrost : frost.diesOnPlate;
  return USUALLY_DIES;
}

/** The families of other shapes came to the shop this week: the year knows none of them. */
const yearsFamilies = families.filter(({ outline }) => !outline.pathMm);

/** What comes in most often. */
const OFTEN = "TK-5";
const drawnFrom = yearsFamilies.flatMap((family) =>
  family.code === OFTEN ? [family, family, family] : [family],
);

/** A device with its hidden truth, as the year has it. */
function fateOf(random: Random, index: number, nowMs: number): Fate {
  const family = random.pick(drawnFrom);
  const route = primaryRoute(family);
  const day = 366 - Math.floor((index * 364) / FINISHED_JOBS);
  const startMs = (Math.floor(nowMs / DAY_MS) - day) * DAY_MS + random.between(6, 9) * 3_600_000;
  const who = random.pick(technicians).key;
  const method: HeatMethodKind = isParted(route) && random.chance(0.45) ? "freezer" : "plate";
  const { dust } = truths;
  const isDusty = day <= dust.fromDay && day >= dust.toDay;
  const truth = truthOf(random.whole(1, 1_000_000), family);
  return {
    family,
    route,
    who,
    day,
    startMs,
    dueInDays: random.whole(2, 7),
    complaint: random.pick(complaints[family.code]!),
    truth: {
      ...truth,
      diesIn: isParted(route) && random.chance(diesWith(family, method, who, day)) ? "lift" : null,
      specks: isDusty ? (random.chance(dust.specks) ? 1 : 0) : truth.specks,
    },
    method,
    declines: random.chance(0.2),
    bondMethod: random.chance(0.15) ? "sheet" : "liquid",
    films: route === "film" ? (random.chance(0.3) ? ["front", "rear"] : ["front"]) : [],
  };
}

/** What a finished job teaches the shop. */
function remember(shop: Shop, { family, route }: Fate, { state }: Scene): void {
  const { ended, agreements } = state.intake;
  const tried = familyRoute(route);
  if (!ended || state.marks.opened === undefined) return;
  const last = agreements.filter(({ answer }) => answer === "yes").at(-1)?.route ?? tried;
  const past = { ...shop.past.get(family.code) };
  const isGood = ended.outcome === outcomes[0];
  for (const of of new Set<RouteName>(last === "assembly" ? [tried, "assembly"] : [tried])) {
    const { wins, tries } = past[of] ?? { wins: 0, tries: 0 };
    past[of] = { wins: wins + Number(isGood && of === last), tries: tries + 1 };
  }
  shop.past.set(family.code, past);
}

interface OpenJob {
  family: string;
  route?: RepairRoute;
  method?: HeatMethodKind;
  /** How long ago its last move was, s. */
  quietS: number;
  dueInDays: number;
  stops: (scene: Scene, moves: readonly Recorded[]) => boolean;
  truth?: Partial<Truth>;
  after?: { kind: string; data: unknown };
}

const inStage = (stage: StageName, count: number) => (_: Scene, moves: readonly Recorded[]) =>
  moves.filter((move) => move.stage === stage).length >= count;

/** The open jobs: between them at every stage, one held, one overdue, one whose panel died, some with a clock that runs. */
const openJobs: readonly OpenJob[] = [
  { family: "TK-5", quietS: 900, dueInDays: 3, stops: inStage("intake", 4) },
  { family: "PH-10", quietS: 240, dueInDays: 4, stops: inStage("open", 5) },
  { family: "TK-5", quietS: 20, dueInDays: 2, stops: ({ state }) => state.lift.soakingSinceMs !== null },
  {
    family: "PH-10",
    quietS: 12,
    dueInDays: 1,
    stops: ({ state }) => (state.lines.glass?.partedPct ?? 0) > 30 && state.lift.windowUntilMs !== null,
  },
  { family: "BX-24", quietS: 300, dueInDays: 2, stops: inStage("clean", 3) },
  { family: "ER-7", quietS: 1_500, dueInDays: 5, stops: inStage("rework", 6) },
  { family: "AQ-8", quietS: 7_200, dueInDays: -1, stops: inStage("fit", 1) },
  { family: "TK-5", quietS: 600, dueInDays: 2, stops: ({ state }) => state.bond.dose !== null },
  { family: "BX-24", quietS: 8, dueInDays: 1, stops: ({ state }) => state.cure.lit?.zone === "face 1" },
  { family: "KB-15", quietS: 2_700, dueInDays: 6, stops: inStage("prove", 2) },
  { family: "PH-10", quietS: 1_100, dueInDays: 1, stops: inStage("close", 3) },
  {
    family: "WS-240",
    quietS: 86_000,
    dueInDays: 9,
    stops: ({ state }) => state.film.chosen.front !== undefined,
    after: { kind: "held", data: { reason: "Film sheet on order" } },
  },
  {
    family: "TK-5",
    quietS: 3_300,
    dueInDays: 2,
    truth: { diesIn: "lift" },
    stops: ({ state }) => state.intake.broke.length > 0,
  },
  {
    family: "PH-10",
    quietS: 60,
    dueInDays: 3,
    stops: ({ state }) => state.bond.loweredS !== null,
  },
  {
    family: "TW-42",
    quietS: 15,
    dueInDays: 2,
    stops: ({ state }) => (state.lines.glass?.partedPct ?? 0) > 30 && state.lift.windowUntilMs !== null,
  },
  { family: "NH-6", quietS: 500, dueInDays: 3, stops: ({ state }) => state.bond.dose !== null },
  {
    family: "DG-9",
    quietS: 1_900,
    dueInDays: 5,
    stops: ({ state }) => (state.film.readings.front?.length ?? 0) >= 2,
  },
  { family: "PC-3", quietS: 400, dueInDays: 4, stops: inStage("open", 8) },
];

/** Everything of a job moved in time, what stands inside its moves as well. */
function shifted(moves: readonly ScenarioMove[], byMs: number): ScenarioMove[] {
  const moved = (text: string) => new Date(Date.parse(text) + byMs).toISOString();
  return moves.map((move): ScenarioMove => {
    const data =
      move.kind === "reading-taken"
        ? {
            ...(move.data as object),
            values: (move.data as { values: { at: string; value: number }[] }).values.map((value) => ({
              ...value,
              at: moved(value.at),
            })),
          }
        : move.data;
    return { ...move, data, atMs: move.atMs + byMs, toldAt: moved(move.toldAt) };
  });
}

function openJob(shop: Shop, plan: OpenJob, index: number, random: Random): ScenarioJob {
  const family = familyNamed(plan.family);
  const route = plan.route ?? primaryRoute(family);
  const fate: Fate = {
    family,
    route,
    who: random.pick(technicians).key,
    day: 0,
    startMs: shop.nowMs,
    dueInDays: plan.dueInDays,
    complaint: random.pick(complaints[family.code]!),
    truth: {
      ...truthOf(3, family),
      deadAtFirst: [],
      looseFlex: false,
      staysAlive: false,
      misfits: 0,
      diesIn: null,
      ...plan.truth,
    },
    method: plan.method ?? "plate",
    declines: false,
    bondMethod: "liquid",
    films: route === "film" ? ["front"] : [],
  };
  const { moves, scene } = play(shop, random, fate, plan.stops);
  if (plan.after) {
    const last = moves.at(-1)!;
    moves.push({
      id: random.uuid(),
      seq: moves.length + 1,
      version: 1,
      ...plan.after,
      stage: scene.state.at,
      who: last.who,
      atMs: scene.nowMs,
      toldAt: new Date(Math.round(scene.nowMs)).toISOString(),
      device: "bench",
    });
  }
  // Worked from now on, then moved back as a whole, so that the last move lies as long ago as planned.
  const byMs = Math.round(shop.nowMs - plan.quietS * 1_000 - moves.at(-1)!.atMs);
  const back = shifted(moves, byMs);
  const dueAt = new Date(Math.round(shop.nowMs + plan.dueInDays * DAY_MS)).toISOString();
  back[0] = { ...back[0]!, data: { ...(back[0]!.data as object), dueAt } };
  return { id: random.uuid(), code: `GW-${1001 + FINISHED_JOBS + index}`, family, moves: back };
}

/** The whole scenario as of `nowMs`, every job played on a twin by the product's own plan. The same moment gives the same data, down to the ids. */
export function makeScenario(nowMs: number, finished = FINISHED_JOBS): ScenarioJob[] {
  const random = seededRandom(YEAR_SEED);
  const shop: Shop = { lots: demoLots(nowMs), past: new Map(), worked: new Map(), nowMs };
  const { yellowLot } = truths;
  const returning: { code: string; family: Family; onDay: number }[] = [];
  const jobs = Array.from({ length: finished }, (_, index): ScenarioJob => {
    const fate = fateOf(random, index, nowMs);
    const back = returning.find(({ onDay }) => onDay >= fate.day);
    if (back) {
      returning.splice(returning.indexOf(back), 1);
      fate.family = back.family;
      fate.route = primaryRoute(back.family);
      fate.films = [];
      fate.complaint = `Came back: glass yellow since the repair ${back.code}.`;
      fate.truth = { ...fate.truth, ...truthOf(index + 1, back.family), diesIn: null };
      if (!isParted(fate.route)) fate.method = "plate";
    }
    const { moves, scene } = play(shop, random, fate);
    remember(shop, fate, scene);
    const code = `GW-${1001 + index}`;
    if (
      scene.state.bond.lots.adhesive?.lot === yellowLot.lot &&
      scene.state.lines.glass?.on &&
      random.chance(yellowLot.returns)
    ) {
      returning.push({ code, family: fate.family, onDay: fate.day - random.whole(40, 90) });
    }
    return { id: random.uuid(), code, family: fate.family, moves };
  });
  return [
    ...jobs,
    ...openJobs.map((plan, index) => openJob(shop, plan, index, seededRandom(SEED + 1 + index))),
  ];
}
