import { findLines, type LinesAsked } from "../../core/prove/find-lines.ts";

/** Finds the lines of a picture while another worker does the rest of the look. */
self.onmessage = ({ data }: MessageEvent<LinesAsked>) => {
  self.postMessage(findLines(data));
};
