import { useEffect, useRef, useState, type PointerEvent } from "react";
import { judge, sizeMm, tooManyIn, type AcceptanceRow } from "../../../core/prove/acceptance.ts";
import { lightings, lightingWords, type Lighting } from "../../../core/prove/find-defects.ts";
import type { inspectPhoto, Photo } from "../../../core/prove/inspect-photo.ts";
import { isConvex, type Corners } from "../../../core/prove/square-up.ts";
import { numberOf } from "../../../core/random.ts";
import {
  hitsOf,
  plantDefects,
  type CameraScene,
  type PlantedDefect,
} from "../../../core/prove/simulated-camera.ts";
import { PlanFrame } from "../../drawing/PlanFrame.tsx";
import { usePreferences } from "../../ui/preferences.ts";
import { lengthText } from "../../ui/quantity.tsx";
import type { ToInspect } from "../../workers/inspect.worker.ts";
import type { PanelProps } from "../stage/panel.ts";

type Looked = ReturnType<typeof inspectPhoto>;

/** How fine the stand-in's picture is: enough for a pinprick, quick enough to make. */
const SIMULATED_PX_PER_MM = 10;
/** A photo is read in at most so large. */
const MOST_SIDE_PX = 4_000;

const wholeOf = ({ width, height }: { width: number; height: number }): Corners => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: width, y: height },
  { x: 0, y: height },
];

/** What a stand-in plants on this job's panel: some at the first look, less at each later one, as after a cleaning. */
function plantedOn(
  code: string,
  looks: number,
  panel: { widthMm: number; heightMm: number },
): PlantedDefect[] {
  const seed = numberOf(code, 5 + looks, 99_991);
  return plantDefects(seed, panel.widthMm, panel.heightMm, Math.max(0, 4 - 2 * looks));
}

/** The photo with its four corners, each to be dragged onto the panel's. */
function CornerEditor({
  photo,
  corners,
  onChange,
}: {
  photo: Photo;
  corners: Corners;
  onChange: (corners: Corners) => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const held = useRef<number | null>(null);
  useEffect(() => {
    const { width, height } = photo;
    const target = canvas.current!;
    [target.width, target.height] = [width, height];
    target
      .getContext("2d")!
      .putImageData(new ImageData(photo.rgba as Uint8ClampedArray<ArrayBuffer>, width, height), 0, 0);
  }, [photo]);
  const place = (event: PointerEvent<SVGSVGElement>) => {
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    const within = (share: number, most: number) => Math.min(1, Math.max(0, share)) * most;
    return {
      x: within((event.clientX - left) / width, photo.width),
      y: within((event.clientY - top) / height, photo.height),
    };
  };
  const reach = Math.max(photo.width, photo.height) / 40;
  return (
    // All four corners in sight at once, whatever the photo's shape.
    <div className="relative" style={{ maxWidth: `calc(50vh * ${photo.width / photo.height})` }}>
      <canvas ref={canvas} className="block w-full" />
      <svg
        viewBox={`0 0 ${photo.width} ${photo.height}`}
        className="absolute inset-0 size-full touch-none"
        role="img"
        aria-label="Corners of the panel in the photo"
        onPointerDown={(event) => {
          const at = place(event);
          const far = (i: number) => Math.hypot(corners[i]!.x - at.x, corners[i]!.y - at.y);
          held.current = [0, 1, 2, 3].reduce((a, b) => (far(b) < far(a) ? b : a));
          event.currentTarget.setPointerCapture(event.pointerId);
        }}
        onPointerMove={(event) => {
          if (held.current === null) return;
          const next = corners.map((corner, i) => (i === held.current ? place(event) : corner));
          onChange(next as unknown as Corners);
        }}
        onPointerUp={() => (held.current = null)}
        onPointerCancel={() => (held.current = null)}
      >
        <polygon
          points={corners.map(({ x, y }) => `${x},${y}`).join(" ")}
          fill="none"
          stroke="var(--light)"
          strokeWidth={reach / 4}
        />
        {corners.map(({ x, y }, i) => (
          <circle
            key={i}
            cx={x}
            cy={y}
            r={reach}
            fill="var(--raised)"
            fillOpacity={0.5}
            stroke="var(--light)"
            strokeWidth={reach / 4}
          />
        ))}
      </svg>
    </div>
  );
}

/** Reads a picture file into bytes, no larger than is of use. */
async function readPhoto(file: File): Promise<Photo> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, MOST_SIDE_PX / Math.max(picture.width, picture.height));
  const [width, height] = [Math.round(picture.width * scale), Math.round(picture.height * scale)];
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext("2d")!;
  context.drawImage(picture, 0, 0, width, height);
  return { rgba: context.getImageData(0, 0, width, height).data, width, height };
}

