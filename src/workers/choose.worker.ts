import type { ChoiceAsked } from "../../core/device/choice-asked.ts";
import { chooseFor, type BenchChoices } from "../../core/device/choose.ts";
import { wordsHere } from "./words-here.ts";

export interface ToChoose {
  asked: ChoiceAsked;
  choices: BenchChoices;
}

/** Works a setting out off the page's own thread. */
self.onmessage = async ({ data }: MessageEvent<ToChoose>) => {
  await wordsHere;
  const { scene, kind, offered } = data.asked;
  self.postMessage(chooseFor(scene, kind, offered, data.choices));
};
