import { useEffect, useRef, useState } from "react";
import type { Photo } from "../../../core/prove/picture.ts";
import { boxCorners, isConvex, type Corners } from "../../../core/prove/square-up.ts";
import { pictureUrl } from "../../ui/picture-url.ts";
import { Sheet } from "../../ui/Sheet.tsx";
import type { Squared, ToSquare } from "../../workers/square.worker.ts";
import { CornerEditor } from "../prove/CornerEditor.tsx";
import { readPhoto } from "../prove/read-photo.ts";
import { t } from "../../../words/intake.ts";

/** Lays a photo that is kept behind the plan, the panel in it squared up: found by itself, or by its corners, dragged. */
export function PanelPhoto({
  photoId,
  panel,
  url,
  onUrl,
}: {
  photoId: string;
  panel: { widthMm: number; heightMm: number };
  /** Of the picture that lies behind; null where none does. */
  url: string | null;
  onUrl: (url: string | null) => void;
}) {
  const worker = useRef<Worker | null>(null);
  const [unfound, setUnfound] = useState<{ photo: Photo; corners: Corners } | null>(null);
  const [said, setSaid] = useState<string>();
  useEffect(() => () => worker.current?.terminate(), []);
  const square = (photo: Photo, corners: Corners | null) => {
    worker.current?.terminate();
    const fresh = new Worker(new URL("../../workers/square.worker.ts", import.meta.url), { type: "module" });
    worker.current = fresh;
    fresh.onerror = () => setSaid(t("the-photo-could-not-be-read"));
    fresh.onmessage = ({ data }: MessageEvent<Squared>) => {
      fresh.terminate();
      setSaid(undefined);
      if (data.picture) return void pictureUrl(data.picture).then(onUrl);
      setUnfound({ photo: data.photo, corners: boxCorners(data.photo.width, data.photo.height) });
    };
    fresh.postMessage({ photo, corners, panel } satisfies ToSquare);
  };
  const begin = async () => {
    setSaid(t("looking-for-the-panel"));
    try {
      const answer = await fetch(`/api/photos/${photoId}`);
      if (!answer.ok) throw new Error();
      square(await readPhoto(await answer.blob()), null);
    } catch {
      setSaid(t("the-photo-could-not-be-read"));
    }
  };
  return (
    <div className="flex shrink-0 items-center gap-2 side:flex-wrap">
      <button
        type="button"
        className="control border-soft px-3 font-normal"
        aria-pressed={url !== null}
        onClick={() => (url ? onUrl(null) : void begin())}
      >
        {url ? t("plan-alone") : t("photo-behind-it")}
      </button>
      {said && <span role="status">{said}</span>}
      {unfound && (
        <Sheet title={t("corners-of-the-panel")} isTall onClose={() => setUnfound(null)}>
          <p>{t("no-panel-stands-out-drag")}</p>
          <CornerEditor
            photo={unfound.photo}
            corners={unfound.corners}
            onChange={(corners) => setUnfound({ ...unfound, corners })}
          />
          <button
            type="button"
            className="control-strong mt-2"
            disabled={!isConvex(unfound.corners)}
            onClick={() => {
              square(unfound.photo, unfound.corners);
              setUnfound(null);
            }}
          >
            {t("use-these-corners")}
          </button>
        </Sheet>
      )}
    </div>
  );
}
