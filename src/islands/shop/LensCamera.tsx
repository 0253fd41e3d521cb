import { useState } from "react";
import { lookAssumes, smallestSeen } from "../../../core/prove/look.ts";
import type { LensSeen } from "../../../core/prove/live-lens.ts";
import { beginLive } from "../../camera/begin-live.ts";
import { FrameOverlay } from "../../camera/FrameOverlay.tsx";
import { keepLens, lensOf } from "../../camera/kept-lens.ts";
import { LiveCamera } from "../../camera/LiveCamera.tsx";
import { Assumptions } from "../../ui/Assumptions.tsx";
import { usePreferences } from "../../ui/preferences.ts";
import { lengthText } from "../../ui/quantity.tsx";
import type { LiveAnswer } from "../../workers/live.worker.ts";
import { t } from "../../../words/camera.ts";

/** As large as the sheet is before the stand-in's camera, mm. */
const SHEET = { widthMm: 250, heightMm: 190 };

const faultWords = (fault: NonNullable<LensSeen["fault"]>): string => {
  switch (fault) {
    case "no sheet":
      return t("no-dots-are-seen");
    case "too small":
      return t("the-sheet-must-fill-more-of-the-view");
    case "not flat":
      return t("the-sheet-must-lie-flat");
    case "same place":
      return t("move-the-sheet-a-little");
  }
};

/** The sheet of dots before the camera: its lens told from five places of it, and kept for this camera. */
export function LensCamera() {
  const [round, setRound] = useState(0);
  const [answer, setAnswer] = useState<LiveAnswer | null>(null);
  const [camera, setCamera] = useState<string | null>(null);
  const seen = answer?.seen.at === "sheet" ? answer.seen : null;
  const told = seen?.told ?? null;
  const before = lensOf(camera);
  const known = told ?? before;
  const preferences = usePreferences();
  return (
    <LiveCamera<LiveAnswer>
      key={round}
      begin={() => beginLive({ of: "sheet" })}
      isStraightened={false}
      simulated={{ of: "sheet", code: "camera", outline: SHEET, borderMm: 0 }}
      onAnswer={(next, _, id) => {
        setAnswer(next);
        setCamera(id);
        if (id && next.seen.at === "sheet" && next.seen.told && !told)
          keepLens(id, { ...next.seen.told, atMs: Date.now() });
      }}
      className="grid grid-cols-[minmax(0,1fr)_16rem] gap-4 max-lg:grid-cols-1 [&>:first-child]:aspect-video"
      overlay={
        answer && (
          <FrameOverlay width={answer.width} height={answer.height} corners={null}>
            {seen?.dots.map(({ x, y }, k) => (
              <circle key={k} cx={x} cy={y} r={3} fill="var(--light)" />
            ))}
          </FrameOverlay>
        )
      }
    >
      {(_, hasPicture) =>
        hasPicture && (
          <>
            <p role="status" className="text-lg font-semibold" data-testid="lens">
              {told
                ? t("the-lens-is-known", { off: told.offPx.toFixed(1), bent: told.bentPx.toFixed(1) })
                : seen?.fault
                  ? faultWords(seen.fault)
                  : t("hold-the-sheet-flat-in-view")}
            </p>
            {seen && !told && (
              <p className="tabular-nums">
                {t("pictures-of-the-sheet", { kept: seen.kept, wanted: seen.wanted })}
              </p>
            )}
            {known && (
              <p>
                {t("scale-where-the-sheet-lay", { scale: known.pxPerMm.toFixed(1) })}{" "}
                {t("from-there-it-shows-specks", {
                  dark: lengthText(smallestSeen(known.pxPerMm, false).speck, preferences),
                  white: lengthText(smallestSeen(known.pxPerMm, true).speck, preferences),
                })}{" "}
                <Assumptions words={lookAssumes()} />
              </p>
            )}
            {!told && before && (
              <p className="text-soft">{t("set-up-before", { off: before.offPx.toFixed(1) })}</p>
            )}
            {told && (
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
            )}
          </>
        )
      }
    </LiveCamera>
  );
}
