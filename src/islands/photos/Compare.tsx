import { useEffect, useRef, useState } from "react";
import { ReactCompareSlider, ReactCompareSliderImage } from "react-compare-slider";
import type { Aligned, ToAlign } from "../../../core/prove/align-photos.ts";
import type { Photo } from "../../../core/prove/picture.ts";
import { boxCorners, type Corners } from "../../../core/prove/square-up.ts";
import { pictureUrl } from "../../ui/picture-url.ts";
import { CornerEditor } from "../prove/CornerEditor.tsx";
import { readPhoto } from "../prove/read-photo.ts";
import { t } from "../../../words/photos.ts";

type Two<Kind> = [Kind, Kind];

/** Both photos squared up to the panel, and where they differ, as addresses of pictures. */
interface Laid {
  pictures: Two<string>;
  difference: string;
  changedPct: number;
}

/** Two photos over one another; the bar between them slides. Aligned, they lie over one another by the panel's corners. */
export default function Compare({
  first,
  second,
  labels,
  panel,
}: {
  first: string;
  second: string;
  labels: readonly [string, string];
  panel: { widthMm: number; heightMm: number };
}) {
  const worker = useRef<Worker | null>(null);
  const [photos, setPhotos] = useState<Two<Photo> | null>(null);
  const [corners, setCorners] = useState<Two<Corners | null>>([null, null]);
  const [laid, setLaid] = useState<Laid | null>(null);
  const [showsDifference, setShowsDifference] = useState(false);
  const [said, setSaid] = useState<string>();
  useEffect(() => () => worker.current?.terminate(), []);
  useEffect(
    () => () => {
      if (laid) [...laid.pictures, laid.difference].forEach((url) => URL.revokeObjectURL(url));
    },
    [laid],
  );
  const align = async (known: Two<Corners | null>) => {
    setSaid(t("looking-for-the-panel-in-both"));
    try {
      const read =
        photos ??
        ((await Promise.all(
          [first, second].map(async (id) => readPhoto(await (await fetch(`/api/photos/${id}`)).blob())),
        )) as Two<Photo>);
      setPhotos(read);
      worker.current?.terminate();
      const fresh = new Worker(new URL("../../workers/align.worker.ts", import.meta.url), { type: "module" });
      worker.current = fresh;
      fresh.onmessage = ({ data }: MessageEvent<Aligned>) => {
        fresh.terminate();
        setCorners(data.corners);
        if (!data.pictures || !data.difference) {
          setSaid(t("no-panel-stands-out-in-one-of"));
          const [a, b] = read.map(({ width, height }) => boxCorners(width, height)) as Two<Corners>;
          setCorners([data.corners[0] ?? a, data.corners[1] ?? b]);
          return;
        }
        void Promise.all([...data.pictures, data.difference].map(pictureUrl)).then(([a, b, difference]) => {
          setLaid({ pictures: [a!, b!], difference: difference!, changedPct: data.changedPct });
          setSaid(undefined);
        });
      };
      fresh.onerror = () => setSaid(t("they-could-not-be-aligned-both-photos"));
      fresh.postMessage({ photos: read, corners: known, panel } satisfies ToAlign);
    } catch {
      setSaid(t("a-photo-could-not-be-read-both"));
    }
  };
  const picture = (src: string, label: string) => (
    <ReactCompareSliderImage
      src={src}
      alt={label}
      style={{ objectFit: "contain", height: "100%", width: "100%" }}
    />
  );
  const wantsCorners = photos !== null && laid === null && corners[0] !== null && corners[1] !== null;
  return (
    <div className="flex size-full min-h-0 flex-col gap-2">
      <div className="flex flex-wrap items-center gap-2">
        <button
          type="button"
          className={laid ? "control" : "control-strong"}
          onClick={() => (laid ? setLaid(null) : void align(wantsCorners ? corners : [null, null]))}
        >
          {laid ? t("as-they-were-taken") : t("align-on-the-panel")}
        </button>
        {laid && (
          <button
            type="button"
            className="control"
            aria-pressed={showsDifference}
            onClick={() => setShowsDifference(!showsDifference)}
          >
            {t("where-they-differ")}
          </button>
        )}
        {said && <span role="status">{said}</span>}
        {laid && (
          <span role="status" data-testid="changed">
            {t("of-the-panel-differs", { changedPct: laid.changedPct.toFixed(1) })}
          </span>
        )}
      </div>
      <div className="min-h-0 flex-1 overflow-auto">
        {wantsCorners ? (
          <div className="grid gap-3 md:grid-cols-2">
            {photos.map((photo, i) => (
              <CornerEditor
                key={i}
                photo={photo}
                corners={corners[i]!}
                onChange={(changed) => setCorners(i === 0 ? [changed, corners[1]] : [corners[0], changed])}
              />
            ))}
          </div>
        ) : laid && showsDifference ? (
          <img
            src={laid.difference}
            alt={t("where-the-two-photos-differ")}
            className="size-full object-contain"
          />
        ) : (
          <ReactCompareSlider
            key={laid ? "aligned" : "as taken"}
            className="size-full"
            itemOne={picture(laid?.pictures[0] ?? `/api/photos/${first}`, labels[0])}
            itemTwo={picture(laid?.pictures[1] ?? `/api/photos/${second}`, labels[1])}
          />
        )}
      </div>
    </div>
  );
}
