import { lazy, Suspense, useState } from "react";
import type { InstrumentProps } from "../instrument.ts";
import { StackInstrument } from "./StackInstrument.tsx";
import { t } from "../../../../words/camera.ts";

/** Only who looks by camera needs what looks. */
const LiveHuntCamera = lazy(async () => ({
  default: (await import("../../prove/LiveHuntCamera.tsx")).LiveHuntCamera,
}));

/** The stack from the side; or its face before the camera, and what shines on it. */
export function LookInstrument(props: InstrumentProps) {
  const [isLive, setLive] = useState(false);
  const { outline, borderMm } = props.scene.family;
  if (isLive)
    return (
      <Suspense>
        <LiveHuntCamera
          simulated={{ of: "specks", code: props.code, outline, borderMm }}
          onLeave={() => setLive(false)}
        />
      </Suspense>
    );
  return (
    <div className="grid h-full min-h-0 w-full grid-rows-[minmax(0,1fr)_auto] gap-2">
      <StackInstrument {...props} />
      <button type="button" className="control justify-self-start" onClick={() => setLive(true)}>
        {t("look-for-specks-by-camera")}
      </button>
    </div>
  );
}
