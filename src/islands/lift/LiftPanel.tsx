import { useCallback, useDeferredValue, useEffect, useMemo, useState } from "react";
import { fitFor, withBench, type BenchFits } from "../../../core/heat/bench-fit.ts";
import {
  heatMethods,
  methodAssumptions,
  methodOf,
  settingOf,
  withSetting,
  type HeatMethodKind,
} from "../../../core/heat/heat-methods.ts";
import {
  bandOf,
  calculateLiftHeat,
  chooseSoakS,
  isHeated,
  keptMethod,
  longestSoakS,
  seamOf,
  thawOf,
  USUAL_HUMIDITY_PCT,
  usualSettings,
} from "../../../core/heat/lift-heat.ts";
import { cautions } from "../../../core/job/cautions.ts";
import { heatDraft } from "../../../core/job/stages/lift.ts";
import { runningTimers, secondsLeft } from "../../../core/job/fold.ts";
import { glueLineAt, soaksOf } from "../../../core/heat/glue-line.ts";
import type { StrengthReading } from "../../../core/lift/glue-curve.ts";
import { isCut, picksAt, planLift, reachIn, speedOf, HANDLING_S } from "../../../core/lift/lift-plan.ts";
import { glueOf } from "../../../core/materials/glues.ts";
import { surroundings } from "../../../core/materials/materials.ts";
import type { Family, Seam } from "../../../core/stack/family.ts";
import { Plan, type PlanSegment } from "../../drawing/Plan.tsx";
import { DialSlider } from "../../ui/DialSlider.tsx";
import { usePreferences } from "../../ui/preferences.ts";
import {
  Assumed,
  Duration,
  durationText,
  Figure,
  Length,
  lengthText,
  shown,
  Temperature,
} from "../../ui/quantity.tsx";
import { useMounted } from "../../ui/useMounted.ts";
import { useDraft } from "../../ui/useDraft.ts";
import type { PanelProps } from "../stage/panel.ts";
import { BenchFitOffer } from "./BenchFitOffer.tsx";
import { HeatChart } from "./HeatChart.tsx";
import { HeatMap } from "./HeatMap.tsx";
import { LiftGauge } from "./LiftGauge.tsx";
import { MethodsCompared } from "./MethodsCompared.tsx";
import { chartReadings, Thermocouple } from "./Thermocouple.tsx";
import { ReadingsImport } from "./ReadingsImport.tsx";

/** What a lift rests on beside the job itself. */
export interface LiftKnowledge {
  /** Usual heat settings for the route's seam; null where nothing is heated. */
  usualLift: Record<string, number> | null;
  /** What this shop has measured of the seam's glue, over all jobs. */
  shopReadings: readonly StrengthReading[];
  /** What this bench's own runs have told of its heat. */
  fits: BenchFits;
}

/** All round a panel, mm: what there is to cut where no plan can be made. */
const edgesMm = ({ outline }: Family) => 2 * (outline.widthMm + outline.heightMm);

interface Dials {
  kind: HeatMethodKind;
  setting: number;
  soakS: number;
  speedMmS: number;
  humidityPct: number;
}

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

function useDials(props: PanelProps & LiftKnowledge & { seam: Seam }) {
  const chosen = props.state.settings.lift ?? props.usualLift ?? {};
  const kind = props.state.heatMethod;
  const method = keptMethod(props.seam, kind, chosen);
  const start: Dials = {
    kind,
    setting: settingOf(method),
    soakS: Math.min(chosen.soakS ?? 120, longestSoakS(method)),
    speedMmS: chosen.speedMmS ?? speedOf(props.seam),
    humidityPct: chosen.relativeHumidityPct ?? USUAL_HUMIDITY_PCT,
  };
  const [entered, setEntered] = useDraft<Dials | null>(`${props.code} lift`, null);
  return {
    dials: { ...start, ...entered },
    isChanged: entered !== null,
    setDials: setEntered,
    clear: () => setEntered(null),
  };
}

