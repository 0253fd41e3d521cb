import { useCallback, useDeferredValue, useEffect, useMemo, useState } from "react";
import { withBench, type BenchFits } from "../../../core/heat/bench-fit.ts";
import { glueLineAt, soakAsItIs, soaksOf } from "../../../core/heat/glue-line.ts";
import { methodOf, settingOf, withSetting, type HeatMethodKind } from "../../../core/heat/heat-methods.ts";
import {
  bandOf,
  calculateLiftHeat,
  chooseSoakS,
  isHeated,
  longestSoakS,
  seamOf,
  thawOf,
  usualSettings,
} from "../../../core/heat/lift-heat.ts";
import { runningTimers, secondsLeft } from "../../../core/job/fold.ts";
import { heatDraft } from "../../../core/job/stages/lift.ts";
import type { StrengthReading } from "../../../core/lift/glue-curve.ts";
import { chosenPlan, isCut, picksAt, planLift, reachIn } from "../../../core/lift/lift-plan.ts";
import type { Family, Seam } from "../../../core/stack/family.ts";
import { Plan, type PlanSegment } from "../../drawing/Plan.tsx";
import { useMounted } from "../../ui/useMounted.ts";
import type { PanelProps } from "../stage/panel.ts";
import { BenchFitOffer, type RunReading } from "./BenchFitOffer.tsx";
import { CutPlan } from "./CutPlan.tsx";
import { HeatChart } from "./HeatChart.tsx";
import { HeatDials } from "./HeatDials.tsx";
import { HeatMap } from "./HeatMap.tsx";
import { HeatMethodChoice } from "./HeatMethodChoice.tsx";
import { LiftAnswer, LiftWarnings } from "./LiftAnswer.tsx";
import { LiftGauge } from "./LiftGauge.tsx";
import { MethodsCompared } from "./MethodsCompared.tsx";
import { ReadingsImport } from "./ReadingsImport.tsx";
import { ReckonedWith } from "./ReckonedWith.tsx";
import { Thermocouple } from "./Thermocouple.tsx";
import { useDials } from "./useDials.ts";

/** What a lift rests on beside the job itself. */
export interface LiftKnowledge {
  /** Usual heat settings for the route's seam; null where nothing is heated. */
  usualLift: Record<string, number> | null;
  /** What this shop has measured of the seam's glue, over all jobs. */
  shopReadings: readonly StrengthReading[];
  /** What this station's own runs have told of its heat. */
  fits: BenchFits;
}

/** All round a panel, mm: what there is to cut where no plan can be made. */
const edgesMm = ({ outline }: Family) => 2 * (outline.widthMm + outline.heightMm);

export function LiftPanel(props: PanelProps & LiftKnowledge) {
  const seam = seamOf(props.family, props.state.route);
  if (!isHeated(seam)) {
    return (
      <>
        <p className="answer">Corner up, wet the line, peel</p>
        <Plan
          family={props.family}
          damage={props.state.damage}
          title="Panel from the viewer's side with the edges that must stay dry or uncut"
        />
      </>
    );
  }
  return <HeatedLift {...props} seam={seam} />;
}

/** The soaks of a job as they were, and what was read in the newest, from its beginning on. */
function useSoaks({ state }: PanelProps, live: readonly { atMs: number; valueC: number }[]) {
  const soaks = useMemo(() => soaksOf(state.timers), [state.timers]);
  const newest = state.timers.filter((timer) => timer.timer.startsWith("soak-")).at(-1);
  const startedMs = newest ? Date.parse(newest.startedAt) : null;
  const logged: readonly RunReading[] = useMemo(
    () =>
      state.readings
        .filter(({ quantity }) => quantity === "glue line")
        .map(({ at, value, source }) => ({
          atMs: Date.parse(at),
          valueC: value,
          isSimulated: source === "simulated",
        })),
    [state.readings],
  );
  const drawn = useMemo(
    () =>
      startedMs === null
        ? []
        : [...logged, ...live]
            .map(({ atMs, valueC }) => ({ atS: (atMs - startedMs) / 1_000, valueC }))
            .filter(({ atS }) => atS >= 0),
    [logged, live, startedMs],
  );
  return { soaks, newest, logged, drawn };
}

