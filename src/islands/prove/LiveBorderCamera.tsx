import { useEffect, useRef, useState, type ReactNode } from "react";
import type { BorderWidths } from "../../../core/prove/photo-border.ts";
import type { SimulatedLive } from "../../../core/prove/simulated-live.ts";
import { beginLive } from "../../camera/begin-live.ts";
import { FrameOverlay } from "../../camera/FrameOverlay.tsx";
import { LiveCamera } from "../../camera/LiveCamera.tsx";
import { usePreferences } from "../../ui/preferences.ts";
import { speak } from "../../ui/speech.ts";
import type { LiveAnswer } from "../../workers/live.worker.ts";
import { t } from "../../../words/camera.ts";

/** So many frames of a glass that lies still tell its border. */
const LEAST_FRAMES = 3;
/** What to do is said aloud so often, ms: the eyes are on the glass. */
const SAID_EVERY_MS = 3_000;

/** The glass on its panel before the camera: its border's widths as they are now, again and again while it is nudged. */
export function LiveBorderCamera({
  simulated,
  says,
  onRead,
  children,
}: {
  simulated: SimulatedLive;
  /** What the widths mean, for who listens. */
  says: (ends: BorderWidths) => string;
  onRead: (ends: BorderWidths | null, from: "camera" | "simulated") => void;
  /** The widths as they are told. */
  children: ReactNode;
}) {
  const { outline, borderMm } = simulated;
  const { voice } = usePreferences();
  const [answer, setAnswer] = useState<LiveAnswer | null>(null);
  const seen = answer?.seen.at === "border" ? answer.seen : null;
  const isTold = seen?.ends && seen.frames >= LEAST_FRAMES;
  const sentence = isTold ? says(seen.ends!) : null;
  const saidAt = useRef(-Infinity);
  useEffect(() => {
    if (voice !== "on" || sentence === null || performance.now() - saidAt.current < SAID_EVERY_MS) return;
    saidAt.current = performance.now();
    speak(sentence);
  }, [voice, sentence]);
  return (
    <LiveCamera<LiveAnswer>
      begin={() => beginLive({ of: "border", outline, borderMm })}
      simulated={simulated}
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
            hue={isTold ? "var(--done)" : "var(--light)"}
          />
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
        </>
      )}
    </LiveCamera>
  );
}
