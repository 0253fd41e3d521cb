import { useEffect, useRef, useState, type ReactNode } from "react";
import type { SimulatedLive } from "../../core/prove/simulated-live.ts";
import { lensOf } from "./kept-lens.ts";
import { SIMULATED, useCamera, type CameraFault } from "./useCamera.ts";
import { t } from "../../words/camera.ts";

/** So often a frame is looked at, ms, at the earliest moment after it; where the last one takes longer, the newest counts. */
const EVERY_MS = 115;
const TICK_MS = 20;
const MOST_WIDTH_PX = 1_600;

const faultWords = (fault: CameraFault): string => {
  switch (fault) {
    case "refused":
      return t("camera-refused");
    case "none":
      return t("no-camera");
    case "busy":
      return t("camera-busy");
    case "gone":
      return t("camera-gone");
    case "insecure":
      return t("camera-insecure");
  }
};

/**
 * The station's camera, its frames looked at in a worker one at a time, and what is wrong where there is no picture. `begin` makes the worker
 * and tells it what it needs; each of its answers goes to `onAnswer`. With `simulated` the stand-in's camera can be chosen beside the others.
 */
export function LiveCamera<Answer>({
  begin,
  onAnswer,
  simulated = null,
  isStraightened = true,
  overlay,
  children,
  className,
}: {
  begin: () => Worker;
  onAnswer: (answer: Answer, from: "camera" | "simulated", camera: string | null) => void;
  simulated?: SimulatedLive | null;
  /** Whether the lens's bend is taken out of each frame where it is known; a code is read as it is. */
  isStraightened?: boolean;
  /** What is drawn over the picture. */
  overlay?: ReactNode;
  /** What stands beside the picture; it may have pictures looked at as well. */
  children?: (post: (picture: ImageBitmap) => void, hasPicture: boolean) => ReactNode;
  className: string;
}) {
  const { stream, fault, cameras, chosen, choose, again } = useCamera(simulated !== null);
  const isSimulated = chosen === SIMULATED;
  const video = useRef<HTMLVideoElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const worker = useRef<Worker | null>(null);
  const isBusy = useRef(false);
  const told = useRef<(answer: Answer) => void>(() => undefined);
  const start = useRef(begin);
  useEffect(() => {
    told.current = (answer) => onAnswer(answer, isSimulated ? "simulated" : "camera", chosen);
  });
  const [answers, setAnswers] = useState(0);
  const [isBroken, setBroken] = useState(false);
  const [rounds, setRounds] = useState(0);
  const look = useRef((picture: ImageBitmap) => {
    isBusy.current = true;
    worker.current?.postMessage(picture, [picture]);
  });
  useEffect(() => {
    const fresh = start.current();
    worker.current = fresh;
    isBusy.current = false;
    fresh.onerror = () => setBroken(true);
    fresh.onmessage = ({ data }: MessageEvent<Answer>) => {
      isBusy.current = false;
      setBroken(false);
      setAnswers((n) => n + 1);
      told.current(data);
    };
    return () => fresh.terminate();
  }, [rounds]);
  useEffect(() => {
    const shown = video.current;
    if (!stream || !shown) return;
    shown.srcObject = stream;
    void shown.play().catch(() => undefined);
    let lastMs = -Infinity;
    const timer = setInterval(() => {
      if (isBusy.current || shown.readyState < HTMLMediaElement.HAVE_CURRENT_DATA) return;
      if (performance.now() - lastMs < EVERY_MS) return;
      lastMs = performance.now();
      isBusy.current = true;
      // A camera of many megapixels is looked at as the others are.
      const isLarge = shown.videoWidth > MOST_WIDTH_PX;
      void createImageBitmap(shown, isLarge ? { resizeWidth: MOST_WIDTH_PX } : {}).then(
        look.current,
        () => (isBusy.current = false),
      );
    }, TICK_MS);
    return () => clearInterval(timer);
  }, [stream]);
  useEffect(() => {
    if (isStraightened) worker.current?.postMessage({ lens: lensOf(chosen)?.lens ?? null });
  }, [isStraightened, chosen, rounds]);
  const standIn = useRef(simulated);
  useEffect(() => {
    const what = standIn.current;
    if (!isSimulated || !what) return;
    const maker = new Worker(new URL("../workers/simulated-live.worker.ts", import.meta.url), {
      type: "module",
    });
    const fromMs = performance.now();
    let isMaking = false;
    maker.onmessage = ({ data }: MessageEvent<ImageBitmap>) => {
      isMaking = false;
      const shown = canvas.current;
      if (!shown) return data.close();
      [shown.width, shown.height] = [data.width, data.height];
      shown.getContext("2d")?.drawImage(data, 0, 0);
      if (isBusy.current) data.close();
      else look.current(data);
    };
    const timer = setInterval(() => {
      if (isMaking) return;
      isMaking = true;
      maker.postMessage({ what, atMs: performance.now() - fromMs });
    }, EVERY_MS);
    return () => {
      clearInterval(timer);
      maker.terminate();
    };
  }, [isSimulated]);
  const picture = "absolute inset-0 size-full object-contain";
  return (
    <section aria-label={t("camera")} data-looked={answers} className={className}>
      <div className="relative min-h-0 border-2 border-ink bg-black">
        {fault ? (
          <p role="alert" className="absolute inset-0 content-center bg-raised p-3 text-danger">
            {faultWords(fault)}
          </p>
        ) : isSimulated ? (
          <canvas ref={canvas} aria-label={t("what-the-camera-sees")} role="img" className={picture} />
        ) : (
          <video ref={video} muted playsInline aria-label={t("what-the-camera-sees")} className={picture} />
        )}
        {!fault && overlay}
        {isBroken && (
          <p role="alert" className="absolute inset-x-0 bottom-0 bg-raised p-2 text-danger">
            {t("the-look-broke-off")}
          </p>
        )}
        {isSimulated && (
          <p className="absolute top-0 left-0 bg-ink px-2 text-on-ink">{t("simulated-camera")}</p>
        )}
      </div>
      <div className="grid content-start gap-2">
        {children?.(look.current, fault === null)}
        <span className="flex flex-wrap gap-2">
          {(isBroken || (fault && fault !== "insecure")) && (
            <button
              type="button"
              className="control"
              onClick={() => {
                setBroken(false);
                setRounds(rounds + 1);
                again();
              }}
            >
              {t("try-again")}
            </button>
          )}
          {cameras.length > 1 && (
            <select
              className="entry"
              aria-label={t("camera")}
              value={chosen ?? ""}
              onChange={(event) => {
                // What another camera has seen is none of this one's.
                setRounds(rounds + 1);
                choose(event.target.value);
              }}
            >
              {chosen === null && <option value="" />}
              {cameras.map(({ id, name }) => (
                <option key={id} value={id}>
                  {id === SIMULATED ? t("simulated-camera") : name}
                </option>
              ))}
            </select>
          )}
          {cameras.length === 1 && chosen === null && cameras[0]!.id === SIMULATED && (
            <button type="button" className="control" onClick={() => choose(SIMULATED)}>
              {t("simulated-camera")}
            </button>
          )}
        </span>
      </div>
    </section>
  );
}
