import { z } from "zod";
import { needMessage } from "../job/fact.ts";
import { BORDER_PASS_MM } from "../bond/border-pass.ts";
import { worstBorderMm } from "../bond/worst-border.ts";
import { zoneS } from "../cure/cure-facts.ts";
import { zonesOf } from "../cure/zones.ts";
import { isDeclined, linesNow, lineOf, markSeq, routeNow, seamNow } from "../device/ask.ts";
import { repairRoutes } from "../device/routes.ts";
import type { Scene } from "../device/scene.ts";
import { axesApartDeg } from "../film/axis-angle.ts";
import { AXIS_PASS_DEG } from "../film/moves/film-cut-out.ts";
import { outcomes, triedResults } from "../intake/intake-slot.ts";
import { imbalance, screwLedger } from "../open/screw-ledger.ts";
import { alloyNamed } from "../materials/alloys.ts";
import type { AlloyName } from "../materials/alloy-names.ts";
import { lookVerdicts } from "../prove/look.ts";
import { lookSeries } from "../prove/look-series.ts";
import { defectKinds, lightings, type DefectKind } from "../prove/defects.ts";
import { calculatePixelFaults } from "../prove/pixel-faults.ts";
import { PROVED_MM } from "../prove/touch-cover-input.ts";
import { isExempt, stillHolds } from "../prove/prove-facts.ts";
import { calculateReflowProfile } from "../rework/reflow-profile.ts";
import { assumedOfJob } from "./assumed-of-job.ts";
import { leftOut } from "./left-out.ts";
import { isSound, jointChecked } from "../rework/rework-facts.ts";
import { stageNames } from "../stage.ts";
import { t } from "../../words/records.ts";
import { term } from "../../words/speaker.ts";

const instant = () => z.iso.datetime();

/** How a value was got. A value "passes" only where it was measured, counted or timed, or computed from what was. */
export const gotBy = ["measured", "computed from what was measured", "counted", "timed"] as const;

const measurement = z.strictObject({
  what: z.string(),
  value: z.number(),
  unit: z.string(),
  limit: z.string().nullable(),
  passes: z.boolean().nullable(),
  got: z.enum(gotBy),
  /** With what, or from what. */
  from: z.string(),
});

const provedAs = [
  "works",
  "fails",
  "was dead at intake",
  "not fitted",
  "not shown",
  "not shown: signed for",
] as const;

/** A repair as it is handed over: only what was done, shown, measured or signed for. */
/** What vouches for a certificate that was made for good: each byte of it, and the chain of the moves that it tells of. */
const seal = z.strictObject({
  /** Name and version of what made it. */
  product: z.string(),
  /** The last move that it tells of, and that move's link in the job's chain of hashes (SHA-256, hex). */
  seq: z.int(),
  chain: z.string(),
  /** SHA-256 of the document without its seal, hex. */
  digest: z.string(),
  /** The shop's key by its name, and its public part (SPKI, base64). */
  key: z.string(),
  publicKey: z.string(),
  /** Ed25519 over all of the seal before it, as JSON, base64. */
  signature: z.string(),
});
export type Seal = z.output<typeof seal>;

