import { useEffect, useRef, useState } from "react";
import type { HuntSeen } from "../../../core/prove/live-hunt.ts";
import type { SimulatedLive } from "../../../core/prove/simulated-live.ts";
import { beginLive } from "../../camera/begin-live.ts";
import { FrameOverlay } from "../../camera/FrameOverlay.tsx";
import { LiveCamera } from "../../camera/LiveCamera.tsx";
import { usePreferences } from "../../ui/preferences.ts";
import { lengthText } from "../../ui/quantity.tsx";
import { speak } from "../../ui/speech.ts";
import type { LiveAnswer } from "../../workers/live.worker.ts";
import { t } from "../../../words/camera.ts";

const faultWords = (fault: NonNullable<HuntSeen["fault"]>): string => {
  switch (fault) {
    case "no panel":
      return t("no-panel-stands-out");
    case "not dark":
      return t("not-dark-enough-for-specks");
    case "moving":
      return t("something-moves-over-it");
    case "glare":
      return t("a-lamp-or-a-cloth-hides-a-part");
  }
};

/** A ring stands so far off the speck that it frames, px of the frame. */
const RING_PX = 12;

/** Specks on a dark face before the camera, each framed until it is wiped away; the last one gone is said aloud. */
export function LiveHuntCamera({ simulated, onLeave }: { simulated: SimulatedLive; onLeave: () => void }) {
  const { outline } = simulated;
  const preferences = usePreferences();
  const [answer, setAnswer] = useState<LiveAnswer | null>(null);
  const seen = answer?.seen.at === "specks" ? answer.seen : null;
  const count = seen && !seen.fault ? seen.specks.length : null;
  const sentence =
    seen?.isClear && seen.leastMm !== null
      ? t("none-left-down-to", { least: lengthText(seen.leastMm, preferences) })
      : count !== null && count > 0
        ? t("specks-in-view", { specks: count })
        : null;
  const wasClear = useRef(false);
  const isClear = seen?.isClear ?? false;
  useEffect(() => {
    if (isClear && !wasClear.current && sentence !== null) speak(sentence);
    wasClear.current = isClear;
  }, [isClear, sentence]);
  return (
    <LiveCamera<LiveAnswer>
      begin={() => beginLive({ of: "specks", outline, top: "up" })}
      simulated={simulated}
      onAnswer={setAnswer}
      className="grid h-full min-h-0 w-full grid-rows-[minmax(12rem,1fr)_auto] gap-3 side:grid-cols-[minmax(0,1fr)_18rem] side:grid-rows-1"
      overlay={
        answer && (
          <FrameOverlay
            width={answer.width}
            height={answer.height}
            corners={seen?.corners ?? null}
            hue={isClear ? "var(--done)" : "var(--light)"}
          >
            {seen?.specks.map(({ x, y, sizePx }, k) => (
              <circle
                key={k}
                cx={x}
                cy={y}
                r={RING_PX + sizePx / 2}
                fill="none"
                stroke="var(--danger)"
                strokeWidth={3}
                vectorEffect="non-scaling-stroke"
              />
            ))}
          </FrameOverlay>
        )
      }
    >
      {(_, hasPicture) => (
        <>
          {hasPicture && <p className="font-semibold">{t("dark-face-lamp-from-the-side")}</p>}
          {hasPicture && (
            <p
              role="status"
              className={`text-2xl font-semibold ${isClear ? "text-done" : ""}`}
              data-testid="hunt"
            >
              {sentence ?? (seen?.fault ? faultWords(seen.fault) : t("looking-for-specks"))}
            </p>
          )}
          {hasPicture && <p className="text-soft low:hidden">{t("one-that-cannot-be-wiped-away")}</p>}
          <button type="button" className="control justify-self-start" onClick={onLeave}>
            {t("put-the-camera-away")}
          </button>
        </>
      )}
    </LiveCamera>
  );
}
