import { findLines, type LinesAsked } from "../../core/prove/find-lines.ts";

/** Finds the lines of pictures for another worker, which asks by the port that comes with the first message. */
self.onmessage = ({ ports: [port] }: MessageEvent) => {
  if (!port) return;
  port.onmessage = ({ data }: MessageEvent<LinesAsked>) => port.postMessage(findLines(data));
};
