import { useCallback, useEffect, useMemo, useState } from "react";
import { seamNow } from "../../../../core/device/ask.ts";
import { withBench } from "../../../../core/heat/bench-fit.ts";
import { glueLineAt } from "../../../../core/heat/glue-line.ts";
import { calculateLiftHeat, isHeated, keptMethod, usualSettings } from "../../../../core/heat/lift-heat.ts";
import { BenchFitOffer } from "../../lift/BenchFitOffer.tsx";
import { HeatChart } from "../../lift/HeatChart.tsx";
import { HeatMap } from "../../lift/HeatMap.tsx";
import { MethodsCompared } from "../../lift/MethodsCompared.tsx";
import { ReadingsImport } from "../../lift/ReadingsImport.tsx";
import { AnswerBasis } from "../../lift/AnswerBasis.tsx";
import { Thermocouple } from "../../lift/Thermocouple.tsx";
import type { ToolProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

const NONE = <p>{t("this-route-heats-no-glue-line")}</p>;

/** The heat that a job goes by, chosen or usual, at this station. */
function useHeat({ scene, shop }: ToolProps) {
  const [fits, setFits] = useState(shop.fits);
  useEffect(() => setFits(shop.fits), [shop.fits]);
  const { family, state } = scene;
  const seam = seamNow(scene);
  const { heat, soaks } = state.lift;
  const settings = useMemo(() => {
    if (!seam || !isHeated(seam)) return null;
    const kind = heat?.method ?? "plate";
    const usual = withBench(usualSettings(seam, kind), fits);
    return heat
      ? { ...usual, method: keptMethod(seam, kind, heat.settings), soakS: heat.soakS }
      : { ...usual, soakS: 120 };
  }, [seam, heat, fits]);
  const ran = useMemo(
    () => soaks.map(({ startedMs, endedMs }) => ({ startedMs, stoppedMs: endedMs })),
    [soaks],
  );
  return { family, seam: seam && isHeated(seam) ? seam : null, settings, ran, fits, setFits };
}

/** A thermocouple in the glue line, live or from a logger; and what a run of it tells of this station. */
export function GlueLineTool(props: ToolProps) {
  const { code, scene, nowMs, mayTell, tell } = props;
  const { family, seam, settings, ran, setFits } = useHeat(props);
  const [live, setLive] = useState<readonly { atMs: number; valueC: number }[]>([]);
  const { readings } = scene.state.records;
  const newest = ran.at(-1);
  const logged = useMemo(
    () =>
      readings
        .filter(({ quantity }) => quantity === "glue line")
        .map(({ atMs, value, source }) => ({ atMs, valueC: value, isSimulated: source === "simulated" })),
    [readings],
  );
  const expected = useCallback(
    () => (seam && settings && ran.length > 0 ? glueLineAt(family, seam, settings, ran) : null),
    [family, seam, settings, ran],
  );
  const heat = useMemo(
    () => (seam && settings ? calculateLiftHeat(family, seam, settings) : null),
    [family, seam, settings],
  );
  if (!seam || !settings || !heat) return NONE;
  const begunMs = newest?.startedMs ?? null;
  return (
    <>
      <div className="h-64">
        <HeatChart
          family={family}
          seam={seam}
          heat={heat}
          readings={
            begunMs === null
              ? []
              : [...logged, ...live]
                  .map(({ atMs, valueC }) => ({ atS: (atMs - begunMs) / 1_000, valueC }))
                  .filter(({ atS }) => atS >= 0)
          }
        />
      </div>
      <Thermocouple
        code={code}
        soakKey={`${newest?.startedMs} ${newest?.stoppedMs}`}
        nowMs={nowMs}
        expected={expected}
        isRunning={newest !== undefined && newest.stoppedMs === null}
        disabled={!mayTell}
        tell={tell}
        onLive={setLive}
      />
      <ReadingsImport
        code={code}
        soakStartedAt={begunMs === null ? null : new Date(begunMs).toISOString()}
        tell={tell}
        disabled={!mayTell}
      />
      {newest && (
        <BenchFitOffer
          code={code}
          family={family}
          seam={seam}
          soaks={ran}
          readings={logged}
          settings={settings}
          onKept={setFits}
        />
      )}
    </>
  );
}

/** How even the heat is over the face, and what the answer rests on. */
export function EvenHeatTool(props: ToolProps) {
  const { family, seam, settings, fits } = useHeat(props);
  if (!seam || !settings) return NONE;
  return (
    <>
      <HeatMap family={family} seam={seam} settings={settings} />
      <AnswerBasis family={family} seam={seam} settings={settings} fits={fits} />
    </>
  );
}

/** Every heating method this seam, side by side. */
export function WaysTool(props: ToolProps) {
  const { family, seam, fits } = useHeat(props);
  const [picked, setPicked] = useState(props.scene.state.lift.heat?.method ?? "plate");
  if (!seam) return NONE;
  const { widthMm, heightMm } = family.outline;
  return (
    <MethodsCompared
      family={family}
      seam={seam}
      fits={fits}
      edgeMm={2 * (widthMm + heightMm)}
      speedMmS={seam.speedMmS ?? 4}
      picked={picked}
      onPick={setPicked}
    />
  );
}
