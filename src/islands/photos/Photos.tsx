import { Camera, ImagePlus, X } from "lucide-react";
import { Dialog } from "radix-ui";
import { lazy, Suspense, useState } from "react";
import { lightings, lightingWords, type Lighting } from "../../../core/prove/defects.ts";
import { stageTitles } from "../../../core/stage.ts";
import { PhotoPicker } from "../../ui/PhotoPicker.tsx";
import { loadAgain } from "../../ui/load-again.ts";
import { dayAndTimeText } from "../../ui/time-text.ts";
import { StillLoading } from "../../ui/StillLoading.tsx";
import type { ToolProps } from "../work/instrument.ts";
import { usePhotoQueue } from "./usePhotoQueue.ts";
import { t } from "../../../words/photos.ts";

const Compare = lazy(() => loadAgain(() => import("./Compare.tsx")));

/** Photos of a job: taken or chosen at any stage, several at once; two can be laid over one another. */
export function Photos({
  code,
  scene,
  who,
  mayTell: mayEnter,
  onLook,
}: ToolProps & { onLook: (id: string, lighting: Lighting) => void }) {
  const { photos } = scene.state.records;
  const panel = scene.family.outline;
  /** How many defects a photo showed when it was last looked through; undefined where it was not. */
  const foundIn = (id: string) =>
    scene.state.prove.photos
      .filter(({ photo }) => photo === id)
      .at(-1)
      ?.defects.filter(({ overruled }) => !overruled).length;
  const { sending, add, dismiss } = usePhotoQueue(code, who);
  const [picked, setPicked] = useState<string[]>([]);
  const [shown, setShown] = useState<string[] | null>(null);
  const toggle = (id: string) =>
    setPicked((before) =>
      before.includes(id) ? before.filter((other) => other !== id) : [...before, id].slice(-2),
    );
  const about = (id: string) => {
    const photo = photos.find((p) => p.id === id)!;
    return `${stageTitles[photo.stage]}, ${dayAndTimeText(photo.atMs)}`;
  };
  const [first, second] = shown ?? [];

  return (
    <section aria-label={t("photos")}>
      {mayEnter && (
        <div className="mt-1 flex flex-wrap gap-2">
          <PhotoPicker
            label={
              <>
                <Camera aria-hidden size={20} /> {t("take-a-photo")}
              </>
            }
            capture="environment"
            onPick={(files) => void add(files)}
          />
          <PhotoPicker
            label={
              <>
                <ImagePlus aria-hidden size={20} /> {t("choose-photos")}
              </>
            }
            multiple
            onPick={(files) => void add(files)}
          />
          <button
            type="button"
            className="control disabled:opacity-60"
            disabled={picked.length !== 2}
            onClick={() => setShown(picked)}
          >
            {t("compare-two")}
          </button>
        </div>
      )}
      {sending.length > 0 && (
        <ul className="mt-2" aria-label={t("photos-on-their-way")}>
          {sending.map(({ id, name, share, fault }) => (
            <li key={id} className="flex items-center gap-3 py-1">
              <span className="min-w-0 flex-1 truncate">{name}</span>
              {fault ? (
                <span role="alert" className="edge-hatch text-danger">
                  {name}: {fault}
                </span>
              ) : (
                <progress
                  aria-label={t("sending", { name })}
                  className="h-2 w-40"
                  {...(share === null ? {} : { value: share })}
                />
              )}
              {fault && (
                <button
                  type="button"
                  className="control px-3"
                  aria-label={t("leave-out", { name })}
                  onClick={() => dismiss(id)}
                >
                  <X aria-hidden size={20} />
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      {photos.length > 0 ? (
        <ul className="mt-2 grid grid-cols-[repeat(auto-fill,minmax(8rem,1fr))] gap-2">
          {photos.map(({ id, widthPx, heightPx, caption }) => (
            <li key={id} className={`border-2 ${picked.includes(id) ? "border-liquid" : "border-line"}`}>
              <button type="button" className="block w-full" onClick={() => setShown([id])}>
                <img
                  src={`/api/photos/${id}?size=thumbnail`}
                  alt={caption || t("photo-of", { code, about: about(id) })}
                  loading="lazy"
                  decoding="async"
                  width={Math.round((320 * widthPx) / Math.max(widthPx, heightPx))}
                  height={Math.round((320 * heightPx) / Math.max(widthPx, heightPx))}
                  className="aspect-4/3 h-auto w-full bg-line object-cover"
                />
              </button>
              <label className="flex min-h-12 items-center gap-2 px-2 text-sm" suppressHydrationWarning>
                <input
                  type="checkbox"
                  className="size-6"
                  checked={picked.includes(id)}
                  onChange={() => toggle(id)}
                />
                {about(id)}
              </label>
              {foundIn(id) !== undefined && (
                <p className="px-2 pb-1 text-sm">{t("looked-through-found", { found: foundIn(id)! })}</p>
              )}
            </li>
          ))}
        </ul>
      ) : (
        <p className="mt-1 text-soft">{t("no-photo-yet-place-and-device-are")}</p>
      )}
      {photos.length > 1 && picked.length < 2 && (
        <p className="mt-1 text-soft">{t("tick-two-to-compare-them")}</p>
      )}
      <Dialog.Root open={shown !== null} onOpenChange={(open) => !open && setShown(null)}>
        <Dialog.Portal>
          <Dialog.Overlay className="fixed inset-0 z-50 bg-black/70" />
          <Dialog.Content
            aria-describedby={undefined}
            className="fixed inset-3 z-50 flex flex-col gap-2 border-2 border-ink bg-ground p-3 sm:inset-8"
          >
            <div className="flex items-center justify-between gap-3">
              <Dialog.Title className="font-semibold">
                {first &&
                  (second ? t("beside", { about: about(first), about2: about(second) }) : about(first))}
              </Dialog.Title>
              <Dialog.Close className="control">{t("close")}</Dialog.Close>
            </div>
            {first && !second && mayEnter && (
              <div
                className="flex flex-wrap items-center gap-2"
                role="group"
                aria-label={t("look-under-the-glass-in-it")}
              >
                <span>{t("look-under-the-glass-in-it")}</span>
                {lightings.map((lighting) => (
                  <button
                    key={lighting}
                    type="button"
                    className="control"
                    onClick={() => onLook(first, lighting)}
                  >
                    {lightingWords[lighting]}
                  </button>
                ))}
              </div>
            )}
            <div className="min-h-0 flex-1">
              {first && second ? (
                <Suspense fallback={<StillLoading />}>
                  <Compare
                    first={first}
                    second={second}
                    labels={[about(first), about(second)]}
                    panel={panel}
                  />
                </Suspense>
              ) : (
                first && (
                  <img src={`/api/photos/${first}`} alt={about(first)} className="size-full object-contain" />
                )
              )}
            </div>
          </Dialog.Content>
        </Dialog.Portal>
      </Dialog.Root>
    </section>
  );
}
