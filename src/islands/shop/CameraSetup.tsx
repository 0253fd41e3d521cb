import { lazy, Suspense, useState } from "react";
import { t } from "../../../words/camera.ts";

/** Only who sets a camera up needs what looks. */
const LensCamera = lazy(async () => ({ default: (await import("./LensCamera.tsx")).LensCamera }));

/** The camera of this station: the sheet of dots to print, and the camera that looks at it. */
export function CameraSetup() {
  const [isOpen, setOpen] = useState(false);
  return (
    <div className="grid gap-3">
      <p>{t("what-the-sheet-is-for")}</p>
      <span className="flex flex-wrap gap-2">
        <a className="control" href="/api/camera-sheet" target="_blank" rel="noreferrer">
          {t("print-the-sheet-of-dots")}
        </a>
        <button type="button" className="control" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {isOpen ? t("put-the-camera-away") : t("set-up-the-camera")}
        </button>
      </span>
      {isOpen && (
        <Suspense>
          <LensCamera />
        </Suspense>
      )}
    </div>
  );
}
