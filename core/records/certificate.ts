import { z } from "zod";
import { FRESH_S, isInsideWipe, isWipe } from "../clean/freshness.ts";
import { cureBasis, cureExposure } from "../cure/cure-exposure.ts";
import { seamOf } from "../heat/lift-heat.ts";
import { checkResults, holdNames, outcomes } from "../job/event.ts";
import type { JobState, Timer } from "../job/fold.ts";
import { routes, stageNames, stageTitles, type StageName } from "../job/route.ts";
import { settingWords } from "../job/setting-words.ts";
import { linersOf } from "../open/opening-order.ts";
import { screwLedger } from "../open/screw-ledger.ts";
import { calculatePixelFaults } from "../prove/pixel-faults.ts";
import { alloyNamed } from "../materials/alloys.ts";
import { jointCheck } from "../rework/joint.ts";
import { calculateReflowProfile } from "../rework/reflow-profile.ts";
import { judgeInspection } from "../prove/acceptance.ts";
import { defectKinds, lightings } from "../prove/find-defects.ts";
import type { Family } from "../stack/family.ts";

const instant = () => z.iso.datetime();
const stage = () => z.enum(stageNames);

/** What was measured, and what it was held against. */
export const measured = z.strictObject({
  stage: stage(),
  what: z.string(),
  value: z.number(),
  unit: z.string(),
  /** In words; null where nothing is asked of it. */
  limit: z.string().nullable(),
  passes: z.boolean().nullable(),
  source: z.enum(["hand", "logger", "simulated", "timed", "counted", "photo", "reckoned", "device"]),
});
export type Measured = z.output<typeof measured>;

/** A repair as it is handed over: what docs/formats.md describes. */
export const certificate = z.strictObject({
  format: z.literal("half-lift/certificate"),
  version: z.literal(1),
  code: z.string(),
  family: z.strictObject({ code: z.string(), name: z.string(), kind: z.string() }),
  route: z.strictObject({ title: z.string(), replaces: z.string() }),
  complaint: z.string(),
  openedAt: instant(),
  endedAt: instant().nullable(),
  outcome: z.enum(outcomes).nullable(),
  replaced: z.array(
    z.strictObject({
      part: z.string(),
      quantity: z.number(),
      unit: z.string(),
      lot: z.string().nullable(),
      goodUntil: z.string().nullable(),
    }),
  ),
  /** What earlier tries used up, before the work was sent back. */
  usedBefore: z.array(z.strictObject({ part: z.string(), quantity: z.number(), unit: z.string() })),
  settings: z.array(
    z.strictObject({ stage: stage(), what: z.string(), value: z.number(), unit: z.string() }),
  ),
  measurements: z.array(measured),
  functions: z.array(
    z.strictObject({
      name: z.string(),
      result: z.enum(checkResults),
      note: z.string().nullable(),
      at: instant(),
    }),
  ),
  /** The last look under the glass by photo. */
  underGlass: z
    .strictObject({
      lighting: z.enum(lightings),
      source: z.enum(["photo", "simulated"]),
      verdict: z.enum(["pass", "fail"]),
      left: z.array(z.strictObject({ kind: z.enum(defectKinds), xMm: z.number(), yMm: z.number() })),
      overruled: z.int(),
    })
    .nullable(),
  sentBack: z.array(
    z.strictObject({ from: stage(), to: stage(), reason: z.string(), by: z.string(), at: instant() }),
  ),
  /** Holds that were passed with a signed reason. */
  signedFor: z.array(
    z.strictObject({ hold: z.enum(holdNames), reason: z.string(), by: z.string(), at: instant() }),
  ),
  photos: z.array(
    z.strictObject({ id: z.uuid(), stage: stage(), caption: z.string().nullable(), at: instant() }),
  ),
  told: z.string().nullable(),
  signed: z.strictObject({ by: z.string(), at: instant() }).nullable(),
  /** What a reader must know of where figures come from. */
  remarks: z.array(z.string()),
});
export type Certificate = z.output<typeof certificate>;