export const jobCertificate = z.strictObject({
  format: z.literal("half-lift/certificate"),
  version: z.literal(2),
  code: z.string(),
  openedAt: instant().nullable(),
  endedAt: instant().nullable(),
  family: z.strictObject({ code: z.string(), name: z.string(), kind: z.string() }),
  complaint: z.string(),
  route: z.enum(repairRoutes),
  outcome: z.enum(outcomes).nullable(),
  agreed: z.array(
    z.strictObject({
      answer: z.enum(["yes", "no"]),
      route: z.enum(repairRoutes),
      priceMinor: z.number(),
      worstMinor: z.number(),
      currency: z.string(),
    }),
  ),
  broke: z.array(z.strictObject({ what: z.string(), reason: z.string(), by: z.string(), at: instant() })),
  spent: z.array(
    z.strictObject({
      what: z.string(),
      quantity: z.number(),
      unit: z.string(),
      lot: z.string().nullable(),
      /** It went into a layer that came off again, or into a route that was given up. */
      lost: z.boolean(),
    }),
  ),
  functions: z.array(
    z.strictObject({
      name: z.string(),
      atIntake: z.enum([...triedResults, "not tried"]),
      result: z.enum(provedAs),
      at: instant().nullable(),
      signedBy: z.string().nullable(),
      reason: z.string().nullable(),
    }),
  ),
  measurements: z.array(measurement),
  notShown: z.array(
    z.strictObject({
      fact: z.string(),
      /** What was not shown, as a message of the catalogue. */
      need: z.strictObject({
        id: z.string(),
        values: z.record(z.string(), z.union([z.string(), z.number()])).optional(),
      }),
      reason: z.string(),
      by: z.string(),
    }),
  ),
  stillOut: z.array(z.string()),
  /** The looks under the glass by photo since the new layer was put on, the last of each light, and what they come to together. */
  underGlass: z
    .strictObject({
      pictures: z.array(
        z.strictObject({
          lighting: z.enum(lightings),
          source: z.enum(["photo", "simulated"]),
          verdict: z.enum(lookVerdicts),
        }),
      ),
      /** `cannot tell`: nothing is refused, but no picture could have shown it, or not everywhere. */
      verdict: z.enum(lookVerdicts),
      /** The smallest of each kind that one of the pictures shows nearly always, mm; null for looks that did not say. */
      smallestMm: z.record(z.enum(defectKinds), z.number()).nullable(),
      left: z.array(z.strictObject({ kind: z.enum(defectKinds), xMm: z.number(), yMm: z.number() })),
      overruled: z.int(),
    })
    .nullable(),
  photos: z.array(z.strictObject({ id: z.string(), stage: z.enum(stageNames), caption: z.string() })),
  told: z.string().nullable(),
  signedBy: z.string().nullable(),
  signedAt: instant().nullable(),
  /** What a reader must know of where figures come from. */
  remarks: z.array(z.string()),
  /** Only of a job that is over. */
  seal: seal.optional(),
});
export const certificateSchema = () => z.toJSONSchema(jobCertificate);
export type JobCertificate = z.output<typeof jobCertificate>;

type Measurement = z.output<typeof measurement>;

const at = (ms: number) => new Date(ms).toISOString();
const rounded = (value: number, digits = 3) => Number(value.toPrecision(digits));

function functionsProved(scene: Scene, nameOf: (who: string) => string): JobCertificate["functions"] {
  const { family, state } = scene;
  return family.functions.map(({ key, name }) => {
    const tried = state.intake.tried[key];
    const tested = state.prove.tests[key];
    const signed = Object.entries(state.signed).find(
      ([fact]) => fact.startsWith(`still-shown ${key} `) || fact.startsWith(`shown ${key} `),
    )?.[1];
    const holds = tested !== undefined && stillHolds(scene, key) && tested.seq > markSeq(state, "shut");
    const wasDead = tried === "dead" && isExempt(scene, key);
    const result =
      tried === "not-fitted"
        ? "not fitted"
        : holds && tested.result === "pass"
          ? "works"
          : wasDead
            ? "was dead at intake"
            : holds && tested.result === "fail"
              ? "fails"
              : signed
                ? "not shown: signed for"
                : "not shown";
    return {
      name,
      atIntake: tried ?? "not tried",
      result,
      at: holds && tested.result === "pass" ? at(tested.atMs) : null,
      signedBy: result === "not shown: signed for" && signed ? nameOf(signed.who) : null,
      reason: result === "not shown: signed for" ? (signed?.reason ?? null) : null,
    };
  });
}

