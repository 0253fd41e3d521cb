import { useEffect, useRef, useState, type ReactNode } from "react";
import type { BorderCheck } from "../../../core/bond/border-check.ts";
import { mapToCorners, takenBy, type Corners } from "../../../core/prove/square-up.ts";
import type { BorderWidths } from "../../../core/prove/photo-border.ts";
import type { SimulatedLive } from "../../../core/prove/simulated-live.ts";
import { beginLive } from "../../camera/begin-live.ts";
import { FrameOverlay } from "../../camera/FrameOverlay.tsx";
import { LiveCamera } from "../../camera/LiveCamera.tsx";
import { TopPicker, useTop } from "../../camera/TopPicker.tsx";
import { usePreferences } from "../../ui/preferences.ts";
import { speak } from "../../ui/speech.ts";
import type { LiveAnswer } from "../../workers/live.worker.ts";
import { t } from "../../../words/camera.ts";

/** So many frames of a glass that lies still tell its border. */
const LEAST_FRAMES = 3;
/** What to do is said aloud so often, ms: the eyes are on the glass. */
const SAID_EVERY_MS = 3_000;

/** The arrow is so many times as long as the way that the glass is to go. */
const ENLARGED = 40;
const LEAST_MM = 0.1;

/** Which way to push the glass, drawn on the picture, far longer than it is. */
function NudgeArrow({
  offsetXMm,
  offsetYMm,
  pass,
  outline: { widthMm, heightMm },
  corners,
}: Pick<BorderCheck, "offsetXMm" | "offsetYMm" | "pass"> & {
  outline: { widthMm: number; heightMm: number };
  corners: Corners;
}) {
  const mm = Math.hypot(offsetXMm, offsetYMm);
  if (mm < LEAST_MM) return null;
  const place = takenBy(mapToCorners(widthMm, heightMm, corners));
  const most = 0.4 * Math.min(widthMm, heightMm);
  const times = -Math.min(ENLARGED, most / mm);
  const from = place(widthMm / 2, heightMm / 2);
  const to = place(widthMm / 2 + times * offsetXMm, heightMm / 2 + times * offsetYMm);
  const angle = Math.atan2(to.y - from.y, to.x - from.x);
  const barb = (turn: number) =>
    `${to.x - 18 * Math.cos(angle + turn)},${to.y - 18 * Math.sin(angle + turn)}`;
  const hue = pass ? "var(--done)" : "var(--danger)";
  return (
    <g stroke={hue} strokeWidth={5} fill="none">
      <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} vectorEffect="non-scaling-stroke" />
      <polyline points={`${barb(0.5)} ${to.x},${to.y} ${barb(-0.5)}`} vectorEffect="non-scaling-stroke" />
    </g>
  );
}

/** The glass on its panel before the camera: its border's widths as they are now, again and again while it is nudged. */
export function LiveBorderCamera({
  simulated,
  check,
  onRead,
  children,
}: {
  simulated: SimulatedLive;
  /** What the widths mean, for who listens. */
  check: (ends: BorderWidths) => Pick<BorderCheck, "nudge" | "offsetXMm" | "offsetYMm" | "pass">;
  onRead: (ends: BorderWidths | null, from: "camera" | "simulated") => void;
  /** The widths as they are told. */
  children: ReactNode;
}) {
  const { outline, borderMm } = simulated;
  const { voice } = usePreferences();
  const [top, setTop] = useTop();
  const [answer, setAnswer] = useState<LiveAnswer | null>(null);
  const seen = answer?.seen.at === "border" ? answer.seen : null;
  const isTold = seen?.ends && seen.frames >= LEAST_FRAMES;
  const checked = isTold ? check(seen.ends!) : null;
  const sentence = checked?.nudge ?? null;
  const saidAt = useRef(-Infinity);
  useEffect(() => {
    if (voice !== "on" || sentence === null || performance.now() - saidAt.current < SAID_EVERY_MS) return;
    saidAt.current = performance.now();
    speak(sentence);
  }, [voice, sentence]);
  return (
    <LiveCamera<LiveAnswer>
      key={top}
      begin={() => beginLive({ of: "border", outline, borderMm, top })}
      simulated={{ ...simulated, top }}
      onAnswer={(next, from) => {
        setAnswer(next);
        if (next.seen.at !== "border") return;
        // What is not seen now is not what was seen before.
        onRead(next.seen.frames >= LEAST_FRAMES ? next.seen.ends : null, from);
      }}
      className="grid h-full min-h-0 w-full grid-rows-[minmax(10rem,1fr)_auto] gap-3 side:grid-cols-[minmax(0,1fr)_16rem] side:grid-rows-1"
      overlay={
        answer && (
          <FrameOverlay
            width={answer.width}
            height={answer.height}
            corners={seen?.corners ?? null}
            hue={checked ? (checked.pass ? "var(--done)" : "var(--danger)") : "var(--light)"}
          >
            {checked && seen?.corners && <NudgeArrow {...checked} outline={outline} corners={seen.corners} />}
          </FrameOverlay>
        )
      }
    >
      {(_, hasPicture) => (
        <>
          {hasPicture && (
            <p role="status">
              {seen?.fault === "no border"
                ? t("no-border-is-seen-light-the-panel-white")
                : !seen || seen.fault
                  ? t("no-glass-stands-out")
                  : isTold
                    ? t("read-again-and-again-nudge-the-glass")
                    : t("seen-hold-still")}
            </p>
          )}
          {children}
          <TopPicker
            top={top}
            onPick={(next) => {
              setAnswer(null);
              setTop(next);
            }}
          />
        </>
      )}
    </LiveCamera>
  );
}
