import { prepareZXingModule, readBarcodes } from "zxing-wasm/reader";
import { framePixels } from "./frame-pixels.ts";
import wasmUrl from "zxing-wasm/reader/zxing_reader.wasm?url";

// From this server, not from where the package would look for it.
prepareZXingModule({ overrides: { locateFile: () => wasmUrl } });

/** A frame of the camera, or a photo; answered by what its codes say, the surest first. */
self.onmessage = async ({ data }: MessageEvent<ImageBitmap>) => {
  try {
    const read = await readBarcodes(framePixels(data), {
      maxNumberOfSymbols: 4,
      tryHarder: true,
    });
    self.postMessage(read.filter(({ isValid }) => isValid).map(({ text }) => text));
  } catch {
    self.postMessage([]);
  }
};
