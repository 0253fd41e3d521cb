import { useMemo } from "react";
import { usualChoices } from "../../../../core/device/choice-asked.ts";
import { isTaped, routeNow, seamNow } from "../../../../core/device/ask.ts";
import { withBench } from "../../../../core/heat/bench-fit.ts";
import { soakAsItIs } from "../../../../core/heat/glue-line.ts";
import { methodOf, settingOf, withSetting } from "../../../../core/heat/heat-methods.ts";
import {
  calculateLiftHeat,
  keptMethod,
  USUAL_HUMIDITY_PCT,
  usualSettings,
  type LiftHeatSettings,
} from "../../../../core/heat/lift-heat.ts";
import type { HeatChoice } from "../../../../core/lift/lift-slot.ts";
import { CARD_MM } from "../../../../core/lift/handling.ts";
import { faceStrips, longestPieceMm } from "../../../../core/lift/strips.ts";
import { windowsFor } from "../../../../core/lift/windows-for.ts";
import type { Scene } from "../../../../core/device/scene.ts";
import { methodsOf } from "../../../../core/lift/methods-of.ts";
import type { Seam } from "../../../../core/stack/family.ts";
import { DialSlider } from "../../../ui/DialSlider.tsx";
import { usePreferences } from "../../../ui/preferences.ts";
import { durationText } from "../../../../core/duration-text.ts";
import { Duration, Figure, Length, lengthText, shown } from "../../../ui/quantity.tsx";
import { useMounted } from "../../../ui/useMounted.ts";
import { HeatChart } from "../../lift/HeatChart.tsx";
import { Setting } from "../../lift/Setting.tsx";
import { MeasuredHere } from "../MeasuredHere.tsx";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";
import { term } from "../../../../words/speaker.ts";

const MINUTE_MS = 60_000;

/** The curve of every interface under the finger: way, heat, soak, speed; while it soaks, the soak as it is. */
export function HeatInstrument(props: InstrumentProps) {
  const seam = seamNow(props.scene) ?? props.scene.family.seams.find(({ method }) => method !== "peel");
  if (!seam || seam.method === "peel") return null;
  return props.kind === "heat-chosen" ? (
    <ChosenHeat {...props} seam={seam} />
  ) : (
    <RunningHeat {...props} seam={seam} />
  );
}

function ChosenHeat({ scene, data, choices, change, shop, seam }: InstrumentProps & { seam: Seam }) {
  const mounted = useMounted();
  const preferences = usePreferences();
  const { family } = scene;
  const { methods } = methodsOf(family, routeNow(scene));
  const info = methodOf(choices.method);
  const worked = data as unknown as HeatChoice;
  const usual = useMemo(
    () => withBench(usualSettings(seam, choices.method), shop.fits),
    [seam, choices.method, shop.fits],
  );
  const setting = choices.setting ?? settingOf(usual.method);
  const soakS = choices.soakS ?? (worked.method === choices.method ? worked.soakS : 120);
  const settings = useMemo(
    (): LiftHeatSettings => ({ ...usual, method: withSetting(usual.method, setting), soakS }),
    [usual, setting, soakS],
  );
  const heat = useMemo(() => calculateLiftHeat(family, seam, settings), [family, seam, settings]);
  // While a dial is turned the sure part is worked out anew: until then all that is likely is shown.
  const sureS = worked.method === choices.method && worked.soakS === soakS ? worked.windowS : null;
  const speedMmS = choices.speedMmS ?? worked.speedMmS;
  const humidityPct = choices.humidityPct ?? USUAL_HUMIDITY_PCT;
  const cardMm = choices.cardMm ?? worked.settings.cardMm ?? CARD_MM;
  // Tape is cut along the rim alone, and frozen glass comes off at once.
  const cutsStrips = !isTaped(scene) && !info.isCold;
  const { setting: dial } = info;
  return (
    <div className="grid h-full min-h-0 w-full grid-rows-[auto_minmax(0,1fr)_auto] gap-2 side:grid-cols-[minmax(0,1fr)_18rem] side:grid-rows-[auto_minmax(0,1fr)]">
      <div
        role="group"
        aria-label={t("way-to-heat")}
        className="flex gap-1.5 overflow-x-auto side:col-span-2"
      >
        {methods.map((kind) => (
          <button
            key={kind}
            type="button"
            aria-pressed={kind === choices.method}
            className="control shrink-0 border-soft px-3 font-normal aria-pressed:bg-ink aria-pressed:text-on-ink"
            onClick={() => change({ ...usualChoices(shop), method: kind })}
          >
            {methodOf(kind).title}
          </button>
        ))}
      </div>
      <div className="min-h-0">
        {mounted && <HeatChart family={family} seam={seam} heat={heat} sureS={sureS} readings={[]} />}
      </div>
      <div className="grid min-h-0 grid-cols-2 content-start gap-x-4 overflow-y-auto side:grid-cols-1">
        <DialSlider
          label={term(dial.label)}
          value={setting}
          min={dial.min}
          max={dial.max}
          step={dial.step}
          shown={<Setting info={info} value={setting} />}
          text={
            dial.unit === "C"
              ? t("degrees", { value: Math.round(shown("temperature", setting, preferences).value) })
              : t("watts-per-square-metre", { setting })
          }
          onChange={(value) => {
            // A new heat wants a soak of its own, until somebody has turned that too.
            const { soakS: turned, ...rest } = choices;
            change({ ...rest, setting: value, ...(turned === undefined ? {} : { soakS: turned }) });
          }}
        />
        <DialSlider
          label={t("soak")}
          value={soakS}
          min={10}
          max={Math.max(600, Math.ceil((heat.readyAtS ?? 0) / 60) * 120, soakS)}
          step={5}
          shown={<Duration s={soakS} />}
          text={durationText(soakS)}
          onChange={(value) => change({ ...choices, soakS: value })}
        />
        <DialSlider
          label={t("speed")}
          value={speedMmS}
          min={1}
          max={15}
          step={0.5}
          shown={
            <Figure
              value={shown("length", speedMmS, preferences).value}
              unit={`${shown("length", 0, preferences).unit}/s`}
              digits={preferences.length === "inch" ? 2 : 1}
            />
          }
          text={t("a-second", { speedMmS: lengthText(speedMmS, preferences) })}
          onChange={(value) => change({ ...choices, speedMmS: value })}
        />
        {cutsStrips && (
          <DialSlider
            label={t("card")}
            value={cardMm}
            min={0.2}
            max={1.5}
            step={0.05}
            shown={<Length mm={cardMm} digits={2} />}
            text={lengthText(cardMm, preferences)}
            onChange={(value) => change({ ...choices, cardMm: value })}
          />
        )}
        {info.isCold && (
          <DialSlider
            label={t("humidity-of-the-room")}
            value={humidityPct}
            min={10}
            max={95}
            step={1}
            shown={<Figure value={humidityPct} unit="%" />}
            text={t("percent-2", { humidityPct })}
            onChange={(value) => change({ ...choices, humidityPct: value })}
          />
        )}
        {cutsStrips && worked.method === choices.method && (
          <p className="col-span-full" data-testid="strips">
            <FaceInStrips face={family} heat={worked} />
          </p>
        )}
        <span className="max-lg:portrait:hidden">
          <MeasuredHere
            compared={shop.compared}
            of={["ready", "window", "glue line", "card speed", "wire speed"]}
          />
        </span>
      </div>
    </div>
  );
}

