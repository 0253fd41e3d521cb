import { HANDLING_S } from "./handling.ts";

/** How many windows some cuts take in their order, s each: a cut that does not fit any more waits for the next. */
export function windowsFor(cutsS: readonly number[], windowS: number | null, handlingS = HANDLING_S): number {
  if (cutsS.length === 0) return 0;
  if (windowS === null) return 1;
  let windows = 1;
  let leftS = windowS - handlingS;
  for (const cutS of cutsS) {
    if (cutS > leftS + 1e-6 && leftS < windowS - handlingS) {
      windows += 1;
      leftS = windowS - handlingS;
    }
    leftS -= cutS;
  }
  return windows;
}
