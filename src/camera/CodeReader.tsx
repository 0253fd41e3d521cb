import { useEffect, useRef, useState } from "react";
import { PhotoPicker } from "../ui/PhotoPicker.tsx";
import { useCamera, type CameraFault } from "./useCamera.ts";
import { t } from "../../words/camera.ts";

/** So often a frame is looked at, ms. */
const EVERY_MS = 125;

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

/** The station's camera, looking for a code: each that it reads is told once, until another comes. A photo does as well. */
export function CodeReader({ onRead }: { onRead: (text: string) => void }) {
  const { stream, fault, cameras, chosen, choose, again } = useCamera();
  const [said, setSaid] = useState<string>();
  const video = useRef<HTMLVideoElement>(null);
  const told = useRef(onRead);
  const last = useRef<string | null>(null);
  const worker = useRef<Worker | null>(null);
  const isBusy = useRef(false);
  useEffect(() => {
    told.current = onRead;
  });
  useEffect(() => {
    const fresh = new Worker(new URL("../workers/codes.worker.ts", import.meta.url), { type: "module" });
    worker.current = fresh;
    fresh.onmessage = ({ data: [text] }: MessageEvent<string[]>) => {
      isBusy.current = false;
      if (text === undefined || text === last.current) return;
      last.current = text;
      told.current(text);
    };
    return () => fresh.terminate();
  }, []);
  useEffect(() => {
    const shown = video.current;
    if (!stream || !shown) return;
    shown.srcObject = stream;
    void shown.play().catch(() => undefined);
    const timer = setInterval(() => {
      // One at a time: where frames come faster than they are read, the newest counts.
      if (isBusy.current || shown.readyState < HTMLMediaElement.HAVE_CURRENT_DATA) return;
      isBusy.current = true;
      void createImageBitmap(shown).then(
        (frame) => worker.current?.postMessage(frame, [frame]),
        () => (isBusy.current = false),
      );
    }, EVERY_MS);
    return () => clearInterval(timer);
  }, [stream]);
  const readPhoto = async (file: File) => {
    try {
      const picture = await createImageBitmap(file);
      last.current = null;
      setSaid(undefined);
      worker.current?.postMessage(picture, [picture]);
    } catch {
      setSaid(t("no-picture", { name: file.name }));
    }
  };
  return (
    <section aria-label={t("camera")} className="order-last my-2 flex basis-full flex-wrap items-start gap-4">
      <div className="w-80 max-w-full">
        {fault ? (
          <p role="alert" className="text-danger">
            {faultWords(fault)}
          </p>
        ) : (
          <video
            ref={video}
            muted
            playsInline
            aria-label={t("what-the-camera-sees")}
            className="aspect-4/3 w-full border-2 border-ink bg-black object-cover"
          />
        )}
      </div>
      <div className="grid gap-2">
        {!fault && <p className="font-semibold">{t("hold-the-label-in-view")}</p>}
        {cameras.length > 1 && (
          <select
            className="entry"
            aria-label={t("camera")}
            value={chosen ?? ""}
            onChange={(event) => choose(event.target.value)}
          >
            {cameras.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        )}
        <span className="flex flex-wrap gap-2">
          {fault && fault !== "insecure" && (
            <button type="button" className="control" onClick={again}>
              {t("try-again")}
            </button>
          )}
          <PhotoPicker label={t("read-a-photo-of-it")} onPick={([file]) => void readPhoto(file!)} />
        </span>
        {said && <p role="alert">{said}</p>}
      </div>
    </section>
  );
}