/** In how many strips and windows the face comes off, or how a wire goes under it and what it leaves. */
function FaceInStrips({ face, heat }: { face: Scene["family"]; heat: HeatChoice }) {
  const preferences = usePreferences();
  const { stripMm, speedMmS, windowS, wire } = heat;
  const strips = useMemo(
    () => faceStrips(face, { stripMm, speedMmS, longestMm: longestPieceMm(windowS, speedMmS) }),
    [face, stripMm, speedMmS, windowS],
  );
  if (wire) {
    return t("wire-frees-in-passes", {
      sweptPct: Math.round(wire.passes.reduce((sum, { newPct }) => sum + newPct, 0)),
      passes: wire.passes.length,
      time: durationText(wire.passes.reduce((sum, { pathMm }) => sum + pathMm / wire.mmS, 0)),
      strips: wire.behind.length,
      force: wire.forceN.toPrecision(2),
      breaks: wire.breaksAtN.toPrecision(2),
    });
  }
  return t("strips-in-windows", {
    strips: strips.length,
    strip: lengthText(stripMm, preferences),
    windows: windowsFor(
      strips.map(({ timeS }) => timeS),
      windowS,
    ),
  });
}

function RunningHeat({ scene, kind, data, nowMs, seam, shop }: InstrumentProps & { seam: Seam }) {
  const mounted = useMounted();
  const { family, state } = scene;
  const { heat: chosen, soaks } = state.lift;
  // What is asked for goes on from what is on the stack; while it soaks, the soak as it was begun.
  const isNext = kind === "soak-started";
  const forS = isNext ? Number(data.forS) : state.lift.soakForS;
  const fromMs = isNext ? Math.ceil(nowMs / MINUTE_MS) * MINUTE_MS : 0;
  const asItIs = useMemo(() => {
    if (!chosen || !mounted) return null;
    const usual = withBench(usualSettings(seam, chosen.method), shop.fits);
    const settings = {
      ...usual,
      method: keptMethod(seam, chosen.method, chosen.settings),
      soakS: chosen.soakS,
    };
    const ran = soaks.map(({ startedMs, endedMs }) => ({ startedMs, stoppedMs: endedMs }));
    if (ran.length === 0) return calculateLiftHeat(family, seam, settings);
    const shown = isNext ? [...ran, { startedMs: fromMs, stoppedMs: null }] : ran;
    return soakAsItIs(family, seam, settings, shown, forS);
  }, [family, seam, chosen, soaks, isNext, forS, fromMs, shop.fits, mounted]);
  const begunMs = isNext ? null : (soaks.at(-1)?.startedMs ?? null);
  const readings = useMemo(
    () =>
      begunMs === null
        ? []
        : state.records.readings
            .filter(({ quantity, atMs }) => quantity === "glue line" && atMs >= begunMs)
            .map(({ atMs, value }) => ({ atS: (atMs - begunMs) / 1_000, valueC: value })),
    [state.records.readings, begunMs],
  );
  if (!asItIs) return null;
  return (
    <div className="h-full min-h-0 w-full">
      <HeatChart family={family} seam={seam} heat={asItIs} sureS={chosen!.windowS} readings={readings} />
    </div>
  );
}