function HeatedLift(props: PanelProps & LiftKnowledge & { seam: Seam & { plateC: number } }) {
  const { family, state, seam, live, send, offer, nowMs } = props;
  // A chart has no size while the server writes the page, and drawing it there would only cost time.
  const mounted = useMounted();
  const { dials, isChanged, setDials, clear } = useDials(props);
  const [fits, setFits] = useState(props.fits);
  const info = methodOf(dials.kind);
  const settings = useMemo(() => {
    const { method, ...room } = withBench(usualSettings(seam, dials.kind), fits);
    return { ...room, method: withSetting(method, dials.setting), soakS: dials.soakS };
  }, [seam, dials.kind, dials.setting, dials.soakS, fits]);
  const changeTo = (kind: HeatMethodKind) => {
    const usual = withBench(usualSettings(seam, kind), fits);
    const soakS = chooseSoakS(family, seam, usual) ?? Math.min(600, longestSoakS(usual.method));
    setDials({ ...dials, kind, setting: settingOf(usual.method), soakS });
  };
  const heat = useMemo(() => calculateLiftHeat(family, seam, settings), [family, seam, settings]);
  // Once it is chosen the drawing is what the steps follow, whatever has been measured since; turned dials show what would be.
  const isChosen = state.settings.lift?.windowS !== undefined;
  const plan = useMemo(
    () =>
      isChosen && !isChanged
        ? chosenPlan(state, family, seam)
        : planLift(family, seam, {
            windowS: heat.windowS ?? 0,
            speedMmS: dials.speedMmS,
            heat: dials.kind,
            damage: state.damage,
            paces: state.paces,
          }),
    [isChosen, isChanged, family, seam, heat.windowS, dials.speedMmS, dials.kind, state],
  );
  const thawing = useMemo(
    () =>
      info.isCold
        ? { relativeHumidityPct: dials.humidityPct, ...thawOf(family, seam, settings, dials.humidityPct) }
        : null,
    [info, family, seam, settings, dials.humidityPct],
  );
  const draft = useMemo(
    () => () => heatDraft(settings, dials.speedMmS, heat.windowS, thawing),
    [settings, dials.speedMmS, heat.windowS, thawing],
  );
  useEffect(() => offer("heat", draft), [offer, draft]);

  const segments: PlanSegment[] = useMemo(() => {
    let nextFound = false;
    return (plan?.segments ?? []).map((segment) => {
      if (isCut(segment, state.stretches)) return { ...segment, status: "cut" };
      const status = nextFound ? "later" : "next";
      nextFound = true;
      return { ...segment, status };
    });
  }, [plan, state.stretches]);
  const [soakTimer] = runningTimers(state).filter((timer) => timer.timer.startsWith("soak-"));
  const [windowTimer] = runningTimers(state).filter((timer) => timer.timer.startsWith("window-"));
  // In steps that can be seen, so that the drawing is not made anew for nothing.
  const leftS =
    windowTimer && !methodOf(state.heatMethod).staysOn
      ? Math.max(0, Math.ceil(secondsLeft(windowTimer, nowMs) * 2) / 2)
      : 0;
  const reach = useMemo(
    () => (plan && leftS > 0 ? reachIn(plan.segments, state.stretches, leftS) : []),
    [plan, state.stretches, leftS],
  );
  const picks = useMemo(
    () => (state.endedStages.lift ? [] : picksAt(state.stretches)),
    [state.stretches, state.endedStages.lift],
  );

  const [liveReadings, setLiveReadings] = useState<readonly { atMs: number; valueC: number }[]>([]);
  const { soaks, newest, logged, drawn } = useSoaks(props, liveReadings);
  // What need not follow the slider within its frame follows after it.
  const calmSettings = useDeferredValue(settings);
  const reckon = useCallback(
    () => (soaks.length > 0 ? glueLineAt(family, seam, calmSettings, soaks) : null),
    [family, seam, calmSettings, soaks],
  );
  // Once something lies on the heat the chart shows that, with the warmth it came with; turned dials show what would be.
  const drawnHeat = useMemo(
    () => (newest && !isChanged ? soakAsItIs(family, seam, settings, soaks, newest.durationS) : heat),
    [newest, isChanged, family, seam, settings, soaks, heat],
  );
  const band = bandOf(family, seam, settings.method)!;

  return (
    <>
      <LiftAnswer
        {...{ info, heat, plan, soakTimer, windowTimer, nowMs }}
        running={methodOf(state.heatMethod)}
        setting={dials.setting}
        layer={seam.layer}
        bandC={band.minC ?? band.maxC ?? 0}
        left={segments.filter((segment) => segment.status !== "cut").length}
      />
      <LiftWarnings heat={heat} plan={plan} thawing={thawing} />
      <HeatMethodChoice info={info} chosen={state.heatMethod} isOpen={!isChosen} onPick={changeTo} />
      <div className="mt-4 grid gap-6 xl:grid-cols-2">
        <section aria-label="Heat">
          {mounted ? (
            <HeatChart family={family} seam={seam} heat={drawnHeat} readings={drawn} />
          ) : (
            <p className="grid h-67 place-items-center text-soft">Drawing the curve</p>
          )}
          <HeatDials
            {...{ info, dials, isChanged, isChosen, live }}
            readyAtS={heat.readyAtS}
            onChange={setDials}
            onUse={() => send(draft()) && clear()}
            onClear={clear}
          />
          <Thermocouple
            code={props.code}
            soakKey={`${newest?.startedAt} ${newest?.stoppedAt}`}
            nowMs={nowMs}
            reckon={reckon}
            isRunning={soakTimer !== undefined || windowTimer !== undefined}
            disabled={!live}
            send={send}
            onLive={setLiveReadings}
          />
          <ReadingsImport
            code={props.code}
            stage="lift"
            soakStartedAt={newest?.startedAt ?? null}
            send={send}
            disabled={!live}
          />
          {newest && !isChanged && (
            <BenchFitOffer
              {...{ code: props.code, family, seam, soaks, readings: logged }}
              settings={calmSettings}
              onKept={setFits}
            />
          )}
          <ReckonedWith {...{ family, seam, settings, fits }} onStation={setFits} />
        </section>
        <CutPlan {...{ family, state, plan, segments, reach, picks, send }} mayMark={live && isChosen} />
      </div>
      <HeatMap family={family} seam={seam} settings={calmSettings} />
      <LiftGauge
        {...{ code: props.code, family, seam, live, send }}
        damage={state.damage}
        wedges={state.wedges}
        shopReadings={props.shopReadings}
      />
      <MethodsCompared
        {...{ family, seam, fits }}
        edgeMm={
          plan?.segments.reduce((sum, { fromMm, toMm }) => sum + Math.abs(toMm - fromMm), 0) ??
          edgesMm(family)
        }
        speedMmS={dials.speedMmS}
        picked={dials.kind}
        onPick={changeTo}
      />
    </>
  );
}