function bondMeasured({ state }: Scene): Measurement[] {
  const { border } = lineOf(state, "glass");
  const { laidMl, loweredS } = state.bond;
  const { lamp, exposure, hadS } = state.cure;
  const worst = border ? worstBorderMm(border) : null;
  return [
    ...(worst !== null && border
      ? [
          {
            what: t("border-off-equal"),
            value: rounded(worst, 2),
            unit: "mm",
            limit: t("at-most-mm", { BORDER_PASS_MM }),
            passes: worst <= BORDER_PASS_MM,
            got: "measured" as const,
            from: border.from,
          },
        ]
      : []),
    ...(laidMl === null
      ? []
      : [
          {
            what: t("adhesive-laid"),
            value: laidMl,
            unit: "ml",
            limit: null,
            passes: null,
            got: "measured" as const,
            from: t("syringe-or-scale"),
          },
        ]),
    ...(loweredS === null
      ? []
      : [
          {
            what: t("lowered-over"),
            value: Math.round(loweredS),
            unit: "s",
            limit: null,
            passes: null,
            got: "timed" as const,
            from: t("from-start-to-down"),
          },
        ]),
    ...(lamp
      ? [
          {
            what: t("lamp-at-the-glass"),
            value: lamp.irradianceMwCm2,
            unit: "mW/cm²",
            limit: null,
            passes: null,
            got: "measured" as const,
            from: t("radiometer", { from: lamp.from }),
          },
        ]
      : []),
    ...(exposure
      ? zonesOf(state.cure).flatMap((zone): Measurement[] => {
          const had = hadS[zone];
          if (had === undefined) return [];
          const wants = zoneS(exposure, zone);
          return [
            {
              what: t("light", { zone }),
              value: Math.round(had),
              unit: "s",
              limit: t("at-least-s", { wants: Math.round(wants) }),
              passes: had >= wants - 0.5,
              got: "computed from what was measured",
              from: t("timed-against-the-lamp-read-at-mw", { irradianceMwCm2: exposure.irradianceMwCm2 }),
            },
          ];
        })
      : []),
  ];
}

function filmMeasured({ state }: Scene): Measurement[] {
  return state.intake.films.flatMap((film): Measurement[] => {
    const chosen = state.film.chosen[film];
    const cut = state.film.cut[film];
    if (!chosen || !cut || !lineOf(state, film).on) return [];
    const apart = axesApartDeg(chosen.axisDeg, cut.axisDeg);
    return [
      {
        what: t("axis-of-the-film", { film }),
        value: rounded(cut.axisDeg),
        unit: "°",
        limit: t("within-of", { AXIS_PASS_DEG, rounded: rounded(chosen.axisDeg) }),
        passes: apart <= AXIS_PASS_DEG,
        got: "computed from what was measured",
        from:
          chosen.from === "measured"
            ? t("light-readings-of-the-old-film", { length: state.film.readings[film]?.length ?? 0 })
            : t("the-lit-panel"),
      },
    ];
  });
}

