import { chooseFor } from "../../core/device/choose.ts";
import type { Scene } from "../../core/device/scene.ts";
import type { HeatMethodKind } from "../../core/heat/heat-methods.ts";

export interface ToChoose {
  scene: Scene;
  kind: string;
  offered: unknown;
  method: HeatMethodKind;
}

/** Works a setting out off the page's own thread. */
self.onmessage = ({ data }: MessageEvent<ToChoose>) => {
  const { scene, kind, offered, method } = data;
  self.postMessage(chooseFor(scene, kind, offered, { method }));
};
