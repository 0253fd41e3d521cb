import { chooseFor, type BenchChoices } from "../../core/device/choose.ts";
import type { Scene } from "../../core/device/scene.ts";
import { wordsHere } from "./words-here.ts";

export interface ToChoose {
  scene: Scene;
  kind: string;
  offered: unknown;
  choices: BenchChoices;
}

/** Works a setting out off the page's own thread. */
self.onmessage = async ({ data }: MessageEvent<ToChoose>) => {
  await wordsHere;
  const { scene, kind, offered, choices } = data;
  self.postMessage(chooseFor(scene, kind, offered, choices));
};
