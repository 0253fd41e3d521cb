import { useRef, useState, type PointerEvent, type ReactNode } from "react";
import { lightInBox, type Box, type Light } from "./photo-light.ts";
import { t } from "../../../words/film.ts";

/** A part of the picture, shares of its width and height. */
const middle: Box = { left: 0.4, top: 0.4, width: 0.2, height: 0.2 };

/** The light and the colour in a photo of the lit panel through the film: the mean in a box that is dragged on it. */
export function PhotoLight({
  title,
  hint,
  children,
}: {
  title: string;
  hint: string;
  /** What can be done with the light in the box. */
  children: (light: Light) => ReactNode;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const input = useRef<HTMLInputElement>(null);
  const from = useRef<{ x: number; y: number } | null>(null);
  const [name, setName] = useState<string>();
  const [box, setBox] = useState<Box>(middle);
  const [light, setLight] = useState<Light | null>(null);
  const [fault, setFault] = useState<string>();
  const measure = (next: Box) => {
    setBox(next);
    const image = canvas.current!;
    setLight(lightInBox(image.getContext("2d")!.getImageData(0, 0, image.width, image.height), next));
  };
  const open = async (file: File | undefined) => {
    if (!file) return;
    try {
      const picture = await createImageBitmap(file);
      const scale = Math.min(1, 900 / Math.max(picture.width, picture.height));
      const image = canvas.current!;
      image.width = Math.max(1, Math.round(picture.width * scale));
      image.height = Math.max(1, Math.round(picture.height * scale));
      image
        .getContext("2d", { willReadFrequently: true })!
        .drawImage(picture, 0, 0, image.width, image.height);
      setFault(undefined);
      setName(file.name);
      measure(box);
    } catch {
      setFault(t("is-not-a-picture-that-this-browser", { name: file.name }));
    }
  };
  const share = (event: PointerEvent<HTMLDivElement>) => {
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    const within = (value: number) => Math.min(1, Math.max(0, value));
    return { x: within((event.clientX - left) / width), y: within((event.clientY - top) / height) };
  };
  return (
    <details className="mt-2">
      <summary className="min-h-12 content-center">{title}</summary>
      <p>{hint}</p>
      <button type="button" className="control mt-2" onClick={() => input.current?.click()}>
        {t("choose-a-photo")}
      </button>
      <input
        ref={input}
        type="file"
        accept="image/*"
        className="hidden"
        aria-label={title}
        onChange={(event) => void open(event.target.files?.[0])}
      />
      {fault && (
        <p role="alert" className="mt-1 text-danger">
          {fault}
        </p>
      )}
      <div
        className={`relative mt-2 max-w-md touch-none ${name ? "" : "hidden"}`}
        data-testid="photo-box"
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          from.current = share(event);
        }}
        onPointerMove={(event) => {
          if (!from.current) return;
          const to = share(event);
          const { x, y } = from.current;
          setBox({
            left: Math.min(x, to.x),
            top: Math.min(y, to.y),
            width: Math.abs(to.x - x),
            height: Math.abs(to.y - y),
          });
        }}
        onPointerUp={() => {
          from.current = null;
          measure(box.width * box.height > 0.0004 ? box : middle);
        }}
      >
        <canvas ref={canvas} className="block w-full" aria-label={t("photo", { name: name ?? "" })} />
        <div
          aria-hidden
          className="absolute border-2 border-ink outline-2 outline-ground"
          style={{
            left: `${100 * box.left}%`,
            top: `${100 * box.top}%`,
            width: `${100 * box.width}%`,
            height: `${100 * box.height}%`,
          }}
        />
      </div>
      {light && (
        <div className="mt-2 flex flex-wrap items-center gap-3">
          <span data-testid="photo-light">
            {t("light-of-100-in-the-box", { level: light.level.toFixed(1) })}
            {light.clippedPct > 1 && (
              <span className="edge-hatch ml-2 text-danger">
                {t("of-it-is-burnt-out-expose-less", { clippedPct: light.clippedPct.toFixed(0) })}
              </span>
            )}
          </span>
          {children(light)}
        </div>
      )}
    </details>
  );
}