function HeatedLift(props: PanelProps & LiftKnowledge & { seam: Seam & { plateC: number } }) {
  const { family, state, seam, live, send, offer, nowMs } = props;
  const preferences = usePreferences();
  // A chart has no size while the server writes the page, and drawing it there would only cost time.
  const mounted = useMounted();
  const { dials, isChanged, setDials, clear } = useDials(props);
  const [fits, setFits] = useState(props.fits);
  const settings = useMemo(() => {
    const { method, ...room } = withBench(usualSettings(seam, dials.kind), fits);
    return { ...room, method: withSetting(method, dials.setting), soakS: dials.soakS };
  }, [seam, dials.kind, dials.setting, dials.soakS, fits]);
  const info = methodOf(dials.kind);
  const fit = fitFor(dials.kind, fits);
  const { setting } = info;
  const settingText =
    setting.unit === "C"
      ? `${Math.round(shown("temperature", dials.setting, preferences).value)} degrees`
      : `${dials.setting} watts per square metre`;
  const shownSetting =
    setting.unit === "C" ? <Temperature c={dials.setting} /> : <Figure value={dials.setting} unit="W/m²" />;
  const changeTo = (kind: HeatMethodKind) => {
    const usual = withBench(usualSettings(seam, kind), fits);
    const soakS = chooseSoakS(family, seam, usual) ?? Math.min(600, longestSoakS(usual.method));
    setDials({ ...dials, kind, setting: settingOf(usual.method), soakS });
  };
  const heat = useMemo(() => calculateLiftHeat(family, seam, settings), [family, seam, settings]);
  const plan = useMemo(
    () => planLift(family, seam, { windowS: heat.windowS ?? 0, speedMmS: dials.speedMmS }, state.damage),
    [family, seam, heat.windowS, dials.speedMmS, state.damage],
  );
  const thawing = useMemo(
    () =>
      info.isCold
        ? {
            relativeHumidityPct: dials.humidityPct,
            ...thawOf(family, seam, settings, dials.humidityPct),
          }
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
  // Answer and curve keep up with the slider; the drawing of the cut may follow a frame later.
  const drawnSegments = useDeferredValue(segments);
  const band = bandOf(family, seam, settings.method)!;
  const glue = glueOf(family.stack.find((layer) => layer.name === seam.layer)!.material);
  const left = segments.filter((segment) => segment.status !== "cut").length;
  const chosen = state.settings.lift?.windowS !== undefined;
  const [soakTimer] = runningTimers(state).filter((timer) => timer.timer.startsWith("soak-"));
  const [windowTimer] = runningTimers(state).filter((timer) => timer.timer.startsWith("window-"));
  // In steps that can be seen, so that the drawing is not made anew for nothing.
  const leftS = windowTimer ? Math.max(0, Math.ceil(secondsLeft(windowTimer, nowMs) * 2) / 2) : 0;
  const reach = useMemo(
    () => (plan && leftS > 0 ? reachIn(plan.segments, state.stretches, leftS, dials.speedMmS) : []),
    [plan, state.stretches, leftS, dials.speedMmS],
  );
  const picks = useMemo(
    () => (state.endedStages.lift ? [] : picksAt(state.stretches)),
    [state.stretches, state.endedStages.lift],
  );
  const lastSoak = state.timers.filter((timer) => timer.timer.startsWith("soak-")).at(-1);
  const readings = useMemo(
    () =>
      lastSoak
        ? state.readings
            .filter((reading) => reading.quantity === "glue line" && reading.at >= lastSoak.startedAt)
            .map((reading) => ({
              atS: (Date.parse(reading.at) - Date.parse(lastSoak.startedAt)) / 1_000,
              valueC: reading.value,
            }))
        : [],
    [state.readings, lastSoak],
  );

  const [liveReadings, setLiveReadings] = useState<readonly { atMs: number; valueC: number }[]>([]);
  const drawnReadings = useMemo(
    () =>
      lastSoak
        ? [...readings, ...chartReadings(liveReadings, Date.parse(lastSoak.startedAt))].filter(
            ({ atS }) => atS >= 0,
          )
        : readings,
    [readings, liveReadings, lastSoak],
  );
  const soaks = useMemo(() => soaksOf(state.timers), [state.timers]);
  // What need not follow the slider within its frame follows after it.
  const calmSettings = useDeferredValue(settings);
  const reckon = useCallback(
    () => (soaks.length > 0 ? glueLineAt(family, seam, calmSettings, soaks) : null),
    [family, seam, calmSettings, soaks],
  );

  return (
    <>
      <p className="answer" data-testid="answer">
        {windowTimer ? (
          secondsLeft(windowTimer, nowMs) > 0 ? (
            <>
              <Duration s={secondsLeft(windowTimer, nowMs)} /> to cut, {left}{" "}
              {left === 1 ? "stretch" : "stretches"} left
            </>
          ) : (
            <>The window is over: {info.back.toLowerCase()}</>
          )
        ) : soakTimer ? (
          secondsLeft(soakTimer, nowMs) > 0 ? (
            <>
              Ready in <Duration s={secondsLeft(soakTimer, nowMs)} />
            </>
          ) : (
            <>Ready: {info.off.toLowerCase()} and cut</>
          )
        ) : heat.readyAtS === null || heat.readyAtS > dials.soakS ? (
          <>
            Not ready after {durationText(dials.soakS)}: {info.isCold ? "colder" : "hotter"} or longer
          </>
        ) : (
          <>
            <Duration s={dials.soakS} /> at {shownSetting}, then {heat.windowCutShort ? "at least " : ""}
            <Duration s={heat.windowS ?? 0} /> to cut
          </>
        )}
      </p>
      <p className="mt-1 text-lg">
        {heat.readyAtS !== null && heat.readyAtS <= dials.soakS ? (
          <>
            The {seam.layer} is ready after <Duration s={heat.readyAtS} />.{" "}
          </>
        ) : (
          <>
            The whole {seam.layer} must reach <Temperature c={band.minC ?? band.maxC ?? 0} />.{" "}
          </>
        )}
        {plan
          ? `${plan.segments.length} stretches in ${plan.passes} ${plan.passes === 1 ? "window" : "windows"}, ${plan.picks} picks, from the ${plan.startCorner} corner.`
          : `Nothing can be cut: ${HANDLING_S} s go by on the way to the bench.`}
      </p>
      {thawing && (
        <p className="mt-1 text-lg" data-testid="thaw">
          {thawing.dryAfterS === null ? (
            <>The room is too damp: it never dries. Warm it, or dry the air.</>
          ) : (
            <>
              Then <Duration s={thawing.dryAfterS} /> to thaw: its coldest face has passed the dew point of{" "}
              <Temperature c={thawing.dewPointC} /> by a degree.
            </>
          )}{" "}
          {thawing.frost && "Frost settles on it: no power before it has gone."}
        </p>
      )}
      {heat.broken.map((limit) => (
        <p key={limit.layer} role="alert" className="edge-hatch mt-2 text-danger">
          Too hot for the {limit.layer}: it passes <Temperature c={limit.maxC} /> after{" "}
          <Duration s={limit.atS} /> and reaches <Temperature c={limit.peakC} digits={1} />.
        </p>
      ))}
      {plan?.warnings.map((warning) => (
        <p key={warning} className="edge-hatch mt-2 text-film">
          {warning}
        </p>
      ))}

      <details className="mt-2" open={!chosen}>
        <summary className="min-h-12 content-center">
          <span className="font-semibold">{info.title}.</span>{" "}
          <span className="text-soft">Common practice: {info.practice}.</span>
        </summary>
        <div role="group" aria-label="Way to heat" className="flex flex-wrap gap-1.5">
          {heatMethods.map(({ kind, title }) => (
            <button
              key={kind}
              type="button"
              aria-pressed={dials.kind === kind}
              className="control border-soft px-3 font-normal aria-pressed:bg-ink aria-pressed:text-on-ink"
              onClick={() => changeTo(kind)}
            >
              {title}
            </button>
          ))}
        </div>
      </details>
      {dials.kind !== state.heatMethod &&
        info.cautions.map((name) => (
          <p key={name} className="edge-hatch mb-2 text-danger">
            <strong>{cautions[name].title}.</strong> {cautions[name].text}
          </p>
        ))}
      <div className="mt-4 grid gap-6 xl:grid-cols-2">
        <section aria-label="Heat">
          {mounted ? (
            <HeatChart family={family} seam={seam} heat={heat} readings={drawnReadings} />
          ) : (
            <p className="grid h-67 place-items-center text-soft">Drawing the curve</p>
          )}
          <div className="mt-3 grid gap-x-6 sm:grid-cols-2">
            <DialSlider
              label={setting.label}
              value={dials.setting}
              min={setting.min}
              max={setting.max}
              step={setting.step}
              shown={shownSetting}
              text={settingText}
              onChange={(value) => setDials({ ...dials, setting: value })}
            />
            <DialSlider
              label="Soak"
              value={dials.soakS}
              min={10}
              max={Math.max(600, Math.ceil((heat.readyAtS ?? 0) / 60) * 120, dials.soakS)}
              step={5}
              shown={<Duration s={dials.soakS} />}
              text={durationText(dials.soakS)}
              onChange={(soakS) => setDials({ ...dials, soakS })}
            />
            <DialSlider
              label="Speed"
              value={dials.speedMmS}
              min={1}
              max={15}
              step={0.5}
              shown={
                <Figure
                  value={shown("length", dials.speedMmS, preferences).value}
                  unit={`${shown("length", 0, preferences).unit}/s`}
                  digits={preferences.length === "inch" ? 2 : 1}
                />
              }
              text={`${lengthText(dials.speedMmS, preferences)} a second`}
              onChange={(speedMmS) => setDials({ ...dials, speedMmS })}
            />
            {thawing && (
              <DialSlider
                label="Humidity of the room"
                value={dials.humidityPct}
                min={10}
                max={95}
                step={1}
                shown={<Figure value={dials.humidityPct} unit="%" />}
                text={`${dials.humidityPct} percent`}
                onChange={(humidityPct) => setDials({ ...dials, humidityPct })}
              />
            )}
            {(isChanged || !chosen) && (
              <div className="flex flex-wrap items-end gap-2 sm:col-span-2">
                <button
                  type="button"
                  className="control"
                  disabled={!live}
                  onClick={() => send(draft()) && clear()}
                >
                  Use these settings
                </button>
                {isChanged && (
                  <button type="button" className="control" onClick={clear}>
                    Back to {chosen ? "chosen" : "usual"}
                  </button>
                )}
              </div>
            )}
          </div>
          <Thermocouple
            code={props.code}
            soakKey={`${lastSoak?.startedAt} ${lastSoak?.stoppedAt}`}
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
            soakStartedAt={lastSoak?.startedAt ?? null}
            send={send}
            disabled={!live}
          />
          {lastSoak && soaks.length === 1 && !isChanged && (
            <BenchFitOffer
              {...{ code: props.code, family, seam, readings }}
              settings={calmSettings}
              soakedS={
                lastSoak.stoppedAt
                  ? (Date.parse(lastSoak.stoppedAt) - Date.parse(lastSoak.startedAt)) / 1_000
                  : Infinity
              }
              onKept={setFits}
            />
          )}
          <p className="mt-3">
            Reckoned with{" "}
            {fit && (
              <>
                what this bench measured on {fit.jobCode}:{" "}
                <Figure value={fit.contact.valueWm2K} unit="W/m²K" /> of contact,{" "}
                <Figure value={fit.airFilm.valueWm2K} unit="W/m²K" digits={1} /> to the air;{" "}
              </>
            )}
            {methodAssumptions(settings.method).map(({ field, value, unit, words, source }) => (
              <span key={field}>
                <Assumed source={`${source}. Read a glue line by thermocouple to check it.`}>
                  <Figure value={value} unit={unit} digits={unit === "" ? 2 : 0} /> {words}
                </Assumed>
                ,{" "}
              </span>
            ))}
            {!fit && (
              <>
                <Assumed source={surroundings.airFilmWm2K.source.text}>
                  <Figure value={settings.airFilmWm2K} unit="W/m²K" /> to the air
                </Assumed>
                ,{" "}
              </>
            )}
            <Assumed source={surroundings.roomC.source.text}>
              a room at <Temperature c={settings.roomC} />
            </Assumed>{" "}
            and{" "}
            {info.isCold ? (
              <Assumed source={glue.brittleC.source.text}>
                glue that breaks below <Temperature c={band.maxC ?? 0} />
              </Assumed>
            ) : (
              <Assumed source={seam.bandSource}>
                glue that parts from <Temperature c={seam.minC ?? 0} />
              </Assumed>
            )}
            .
          </p>
        </section>
        <section aria-label="Cut">
          <Plan
            family={family}
            damage={state.damage}
            segments={drawnSegments}
            reach={reach}
            picks={picks}
            title="Panel from the viewer's side: cut in the order of the numbers"
            {...(live && chosen
              ? {
                  onCut: ({ edge, fromMm, toMm }) => {
                    send({ stage: "lift", kind: "stretch-cut", data: { edge, fromMm, toMm } });
                  },
                }
              : {})}
          />
          {reach.length > 0 && (
            <p className="mt-1 text-heat">
              Heavy along the edge: what this window still allows, at{" "}
              <Length mm={dials.speedMmS} digits={1} /> a second.
            </p>
          )}
          {plan && plan.uncut.length > 0 && (
            <ul className="mt-2">
              {plan.uncut.map((stretch) => (
                <li key={`${stretch.edge} ${stretch.fromMm}`}>
                  Not cut: {stretch.edge} <Length mm={stretch.fromMm} /> to <Length mm={stretch.toMm} />,{" "}
                  {stretch.why}.
                </li>
              ))}
            </ul>
          )}
        </section>
      </div>
      <HeatMap family={family} seam={seam} settings={calmSettings} />
      <LiftGauge
        {...{ code: props.code, family, seam, live, send }}
        damage={state.damage}
        wedges={state.wedges}
        shopReadings={props.shopReadings}
      />
      <MethodsCompared
        family={family}
        seam={seam}
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