export const certificateSchema = () => z.toJSONSchema(certificate);

const lastedS = ({ startedAt, stoppedAt }: Timer): number | null =>
  stoppedAt === null ? null : (Date.parse(stoppedAt) - Date.parse(startedAt)) / 1_000;

const rounded = (value: number, digits = 3) => Number(value.toPrecision(digits));

const atLeast = (value: number, least: number, unit: string) => ({
  limit: `at least ${rounded(least)} ${unit}`,
  passes: value >= least,
});
const atMost = (value: number, most: number, unit: string) => ({
  limit: `at most ${rounded(most)} ${unit}`,
  passes: value <= most,
});

/** Equal within so much passes, mm. Common practice, no source. */
const BORDER_MM = 0.5;

function readingsMeasured(family: Family, state: JobState): Measured[] {
  const last = (quantity: JobState["readings"][number]["quantity"], stage: StageName) =>
    state.readings.filter((reading) => reading.quantity === quantity && reading.stage === stage).at(-1);
  const source = (of: string) => of as Measured["source"];
  const list: Measured[] = [];
  const lifted = state.readings.filter(({ quantity, stage }) => quantity === "glue line" && stage === "lift");
  const seam = seamOf(family, state.route);
  if (lifted.length > 0) {
    const hottest = lifted.reduce((a, b) => (b.value > a.value ? b : a));
    list.push({
      stage: "lift",
      what: "Hottest glue line",
      value: rounded(hottest.value),
      unit: "°C",
      ...(seam?.maxC === undefined ? { limit: null, passes: null } : atMost(hottest.value, seam.maxC, "°C")),
      source: source(hottest.source),
    });
  }
  const mass = last("mass", "bond");
  if (mass) {
    list.push({
      stage: "bond",
      what: "Adhesive laid",
      value: rounded(mass.value),
      unit: "g",
      limit: null,
      passes: null,
      source: source(mass.source),
    });
  }
  const border = last("border offset", "bond");
  if (border) {
    list.push({
      stage: "bond",
      what: "Border off equal",
      value: rounded(border.value, 2),
      unit: "mm",
      ...atMost(border.value, BORDER_MM, "mm"),
      source: source(border.source),
    });
  }
  const light = last("irradiance", "cure");
  if (light) {
    list.push({
      stage: "cure",
      what: "Irradiance at the glass",
      value: rounded(light.value),
      unit: "mW/cm²",
      limit: null,
      passes: null,
      source: source(light.source),
    });
  }
  return list;
}

/** The light that the worst point of the open area got, from how long the lamp was really on. */
function doseMeasured(family: Family, state: JobState): Measured[] {
  const mains = state.timers.filter(({ stage, timer }) => stage === "cure" && timer.startsWith("main"));
  const times = mains.map(lastedS);
  if (times.length === 0 || times.includes(null)) return [];
  const { minMwCm2, input } = cureExposure(family, cureBasis(state));
  const doseMjCm2 = minMwCm2 * Math.min(...(times as number[]));
  return [
    {
      stage: "cure",
      what: "Dose at the worst point",
      value: rounded(doseMjCm2),
      unit: "mJ/cm²",
      ...atLeast(doseMjCm2, input.requiredMjCm2, "mJ/cm²"),
      source: "reckoned",
    },
  ];
}

function timesMeasured(state: JobState): Measured[] {
  const of = (
    stage: StageName,
    what: string,
    timer: Timer | undefined,
    limit: (s: number) => Pick<Measured, "limit" | "passes">,
  ) => {
    const seconds = timer && lastedS(timer);
    return seconds === null || seconds === undefined
      ? []
      : [{ stage, what, value: Math.round(seconds), unit: "s", ...limit(seconds), source: "timed" as const }];
  };
  const fresh = (s: number) => atMost(s, FRESH_S, "s");
  const lowering = state.timers.filter(({ timer }) => timer === "lower").at(-1);
  return [
    ...of("bond", "From the last wipe to the laying", state.timers.filter(isWipe).at(-1), fresh),
    ...of("bond", "Lowered over", lowering, (s) =>
      lowering ? atLeast(s, lowering.durationS, "s") : { limit: null, passes: null },
    ),
    ...of("close", "From the last wipe inside to shut", state.timers.filter(isInsideWipe).at(-1), fresh),
  ];
}