/** What the panel's own test, the joint's and the thermocouple told. */
function testsMeasured(scene: Scene): Measurement[] {
  const { state } = scene;
  const { touch, pixels, pacing } = state.prove.panel;
  const { alloy, profile, probes } = state.rework;
  const list: Measurement[] = [];
  const hottest = [...state.records.readings]
    .filter(({ quantity }) => quantity === "glue line")
    .sort((a, b) => b.value - a.value)[0];
  if (hottest) {
    const maxC = seamNow(scene)?.maxC;
    list.push({
      what: t("hottest-glue-line"),
      value: rounded(hottest.value),
      unit: "°C",
      limit: maxC === undefined ? null : t("at-most-c", { maxC }),
      passes: maxC === undefined ? null : hottest.value <= maxC,
      got: "measured",
      from: t("thermocouple", { source: hottest.source }),
    });
  }
  const weighed = state.records.readings.filter(({ quantity }) => quantity === "mass").at(-1);
  if (weighed) {
    list.push({
      what: t("adhesive-weighed"),
      value: rounded(weighed.value),
      unit: "g",
      limit: null,
      passes: null,
      got: "measured",
      from: t("scale", { source: weighed.source }),
    });
  }
  if (alloy && profile) {
    const { peakC, aboveLiquidusS, faults } = calculateReflowProfile({
      readings: [...profile.readings],
      alloy: alloy.alloy as AlloyName,
    });
    const { peakC: peak, aboveS } = alloyNamed(alloy.alloy as AlloyName);
    const isFree = (...kinds: string[]) => !faults.some(({ kind }) => kinds.includes(kind));
    list.push(
      {
        what: t("peak-of-the-joint"),
        value: rounded(peakC),
        unit: "°C",
        limit: t("to-c", { least: peak.least.value, most: peak.most.value, alloy: alloy.alloy }),
        passes: isFree("never melted", "peak too low", "peak too high"),
        got: "measured",
        from: t("thermocouple", { source: profile.source }),
      },
      {
        what: t("solder-liquid-for"),
        value: Math.round(aboveLiquidusS),
        unit: "s",
        limit: t("to-s", { least: aboveS.least.value, most: aboveS.most.value, alloy: alloy.alloy }),
        passes: isFree("never melted", "liquid too short", "liquid too long"),
        got: "computed from what was measured",
        from: t("thermocouple", { source: profile.source }),
      },
    );
  }
  if (probes.length > 0) {
    const check = jointChecked(scene);
    const { pairs, untested } = check;
    list.push({
      what: t("pairs-of-contacts-probed"),
      value: pairs.length - untested.length,
      unit: "",
      limit: t("all-no-short-and-no-open", { pairs: pairs.length }),
      passes: isSound(check),
      got: "measured",
      from: "meter",
    });
  }
  if (touch) {
    list.push({
      what: t("touch-answers-over"),
      value: rounded(touch.coveragePct),
      unit: "%",
      limit: t("all-of-it-no-jump-never-lost"),
      passes: touch.verdict === "pass",
      got: "measured",
      from: t("the-panel-itself"),
    });
    if (typeof touch.provedToMm === "number") {
      list.push({
        what: t("dead-spot-that-would-have-shown"),
        value: touch.provedToMm,
        unit: "mm",
        limit: t("mm-or-less", { mm: PROVED_MM }),
        passes: touch.provedToMm <= PROVED_MM,
        got: "computed from what was measured",
        from: t("the-panel-itself"),
      });
    }
  }
  if (pixels) {
    const { widthPx, heightPx, faults, source } = pixels;
    const { class: name } = calculatePixelFaults({ widthPx, heightPx, faults });
    list.push({
      what: t("pixel-faults"),
      value: faults.length,
      unit: "",
      limit: t("class-of-iso-9241-307-from-memory", { name }),
      passes: null,
      got: "counted",
      from: source === "hand" ? t("by-eye") : t("on-the-panel"),
    });
  }
  if (pacing) {
    list.push({
      what: t("pictures-that-came-late"),
      value: rounded(pacing.latePct, 2),
      unit: "%",
      limit: null,
      passes: null,
      got: "measured",
      from: t("the-panel-itself"),
    });
  }
  return list;
}

/** What the looks by photo at what lies under the new layer come to. */
function underGlassOf(scene: Scene): JobCertificate["underGlass"] {
  const series = lookSeries(scene);
  if (!series) return null;
  const { looks, verdict, smallestMm, left, overruled } = series;
  return {
    pictures: looks.map((look) => ({ lighting: look.lighting, source: look.source, verdict: look.verdict })),
    verdict,
    smallestMm:
      smallestMm &&
      (Object.fromEntries(Object.entries(smallestMm).map(([kind, mm]) => [kind, rounded(mm, 2)])) as Record<
        DefectKind,
        number
      >),
    left: left.map(({ kind, xMm, yMm }) => ({ kind, xMm: rounded(xMm, 4), yMm: rounded(yMm, 4) })),
    overruled,
  };
}