/** Dust, fibres, scratches, bubbles and patches by photo: found in a worker, shown on the plan, overruled by a tap, kept with the job. */
export function PhotoInspection({
  code,
  family,
  state,
  mayEnter,
  atHand,
  send,
  acceptance,
}: PanelProps & { acceptance: readonly AcceptanceRow[] }) {
  const preferences = usePreferences();
  const { outline, borderMm, windows } = family;
  const [lighting, setLighting] = useState<Lighting>("dark");
  const [photo, setPhoto] = useState<Photo | null>(null);
  const [corners, setCorners] = useState<Corners | null>(null);
  const [planted, setPlanted] = useState<PlantedDefect[] | null>(null);
  const [looked, setLooked] = useState<(Looked & { url: string }) | null>(null);
  const [overruled, setOverruled] = useState<ReadonlySet<number>>(new Set());
  const [isLooking, setIsLooking] = useState(false);
  const [said, setSaid] = useState<string>();
  const worker = useRef<Worker | null>(null);
  useEffect(() => () => worker.current?.terminate(), []);
  const panel = { widthMm: outline.widthMm, heightMm: outline.heightMm };

  const clear = () => {
    worker.current?.terminate();
    if (looked) URL.revokeObjectURL(looked.url);
    setLooked(null);
    setOverruled(new Set());
    setIsLooking(false);
    setSaid(undefined);
  };
  const look = (what: { photo: Photo } | { scene: CameraScene }, at: Corners) => {
    clear();
    if (!isConvex(at)) {
      setSaid("The corners do not go round a panel: upper left, upper right, lower right, lower left.");
      return;
    }
    setIsLooking(true);
    const fresh = new Worker(new URL("../../workers/inspect.worker.ts", import.meta.url), { type: "module" });
    worker.current = fresh;
    fresh.onmessage = ({ data }: MessageEvent<Looked>) => {
      const { rgba, width, height } = data.picture;
      const canvas = new OffscreenCanvas(width, height);
      canvas
        .getContext("2d")!
        .putImageData(new ImageData(rgba as Uint8ClampedArray<ArrayBuffer>, width, height), 0, 0);
      void canvas.convertToBlob({ type: "image/jpeg", quality: 0.85 }).then((blob) => {
        setLooked({ ...data, url: URL.createObjectURL(blob) });
        setIsLooking(false);
      });
      fresh.terminate();
    };
    fresh.onerror = () => {
      setIsLooking(false);
      setSaid("The picture could not be looked through. It is still here: look again.");
    };
    const inspection: ToInspect = { ...what, corners: at, panel, borderMm, windows, lighting };
    fresh.postMessage(inspection);
  };
  const simulate = () => {
    const looks = state.before.inspections.length + state.inspections.length;
    const defects = plantedOn(code, looks, panel);
    const pxPerMm = Math.min(SIMULATED_PX_PER_MM, Math.sqrt(3e6 / (panel.widthMm * panel.heightMm)));
    const scene = { ...panel, pxPerMm, lighting, defects, seed: looks + 1 };
    setPlanted(defects);
    setPhoto(null);
    const [width, height] = [Math.round(panel.widthMm * pxPerMm), Math.round(panel.heightMm * pxPerMm)];
    look({ scene }, wholeOf({ width, height }));
  };
  const choose = async (file: File | undefined) => {
    if (!file) return;
    clear();
    try {
      const read = await readPhoto(file);
      setPhoto(read);
      setPlanted(null);
      setCorners(wholeOf(read));
    } catch {
      setSaid(`${file.name} is not a picture that this browser can open.`);
    }
  };
  const defects = looked?.result.defects ?? [];
  const counted = defects.filter((_, i) => !overruled.has(i));
  const judged = looked ? judge(counted, panel, borderMm, acceptance) : null;
  const tooMany = judged ? tooManyIn(judged) : "";
  const hits = hitsOf(planted ?? [], defects).filter((hit) => hit >= 0).length;
  const keep = () => {
    const kept = send({
      stage: atHand,
      kind: "photo-inspected",
      data: {
        lighting,
        source: planted ? "simulated" : "photo",
        defects: defects.slice(0, 500).map((d, i) => ({ ...d, overruled: overruled.has(i) })),
        acceptance: [...acceptance],
        ...(planted ? { truth: { planted: planted.length, found: hits } } : {}),
      },
    });
    if (kept) clear();
  };
  const last = state.inspections.at(-1);
  return (
    <section aria-labelledby="inspect-title" className="mt-8">
      <h2 id="inspect-title" className="text-xl font-semibold">
        What lies under the glass?
      </h2>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <div className="flex flex-wrap gap-2" role="group" aria-label="Picture">
          {lightings.map((light) => (
            <button
              key={light}
              type="button"
              className={lighting === light ? "control-strong" : "control"}
              aria-pressed={lighting === light}
              onClick={() => setLighting(light)}
            >
              {lightingWords[light]}
            </button>
          ))}
        </div>
        <button type="button" className="control" disabled={!mayEnter || isLooking} onClick={simulate}>
          Take a picture (simulated camera)
        </button>
        <label className="control relative has-focus-visible:outline-3 has-focus-visible:outline-liquid">
          Look through a photo
          <input
            type="file"
            accept="image/*"
            className="absolute -inset-0.5 h-12 w-[calc(100%+4px)] cursor-pointer opacity-0"
            onChange={(event) => {
              void choose(event.target.files?.[0]);
              event.target.value = "";
            }}
          />
        </label>
      </div>
      {said && (
        <p role="alert" className="mt-2 text-danger">
          {said}
        </p>
      )}
      {photo && corners && (
        <div className="mt-3">
          <p>Drag the four corners onto the panel's, upper left first.</p>
          <CornerEditor photo={photo} corners={corners} onChange={setCorners} />
          <button
            type="button"
            className="control-strong mt-2"
            disabled={isLooking}
            onClick={() => look({ photo }, corners)}
          >
            Look
          </button>
        </div>
      )}
      {isLooking && (
        <p role="status" className="mt-2">
          Looking.{" "}
          <button type="button" className="control" onClick={clear}>
            Stop
          </button>
        </p>
      )}
      {looked && judged && (
        <div className="mt-3 grid gap-6 lg:grid-cols-2">
          <PlanFrame
            outline={outline}
            borderMm={borderMm}
            windows={windows}
            labels={false}
            title={`${defects.length} places under the glass of ${family.code}`}
          >
            {({ unit }) => (
              <>
                <image
                  href={looked.url}
                  width={outline.widthMm}
                  height={outline.heightMm}
                  preserveAspectRatio="none"
                />
                {defects.map((d, i) => (
                  <g key={i} data-testid="defect" opacity={overruled.has(i) ? 0.5 : 1}>
                    <circle
                      cx={d.xMm}
                      cy={d.yMm}
                      r={Math.max(2.2 * unit, d.lengthMm / 2 + unit)}
                      fill="none"
                      stroke={overruled.has(i) ? "var(--done)" : "var(--danger)"}
                      strokeWidth={0.7 * unit}
                      strokeDasharray={overruled.has(i) ? `${unit} ${unit}` : undefined}
                    />
                    <text
                      x={d.xMm + Math.max(2.6 * unit, d.lengthMm / 2 + 1.4 * unit)}
                      y={d.yMm}
                      fontSize={4 * unit}
                      dominantBaseline="central"
                      fill="var(--danger)"
                      stroke="var(--raised)"
                      strokeWidth={0.8 * unit}
                      paintOrder="stroke"
                    >
                      {i + 1}
                    </text>
                  </g>
                ))}
              </>
            )}
          </PlanFrame>
          <div>
            <p
              role="status"
              data-testid="inspected"
              className={`text-lg font-semibold ${judged.verdict === "pass" ? "text-done" : "text-danger"}`}
            >
              {judged.verdict === "pass" ? "Passes" : "Does not pass"}: {counted.length}{" "}
              {counted.length === 1 ? "defect" : "defects"}
              {tooMany && `, too many ${tooMany}`}
            </p>
            {planted && (
              <p className="text-soft" data-testid="truth">
                Simulated camera: it had planted {planted.length}, of which {hits} were found;{" "}
                {Math.max(0, defects.length - hits)} found that it had not.
              </p>
            )}
            <ol className="mt-1 border-t border-line" aria-label="Defects">
              {defects.slice(0, 40).map((d, i) => (
                <li key={i} className="flex items-center gap-3 border-b border-line py-1">
                  <span className="grow">
                    {i + 1}: {d.kind}, {lengthText(sizeMm(d), preferences)}, {d.strength.toFixed(0)} times the
                    noise
                  </span>
                  <button
                    type="button"
                    className="control border-soft font-normal"
                    aria-pressed={overruled.has(i)}
                    onClick={() => {
                      const next = new Set(overruled);
                      if (!next.delete(i)) next.add(i);
                      setOverruled(next);
                    }}
                  >
                    {overruled.has(i) ? "It is one" : "Not a defect"}
                  </button>
                </li>
              ))}
            </ol>
            <button type="button" className="control-strong mt-2" disabled={!mayEnter} onClick={keep}>
              Keep what was found
            </button>
          </div>
        </div>
      )}
      {!looked && last && (
        <p className="mt-2" data-testid="last-look">
          Last look {lightingWords[last.lighting]}
          {last.source === "simulated" ? " (simulated)" : ""}:{" "}
          {last.defects.filter((d) => !d.overruled).length} counted,{" "}
          {last.defects.filter((d) => d.overruled).length} overruled.
        </p>
      )}
    </section>
  );
}
