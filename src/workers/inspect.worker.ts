import { inspectPhoto, type Inspection } from "../../core/prove/inspect-photo.ts";
import { takePicture, type CameraScene } from "../../core/prove/simulated-camera.ts";

/** A photo that is at hand, or a scene for the simulated camera. */
export type ToInspect = Inspection | (Omit<Inspection, "photo"> & { scene: CameraScene });

/** Looks for defects off the page's own thread; the squared-up picture goes back with what was found. */
self.onmessage = ({ data }: MessageEvent<ToInspect>) => {
  const looked = inspectPhoto("scene" in data ? { ...data, photo: takePicture(data.scene) } : data);
  self.postMessage(looked, { transfer: [looked.picture.rgba.buffer as ArrayBuffer] });
};