function countsMeasured(family: Family, state: JobState): Measured[] {
  const { taken, returned, balanced } = screwLedger(family, state.screwMoves);
  const liners = linersOf(family).reduce((sum, { count }) => sum + count, 0);
  return [
    {
      stage: "close",
      what: "Screws back",
      value: returned,
      unit: "",
      limit: `${taken} came out`,
      passes: balanced,
      source: "counted",
    },
    ...(state.linersCounted === null || liners === 0
      ? []
      : [
          {
            stage: "close" as const,
            what: "Liners counted",
            value: state.linersCounted,
            unit: "",
            limit: `${liners} belong to the new parts`,
            passes: state.linersCounted === liners,
            source: "counted" as const,
          },
        ]),
  ];
}

/** What the panel's own test and the joint's told. */
function testsMeasured(family: Family, state: JobState): Measured[] {
  const { touch, pixels, pacing } = state.panelTests;
  const list: Measured[] = [];
  if (state.alloy && state.profile) {
    const { readings, source } = state.profile;
    const { alloy } = state.alloy;
    const { peakC, aboveLiquidusS, faults } = calculateReflowProfile({ readings, alloy });
    const { peakC: peak, aboveS } = alloyNamed(alloy);
    const within = (low: number, high: number, unit: string) => `${low} to ${high} ${unit}, ${alloy}`;
    const isFree = (...kinds: string[]) => !faults.some(({ kind }) => kinds.includes(kind));
    list.push(
      {
        stage: "rework",
        what: "Peak of the joint",
        value: rounded(peakC),
        unit: "°C",
        limit: within(peak.least.value, peak.most.value, "°C"),
        passes: isFree("never melted", "peak too low", "peak too high"),
        source,
      },
      {
        stage: "rework",
        what: "Solder liquid for",
        value: Math.round(aboveLiquidusS),
        unit: "s",
        limit: within(aboveS.least.value, aboveS.most.value, "s"),
        passes: isFree("never melted", "liquid too short", "liquid too long"),
        source,
      },
    );
  }
  if (state.probes.length > 0) {
    const { pairs, untested, faults } = jointCheck(state, family);
    list.push({
      stage: "rework",
      what: "Pairs of contacts probed",
      value: pairs.length - untested.length,
      unit: "",
      limit: `all ${pairs.length}, no short and no open`,
      passes: untested.length === 0 && faults.length === 0,
      source: "counted",
    });
  }
  if (touch) {
    list.push({
      stage: "prove",
      what: "Touch answers over",
      value: rounded(touch.coveragePct),
      unit: "%",
      limit: "all of it, no jump, never lost",
      passes: touch.verdict === "pass",
      source: "device",
    });
  }
  if (pixels) {
    const { widthPx, heightPx, faults } = pixels;
    const { class: name } = calculatePixelFaults({ widthPx, heightPx, faults });
    list.push({
      stage: "prove",
      what: "Pixel faults",
      value: faults.length,
      unit: "",
      limit: `class ${name} of ISO 9241-307 (from memory)`,
      passes: null,
      source: pixels.source === "hand" ? "hand" : "device",
    });
  }
  if (pacing) {
    list.push({
      stage: "prove",
      what: "Pictures that came late",
      value: rounded(pacing.latePct, 2),
      unit: "%",
      limit: null,
      passes: null,
      source: "device",
    });
  }
  return list;
}

