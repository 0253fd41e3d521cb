import { prepareZXingModule, readBarcodes } from "zxing-wasm/reader";
import wasmUrl from "zxing-wasm/reader/zxing_reader.wasm?url";

// From this server, not from where the package would look for it.
prepareZXingModule({ overrides: { locateFile: () => wasmUrl } });

/** A frame of the camera, or a photo; answered by what its codes say, the surest first. */
self.onmessage = async ({ data }: MessageEvent<ImageBitmap>) => {
  const canvas = new OffscreenCanvas(data.width, data.height);
  const context = canvas.getContext("2d", { willReadFrequently: true })!;
  context.drawImage(data, 0, 0);
  data.close();
  try {
    const read = await readBarcodes(context.getImageData(0, 0, canvas.width, canvas.height), {
      maxNumberOfSymbols: 4,
      tryHarder: true,
    });
    self.postMessage(read.filter(({ isValid }) => isValid).map(({ text }) => text));
  } catch {
    self.postMessage([]);
  }
};
