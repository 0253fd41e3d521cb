import { lazy, Suspense, useMemo, useState } from "react";
import { filmAxisInput } from "../../../../core/film/film-axis.ts";
import { measuredAxis } from "../../../../core/film/measured-axis.ts";
import type { AxisReading } from "../../../../core/film/film-slot.ts";
import { simulatedAxisDeg } from "../../../../core/film/simulated-axis.ts";
import type { FilmSide } from "../../../../core/film/films.ts";
import { useInstrument } from "../../../instruments/serial-instruments.ts";
import { AxisChart } from "../../film/AxisChart.tsx";
import { PhotoLight } from "../../film/PhotoLight.tsx";
import { Field } from "../../../ui/Field.tsx";
import { asTyped, typedWithin } from "../../../ui/typed-number.ts";
import { useDraft } from "../../../ui/useDraft.ts";
import { MeasuredHere } from "../MeasuredHere.tsx";
import type { InstrumentProps } from "../instrument.ts";
import { Assumptions } from "../../../ui/Assumptions.tsx";
import { assumptionsOf } from "../../../../core/assumed.ts";
import { t } from "../../../../words/work.ts";

/** Only who sweeps by camera needs what looks. */
const AxisSweepCamera = lazy(async () => ({
  default: (await import("../../film/AxisSweepCamera.tsx")).AxisSweepCamera,
}));

/** A lamp that changed by less is not worth a line. */
const TOLD_DRIFT_PCT = 3;
const bounds = { angleDeg: [-360, 360], level: [0, 1e9] } as const;

/** Light against angle: a reading for the angle that tells most next, by hand, from the meter or from a photo. */
export function AxisInstrument({ code, scene, data, mayTell, tell, shop }: InstrumentProps) {
  const film = data.film as FilmSide;
  const kept = scene.state.film.readings[film];
  const readings = useMemo(() => kept ?? [], [kept]);
  const measured = useMemo(() => measuredAxis(readings), [readings]);
  const nextDeg = measured?.nextAnglesDeg[0] ?? Number(data.angleDeg);
  const [typed, setTyped] = useDraft(`${code} ${film} axis`, { angle: "", level: "" });
  const [fault, setFault] = useState<string>();
  const angle = typed.angle === "" ? nextDeg : typedWithin(typed.angle, bounds.angleDeg);
  const [isLive, setLive] = useState(false);
  const meter = useInstrument("light level");
  const keep = (level: number, source: AxisReading["source"]) => {
    if (angle !== null && tell("axis-read", { film, angleDeg: angle, level, source })) {
      setTyped({ angle: "", level: "" });
      setFault(undefined);
    }
  };
  const save = () => {
    const level = typedWithin(typed.level, bounds.level);
    if (angle === null) return setFault(t("angle-must-be-a-number-from-360", { angle: typed.angle }));
    if (level === null) return setFault(t("light-must-be-a-number-from-0", { level: asTyped(typed.level) }));
    return keep(level, "hand");
  };
  const readMeter = async () => {
    const answer = await fetch(`/api/jobs/${code}/light-meter?film=${film}&angle=${angle}`).catch(() => null);
    if (answer?.ok) keep(((await answer.json()) as { level: number }).level, "simulated");
    else setFault(t("no-answer-from-the-light-meter-type"));
  };
  const { outline, borderMm } = scene.family;
  if (isLive)
    return (
      <Suspense>
        <AxisSweepCamera
          simulated={{ of: "film", code, outline, borderMm, axisDeg: simulatedAxisDeg(code, film) }}
          disabled={!mayTell}
          onDone={({ readings: swept, isSimulated }) => {
            const source = isSimulated ? "simulated camera" : "camera";
            if (tell("axis-swept", { film, source, readings: swept })) setLive(false);
          }}
          onLeave={() => setLive(false)}
        />
      </Suspense>
    );
  return (
    <div className="grid h-full min-h-0 w-full grid-rows-[minmax(0,1fr)_auto] gap-3 side:grid-cols-[minmax(0,1fr)_21rem] side:grid-rows-1">
      <div className="min-h-0">
        {readings.length > 0 ? (
          <AxisChart readings={readings} measured={measured} />
        ) : (
          <p className="text-lg text-soft">{t("turn-a-film-of-known-axis-over")}</p>
        )}
      </div>
      <div className="min-h-0 overflow-y-auto">
        {measured && (
          <p className="mb-2 text-lg font-semibold" data-testid="axis">
            {measured.verdict === "no axis"
              ? t("no-axis-found-clear-glass-or-too")
              : `${measured.axisDeg.toFixed(1)}° ± ${measured.axisHalfWidth95Deg.toFixed(1)}°`}{" "}
            <Assumptions words={assumptionsOf(filmAxisInput, { readings })} />
            <MeasuredHere compared={shop.compared} of={["axis"]} />
          </p>
        )}
        {measured && Math.abs(measured.driftPct) >= TOLD_DRIFT_PCT && (
          <p className="edge-hatch mb-2 text-film" data-testid="drift">
            {t("the-light-changed-while-it-was-read", {
              way: measured.driftPct < 0 ? "less" : "more",
              driftPct: Math.abs(Math.round(measured.driftPct)),
            })}
          </p>
        )}
        <div className="grid grid-cols-2 gap-2">
          <Field label={t("angle")}>
            {(attributes) => (
              <input
                {...attributes}
                className="entry"
                inputMode="decimal"
                placeholder={String(nextDeg)}
                value={typed.angle}
                onChange={({ target }) => setTyped({ ...typed, angle: target.value })}
              />
            )}
          </Field>
          <Field label={t("light")}>
            {(attributes) => (
              <input
                {...attributes}
                className="entry"
                inputMode="decimal"
                value={typed.level}
                onChange={({ target }) => setTyped({ ...typed, level: target.value })}
              />
            )}
          </Field>
          <button type="button" className="control-strong" disabled={!mayTell} onClick={save}>
            {t("save-reading")}
          </button>
          {meter?.last ? (
            <button
              type="button"
              className="control px-2"
              disabled={!mayTell || meter.status !== "joined"}
              onClick={() => keep(meter.last!.value, "logger")}
            >
              {t("save-what-the-meter-shows", { level: Number(meter.last.value.toPrecision(4)) })}
            </button>
          ) : (
            <button
              type="button"
              className="control px-2"
              disabled={!mayTell}
              onClick={() => void readMeter()}
            >
              {t("meter-simulated")}
            </button>
          )}
        </div>
        {fault && (
          <p role="alert" className="edge-hatch mt-1 text-danger">
            {fault}
          </p>
        )}
        <button
          type="button"
          className="control my-2 w-full"
          disabled={!mayTell}
          onClick={() => setLive(true)}
        >
          {t("sweep-by-camera")}
        </button>
        <PhotoLight title={t("read-from-a-photo")} hint={t("fixed-exposure-and-white-balance-the")}>
          {(light) => (
            <button
              type="button"
              className="control"
              disabled={!mayTell || angle === null}
              onClick={() => keep(Number(light.level.toFixed(3)), "photo")}
            >
              {t("keep-for", { angle: angle ?? "?" })}
            </button>
          )}
        </PhotoLight>
        <p className="text-soft">
          {t("read", {
            readings: readings.length,
            value: readings.length < 4 ? t("more-at-least", { length: 4 - readings.length }) : "",
          })}
        </p>
      </div>
    </div>
  );
}
