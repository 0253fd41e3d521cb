/** The pixels of a frame that came to a worker; the frame is let go. */
export function framePixels(frame: ImageBitmap): ImageData {
  const canvas = new OffscreenCanvas(frame.width, frame.height);
  const context = canvas.getContext("2d", { willReadFrequently: true })!;
  context.drawImage(frame, 0, 0);
  frame.close();
  return context.getImageData(0, 0, canvas.width, canvas.height);
}
