import { z } from "zod";
import { usual } from "../usual.ts";
import { defineCalculation } from "../calculation.ts";
import { alloyNamed, type Alloy } from "../materials/alloys.ts";
import { alloyNames } from "../materials/alloy-names.ts";
import { interpolate } from "../interpolate.ts";
import { bounded, oneOf } from "../units.ts";
import { reflowReading } from "./reflow-reading.ts";
import { t } from "../../words/rework.ts";

/** Whether a reading is not after the one before it. */
export const isLate = (readings: readonly { timeS: number }[], i: number): boolean =>
  i > 0 && readings[i]!.timeS <= readings[i - 1]!.timeS;

export const reflowProfileInput = z
  .strictObject({
    readings: z.array(reflowReading).min(3).max(100_000),
    alloy: oneOf(alloyNames),
    /** Rise and fall are taken over so long, so that a thermocouple's noise is not a slope. */
    slopeOverS: usual(
      bounded(0.5, 60),
      3,
      "slopes are taken over 3 s: a setting, so that noise is not a slope",
    ),
  })
  .superRefine(({ readings }, context) => {
    readings.forEach(({ timeS }, i) => {
      if (!isLate(readings, i)) return;
      context.addIssue({
        code: "custom",
        path: ["readings", i, "timeS"],
        message: t("must-be-after-the-reading-before-it", { timeS, timeS2: readings[i - 1]!.timeS }),
      });
    });
  });
export type ReflowProfileInput = z.input<typeof reflowProfileInput>;

export const reflowFaultKinds = [
  "never melted",
  "peak too low",
  "peak too high",
  "liquid too short",
  "liquid too long",
  "rises too fast",
  "falls too fast",
  "soak too short",
  "soak too long",
] as const;

export const reflowProfileResult = z.strictObject({
  peakC: z.number(),
  peakAtS: z.number(),
  aboveLiquidusS: z.number(),
  maxRiseCs: z.number(),
  maxFallCs: z.number(),
  soakS: z.number(),
  faults: z.array(
    z.strictObject({
      kind: z.enum(reflowFaultKinds),
      sentence: z.string(),
      /** The stretch of the curve that shows it. */
      fromS: z.number(),
      toS: z.number(),
    }),
  ),
  /** Limits that rest on an assumption. */
  assumed: z.array(z.string()),
});
export type ReflowProfile = z.output<typeof reflowProfileResult>;

type Reading = z.output<typeof reflowReading>;

/** Stretches of time in which a curve, led straight between its readings, lies at or above a level. */
function stretchesAbove(readings: readonly Reading[], levelC: number): { fromS: number; toS: number }[] {
  const stretches: { fromS: number; toS: number }[] = [];
  let fromS: number | null = readings[0]!.temperatureC >= levelC ? readings[0]!.timeS : null;
  for (let i = 1; i < readings.length; i += 1) {
    const [a, b] = [readings[i - 1]!, readings[i]!];
    const isUp = a.temperatureC < levelC && b.temperatureC >= levelC;
    const isDown = a.temperatureC >= levelC && b.temperatureC < levelC;
    if (!isUp && !isDown) continue;
    const share = (levelC - a.temperatureC) / (b.temperatureC - a.temperatureC);
    const atS = a.timeS + share * (b.timeS - a.timeS);
    if (isUp) fromS = atS;
    else {
      stretches.push({ fromS: fromS!, toS: atS });
      fromS = null;
    }
  }
  if (fromS !== null) stretches.push({ fromS, toS: readings.at(-1)!.timeS });
  return stretches;
}

/** The steepest rise and fall over a stretch of this length, K/s, and where each begins. */
function steepest(readings: readonly Reading[], overS: number) {
  const end = readings.at(-1)!.timeS;
  const spanS = Math.min(overS, end - readings[0]!.timeS);
  let [rise, fall] = [
    { cs: 0, fromS: readings[0]!.timeS },
    { cs: 0, fromS: readings[0]!.timeS },
  ];
  const times = readings.map(({ timeS }) => timeS);
  const levels = readings.map((reading) => reading.temperatureC);
  // The slope over a stretch is greatest where one of its ends is a reading.
  for (const fromS of times.flatMap((timeS) => [timeS, timeS - spanS])) {
    if (fromS < times[0]! || fromS + spanS > end + 1e-9) continue;
    const cs = (interpolate(times, levels, fromS + spanS) - interpolate(times, levels, fromS)) / spanS;
    if (cs > rise.cs) rise = { cs, fromS };
    if (-cs > fall.cs) fall = { cs: -cs, fromS };
  }
  return { rise, fall, spanS };
}

const whole = (value: number) => String(Math.round(value));