/** What is known of a job as a certificate; before it has ended a draft of one. `nameOf` gives a technician's name by its key. */
export function certificateOf(
  code: string,
  family: Family,
  state: JobState,
  nameOf: (who: string) => string,
): Certificate {
  const route = routes[state.route];
  const told = Object.values(state.lots);
  const look = state.inspections.filter(({ stage }) => stage === "prove").at(-1);
  const signature = state.stepsDone["close:sign"];
  const measurements = [
    ...readingsMeasured(family, state),
    ...doseMeasured(family, state),
    ...timesMeasured(state),
    ...testsMeasured(family, state),
    ...countsMeasured(family, state),
  ];
  const isSimulated =
    measurements.some(({ source }) => source === "simulated") || look?.source === "simulated";
  return {
    format: "half-lift/certificate",
    version: 1,
    code,
    family: { code: family.code, name: family.name, kind: family.kind },
    route: { title: route.title, replaces: route.replaces },
    complaint: state.complaint,
    openedAt: state.openedAt,
    endedAt: state.ended?.at ?? null,
    outcome: state.ended?.outcome ?? null,
    replaced: [
      ...state.parts.map(({ part, quantity, unit, lot }) => ({
        part,
        quantity,
        unit,
        lot: lot ?? null,
        goodUntil: told.find((known) => known.lot === lot)?.expiresOn ?? null,
      })),
      ...state.filmsTaken.map(({ film, lot }) => ({
        part: `${film} polarizer film`,
        quantity: 1,
        unit: "piece",
        lot,
        goodUntil: null,
      })),
    ],
    usedBefore: [
      ...state.before.parts.map(({ part, quantity, unit }) => ({ part, quantity, unit })),
      ...state.before.filmsTaken.map(({ film }) => ({
        part: `${film} polarizer film`,
        quantity: 1,
        unit: "piece",
      })),
    ],
    settings: stageNames.flatMap((name) =>
      Object.entries(state.settings[name] ?? {}).map(([key, value]) => {
        const [what, unit] = settingWords[key] ?? [key, ""];
        return { stage: name, what, value: rounded(value, 4), unit };
      }),
    ),
    measurements,
    functions: family.functions.flatMap(({ key, name }) => {
      const check = state.checks.close?.[key] ?? state.checks.prove?.[key];
      return check ? [{ name, result: check.result, note: check.note ?? null, at: check.at }] : [];
    }),
    underGlass: look
      ? {
          lighting: look.lighting,
          source: look.source,
          verdict: judgeInspection(family, look).verdict,
          left: look.defects
            .filter(({ overruled }) => !overruled)
            .map(({ kind, xMm, yMm }) => ({ kind, xMm: rounded(xMm, 4), yMm: rounded(yMm, 4) })),
          overruled: look.defects.filter(({ overruled }) => overruled).length,
        }
      : null,
    sentBack: state.sentBack.map(({ from, to, reason, who, at }) => ({
      from,
      to,
      reason,
      by: nameOf(who),
      at,
    })),
    signedFor: state.signatures.map(({ hold, reason, who, at }) => ({ hold, reason, by: nameOf(who), at })),
    photos: state.photos.map(({ id, stage, caption, at }) => ({ id, stage, caption: caption ?? null, at })),
    told: state.told?.text ?? null,
    signed: signature ? { by: nameOf(signature.who), at: signature.at } : null,
    remarks: [
      "Doses are reckoned from the lamp as it was read and from times by the press of a button; material values not measured are assumed.",
      ...(isSimulated ? ["Figures marked simulated come from a stand-in, not from an instrument."] : []),
      ...Object.entries(state.checks)
        .filter(([name]) => name === "close" || name === "prove")
        .flatMap(([name, checks]) =>
          Object.entries(checks ?? {})
            .filter(([, { result }]) => result === "fail")
            .map(
              ([key]) =>
                `${family.functions.find((f) => f.key === key)?.name ?? key} failed at ${stageTitles[name as StageName].toLowerCase()}.`,
            ),
        ),
    ],
  };
}
