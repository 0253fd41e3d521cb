import { z } from "zod";
import { BORDER_PASS_MM } from "../bond/border-check.ts";
import { FRESH_S } from "../clean/fresh.ts";
import { isInsideWipe, isWipe } from "../clean/freshness.ts";
import { cureBasis, cureExposure } from "../cure/cure-exposure.ts";
import { seamOf } from "../heat/lift-heat.ts";
import { checkResults, holdNames, outcomes, type ReadingKind } from "../job/event.ts";
import type { JobState, Timer } from "../job/fold.ts";
import { routes, stageNames, stageTitles, type StageName } from "../job/route.ts";
import { settingWords } from "../job/setting-words.ts";
import { linerCount } from "../open/opening-order.ts";
import { screwLedger } from "../open/screw-ledger.ts";
import { calculatePixelFaults } from "../prove/pixel-faults.ts";
import { alloyNamed } from "../materials/alloys.ts";
import { jointCheck } from "../rework/joint.ts";
import { calculateReflowProfile } from "../rework/reflow-profile.ts";
import { proofPhoto } from "../prove/proof-photo.ts";
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

const unlimited = () => ({ limit: null, passes: null });

function readingsMeasured(family: Family, state: JobState): Measured[] {
  const all = (quantity: ReadingKind, ...stages: StageName[]) =>
    state.readings.filter((reading) => reading.quantity === quantity && stages.includes(reading.stage));
  /** One reading as it stands on the certificate; nothing where it was never taken. */
  const told = (
    reading: JobState["readings"][number] | undefined,
    what: string,
    unit: string,
    limit: (value: number) => Pick<Measured, "limit" | "passes"> = unlimited,
    digits = 3,
  ): Measured[] =>
    reading
      ? [
          {
            stage: reading.stage,
            what,
            value: rounded(reading.value, digits),
            unit,
            ...limit(reading.value),
            source: reading.source,
          },
        ]
      : [];
  const hottest = all("glue line", "lift").sort((a, b) => b.value - a.value)[0];
  const maxC = seamOf(family, state.route)?.maxC;
  return [
    ...told(hottest, "Hottest glue line", "°C", (c) =>
      maxC === undefined ? unlimited() : atMost(c, maxC, "°C"),
    ),
    ...told(all("mass", "bond").at(-1), "Adhesive laid", "g"),
    ...told(
      // By hand at the bond, by photo at the proof: the last one counts.
      all("border offset", "bond", "prove").at(-1),
      "Border off equal",
      "mm",
      (mm) => atMost(mm, BORDER_PASS_MM, "mm"),
      2,
    ),
    ...told(all("irradiance", "cure").at(-1), "Irradiance at the glass", "mW/cm²"),
  ];
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
      lowering ? atLeast(s, lowering.durationS, "s") : unlimited(),
    ),
    ...of("close", "From the last wipe inside to shut", state.timers.filter(isInsideWipe).at(-1), fresh),
  ];
}

function countsMeasured(family: Family, state: JobState): Measured[] {
  const { taken, returned, balanced } = screwLedger(family, state.screwMoves);
  const liners = linerCount(family);
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
  const look = proofPhoto(state);
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
