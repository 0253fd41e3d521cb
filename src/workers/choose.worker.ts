import type { ToChoose } from "../../core/device/choice-asked.ts";
import { chooseAsked } from "../../core/device/choose.ts";
import { wordsHere } from "./words-here.ts";

/** Works a setting out off the page's own thread. */
self.onmessage = async ({ data }: MessageEvent<ToChoose>) => {
  await wordsHere;
  self.postMessage(chooseAsked(data));
};
