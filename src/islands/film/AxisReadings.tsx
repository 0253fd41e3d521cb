import { typedWithin } from "../../ui/typed-number.ts";
import { Trash2 } from "lucide-react";
import { useState } from "react";
import type { FilmAxis } from "../../../core/film/film-axis.ts";
import type { FilmSide } from "../../../core/film/films.ts";
import type { JobState } from "../../../core/job/fold.ts";
import { Field } from "../../ui/Field.tsx";
import { useDraft } from "../../ui/useDraft.ts";
import type { PanelProps } from "../stage/panel.ts";
import { AxisChart } from "./AxisChart.tsx";
import { PhotoLight } from "./PhotoLight.tsx";

const bounds = { angleDeg: [-360, 360], level: [0, 1e9] } as const;

/** Where to read first: three angles tell an axis, a fourth how sure it is. */
const FIRST_ANGLES_DEG = [0, 45, 90, 135];

/** Light read through the film at several angles: by hand, from a meter, or from photos. */
export function AxisReadings({
  code,
  live,
  send,
  film,
  readings,
  measured,
}: PanelProps & { film: FilmSide; readings: JobState["axisReadings"]; measured: FilmAxis | null }) {
  const nextDeg =
    measured?.nextAnglesDeg[0] ??
    FIRST_ANGLES_DEG.find((angle) => !readings.some(({ angleDeg }) => Math.abs(angleDeg - angle) < 5)) ??
    0;
  const [typed, setTyped] = useDraft(`${code} ${film} axis`, { angle: "", level: "" });
  const [faults, setFaults] = useState<{ angle?: string; level?: string; meter?: string }>({});
  const angle = typed.angle === "" ? nextDeg : typedWithin(typed.angle, bounds.angleDeg);
  const angleFault =
    angle === null ? `Angle: ${typed.angle} must be a number from -360 to 360 degrees` : undefined;

  const keep = (angleDeg: number, level: number, source: "hand" | "simulated" | "photo") => {
    if (send({ stage: "fit", kind: "axis-read", data: { film, angleDeg, level, source } })) {
      setTyped({ angle: "", level: "" });
      setFaults({});
    }
  };
  const keepTyped = () => {
    const level = typedWithin(typed.level, bounds.level);
    if (angle === null || level === null) {
      setFaults({
        angle: angleFault,
        ...(level === null ? { level: `Light: ${typed.level || "nothing"} must be a number from 0 on` } : {}),
      });
      return;
    }
    keep(angle, level, "hand");
  };
  const readMeter = async () => {
    if (angle === null) return setFaults({ angle: angleFault });
    try {
      const answer = await fetch(`/api/jobs/${code}/light-meter?film=${film}&angle=${angle}`);
      const { level } = (await answer.json()) as { level: number };
      keep(angle, level, "simulated");
    } catch {
      setFaults({ meter: "No answer from the light meter. Type what another one shows." });
    }
  };
  const isEnough = measured?.verdict === "enough";
  return (
    <section aria-labelledby="axis-title">
      <h2 id="axis-title" className="text-lg font-semibold">
        Axis of the {film} film
      </h2>
      <p className="mt-1">
        Turn a film of known axis over it on even light; angle 0 is its axis along the panel's width. Light in
        any unit.
      </p>
      {measured && (
        <p className={`mt-2 text-lg ${isEnough ? "text-done" : ""}`} data-testid="axis">
          {measured.verdict === "no axis"
            ? "No axis to be found: clear glass, no polarizer, or too much noise."
            : isEnough
              ? `Enough: ${measured.axisDeg.toFixed(1)}° ± ${measured.axisHalfWidth95Deg.toFixed(1)}°.`
              : `${measured.axisDeg.toFixed(1)}° ± ${measured.axisHalfWidth95Deg.toFixed(1)}°. Read at ${measured.nextAnglesDeg.join("° and ")}° to know better.`}
        </p>
      )}
      {live && (
        <form
          className="mt-2 flex flex-wrap items-start gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            keepTyped();
          }}
        >
          <Field label="Angle, °" fault={faults.angle}>
            {(attributes) => (
              <input
                {...attributes}
                className="entry max-w-28"
                inputMode="decimal"
                placeholder={String(nextDeg)}
                value={typed.angle}
                onChange={(event) => setTyped({ ...typed, angle: event.target.value })}
              />
            )}
          </Field>
          <Field label="Light" fault={faults.level}>
            {(attributes) => (
              <input
                {...attributes}
                className="entry max-w-32"
                inputMode="decimal"
                value={typed.level}
                onChange={(event) => setTyped({ ...typed, level: event.target.value })}
              />
            )}
          </Field>
          <div className="flex flex-wrap gap-2 pt-6">
            <button type="submit" className="control">
              Keep reading
            </button>
            <button
              type="button"
              className="control border-soft font-normal"
              onClick={() => void readMeter()}
            >
              Read the meter (simulated)
            </button>
          </div>
        </form>
      )}
      {faults.meter && (
        <p role="alert" className="text-danger">
          {faults.meter}
        </p>
      )}
      {live && (
        <PhotoLight
          title="Read from a photo"
          hint="Fixed exposure, fixed white balance, the same place of the panel each time. Drag a box where the light is even."
        >
          {(light) => (
            <button
              type="button"
              className="control"
              disabled={angle === null}
              onClick={() => angle !== null && keep(angle, Number(light.level.toFixed(3)), "photo")}
            >
              Keep for {angle ?? "?"}°
            </button>
          )}
        </PhotoLight>
      )}
      {readings.length > 0 ? (
        <>
          <AxisChart readings={readings} measured={measured} />
          <details>
            <summary className="min-h-12 content-center">
              {readings.length} {readings.length === 1 ? "reading" : "readings"}
            </summary>
            <ul aria-label="Readings of light">
              {readings.map(({ id, angleDeg, level, source }) => (
                <li key={id} className="flex items-center gap-3 border-b border-line">
                  <span className="flex-1">
                    {angleDeg}°: {Number(level.toPrecision(4))}
                    {source !== "hand" && <span className="text-soft"> ({source})</span>}
                  </span>
                  {live && (
                    <button
                      type="button"
                      className="control border-transparent"
                      aria-label={`Remove the reading at ${angleDeg}°`}
                      onClick={() => send({ stage: "fit", kind: "undone", data: { event: id } })}
                    >
                      <Trash2 aria-hidden size={18} />
                    </button>
                  )}
                </li>
              ))}
            </ul>
          </details>
        </>
      ) : (
        <p className="mt-2 text-soft">No reading yet. Four angles at least, over 60° or more.</p>
      )}
    </section>
  );
}