function countsMeasured({ family, state }: Scene): Measurement[] {
  const ledger = screwLedger(family, state.open.screws);
  const { linersCounted, linersPeeled } = state.close;
  return [
    ...(ledger.taken > 0
      ? [
          {
            what: t("screws-back"),
            value: ledger.cells.filter(({ screw }) => screw === "back" || screw === "in").length,
            unit: "",
            limit: t("in-all", { cells: ledger.cells.length }),
            passes: imbalance(ledger) === null,
            got: "counted" as const,
            from: t("the-tray"),
          },
        ]
      : []),
    ...(linersCounted
      ? [
          {
            what: t("liners-counted"),
            value: linersCounted.count,
            unit: "",
            limit: t("were-peeled", { linersPeeled }),
            passes: linersCounted.count === linersPeeled,
            got: "counted" as const,
            from: t("the-bench"),
          },
        ]
      : []),
  ];
}

/** What a certificate says of the job beside what was done. */
export interface CertifiedJob {
  code?: string;
  openedAt?: string | null;
  /** A technician's name by the key. */
  nameOf?: (who: string) => string;
  /** Who signed something without a proof that is kept here. */
  unproved?: readonly string[];
}

/**
 * The certificate of a job as it stands: nothing in it that was not done, shown, measured or signed for. Work on a layer that is not
 * part of what goes out is told as spent, not as a result.
 */
export function certificateOf(
  scene: Scene,
  { code = "", openedAt = null, nameOf = (who) => who, unproved = [] }: CertifiedJob = {},
): JobCertificate {
  const { family, state } = scene;
  const { intake, bond, close } = state;
  const lines = linesNow(scene);
  const isBonded = lines.includes("glass") && lineOf(state, "glass").on;
  const kept = new Set(
    lines.flatMap((line) => {
      const { part } = lineOf(state, line);
      return part ? [part.seq] : [];
    }),
  );
  // What was spent before the part that is on now went into a layer that is not.
  const since = Math.min(...kept, markSeq(state, "renewed") || Infinity);
  const measurements = [
    ...(isBonded ? bondMeasured(scene) : []),
    ...filmMeasured(scene),
    ...testsMeasured(scene),
    ...countsMeasured(scene),
  ];
  const underGlass = underGlassOf(scene);
  const isSimulated =
    underGlass?.pictures.some(({ source }) => source === "simulated") ||
    measurements.some(({ from }) => from.includes(term("simulated")));
  return {
    format: "half-lift/certificate",
    version: 2,
    code,
    openedAt,
    endedAt: intake.ended ? at(intake.ended.atMs) : null,
    family: { code: family.code, name: family.name, kind: family.kind },
    complaint: intake.complaint,
    route: routeNow(scene),
    outcome: intake.ended?.outcome ?? null,
    agreed: intake.agreements.map(({ answer, route, priceMinor, worstMinor, currency }) => ({
      answer,
      route,
      priceMinor,
      worstMinor,
      currency,
    })),
    broke: intake.broke.map(({ what, reason, who, atMs }) => ({
      what,
      reason,
      by: nameOf(who),
      at: at(atMs),
    })),
    spent: bond.spent.map(({ what, quantity, unit, lot, seq }) => ({
      what,
      quantity,
      unit,
      lot,
      lost: seq < since && !lines.some((line) => line === "front" || line === "rear"),
    })),
    functions: isDeclined(scene) ? [] : functionsProved(scene, nameOf),
    measurements,
    notShown: Object.entries(state.signed).map(([fact, { fact: of, reason, who }]) => ({
      fact,
      need: needMessage(of),
      reason,
      by: nameOf(who),
    })),
    stillOut: leftOut(scene),
    underGlass,
    photos: state.records.photos.map(({ id, stage, caption }) => ({ id, stage, caption })),
    told: close.told,
    signedBy: close.certificateSigned ? nameOf(close.certificateSigned.who) : null,
    signedAt: close.certificateSigned ? at(close.certificateSigned.atMs) : null,
    remarks: [
      t("doses-follow-from-the-lamp-as-it"),
      ...assumedOfJob(scene, "worked"),
      ...(unproved.length > 0
        ? [t("signed-without-a-proof", { names: unproved.map(nameOf).join(", ") })]
        : []),
      ...(isSimulated ? [t("figures-marked-simulated-come-from-a")] : []),
    ],
  };
}
