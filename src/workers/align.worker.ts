import { alignPhotos, type Aligned, type ToAlign } from "../../core/prove/align-photos.ts";

/** Lays two photos of a panel over one another off the page's own thread. */
self.onmessage = ({ data }: MessageEvent<ToAlign>) => {
  const aligned: Aligned = alignPhotos(data);
  self.postMessage(aligned);
};
