import { z } from "zod";
import { BORDER_PASS_MM } from "../bond/border-check.ts";
import { worstBorderMm } from "../bond/worst-border.ts";
import { zoneS } from "../cure/cure-facts.ts";
import { zonesOf } from "../cure/zones.ts";
import { isDeclined, linesNow, lineOf, looseParts, markSeq, pluggable, routeNow } from "../device/ask.ts";
import { repairRoutes } from "../device/routes.ts";
import type { Scene } from "../device/scene.ts";
import { AXIS_PASS_DEG, axesApartDeg } from "../film/moves/film-cut-out.ts";
import { outcomes, triedResults } from "../intake/intake-slot.ts";
import { imbalance, screwLedger } from "../open/screw-ledger.ts";
import { isExempt, stillHolds } from "../prove/prove-facts.ts";

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
export const jobCertificate = z.strictObject({
  format: z.literal("half-lift/certificate"),
  version: z.literal(2),
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
  notShown: z.array(z.strictObject({ fact: z.string(), reason: z.string(), by: z.string() })),
  stillOut: z.array(z.string()),
  told: z.string().nullable(),
  signedBy: z.string().nullable(),
});
export type JobCertificate = z.output<typeof jobCertificate>;

type Measurement = z.output<typeof measurement>;

const at = (ms: number) => new Date(ms).toISOString();
const rounded = (value: number, digits = 3) => Number(value.toPrecision(digits));

function functionsProved(scene: Scene): JobCertificate["functions"] {
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
      signedBy: result === "not shown: signed for" ? (signed?.who ?? null) : null,
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
            what: "Border off equal",
            value: rounded(worst, 2),
            unit: "mm",
            limit: `at most ${BORDER_PASS_MM} mm`,
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
            what: "Adhesive laid",
            value: laidMl,
            unit: "ml",
            limit: null,
            passes: null,
            got: "measured" as const,
            from: "syringe or scale",
          },
        ]),
    ...(loweredS === null
      ? []
      : [
          {
            what: "Lowered over",
            value: Math.round(loweredS),
            unit: "s",
            limit: null,
            passes: null,
            got: "timed" as const,
            from: "from start to down",
          },
        ]),
    ...(lamp
      ? [
          {
            what: "Lamp at the glass",
            value: lamp.irradianceMwCm2,
            unit: "mW/cm²",
            limit: null,
            passes: null,
            got: "measured" as const,
            from: `radiometer, ${lamp.from}`,
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
              what: `Light, ${zone}`,
              value: Math.round(had),
              unit: "s",
              limit: `at least ${Math.round(wants)} s`,
              passes: had >= wants - 0.5,
              got: "computed from what was measured",
              from: `timed, against the lamp read at ${exposure.irradianceMwCm2} mW/cm²`,
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
        what: `Axis of the ${film} film`,
        value: rounded(cut.axisDeg),
        unit: "°",
        limit: `within ${AXIS_PASS_DEG}° of ${rounded(chosen.axisDeg)}°`,
        passes: apart <= AXIS_PASS_DEG,
        got: "computed from what was measured",
        from:
          chosen.from === "measured"
            ? `${state.film.readings[film]?.length ?? 0} light readings of the old film`
            : "the lit panel",
      },
    ];
  });
}

function countsMeasured({ family, state }: Scene): Measurement[] {
  const ledger = screwLedger(family, state.open.screws);
  const { linersCounted, linersPeeled } = state.close;
  return [
    ...(ledger.taken > 0
      ? [
          {
            what: "Screws back",
            value: ledger.cells.filter(({ screw }) => screw === "back" || screw === "in").length,
            unit: "",
            limit: `${ledger.cells.length} in all`,
            passes: imbalance(ledger) === null,
            got: "counted" as const,
            from: "the tray",
          },
        ]
      : []),
    ...(linersCounted
      ? [
          {
            what: "Liners counted",
            value: linersCounted.count,
            unit: "",
            limit: `${linersPeeled} were peeled`,
            passes: linersCounted.count === linersPeeled,
            got: "counted" as const,
            from: "the bench",
          },
        ]
      : []),
  ];
}

/** What is out and was not put back. */
export function leftOut({ family, state }: Scene): string[] {
  const { connectors, parts, screws, board } = state.open;
  if (state.marks.opened === undefined) return [];
  return [
    ...pluggable(family).flatMap(({ key, name }) => (connectors[key] === "open" ? [name] : [])),
    ...looseParts(family).flatMap(({ key, name }) => (parts[key] === "out" ? [name] : [])),
    ...(board === "isolated" ? [family.power === "cell" ? "battery connector" : "supply connector"] : []),
    ...screwLedger(family, screws).left.map(
      ({ size, count }) => `${count} × ${size.thread} × ${size.lengthMm} mm`,
    ),
  ];
}

/**
 * The certificate of a job as it stands: nothing in it that was not done, shown, measured or signed for. Work on a layer that is not
 * part of what goes out is told as spent, not as a result.
 */
export function certificateOf(scene: Scene): JobCertificate {
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
  return {
    format: "half-lift/certificate",
    version: 2,
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
    broke: intake.broke.map(({ what, reason, who, atMs }) => ({ what, reason, by: who, at: at(atMs) })),
    spent: bond.spent.map(({ what, quantity, unit, lot, seq }) => ({
      what,
      quantity,
      unit,
      lot,
      lost: seq < since && !lines.some((line) => line === "front" || line === "rear"),
    })),
    functions: isDeclined(scene) ? [] : functionsProved(scene),
    measurements: [
      ...(isBonded ? bondMeasured(scene) : []),
      ...filmMeasured(scene),
      ...countsMeasured(scene),
    ],
    notShown: Object.entries(state.signed).map(([fact, { reason, who }]) => ({ fact, reason, by: who })),
    stillOut: leftOut(scene),
    told: close.told,
    signedBy: close.certificateSigned?.who ?? null,
  };
}
