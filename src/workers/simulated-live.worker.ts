import { simulatedFrame, type SimulatedLive } from "../../core/prove/simulated-live.ts";

/** Makes the frames of the stand-in's live camera off the page's own thread. */
self.onmessage = ({ data }: MessageEvent<{ what: SimulatedLive; atMs: number }>) => {
  const { rgba, width, height } = simulatedFrame(data.what, data.atMs);
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext("2d")!.putImageData(new ImageData(new Uint8ClampedArray(rgba), width, height), 0, 0);
  const frame = canvas.transferToImageBitmap();
  self.postMessage(frame, { transfer: [frame] });
};
