import { useState } from "react";
import { foldDeg } from "../../../core/film/axis-angle.ts";
import type { SweepFault } from "../../../core/film/axis-sweep.ts";
import { assumptionsOf } from "../../../core/assumed.ts";
import { filmAxisInput } from "../../../core/film/film-axis.ts";
import { measuredAxis } from "../../../core/film/measured-axis.ts";
import { SWEEP_DISC_SHARE } from "../../../core/film/swept.ts";
import { mapToCorners, takenBy } from "../../../core/prove/square-up.ts";
import type { SimulatedLive } from "../../../core/prove/simulated-live.ts";
import { beginLive } from "../../camera/begin-live.ts";
import { FrameOverlay } from "../../camera/FrameOverlay.tsx";
import { LiveCamera } from "../../camera/LiveCamera.tsx";
import { TopPicker, useTop } from "../../camera/TopPicker.tsx";
import { Assumptions } from "../../ui/Assumptions.tsx";
import { Field } from "../../ui/Field.tsx";
import { asTyped, typedWithin } from "../../ui/typed-number.ts";
import { useDraft } from "../../ui/useDraft.ts";
import type { LiveAnswer } from "../../workers/live.worker.ts";
import { t } from "../../../words/camera.ts";

/** Read over so much of half a turn, a camera's own bend of light leaves the axis where it is, deg. */
const ENOUGH_DEG = 168;

export interface SweptAxis {
  readings: { angleDeg: number; level: number }[];
  isSimulated: boolean;
}

const faultWords = (fault: SweepFault): string => {
  switch (fault) {
    case "no panel":
      return t("no-panel-stands-out");
    case "not still":
      return t("seen-hold-still");
    case "too bright":
      return t("too-bright-to-be-read");
    case "too dark":
      return t("too-dark-to-be-read");
    case "moved":
      return t("the-panel-or-the-camera-moved");
    case "not bare":
      return t("take-the-film-off-first");
    case "no film":
      return t("no-edge-of-a-film-is-seen");
    case "not over the middle":
      return t("lay-the-film-over-the-ring");
    case "too fast":
      return t("too-fast-turn-it-back");
  }
};

/** A film turned over the lit panel before the camera: angle and light of each frame, and the axis as it comes out. */
export function AxisSweepCamera({
  simulated,
  disabled,
  onDone,
  onLeave,
}: {
  simulated: SimulatedLive;
  disabled: boolean;
  onDone: (swept: SweptAxis) => void;
  onLeave: () => void;
}) {
  const [answer, setAnswer] = useState<LiveAnswer | null>(null);
  const [round, setRound] = useState(0);
  const [top, setTop] = useTop();
  const [typed, setTyped] = useDraft("swept film's axis", "0");
  const ownDeg = typedWithin(typed, [-180, 180]);
  const seen = answer?.seen.at === "film" ? answer.seen : null;
  const readings = (seen?.readings ?? []).map(({ angleDeg, level }) => ({
    angleDeg: foldDeg(angleDeg + (ownDeg ?? 0)),
    level,
  }));
  const measured = measuredAxis(readings.map((reading) => ({ ...reading, source: "camera" })));
  const coveredDeg = seen?.coveredDeg ?? 0;
  const isEnough = coveredDeg >= ENOUGH_DEG && measured !== null && measured.verdict !== "no axis";
  const [isSimulated, setSimulated] = useState(false);
  const { widthMm, heightMm } = simulated.outline;
  const place = seen?.corners ? takenBy(mapToCorners(widthMm, heightMm, seen.corners)) : null;
  const pointAt = (radiusMm: number, deg: number) => {
    const angle = (deg * Math.PI) / 180;
    const { x, y } = place!(
      widthMm / 2 + radiusMm * Math.cos(angle),
      heightMm / 2 - radiusMm * Math.sin(angle),
    );
    return `${x},${y}`;
  };
  // The ring over the panel's middle: where the light is read.
  const ringMm = SWEEP_DISC_SHARE * Math.min(widthMm, heightMm);
  const lineMm = 0.35 * Math.min(widthMm, heightMm);
  return (
    <LiveCamera<LiveAnswer>
      key={`${round} ${top}`}
      begin={() => beginLive({ of: "film", outline: simulated.outline, top })}
      simulated={{ ...simulated, top }}
      onAnswer={(next, from) => {
        setAnswer(next);
        setSimulated(from === "simulated");
      }}
      className="grid h-full min-h-0 w-full grid-rows-[minmax(12rem,1fr)_auto] gap-3 side:grid-cols-[minmax(0,1fr)_21rem] side:grid-rows-1"
      overlay={
        answer && (
          <FrameOverlay width={answer.width} height={answer.height} corners={seen?.corners ?? null}>
            {place && (
              <polyline
                points={Array.from({ length: 25 }, (_, k) => pointAt(ringMm, 15 * k)).join(" ")}
                fill="none"
                stroke={seen!.fault === "not over the middle" ? "var(--danger)" : "var(--light)"}
                strokeWidth={3}
                vectorEffect="non-scaling-stroke"
              />
            )}
            {place && typeof seen?.angleDeg === "number" && (
              <polyline
                points={`${pointAt(lineMm, seen.angleDeg)} ${pointAt(lineMm, seen.angleDeg + 180)}`}
                stroke="var(--film)"
                strokeWidth={4}
                vectorEffect="non-scaling-stroke"
              />
            )}
          </FrameOverlay>
        )
      }
    >
      {(_, hasPicture) => (
        <>
          {hasPicture && (
            <p className="text-lg font-semibold">
              {seen?.of === "film" ? t("lay-the-film-and-turn-it") : t("show-the-bare-panel-lit")}
            </p>
          )}
          {hasPicture && seen?.fault && <p role="status">{faultWords(seen.fault)}</p>}
          {readings.length > 0 && (
            <div>
              <meter className="w-full" min={0} max={180} value={coveredDeg} aria-label={t("turned")} />
              <p className="tabular-nums">{t("read-over-of-half-a-turn", { coveredDeg })}</p>
            </div>
          )}
          {measured && measured.verdict !== "no axis" && (
            <p className="text-2xl font-semibold" data-testid="swept-axis">
              {`${measured.axisDeg.toFixed(1)}° ± ${measured.axisHalfWidth95Deg.toFixed(1)}°`}{" "}
              <Assumptions words={assumptionsOf(filmAxisInput, { readings, drift: "none" })} />
            </p>
          )}
          <Field label={t("axis-of-your-film-from-its-marked-edge")}>
            {(attributes) => (
              <input
                {...attributes}
                className="entry w-24"
                inputMode="decimal"
                value={typed}
                onChange={({ target }) => setTyped(target.value)}
              />
            )}
          </Field>
          {ownDeg === null && (
            <p role="alert" className="text-danger">
              {t("axis-must-be-a-number-from", { typed: asTyped(typed) })}
            </p>
          )}
          <span className="flex flex-wrap gap-2">
            <button
              type="button"
              className="control-strong"
              disabled={disabled || !isEnough || ownDeg === null}
              onClick={() => onDone({ readings, isSimulated })}
            >
              {t("save-the-sweep")}
            </button>
            <button
              type="button"
              className="control"
              onClick={() => {
                setAnswer(null);
                setRound(round + 1);
              }}
            >
              {t("begin-again")}
            </button>
            <TopPicker
              top={top}
              onPick={(next) => {
                setAnswer(null);
                setTop(next);
              }}
            />
            <button type="button" className="control" onClick={onLeave}>
              {t("put-the-camera-away")}
            </button>
          </span>
        </>
      )}
    </LiveCamera>
  );
}