function faultsOf(
  alloy: Alloy,
  readings: readonly Reading[],
  of: Omit<ReflowProfile, "faults" | "assumed">,
  slopes: ReturnType<typeof steepest>,
  liquid: { fromS: number; toS: number }[],
  soak: { fromS: number; toS: number },
): ReflowProfile["faults"] {
  const all = { fromS: readings[0]!.timeS, toS: readings.at(-1)!.timeS };
  const atPeak = { fromS: of.peakAtS, toS: of.peakAtS };
  const melted = liquid.length > 0 ? { fromS: liquid[0]!.fromS, toS: liquid.at(-1)!.toS } : all;
  const slope = ({ fromS }: { fromS: number }) => ({ fromS, toS: fromS + slopes.spanS });
  const faults: ReflowProfile["faults"] = [];
  const add = (
    kind: (typeof reflowFaultKinds)[number],
    sentence: string,
    at: { fromS: number; toS: number },
  ) => faults.push({ kind, sentence, ...at });
  const { peakC, aboveLiquidusS, maxRiseCs, maxFallCs, soakS } = of;
  if (peakC < alloy.liquidusC.value) {
    add(
      "never melted",
      t("the-peak-of-c-lies-below-the", {
        peakC: whole(peakC),
        name: alloy.name,
        liquidusC: alloy.liquidusC.value,
      }),
      atPeak,
    );
  } else {
    if (peakC < alloy.peakC.least.value)
      add(
        "peak too low",
        t("the-peak-of-c-is-below-it", { peakC: whole(peakC), least: alloy.peakC.least.value }),
        atPeak,
      );
    if (aboveLiquidusS < alloy.aboveS.least.value)
      add(
        "liquid too short",
        t("liquid-for-s-wanted-at-least", {
          aboveLiquidusS: whole(aboveLiquidusS),
          least: alloy.aboveS.least.value,
        }),
        melted,
      );
    if (aboveLiquidusS > alloy.aboveS.most.value)
      add(
        "liquid too long",
        t("liquid-for-s-at-most-the-joint", {
          aboveLiquidusS: whole(aboveLiquidusS),
          most: alloy.aboveS.most.value,
        }),
        melted,
      );
  }
  if (peakC > alloy.peakC.most.value)
    add(
      "peak too high",
      t("the-peak-of-c-is-above-flex", { peakC: whole(peakC), most: alloy.peakC.most.value }),
      atPeak,
    );
  if (maxRiseCs > alloy.riseCs.value + 1e-9)
    add(
      "rises too fast",
      t("rises-by-c-a-second-at-most", { maxRiseCs: maxRiseCs.toFixed(1), riseCs: alloy.riseCs.value }),
      slope(slopes.rise),
    );
  if (maxFallCs > alloy.fallCs.value + 1e-9)
    add(
      "falls too fast",
      t("falls-by-c-a-second-at-most", { maxFallCs: maxFallCs.toFixed(1), fallCs: alloy.fallCs.value }),
      slope(slopes.fall),
    );
  if (soakS < alloy.soak.least.value)
    add(
      "soak too short",
      t("s-between-and-c-wanted-at-least", {
        soakS: whole(soakS),
        fromC: alloy.soak.fromC,
        toC: alloy.soak.toC,
        least: alloy.soak.least.value,
      }),
      soak,
    );
  if (soakS > alloy.soak.most.value)
    add(
      "soak too long",
      t("s-between-and-c-at-most-flux", {
        soakS: whole(soakS),
        fromC: alloy.soak.fromC,
        toC: alloy.soak.toC,
        most: alloy.soak.most.value,
      }),
      soak,
    );
  return faults;
}

/**
 * What a soldering profile was worth: peak (°C), time above the liquidus (s), steepest rise and fall (K/s, over `slopeOverS`), time in the
 * preheat (s), and what of that an alloy does not bear. The curve is led straight between its readings. Limits of lead-free and leaded
 * joints as in J-STD-020 (from memory: rise to 3 K/s, fall to 6 K/s, 60 to 150 s above 217 °C), of the bismuth alloy assumed.
 */
export function calculateReflowProfile(input: ReflowProfileInput): ReflowProfile {
  const { readings, alloy: name, slopeOverS } = reflowProfileInput.parse(input);
  const alloy = alloyNamed(name);
  const peak = readings.reduce((a, b) => (b.temperatureC > a.temperatureC ? b : a));
  const liquid = stretchesAbove(readings, alloy.countedFromC);
  const lasting = (stretches: { fromS: number; toS: number }[]) =>
    stretches.reduce((sum, { fromS, toS }) => sum + toS - fromS, 0);
  const rising = readings.filter(({ timeS }) => timeS <= peak.timeS);
  const begins = stretchesAbove(rising, alloy.soak.fromC)[0]?.fromS ?? peak.timeS;
  const ends = stretchesAbove(rising, alloy.soak.toC)[0]?.fromS ?? peak.timeS;
  const soak = { fromS: begins, toS: Math.max(begins, ends) };
  const slopes = steepest(readings, slopeOverS);
  const figures = {
    peakC: peak.temperatureC,
    peakAtS: peak.timeS,
    aboveLiquidusS: lasting(liquid),
    maxRiseCs: slopes.rise.cs,
    maxFallCs: slopes.fall.cs,
    soakS: soak.toS - soak.fromS,
  };
  const limits = {
    "soak least": alloy.soak.least,
    "soak most": alloy.soak.most,
    "peak least": alloy.peakC.least,
    "peak most": alloy.peakC.most,
    "liquid least": alloy.aboveS.least,
    "liquid most": alloy.aboveS.most,
    rise: alloy.riseCs,
    fall: alloy.fallCs,
  };
  return {
    ...figures,
    faults: faultsOf(alloy, readings, figures, slopes, liquid, soak),
    assumed: Object.entries(limits).flatMap(([limit, { source }]) =>
      source.kind === "assumed" ? [limit] : [],
    ),
  };
}

export const reflowProfile = defineCalculation({
  name: "reflow-profile",
  purpose: "What a soldering profile was worth for an alloy: peak, time liquid, slopes, soak, faults.",
  input: reflowProfileInput,
  result: reflowProfileResult,
  calculate: calculateReflowProfile,
});
