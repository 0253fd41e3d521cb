import { findCalculation, runCalculation } from "../../core/calculations.ts";
import { wordsHere } from "./words-here.ts";

/** Runs calculations of the registry off the page's own thread, one after the other. */
self.onmessage = async ({ data }: MessageEvent<{ id: number; name: string; input: unknown }>) => {
  await wordsHere;
  const { id, name, input } = data;
  const onProgress = (share: number, soFar?: unknown) => self.postMessage({ id, share, soFar });
  self.postMessage({ id, ...runCalculation(findCalculation(name)!, input, onProgress) });
};
